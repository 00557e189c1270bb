/** The sounds an adult means by letters typed quickly: each spelling says what it most often says, whatever a dictionary would make of it. */
import { isVowelSound } from '../phonics/sounds.js';
import type { Lexicon } from '../phonics/lexicon.js';

/** Where typing has a convention of its own. */
const TYPED: Record<string, string> = {
  a: 'a',
  e: 'e',
  i: 'i',
  o: 'o',
  u: 'u',
  c: 'k',
  g: 'g',
  s: 's',
  y: 'y',
  x: 'ks',
  ow: 'ow',
  ou: 'ow',
  oo: 'oo',
  ea: 'ee',
  th: 'th',
  uh: 'uh',
  eh: 'e',
  ih: 'i',
  er: 'er',
  ch: 'ch',
  ng: 'ng',
  ie: 'igh',
  ye: 'igh',
  ew: 'oo',
  ue: 'oo',
  le: 'uhl',
  zh: 'zh',
  dh: 'dh',
  oh: 'oh',
  ah: 'ah',
  aw: 'aw',
};
const NAME_OF: Record<string, string> = { a: 'ay', e: 'ee', i: 'igh', o: 'oh', u: 'oo' };
/** Before a final e. */
const SOFT: Record<string, string> = { c: 's', g: 'j' };
const USED_OFTEN = 260;
/** Spellings of a sound that nobody means who types letters quickly: *st* is two sounds, *sed* is no *s'd*. */
export const NEVER_MEANT = new Set([
  'st',
  'ti',
  'ci',
  'si',
  'ssi',
  'sci',
  'ed',
  'sc',
  'sw',
  'tw',
  'gu',
  'bu',
  'gh',
  'mn',
  'nd',
  'al',
  'le',
  'pt',
  'bt',
  'gg',
]);
/** Meant only where the letters end. */
const AT_THE_END = new Set(['ce', 'ge', 'se', 'ze', 've', 'the', 'le', 're', 'ye']);
/** Meant only where the letters begin. */
const AT_THE_START = new Set(['kn', 'gn', 'wr', 'ps', 'rh']);

/** The commonest sound of each grapheme that many words use, weak vowels left aside. */
function plainSounds(lexicon: Lexicon): ReadonlyMap<string, string> {
  return lexicon.derived('plain sounds', () => {
    const totals = new Map<string, number>();
    const first = new Map<string, string>();
    for (const pair of [...lexicon.pairs].sort((a, b) => b.count - a.count)) {
      totals.set(pair.grapheme, (totals.get(pair.grapheme) ?? 0) + pair.count);
      if (!first.has(pair.grapheme) && pair.sound !== 'uh') first.set(pair.grapheme, pair.sound);
    }
    const out = new Map(
      [...first].filter(([grapheme]) => totals.get(grapheme)! > USED_OFTEN && !grapheme.includes('_') && !NEVER_MEANT.has(grapheme)),
    );
    for (const [grapheme, sound] of Object.entries(TYPED)) out.set(grapheme, sound);
    return out;
  });
}

/**
 * Reads typed letters plainly, the longest spelling first; a vowel letter before one consonant and a final e
 * is long. Null where a letter is none.
 * @example typedSounds(lexicon, 'sayd') // ['s', 'ay', 'd']
 */
export function typedSounds(lexicon: Lexicon, text: string): string[] | null {
  if (!/^[a-z]+$/.test(text)) return null;
  const plain = plainSounds(lexicon);
  const sounds: string[] = [];
  for (let at = 0; at < text.length;) {
    let rest = text.slice(at);
    const long = /^([aeiou])([bcdfgjklmnpqrstvwxz]|th|ch|sh|ck)(e)$/.exec(rest);
    if (long && long[2] !== 'r') {
      sounds.push(NAME_OF[long[1]!]!, ...(SOFT[long[2]!] ? [SOFT[long[2]!]!] : (typedSounds(lexicon, long[2]!) ?? [])));
      break;
    }
    if (rest === 'e' && sounds.length > 1) break; // silent
    if (rest === 'o' && sounds.some((s) => isVowelSound(s))) {
      sounds.push('oh'); // *windo*
      break;
    }
    if (rest === 'y' && sounds.length > 0) {
      sounds.push(sounds.some((s) => isVowelSound(s)) ? 'ee' : 'igh');
      break;
    }
    if (rest === 'ed' && sounds.some((s) => isVowelSound(s)) && !/[td]$/.test(sounds.at(-1)!)) {
      sounds.push('d');
      break;
    }
    if (/^n[kx]/.test(rest)) {
      sounds.push('ng');
      at += 1;
      continue;
    }
    // a letter doubled is one sound: *maggick*
    if (/^([bcdfgklmnprstvz])\1/.test(rest)) at += 1;
    rest = text.slice(at);
    const meant = (spelled: string): boolean =>
      plain.has(spelled) && (!AT_THE_END.has(spelled) || spelled === rest) && (!AT_THE_START.has(spelled) || at === 0);
    const length = [4, 3, 2, 1].find((n) => rest.length >= n && meant(rest.slice(0, n)));
    if (!length) return null;
    const grapheme = rest.slice(0, length);
    const soft = grapheme === 'c' && /^c[eiy]/.test(rest);
    sounds.push(soft ? 's' : plain.get(grapheme)!);
    at += length;
  }
  return sounds;
}
