/** The sheet for home: three plain sentences on how to help, in the family's language, and nothing to read that the child cannot. */
import type { PracticeRow, SchoolSettings } from '@sapling/contract';
import { keyWordOf } from '@sapling/core/phonics';
import { FAMILY_ENGLISH, type FamilyKey } from '@sapling/data';
import type { Sheet } from '../paper/sheet.js';
import { writingLines } from '../paper/writing-lines.js';
import { drawWord, widthOfWord } from '../paper/word.js';
import { filled, type ForFamily } from './family-sentences.js';

const WORD = 30;
const CARD = { width: 74, height: 50 };

export function writeHomeSheet(
  sheet: Sheet,
  child: PracticeRow,
  keyWords: ReadonlyMap<string, string>,
  family: ForFamily,
  ruling: SchoolSettings['ruling'],
): void {
  /** In the family's language, and small in English beside it for whoever hands it out. */
  const say = (key: FamilyKey, gap: number, word?: string): void => {
    const values = { name: child.givenName, ...(word !== undefined && { word }) };
    sheet.write(filled(family.sentences[key], values), { size: 12, gap: family.translated ? 1 : gap });
    if (family.translated) sheet.write(filled(FAMILY_ENGLISH[key], values), { size: 9, grey: 0.35, gap });
  };
  const heading = (key: FamilyKey): void => {
    const own = family.sentences[key];
    sheet.write(family.translated && own !== FAMILY_ENGLISH[key] ? `${own} (${FAMILY_ENGLISH[key]})` : own, {
      bold: true,
      size: 13,
      gap: 6,
    });
  };
  sheet.heading(child.givenName);
  say('intro', 14);
  if (child.pairs.length > 0) {
    heading('sounds');
    say('askSound', 8);
    for (const gpc of child.pairs) {
      const grapheme = gpc.slice(0, gpc.indexOf(':'));
      const shown = grapheme.replace('_', '‑');
      const asIn = filled(family.sentences.asIn, { word: keyWords.get(gpc) || keyWordOf(gpc) });
      sheet.need(CARD.height + 40);
      sheet.box(sheet.left, sheet.y, CARD.width, CARD.height, { weight: 1 });
      sheet.at(shown, sheet.left + (CARD.width - sheet.widthOf(shown, { size: 32 })) / 2, sheet.y - 2, { size: 32 });
      sheet.at(asIn, sheet.left + CARD.width + 18, sheet.y - 2, { size: 13 });
      // a grapheme to trace and go on with, at the child's own pace
      const top = sheet.y;
      const x = sheet.left + CARD.width + 18;
      sheet.y += 20;
      const { base, size } = writingLines(sheet, ruling, x, sheet.width - CARD.width - 18);
      const step = sheet.widthOf(`${shown}  `, { size }) + 12;
      for (let n = 0; n < 3; n += 1) sheet.onLine(shown, x + 8 + n * step, base, { size, grey: 0.68 });
      sheet.y = Math.max(sheet.y, top + CARD.height) + 10;
    }
  }
  if (child.words.length > 0) {
    sheet.y += 6;
    heading('words');
    say('howWords', 12);
    let x = sheet.left;
    for (const word of child.words) {
      const width = widthOfWord(sheet, word, WORD);
      if (x > sheet.left && x + width > sheet.left + sheet.width) {
        x = sheet.left;
        sheet.y += WORD * 2.1;
      }
      sheet.need(WORD * 2.1);
      drawWord(sheet, word, x, sheet.y, WORD);
      x += width + 40;
    }
    sheet.y += WORD * 2.4;
  }
  if (child.sentence) {
    heading('sentence');
    sheet.write(child.sentence, { size: 24, gap: 14 });
  }
  if (child.pairs.length + child.words.length === 0) say('nothing', 12);
  say('end', 0);
}
