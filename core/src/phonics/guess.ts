/**
 * Cuts a word that no dictionary holds (a name, a made-up word, an odd spelling) by the most probable
 * path through the pairs. The probabilities are a trigram model over pairs, counted from the lexicon
 * itself with Witten-Bell interpolation (Bisani and Ney, "Joint-sequence models for grapheme-to-phoneme
 * conversion", Speech Communication 50, 2008, use the same joint units), searched with a beam.
 */
import { isVowelSound, LONG_VOWELS } from './sounds.js';
import { placeUnits, type Lexicon, type PairInfo, type Segmentation } from './lexicon.js';

interface Model {
  readonly byFirst: ReadonlyMap<string, readonly { pair: PairInfo; index: number }[]>;
  /** Two letters that usually spell one sound. */
  readonly together: ReadonlySet<string>;
  readonly unigram: Float64Array;
  readonly bigram: ReadonlyMap<number, Row>;
  readonly trigram: ReadonlyMap<number, Row>;
  readonly size: number;
}
interface Row {
  total: number;
  readonly next: Map<number, number>;
}

const BEAM = 24;
/** Pairs rarer than this are not guessed: they belong to single words. */
const RAREST = 3e-5;
/** What it costs, as a log probability, to part two letters that usually spell one sound together (*oa, sh*). */
const PARTED = 4;
/** What it costs to give a word's only vowel a weak sound, or a long one before a last consonant: those are counted from longer words. */
const WEAK_ALONE = 4;
/** How often two letters must stand together as a grapheme to count as such. */
const TOGETHER = 2e-4;

function buildModel(lexicon: Lexicon): Model {
  const size = lexicon.pairs.length + 1; // the last index is the word's edge
  const edge = size - 1;
  const unigram = new Float64Array(size);
  const bigram = new Map<number, Row>();
  const trigram = new Map<number, Row>();
  const bump = (table: Map<number, Row>, key: number, next: number, weight: number): void => {
    let row = table.get(key);
    if (!row) table.set(key, (row = { total: 0, next: new Map() }));
    row.total += weight;
    row.next.set(next, (row.next.get(next) ?? 0) + weight);
  };
  for (const word of lexicon.words()) {
    const entry = lexicon.peek(word);
    if (!entry || entry.name || entry.perMillion <= 0 || word.includes("'")) continue;
    // a child's words say more about how a child's words are read
    const weight = (entry.book ? 2 : 1) * (1 + Math.log10(1 + 20 * entry.perMillion));
    let a = edge;
    let b = edge;
    for (const index of entry.indexes) {
      unigram[index]! += weight;
      bump(bigram, b, index, weight);
      bump(trigram, a * size + b, index, weight);
      a = b;
      b = index;
    }
    unigram[edge]! += weight;
    bump(bigram, b, edge, weight);
    bump(trigram, a * size + b, edge, weight);
  }
  const sum = unigram.reduce((x, y) => x + y, 0);
  for (let k = 0; k < size; k += 1) unigram[k] = (unigram[k]! + 0.05) / (sum + 0.05 * size);
  const together = new Set<string>();
  const byFirst = new Map<string, { pair: PairInfo; index: number }[]>();
  lexicon.pairs.forEach((pair, index) => {
    if (pair.grapheme.length === 2 && unigram[index]! > TOGETHER) together.add(pair.grapheme);
    if (unigram[index]! < RAREST) return;
    const list = byFirst.get(pair.grapheme[0]!) ?? [];
    list.push({ pair, index });
    byFirst.set(pair.grapheme[0]!, list);
  });
  return { byFirst, together, unigram, bigram, trigram, size };
}

function probability(model: Model, a: number, b: number, next: number): number {
  let p = model.unigram[next]!;
  const two = model.bigram.get(b);
  if (two) {
    const kinds = two.next.size;
    p = ((two.next.get(next) ?? 0) + kinds * p) / (two.total + kinds);
  }
  const three = model.trigram.get(a * model.size + b);
  if (three) {
    const kinds = three.next.size;
    p = ((three.next.get(next) ?? 0) + kinds * p) / (three.total + kinds);
  }
  return p;
}

interface Hypothesis {
  readonly score: number;
  readonly a: number;
  readonly b: number;
  readonly units: readonly PairInfo[];
  /** 0 none; 1 a split digraph waits for its consonant; 2 its consonant has come, the e is next. */
  readonly waiting: 0 | 1 | 2;
}

const SILENT_E = /^(c|g|s|z|v|th)e$/;

function fits(pair: PairInfo, word: string, at: number, previous: PairInfo | undefined, waiting: number): boolean {
  const g = pair.grapheme;
  const next = word[at + g.length] ?? '';
  if (waiting > 0) return !isVowelSound(pair.sound) && !/e$/.test(g) && word[at + g.length] === 'e';
  if (SILENT_E.test(g) && previous && previous.grapheme.length === 1 && LONG_VOWELS.has(previous.sound)) return false;
  if (g === 'ed') return next === '' && !/[aeiou]/.test(word[at - 1] ?? 'a');
  if (g === 'le') return next === '' || next === 's' || next === 'd';
  // y, w and h are consonants only before a vowel: *noy* has none
  if (/^[ywh]$/.test(pair.sound) && !/[aeiouy]/.test(next)) return false;
  if (g === 'e' && next === '' && at > 0 && pair.sound === 'e') return false;
  return true;
}

/**
 * The likeliest cuts of a lower-case word of letters, best first; empty where nothing fits (no vowel sound: *Mr*).
 * Cost grows linearly with the word's length.
 */
export function guessSegmentations(lexicon: Lexicon, word: string, limit = 3): Segmentation[] {
  const model = lexicon.derived('guess', () => buildModel(lexicon));
  const edge = model.size - 1;
  const beams: Hypothesis[][] = Array.from({ length: word.length + 1 }, () => []);
  beams[0]!.push({ score: 0, a: edge, b: edge, units: [], waiting: 0 });
  for (let at = 0; at < word.length; at += 1) {
    const beam = beams[at]!.sort((x, y) => y.score - x.score).slice(0, BEAM);
    for (const hypothesis of beam) {
      for (const { pair, index } of model.byFirst.get(word[at]!) ?? []) {
        const split = pair.grapheme[1] === '_';
        if (split && hypothesis.waiting > 0) continue;
        if (!split && !word.startsWith(pair.grapheme, at)) continue;
        const previous = hypothesis.units.at(-1);
        if (split ? !splitFits(pair, word, at) : !fits(pair, word, at, previous, hypothesis.waiting)) continue;
        if (hypothesis.waiting > 0 && previous && !LONG_VOWELS.has(previous.sound) && /^(c|g|s|z|v|th)$/.test(pair.grapheme)) continue;
        const parted = hypothesis.waiting === 0 && previous && model.together.has(word[at - 1]! + word[at]!) ? PARTED : 0;
        const score = hypothesis.score + Math.log(probability(model, hypothesis.a, hypothesis.b, index)) - parted;
        const end = at + (split ? 1 : pair.grapheme.length + (hypothesis.waiting > 0 ? 1 : 0));
        if (end > word.length) continue;
        beams[end]!.push({
          score,
          a: hypothesis.b,
          b: index,
          units: [...hypothesis.units, pair],
          waiting: split ? 1 : 0,
        });
      }
    }
  }
  return beams[word.length]!.filter((h) => h.waiting === 0 && h.units.some((unit) => isVowelSound(unit.sound)))
    .map((h) => ({ ...h, score: h.score + Math.log(probability(model, h.a, h.b, edge)) - (weakAlone(h.units) ? WEAK_ALONE : 0) }))
    .sort((x, y) => y.score - x.score)
    .slice(0, limit)
    .map((h) => ({ units: placeUnits(h.units).units, from: 'rules' as const }));
}

function weakAlone(units: readonly PairInfo[]): boolean {
  const vowels = units.filter((unit) => isVowelSound(unit.sound));
  if (vowels.length !== 1) return false;
  const { grapheme, sound } = vowels[0]!;
  if (sound === 'uh' || (grapheme === 'e' && sound === 'i')) return true;
  // closed by one consonant, a vowel letter is short: *vot*
  return /^[aeiou]$/.test(grapheme) && sound !== grapheme && units.at(-2) === vowels[0] && /^[bcdfgkmnptz]$/.test(units.at(-1)!.grapheme);
}

function splitFits(pair: PairInfo, word: string, at: number): boolean {
  return word[at] === pair.grapheme[0] && /^[^aeiou]{1,3}e/.test(word.slice(at + 1));
}
