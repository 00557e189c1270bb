/** The sheet for home in a family's language: every sentence in it, English beside it, the school's own words before those that ship. */
import { FAMILY_ENGLISH, FAMILY_KEYS, FAMILY_LANGUAGES, familyLanguage } from '@sapling/data';
import { familyKey } from '../../contract/src/settings.js';
import { DEFAULT_SETTINGS } from '@sapling/contract';
import { extractText, getDocumentProxy } from 'unpdf';
import { describe, expect, it } from 'vitest';
import { Sheet } from '../src/paper/sheet.js';
import { filled, sentencesFor } from '../src/practice/family-sentences.js';
import { writeHomeSheet } from '../src/practice/home-sheet-paper.js';

const child = {
  id: 'c',
  name: 'Ada Byl',
  givenName: 'Ada',
  classId: 'k',
  group: null,
  lastSession: null,
  pairs: ['ow:oh'],
  notYet: [],
  words: [{ word: 'snow', units: [{ grapheme: 'ow', sound: 'oh', letters: [2, 3] }] }],
  sentence: 'The snow is soft.',
};
const squeezed = (text: string): string => text.normalize('NFC').replace(/\s+/g, '');
async function textOf(language: string, own: Parameters<typeof sentencesFor>[1] = []): Promise<{ text: string; raw: string }> {
  const family = sentencesFor(language, own);
  const sheet = new Sheet('A4', 'For home: Ada', 'A school', family.tag);
  writeHomeSheet(sheet, child, new Map(), family, DEFAULT_SETTINGS.ruling);
  const bytes = await sheet.end();
  const { text } = await extractText(await getDocumentProxy(new Uint8Array(bytes)), { mergePages: true });
  return { text: squeezed(text), raw: bytes.toString('latin1') };
}

describe('the sheet for home', () => {
  it('has every sentence of every language, none empty, the places for the name and the word kept', () => {
    expect([...familyKey.options]).toEqual([...FAMILY_KEYS]);
    expect(FAMILY_LANGUAGES).toHaveLength(8);
    for (const { sentences } of FAMILY_LANGUAGES)
      for (const key of FAMILY_KEYS) {
        expect(sentences[key].length).toBeGreaterThan(1);
        for (const place of ['{name}', '{word}']) expect(sentences[key].includes(place)).toBe(FAMILY_ENGLISH[key].includes(place));
      }
    expect(familyLanguage(' polski ')?.name).toBe('Polish');
    expect(familyLanguage('Somali')).toBeUndefined();
  });

  it.each(FAMILY_LANGUAGES.map((l) => [l.name, l] as const))('is printed whole in %s, with English beside it', async (name, language) => {
    const { text, raw } = await textOf(name);
    for (const key of ['intro', 'askSound', 'howWords', 'end'] as const) {
      expect(text).toContain(squeezed(filled(language.sentences[key], { name: 'Ada' })));
      expect(text).toContain(squeezed(filled(FAMILY_ENGLISH[key], { name: 'Ada' })));
    }
    expect(text).toContain(squeezed(filled(language.sentences.asIn, { word: 'snow' })));
    expect(raw).toContain(`/Lang (${language.tag})`);
  });

  it('keeps to what the school typed, in a language of its own too, and to English where nothing is there', async () => {
    const own = [
      { language: 'Polish', checked: true, sentences: { intro: 'Pięć minut.' } },
      { language: 'Somali', checked: false, sentences: { words: 'Erayo' } },
    ];
    const polish = await textOf('Polish', own);
    expect(polish.text).toContain('Pięćminut.');
    expect(polish.text).toContain(squeezed(FAMILY_LANGUAGES.find((l) => l.name === 'Polish')!.sentences.end));
    const somali = await textOf('somali', own);
    expect(somali.text).toContain('Erayo');
    expect(somali.text).toContain(squeezed(FAMILY_ENGLISH.intro));
    const english = await textOf('English', own);
    expect(english.text.split(squeezed(FAMILY_ENGLISH.intro))).toHaveLength(2);
  });

  it('says what is text, what a heading and what a word is, to whoever has it read aloud', async () => {
    const { raw } = await textOf('English');
    expect(raw).toContain('/MarkInfo');
    expect(raw).toContain('/StructTreeRoot');
    for (const tag of ['/H1', '/H2', '/P', '/Span']) expect(raw).toContain(`/S ${tag}`);
    // a word is drawn letter by letter, and said as one
    expect(raw).toMatch(/\/ActualText \(snow\)/);
  });
});

describe('a name in another script', () => {
  it.each([
    'Zoë Nguyễn',
    'Олена Кравець',
    'محمد علي',
    'রহিম উদ্দিন',
    'ਗੁਰਪ੍ਰੀਤ ਸਿੰਘ',
    'प्रिया शर्मा',
    'தமிழ்ச்செல்வி',
    'נועה לוי',
    'ნინო',
    'Անի',
    'Νίκος',
    '王小明',
  ])('prints %s, plain and bold, and stops no page', async (name) => {
    const sheet = new Sheet('A4', name, 'A school');
    sheet.heading(name);
    sheet.write(name);
    expect(sheet.widthOf(name)).toBeGreaterThan(5);
    expect((await sheet.end()).subarray(0, 5).toString()).toBe('%PDF-');
  });
});
