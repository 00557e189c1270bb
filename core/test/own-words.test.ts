import { ownWording, pluralOf, TERM_NAMES, TERMS, type OwnWords, type Term } from '@sapling/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';

const capital = (text: string): string => text[0]!.toUpperCase() + text.slice(1);
/** Words a school may have, with what English makes of several. */
const OWN: readonly (readonly [one: string, many: string])[] = [
  ['target', 'targets'],
  ['heart word', 'heart words'],
  ['alien word', 'alien words'],
  ['box', 'boxes'],
  ['inquiry', 'inquiries'],
  ['patch', 'patches'],
  ['Förderziel', 'Förderziels'],
];

describe('a school’s own words', () => {
  it('changes nothing where the school has none', () => {
    fc.assert(fc.property(fc.string(), (text) => ownWording({})(text) === text));
  });

  it('says one, many, a beginning and the article as they fit', () => {
    fc.assert(
      fc.property(fc.constantFrom(...TERM_NAMES), fc.constantFrom(...OWN), (term, [one, many]) => {
        const [single, plural] = TERMS[term] as readonly [string, string?];
        const own = ownWording({ [term]: { one } });
        expect(own(`Here is the ${single}.`)).toBe(`Here is the ${one}.`);
        expect(own(`${capital(single)}: “${single}”`)).toBe(`${capital(one)}: “${one}”`);
        const a = /^[aeiou]/i.test(one) ? 'an' : 'a';
        const before = /^[aeiou]/i.test(single) ? 'an' : 'a';
        expect(own(`It is ${before} ${single}. ${capital(before)} ${single}.`)).toBe(`It is ${a} ${one}. ${capital(a)} ${one}.`);
        if (plural) expect(own(`{0} ${plural} of {1}. ${capital(plural)}`)).toBe(`{0} ${many} of {1}. ${capital(many)}`);
      }),
    );
  });

  it('keeps what a school says for several, and the standard word never stays beside it', () => {
    const own = ownWording({ gap: { one: 'child in need', many: 'children in need' }, cluster: { one: 'blend' } });
    expect(own('No gap, two gaps, a cluster’s end.')).toBe('No child in need, two children in need, a blend’s end.');
    const words: OwnWords = Object.fromEntries(TERM_NAMES.map((term, k) => [term, { one: `zq${String.fromCharCode(97 + k)}` }]));
    const all = ownWording(words);
    const text = TERM_NAMES.flatMap((term) => [...TERMS[term as Term]]).join('; ');
    for (const term of TERM_NAMES) for (const word of TERMS[term]) expect(all(text)).not.toMatch(new RegExp(`\\b${word}\\b`));
  });

  it('leaves other words alone: longer ones, hyphenated ones, places of the sentence', () => {
    const own = ownWording({ gap: { one: 'target' }, group: { one: 'crew' }, pair: { one: 'link' }, class: { one: 'form' } });
    for (const text of ['agape', 'gapless', 'sub-group', 'group-wide', 'repair', 'classic', 'A pairing of {0}.', '{gap}', 'Gapstow'])
      expect(own(text)).toBe(text);
  });

  it('takes the longest word where one stands in another', () => {
    const own = ownWording({ 'irregular word': { one: 'heart word' }, 'teaching order': { one: 'sequence' }, class: { one: 'form' } });
    expect(own('Irregular words in the teaching order of the class')).toBe('Heart words in the sequence of the form');
  });

  it('makes plurals as English makes most', () => {
    for (const [one, many] of OWN) expect(pluralOf(one)).toBe(many);
    expect(pluralOf('day')).toBe('days');
  });
});
