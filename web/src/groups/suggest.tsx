/** A suggestion of groups from the gaps: asked for, looked at, then taken or left. */
import type { ChildLine, Colleague } from '@sapling/contract';
import type { GroupExplanation, Grouping, GroupingProblem } from '@sapling/core';
import { proxy } from 'comlink';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import type { Orders } from '../api/orders.js';
import { ChildLine as Line } from '../ui/child-line.js';
import { Trouble } from '../ui/form.js';
import { graphemeShown, Pair } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { inNeed, possible, problemOf } from './problem.js';

interface Props {
  children: readonly ChildLine[];
  orders: Orders;
  team: readonly Colleague[];
  taken: ReadonlySet<string>;
  /** Chosen on the Gaps place; otherwise those most in need who are in no group. */
  only: readonly string[] | undefined;
  /** Pairs chosen on the Gaps place: what a group made of those children is for. */
  focus: readonly string[];
  existing: number;
  onClose: () => void;
}
interface Found {
  problem: GroupingProblem;
  grouping: Grouping;
  why: GroupExplanation[];
}
/** Members and focus pairs that one group can hold. */
const MOST = 12;
const NAMES = ['Willow', 'Hazel', 'Rowan', 'Alder', 'Aspen', 'Birch', 'Cedar', 'Linden', 'Maple', 'Juniper', 'Elder', 'Larch'];

export function Suggest({ children, orders, team, taken, only, focus, existing, onClose }: Props) {
  const { data: classes } = useData('classes');
  const classIds = [...new Set(children.map((c) => c.classId))];
  const [classId, setClassId] = useState<string>(only ? 'chosen' : 'all');
  const pool =
    classId === 'chosen'
      ? children.filter((c) => only?.includes(c.id))
      : inNeed(children.filter((c) => (classId === 'all' || c.classId === classId) && !taken.has(c.id)));
  const [count, setCount] = useState<number | null>(null);
  const [size, setSize] = useState<[number, number]>([3, 6]);
  const [progress, setProgress] = useState<number | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const groups = count ?? Math.max(1, Math.ceil(Math.min(pool.length, 24) / Math.max(1, size[1] - 1)));
  // where not everybody fits, those with most gaps come first
  const fit = pool.slice(0, groups * size[1]);
  const ok = possible(fit.length, groups, size[0], size[1]);
  const byId = new Map(children.map((c) => [c.id, c]));

  const ask = async (): Promise<void> => {
    setTrouble(null);
    setFound(null);
    setProgress(0);
    const problem = problemOf(fit, orders.taughtToAll(fit.map((c) => c.classId)).gpcs, groups, size);
    try {
      const answer = await core().formGroups(
        problem,
        1,
        proxy((done: number) => setProgress(done)),
      );
      if (answer) setFound({ problem, ...answer });
    } catch (error) {
      setTrouble((error as { message?: string }).message ?? sentenceOf(error));
    } finally {
      setProgress(null);
    }
  };
  const accept = async (groups: readonly { focus: readonly string[]; members: readonly string[] }[]): Promise<void> => {
    try {
      const made = await call('addGroups', {
        body: {
          groups: groups.map((g, k) => ({
            name: NAMES[(existing + k) % NAMES.length]!,
            adultId: null,
            focus: [...g.focus],
            members: [...g.members],
          })),
        },
      });
      await refresh('groups');
      toast(`${made.length} ${made.length === 1 ? 'group' : 'groups'} made. Give each an adult.`, {
        action: {
          label: 'Undo',
          onClick: () =>
            void Promise.all(made.map((g) => call('removeGroup', { params: { id: g.id }, query: { version: g.version } }))).then(
              () => refresh('groups'),
              (error: unknown) => toast.error(sentenceOf(error)),
            ),
        },
      });
      onClose();
    } catch (error) {
      setTrouble(sentenceOf(error));
    }
  };
  const name = (id: string): string => byId.get(id)?.givenName ?? '?';
  const number = (label: string, value: number, change: (value: number) => void) => (
    <label className="flex items-center gap-2">
      {label}
      <input
        className="field !w-16"
        type="number"
        min={1}
        max={12}
        value={value}
        onChange={(event) => change(Math.max(1, Math.min(12, Number(event.target.value) || 1)))}
      />
    </label>
  );
  return (
    <section aria-label="Suggest groups" className="mb-6 border-y-2 border-pine bg-sheet px-5 py-4">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-3">
        <label className="flex items-center gap-2">
          From
          <select className="field !w-auto" value={classId} onChange={(event) => setClassId(event.target.value)}>
            {only && <option value="chosen">the {only.length} chosen under Gaps</option>}
            <option value="all">all children with gaps, in no group</option>
            {classIds.length > 1 &&
              classIds.map((id) => (
                <option key={id} value={id}>
                  {classes?.find((c) => c.id === id)?.name ?? 'one class'} only
                </option>
              ))}
          </select>
        </label>
        {number('Groups', groups, setCount)}
        {number('of', size[0], (from) => setSize([from, Math.max(from, size[1])]))}
        {number('to', size[1], (to) => setSize([Math.min(size[0], to), to]))}
        {progress === null ? (
          <button className="btn btn-main" disabled={!ok} onClick={() => void ask()}>
            {found ? 'Suggest again' : 'Suggest'}
          </button>
        ) : (
          <span className="flex items-center gap-3" role="status">
            <progress value={progress} className="w-32" /> {Math.round(progress * 100)} %
            <button className="btn btn-small" onClick={() => void core().stop()}>
              Stop
            </button>
          </span>
        )}
        {classId === 'chosen' && pool.length > 0 && pool.length <= MOST && (
          <button className="btn" onClick={() => void accept([{ focus: focus.slice(0, MOST), members: pool.map((c) => c.id) }])}>
            One group of these {pool.length}
            {focus.length > 0 && `, on ${focus.map((gpc) => graphemeShown(gpc)).join(', ')}`}
          </button>
        )}
        <button className="btn btn-quiet ml-auto" onClick={onClose}>
          Close
        </button>
      </div>
      <p className="mt-2 text-sm text-ink-2">
        {pool.length === 0
          ? 'Everybody with a gap is in a group already.'
          : ok
            ? `${fit.length} of ${pool.length} children with gaps${fit.length < pool.length ? ', those with most gaps first' : ''}. Groups share what was taught to all of their children.`
            : `${fit.length} children do not make ${groups} groups of ${size[0]} to ${size[1]}.`}
      </p>
      <Trouble>{trouble}</Trouble>
      {found && (
        <>
          <div className="mt-4 grid gap-x-8 gap-y-5 [grid-template-columns:repeat(auto-fill,minmax(24rem,1fr))]">
            {found.grouping.groups.map((group, k) => (
              <div key={k} className="border-t border-rule pt-2">
                <p className="flex flex-wrap gap-1.5">
                  {found.why[k]!.shared.map(({ gpc, need, of }) => (
                    <span key={gpc} className="inline-flex items-baseline gap-1.5 rounded-s bg-paper px-2">
                      <Pair gpc={gpc} />
                      <span className="text-sm">
                        {need} of {of}
                      </span>
                    </span>
                  ))}
                </p>
                <ul className="my-2">
                  {group.members.map((id) => (
                    <li key={id} className="flex items-center gap-3">
                      <span className="w-20 truncate font-semibold">{name(id)}</span>
                      <span className="min-w-0 flex-1">
                        <Line small line={byId.get(id)?.line ?? []} total={Math.max(...fit.map((c) => c.line.length))} width="100%" />
                      </span>
                    </li>
                  ))}
                </ul>
                {found.why[k]!.worst && (
                  <p className="text-sm text-ink-2">
                    Fits least: {name(found.why[k]!.worst!.child)}, {found.why[k]!.worst!.covered} of {found.why[k]!.shared.length} focus
                    pairs needed.
                  </p>
                )}
              </div>
            ))}
          </div>
          <div className="mt-4 flex items-center gap-4">
            <button className="btn btn-main" onClick={() => void accept(found.grouping.groups)}>
              Make these {found.grouping.groups.length} groups
            </button>
            <span className="text-sm text-ink-2">
              In one cycle: {Math.round(found.grouping.cost.knownAlready)} child-minutes on what is known already,{' '}
              {Math.round(found.grouping.cost.notCovered)} of gaps left for later.
              {team.length > 0 && ' Adults are given on the board.'}
            </span>
          </div>
        </>
      )}
    </section>
  );
}
