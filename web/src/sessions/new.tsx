/** Making a session for a group: its focus, a filled-in draft, changed where the teacher knows better. */
import { addDays, format } from 'date-fns';
import { LEAST_MINUTES, meetingOn, MOST_MINUTES, planCycle, weekSlots } from '@sapling/core/planning';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { FocusPicker } from '../groups/focus-picker.js';
import { useMay } from '../shell/me.js';
import { Trouble } from '../ui/form.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { pictured } from '../pictures/picture.js';
import { useCore } from '../workers/use-core.js';
import { ChoiceForm } from './choice-form.js';
import { cycleRequest, meetingDays, nextDay } from './cycle-request.js';
import { minutesOf, PlanBody } from './plan-body.js';
import {
  adultOf,
  aimOf,
  asInCycle,
  askedFrom,
  choiceFrom,
  forAnotherGroup,
  isForAim,
  styleOf,
  type SessionChoice,
} from './session-choice.js';
import { takeBack } from './take-back.js';
import { useSessionDraft } from './use-session-draft.js';
import { nowDate, todayDay } from '../clock.js';
import { useUnsaved } from '../shell/unsaved.js';
import { say } from '../wording/say.js';

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
  const { value: pictures } = useCore(pictured, 'pictured');
  return { groups, error, children, team, past, styles, texts, settings, table, lendings, pictures, orders: useOrders() };
}

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function Component() {
  const go = useNavigate();
  const [params, setParams] = useSearchParams();
  const read = useRead();
  const { groups, children, team, past, styles, texts, settings, table, lendings, pictures, orders } = read;
  const may = useMay('plan');
  const usable = (groups ?? NONE).filter((g) => g.members.length > 0);
  const group = usable.find((g) => g.id === params.get('group')) ?? usable[0];
  const [choice, setChoice] = useState(() => choiceFrom(params));
  const [asked] = useState(() => askedFrom(params));
  const choose = (change: Partial<SessionChoice>): void => setChoice((now) => ({ ...now, ...change }));
  const [picking, setPicking] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  // the day is suggested once for a group: what colleagues add meanwhile must not move a plan that is being changed
  const [suggested, setSuggested] = useState<{ group: string; on: string } | null>(null);
  if (group && past && settings && table && suggested?.group !== group.id)
    setSuggested({ group: group.id, on: nextDay(group, past, settings, table, todayDay()) });
  const on = choice.on ?? suggested?.on ?? todayDay();

  const byId = useMemo(() => new Map((children ?? NONE).map((c) => [c.id, c])), [children]);
  const members = useMemo(() => (group?.members ?? NONE).flatMap((id) => byId.get(id) ?? []), [group, byId]);
  const taught = useMemo(
    () => (orders && children ? orders.taughtToAll(members.map((m) => m.classId)) : null),
    [orders, children, members],
  );
  /** What the group's cycle has for this day. */
  const planned = useMemo(() => {
    if (!group || !children || !settings || !past) return undefined;
    const cycle = cycleRequest(group, past, children, settings, todayDay(), meetingDays(group, table, settings));
    return cycle ? planCycle(cycle).sessions.find((s) => s.state === 'ahead' && s.on === on) : undefined;
  }, [group, children, settings, past, table, on]);
  const aim = aimOf(choice, group, planned, asked);
  const style = styleOf(choice.style, styles, settings);
  const { minutes, draw } = choice;
  const draft = useSessionDraft({
    ...{ group, members, taught, aim, on, minutes, draw, style, past, texts, pictures, settings },
    read: table !== undefined,
  });
  const { plan } = draft;
  const settled = useUnsaved(draft.byHand, say('the plan you changed'));

  if (!groups || !children || !orders)
    return (
      <Page title="Make a session">
        <Pending error={read.error} what="the groups" />
      </Page>
    );
  if (!may || !group) return <Nothing may={may} />;
  const met = settings && meetingOn(on, group.id, table?.meetings ?? [], weekSlots(settings.slots));
  const adult = adultOf(choice.adult, group, on, lendings ?? NONE, met?.meeting.adult);
  const total = plan ? minutesOf(plan) : 0;
  const save = async (): Promise<void> => {
    if (!plan) return;
    setBusy(true);
    // as the cycle has it and as it was drawn, it is drawn again when the cycle moves
    const drawn = asInCycle(aim, planned) && !draft.changed ? { drawn: {} } : {};
    try {
      const made = await call('addSession', {
        body: { groupId: group.id, on, adultId: adult || null, plan: { ...plan, minutes: total, ...drawn } },
      });
      settled();
      await refresh('sessions');
      const name = team?.find((c) => c.id === made.adultId)?.name;
      toast.success(made.adultId ? `Shared with ${name}.` : 'Kept. Nobody is given it yet.', {
        action: { label: 'Undo', onClick: () => void takeBack([made]).then((done) => done && go('/sessions')) },
      });
      await go(`/sessions/${made.id}`);
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
            setParams({ group: id });
            setChoice(forAnotherGroup);
          }}
          onChoose={choose}
          onPick={() => setPicking(true)}
        />
        <div>
          <Trouble>{refused ?? draft.trouble}</Trouble>
          {aim.focus.length === 0 && !aim.skill ? (
            <Empty title="Choose a focus first">Pairs, or a skill: the words and the review follow from it.</Empty>
          ) : !plan || !draft.request ? (
            <p role="status" className="text-ink-2">
              Looking through the words…
            </p>
          ) : (
            <PlanBody
              plan={plan}
              request={draft.request}
              taught={taught}
              wanted={minutes}
              names={new Map(members.map((m) => [m.id, m.givenName]))}
              canUndo={draft.canUndo}
              onUndo={draft.undo}
              onOthers={() => choose({ draw: draw + 1 })}
              onChange={draft.change}
            >
              <button
                className="btn btn-main"
                disabled={busy || total < LEAST_MINUTES || total > MOST_MINUTES || !isForAim(plan, aim)}
                onClick={() => void save()}
              >
                {adult ? 'Keep and share' : 'Keep'}
              </button>
            </PlanBody>
          )}
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
