/** What a rule's count says: how often it holds, and which words break it. */
import type { RuleCount } from '@sapling/core/phonics';
import { WordMarks } from '../ui/word-marks.js';

/** Fewer cases than this say little. */
const FEW = 8;

export function Worth({ count }: { count: RuleCount | undefined }) {
  if (!count) return <span className="text-sm text-ink-2">counting…</span>;
  if (count.cases === 0) return <span className="text-sm text-ink-2">no case yet</span>;
  return (
    <span className="block">
      <span className="flex items-baseline justify-between">
        <span className={count.cases < FEW ? 'text-ink-2' : 'font-semibold'}>{Math.round(count.share * 100)} in 100</span>
        <span className="text-sm text-ink-2">{count.cases < FEW ? `only ${count.cases}` : `of ${count.cases}`}</span>
      </span>
      <span className="mt-0.5 block h-[5px] border border-ink-2" aria-hidden>
        <span className="block h-full bg-pine" style={{ width: `${count.share * 100}%` }} />
      </span>
    </span>
  );
}

export function CountWords({ count }: { count: RuleCount }) {
  const list = (words: RuleCount['examples']) => (
    <p className="mt-1 flex flex-wrap gap-x-5 gap-y-3">
      {words.map((w) => (
        <WordMarks
          key={w.word}
          word={w.word}
          units={w.units}
          focus={[`${w.units[w.at]!.grapheme}:${w.units[w.at]!.sound}`]}
          className="text-xl"
        />
      ))}
    </p>
  );
  return (
    <div className="grid gap-4">
      <p className="text-sm text-ink-2">
        Holds {count.holds} times of {count.cases}. In everyday speech, where a common word weighs as often as it is heard:{' '}
        {Math.round(count.heardShare * 100)} in 100.
      </p>
      <div>
        <h3 className="text-sm font-semibold">Break it, commonest first</h3>
        {count.exceptions.length > 0 ? list(count.exceptions) : <p className="text-ink-2">None among these words.</p>}
      </div>
      {count.examples.length > 0 && (
        <div>
          <h3 className="text-sm font-semibold">Keep it</h3>
          {list(count.examples)}
        </div>
      )}
    </div>
  );
}
