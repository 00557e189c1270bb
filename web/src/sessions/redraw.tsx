/**
 * Sessions to come that were made before something moved. What the program drew draws itself again; what was made or changed by
 * hand is drawn again in one press. Both are said, with a way back.
 */
import type { Group } from '@sapling/contract';
import { planCycle, type PlannedSession } from '@sapling/core/planning';
import { useEffect, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { todayDay } from '../clock.js';
import { useMay, useMe } from '../shell/me.js';
import { core } from '../workers/core.js';
import { cycleRequest, meetingDays } from './cycle-request.js';
import { outOfStep, redrawAll, type Materials, type Redrawn } from './draft-cycle.js';
import { useMaterials } from './use-materials.js';
import { shortDay } from '../ui/dates.js';

/** @param by hand: whoever plans says so; else the session draws itself, which whoever runs the group may let it */
const redraw = (materials: Materials, stale: readonly PlannedSession[], by: 'hand' | 'itself'): Promise<Redrawn[]> =>
  redrawAll(
    materials,
    stale,
    todayDay(),
    (request) => core().planSession(request),
    async (session, plan) => {
      try {
        const endpoint = by === 'hand' ? 'updateSession' : 'redrawSession';
        return (await call(endpoint, { params: { id: session.id }, body: { plan, version: session.version } })).version;
      } catch (problem) {
        // somebody was quicker, with a plan of their own or the same
        if (problem instanceof Problem && problem.code === 'newer-version') return null;
        throw problem;
      }
    },
  );

/** Says what was drawn again; whoever plans can take it back. */
function say(done: readonly Redrawn[], what: string, plans: boolean): void {
  if (done.length === 0) return;
  if (!plans) return void toast.success(what);
  toast.success(what, {
    action: {
      label: 'Undo',
      onClick: () =>
        void Promise.all(
          // taken back by hand, it stays as it was
          done.map(({ id, version, was: { drawn: _drawn, ...plan } }) =>
            call('updateSession', { params: { id }, body: { plan, version } }),
          ),
        ).then(
          () => refresh('sessions'),
          (problem: unknown) => toast.error(sentenceOf(problem)),
        ),
    },
  });
}
const sessionsAre = (n: number): string => (n === 1 ? '1 session is' : `${n} sessions are`);

export function Redraw({ stale, group }: { stale: readonly PlannedSession[]; group: Group }) {
  const materials = useMaterials(group);
  const [busy, setBusy] = useState(false);
  const press = async (): Promise<void> => {
    if (!materials) return;
    setBusy(true);
    try {
      const done = await redraw(materials, stale, 'hand');
      say(done, `${sessionsAre(done.length)} drawn again. Whoever runs them sees it.`, true);
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
    await refresh('sessions');
    setBusy(false);
  };
  const days = stale.map((s) => shortDay(s.on));
  return (
    <div className="mb-4 flex flex-wrap items-center gap-3 border-l-4 border-wobbly py-1 pl-4">
      <p className="max-w-2xl">
        {days.length === 1
          ? `The session of ${days[0]!} was`
          : `The sessions of ${days.slice(0, 4).join(', ')}${days.length > 4 ? ` and ${days.length - 4} more` : ''} were`}{' '}
        made before this was so, by hand or for today: {days.length === 1 ? 'it is' : 'they are'} for other pairs than the cycle has now.
      </p>
      <button className="btn" disabled={busy || !materials} onClick={() => void press()}>
        {busy ? 'Drawing…' : days.length === 1 ? 'Draw it again' : 'Draw them again'}
      </button>
    </div>
  );
}

/** Sessions that draw themselves again: drawn by the program for a later day, and by nobody changed. */
export const drawsItself = (materials: Pick<Materials, 'past'>, session: PlannedSession, today: string): boolean =>
  session.on > today && materials.past.find((s) => s.id === session.id)?.plan.drawn !== undefined;

/** What was tried once is not tried again while the page is open, whatever comes of it. */
const tried = new Set<string>();

/** Keeps the drawn sessions of one group in step with its cycle, and says so. */
export function InStep({ group }: { group: Group }) {
  const plans = useMay('plan');
  const materials = useMaterials(group);
  const { data: children } = useData('children');
  const { data: settings } = useData('settings');
  const { data: table } = useData('timetable');
  const stale = useMemo(() => {
    if (!materials || !children || !settings || !table) return [];
    const request = cycleRequest(group, materials.past, children, settings, todayDay(), meetingDays(group, table, settings));
    if (!request) return [];
    return outOfStep(planCycle(request), materials.past, request).filter((s) => drawsItself(materials, s, todayDay()));
  }, [group, materials, children, settings, table]);
  useEffect(() => {
    const joined = stale.filter((s) => materials?.past.find((x) => x.id === s.id)?.plan.drawn?.joined);
    const key = stale
      .map((s) => `${s.id} ${s.fresh ?? ''} ${s.again.map((a) => a.gpc).join()} ${s.skill ?? ''} ${joined.includes(s) ? 'joined' : ''}`)
      .join('; ');
    if (!materials || key === '' || tried.has(key)) return;
    tried.add(key);
    void redraw(materials, stale, 'itself').then(
      async (done) => {
        say(
          done,
          `${group.name}: ${done.length === 1 ? `the session of ${shortDay(stale[0]!.on)} is` : `${done.length} later sessions are`} drawn again, ${joined.length > 0 ? 'for who is in the group now' : 'as the last log moved the cycle'}.`,
          plans,
        );
        if (done.length > 0) await refresh('sessions');
      },
      // nothing is lost: the cycle page says what is out of step
      () => undefined,
    );
  }, [stale, materials, group.name, plans]);
  return null;
}

/** The same for every group with drawn sessions to come that one plans or runs, all of whose children are seen; nothing is loaded for the others. */
export default function AllInStep() {
  const me = useMe().colleague.id;
  const plans = useMay('plan');
  const { data: groups } = useData('groups');
  const { data: ahead } = useData('sessions', { query: { from: todayDay() } });
  const drawn = new Set((ahead ?? []).filter((s) => s.plan.drawn && !s.log).map((s) => s.groupId));
  return (groups ?? [])
    .filter((g) => drawn.has(g.id) && g.hidden === 0 && (plans || g.adultId === me))
    .map((g) => <InStep key={g.id} group={g} />);
}
