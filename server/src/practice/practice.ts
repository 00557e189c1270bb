/** What each child of a class can practise this week, from the sessions of their groups: for the class teacher, and to take home. */
import { desc, eq, inArray, isNull, and } from 'drizzle-orm';
import { fullName, saysSomething, type PracticeRow, type Session } from '@sapling/contract';
import { FAMILY_ENGLISH, FAMILY_LANGUAGES } from '@sapling/data';
import { daysAfter, seedFrom } from '@sapling/core';
import { taughtAfter } from '@sapling/core/phonics';
import { workedOn } from '@sapling/core/planning';
import { childrenInReach, type Access } from '../access.js';
import { childLines } from '../children/children.js';
import type { Db } from '../db/open.js';
import { children, classes, colleagues, cues, groupMembers, groups, schools } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { orderBook } from '../library/orders.js';
import { wordBook } from '../library/word-book.js';
import { whileWaitedFor } from '../work/while-waited-for.js';
import { listSessions } from '../sessions/sessions.js';
import { poolOf } from '../work/pool.js';
import { readSettings } from '../settings/read-settings.js';
import { sentencesFor } from './family-sentences.js';

/** Words and pairs come from so many of the last sessions. */
const SESSIONS = 3;
/** What was practised longer ago than a school term is no practice for this week. */
const DAYS = 120;

async function practiceOf(db: Db, access: Access, rows: readonly (typeof children.$inferSelect)[], now: string): Promise<PracticeRow[]> {
  const ids = rows.map((r) => r.id);
  if (ids.length === 0) return [];
  const [lines, classRows, orders, memberships, people, sessions, words] = await Promise.all([
    childLines(db, rows, now),
    db.select().from(classes),
    orderBook(db),
    db
      .select({ child: groupMembers.childId, group: groups.id, name: groups.name, adultId: groups.adultId, focus: groups.focus })
      .from(groupMembers)
      .innerJoin(groups, and(eq(groups.id, groupMembers.groupId), isNull(groups.removedAt)))
      .where(inArray(groupMembers.childId, ids)),
    db.select({ id: colleagues.id, name: colleagues.name }).from(colleagues),
    listSessions(db, access, { from: daysAfter(access.today, -DAYS), to: access.today, children: ids }),
    wordBook(db),
  ]);
  const book = await words.facts();
  // in the order of their days
  const heldOf = new Map<string, Session[]>();
  for (const session of sessions)
    for (const { child, present } of session.log?.attendance ?? []) if (present) heldOf.set(child, [...(heldOf.get(child) ?? []), session]);
  const lineOf = new Map(lines.map((l) => [l.id, l.line]));
  const asked = rows.map((row) => {
    const schoolClass = classRows.find((c) => c.id === row.classId)!;
    const order = orders.get(schoolClass.orderId);
    const held = (heldOf.get(row.id) ?? []).slice(-SESSIONS);
    return {
      taught: order ? taughtAfter(order, Math.min(schoolClass.taughtSteps, order.steps.length)) : { gpcs: [], words: [] },
      known: Object.fromEntries(
        lineOf
          .get(row.id)!
          .filter(saysSomething)
          .map((c) => [c.gpc, c.known]),
      ),
      practised: held.flatMap((s) => workedOn({ plan: s.plan, done: s.log!.done, left: s.log!.left })),
      words: held.toReversed().flatMap((s) => s.plan.parts.flatMap((p) => p.words.filter((w) => !w.madeUp && !w.heard).map((w) => w.word))),
      seed: seedFrom(`${row.id} ${held.at(-1)?.id ?? ''}`),
    };
  });
  const sheets = await poolOf(db).run('homeSheets', { book, asked });
  return rows.map((row, k): PracticeRow => {
    const sheet = sheets[k]!;
    const line = lineOf.get(row.id)!;
    const group = memberships.find((m) => m.child === row.id);
    return {
      id: row.id,
      name: fullName(row),
      givenName: row.givenName,
      classId: row.classId,
      group: group ? { name: group.name, adult: people.find((p) => p.id === group.adultId)?.name ?? null, focus: group.focus } : null,
      lastSession: heldOf.get(row.id)?.at(-1)?.on ?? null,
      pairs: sheet.pairs,
      // what is being taught and not ready for home: for whoever teaches the child
      notYet: (group?.focus ?? []).filter(
        (g) => (line.find((c) => c.gpc === g)?.state ?? 'unchecked') !== 'secure' && !sheet.pairs.includes(g),
      ),
      words: sheet.words.map(({ word, units }) => ({ word, units })),
      sentence: sheet.sentence,
    };
  });
}

export const practiceRoutes = [
  route('practice', { action: 'signed in' }, async ({ db, access, query, now }) => {
    const rows = await childrenInReach(db, access, query.classId);
    const all = await practiceOf(db, access, rows, now());
    return all.filter((p) => p.group !== null || p.lastSession !== null).sort((a, b) => a.name.localeCompare(b.name));
  }),

  route('familyLanguages', { action: 'signed in' }, async () => ({ english: FAMILY_ENGLISH, languages: [...FAMILY_LANGUAGES] })),

  route(
    'homeSheet',
    ({ params }) => ({ action: 'read child', childId: params.id }),
    async (call) => {
      const { db, access, params, query, now, res, pool } = call;
      const [row] = await db.select().from(children).where(eq(children.id, params.id)).orderBy(desc(children.id));
      if (!row) throw new ProblemError('not-found');
      const [[practice], [school], cueRows] = await Promise.all([
        practiceOf(db, access, [row], now()),
        db.select({ name: schools.name }).from(schools),
        db.select().from(cues),
      ]);
      const { families, handwriting, ruling, paper } = await readSettings(db);
      const family = sentencesFor(query.language ?? row.firstLanguage, families);
      const pdf = await whileWaitedFor({ ...call, query: {} }, (work) =>
        pool.run(
          'printHomeSheet',
          {
            child: practice!,
            keyWords: new Map(cueRows.map((c) => [c.gpc, c.keyWord])),
            family,
            ruling,
            size: query.size ?? paper,
            title: `For home: ${row.givenName}`,
            footer: school?.name ?? '',
            handwriting,
          },
          work,
        ),
      );
      res.setHeader('cache-control', 'no-store');
      res.type('application/pdf').send(Buffer.from(pdf));
      return undefined;
    },
  ),
];
