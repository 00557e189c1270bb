/**
 * Lays the letters of a word along its phones: the best path through the pair inventory, by dynamic
 * programming over (letters used, phones used). The rules of cutting that a weight cannot express
 * (which e is whose) are hard constraints here.
 *
 * Method: Viterbi alignment with weights re-estimated over the whole dictionary until they settle
 * (hard expectation-maximisation), as in letter-to-sound work since Black, Lenzo and Pagel, "Issues in
 * Building General Letter to Sound Rules" (1998).
 */
import { isVowelSound, LONG_VOWELS } from '@sapling/core/phonics';
import { buildInventory, type InventoryPair } from './inventory.js';

export interface AlignedUnit {
  readonly grapheme: string;
  readonly sound: string;
}
export interface Alignment {
  readonly units: AlignedUnit[];
  /** Log weight of the path; higher is likelier. */
  readonly score: number;
  readonly rare: boolean;
}

export type Weights = Map<string, number>;

const VOWEL_LETTERS = 'aeiouy';
const SILENT_E_CONSONANTS = new Set(['c', 'g', 's', 'z', 'v', 'th']);
const CONSONANT_PLUS_E = new Set(['ce', 'ge', 'se', 'ze', 've', 'the']);
/** A consonant with a silent e inside a word. */
const MIDDLE_E = /^(p|pp|b|bb|k|ck|m|mm|n|nn|f|ff|r|y|ll|gg|d|dd|t|tt|ss|gh)e$/;
/** Whether a unit is a consonant with a silent e inside a word that another reading might sound: *temperature, every*. */
export function middleE(unit: AlignedUnit, at: number, units: readonly AlignedUnit[]): boolean {
  return (MIDDLE_E.test(unit.grapheme) && !isVowelSound(unit.sound)) || (unit.grapheme === 've' && units[at + 1]?.grapheme === 'r');
}
const RARE_START = Math.log(1e-7);
const USUAL_START = Math.log(1e-3);
/** Vowel letter plus r spelling a short vowel before a vowel: *very*, *sorry*, *around*. */
const R_COLOURED: Record<string, string> = { ER0: 'uh', ER1: 'u', ER2: 'u' };

const inventory = buildInventory();
const byFirstLetter = new Map<string, InventoryPair[]>();
const singleConsonants: InventoryPair[] = [];
for (const pair of inventory) {
  if (pair.grapheme.includes('_')) continue;
  const list = byFirstLetter.get(pair.grapheme[0]!) ?? [];
  list.push(pair);
  byFirstLetter.set(pair.grapheme[0]!, list);
  if (!VOWEL_LETTERS.includes(pair.grapheme[0]!) && !/e$/.test(pair.grapheme)) singleConsonants.push(pair);
}
const consonantsByFirst = new Map<string, InventoryPair[]>();
for (const pair of singleConsonants) {
  const list = consonantsByFirst.get(pair.grapheme[0]!) ?? [];
  list.push(pair);
  consonantsByFirst.set(pair.grapheme[0]!, list);
}
const splitPairs = inventory.filter((pair) => pair.grapheme.includes('_'));
const rareKeys = new Set(inventory.filter((p) => p.rare).map((p) => `${p.grapheme}:${p.sound}`));

/** Starting weights, before anything has been counted. */
export function startingWeights(): Weights {
  return new Map(inventory.map((p) => [`${p.grapheme}:${p.sound}`, p.rare ? RARE_START : USUAL_START]));
}

export function isRare(key: string): boolean {
  return rareKeys.has(key);
}

/** Stress digits dropped, except on AH and ER, where they tell one sound class from another. */
export function withoutStress(phone: string): string {
  return /^(AH|ER)/.test(phone) ? phone : phone.replace(/\d$/, '');
}

function matches(phones: readonly string[], at: number, pattern: readonly string[]): boolean {
  if (at + pattern.length > phones.length) return false;
  for (let k = 0; k < pattern.length; k += 1) if (phones[at + k] !== pattern[k]) return false;
  return true;
}

interface Step {
  readonly units: AlignedUnit[];
  readonly letters: number;
  readonly phones: number;
  readonly weight: number;
  /** Ends in one vowel letter that says its long sound: an e after the next c, g, s, z, v or th is its own. */
  readonly openLong: boolean;
}

/** Aligns one word. `phones` are in the inventory's alphabet. Null where nothing fits. */
export function align(word: string, pronunciation: readonly string[], weights: Weights): Alignment | null {
  const letters = word.replace(/'/g, '');
  const phones = pronunciation.map(withoutStress);
  const stressed = pronunciation.map((phone) => /[12]$/.test(phone));
  const L = letters.length;
  const P = phones.length;
  const size = (L + 1) * (P + 1) * 2;
  const best = new Float64Array(size).fill(-Infinity);
  const back: ({ from: number; step: Step } | undefined)[] = new Array(size);
  const index = (i: number, j: number, open: number): number => (i * (P + 1) + j) * 2 + open;
  best[index(0, 0, 0)] = 0;
  for (let i = 0; i < L; i += 1) {
    for (let j = 0; j <= P; j += 1) {
      for (let open = 0; open < 2; open += 1) {
        const here = index(i, j, open);
        if (best[here] === -Infinity) continue;
        for (const step of stepsFrom(word, letters, phones, stressed, i, j, open === 1, weights)) {
          const to = index(i + step.letters, j + step.phones, step.openLong ? 1 : 0);
          const score = best[here]! + step.weight;
          if (score > best[to]!) {
            best[to] = score;
            back[to] = { from: here, step };
          }
        }
      }
    }
  }
  let end = index(L, P, 0);
  if (best[index(L, P, 1)]! > best[end]!) end = index(L, P, 1);
  if (best[end] === -Infinity) return null;
  const score = best[end]!;
  const units: AlignedUnit[] = [];
  let at = end;
  while (back[at]) {
    const { from, step } = back[at]!;
    units.unshift(...step.units);
    at = from;
  }
  return { units, score, rare: units.some((u) => rareKeys.has(`${u.grapheme}:${u.sound}`)) };
}

function* stepsFrom(
  word: string,
  letters: string,
  phones: readonly string[],
  stressed: readonly boolean[],
  i: number,
  j: number,
  afterLongVowel: boolean,
  weights: Weights,
): Generator<Step> {
  const weight = (key: string): number => weights.get(key) ?? RARE_START;
  for (const pair of byFirstLetter.get(letters[i]!) ?? []) {
    if (!letters.startsWith(pair.grapheme, i)) continue;
    const end = i + pair.grapheme.length;
    if (!allowedHere(pair, letters, i, end, afterLongVowel)) continue;
    for (const pattern of pair.phones) {
      if (!matches(phones, j, pattern)) continue;
      if (!pronouncedHere(pair, pattern, word, letters, i, end, vowelStressed(stressed, j, pattern), phones[j + pattern.length])) continue;
      if (pair.grapheme === 'a') {
        const afterW = /(w|qu|wh)$/.test(letters.slice(0, i));
        if (pair.sound === 'o' && !afterW) continue;
        if (pair.sound === 'ah' && afterW) continue;
      }
      if (pair.sound === 'r' && pattern[0] === 'ER0' && !/^A[YW]$/.test(phones[j - 1] ?? '')) continue;
      const context = contextPenalty(pair, stressed, j, pattern);
      yield {
        units: [{ grapheme: pair.grapheme, sound: pair.sound }],
        letters: pair.grapheme.length,
        phones: pattern.length,
        weight: weight(`${pair.grapheme}:${pair.sound}`) + context,
        openLong: pair.grapheme.length === 1 && VOWEL_LETTERS.includes(pair.grapheme) && LONG_VOWELS.has(pair.sound),
      };
    }
  }
  yield* splitSteps(letters, phones, i, j, weight);
  yield* shortVowelBeforeR(letters, phones, stressed, i, j, weight);
}

function vowelStressed(stressed: readonly boolean[], j: number, pattern: readonly string[]): boolean {
  return pattern.some((_, k) => stressed[j + k]);
}

/** Where a weakened phone may still be the sound that schools teach for its letter. */
function pronouncedHere(
  pair: InventoryPair,
  pattern: readonly string[],
  word: string,
  letters: string,
  i: number,
  end: number,
  stressed: boolean,
  next: string | undefined,
): boolean {
  const key = `${pair.grapheme}:${pair.sound}`;
  const phone = pattern.join(' ');
  if (key === 'u:u' && phone === 'AH0') return i === 0 && !isVowelLetter(letters, end); // *unhappy*
  if (key === 'o:uh' && phone === 'IH') return letters[end] === 'n' && !stressed; // *personal*
  if (key === 'a:aw' && phone === 'AA') return letters[end] === 'l' && !/(w|qu|wh)$/.test(letters.slice(0, i)); // *falling*
  if (key === 'a:ah' && letters[end] === 'l') return false;
  if (key === 'a:i' && phone === 'AH0') return /^ges?$/.test(letters.slice(end)); // *village*
  if (key === 'e:uh' && phone === 'IH') return letters.slice(end) === 'n'; // *even*
  if (key === 'n:n' && phone === 'AH0 N') return /n't/.test(word); // *isn't*
  // *catcher*: a last *er* is weak, whatever stress the dictionary leaves on it
  if (phone === 'ER2' && /r$/.test(pair.grapheme))
    return /^s?$/.test(letters.slice(end)) ? key === 'er:er' || key === 'or:er' : pair.sound !== 'er';
  // *hero, during, security*: the vowel is coloured by its r
  if ((key === 'e:i' || key === 'e:ee' || key === 'u:uu' || key === 'u:yoo') && stressed && next === 'R' && letters[end] === 'r')
    return letters[end + 1] === 'r';
  if ((key === 'oo:oo' || key === 'oo:uu') && next === 'R' && letters[end] === 'r') return false; // *poor*
  return true;
}

/** Letters alone: where a grapheme may not stand. */
function allowedHere(pair: InventoryPair, letters: string, i: number, end: number, afterLongVowel: boolean): boolean {
  const g = pair.grapheme;
  const next = letters[end] ?? '';
  if (CONSONANT_PLUS_E.has(g)) {
    // a silent e closes a word or a part of one; before a vowel only where it keeps c or g soft (*ocean, pigeon*)
    const keepsSoft = /^[cg]e$/.test(g) && /[ao]/.test(next);
    if (afterLongVowel && !keepsSoft) return false;
    if (isVowelLetter(letters, end) && !keepsSoft) return false;
    if (letters.slice(end) === 'd') return false; // *lived*: the e is that of ed
  } else if (MIDDLE_E.test(g) && !isVowelSound(pair.sound)) {
    // *temperature, route, blonde*; after one vowel letter a final e makes a split digraph (*gone*)
    const final = letters.slice(end) === '' || letters.slice(end) === 's';
    const splits = isVowelLetter(letters, i - 1) && !isVowelLetter(letters, i - 2);
    return final ? !splits : !isVowelLetter(letters, end);
  }
  if (g === 'al' && (pair.sound === 'aw' || pair.sound === 'o')) return next === 'k';
  if (/^l[fvmk]$/.test(g) && letters[i - 1] === 'a') return false; // *half*: al
  if (g === 'ed') return !/[aeiou]/.test(letters[i - 1] ?? 'a') && (next === '' || letters.slice(end) === 'ly');
  if (g === 'gue' || g === 'que') return next === '' || next === 's';
  if ((g === 'gu' || g === 'qu') && /^es?$/.test(letters.slice(end))) return false;
  if (g === 'ngue') return next === '' || next === 's';
  if (g === 'le') return next === '' || !isVowelLetter(letters, end) || pair.sound === 'l';
  return true;
}

/** What the neighbours say: penalties where the notation gives a letter to somebody else. */
function contextPenalty(pair: InventoryPair, stressed: readonly boolean[], j: number, pattern: readonly string[]): number {
  const g = pair.grapheme;
  if (pair.sound === 'r' && pattern[0] === 'ER0') return -2;
  // r belongs to the stressed vowel after it (a-rrive, a-round), by the two-unit step below
  if (pattern.length === 1 && pattern[0] === 'ER0' && /r$/.test(g) && stressed[j + 1]) return -1;
  return 0;
}

/** A vowel letter, one consonant grapheme, and the e that belongs to the vowel. */
function* splitSteps(letters: string, phones: readonly string[], i: number, j: number, weight: (key: string) => number): Generator<Step> {
  for (const split of splitPairs) {
    if (letters[i] !== split.grapheme[0]) continue;
    for (const pattern of split.phones) {
      if (!matches(phones, j, pattern)) continue;
      const afterVowel = j + pattern.length;
      for (const middle of consonantsByFirst.get(letters[i + 1] ?? '') ?? []) {
        const afterMiddle = i + 1 + middle.grapheme.length;
        if (!letters.startsWith(middle.grapheme, i + 1) || letters[afterMiddle] !== 'e') continue;
        if (!splitEndsHere(letters, afterMiddle + 1)) continue;
        const beforeVowel = isVowelLetter(letters, afterMiddle + 1) ? -6 : 0;
        if (/^[gq]u$/.test(middle.grapheme)) continue; // *plague*: gue
        if (SILENT_E_CONSONANTS.has(middle.grapheme) && !LONG_VOWELS.has(split.sound)) continue;
        for (const middlePattern of middle.phones) {
          if (!matches(phones, afterVowel, middlePattern)) continue;
          yield {
            units: [
              { grapheme: split.grapheme, sound: split.sound },
              { grapheme: middle.grapheme, sound: middle.sound },
            ],
            letters: afterMiddle + 1 - i,
            phones: pattern.length + middlePattern.length,
            weight: weight(`${split.grapheme}:${split.sound}`) + weight(`${middle.grapheme}:${middle.sound}`) + beforeVowel,
            openLong: false,
          };
        }
      }
      // paste, waste: two consonants between, rare
      for (const pairOf of ['st']) {
        if (!letters.startsWith(`${pairOf}e`, i + 1) || !LONG_VOWELS.has(split.sound)) continue;
        if (!matches(phones, afterVowel, ['S', 'T'])) continue;
        yield {
          units: [
            { grapheme: split.grapheme, sound: split.sound },
            { grapheme: 's', sound: 's' },
            { grapheme: 't', sound: 't' },
          ],
          letters: 4,
          phones: pattern.length + 2,
          weight: weight(`${split.grapheme}:${split.sound}`) + weight('s:s') + weight('t:t') - 1,
          openLong: false,
        };
      }
    }
  }
}

/** Whether an e before this place may be a silent one: not the e of *ed*, *ey* or *ea*. */
function splitEndsHere(letters: string, end: number): boolean {
  const rest = letters.slice(end);
  if (rest === 'd') return false;
  return rest === '' || !isVowelLetter(letters, end) || /^[aou]/.test(rest); // *someone, makeup, lovable*
}

/** Whether a vowel letter stands here; y is a consonant before another vowel letter (*graveyard*). */
function isVowelLetter(letters: string, at: number): boolean {
  const letter = letters[at];
  if (letter === undefined) return false;
  return letter === 'y' ? !/[aeiou]/.test(letters[at + 1] ?? '') : VOWEL_LETTERS.includes(letter);
}

/**
 * Vowel letter, then r or rr that belongs to the next syllable: one dictionary phone (ER) or a merged
 * American vowel before R is two units. *hurry* h u rr y, *around* a r ou n d, *carry* c a rr y.
 */
function* shortVowelBeforeR(
  letters: string,
  phones: readonly string[],
  stressed: readonly boolean[],
  i: number,
  j: number,
  weight: (key: string) => number,
): Generator<Step> {
  const vowel = letters[i]!;
  if (!VOWEL_LETTERS.includes(vowel) || letters[i + 1] !== 'r') return;
  const r = letters[i + 2] === 'r' ? 'rr' : 'r';
  const after = letters[i + 1 + r.length] ?? '';
  if (!VOWEL_LETTERS.includes(after) || after === '') return;
  const phone = phones[j]!;
  const emit = (sound: string, used: number, extra: number): Step => ({
    units: [
      { grapheme: vowel, sound },
      { grapheme: r, sound: 'r' },
    ],
    letters: 1 + r.length,
    phones: used,
    weight: weight(`${vowel}:${sound}`) + weight(`${r}:r`) + extra,
    openLong: false,
  });
  if (phone in R_COLOURED) {
    const stressedNext = stressed[j + 1] || r === 'rr';
    if (phone === 'ER0' && stressedNext) yield emit(/[iy]/.test(vowel) ? 'i' : 'uh', 1, 4);
    if (phone !== 'ER0' && r === 'rr' && (vowel === 'u' || vowel === 'o')) yield emit('u', 1, 2);
    if (phone !== 'ER0' && (vowel === 'i' || vowel === 'y')) yield emit('i', 1, 4);
  }
  if (phone === 'EH' && phones[j + 1] === 'R' && vowel === 'a' && r === 'rr') yield emit('a', 2, 0);
  if (phone === 'AO' && phones[j + 1] === 'R' && vowel === 'o' && r === 'rr') yield emit('o', 2, 0);
}

/**
 * One round: aligns every entry with the present weights and returns the weights counted from the
 * result (add-small smoothing keeps an unused pair possible), with the total score.
 */
export function reestimate(
  entries: readonly { word: string; phones: readonly string[]; weight: number }[],
  weights: Weights,
): { weights: Weights; total: number; aligned: number } {
  const counts = new Map<string, number>();
  let total = 0;
  let aligned = 0;
  let units = 0;
  for (const entry of entries) {
    const result = align(entry.word, entry.phones, weights);
    if (!result) continue;
    aligned += 1;
    total += result.score;
    for (const unit of result.units) {
      const key = `${unit.grapheme}:${unit.sound}`;
      counts.set(key, (counts.get(key) ?? 0) + entry.weight);
      units += entry.weight;
    }
  }
  const next: Weights = new Map();
  for (const key of weights.keys()) {
    next.set(key, Math.log(((counts.get(key) ?? 0) + 0.02) / units));
  }
  return { weights: next, total, aligned };
}
