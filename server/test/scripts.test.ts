/** Names in any script: a font that ships has every letter, plain and bold. */
import PDFDocument from 'pdfkit';
import { describe, expect, it } from 'vitest';
import { scriptFont, scriptOf } from '../src/paper/fonts.js';
import { Sheet } from '../src/paper/sheet.js';

const NAMES = ['محمد', 'Հայկ', 'নদী', 'अमित', 'გიორგი', 'Ἑλένη', 'ਹਰਪ੍ਰੀਤ', 'שרה', 'கவின்', '李小龙', '張偉龍', 'さくら', 'サクラ', '김민준'];

/** Whether a font draws a letter. */
function draws(font: Buffer, letter: string): boolean {
  const doc = new PDFDocument({ autoFirstPage: false, font: null as unknown as string });
  doc.registerFont('own', font).font('own');
  const opened = (doc as unknown as { _font: { font: { hasGlyphForCodePoint(code: number): boolean } } })._font.font;
  return opened.hasGlyphForCodePoint(letter.codePointAt(0)!);
}

describe('names in other scripts', () => {
  it.each(NAMES)('%s', (name) => {
    for (const letter of name) {
      const script = scriptOf(letter);
      expect(script, letter).toBeDefined();
      for (const bold of [false, true]) expect(draws(scriptFont(script!, bold), letter), `${letter} ${bold}`).toBe(true);
    }
  });

  it('stand in one line beside Latin letters, and a letter of no font stops nothing', () => {
    const sheet = new Sheet('A4', 'Names', '');
    for (const name of [...NAMES, '𓀀', '\u{1F600}']) {
      const alone = sheet.widthOf('Ada ');
      expect(sheet.widthOf(`Ada ${name}`)).toBeGreaterThan(alone);
      expect(sheet.at(`Ada ${name} reads`, 40, 40)).toBeGreaterThan(alone);
    }
  });
});
