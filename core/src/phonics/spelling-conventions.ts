/**
 * What English spelling does not do, by the conventions that schools teach. A made-up word that broke one would teach the
 * wrong thing, or be read otherwise than it was meant: *naf* for *naff*, *lir*, *kug*, *quich*.
 */

interface Unit {
  readonly grapheme: string;
  readonly sound: string;
}
const SHORT = new Set(['a', 'e', 'i', 'o', 'u', 'uu']);
const isShort = (unit: Unit | undefined): boolean => unit !== undefined && /^[aeiouy]$/.test(unit.grapheme) && SHORT.has(unit.sound);
const isVowelLetter = (letter: string | undefined): boolean => letter !== undefined && /[aeiouy]/.test(letter);

/**
 * Whether units, put together, look like an English base word: doubled letters, *ck*, *tch* and *dge* where a short vowel
 * asks for them and nowhere else, c and k by the letter after them, no last c, i, j, q, u or v, and no short vowel before r.
 * @example followsConventions([{ grapheme: 'n', sound: 'n' }, { grapheme: 'a', sound: 'a' }, { grapheme: 'f', sound: 'f' }]) // false
 */
export function followsConventions(units: readonly Unit[]): boolean {
  const spelling = units.map((u) => u.grapheme[0]! + (u.grapheme[1] === '_' ? '' : u.grapheme.slice(1)));
  return units.every((unit, k) => {
    const { grapheme, sound } = unit;
    const [before, after] = [units[k - 1], units[k + 1]];
    const [first, last] = [k === 0, k === units.length - 1];
    const next = spelling[k + 1]?.[0];
    const afterShort = isShort(before);
    if (/^([bdfglmnprstz])\1$/.test(grapheme)) {
      if (first || !afterShort) return false;
      // at the end only f, l, s and z are written twice; inside a word, before a vowel
      return last ? /^(ff|ll|ss|zz)$/.test(grapheme) : isVowelLetter(next);
    }
    if (last && /^[cijquv]$/.test(grapheme)) return false;
    if (last && /^[flsz]$/.test(grapheme) && afterShort) return false;
    if (last && /^(a|e|o)$/.test(grapheme) && units.length > 3) return false;
    if (grapheme === 'r' && afterShort && (last || !isVowelLetter(next))) return false;
    if (grapheme === 'ck') return !first && afterShort;
    if (grapheme === 'tch' || grapheme === 'dge') return !first && afterShort;
    if (last && afterShort && (grapheme === 'ch' || grapheme === 'k' || grapheme === 'ge' || (grapheme === 'c' && sound === 'k')))
      return false;
    if (last && grapheme === 'j') return false;
    if (grapheme === 'k' && !last && before?.grapheme !== 's' && next !== undefined && !/[eiyn]/.test(next)) return false;
    if (grapheme === 'c' && sound === 'k' && next !== undefined && /[eiy]/.test(next)) return false;
    if (grapheme === 'c' && sound === 's' && !(next !== undefined && /[eiy]/.test(next))) return false;
    if (grapheme === 'g' && sound === 'j' && !(next !== undefined && /[eiy]/.test(next))) return false;
    if (grapheme === 'th' && (before?.grapheme === 'p' || before?.grapheme === 'f')) return false;
    if ((grapheme === 'ai' || grapheme === 'oi' || grapheme === 'oa' || grapheme === 'igh') && last && grapheme !== 'igh') return false;
    if ((grapheme === 'ay' || grapheme === 'oy' || grapheme === 'ow') && !last && grapheme !== 'ow') return false;
    if (after && grapheme[1] === '_' && /^(x|w|h|y|ck|ll|ff|ss|zz|tch|dge|ng)$/.test(after.grapheme)) return false;
    return true;
  });
}
