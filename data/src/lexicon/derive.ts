/**
 * Pronunciations for words that the dictionary lacks and that are put together from words it has: a base
 * with an ending (*tidied*, *foxgloves*), a prefix with a base (*unzip*), or two words (*lunchbox*). Endings sound by the
 * last sound of their base, as in any grammar of English (Quirk and others, A Comprehensive Grammar of the English
 * Language, 1985, 3.5 and 5.80).
 */
type Phones = readonly string[];
export type Dictionary = ReadonlyMap<string, readonly Phones[]>;

const VOICELESS = new Set(['P', 'T', 'K', 'F', 'TH', 'S', 'SH', 'CH']);
const HISSING = new Set(['S', 'Z', 'SH', 'ZH', 'CH', 'JH']);

/** The spellings a base may have before an ending that starts with a vowel: *hop(p)*, *hop(e)*. */
function basesBeforeVowel(stem: string): string[] {
  const out = [stem, `${stem}e`];
  if (/([bdfgklmnprtvz])\1$/.test(stem)) out.unshift(stem.slice(0, -1));
  return out;
}

const plural = (base: Phones): string[] => {
  const last = base.at(-1)!;
  return [...base, ...(HISSING.has(last) ? ['IH0', 'Z'] : VOICELESS.has(last) ? ['S'] : ['Z'])];
};
const past = (base: Phones): string[] => {
  const last = base.at(-1)!;
  return [...base, ...(last === 'T' || last === 'D' ? ['IH0', 'D'] : VOICELESS.has(last) ? ['T'] : ['D'])];
};

interface Ending {
  readonly letters: string;
  readonly bases: (stem: string) => string[];
  readonly phones: (base: Phones) => string[];
}
const add =
  (...more: string[]) =>
  (base: Phones): string[] => [...base, ...more];
/** *happi* from *happy*. */
const yOr = (stem: string): string[] => (stem.endsWith('i') ? [`${stem.slice(0, -1)}y`] : [stem]);

const ENDINGS: readonly Ending[] = [
  { letters: 'ies', bases: (stem) => [`${stem}y`], phones: plural },
  { letters: 'ied', bases: (stem) => [`${stem}y`], phones: past },
  { letters: 'es', bases: (stem) => (/(s|z|x|ch|sh|o)$/.test(stem) ? [stem] : []), phones: plural },
  { letters: 's', bases: (stem) => (/(s|z|x|ch|sh)$/.test(stem) ? [] : [stem]), phones: plural },
  { letters: 'ed', bases: basesBeforeVowel, phones: past },
  { letters: 'ing', bases: basesBeforeVowel, phones: add('IH0', 'NG') },
  { letters: 'iest', bases: (stem) => [`${stem}y`], phones: add('IH0', 'S', 'T') },
  { letters: 'est', bases: basesBeforeVowel, phones: add('IH0', 'S', 'T') },
  { letters: 'ier', bases: (stem) => [`${stem}y`], phones: add('ER0') },
  { letters: 'er', bases: basesBeforeVowel, phones: add('ER0') },
  { letters: 'ness', bases: yOr, phones: add('N', 'AH0', 'S') },
  { letters: 'less', bases: yOr, phones: add('L', 'AH0', 'S') },
  { letters: 'ful', bases: yOr, phones: add('F', 'AH0', 'L') },
  { letters: 'ment', bases: (stem) => [stem], phones: add('M', 'AH0', 'N', 'T') },
  { letters: 'ly', bases: yOr, phones: add('L', 'IY0') },
  { letters: 'y', bases: basesBeforeVowel, phones: add('IY0') },
];
const PREFIXES: readonly (readonly [string, Phones])[] = [
  ['un', ['AH1', 'N']],
  ['re', ['R', 'IY0']],
  ['dis', ['D', 'IH0', 'S']],
  ['mis', ['M', 'IH0', 'S']],
];

/** The pronunciation of a word from its parts; null where it has none that are known. `common` says whether a spelling is a word people use. */
export function derive(word: string, dictionary: Dictionary, common: (word: string) => boolean): string[] | null {
  for (const ending of ENDINGS) {
    const stem = word.slice(0, -ending.letters.length);
    if (!word.endsWith(ending.letters) || stem.length < 2) continue;
    for (const base of ending.bases(stem)) {
      const known = dictionary.get(base)?.[0];
      if (known && base.length >= 3 && common(base)) return ending.phones(known);
    }
  }
  for (const [letters, phones] of PREFIXES) {
    const base = word.slice(letters.length);
    const known = dictionary.get(base)?.[0];
    if (word.startsWith(letters) && base.length >= 4 && known && common(base)) return [...phones, ...known];
  }
  for (let at = 3; at <= word.length - 3; at += 1) {
    const [left, right] = [word.slice(0, at), word.slice(at)];
    if (left.at(-1) === right[0] && !/[aeiou]/.test(right[0]!)) continue; // *hottie* is no tie
    const [first, second] = [dictionary.get(left)?.[0], dictionary.get(right)?.[0]];
    if (first && second && common(left) && common(right)) return [...first, ...second.map((phone) => phone.replace('1', '2'))];
  }
  return null;
}
