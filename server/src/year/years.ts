/** The years of a school: closing one, looking at those that were, opening the last again. */
import { desc, isNull } from 'drizzle-orm';
import { fullName, type SchoolYear } from '@sapling/contract';
import { dayIn } from '@sapling/core';
import type { Db } from '../db/open.js';
import { children, colleagues, schoolYears } from '../db/schema.js';
import { route } from '../http/route.js';
import type { Live } from '../live/live.js';
import { schoolZone } from '../settings/school-day.js';
import { openYearAgain, rollYearOver, undoBlocked } from './roll-over.js';

async function listYears(db: Db, now: string): Promise<SchoolYear[]> {
  const [rows, kids, people, zone] = await Promise.all([
    db.select().from(schoolYears).where(isNull(schoolYears.undoneAt)).orderBy(desc(schoolYears.endedAt)),
    db
      .select({ id: children.id, givenName: children.givenName, familyName: children.familyName, removedAt: children.removedAt })
      .from(children),
    db.select({ id: colleagues.id, name: colleagues.name }).from(colleagues),
    schoolZone(db),
  ]);
  // classes and children as a person looks for them
  const known = new Map(kids.map((k) => [k.id, { name: fullName(k), left: k.removedAt !== null }]));
  return Promise.all(
    rows.map(async (row): Promise<SchoolYear> => ({
      id: row.id,
      name: row.name,
      endedAt: row.endedAt,
      endedOn: dayIn(row.endedAt, zone),
      canUndo: (await undoBlocked(db, row, now)) === null,
      classes: [...row.classes]
        .sort((a, b) => a.year.localeCompare(b.year) || a.name.localeCompare(b.name))
        .map(({ name, year, taughtSteps, children: list }) => ({
          name,
          year,
          taughtSteps,
          children: list
            .flatMap((c) => (known.has(c.id) ? [{ ...c, ...known.get(c.id)! }] : []))
            .sort((a, b) => a.name.localeCompare(b.name)),
        })),
      groups: row.groups.map(({ name, adultId, focus, members, held }) => ({
        name,
        adult: people.find((p) => p.id === adultId)?.name ?? '',
        focus: [...focus],
        children: members.flatMap((id) => (known.has(id) ? [{ id, name: known.get(id)!.name }] : [])),
        held,
      })),
    })),
  );
}

async function tellAll(live: Live): Promise<void> {
  await live.tellOfPeople();
  for (const topic of ['timetable', 'team'] as const) await live.tell({ topic }, { everyone: true });
}

export const yearRoutes = [
  route('schoolYears', { action: 'manage team' }, async ({ db, now }) => listYears(db, now())),

  route('rollOver', { action: 'manage team' }, async ({ db, body, me, access, now, live, backups }) => {
    // a way back that does not rest on this program's own undo; made of what can be closed, not of whatever is asked
    const done = await rollYearOver(db, body, { now: now(), today: access.today, by: me.id }, async () => {
      if (backups.possible) await backups.make();
    });
    await tellAll(live);
    return done;
  }),

  route('undoRollOver', { action: 'manage team' }, async ({ db, params, me, now, live }) => {
    const done = await openYearAgain(db, params.id, { now: now(), by: me.id });
    await tellAll(live);
    return done;
  }),
];
