/** What a simulated child says for a word that goes wrong: at the pairs that are not known to them, where there are any. */
import { analyseResponse, likelyResponses, type Pattern } from '@sapling/core/checks';
import type { Gpc, Lexicon } from '@sapling/core/phonics';

export interface DemoSlip {
  readonly said: string;
  readonly why: Pattern;
  /** The pairs that go wrong by it. */
  readonly wrong: readonly Gpc[];
}

/** What comes of a word whose sounds were not pushed together. */
export const NOT_PUSHED: ReadonlySet<Pattern> = new Set<Pattern>(['not blended', 'sound left out', 'first letters only']);

/** Likely slips of a word, likeliest first; of those only the ones that go wrong at a pair the child lacks, if any are lacked. */
export function slipsOf(lexicon: Lexicon, word: string, lacks: readonly Gpc[], madeUp = false): DemoSlip[] {
  const all = lexicon.derived(`demo slips ${madeUp} ${word}`, () =>
    likelyResponses(lexicon, { word, taught: [], madeUp }).map(({ said, why }): DemoSlip => ({
      said,
      why,
      wrong: analyseResponse(lexicon, { target: word, said, madeUp }).units.flatMap((u) =>
        u.outcome === 'right' ? [] : `${u.grapheme}:${u.sound}`,
      ),
    })),
  );
  return all.filter(({ wrong }) => lacks.length === 0 || wrong.some((gpc) => lacks.includes(gpc)));
}
