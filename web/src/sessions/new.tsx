/** Making a session for a group: its focus, a filled-in draft, changed where the teacher knows better. */
import { addDays, format } from 'date-fns';
import { RefreshCw } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { FocusPicker } from '../groups/focus-picker.js';
import { knownOf } from '../groups/problem.js';
import { useMay } from '../shell/me.js';
import { todayDay } from '../ui/dates.js';
import { SelectField, TextField, Trouble } from '../ui/form.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { Pair } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { PartEditor, useLacks, type Plan } from './parts.js';

const FOCUS_A_SESSION = 2;
const LENGTHS = [10, 15, 20, 25, 30];

export function Component() {
  const go = useNavigate();
  const [params, setParams] = useSearchParams();
  const { data: groups, error } = useData('groups');
  const { data: children } = useData('children');
  const { data: team } = useData('team');
  const { data: past } = useData('sessions', { query: { from: format(addDays(new Date(), -21), 'yyyy-MM-dd') } });
  const orders = useOrders();
  const may = useMay('plan');
  const usable = (groups ?? []).filter((g) => g.members.length > 0);
  const group = usable.find((g) => g.id === params.get('group')) ?? usable[0];
  const [minutes, setMinutes] = useState(20);
  const [on, setOn] = useState(() => params.get('on') ?? todayDay());
  const [adultId, setAdultId] = useState<string | undefined>();
  // a cycle says which pairs this session is for
  const [focus, setFocus] = useState<readonly string[] | undefined>(() => params.get('focus')?.split(' ').filter(Boolean));
  const [picking, setPicking] = useState(false);
  const [draw, setDraw] = useState(1);
  const [plan, setPlan] = useState<Plan | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const byId = useMemo(() => new Map((children ?? []).map((c) => [c.id, c])), [children]);
  const members = useMemo(() => (group?.members ?? []).flatMap((id) => byId.get(id) ?? []), [group, byId]);
  const taught = useMemo(
    () => (orders && children ? orders.taughtToAll(members.map((m) => m.classId)) : null),
    [orders, children, members],
  );
  const chosenFocus = useMemo(() => focus ?? group?.focus.slice(0, FOCUS_A_SESSION) ?? [], [focus, group]);
  const adult = adultId ?? group?.adultId ?? '';
  const met = useMemo(
    () =>
      (past ?? [])
        .filter((s) => s.groupId === group?.id)
        .slice(-3)
        .flatMap((s) => s.plan.parts.flatMap((p) => p.words.map((w) => w.word))),
    [past, group?.id],
  );

  useEffect(() => {
    if (!taught || chosenFocus.length === 0 || past === undefined) return setPlan(null);
    let gone = false;
    core()
      .planSession({
        taught,
        focus: chosenFocus,
        children: members.map((c) => ({ id: c.id, known: knownOf(c) })),
        minutes,
        seed: draw,
        avoid: met,
      })
      .then(
        (drafted) => !gone && (setPlan(drafted), setTrouble(null)),
        (problem: unknown) => !gone && setTrouble((problem as Error).message),
      );
    return () => {
      gone = true;
    };
    // a live refresh of the lists must not redraw a plan that is being changed
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [group?.id, chosenFocus.join(' '), minutes, draw, members.map((m) => m.id).join(' '), taught === null, past === undefined]);
  const lacks = useLacks(plan, taught);

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
  const total = plan?.parts.reduce((sum, p) => sum + p.minutes, 0) ?? 0;
  const save = async (): Promise<void> => {
    if (!plan) return;
    setBusy(true);
    try {
      const made = await call('addSession', { body: { groupId: group.id, on, adultId: adult || null, plan: { ...plan, minutes: total } } });
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
              setAdultId(undefined);
            }}
          >
            {usable.map((g) => (
              <option key={g.id} value={g.id}>
                {g.name}
              </option>
            ))}
          </SelectField>
          <p className="-mt-2 text-sm text-ink-2">{members.map((m) => m.givenName).join(', ')}</p>
          <TextField label="Day" type="date" value={on} onChange={(event) => setOn(event.target.value || todayDay())} />
          <SelectField label="Length" value={minutes} onChange={(event) => setMinutes(Number(event.target.value))}>
            {LENGTHS.map((n) => (
              <option key={n} value={n}>
                {n} minutes
              </option>
            ))}
          </SelectField>
          <SelectField label="Run by" value={adult} onChange={(event) => setAdultId(event.target.value)} hint="They find it under Today.">
            <option value="">nobody yet</option>
            {(team ?? [])
              .filter((c) => c.active)
              .map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
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
            <button className="btn btn-small" onClick={() => setPicking(true)}>
              Choose the focus
            </button>
          </div>
        </div>
        <div>
          <Trouble>{trouble}</Trouble>
          {chosenFocus.length === 0 ? (
            <Empty title="Choose a focus first">The words and the review follow from it.</Empty>
          ) : !plan ? (
            <p role="status" className="text-ink-2">
              Looking through the words…
            </p>
          ) : (
            <>
              <div className="flex flex-wrap items-center gap-4 border-b border-rule pb-3">
                <p className="text-lg">
                  <span className="font-serif text-xl font-semibold">{total} minutes</span>
                  {total !== minutes && (
                    <span className="ml-2 font-semibold text-gap">
                      {Math.abs(total - minutes)} {total > minutes ? 'more' : 'less'} than the {minutes} planned
                    </span>
                  )}
                </p>
                <button className="btn btn-small" onClick={() => setDraw(draw + 1)}>
                  <RefreshCw size={15} aria-hidden /> Other words
                </button>
                <button className="btn btn-main ml-auto" disabled={busy || total < 10 || total > 30} onClick={() => void save()}>
                  {adult ? 'Keep and share' : 'Keep'}
                </button>
              </div>
              {lacks.size > 0 && (
                <p className="mt-3 rounded-m border-l-4 border-gap bg-gap-wash px-3 py-2" role="status">
                  {lacks.size} {lacks.size === 1 ? 'word uses' : 'words use'} pairs these children have not been taught. Take{' '}
                  {lacks.size === 1 ? 'it' : 'them'} out, or keep {lacks.size === 1 ? 'it' : 'them'} on purpose.
                </p>
              )}
              <div className="ruled">
                {plan.parts.map((part, k) => (
                  <PartEditor
                    key={part.kind}
                    part={part}
                    focus={plan.focus}
                    lacks={lacks}
                    onChange={(next) => setPlan({ ...plan, parts: plan.parts.map((p, n) => (n === k ? next : p)) })}
                  />
                ))}
              </div>
            </>
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
