/** Rules that teachers quote, each as a test on words. What they are worth is counted, never stated here. */
import type { SegmentUnit } from './lexicon.js';
import { isVowelSound, LONG_VOWELS } from './sounds.js';
import { statedRule, type RuleWord, type SpellingRule, type StatedRule } from './spelling-rules.js';

const NAME_OF: Record<string, readonly string[]> = { a: ['ay'], e: ['ee'], i: ['igh'], o: ['oh'], u: ['yoo', 'oo'], y: ['igh'] };
const SHORT_OF: Record<string, string> = { a: 'a', e: 'e', i: 'i', o: 'o', u: 'u' };
const isVowel = (unit: SegmentUnit | undefined): boolean => unit !== undefined && isVowelSound(unit.sound);
const VOWEL = /^[aeiou]$/;
const shortVowel = (unit: SegmentUnit | undefined): boolean =>
  unit !== undefined && VOWEL.test(unit.grapheme) && unit.sound === SHORT_OF[unit.grapheme];
const lastLetter = (units: readonly SegmentUnit[]): number => Math.max(...units.map((u) => u.letters.at(-1)!));

type Case = { at: number; holds: boolean };
function rule(id: string, about: SpellingRule['about'], says: string, cases: (word: RuleWord) => Case[]): SpellingRule {
  return { id, says, about, cases };
}
/** One case a unit: `null` where the rule does not apply to it. */
function perUnit(test: (unit: SegmentUnit, at: number, word: RuleWord) => boolean | null): (word: RuleWord) => Case[] {
  return (word) =>
    word.units.flatMap((unit, at) => {
      const holds = test(unit, at, word);
      return holds === null ? [] : [{ at, holds }];
    });
}
const stated = (id: string, says: string, rest: Omit<StatedRule, 'id' | 'says'>): SpellingRule => statedRule({ id, says, ...rest });

/** In the order of a child's course. */
export const SPELLING_RULES: readonly SpellingRule[] = [
  rule('closed-short', 'reading', 'One vowel letter between consonants, in a word of one syllable, is short.', ({ units, syllables }) => {
    if (syllables !== 1) return [];
    const at = units.findIndex((u) => isVowel(u));
    const unit = units[at]!;
    if (at < 0 || !VOWEL.test(unit.grapheme) || at === units.length - 1) return [];
    return [{ at, holds: unit.sound === SHORT_OF[unit.grapheme] }];
  }),
  rule('open-long', 'reading', 'A vowel letter at the end of a word of one syllable says its name.', ({ units, syllables }) => {
    const at = units.length - 1;
    const unit = units[at]!;
    if (syllables !== 1 || !/^[aeiouy]$/.test(unit.grapheme)) return [];
    return [{ at, holds: NAME_OF[unit.grapheme]!.includes(unit.sound) }];
  }),
  rule(
    'two-vowels',
    'reading',
    'When two vowel letters stand together, the first says its name and the second is silent.',
    perUnit((unit) => (/^[aeiou]{2}$/.test(unit.grapheme) ? NAME_OF[unit.grapheme[0]!]!.includes(unit.sound) : null)),
  ),
  rule('final-e', 'reading', 'A silent e at the end makes the vowel before it say its name.', ({ word, units }) => {
    const end = word.length - 1;
    if (word[end] !== 'e' || !/[aeiouy][^aeiouy]e$/.test(word)) return [];
    const at = units.findIndex((u) => u.letters.includes(end - 2));
    const unit = units[at]!;
    if (units.some((u) => u.letters.at(-1) === end && isVowel(u) && !u.grapheme.includes('_'))) return []; // the e is sounded
    return [{ at, holds: NAME_OF[word[end - 2]!]!.includes(unit.sound) }];
  }),
  stated('c-soft', 'c before e, i or y says s.', {
    about: 'reading',
    graphemes: ['c', 'ce'],
    sounds: ['s'],
    where: 'anywhere',
    before: ['e', 'i', 'y'],
  }),
  rule(
    'c-hard',
    'reading',
    'c before any other letter says k.',
    perUnit((unit, _at, { word }) =>
      unit.grapheme === 'c' && !/[eiy]/.test(word[unit.letters[0]! + 1] ?? '') ? unit.sound === 'k' : null,
    ),
  ),
  stated('g-soft', 'g before e, i or y says j.', {
    about: 'reading',
    graphemes: ['g'],
    sounds: ['j'],
    where: 'anywhere',
    before: ['e', 'i', 'y'],
  }),
  stated('s-between', 's between two vowel letters says z.', {
    about: 'reading',
    graphemes: ['s'],
    sounds: ['z'],
    where: 'middle',
    before: ['a', 'e', 'i', 'o', 'u'],
    after: ['a', 'e', 'i', 'o', 'u'],
  }),
  stated('wa', 'a after w says o.', { about: 'reading', graphemes: ['a'], sounds: ['o'], where: 'anywhere', after: ['w'] }),
  stated('y-short-word', 'y at the end of a word of one syllable says igh.', {
    about: 'reading',
    graphemes: ['y'],
    sounds: ['igh'],
    where: 'end',
    oneSyllable: true,
  }),
  rule(
    'y-long-word',
    'reading',
    'y at the end of a longer word says ee.',
    perUnit((unit, at, { units, syllables }) =>
      syllables > 1 && unit.grapheme === 'y' && at === units.length - 1 ? unit.sound === 'ee' : null,
    ),
  ),
  rule(
    'long-before-two',
    'reading',
    'i and o are long before ld, nd, st, lt or ll.',
    perUnit((unit, _at, { word, syllables }) => {
      const rest = word.slice(unit.letters[0]! + 1);
      return syllables === 1 && /^[io]$/.test(unit.grapheme) && /^(ld|nd|st|lt|ll)/.test(rest) ? LONG_VOWELS.has(unit.sound) : null;
    }),
  ),
  stated('igh', 'igh always says its one sound.', { about: 'reading', graphemes: ['igh'], sounds: ['igh'], where: 'anywhere' }),
  stated('ea', 'ea says ee.', { about: 'reading', graphemes: ['ea'], sounds: ['ee'], where: 'anywhere' }),
  stated('ow', 'ow says the sound in cow.', { about: 'reading', graphemes: ['ow'], sounds: ['ow'], where: 'anywhere' }),
  stated('oo', 'oo says the sound in moon.', { about: 'reading', graphemes: ['oo'], sounds: ['oo'], where: 'anywhere' }),
  stated('th-voice', 'th at the start of a word is voiced, as in this.', {
    about: 'reading',
    graphemes: ['th'],
    sounds: ['dh'],
    where: 'start',
  }),
  stated('ch', 'ch says the sound in chip.', { about: 'reading', graphemes: ['ch'], sounds: ['ch'], where: 'anywhere' }),
  rule('ie-ei', 'spelling', 'i before e, except after c.', ({ word, units }) => {
    const at = word.search(/ie|ei/);
    if (at < 0) return [];
    const unit = units.findIndex((u) => u.letters.includes(at) && u.letters.includes(at + 1));
    if (unit < 0) return [];
    return [{ at: unit, holds: (word[at] === 'i') === (word[at - 1] !== 'c') }];
  }),
  rule('ie-ei-ee', 'spelling', 'i before e, except after c, when the sound is ee.', ({ word, units }) => {
    const at = units.findIndex((u) => u.sound === 'ee' && /^(ie|ei)$/.test(u.grapheme) && u.letters.at(-1)! < lastLetter(units));
    if (at < 0) return [];
    const start = units[at]!.letters[0]!;
    return [{ at, holds: (word[start] === 'i') === (word[start - 1] !== 'c') }];
  }),
  rule(
    'ck',
    'spelling',
    'k at the end straight after one short vowel letter is spelled ck.',
    perUnit((unit, at, { units, syllables }) =>
      syllables === 1 && at === units.length - 1 && unit.sound === 'k' && shortVowel(units[at - 1]) ? unit.grapheme === 'ck' : null,
    ),
  ),
  rule(
    'floss',
    'spelling',
    'f, l, s and z are doubled at the end after one short vowel letter.',
    perUnit((unit, at, { units, syllables }) =>
      syllables === 1 &&
      at === units.length - 1 &&
      /^(f|ff|l|ll|s|ss|z|zz)$/.test(unit.grapheme) &&
      (shortVowel(units[at - 1]) || units[at - 1]?.sound === 'aw')
        ? unit.grapheme.length === 2
        : null,
    ),
  ),
  rule(
    'tch',
    'spelling',
    'ch at the end straight after one short vowel letter is spelled tch.',
    perUnit((unit, at, { units }) =>
      at === units.length - 1 && unit.sound === 'ch' && shortVowel(units[at - 1]) ? unit.grapheme === 'tch' : null,
    ),
  ),
  rule(
    'dge',
    'spelling',
    'j at the end straight after one short vowel letter is spelled dge.',
    perUnit((unit, at, { units, syllables }) =>
      syllables === 1 && at === units.length - 1 && unit.sound === 'j' && shortVowel(units[at - 1]) ? unit.grapheme === 'dge' : null,
    ),
  ),
  rule('no-final-v', 'spelling', 'No word ends in v, j, i or u.', ({ word, units }) =>
    /[vjiu]e?$/.test(word) && !/ie$|ue$/.test(word) && ['v', 'j', 'igh', 'ee', 'oo', 'yoo'].includes(units.at(-1)!.sound)
      ? [{ at: units.length - 1, holds: word.endsWith('e') }]
      : [],
  ),
  rule(
    'ai-ay',
    'spelling',
    'ay comes at the end of a word or syllable, ai inside.',
    perUnit((unit, at, { units }) =>
      /^a[iy]$/.test(unit.grapheme) && unit.sound === 'ay' ? (unit.grapheme === 'ay') === (at === units.length - 1) : null,
    ),
  ),
  rule(
    'oi-oy',
    'spelling',
    'oy comes at the end of a word or syllable, oi inside.',
    perUnit((unit, at, { units }) => (/^o[iy]$/.test(unit.grapheme) ? (unit.grapheme === 'oy') === (at === units.length - 1) : null)),
  ),
  rule(
    'k-before-e',
    'spelling',
    'k at the start is spelled k before e, i or y, and c before other letters.',
    perUnit((unit, at, { word }) =>
      at === 0 && /^[ck]$/.test(unit.grapheme) && unit.sound === 'k' ? (unit.grapheme === 'k') === /[eiy]/.test(word[1] ?? '') : null,
    ),
  ),
  rule(
    'doubled-short',
    'spelling',
    'Before a doubled consonant the vowel is short.',
    perUnit((unit, at, { units }) =>
      /^([bdfgklmnprtz])\1$/.test(unit.grapheme) && VOWEL.test(units[at - 1]?.grapheme ?? '') && at < units.length - 1
        ? shortVowel(units[at - 1])
        : null,
    ),
  ),
  rule(
    'ed-d',
    'endings',
    'ed that is no syllable says d.',
    perUnit((unit, at, { units }) => (unit.grapheme === 'ed' && at === units.length - 1 ? unit.sound === 'd' : null)),
  ),
  rule('ture', 'endings', 'ch before ure is spelled t.', ({ units }) =>
    units.at(-1)?.grapheme === 'ure' && units.length > 2 && units.at(-2)!.sound === 'ch'
      ? [{ at: units.length - 2, holds: units.at(-2)!.grapheme === 't' }]
      : [],
  ),
  rule(
    'tion',
    'endings',
    'The ending that sounds shun is spelled tion.',
    perUnit((unit, at, { units }) =>
      unit.sound === 'sh' && at === units.length - 3 && units.at(-1)!.grapheme === 'n' && units[at + 1]!.sound === 'uh'
        ? unit.grapheme === 'ti'
        : null,
    ),
  ),
  rule('le', 'endings', 'The ending that sounds ul is spelled le.', ({ units, syllables }) => {
    const last = units.at(-1)!;
    if (syllables < 2) return [];
    if (last.sound === 'uhl') return [{ at: units.length - 1, holds: last.grapheme === 'le' }];
    const before = units.at(-2);
    return last.sound === 'l' && before?.sound === 'uh' ? [{ at: units.length - 2, holds: false }] : [];
  }),
];
