/** What the groups on the board are likely to teach, for whom it is little, and what it costs in minutes. */
import type { ChildLine, Group } from '@sapling/contract';
import { GainLittle } from './gain-little.js';
import { underWay } from './under-way.js';
import type { Board } from './use-board.js';
import { Working } from './working.js';
import { boardWords, minutes, PART_WORDS, PARTS } from './words.js';

/** As high as what stands in its place later. */
const WORKING = 'Working out what these groups are likely to teach…';

interface Props {
  board: Board;
  groups: readonly Group[];
  children: ReadonlyMap<string, ChildLine>;
  /** Whether how groups fall is shown, and turning it. */
  spread: boolean;
  onSpread: () => void;
}

export function BoardSum({ board: { view, problem, settings, trouble, askAgain }, groups, children, spread, onSpread }: Props) {
  const nameOf = (id: string): string => children.get(id)?.givenName ?? 'The child';
  return (
    <div className="mb-4">
      {view || trouble === null ? (
        <p className="max-w-4xl text-lg" role="status">
          {view ? boardWords(view.learning, settings.cycleWeeks, underWay(groups, children), nameOf) : WORKING}
        </p>
      ) : (
        <Working error={trouble} what="what these groups are likely to teach" onAgain={askAgain}>
          Moving children and all else works without it.
        </Working>
      )}
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 text-sm text-ink-2">
        <button className="underline underline-offset-4" onClick={onSpread} aria-expanded={spread}>
          How groups fall
        </button>
        {view && <GainLittle little={view.learning.little} name={nameOf} />}
        {view && problem && (
          <details>
            <summary className="cursor-pointer underline underline-offset-4">In child-minutes</summary>
            <span>
              <strong className="text-ink">{minutes(view.total.total)}</strong> lost in a cycle, for {problem.children.length} children:
            </span>
            {PARTS.filter((part) => Math.round(view.total[part]) !== 0).map((part) => (
              <span key={part} className="ml-3" title={PART_WORDS[part].means}>
                {PART_WORDS[part].short} {minutes(view.total[part])}
              </span>
            ))}
          </details>
        )}
      </p>
    </div>
  );
}
