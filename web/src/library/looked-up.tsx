/** One word looked up: its sounds, and whether the class can read it yet. */
import type { Taught } from '@sapling/core/phonics';
import { core } from '../workers/core.js';
import { useCore } from '../workers/use-core.js';
import { GraphemeChip, WordMarks } from '../ui/word-marks.js';

export function LookedUp({ word, taught, onClose }: { word: string; taught: Taught; onClose: () => void }) {
  const { value, busy, error } = useCore(
    async () => {
      const [[judged], planned] = await Promise.all([core().missing([word], taught), core().plannedWord(word, [])]);
      return { judged: judged!, planned };
    },
    [word, taught.gpcs.length, taught.words.length],
    null,
  );
  return (
    <section aria-label={`The word ${word}`} className="sheet mb-5 flex flex-wrap items-center gap-x-6 gap-y-2 p-4">
      {error || busy || !value ? (
        <p role="status">{error ?? `Looking up ${word}…`}</p>
      ) : (
        <>
          <span className="font-child text-3xl">
            <WordMarks word={word} units={value.planned.units} />
          </span>
          <span className="flex flex-wrap gap-1">
            {value.planned.units.map((u, k) => (
              <GraphemeChip key={k} gpc={`${u.grapheme}:${u.sound}`} sound />
            ))}
          </span>
          <span className="flex-1 text-ink-2">
            {value.judged.missing.length === 0
              ? 'can be read with what this class was taught'
              : `not yet: ${value.judged.missing.map((gpc) => gpc.split(':')[0]!.replace('_', '-')).join(', ')} not taught`}
          </span>
        </>
      )}
      <button className="btn btn-small" onClick={onClose}>
        Close
      </button>
    </section>
  );
}
