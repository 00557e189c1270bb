/** Sessions as iCalendar (RFC 5545). A calendar program may lie anywhere, so nothing in it is about a child: the group’s name, the minutes, the time. */
import { and, desc, eq, isNull } from 'drizzle-orm';
import ical, { ICalCalendarMethod } from 'ical-generator';
import { accessOf } from '../access.js';
import { hashOfSecret, newSecret } from '../auth/secret.js';
import type { Db } from '../db/open.js';
import { calendarLinks, colleagues, groups, schools } from '../db/schema.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { listSessions } from '../sessions/sessions.js';
import { readSettings } from '../settings/settings.js';

/** From so many days back. */
const BACK_DAYS = 28;
const DAY = 86_400_000;

/** The calendar of a colleague: the sessions given to them. */
export async function calendarOf(
  db: Db,
  person: { id: string; name: string; role: (typeof colleagues.$inferSelect)['role'] },
  now: string,
): Promise<string> {
  const access = await accessOf(db, person);
  const from = new Date(Date.parse(now) - BACK_DAYS * DAY).toISOString().slice(0, 10);
  const [sessions, [school], settings, groupRows] = await Promise.all([
    listSessions(db, access, { from, adultId: person.id }),
    db.select().from(schools),
    readSettings(db),
    db.select({ id: groups.id, slot: groups.slot }).from(groups),
  ]);
  const calendar = ical({
    name: `${school?.name ?? 'Keen Sapling'}: ${person.name}`,
    prodId: { company: 'Keen Sapling', product: 'Sessions' },
    method: ICalCalendarMethod.PUBLISH,
    timezone: school?.timeZone ?? null,
    ttl: 3600,
  });
  for (const s of sessions) {
    const slot = settings.slots.find((x) => x.id === groupRows.find((g) => g.id === s.groupId)?.slot)?.name;
    calendar.createEvent({
      id: `${s.id}@keen-sapling`,
      // a session has a day; its time is what the school calls it
      start: new Date(`${s.on}T00:00:00Z`),
      allDay: true,
      timezone: 'UTC',
      summary: `${s.groupName}, ${s.minutes} minutes${slot ? ` (${slot})` : ''}`,
      sequence: s.version,
      stamp: new Date(now),
      description: s.log ? 'Held and logged.' : s.plan.parts.map((p) => `${p.minutes} min ${p.title}`).join('\n'),
    });
  }
  return calendar.toString();
}

export const calendarRoutes = [
  route('calendar', { action: 'signed in' }, async ({ db, me, now, res }) => {
    res.setHeader('content-disposition', 'attachment; filename="sessions.ics"');
    res.type('text/calendar').send(await calendarOf(db, me, now()));
    return undefined;
  }),

  route('calendarLinks', { action: 'signed in' }, async ({ db, me }) =>
    db
      .select({ id: calendarLinks.id, at: calendarLinks.at, readAt: calendarLinks.readAt })
      .from(calendarLinks)
      .where(and(eq(calendarLinks.colleague, me.id), isNull(calendarLinks.withdrawnAt)))
      .orderBy(desc(calendarLinks.at)),
  ),

  route('addCalendarLink', { action: 'signed in' }, async ({ db, me, now }) => {
    const secret = newSecret();
    const id = uuidv7();
    await db.insert(calendarLinks).values({ id, secretHash: hashOfSecret(secret), colleague: me.id, at: now() });
    return { id, secret };
  }),

  route('removeCalendarLink', { action: 'signed in' }, async ({ db, params, me, now }) => {
    const gone = await db
      .update(calendarLinks)
      .set({ withdrawnAt: now() })
      .where(and(eq(calendarLinks.id, params.id), eq(calendarLinks.colleague, me.id), isNull(calendarLinks.withdrawnAt)))
      .returning({ id: calendarLinks.id });
    if (gone.length === 0) throw new Refusal('not-found');
    return { ok: true as const };
  }),

  route('subscribedCalendar', { action: 'public' }, async ({ db, params, now, res }) => {
    const [found] = await db
      .select({ link: calendarLinks, person: colleagues })
      .from(calendarLinks)
      .innerJoin(colleagues, eq(colleagues.id, calendarLinks.colleague))
      .where(and(eq(calendarLinks.secretHash, hashOfSecret(params.secret)), isNull(calendarLinks.withdrawnAt)));
    // who left the team has no calendar here any more
    if (!found || !found.person.active) throw new Refusal('not-found', { detail: 'This calendar address was withdrawn.' });
    await db.update(calendarLinks).set({ readAt: now() }).where(eq(calendarLinks.id, found.link.id));
    res.setHeader('cache-control', 'no-store');
    res.type('text/calendar').send(await calendarOf(db, found.person, now()));
    return undefined;
  }),
];
