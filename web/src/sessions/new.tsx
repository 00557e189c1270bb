/** Making a session for a group: its focus, a filled-in draft, changed where the teacher knows better. */
import { addDays, format, parseISO } from 'date-fns';
import { clockTime } from '@sapling/core';
import {
  daysOff,
  holidayOn,
  keepPinned,
  LEAST_MINUTES,
  meetingOn,
  MOST_MINUTES,
  planCycle,
  SESSION_SKILLS,
  weekSlots,
  type SessionSkill,
} from '@sapling/core/planning';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { FocusPicker } from '../groups/focus-picker.js';
import { useMay } from '../shell/me.js';
import { AdultOptions } from '../ui/adult-options.js';
import { SelectField, TextField, Trouble } from '../ui/form.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { pictured } from '../pictures/picture.js';
import { Pair } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { useCore } from '../workers/use-core.js';
import type { Plan } from './part-view.js';
import { minutesOf, PlanBody } from './plan-body.js';
import { cycleRequest, meetingDays, nextDay } from './cycle-request.js';
import { pairsOf } from './draft-cycle.js';
import { planRequest } from './plan-request.js';
import { useDraft } from './use-draft.js';
import { nowDate, todayDay } from '../clock.js';
import { planWords } from '../wording/plan-words.js';
import { dateText } from '../wording/date-text.js';

const FOCUS_A_SESSION = 2;
const LENGTHS = [10, 15, 20, 25, 30];

/** Pairs of an address: `b:b~d:d`, spaces between. */
const sideBySide = (text: string | null): [string, string][] =>
  (text ?? '')
    .split(' ')
    .map((pair) => pair.split('~'))
    .filter((pair): pair is [string, string] => pair.length === 2);

export function Component() {
  const go = useNavigate();
  const [params, setParams] = useSearchParams();
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
  const orders = useOrders();
  const may = useMay('plan');
  const usable = (groups ?? []).filter((g) => g.members.length > 0);
  const group = usable.find((g) => g.id === params.get('group')) ?? usable[0];
  // the day is suggested once for a group: what colleagues add meanwhile must not move a plan that is being changed
  const suggested = useRef<{ group: string; on: string } | null>(null);
  if (group && past && settings && table && suggested.current?.group !== group.id)
    suggested.current = { group: group.id, on: nextDay(group, past, settings, table, todayDay()) };
  const [minutes, setMinutes] = useState(20);
  const [typedOn, setOn] = useState(() => params.get('on'));
  const on = typedOn ?? suggested.current?.on ?? todayDay();
  const met = group && settings && meetingOn(on, group.id, table?.meetings ?? [], weekSlots(settings.slots));
  const holiday = settings && holidayOn(on, daysOff(settings));
  const [adultId, setAdultId] = useState<string | undefined>();
  // a cycle says which pairs this session is for
  const [focus, setFocus] = useState<readonly string[] | undefined>(() => params.get('focus')?.split(' ').filter(Boolean));
  // and what to set side by side and to ask again
  const [askedContrast] = useState(() => sideBySide(params.get('contrast')));
  const [askedRecheck] = useState(() => params.get('recheck')?.split(' ').filter(Boolean) ?? []);
  const [chosenSkill, setSkill] = useState<SessionSkill | '' | undefined>(() => SESSION_SKILLS.find((s) => s === params.get('skill')));
  const [picking, setPicking] = useState(false);
  const [draw, setDraw] = useState(1);
  const draft = useDraft();
  const latest = useRef<Plan | null>(null);
  const [styleId, setStyleId] = useState<string | undefined>();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const byId = useMemo(() => new Map((children ?? []).map((c) => [c.id, c])), [children]);
  const members = useMemo(() => (group?.members ?? []).flatMap((id) => byId.get(id) ?? []), [group, byId]);
  const taught = useMemo(
    () => (orders && children ? orders.taughtToAll(members.map((m) => m.classId)) : null),
    [orders, children, members],
  );
  /** What the group's cycle has for this day. */
  const planned = useMemo(() => {
    if (!group || !children || !settings || !past) return undefined;
    const asked = cycleRequest(group, past, children, settings, todayDay(), meetingDays(group, table, settings));
    return asked ? planCycle(asked).sessions.find((s) => s.state === 'ahead' && s.on === on) : undefined;
  }, [group, children, settings, past, table, on]);
  const ofCycle = focus === undefined && planned && pairsOf(planned).length > 0 ? planned : undefined;
  const chosenFocus = useMemo(
    () => focus ?? (ofCycle ? pairsOf(ofCycle) : (group?.focus.slice(0, FOCUS_A_SESSION) ?? [])),
    [focus, ofCycle, group],
  );
  // as the cycle has it and as it was drawn, it is drawn again when the cycle moves
  const forCycle = planned !== undefined && !draft.changed && [...pairsOf(planned)].sort().join() === [...chosenFocus].sort().join();
  const contrast = ofCycle?.contrast ?? askedContrast;
  const recheck = ofCycle?.recheck ?? askedRecheck;
  // a group without pairs is for its skill
  const skill = chosenSkill ?? (chosenFocus.length === 0 ? SESSION_SKILLS.find((s) => group?.skills.includes(s)) : undefined);
  const isFor = chosenFocus.length > 0 || Boolean(skill);
  const lent = lendings?.find((l) => l.groupId === group?.id && l.from <= on && on <= l.until);
  const adult = adultId ?? lent?.colleagueId ?? met?.meeting.adult ?? group?.adultId ?? '';
  const style = styles?.find((st) => st.id === (styleId ?? settings?.sessionStyle)) ?? styles?.[0];
  const ready =
    taught !== null && past !== undefined && table !== undefined && style !== undefined && texts !== undefined && settings !== undefined;
  const [focusKey, memberKey] = [chosenFocus.join(' '), members.map((m) => m.id).join(' ')];
  const request = useMemo(
    () =>
      ready && group && isFor
        ? planRequest({
            group,
            members,
            taught,
            focus: chosenFocus,
            skill: skill || undefined,
            sessions: past,
            on,
            minutes,
            seed: draw,
            style,
            texts,
            pictures: pictures ?? [],
            settings,
            contrast,
            recheck,
          })
        : null,
    // a live refresh of the lists must not redraw a plan that is being changed
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [ready, group?.id, focusKey, skill, minutes, draw, on, style?.id, memberKey, pictures === undefined],
  );
  const { plan } = draft;
  useEffect(() => {
    if (!request) return draft.begin(null);
    let gone = false;
    core()
      .planSession(request)
      .then(
        (drafted) => {
          if (gone) return;
          setTrouble(null);
          const before = latest.current;
          if (before && before.focus.join() === drafted.focus.join() && before.skill === drafted.skill)
            draft.change(keepPinned(before, drafted));
          else draft.begin(drafted);
        },
        (problem: unknown) => !gone && setTrouble((problem as Error).message),
      );
    return () => {
      gone = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [request]);
  latest.current = plan;

  if (!groups || !children || !orders)
    return (
      <Page title="Make a session">
        <Pending error={error} what="the groups" />
      </Page>
    );
  if (!may || !group)
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
  // while another plan is drawn, the one that still stands is for something else
  const current = plan !== null && plan.focus.join() === chosenFocus.join() && (plan.skill ?? '') === (skill ?? '');
  const total = plan ? minutesOf(plan) : 0;
  const names = new Map(members.map((m) => [m.id, m.givenName]));
  const save = async (): Promise<void> => {
    if (!plan) return;
    setBusy(true);
    try {
      const made = await call('addSession', {
        body: { groupId: group.id, on, adultId: adult || null, plan: { ...plan, minutes: total, ...(forCycle && { drawn: {} }) } },
      });
      await refresh('sessions');
      toast.success(made.adultId ? `Shared with ${team?.find((c) => c.id === made.adultId)?.name}.` : 'Kept. Nobody is given it yet.', {
        action: {
          label: 'Undo',
          onClick: () =>
            void call('removeSession', { params: { id: made.id }, query: { version: made.version } }).then(
              () => (refresh('sessions'), go('/sessions')),
              (problem: unknown) => toast.error(sentenceOf(problem)),
            ),
        },
      });
      await go(`/sessions/${made.id}`);
    } catch (problem) {
      setTrouble(sentenceOf(problem));
      setBusy(false);
    }
  };
  return (
    <Page title="Make a session">
      <div className="grid gap-8 lg:grid-cols-[17rem_1fr]">
        <div className="grid content-start gap-4">
          <SelectField
            label="Group"
            value={group.id}
            onChange={(event) => {
              setParams({ group: event.target.value });
              setFocus(undefined);
              setSkill(undefined);
              setAdultId(undefined);
              setOn(null);
            }}
          >
            {usable.map((g) => (
              <option key={g.id} value={g.id}>
                {g.name}
              </option>
            ))}
          </SelectField>
          <p className="-mt-2 text-sm text-ink-2">{members.map((m) => m.givenName).join(', ')}</p>
          <TextField label="Day" type="date" value={on} onChange={(event) => setOn(event.target.value || null)} />
          {holiday ? (
            <p className="-mt-2 text-sm font-semibold text-wobbly">{holiday.name}: no group meets on this day.</p>
          ) : (
            <p className="-mt-2 text-sm text-ink-2">
              {met
                ? [
                    `${dateText(parseISO(on), 'EEEE')} at ${clockTime(met.slot.start)}`,
                    settings?.rooms.find((r) => r.id === met.meeting.room)?.name,
                  ]
                    .filter(Boolean)
                    .join(', ')
                : `${dateText(parseISO(on), 'EEEE')}, no time set`}
            </p>
          )}
          <SelectField label="Length" value={minutes} onChange={(event) => setMinutes(Number(event.target.value))}>
            {LENGTHS.map((n) => (
              <option key={n} value={n}>
                {n} minutes
              </option>
            ))}
          </SelectField>
          <SelectField label="Style" value={style?.id ?? ''} onChange={(event) => setStyleId(event.target.value)}>
            {(styles ?? []).map((st) => (
              <option key={st.id} value={st.id}>
                {st.name}
              </option>
            ))}
          </SelectField>
          <SelectField label="Run by" value={adult} onChange={(event) => setAdultId(event.target.value)} hint="They find it under Today.">
            <AdultOptions team={team} />
          </SelectField>
          <div>
            <p className="mb-1 font-semibold">Focus</p>
            <p className="mb-2 flex flex-wrap gap-2">
              {chosenFocus.map((gpc) => (
                <span key={gpc} className="rounded-s border border-rule bg-white px-2.5 py-0.5">
                  <Pair gpc={gpc} className="text-2xl" />
                </span>
              ))}
              {chosenFocus.length === 0 && <span className="text-ink-2">none yet</span>}
            </p>
            <p className="flex flex-wrap gap-2">
              <button className="btn btn-small" onClick={() => setPicking(true)}>
                Choose the focus
              </button>
              {skill && chosenFocus.length > 0 && (
                <button className="btn btn-small" onClick={() => setFocus([])}>
                  No pairs, only {planWords(skill)}
                </button>
              )}
            </p>
          </div>
          <SelectField label="Skill" value={skill ?? ''} onChange={(event) => setSkill(event.target.value as SessionSkill | '')}>
            <option value="">none beside the pairs</option>
            {SESSION_SKILLS.map((s) => (
              <option key={s} value={s}>
                {planWords(s)}
              </option>
            ))}
          </SelectField>
        </div>
        <div>
          <Trouble>{trouble}</Trouble>
          {!isFor ? (
            <Empty title="Choose a focus first">Pairs, or a skill: the words and the review follow from it.</Empty>
          ) : !plan ? (
            <p role="status" className="text-ink-2">
              Looking through the words…
            </p>
          ) : (
            <PlanBody
              plan={plan}
              request={request!}
              taught={taught}
              wanted={minutes}
              names={names}
              canUndo={draft.canUndo}
              onUndo={draft.undo}
              onOthers={() => setDraw(draw + 1)}
              onChange={draft.change}
            >
              <button
                className="btn btn-main"
                disabled={busy || total < LEAST_MINUTES || total > MOST_MINUTES || !current}
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
          group={{ ...group, focus: [...chosenFocus] }}
          taught={taught?.gpcs ?? []}
          children={byId}
          most={4}
          onClose={() => setPicking(false)}
          onPicked={setFocus}
        />
      )}
    </Page>
  );
}
