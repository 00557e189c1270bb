/** What each child of a class can practise this week, from the sessions of their groups: for the class teacher, and to take home. */
import { desc, eq, inArray, isNull, and } from 'drizzle-orm';
import type { PracticeRow } from '@sapling/contract';
import { FAMILY_ENGLISH, FAMILY_LANGUAGES } from '@sapling/data';
import { homeSheet, seedFrom, taughtAfter, workedOn } from '@sapling/core';
import { childrenInReach, type Access } from '../access.js';
import { childLines, fullName } from '../children/children.js';
import type { Db } from '../db/open.js';
import { children, classes, colleagues, cues, groupMembers, groups, schools } from '../db/schema.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';
import { orderBook } from '../library/orders.js';
import { wordBook } from '../library/word-book.js';
import { handwritingFont } from '../paper/fonts.js';
import { Sheet } from '../paper/sheet.js';
import { listSessions } from '../sessions/sessions.js';
import { readSettings } from '../settings/read-settings.js';
import { sentencesFor } from './family-sentences.js';
import { writeHomeSheet } from './home-sheet-paper.js';

/** Words and pairs come from so many of the last sessions. */
const SESSIONS = 3;

export async function practiceOf(
  db: Db,
  access: Access,
  rows: readonly (typeof children.$inferSelect)[],
  now: string,
): Promise<PracticeRow[]> {
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
    listSessions(db, access, { to: access.today }),
    wordBook(db),
  ]);
  const lexicon = await words.lexicon();
  return rows.map((row): PracticeRow => {
    const schoolClass = classRows.find((c) => c.id === row.classId)!;
    const order = orders.get(schoolClass.orderId);
    const taught = order ? taughtAfter(order, Math.min(schoolClass.taughtSteps, order.steps.length)) : { gpcs: [], words: [] };
    const line = lines.find((l) => l.id === row.id)!.line;
    const group = memberships.find((m) => m.child === row.id);
    const held = sessions
      .filter((s) => s.log?.attendance.some((a) => a.child === row.id && a.present))
      .sort((a, b) => (a.on < b.on ? -1 : 1))
      .slice(-SESSIONS);
    const sheet = homeSheet(lexicon, {
      taught,
      known: Object.fromEntries(line.filter((c) => c.basedOn > 0).map((c) => [c.gpc, c.known])),
      practised: held.flatMap((s) => workedOn({ plan: s.plan, done: s.log!.done, left: s.log!.left })),
      words: held.toReversed().flatMap((s) => s.plan.parts.flatMap((p) => p.words.filter((w) => !w.madeUp && !w.heard).map((w) => w.word))),
      seed: seedFrom(`${row.id} ${held.at(-1)?.id ?? ''}`),
    });
    return {
      id: row.id,
      name: fullName(row),
      givenName: row.givenName,
      classId: row.classId,
      group: group ? { name: group.name, adult: people.find((p) => p.id === group.adultId)?.name ?? null, focus: group.focus } : null,
      lastSession: held.at(-1)?.on ?? null,
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
    async ({ db, access, params, query, now, res }) => {
      const [row] = await db.select().from(children).where(eq(children.id, params.id)).orderBy(desc(children.id));
      if (!row) throw new Refusal('not-found');
      const [[practice], [school], cueRows] = await Promise.all([
        practiceOf(db, access, [row], now()),
        db.select({ name: schools.name }).from(schools),
        db.select().from(cues),
      ]);
      const { families, handwriting, ruling, paper } = await readSettings(db);
      const family = sentencesFor(query.language ?? row.firstLanguage, families);
      const sheet = new Sheet(query.size ?? paper, `For home: ${row.givenName}`, school?.name ?? '', family.tag);
      sheet.useHandwriting(await handwritingFont(handwriting));
      writeHomeSheet(sheet, practice!, new Map(cueRows.map((c) => [c.gpc, c.keyWord])), family, ruling);
      const pdf = await sheet.end();
      res.setHeader('cache-control', 'no-store');
      res.type('application/pdf').send(pdf);
      return undefined;
    },
  ),
];
