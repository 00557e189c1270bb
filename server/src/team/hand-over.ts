/** One colleague's work becomes another's: groups, sessions to come, times on the timetable, checks under way. */
import { and, desc, eq, gte, isNull, notInArray, sql } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { checks, colleagues, groups, lendings, logs, sessions, timetables } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { endSignIns } from './team.js';

/** Meetings that this colleague takes by name in the timetable in force are the other's in a new one. */
async function handMeetings(tx: Db, from: string, to: string, by: string, now: string): Promise<void> {
  const [inForce] = await tx.select().from(timetables).orderBy(desc(timetables.version)).limit(1);
  if (!inForce?.meetings.some((m) => m.adultId === from)) return;
  const meetings = inForce.meetings.map((m) => (m.adultId === from ? { ...m, adultId: to } : m));
  await tx.insert(timetables).values({ version: inForce.version + 1, meetings, savedBy: by, savedAt: now });
}

export const handOverRoutes = [
  route('handOver', { action: 'manage team' }, async ({ db, params, body, me, access, now, live }) => {
    const [from] = await db.select().from(colleagues).where(eq(colleagues.id, params.id));
    const [to] = await db.select().from(colleagues).where(eq(colleagues.id, body.to));
    if (!from) throw new ProblemError('not-found');
    const wrong = (message: string): ProblemError => new ProblemError('bad-input', { detail: message, errors: [{ path: 'to', message }] });
    if (!to?.active || to.id === from.id) throw wrong('Choose a colleague who can sign in, and another than this one.');
    if (to.role === 'class teacher') throw wrong(`${to.name} is a class teacher here, who runs no groups. Change their part first.`);
    if (body.stop && from.id === me.id) throw new ProblemError('bad-input', { detail: 'You cannot stop yourself. Another lead can.' });
    if (from.version !== body.version) throw new ProblemError('newer-version');
    const done = await db.transaction(async (tx) => {
      const given = await tx
        .update(groups)
        .set({ adultId: to.id, version: sql`${groups.version} + 1` })
        .where(and(eq(groups.adultId, from.id), isNull(groups.removedAt)))
        .returning({ id: groups.id });
      const coming = await tx
        .update(sessions)
        .set({ adultId: to.id, version: sql`${sessions.version} + 1` })
        .where(
          and(
            eq(sessions.adultId, from.id),
            gte(sessions.on, access.today),
            isNull(sessions.removedAt),
            notInArray(sessions.id, tx.select({ id: logs.session }).from(logs)),
          ),
        )
        .returning({ id: sessions.id });
      const open = await tx
        .update(checks)
        .set({ by: to.id })
        .where(and(eq(checks.by, from.id), isNull(checks.finishedAt), isNull(checks.binnedAt)))
        .returning({ id: checks.id });
      // a group lent to them for some days is lent to the other from now on
      await tx
        .update(lendings)
        .set({ colleagueId: to.id })
        .where(and(eq(lendings.colleagueId, from.id), isNull(lendings.endedAt), gte(lendings.until, access.today)));
      await handMeetings(tx as unknown as Db, from.id, to.id, me.id, now());
      if (body.stop) {
        await tx
          .update(colleagues)
          .set({ active: false, version: from.version + 1 })
          .where(eq(colleagues.id, from.id));
        await endSignIns(tx as unknown as Db, from.id);
      }
      return { groups: given.length, sessions: coming.length, checks: open.length };
    });
    if (body.stop) live.drop(from.id);
    await live.tellOfPeople();
    for (const topic of ['team', 'timetable'] as const) await live.tell({ topic, by: me.id }, { everyone: true });
    return done;
  }),
];
