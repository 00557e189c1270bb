/** The shipped lexicon against what it was built from, and against lists cut by hand. */
import { beforeAll, describe, expect, it } from 'vitest';
import { loadLexicon } from '@sapling/core';
import { normaliseWord, segment, type Lexicon, type SegmentUnit } from '@sapling/core/phonics';
import { buildInventory } from '../src/lexicon/inventory.js';
import { withoutStress } from '../src/lexicon/align.js';
import { readSources } from '../src/lexicon/sources.js';
import { isUnfit, rudeWords } from '../src/lexicon/unfit.js';
import { agrees, readList } from './lists/read.js';

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});

describe('words cut by hand', () => {
  it.each([
    ['everyday', 500],
    ['harder', 350],
  ])('%s words are cut as the notation says', (name, atLeast) => {
    const list = readList(new URL(`./lists/${name}.txt`, import.meta.url));
    expect(list.length).toBeGreaterThanOrEqual(atLeast);
    const wrong = list.filter((listed) => {
      const [cut] = segment(lexicon, listed.word);
      return !cut || !agrees(listed, cut.units);
    });
    expect(
      wrong.map((w) => w.word),
      'words cut otherwise',
    ).toHaveLength(0);
  });
  it('holds British spellings, school words, endings and words put together', () => {
    for (const word of ['colour', 'grey', 'mum', 'jumper', 'tidied', 'lunchbox', 'metre', 'favourite', 'wellies', 'playground', 'unzip'])
      expect(lexicon.has(word), word).toBe(true);
  });
});

describe('every segmentation of the whole lexicon', () => {
  it('spells its word, letter for letter, with graphemes in the order of their first letter', () => {
    const bad: string[] = [];
    for (const word of lexicon.words())
      for (const { units } of lexicon.get(word)!.segmentations) {
        const letters = units.flatMap((u) => u.letters).sort((a, b) => a - b);
        const spelled = letters.map((at) => word[at]).join('');
        const inOrder = units.every((u, k) => k === 0 || units[k - 1]!.letters[0]! < u.letters[0]!);
        const own = units.every((u) => u.letters.map((at) => word[at]).join('') === u.grapheme.replace('_', ''));
        if (spelled !== word.replace(/[^a-z]/g, '') || new Set(letters).size !== letters.length || !inOrder || !own) bad.push(word);
      }
    expect(bad).toEqual([]);
  });

  it('says its word as the dictionary does, by one of its pronunciations', () => {
    const phonesOf = new Map(buildInventory().map((p) => [`${p.grapheme}:${p.sound}`, p.phones]));
    const bad: string[] = [];
    for (const source of readSources()) {
      const entry = lexicon.get(source.word);
      if (!entry) continue;
      const spoken = source.pronunciations.map((list) => list.map(withoutStress));
      for (const { units } of entry.segmentations) if (!spoken.some((phones) => says(units, phones, phonesOf))) bad.push(source.word);
    }
    expect(bad.slice(0, 20)).toEqual([]);
  });

  it('is the same whenever it is asked for', async () => {
    const again = await loadLexicon();
    for (const word of lexicon.words().filter((_, k) => k % 37 === 0)) expect(segment(again, word)).toEqual(segment(lexicon, word));
    for (const word of ['vab', 'thosp', 'oluwaseun', 'frimbling']) expect(segment(again, word)).toEqual(segment(lexicon, word));
  });
});

/** Whether units, each standing for one of its phone rows, can say these phones from first to last. */
function says(
  units: readonly SegmentUnit[],
  phones: readonly string[],
  phonesOf: ReadonlyMap<string, readonly (readonly string[])[]>,
): boolean {
  let reached = new Set([0]);
  for (const [k, unit] of units.entries()) {
    const rows = [...(phonesOf.get(`${unit.grapheme}:${unit.sound}`) ?? [])];
    const next = units[k + 1];
    // a vowel letter and the r of the next syllable share one phone, ER, or lean on a merged vowel before R
    const beforeR = next && /^rr?$/.test(next.grapheme) && /^[aeiouy]$/.test(unit.grapheme);
    const after = new Set<number>();
    for (const at of reached) {
      for (const row of rows) if (row.every((phone, n) => phones[at + n] === phone)) after.add(at + row.length);
      if (beforeR && /^ER/.test(phones[at] ?? '')) after.add(at + 0.5);
      if (beforeR && /^(EH|AO)$/.test(phones[at] ?? '')) after.add(at + 1);
      if (unit.sound === 'r' && at % 1 === 0.5) after.add(at + 0.5);
    }
    reached = after;
  }
  return reached.has(phones.length);
}

describe('words unfit for children', () => {
  it('are known as such and can still be analysed', () => {
    for (const word of lexicon.words())
      if (isUnfit(word)) expect(lexicon.peek(word)!.unfit || lexicon.peek(word)!.book !== null, word).toBe(true);
    expect(rudeWords().length).toBeGreaterThan(100);
    expect(lexicon.rude).toEqual(rudeWords());
    const some = rudeWords().find((word) => lexicon.has(normaliseWord(word)))!;
    expect(segment(lexicon, some).length).toBeGreaterThan(0);
  });
});
