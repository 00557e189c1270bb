/** Why a child is where they are: a few plain sentences, then what it costs and where else they could be. */
import type { ChildLine, Colleague, Group, GroupHistory, GroupRule } from '@sapling/contract';
import type { GroupingProblem } from '@sapling/core/grouping';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { dayOf } from '../clock.js';
import { dayInside, onDay } from '../ui/dates.js';
import { Dialog } from '../ui/dialog.js';
import { core } from '../workers/core.js';
import { useAnswer } from '../workers/use-core.js';
import { toCoreGroup } from './problem.js';
import { Working } from './working.js';
import { changeWords, minutes, moveWords, namedOf, PART_WORDS, PARTS, placementWords } from './words.js';
import { say } from '../wording/say.js';

interface Props {
  child: ChildLine;
  groups: readonly Group[];
  children: ReadonlyMap<string, ChildLine>;
  team: readonly Colleague[];
  problem: GroupingProblem;
  rules: readonly GroupRule[];
  last: GroupHistory['past'][number] | undefined;
  onMove: (to: Group | undefined) => void;
  onClose: () => void;
}

export function Why({ child, groups, children, team, problem, rules, last, onMove, onClose }: Props) {
  const ask = useMemo(
    () => async () => {
      const now = groups.map(toCoreGroup);
      const [placement, moves] = await Promise.all([core().placementOf(problem, now, child.id), core().movesOf(problem, now, child.id)]);
      return placement && { placement, moves };
    },
    [problem, groups, child.id],
  );
  const { value: answer, error, again } = useAnswer(ask, null);
  const named = namedOf(children, groups, team);
  const own = rules.filter((r) => r.children.includes(child.id));
  const answers = child.line.reduce((sum, c) => sum + c.basedOn, 0);
  const seen = child.line.flatMap((c) => c.lastSeen ?? []).sort();
  const at = answer?.placement.group ?? null;
  return (
    <Dialog
      open
      side
      onClose={onClose}
      title={`Why ${child.givenName} is ${at === null ? 'in no group' : `in ${groups[at]?.name ?? 'this group'}`}`}
    >
      {!answer ? (
        <Working error={error} what={`why ${child.givenName} is here`} onAgain={again} />
      ) : (
        <>
          <div className="mb-4 grid gap-2">
            {placementWords(answer.placement, child.givenName, groups).map((sentence) => (
              <p key={sentence}>{sentence}</p>
            ))}
            {last && at !== null && (
              <p>
                Last cycle {child.givenName} was in {last.name}, until {dayInside(last.endedOn)}.
              </p>
            )}
            {own.map((r) => (
              <p key={r.id}>
                Rule: {ruleLine(r, named.child, child.id)}
                {r.why && ` (${r.why})`}.
              </p>
            ))}
          </div>
          <h3 className="mb-1 text-base">What it costs {child.givenName} in a cycle</h3>
          <table className="mb-4 w-full">
            <tbody>
              {PARTS.filter((part) => Math.round(answer.placement.cost[part]) !== 0).map((part) => (
                <tr key={part} className="border-b border-rule-2" title={PART_WORDS[part].means}>
                  <th scope="row" className="py-1 text-left font-normal">
                    {PART_WORDS[part].short}
                  </th>
                  <td className="py-1 text-right">{minutes(answer.placement.cost[part])}</td>
                </tr>
              ))}
              <tr>
                <th scope="row" className="py-1 text-left">
                  altogether
                </th>
                <td className="py-1 text-right font-semibold">{minutes(answer.placement.cost.total)}</td>
              </tr>
            </tbody>
          </table>
          <h3 className="mb-1 text-base">Elsewhere, for everybody together</h3>
          <ul className="ruled mb-4">
            {answer.moves
              .filter((m) => m.to !== at)
              .sort((a, b) => Number(a.breaks.length > 0) - Number(b.breaks.length > 0) || a.change.total - b.change.total)
              .map((move) => {
                const words = moveWords(move, problem, named);
                const to = move.to === null ? undefined : groups[move.to];
                return (
                  <li key={move.to ?? 'none'} className="flex items-baseline gap-3 py-1.5">
                    <span className="w-24 shrink-0 font-semibold">{to?.name ?? 'No group'}</span>
                    <span className="min-w-0 flex-1 text-sm text-ink-2">
                      {words.barred ? words.why : `${changeWords(move.change.total)}${move.needs.length > 0 ? ` · ${words.why}` : ''}`}
                    </span>
                    {!words.barred && (
                      <button
                        className="btn btn-small"
                        onClick={() => {
                          onMove(to);
                          onClose();
                        }}
                      >
                        Move
                      </button>
                    )}
                  </li>
                );
              })}
          </ul>
          <p className="text-sm text-ink-2">
            From {answers} answers{seen.length > 0 && `, the last ${onDay(dayOf(seen[seen.length - 1]!))}`}. A check finds what to teach
            next; it is no diagnosis.{' '}
            <Link className="underline" to={`/children/${child.id}`}>
              All that is known of {child.givenName}
            </Link>
          </p>
        </>
      )}
    </Dialog>
  );
}

function ruleLine(rule: GroupRule, name: (id: string) => string, own: string): string {
  const others = rule.children
    .filter((id) => id !== own)
    .map(name)
    .join(', ');
  switch (rule.kind) {
    case 'together':
      return `together with ${others}`;
    case 'apart':
      return `apart from ${others}`;
    case 'out':
      return 'in no group';
    case 'busy':
      return say('stays in class at times that are set');
  }
}
