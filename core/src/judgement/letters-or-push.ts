/**
 * Words that went wrong with nothing noted, where it stays open whether the child lacks pairs or cannot push sounds together: which
 * few cards would tell. One decoding check alone cannot: a child who knows half of the pairs and one who cannot push together both
 * read two words of twenty. Six of their pairs on cards can.
 */
import type { Derived } from '../evidence/derived.js';
import { checkKindOf } from '../checks/kinds/index.js';
import type { Gpc } from '../phonics/lexicon.js';
import { pushOf, PUSHES, type Blends, type Push } from './run-filter.js';

export interface Undecided {
  /** How many words went wrong with nothing noted of where. */
  readonly words: number;
  /** Pairs of these words; asked on cards they tell which it is. The most telling first. */
  readonly ask: readonly Gpc[];
}

const DAY_MS = 86_400_000;
/** Words longer ago than this tell of another child: they are read again, sooner than their pairs are asked. */
const RECENT_DAYS = 28;
const FEWEST_WORDS = 3;
/** Of a push this surely there, or not there, nothing has to be found out. */
const OPEN_FROM = 0.15;
const OPEN_TO = 0.8;
/** A pair this surely known, or not known, tells nothing new. */
const SETTLED = 0.1;
/** A word with a pair this likely not known went wrong for that. */
const LACKING = 0.2;
const MOST_CARDS = 6;
const FEWEST_CARDS = 2;

/**
 * Null where it is told already, or where no cards would tell. Each push is looked at by itself: a child who lacks half of the pairs
 * reads one plain word of eight and no longer one.
 * @param known how likely each pair is known, by all there is
 * @param blends how likely known sounds are pushed together, by what a word asks for
 * @param isGap whether a push is called a gap: said with none of its pairs asked it is worth six cards still
 * @param asOf ISO 8601 UTC
 */
export function lettersOrPush(
  { pairs, words }: Derived,
  {
    known,
    blends,
    isGap,
    asOf,
  }: { readonly known: (gpc: Gpc) => number; readonly blends: Blends; readonly isGap: (push: Push) => boolean; readonly asOf: string },
): Undecided | null {
  const from = new Date(Date.parse(asOf) - RECENT_DAYS * DAY_MS).toISOString();
  const recent = words.filter((w) => w.observation.at >= from);
  if (recent.every((w) => w.right)) return null;
  const asked = new Set(pairs.flatMap((o) => (o.gpc !== undefined && o.at >= from && checkKindOf(o.kind)?.byCard ? [o.gpc] : [])));
  const unexplained = recent.filter((w) => !w.right && w.gpcs.every((gpc) => known(gpc) > LACKING));
  const wrong = PUSHES.flatMap((push) => {
    const own = unexplained.filter((w) => pushOf(w) === push);
    const chance = blends[push] ?? 1;
    // who cannot push plain words together is not asked about longer ones
    const told = (isGap(push) || isGap('blending')) && own.some((w) => w.gpcs.some((gpc) => asked.has(gpc)));
    return own.length < FEWEST_WORDS || chance < OPEN_FROM || chance > OPEN_TO || told ? [] : own;
  });
  const shown = new Set(recent.flatMap((w) => (w.right ? w.gpcs : [])));
  const tells = new Map<Gpc, number>();
  for (const gpc of wrong.flatMap((w) => w.gpcs)) {
    const chance = known(gpc);
    if (shown.has(gpc) || asked.has(gpc) || chance < SETTLED || chance > 1 - SETTLED) continue;
    tells.set(gpc, (tells.get(gpc) ?? 0) + chance * (1 - chance));
  }
  const ask = [...tells]
    .sort((a, b) => b[1] - a[1])
    .map(([gpc]) => gpc)
    .slice(0, MOST_CARDS);
  return ask.length < FEWEST_CARDS ? null : { words: wrong.length, ask };
}
