/** What children get: cards to cut, words to read, boxes, chains, sorts, lines to write on, letters, pictures, the text. */
import { FORMATION } from '@sapling/core/planning';
import { drawStrokes } from './letter.js';
import { hasSpelling, partsOf, shown, standsOn, type PaperFacts, type PaperKind } from './facts.js';
import { drawPicture } from './picture.js';
import type { Sheet } from './sheet.js';
import { drawWord, widthOfWord } from './word.js';
import { writingLines } from './writing-lines.js';

/** Room for one letter with its way of the pen. */
const LETTER_HEIGHT = 66;
/** At the right of a heading: a line for the child’s name. */
const NAME = '____________________________';

export const CHILD_SHEETS: Record<Exclude<PaperKind, 'cover' | 'plan' | 'record'>, (sheet: Sheet, facts: PaperFacts) => void> = {
  cards(sheet, f) {
    const items = [
      ...new Set([
        ...partsOf(f).flatMap((p) => p.gpcs.map(shown)),
        ...partsOf(f)
          .filter((p) => !hasSpelling(p))
          .flatMap((p) => p.words.filter((w) => !w.heard).map((w) => w.word)),
      ]),
    ];
    const [columns, rows] = [3, 5];
    const width = sheet.width / columns;
    const height = (sheet.bottom - sheet.y - 2) / rows;
    items.forEach((item, k) => {
      const place = k % (columns * rows);
      if (k > 0 && place === 0) sheet.page();
      const x = sheet.left + (place % columns) * width;
      const y = sheet.y + Math.floor(place / columns) * height;
      sheet.box(x, y, width, height, { dash: true, grey: 0.4 });
      let size = 54;
      while (size > 18 && sheet.widthOf(item, { size }) > width - 20) size -= 4;
      sheet.at(item, x + (width - sheet.widthOf(item, { size })) / 2, y + height / 2 - size * 0.82, { size });
    });
  },

  words(sheet, f) {
    sheet.heading('Words to read', f.session.groupName);
    for (const part of partsOf(f)) {
      if (part.words.length === 0 || !standsOn(part, 'words')) continue;
      sheet.need(70);
      sheet.write(part.title, { bold: true, size: 12, gap: 6 });
      const size = 24;
      let x = sheet.left;
      const place = (width: number): void => {
        if (x > sheet.left && x + width > sheet.left + sheet.width) {
          x = sheet.left;
          sheet.y += size * 2.1;
        }
        sheet.need(size * 2);
      };
      for (const w of part.words) {
        if (w.options) {
          x = sheet.left;
          sheet.need(size * 2);
          w.options.forEach((o, k) => sheet.at(o, sheet.left + (k * sheet.width) / 4, sheet.y, { size }));
          sheet.y += size * 1.9;
          continue;
        }
        if (w.steps) {
          x = sheet.left;
          sheet.need(size * 2);
          let to = sheet.left;
          for (const step of w.steps) to += sheet.at(step, to, sheet.y, { size }) + 26;
          sheet.y += size * 1.9;
          continue;
        }
        place(widthOfWord(sheet, w, size));
        x += drawWord(sheet, w, x, sheet.y, size) + 30;
      }
      sheet.y += x > sheet.left ? size * 2.4 : 10;
    }
  },

  boxes(sheet, f) {
    sheet.heading('Boxes for sounds', NAME);
    let n = 0;
    for (const part of partsOf(f).filter((p) => standsOn(p, 'boxes')))
      for (const w of part.words) {
        n += 1;
        sheet.need(52);
        sheet.at(`${n}`, sheet.left, sheet.y + 12, { size: 12 });
        const units = Math.max(1, w.units.length);
        for (let k = 0; k < units; k += 1) sheet.box(sheet.left + 26 + k * 46, sheet.y, 42, 38, { weight: 1.1 });
        const from = sheet.left + 26 + units * 46 + 16;
        sheet.doc
          .moveTo(from, sheet.y + 34)
          .lineTo(sheet.left + sheet.width, sheet.y + 34)
          .lineWidth(0.6)
          .stroke();
        sheet.y += 52;
      }
  },

  chain(sheet, f) {
    sheet.heading('Word chain', NAME);
    for (const part of partsOf(f).filter((p) => standsOn(p, 'chain'))) {
      sheet.write('Change one sound each time. The first word is there.', { size: 11, gap: 10 });
      part.words.forEach((w, k) => {
        sheet.need(50);
        const units = Math.max(1, w.units.length);
        for (let n = 0; n < units; n += 1) {
          sheet.box(sheet.left + n * 52, sheet.y, 48, 40, { weight: 1 });
          if (k === 0) {
            const text = w.units[n]?.letters.map((l) => w.word[l]).join('') ?? '';
            sheet.at(text, sheet.left + n * 52 + (48 - sheet.widthOf(text, { size: 22 })) / 2, sheet.y + 2, { size: 22 });
          }
        }
        sheet.y += 50;
      });
    }
  },

  sort(sheet, f) {
    for (const [k, part] of partsOf(f)
      .filter((p) => standsOn(p, 'sort'))
      .entries()) {
      if (k > 0) sheet.page();
      sheet.heading('Sort the words', NAME);
      const width = sheet.width / part.gpcs.length;
      const height = 300;
      part.gpcs.forEach((gpc, n) => {
        sheet.box(sheet.left + n * width, sheet.y, width, height, { weight: 1 });
        sheet.doc
          .moveTo(sheet.left + n * width, sheet.y + 48)
          .lineTo(sheet.left + (n + 1) * width, sheet.y + 48)
          .stroke();
        const text = shown(gpc);
        sheet.at(text, sheet.left + n * width + (width - sheet.widthOf(text, { size: 28 })) / 2, sheet.y, { size: 28 });
      });
      sheet.y += height + 24;
      sheet.write('Cut out, read, and put each under its spelling.', { size: 10 });
      const slip = sheet.width / 3;
      part.words.forEach((w, n) => {
        const [x, y] = [sheet.left + (n % 3) * slip, sheet.y + Math.floor(n / 3) * 44];
        sheet.box(x, y, slip, 44, { dash: true, grey: 0.4 });
        sheet.at(w.word, x + (slip - sheet.widthOf(w.word, { size: 22 })) / 2, y + 5, { size: 22 });
      });
      sheet.y += Math.ceil(part.words.length / 3) * 44;
    }
  },

  dictation(sheet, f) {
    sheet.heading('To write', NAME);
    const words = partsOf(f)
      .filter((p) => standsOn(p, 'dictation'))
      .flatMap((p) => p.words);
    const sentences = partsOf(f)
      .filter((p) => standsOn(p, 'dictation'))
      .flatMap((p) => p.lines ?? []);
    words.forEach((_, k) => {
      sheet.need(46);
      sheet.at(`${k + 1}`, sheet.left, sheet.y + 12, { size: 12 });
      writingLines(sheet, f.ruling, sheet.left + 26, sheet.width - 26);
    });
    for (const _ of sentences) {
      sheet.need(96);
      writingLines(sheet, f.ruling, sheet.left, sheet.width);
      writingLines(sheet, f.ruling, sheet.left, sheet.width);
    }
  },

  letters(sheet, f) {
    sheet.heading('Letters', NAME);
    const graphemes = [
      ...new Set(
        partsOf(f)
          .filter((p) => standsOn(p, 'letters'))
          .flatMap((p) => p.gpcs),
      ),
    ];
    for (const gpc of graphemes) {
      const grapheme = gpc.split(':')[0]!;
      const letters = [...new Set(grapheme.replace('_', ''))];
      sheet.need(letters.length * LETTER_HEIGHT + 190);
      for (const letter of letters) {
        drawStrokes(sheet, letter, sheet.left + 10, sheet.y + 4, LETTER_HEIGHT - 12);
        sheet.at(FORMATION[letter] ?? '', sheet.left + 70, sheet.y + 18, { size: 11 }, sheet.width - 70);
        sheet.y += LETTER_HEIGHT;
      }
      sheet.y += 6;
      for (const grey of [0.68, 1]) {
        const { base, size } = writingLines(sheet, f.ruling, sheet.left, sheet.width, 1.3);
        if (grey < 1)
          for (let x = sheet.left + 10; x < sheet.left + sheet.width - 60; x += 92) sheet.onLine(shown(gpc), x, base, { size, grey });
      }
      sheet.y += 12;
    }
  },

  pictures(sheet, f) {
    for (const part of partsOf(f)) {
      if (!standsOn(part, 'pictures')) continue;
      if ((part.lines ?? []).length > 0) {
        sheet.heading(part.title, NAME);
        const pictures = (part.lines ?? []).flatMap((l) => [l.pictures ?? []]);
        (part.lines ?? []).forEach((line, k) => {
          sheet.need(80);
          sheet.at(line.text, sheet.left, sheet.y + 18, { size: 20 }, sheet.width - 170);
          // the pictures of another line stand beside it, so that they have to be found
          const other = pictures[(k + 1) % pictures.length]!;
          other.forEach((p, n) => drawPicture(sheet, p, sheet.left + sheet.width - 150 + n * 72, sheet.y, 64));
          sheet.y += 80;
        });
      } else if (part.words.length > 0) {
        sheet.heading(part.title, NAME);
        if (part.remark) sheet.write(part.remark);
        part.words.forEach((w, k) => {
          if (k % 3 === 0) sheet.need(120);
          const x = sheet.left + (k % 3) * (sheet.width / 3);
          drawPicture(sheet, w.word, x + 20, sheet.y, 76);
          if (hasSpelling(part))
            sheet.doc
              .moveTo(x + 8, sheet.y + 104)
              .lineTo(x + sheet.width / 3 - 14, sheet.y + 104)
              .lineWidth(0.7)
              .stroke();
          if (k % 3 === 2 || k === part.words.length - 1) sheet.y += 122;
        });
      }
    }
  },

  text(sheet, f) {
    let first = true;
    for (const part of partsOf(f)) {
      if (!standsOn(part, 'text')) continue;
      if (part.text) {
        if (!first) sheet.page();
        first = false;
        sheet.heading(part.text.title);
        sheet.write(part.text.text, { size: 18, leading: 1.6, gap: 14 });
        for (const [k, q] of part.text.questions.entries()) sheet.write(`${k + 1}. ${q.ask}`, { size: 12 });
      } else if ((part.lines ?? []).some((line) => line.answer)) {
        if (!first) sheet.y += 20;
        first = false;
        sheet.heading(part.title, NAME);
        for (const line of part.lines ?? []) {
          sheet.need(40);
          sheet.at(line.text, sheet.left, sheet.y, { size: 18 }, sheet.width - 120);
          sheet.at('yes      no', sheet.left + sheet.width - 100, sheet.y, { size: 16 });
          sheet.y += 40;
        }
      } else if ((part.lines ?? []).length > 0) {
        if (!first) sheet.page();
        first = false;
        sheet.heading(part.title);
        for (const line of part.lines ?? []) sheet.write(line.text, { size: 18, leading: 1.6, gap: 8 });
      }
    }
  },

  rows(sheet, f) {
    for (const part of partsOf(f).filter((p) => standsOn(p, 'rows') && (p.rows ?? []).length > 0)) {
      sheet.heading(part.title, NAME);
      const size = 26;
      for (const row of part.rows ?? []) {
        sheet.need(74);
        let x = sheet.left;
        if (row.picture) {
          drawPicture(sheet, row.picture, x, sheet.y, 56);
          x += 84;
        }
        if (row.show) {
          sheet.at(row.show, x, sheet.y + 10, { size, bold: true });
          x += 84;
        }
        const each = (sheet.left + sheet.width - x) / row.items.length;
        row.items.forEach((item, k) =>
          sheet.at(item.replace('_', '‑'), x + k * each, sheet.y + 10, { size: item.includes(' ') ? 18 : size }, each - 6),
        );
        sheet.y += 74;
      }
    }
  },
};
