/** All sessions of a cycle drafted in one press, looked through side by side, and kept together. */
import { planCycle, type PlannedSession } from '@sapling/core/planning';
import { RefreshCw, X } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { todayDay } from '../clock.js';
import { useMay } from '../shell/me.js';
import { AdultOptions } from '../ui/adult-options.js';
import { SelectField, Trouble } from '../ui/form.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { graphemeShown } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { cycleRequest, meetingDays, TO_COME } from './cycle-request.js';
import { draftAll, requestOf, type Drafted } from './draft-cycle.js';
import { purposeWords } from './purpose.js';
import { useMaterials } from './use-materials.js';
import { planWords } from '../wording/plan-words.js';
import { shortDay } from '../ui/dates.js';

const LENGTHS = [10, 15, 20, 25, 30];

export function Component() {
  const { id } = useParams();
  const go = useNavigate();
  const may = useMay('plan');
  const { data: groups, error } = useData('groups');
  const { data: children } = useData('children');
  const { data: settings } = useData('settings');
  const { data: table } = useData('timetable');
  const { data: team } = useData('team');
  const group = groups?.find((g) => g.id === id);
  const materials = useMaterials(group);
  const request = useMemo(
    () =>
      group && children && settings && materials
        ? cycleRequest(group, materials.past, children, settings, todayDay(), meetingDays(group, table, settings))
        : null,
    [group, children, settings, materials, table],
  );
  const toMake = useMemo(() => (request ? planCycle(request).sessions.filter((s) => s.id.startsWith(TO_COME)) : []), [request]);
  const [minutes, setMinutes] = useState(20);
  const [adult, setAdult] = useState<string>();
  const [drafts, setDrafts] = useState<readonly Drafted[]>([]);
  const [working, setWorking] = useState<{ done: number; of: number; what: 'drafting' | 'keeping' } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const stop = useRef({ aborted: false });
  if (!groups || !children || !settings)
    return (
      <Page title="Make the cycle">
        <Pending error={error} what="the group" />
      </Page>
    );
  if (!may || !group || (request && toMake.length === 0 && drafts.length === 0))
    return (
      <Page title="Make the cycle">
        <Empty
          title={
            !may ? 'Plans are made by the intervention teacher' : !group ? 'This group is not here' : 'Every session of this cycle is made'
          }
          action={
            <Link className="btn btn-main" to={group ? `/groups/${group.id}/cycle` : '/groups'}>
              {group ? 'To the cycle' : 'To Groups'}
            </Link>
          }
        >
          {!may
            ? 'Sessions given to you stand under Today and Sessions.'
            : group
              ? 'Change single ones from the cycle.'
              : 'It ended, or it was not shared with you.'}
        </Empty>
      </Page>
    );
  const who = adult ?? group.adultId ?? '';
  const draft = async (): Promise<void> => {
    if (!materials) return;
    stop.current = { aborted: false };
    setTrouble(null);
    setDrafts([]);
    setWorking({ done: 0, of: toMake.length, what: 'drafting' });
    try {
      await draftAll(
        materials,
        toMake,
        minutes,
        (r) => core().planSession(r),
        (drafted, of) => {
          setDrafts((now) => [...now, drafted]);
          setWorking((now) => now && { ...now, done: now.done + 1, of });
        },
        stop.current,
      );
    } catch (problem) {
      setTrouble((problem as Error).message);
    }
    setWorking(null);
  };
  const again = async (k: number): Promise<void> => {
    const old = drafts[k]!;
    const plan = await core().planSession(
      requestOf(materials!, old.session, drafts.slice(0, k), minutes, 100 + Math.floor(Math.random() * 1e6)),
    );
    setDrafts((now) => now.map((d, n) => (n === k ? { ...old, plan } : d)));
  };
  const keep = async (): Promise<void> => {
    setTrouble(null);
    setWorking({ done: 0, of: drafts.length, what: 'keeping' });
    const made: { id: string; version: number }[] = [];
    try {
      for (const d of drafts) {
        made.push(await call('addSession', { body: { groupId: group.id, on: d.on, adultId: who || null, plan: d.plan } }));
        setWorking({ done: made.length, of: drafts.length, what: 'keeping' });
      }
    } catch (problem) {
      setTrouble(`${made.length === 0 ? 'None was kept' : `${made.length} of ${drafts.length} were kept`}. ${sentenceOf(problem)}`);
      setDrafts((now) => now.slice(made.length));
      setWorking(null);
      await refresh('sessions');
      return;
    }
    await refresh('sessions');
    toast.success(`${made.length === 1 ? '1 session is' : `${made.length} sessions are`} kept${who ? ' and shared' : ''}.`, {
      action: {
        label: 'Undo',
        onClick: () =>
          void Promise.all(made.map((m) => call('removeSession', { params: { id: m.id }, query: { version: m.version } }))).then(
            () => refresh('sessions'),
            (problem: unknown) => toast.error(sentenceOf(problem)),
          ),
      },
    });
    await go(`/groups/${group.id}/cycle`);
  };
  return (
    <Page
      title={`${group.name}: make the cycle`}
      lead="Every session drafted at once. Look them through, draw single ones again, take out what you do not want; then keep them together. Each can be changed later."
      actions={
        <Link className="btn" to={`/groups/${group.id}/cycle`}>
          The cycle
        </Link>
      }
    >
      <div className="mb-5 flex flex-wrap items-end gap-4">
        <SelectField
          label="Length of each"
          value={minutes}
          onChange={(event) => setMinutes(Number(event.target.value))}
          disabled={working !== null}
        >
          {LENGTHS.map((n) => (
            <option key={n} value={n}>
              {n} minutes
            </option>
          ))}
        </SelectField>
        <SelectField label="Run by" value={who} onChange={(event) => setAdult(event.target.value)}>
          <AdultOptions team={team} />
        </SelectField>
        {working ? (
          <span className="flex items-center gap-3 pb-1" role="status">
            <progress className="w-40" value={working.done} max={working.of} />
            {working.what === 'drafting' ? 'Drafting' : 'Keeping'} {working.done} of {working.of}
            {working.what === 'drafting' && (
              <button className="btn btn-small" onClick={() => (stop.current.aborted = true)}>
                Stop
              </button>
            )}
          </span>
        ) : (
          <>
            <button className={drafts.length === 0 ? 'btn btn-main' : 'btn'} disabled={!materials} onClick={() => void draft()}>
              {drafts.length === 0 ? `Draft ${toMake.length === 1 ? 'the session' : `${toMake.length} sessions`}` : 'Draft all again'}
            </button>
            {drafts.length > 0 && (
              <button className="btn btn-main" onClick={() => void keep()}>
                {who ? 'Keep and share' : 'Keep'} {drafts.length === 1 ? 'it' : `all ${drafts.length}`}
              </button>
            )}
          </>
        )}
      </div>
      <Trouble>{trouble}</Trouble>
      <ol className="grid gap-4 [grid-template-columns:repeat(auto-fill,minmax(19rem,1fr))]">
        {drafts.map((d, k) => (
          <DraftCard
            key={d.id}
            drafted={d}
            onAgain={() => void again(k)}
            onOut={() => setDrafts((now) => now.filter((x) => x.id !== d.id))}
          />
        ))}
      </ol>
      {drafts.length === 0 && !working && (
        <ol className="sheet max-w-2xl">
          {toMake.map((s) => (
            <li key={s.id} className="flex gap-4 border-t border-rule-2 px-4 py-1.5 first:border-0">
              <span className="w-28 shrink-0 font-semibold">{dayOf(s)}</span>
              <span>{purposeWords(s)}</span>
            </li>
          ))}
        </ol>
      )}
    </Page>
  );
}
const dayOf = (s: Pick<PlannedSession, 'on'>): string => shortDay(s.on);

function DraftCard({ drafted, onAgain, onOut }: { drafted: Drafted; onAgain: () => void; onOut: () => void }) {
  const { plan, session } = drafted;
  const day = dayOf(drafted);
  const remarks = plan.remarks?.length ?? 0;
  return (
    <li className="sheet grid content-start gap-1 px-4 py-3" aria-label={`Session of ${day}`}>
      <p className="flex items-center gap-2">
        <span className="mr-auto font-serif text-lg font-semibold">{day}</span>
        <button className="grid size-9 place-items-center text-ink-2 hover:text-ink" aria-label={`Draw ${day} again`} onClick={onAgain}>
          <RefreshCw size={16} aria-hidden />
        </button>
        <button className="grid size-9 place-items-center text-ink-2 hover:text-ink" aria-label={`Take ${day} out`} onClick={onOut}>
          <X size={16} aria-hidden />
        </button>
      </p>
      <p className="text-sm">{purposeWords(session)}</p>
      <ul className="mt-1 grid gap-1 text-sm">
        {plan.parts.map((p) => (
          <li key={p.id} className="grid grid-cols-[2.6rem_1fr]">
            <span className="text-ink-2">{p.minutes} m</span>
            <span>
              {planWords(p.title)}
              {p.kind !== 'review' && p.words.length > 0 && (
                <span className="block font-child text-base">{p.words.map((w) => w.word).join(', ')}</span>
              )}
              {p.text && <span className="block italic">{p.text.title}</span>}
              {p.lines && <span className="block font-child text-base">{p.lines.map((l) => l.text).join(' ')}</span>}
              {p.rows && (
                <span className="block font-child text-base">{p.rows.map((r) => r.items.map(graphemeShown).join(' ')).join(' / ')}</span>
              )}
            </span>
          </li>
        ))}
      </ul>
      {remarks > 0 && <p className="text-sm text-wobbly">{remarks === 1 ? '1 thing' : `${remarks} things`} to know: see it once kept.</p>}
    </li>
  );
}
