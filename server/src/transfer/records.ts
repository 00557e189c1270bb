/** All records as CSV files with a data dictionary, in one ZIP, read and written page by page. */
import { inArray } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { clockTime, daysAfter } from '@sapling/core';
import { weekSlots } from '@sapling/core/planning';
import { ownWording, type OwnWords } from '@sapling/core/wording';
import type { Session } from '@sapling/contract';
import { childrenInReach, type Access } from '../access.js';
import { childLines } from '../children/children.js';
import { byIds } from '../db/by-ids.js';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';
import { readingList } from '../readings/readings.js';
import { remarksFor } from '../remarks/remarks.js';
import { readSettings } from '../settings/read-settings.js';
import { readTimetable } from '../timetable/timetable.js';
import { listSessions } from '../sessions/sessions.js';
import { csvLines, type Rows } from './csv.js';
import { DICTIONARY, DICTIONARY_FILE } from './dictionary.js';
import type { Far } from './far.js';
import { pagesOf } from './pages.js';

/** A file of records: its rows, as they are read. */
export type RecordFile = () => AsyncIterable<Rows>;
/** Sessions of so many days, children, at once. */
const DAYS = 7;
const CHILDREN = 12;

async function* once(rows: Promise<Rows> | Rows): AsyncGenerator<Rows> {
  yield await rows;
}
function* some<T>(list: readonly T[], n: number): Generator<readonly T[]> {
  for (let from = 0; from < list.length; from += n) yield list.slice(from, from + n);
}
async function* mapped<T>(
  pages: AsyncIterable<readonly T[]> | Iterable<readonly T[]>,
  rows: (page: readonly T[]) => Rows | Promise<Rows>,
): AsyncGenerator<Rows> {
  for await (const page of pages) yield await rows(page);
}

/** All sessions in reach, a week at a time. */
async function* sessionPages(db: Db, access: Access): AsyncGenerator<Session[]> {
  const days = await db.selectDistinct({ on: t.sessions.on }).from(t.sessions).orderBy(t.sessions.on);
  for (let from = 0; from < days.length;) {
    const first = days[from]!.on;
    const last = daysAfter(first, DAYS - 1);
    yield await listSessions(db, access, { from: first, to: last });
    while (from < days.length && days[from]!.on <= last) from += 1;
  }
}

/** The tables that the large files are written from. */
export const TABLE_OF_FILE: Readonly<Record<string, PgTable>> = {
  observations: t.observations,
  checks: t.checks,
  readings: t.readings,
  sessions: t.sessions,
  attendance: t.sessions,
  notes: t.sessions,
  states: t.childStates,
};

/** What this colleague may see, by file. */
export async function recordFiles(db: Db, access: Access, now: string): Promise<Record<string, RecordFile>> {
  const kids = await childrenInReach(db, access);
  const mine = new Set(kids.map((k) => k.id));
  const [classes, settings] = await Promise.all([db.select().from(t.classes), readSettings(db)]);
  const className = new Map(classes.map((c) => [c.id, c.name]));
  return {
    children: () => once(kids.map((k) => ({ ...k, class: className.get(k.classId) }))),
    classes: () => once(classes.filter((c) => access.classIds.has(c.id)).map((c) => ({ ...c, order: c.orderId }))),
    colleagues: () =>
      once(
        db
          .select()
          .from(t.colleagues)
          .then((people) => people.map(({ id, name, role, active }) => ({ id, name, role, active }))),
      ),
    observations: () =>
      mapped(pagesOf(db, t.observations), async (page) => {
        const own = page.filter((o) => mine.has(o.child));
        const withdrawn = await byIds(
          own.map((o) => o.id),
          (some) => db.select({ id: t.withdrawals.observation }).from(t.withdrawals).where(inArray(t.withdrawals.observation, some)),
        );
        const gone = new Set(withdrawn.map((w) => w.id));
        return own.map((o) => ({ ...o, withdrawn: gone.has(o.id), parts: undefined }));
      }),
    checks: () =>
      mapped(pagesOf(db, t.checks), (page) =>
        page.filter((c) => mine.has(c.child)).map((c) => ({ ...c, asked: c.stack.length, stack: undefined, items: undefined })),
      ),
    readings: () =>
      mapped(some(kids, CHILDREN), async (page) =>
        (await readingList(db, access, { of: page.map((k) => k.id) })).map(({ id, child, by, at, title, words, score }) => ({
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
      ),
    groups: () =>
      once(
        db
          .select()
          .from(t.groups)
          .then((groups) =>
            groups
              .filter((g) => access.groupIds.has(g.id))
              .map((g) => ({ ...g, adult: g.adultId, focus: g.focus.join(' '), skills: undefined })),
          ),
      ),
    'group members': () =>
      mapped(pagesOf(db, t.groupMembers), (page) =>
        page.filter((m) => mine.has(m.childId)).map((m) => ({ group: m.groupId, child: m.childId })),
      ),
    'group moves': () =>
      mapped(pagesOf(db, t.groupMoves), (page) =>
        page.filter((m) => mine.has(m.childId)).map((m) => ({ ...m, group: m.groupId, child: m.childId })),
      ),
    sessions: () =>
      mapped(sessionPages(db, access), (page) =>
        page.map((s) => ({
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
      ),
    attendance: () =>
      mapped(sessionPages(db, access), (page) =>
        page.flatMap((s) =>
          (s.log?.attendance ?? []).map((a) => ({
            session: s.id,
            child: a.child,
            present: a.present,
            minutes: a.present ? (a.minutes ?? s.log!.minutes ?? s.minutes) : 0,
          })),
        ),
      ),
    notes: () => mapped(sessionPages(db, access), (page) => page.flatMap((s) => s.notes.map((n) => ({ ...n, notTold: undefined })))),
    remarks: () => once(remarksFor(db, access).then((remarks) => remarks.map((r) => ({ ...r, mentions: r.mentions.join(' ') })))),
    rules: () =>
      once(
        db
          .select()
          .from(t.groupRules)
          .then((rules) =>
            rules
              .filter((r) => r.removedAt === null && r.children.every((c) => mine.has(c)))
              .map((r) => ({ ...r, children: r.children.join(' '), slots: r.slots.join(' '), by: r.savedBy, at: r.savedAt })),
          ),
      ),
    timetable: () =>
      once(
        readTimetable(db, access).then((week) =>
          week.meetings
            .filter((m) => m.name !== '')
            .map((m) => {
              const slot = weekSlots(settings.slots).find((s) => s.id === m.slot);
              const clock = (minutes: number | undefined): string | undefined => (minutes === undefined ? undefined : clockTime(minutes));
              const room = settings.rooms.find((r) => r.id === m.room)?.name ?? '';
              return { group: m.group, day: slot?.day, starts: clock(slot?.start), ends: clock(slot?.end), adult: m.adult, room };
            }),
        ),
      ),
    lendings: () =>
      once(
        db
          .select()
          .from(t.lendings)
          .then((lendings) =>
            lendings
              .filter((l) => access.groupIds.has(l.groupId) || l.colleagueId === access.actor.id)
              .map((l) => ({ group: l.groupId, colleague: l.colleagueId, from: l.from, until: l.until, by: l.by, endedAt: l.endedAt })),
          ),
      ),
    states: async function* () {
      for (let from = 0; from < kids.length; from += CHILDREN)
        yield (await childLines(db, kids.slice(from, from + CHILDREN), now)).flatMap((c) =>
          c.line.map((cell) => ({ child: c.id, ...cell })),
        );
    },
  };
}

/** One CSV a kind of record, and one that says what each column means: names and texts for a ZIP, headings in the school's own words. */
export function csvFiles(
  records: Readonly<Record<string, RecordFile>>,
  own: OwnWords,
  far?: Far,
): (readonly [string, () => AsyncIterable<string>])[] {
  const said = ownWording(own);
  const words = Object.entries(DICTIONARY).flatMap(([file, columns]) =>
    Object.entries(columns).map(([column, meaning]) => ({ file: `${said(file)}.csv`, column: said(column), meaning: said(meaning) })),
  );
  const file = (name: string, columns: readonly string[], rows: RecordFile) =>
    [
      `${said(name)}.csv`,
      async function* (): AsyncGenerator<string> {
        far?.begin(name);
        yield csvLines(columns.map(said));
        for await (const page of rows()) {
          const text = csvLines(columns, page);
          far?.wrote(text.length);
          yield text;
        }
        if (name === DICTIONARY_FILE) far?.end();
      },
    ] as const;
  return [
    ...Object.entries(DICTIONARY).map(([name, columns]) => file(name, Object.keys(columns), records[name] ?? (() => once([])))),
    file(DICTIONARY_FILE, ['file', 'column', 'meaning'], () => once(words)),
  ];
}
