/** Making a session for a group: its focus, a filled-in draft, changed where the teacher knows better. */
import type { ChildLine, Group } from '@sapling/contract';
import type { Taught } from '@sapling/core/phonics';
import { addDays, format } from 'date-fns';
import { LEAST_MINUTES, meetingOn, MOST_MINUTES, planCycle, weekSlots } from '@sapling/core/planning';
import { useMemo, useState, type ReactNode } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { FocusPicker } from '../groups/focus-picker.js';
import { useMay } from '../shell/me.js';
import { Trouble } from '../ui/form.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { usePictured } from '../pictures/use-pictured.js';
import { ChoiceForm } from './choice-form.js';
import { cycleRequest, meetingDays, nextDay } from './cycle-request.js';
import type { Plan } from './part-view.js';
import { minutesOf, PlanBody } from './plan-body.js';
import { adultOf, aimOf, asInCycle, askedFrom, choiceFrom, isForAim, styleOf, type Aim, type SessionChoice } from './session-choice.js';
import { takeBack } from './take-back.js';
import { sameAim } from './use-draft.js';
import { useSessionDraft, type SessionDraft } from './use-session-draft.js';
import { nowDate, todayDay } from '../clock.js';
import { useUnsaved } from '../shell/unsaved.js';
import { say } from '../wording/say.js';
import { useGoOn } from '../shell/go-on.js';

const NONE: readonly never[] = [];

/** All that a plan is made from, as far as it has been read. */
function useRead() {
  const { data: groups, error } = useData('groups');
  const { data: children } = useData('children');
  const { data: team } = useData('team');
  const { data: past } = useData('sessions', { query: { from: format(addDays(nowDate(), -60), 'yyyy-MM-dd') } });
  const { data: styles } = useData('styles');
  const { data: texts } = useData('texts');
  const { data: settings } = useData('settings');
  const { data: table } = useData('timetable');
  const { data: lendings } = useData('lendings');
  const pictures = usePictured();
  return { groups, error, children, team, past, styles, texts, settings, table, lendings, pictures, orders: useOrders() };
}

export function Component() {
  const [params] = useSearchParams();
  const read = useRead();
  const may = useMay('plan');
  const [before, setBefore] = useState<SessionChoice>();
  const usable = (read.groups ?? NONE).filter((g) => g.members.length > 0);
  // where the address names none, the group that was shown first stays: a colleague's new group must not take its place
  const [first, setFirst] = useState<string>();
  const group = usable.find((g) => g.id === params.get('group')) ?? usable.find((g) => g.id === first) ?? usable[0];
  if (group && first === undefined) setFirst(group.id);
  if (!read.groups || !read.children || !read.orders)
    return (
      <Page title="Make a session">
        <Pending error={read.error} what="the groups" />
      </Page>
    );
  if (!may || !group) return <Nothing may={may} />;
  // nothing but its length and style goes on to a session of another group, or to one that another address asks for
  return <Making key={`${group.id} ${params}`} {...{ group, usable, read, before }} onGone={setBefore} />;
}

/** What the group's cycle has for a day. */
function usePlanned(group: Group, { children, settings, past, table }: ReturnType<typeof useRead>, on: string) {
  return useMemo(() => {
    if (!children || !settings || !past) return undefined;
    const cycle = cycleRequest(group, past, children, settings, todayDay(), meetingDays(group, table, settings));
    return cycle ? planCycle(cycle).sessions.find((s) => s.state === 'ahead' && s.on === on) : undefined;
  }, [group, children, settings, past, table, on]);
}

/** Whether it is for what is wanted, and neither too short nor too long. */
const mayBeKept = (plan: Plan | null, aim: Aim): boolean =>
  plan !== null && isForAim(plan, aim) && minutesOf(plan) >= LEAST_MINUTES && minutesOf(plan) <= MOST_MINUTES;

interface MakingProps {
  readonly group: Group;
  /** All groups with children. */
  readonly usable: readonly Group[];
  readonly read: ReturnType<typeof useRead>;
  /** What was chosen for the session before. */
  readonly before: SessionChoice | undefined;
  readonly onGone: (choice: SessionChoice) => void;
}
function Making({ group, usable, read, before, onGone }: MakingProps) {
  const go = useNavigate();
  const goOn = useGoOn();
  const [params, setParams] = useSearchParams();
  const { children, team, past, styles, texts, settings, table, lendings, pictures, orders } = read;
  const [choice, setChoice] = useState(() => choiceFrom(params, before));
  const [asked] = useState(() => askedFrom(params));
  const choose = (change: Partial<SessionChoice>): void => setChoice((now) => ({ ...now, ...change }));
  const [picking, setPicking] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  // pressed again because no answer came, it is the same session
  const [newId] = useState(() => uuidv7());
  // the day is suggested once: what colleagues add meanwhile must not move a plan that is being changed
  const [suggested, setSuggested] = useState<string>();
  if (past && settings && table && !suggested) setSuggested(nextDay(group, past, settings, table, todayDay()));
  const on = choice.on ?? suggested ?? todayDay();

  const byId = useMemo(() => new Map((children ?? NONE).map((c) => [c.id, c])), [children]);
  const members = useMemo(() => group.members.flatMap((id) => byId.get(id) ?? []), [group, byId]);
  const taught = useMemo(
    () => (orders && children ? orders.taughtToAll(members.map((m) => m.classId)) : null),
    [orders, children, members],
  );
  const planned = usePlanned(group, read, on);
  const aim = aimOf(choice, group, planned, asked);
  const style = styleOf(choice.style, styles, settings);
  const { minutes, draw } = choice;
  const draft = useSessionDraft({
    ...{ group, members, taught, aim, on, minutes, draw, style, past, texts, pictures, settings },
    read: table !== undefined,
  });
  const { plan } = draft;
  const settled = useUnsaved(draft.byHand, say('the plan you changed'), true);
  const met = settings && meetingOn(on, group.id, table?.meetings ?? [], weekSlots(settings.slots));
  const adult = adultOf(choice.adult, group, on, lendings ?? NONE, met?.meeting.adult);
  const save = async (): Promise<void> => {
    if (!plan) return;
    setBusy(true);
    // as the cycle has it and as it was drawn, it is drawn again when the cycle moves
    const drawn = asInCycle(aim, planned) && !draft.changed ? { drawn: {} } : {};
    try {
      const made = await call('addSession', {
        body: { id: newId, groupId: group.id, on, adultId: adult || null, plan: { ...plan, minutes: minutesOf(plan), ...drawn } },
      });
      settled();
      await refresh('sessions');
      const name = team?.find((c) => c.id === made.adultId)?.name;
      toast.success(made.adultId ? `Shared with ${name}.` : 'Kept. Nobody is given it yet.', {
        action: {
          label: 'Undo',
          // who looks at something else by now stays there
          onClick: () => void takeBack([made]).then((done) => done && location.pathname.endsWith(made.id) && go('/sessions')),
        },
      });
      await goOn(`/sessions/${made.id}`);
    } catch (problem) {
      setRefused(sentenceOf(problem));
      setBusy(false);
    }
  };
  return (
    <Page title="Make a session">
      <div className="grid gap-8 lg:grid-cols-[17rem_1fr]">
        <ChoiceForm
          {...{ group, members, on, minutes, aim, adult, style, styles, team, settings, table }}
          groups={usable}
          onGroup={(id) => {
            onGone(choice);
            setParams({ group: id });
          }}
          onChoose={choose}
          onPick={() => setPicking(true)}
        />
        <div>
          <Trouble>{refused ?? draft.trouble}</Trouble>
          <Drafted {...{ draft, aim, taught, members, minutes }} onAim={choose} onOthers={() => choose({ draw: draw + 1 })}>
            <button className="btn btn-main" disabled={busy || !mayBeKept(plan, aim)} onClick={() => void save()}>
              {adult ? 'Keep and share' : 'Keep'}
            </button>
          </Drafted>
        </div>
      </div>
      {picking && (
        <FocusPicker
          group={{ ...group, focus: [...aim.focus] }}
          taught={taught?.gpcs ?? []}
          children={byId}
          most={4}
          onClose={() => setPicking(false)}
          onPicked={(focus) => choose({ focus })}
        />
      )}
    </Page>
  );
}

interface DraftedProps {
  readonly draft: SessionDraft;
  readonly aim: Aim;
  readonly taught: Taught | null;
  readonly members: readonly ChildLine[];
  /** So long it is to be. */
  readonly minutes: number;
  /** Undo led to a plan that is for something else. */
  readonly onAim: (aim: Pick<SessionChoice, 'focus' | 'skill'>) => void;
  readonly onOthers: () => void;
  readonly children: ReactNode;
}
/** The plan as it was drawn, to be changed; or why there is none. */
function Drafted({ draft, aim, taught, members, minutes, onAim, onOthers, children }: DraftedProps) {
  const { plan, before, request } = draft;
  if (aim.focus.length === 0 && !aim.skill)
    return <Empty title="Choose a focus first">Pairs, or a skill: the words and the review follow from it.</Empty>;
  if (!plan || !request)
    return (
      <p role="status" className="text-ink-2">
        Looking through the words…
      </p>
    );
  const otherBefore = before && !sameAim(plan, before) ? before : null;
  const undo = (): void => {
    if (otherBefore) onAim({ focus: otherBefore.focus, skill: otherBefore.skill ?? '' });
    draft.undo();
  };
  return (
    <>
      {otherBefore && (
        <p role="status" className="mb-3 rounded-m border-l-4 border-wobbly bg-note px-3 py-2">
          Drawn for what it is for now. The plan you changed comes back with Undo.
        </p>
      )}
      <PlanBody
        plan={plan}
        request={request}
        taught={taught}
        wanted={minutes}
        names={new Map(members.map((m) => [m.id, m.givenName]))}
        canUndo={draft.canUndo}
        onUndo={undo}
        onOthers={onOthers}
        onChange={draft.change}
      >
        {children}
      </PlanBody>
    </>
  );
}

function Nothing({ may }: { may: boolean }) {
  return (
    <Page title="Make a session">
      <Empty
        title={may ? 'No group with children yet' : 'Plans are made by the intervention teacher'}
        action={
          <Link className="btn btn-main" to={may ? '/groups' : '/sessions'}>
            {may ? 'To Groups' : 'To Sessions'}
          </Link>
        }
      >
        {may
          ? 'A session is made for a group. Ask for a suggestion of groups first.'
          : 'Sessions given to you stand under Today and Sessions.'}
      </Empty>
    </Page>
  );
}
