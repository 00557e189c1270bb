/** The plan of a session on one page, whatever it holds: a little smaller until it fits. */
import { soundNote } from '@sapling/core/phonics';
import { ownWording } from '@sapling/core/wording';
import { hasSpelling, shown, type PaperFacts, type Part } from './facts.js';
import type { Sheet } from './sheet.js';
import { drawWord, widthOfWord } from './word.js';

const SCALES = [1, 0.93, 0.86, 0.79, 0.72, 0.66, 0.6, 0.55];

export function writePlan(sheet: Sheet, facts: PaperFacts): void {
  const scale = SCALES.find((s) => drawPlan(sheet, facts, s, true) <= sheet.bottom - sheet.y) ?? 0.5;
  drawPlan(sheet, facts, scale);
}

/** Draws the plan and returns where it ended; `dry` only measures. */
function drawPlan(sheet: Sheet, f: PaperFacts, scale: number, dry = false): number {
  const { session } = f;
  let y = sheet.y;
  const text = (s: string, x: number, size: number, bold = false, width = sheet.left + sheet.width - x): void => {
    for (const line of sheet.lines(s, width, { size: size * scale, bold })) {
      if (!dry) sheet.at(line, x, y, { size: size * scale, bold });
      y += size * scale * 1.42;
    }
  };
  const line = (weight: number): void => {
    if (!dry)
      sheet.doc
        .moveTo(sheet.left, y)
        .lineTo(sheet.left + sheet.width, y)
        .lineWidth(weight)
        .strokeColor('black')
        .stroke();
    y += 5 * scale;
  };
  text(session.groupName, sheet.left, 18, true);
  text(
    [
      f.day,
      f.when,
      f.where,
      `${session.minutes} minutes`,
      f.adult,
      [ownWording(f.words)(session.plan.skill ?? ''), ...session.plan.focus.map((g) => `${shown(g)} /${g.split(':')[1]}/`)]
        .filter(Boolean)
        .join('  '),
    ]
      .filter(Boolean)
      .join('  ·  '),
    sheet.left,
    10.5,
  );
  y += 3 * scale;
  line(1.4);
  let x = sheet.left;
  for (const name of f.names.values()) {
    const width = 14 * scale + sheet.widthOf(name, { size: 10 * scale }) + 14;
    if (x + width > sheet.left + sheet.width) {
      x = sheet.left;
      y += 15 * scale;
    }
    if (!dry) {
      sheet.box(x, y + 2, 9 * scale, 9 * scale);
      sheet.at(name, x + 13 * scale, y, { size: 10 * scale });
    }
    x += width;
  }
  y += 19 * scale;
  for (const part of session.plan.parts) {
    const from = y;
    if (!dry) sheet.box(sheet.left, y + 3 * scale, 9 * scale, 9 * scale);
    text(part.title, sheet.left + 15 * scale, 12, true, sheet.width - 70);
    if (!dry) {
      const minutes = `${part.minutes} min`;
      sheet.at(minutes, sheet.left + sheet.width - sheet.widthOf(minutes, { size: 11 * scale, bold: true }), from, {
        size: 11 * scale,
        bold: true,
      });
    }
    text(part.how, sheet.left + 15 * scale, 9);
    y += 2 * scale;
    const inset = sheet.left + 15 * scale;
    if (part.gpcs.length > 0)
      text(
        part.gpcs
          .map((g) => `${shown(g)} /${g.split(':')[1]}/${namesOf(part.whose?.[g], f)}${part.ask?.includes(g) ? ' (ask only)' : ''}`)
          .join('    '),
        inset,
        13,
      );
    if (part.kind === 'focus')
      for (const gpc of part.gpcs) {
        const note = soundNote(gpc.split(':')[1]!);
        const said = [f.cues.get(gpc), note && `${note.mouth} ${note.leaveOff}`].filter(Boolean).join(' ');
        if (said) text(`${shown(gpc)}: ${said}`, inset, 9);
      }
    y = drawWords(sheet, part, f, inset, y, scale, dry);
    for (const row of part.rows ?? [])
      text(
        `${row.show ?? row.picture ?? ''}  ${row.items.map((i) => i.replace('_', '‑')).join('   ')}${row.items.includes(row.answer) && row.items.length > 3 ? '' : `  (${row.answer})`}`.trim(),
        inset,
        11,
      );
    for (const l of part.lines ?? []) text(`${l.text}${l.answer ? `  (${l.answer})` : ''}`, inset, 12);
    if (part.text) {
      text(`${part.text.title}${part.text.tell.length > 0 ? `. Tell first: ${part.text.tell.join(', ')}` : ''}`, inset, 11);
      for (const q of part.text.questions) text(`${q.ask} ${q.answer}`, inset, 9);
    }
    y += 3 * scale;
    line(0.4);
  }
  if (session.plan.atError) text(`At an error: ${session.plan.atError}`, sheet.left, 9.5);
  const height = y - sheet.y;
  if (!dry) sheet.y = y;
  return height;
}
const namesOf = (ids: readonly string[] | undefined, f: PaperFacts): string =>
  ids && ids.length > 0 ? ` ${ids.map((id) => f.names.get(id) ?? '').join(', ')}` : '';

/** What the adult needs beside a word: what it is among, what it is made of, or what is said. */
function besideWord(w: Part['words'][number]): string {
  if (w.options) return ` among ${w.options.filter((o) => o !== w.word).join(', ')}`;
  if (w.base && w.ending) return ` (${w.base} + ${w.ending})`;
  if (w.answer) return ` (${w.answer})`;
  if (w.say) return ` (${w.say.join(' … ')})`;
  if (w.steps) return ` (${w.steps.slice(0, -1).join(', ')})`;
  return w.heard ? ` (${w.units.map((u) => u.sound).join(' · ')})` : '';
}

/** A part’s words in rows, with marks where children read them; returns where they end. */
function drawWords(sheet: Sheet, part: Part, f: PaperFacts, left: number, from: number, scale: number, dry: boolean): number {
  if (part.words.length === 0) return from;
  const size = 15 * scale;
  const marks = !hasSpelling(part) && !part.words.some((w) => w.heard || w.options);
  let [x, y] = [left, from];
  for (const w of part.words) {
    const whose = w.for ? ` ${f.names.get(w.for) ?? ''}` : '';
    const beside = besideWord(w);
    const width = widthOfWord(sheet, w, size, marks) + sheet.widthOf(whose + beside, { size: 8.5 * scale }) + 18 * scale;
    if (x > left && x + width > sheet.left + sheet.width) {
      x = left;
      y += size * (marks ? 1.85 : 1.5);
    }
    if (!dry) {
      const drawn = drawWord(sheet, w, x, y, size, marks);
      sheet.at(whose + beside, x + drawn + 2, y + size * 0.5, { size: 8.5 * scale });
    }
    x += width;
  }
  return y + size * (marks ? 1.95 : 1.55);
}
