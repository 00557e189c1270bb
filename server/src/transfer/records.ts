/** All records as CSV files with a data dictionary, in one ZIP. RFC 4180, UTF-8 with a byte-order mark, so that spreadsheets open them rightly. */
import { inArray } from 'drizzle-orm';
import { clockTime, weekSlots } from '@sapling/core';
import { strToU8, zipSync } from 'fflate';
import { childrenInReach, type Access } from '../access.js';
import { childLines } from '../children/children.js';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';
import { readingList } from '../readings/readings.js';
import { remarksFor } from '../remarks/remarks.js';
import { readSettings } from '../settings/read-settings.js';
import { readTimetable } from '../timetable/timetable.js';
import { listSessions } from '../sessions/sessions.js';
import { DICTIONARY, DICTIONARY_FILE } from './dictionary.js';

export type Cell = string | number | boolean | null | undefined;
export type Rows = readonly Readonly<Record<string, Cell>>[];

/** A value as a CSV field. A text that a spreadsheet would take for a formula is made a text by an apostrophe. */
export function field(value: Cell): string {
  if (value === null || value === undefined) return '';
  const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : String(value);
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}
export function csv(columns: readonly string[], rows: Rows): string {
  return `\uFEFF${[columns.map(field), ...rows.map((row) => columns.map((c) => field(row[c])))].map((line) => line.join(',')).join('\r\n')}\r\n`;
}

/** What this colleague may see, as rows by file. */
export async function recordsOf(db: Db, access: Access, now: string): Promise<Record<string, Rows>> {
  const kids = await childrenInReach(db, access);
  const ids = kids.map((k) => k.id);
  const some = ids.length > 0;
  const [
    classes,
    people,
    observations,
    withdrawals,
    checks,
    groups,
    members,
    moves,
    sessions,
    lines,
    readings,
    remarks,
    rules,
    lendings,
    week,
    settings,
  ] = await Promise.all([
    db.select().from(t.classes),
    db.select().from(t.colleagues),
    some ? db.select().from(t.observations).where(inArray(t.observations.child, ids)).orderBy(t.observations.at, t.observations.id) : [],
    some ? db.select().from(t.withdrawals).where(inArray(t.withdrawals.child, ids)) : [],
    some ? db.select().from(t.checks).where(inArray(t.checks.child, ids)).orderBy(t.checks.startedAt) : [],
    db.select().from(t.groups),
    db.select().from(t.groupMembers),
    db.select().from(t.groupMoves).orderBy(t.groupMoves.at),
    listSessions(db, access),
    childLines(db, kids, now),
    readingList(db, access),
    remarksFor(db, access, { most: 1_000_000 }),
    db.select().from(t.groupRules),
    db.select().from(t.lendings),
    readTimetable(db, access),
    readSettings(db),
  ]);
  const mine = new Set(ids);
  const gone = new Set(withdrawals.map((w) => w.observation));
  return {
    children: kids.map((k) => ({ ...k, class: classes.find((c) => c.id === k.classId)?.name })),
    classes: classes.filter((c) => access.classIds.has(c.id)).map((c) => ({ ...c, order: c.orderId })),
    colleagues: people.map(({ id, name, role, active }) => ({ id, name, role, active })),
    observations: observations.map((o) => ({ ...o, withdrawn: gone.has(o.id), parts: undefined })),
    checks: checks.map((c) => ({ ...c, asked: c.stack.length, stack: undefined, items: undefined })),
    readings: readings.map(({ id, child, by, at, title, words, score }) => ({
      id,
      child,
      by,
      at,
      title,
      words,
      wcpm: score.wcpm,
      accuracy: score.accuracy,
      errors: score.errors,
      selfCorrections: score.selfCorrections,
    })),
    groups: groups
      .filter((g) => access.groupIds.has(g.id))
      .map((g) => ({ ...g, adult: g.adultId, focus: g.focus.join(' '), skills: undefined })),
    'group members': members.filter((m) => mine.has(m.childId)).map((m) => ({ group: m.groupId, child: m.childId })),
    'group moves': moves.filter((m) => mine.has(m.childId)).map((m) => ({ ...m, group: m.groupId, child: m.childId })),
    sessions: sessions.map((s) => ({
      id: s.id,
      group: s.groupId,
      on: s.on,
      starts: s.starts === null ? null : clockTime(s.starts),
      room: s.room,
      minutes: s.minutes,
      adult: s.adultId,
      focus: s.plan.focus.join(' '),
      parts: s.plan.parts.map((p) => p.title).join('|'),
      words: s.plan.parts.flatMap((p) => p.words.map((w) => w.word)).join(' '),
      held: s.log !== null,
      minutesTaken: s.log?.minutes,
      done: s.plan.parts
        .filter((p) => s.log?.done.includes(p.id))
        .map((p) => p.title)
        .join('|'),
      happened: s.log?.happened,
    })),
    attendance: sessions.flatMap((s) =>
      (s.log?.attendance ?? []).map((a) => ({
        session: s.id,
        child: a.child,
        present: a.present,
        minutes: a.present ? (a.minutes ?? s.log!.minutes ?? s.minutes) : 0,
      })),
    ),
    notes: sessions.flatMap((s) => s.notes.map((n) => ({ ...n, notTold: undefined }))),
    remarks: remarks.map((r) => ({ ...r, mentions: r.mentions.join(' ') })),
    rules: rules
      .filter((r) => r.removedAt === null && r.children.every((c) => mine.has(c)))
      .map((r) => ({ ...r, children: r.children.join(' '), slots: r.slots.join(' '), by: r.savedBy, at: r.savedAt })),
    timetable: week.meetings
      .filter((m) => m.name !== '')
      .map((m) => {
        const slot = weekSlots(settings.slots).find((s) => s.id === m.slot);
        const clock = (minutes: number | undefined): string | undefined => (minutes === undefined ? undefined : clockTime(minutes));
        const room = settings.rooms.find((r) => r.id === m.room)?.name ?? '';
        return { group: m.group, day: slot?.day, starts: clock(slot?.start), ends: clock(slot?.end), adult: m.adult, room };
      }),
    lendings: lendings
      .filter((l) => access.groupIds.has(l.groupId) || l.colleagueId === access.actor.id)
      .map((l) => ({ group: l.groupId, colleague: l.colleagueId, from: l.from, until: l.until, by: l.by, endedAt: l.endedAt })),
    states: lines.flatMap((c) => c.line.map((cell) => ({ child: c.id, ...cell }))),
  };
}

/** The ZIP: one CSV a kind of record, and one that says what each column means. */
export function zipOf(records: Readonly<Record<string, Rows>>): Uint8Array {
  const files = Object.entries(DICTIONARY).map(([name, columns]) => [name, csv(Object.keys(columns), records[name] ?? [])] as const);
  const words = Object.entries(DICTIONARY).flatMap(([file, columns]) =>
    Object.entries(columns).map(([column, meaning]) => ({ file: `${file}.csv`, column, meaning })),
  );
  const all = [...files, [DICTIONARY_FILE, csv(['file', 'column', 'meaning'], words)] as const];
  return zipSync(Object.fromEntries(all.map(([name, text]) => [`${name}.csv`, strToU8(text)])));
}
