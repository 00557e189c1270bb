/** Words to teach from this reading: each missed word with its marks, its odd part, and words like it. */
import type { ReadingRecord } from '@sapling/contract';
import type { Pattern } from '@sapling/core/checks';
import { lastWordOf, type Marking } from '@sapling/core/reading';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { PATTERN_WORDS } from '../check/pattern-words.js';
import { WordMarks } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { useCore } from '../workers/use-core.js';

export function TeachPanel({ record, marking, onWord }: { record: ReadingRecord; marking: Marking; onWord: (word: number) => void }) {
  const { data: child } = useData('child', { params: { id: record.child } });
  const { data: settings } = useData('settings');
  const orders = useOrders();
  const taught = child && orders ? orders.taught(child.classId) : undefined;
  const words = record.words.slice(0, lastWordOf(marking) + 1);
  const asked = useCore(
    () =>
      taught ? core().wordsToTeach({ words, marks: marking.marks, taught, accent: settings?.accent ?? '' }) : Promise.resolve(undefined),
    [words, marking.marks, taught, settings?.accent],
    null,
  );
  const list = asked.value;
  if (asked.error) return <p className="border-l-4 border-gap py-1 pl-4">{asked.error}</p>;
  if (!list) return <p className="text-ink-2">Looking at the words…</p>;
  if (list.length === 0) return <p className="text-ink-2">No word went wrong. Nothing to teach from this reading but the next one.</p>;
  const unsaid = marking.marks.filter((m) => m.kind === 'substitution' && m.said === undefined).length;
  return (
    <div>
      {unsaid > 0 && (
        <p className="mb-3 text-sm text-ink-2">
          For {unsaid} {unsaid === 1 ? 'word' : 'words'} nobody typed what was said: without it, {unsaid === 1 ? 'it tells' : 'they tell'}{' '}
          of no pair.
        </p>
      )}
      <ul className="sheet ruled">
        {list.map((w) => (
          <li key={w.word} className="px-4 py-3">
            <div className="flex items-baseline justify-between gap-3">
              <button
                className="rounded-s hover:bg-leaf-wash"
                onClick={() => onWord(record.words.findIndex((r) => r.toLowerCase() === w.word))}
                aria-label={w.word}
              >
                <WordMarks
                  word={w.word}
                  units={w.units as never}
                  odd={w.odd}
                  focus={w.missed.map((k) => `${w.units[k]!.grapheme}:${w.units[k]!.sound}`)}
                  className="text-2xl"
                />
              </button>
              <span className="text-sm text-ink-2">
                {w.said.length > 0 && (
                  <>
                    said <span className="font-child text-base text-ink">{w.said.join(', ')}</span>
                  </>
                )}
                {w.times > 1 && ` ${w.times} times`}
              </span>
            </div>
            <p className="mt-1 text-sm text-ink-2">
              {w.missed.length > 0 && (
                <>Went wrong: {w.missed.map((k) => `${w.units[k]!.grapheme.replace('_', '‑')} /${w.units[k]!.sound}/`).join(', ')}. </>
              )}
              {w.odd.length > 0 && <>Odd part: {w.odd.map((k) => w.units[k]!.grapheme.replace('_', '‑')).join(', ')}. </>}
              {w.patterns.length > 0 && <>{w.patterns.map((p: Pattern) => PATTERN_WORDS[p].name.toLowerCase()).join(', ')}.</>}
            </p>
            {w.like.length > 0 && (
              <p className="mt-1">
                <span className="text-sm text-ink-2">words like it </span>
                <span className="font-child text-lg">{w.like.join(', ')}</span>
              </p>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
