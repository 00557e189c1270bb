/** What groups were: last cycle against this one, who moved when, and for whom little has changed. */
import { fewOf } from '@sapling/core';
import type { ChildLine, Group, GroupHistory } from '@sapling/contract';
import type { GroupingProblem, Placement } from '@sapling/core/grouping';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { dayInside, timeWords } from '../ui/dates.js';
import { Dialog } from '../ui/dialog.js';
import { useFirstFew } from '../ui/first-few.js';
import { graphemeShown } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { say } from '../wording/say.js';
import { useAnswer } from '../workers/use-core.js';
import { toCoreGroup } from './problem.js';
import { placementWords } from './words.js';

interface Props {
  history: GroupHistory;
  groups: readonly Group[];
  children: ReadonlyMap<string, ChildLine>;
  problem: GroupingProblem | null;
  lastGroup: ReadonlyMap<string, GroupHistory['past'][number]>;
  onClose: () => void;
}

/** Why each of these children is where they are. */
async function placements(
  problem: GroupingProblem,
  groups: readonly Group[],
  children: readonly string[],
): Promise<Map<string, Placement>> {
  const board = groups.map(toCoreGroup);
  const all = await Promise.all(children.map((id) => core().placementOf(problem, board, id)));
  return new Map(all.flatMap((p) => (p ? [[p.child, p] as const] : [])));
}

/** Every child who is or was in a group, with last cycle's and this one, those of one group together. */
function movedChildren(groups: readonly Group[], children: Props['children'], lastGroup: Props['lastGroup']) {
  const now = new Map(groups.flatMap((g) => g.members.map((m) => [m, g] as const)));
  const all = [...new Set([...now.keys(), ...lastGroup.keys()])].filter((id) => children.has(id));
  return all
    .map((id) => ({ child: children.get(id)!, last: lastGroup.get(id), now: now.get(id) }))
    .sort((a, b) => (a.last?.name ?? '~').localeCompare(b.last?.name ?? '~') || a.child.givenName.localeCompare(b.child.givenName));
}

/** So many moves are shown at first. */
const MOVES_SHOWN = 40;

export function History({ history, groups, children, problem, lastGroup, onClose }: Props) {
  const [moves, more] = useFirstFew(history.moves, MOVES_SHOWN);
  const now = new Map(groups.flatMap((g, k) => g.members.map((m) => [m, k] as const)));
  const moved = movedChildren(groups, children, lastGroup);
  const ask = useMemo(
    () =>
      problem &&
      (() =>
        placements(
          problem,
          groups,
          movedChildren(groups, children, lastGroup).map((m) => m.child.id),
        )),
    [problem, groups, children, lastGroup],
  );
  // the reasons are one line more: without them the moves stand as they are
  const { value: why } = useAnswer(ask, say('why children are where they are'));
  const kept = (id: string): number => {
    const last = lastGroup.get(id);
    const group = now.has(id) ? groups[now.get(id)!] : undefined;
    return last && group ? group.members.filter((m) => m !== id && last.members.includes(m)).length : 0;
  };
  return (
    <Dialog side open onClose={onClose} title="Groups before and now">
      {history.past.length === 0 && (
        <p className="text-ink-2">No group has ended yet. When a new cycle begins, the groups there were are kept here.</p>
      )}
      {history.past.length > 0 && (
        <>
          <h3 className="mb-1 text-base">Against last cycle</h3>
          <ul className="ruled mb-6">
            {moved.map(({ child, last, now: group }) => {
              const reason = why?.get(child.id);
              return (
                <li key={child.id} className="py-1.5">
                  <p>
                    <Link className="font-semibold underline-offset-4 hover:underline" to={`/children/${child.id}`}>
                      {child.givenName}
                    </Link>{' '}
                    {last ? `from ${last.name}` : 'was in no group'} → {group ? group.name : 'no group'}
                    {group && last && <span className="text-sm text-ink-2"> · with {kept(child.id)} of last cycle’s companions</span>}
                  </p>
                  {reason && group && <p className="text-sm text-ink-2">{placementWords(reason, child.givenName, groups)[0]}</p>}
                </li>
              );
            })}
          </ul>
          <h3 className="mb-1 text-base">Groups that have ended</h3>
          <ul className="ruled mb-6">
            {history.past.map((g) => (
              <li key={g.id} className="py-1.5">
                <p>
                  <span className="font-semibold">{g.name}</span> {dayInside(g.startsOn)} to {dayInside(g.endedOn)}
                  {g.adultName && `, with ${g.adultName}`}
                </p>
                <p className="text-sm text-ink-2">
                  {g.members.map((id) => children.get(id)?.givenName ?? '?').join(', ')}
                  {g.hidden > 0 && ` and ${g.hidden} of another class`}
                  {g.focus.length > 0 && ` · on ${[...g.focus.map(graphemeShown), ...g.skills].join(', ')}`}
                </p>
              </li>
            ))}
          </ul>
        </>
      )}
      <h3 className="mb-1 text-base">Moves</h3>
      <ul className="ruled">
        {moves.map((m, k) => (
          <li key={k} className="flex gap-3 py-1 text-sm">
            <span className="w-32 shrink-0 text-ink-2">{timeWords(m.at)}</span>
            <span>
              {children.get(m.child)?.givenName ?? 'A child'} {m.what} {m.groupName} <span className="text-ink-2">· {m.by}</span>
            </span>
          </li>
        ))}
        {history.moves.length === 0 && <li className="py-1 text-ink-2">None yet.</li>}
      </ul>
      {more}
    </Dialog>
  );
}

/** Children in groups for two cycles for whom little has changed: raised, not judged. */
export function Flat({ history, children }: { history: GroupHistory; children: ReadonlyMap<string, ChildLine> }) {
  const flat = history.flat.filter((f) => children.has(f.child));
  if (flat.length === 0) return null;
  return (
    <details className="mb-5 border-l-4 border-wobbly bg-wobbly-wash px-4 py-2">
      <summary className="cursor-pointer font-semibold">
        Worth raising: little change in two cycles or more for {fewOf(flat.map((f) => children.get(f.child)!.givenName))}
      </summary>
      <ul className="my-1">
        {flat.map((f) => (
          <li key={f.child}>
            <Link className="font-semibold underline underline-offset-4" to={`/children/${f.child}`}>
              {children.get(f.child)!.givenName} {children.get(f.child)!.familyName}
            </Link>
            : of {f.of} pairs seen by {dayInside(f.since)}, about {Math.round(f.before)} were known then and about {Math.round(f.now)} are
            now, after {f.cycles} groups.
          </li>
        ))}
      </ul>
      <p className="text-sm">
        Where progress stays flat after good teaching, or there is any doubt, the school’s own procedures and qualified specialists decide.
        This is no diagnosis, and absence, a change of order or few checks can look the same.
      </p>
    </details>
  );
}
