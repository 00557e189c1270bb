/** The sheet for home: plain words for the family, and nothing to read that the child cannot. */
import type { PracticeRow } from '@sapling/contract';
import { soundNote } from '@sapling/core';
import type { Sheet } from '../paper/sheet.js';
import { drawWord, widthOfWord } from '../paper/word.js';

const WORD = 30;

export function writeHomeSheet(sheet: Sheet, child: PracticeRow, keyWords: ReadonlyMap<string, string>): void {
  sheet.heading(child.givenName);
  sheet.write(
    'For the family: five minutes, when there is time and nobody is tired. Praise the trying. If it is no fun today, leave it for another day.',
    { gap: 12 },
  );
  if (child.pairs.length > 0) {
    sheet.write('Sounds we have been working on', { bold: true, size: 13, gap: 6 });
    for (const gpc of child.pairs) {
      const [grapheme = '', sound = ''] = gpc.split(':');
      const key = keyWords.get(gpc);
      const note = soundNote(sound);
      sheet.need(58);
      sheet.box(sheet.left, sheet.y, 74, 50, { weight: 1 });
      const shown = grapheme.replace('_', '‑');
      sheet.at(shown, sheet.left + (74 - sheet.widthOf(shown, { size: 32 })) / 2, sheet.y - 2, { size: 32 });
      const lines = sheet.lines(
        `Ask: “What sound?” ${key ? `It is the sound in “${key}”.` : ''} ${note ? `${note.mouth} Say it short and clean, without “uh” after it.` : ''}`,
        sheet.width - 92,
        { size: 11 },
      );
      lines.forEach((line, k) => sheet.at(line, sheet.left + 92, sheet.y + 2 + k * 15, { size: 11 }));
      sheet.y += 60;
    }
  }
  if (child.words.length > 0) {
    sheet.y += 6;
    sheet.write('Words to read', { bold: true, size: 13, gap: 4 });
    sheet.write(`Point under each part. ${child.givenName} says the sounds and then the word; wait, and help only when asked.`, {
      gap: 10,
    });
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
    sheet.write('A sentence to read together', { bold: true, size: 13, gap: 6 });
    sheet.write(child.sentence, { size: 24, gap: 14 });
  }
  if (child.pairs.length + child.words.length === 0)
    sheet.write('There is nothing to practise from school this week. Read a story aloud together, and talk about it.', { gap: 12 });
  sheet.write('And whatever else: read to your child. They do not have to read this page to enjoy a book with you.');
}
