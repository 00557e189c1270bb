/** The sheets of one session: for the adult a cover, the plan and a record; for the children cards, words, boxes, lines and the text. */
import { CHILD_SHEETS } from './child-sheets.js';
import { listed } from '@sapling/core';
import { partKind, remarkWords, type ChildSheet } from '@sapling/core/planning';
import { ownWording } from '@sapling/core/wording';
import { PAPERS, partsOf, shown, standsOn, type PaperFacts, type PaperKind, type Part } from './facts.js';
import { writePlan } from './plan-sheet.js';
import type { Sheet } from './sheet.js';

/** Writes the sheets asked for that have something on them; each begins a page. Returns those that were written. */
export function writeSession(sheet: Sheet, facts: PaperFacts, wanted: readonly PaperKind[], fresh: boolean): PaperKind[] {
  const written: PaperKind[] = [];
  for (const kind of PAPERS) {
    if (!wanted.includes(kind) || !HAS[kind](facts)) continue;
    if (written.length > 0 || !fresh) sheet.page();
    WRITE[kind](sheet, facts);
    written.push(kind);
  }
  return written;
}

const some = (f: PaperFacts, sheet: ChildSheet, has: (part: Part) => boolean): boolean =>
  partsOf(f).some((p) => standsOn(p, sheet) && has(p));
const HAS: Record<PaperKind, (facts: PaperFacts) => boolean> = {
  cover: () => true,
  plan: () => true,
  record: () => true,
  cards: (f) => partsOf(f).some((p) => p.gpcs.length > 0 || p.words.some((w) => !w.heard)),
  words: (f) => some(f, 'words', (p) => p.words.length > 0),
  boxes: (f) => some(f, 'boxes', (p) => p.words.length > 0),
  chain: (f) => some(f, 'chain', (p) => p.words.length > 0),
  sort: (f) => some(f, 'sort', (p) => p.words.length > 0),
  dictation: (f) => some(f, 'dictation', (p) => p.words.length + (p.lines ?? []).length > 0),
  letters: (f) => some(f, 'letters', (p) => p.gpcs.length > 0),
  pictures: (f) => some(f, 'pictures', (p) => p.words.length + (p.lines ?? []).length > 0),
  rows: (f) => some(f, 'rows', (p) => (p.rows ?? []).length > 0),
  text: (f) => some(f, 'text', (p) => p.text !== undefined || (p.lines ?? []).length > 0),
};

const WRITE: Record<PaperKind, (sheet: Sheet, facts: PaperFacts) => void> = {
  cover(sheet, f) {
    const { session } = f;
    sheet.heading(`${session.groupName}: ${ownWording(f.words)('for whoever takes this group today')}`);
    const say = (label: string, text: string): void => {
      if (!text) return;
      sheet.need(20);
      sheet.at(label, sheet.left, sheet.y, { size: 11, bold: true });
      sheet.write(text, { x: sheet.left + 90, width: sheet.width - 90, gap: 5 });
    };
    say('Who', [...f.names.values()].join(', '));
    say('When', [f.day, f.when, `${session.minutes} minutes`].filter(Boolean).join(', '));
    say('Where', f.where);
    say('Usually with', f.adult);
    say(
      'For',
      [ownWording(f.words)(session.plan.skill ?? ''), ...session.plan.focus.map((gpc) => `${shown(gpc)} as /${gpc.split(':')[1]}/`)]
        .filter(Boolean)
        .join(', '),
    );
    say('What', session.plan.parts.map((p) => `${p.title} (${p.minutes} min)`).join(', ') + '. Each step stands on the plan.');
    say('At an error', session.plan.atError ?? '');
    for (const remark of session.plan.remarks ?? [])
      say(
        'Know',
        remarkWords(remark, (id) => f.names.get(id) ?? 'A child'),
      );
    const joined = (session.plan.joined ?? []).flatMap((id) => f.names.get(id) ?? []);
    if (joined.length > 0 && session.log === null)
      say('Know', `${listed(joined)} joined the group after this plan was made: some of its words may be beyond them. Say the sounds of these together first.`); // prettier-ignore
    if (f.watch.length > 0) {
      sheet.y += 6;
      sheet.write('What to watch for', { bold: true, size: 13 });
      for (const { child, text } of f.watch) say(child, text);
    }
    if (f.notes.length > 0) {
      sheet.y += 6;
      sheet.write('What colleagues noted', { bold: true, size: 13 });
      for (const note of f.notes) sheet.write(`${note.on}, ${note.by}: ${note.text}`);
    }
    sheet.y += 6;
    sheet.write('Before you begin', { bold: true, size: 13 });
    if (f.safety) sheet.write(f.safety);
    sheet.write(
      'Stop when a child is tired or upset: nothing is lost. A child’s accent or way of speaking is not an error. What is on this sheet is about children: hand it back or shred it.',
    );
  },

  plan: writePlan,

  record(sheet, f) {
    sheet.heading(`${f.session.groupName}: record`, f.day);
    sheet.write(
      'A tick where it came at once, a dot where it came slowly, what was said where it went wrong. Leave empty what was not asked.',
      { size: 9 },
    );
    const items = [
      ...new Set(
        partsOf(f)
          .filter((p) => partKind(p.kind).evidence !== null && !p.words.some((w) => w.heard))
          .flatMap((p) => [...p.gpcs.map(shown), ...p.words.map((w) => w.word)]),
      ),
    ].slice(0, 46);
    const names = [...f.names.values()];
    const half = Math.ceil(items.length / 2);
    const block = (sheet.width - 20) / 2;
    const nameWidth = 62;
    const cell = (block - nameWidth) / Math.max(1, names.length);
    const top = sheet.y;
    [items.slice(0, half), items.slice(half)].forEach((list, side) => {
      const x = sheet.left + side * (block + 20);
      let y = top;
      names.forEach((name, k) => sheet.at(name, x + nameWidth + k * cell + 2, y, { size: 8 }, cell - 3));
      y += 13;
      const row = Math.min(24, (sheet.bottom - y - 90) / Math.max(1, half));
      for (const item of list) {
        sheet.at(item, x, y + row / 2 - 8, { size: 12 }, nameWidth - 4);
        names.forEach((_, k) => sheet.box(x + nameWidth + k * cell, y, cell, row));
        y += row;
      }
      sheet.y = Math.max(sheet.y, y + 14);
    });
    sheet.write('What happened', { bold: true });
    for (let k = 0; k < 3; k += 1) {
      sheet.y += 18;
      sheet.rule(0.5);
    }
  },

  ...CHILD_SHEETS,
};
