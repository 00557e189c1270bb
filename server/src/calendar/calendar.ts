/** Sessions as iCalendar (RFC 5545). A calendar program may lie anywhere, so nothing in it is about a child: the group’s name, the minutes, the time. */
import { and, desc, eq, gte, isNull } from 'drizzle-orm';
import { daysAfter, weekday } from '@sapling/core';
import { daysOff, holidayOn, weekSlots } from '@sapling/core/planning';
import ical, { ICalCalendarMethod, ICalEventStatus, ICalEventTransparency } from 'ical-generator';
import { accessOf } from '../access.js';
import { hashOfSecret, newSecret } from '../auth/secret.js';
import type { Db } from '../db/open.js';
import { calendarLinks, colleagues, groups, schools, sessions as sessionRows } from '../db/schema.js';
import { lentOn } from '../groups/lendings.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { listSessions } from '../sessions/sessions.js';
import { momentOf, schoolDay } from '../settings/school-day.js';
import { readSettings } from '../settings/settings.js';
import { readTimetable } from '../timetable/timetable.js';

/** From so many days back, and meetings that have no session yet so many days ahead. */
const BACK_DAYS = 28;
const AHEAD_DAYS = 28;
const DAY = 86_400_000;

/** The calendar of a colleague: the sessions given to them, what the timetable has them for and no session was made yet, holidays. */
async function calendarOf(
  db: Db,
  person: { id: string; name: string; role: (typeof colleagues.$inferSelect)['role'] },
  now: string,
): Promise<string> {
  const today = await schoolDay(db, now);
  const access = await accessOf(db, person, today);
  const from = daysAfter(today, -BACK_DAYS);
  const [sessions, [school], settings, groupRows, table, lent, moved] = await Promise.all([
    listSessions(db, access, { from, adultId: person.id }),
    db.select().from(schools),
    readSettings(db),
    db.select({ id: groups.id, slot: groups.slot, startsOn: groups.startsOn, endsOn: groups.endsOn }).from(groups),
    readTimetable(db, access),
    lentOn(db),
    db
      .select({ group: sessionRows.groupId, from: sessionRows.movedFrom })
      .from(sessionRows)
      .where(and(isNull(sessionRows.removedAt), gte(sessionRows.movedFrom, today))),
  ]);
  // of any event the number rises with whatever may move it: the session itself, the times of the day, the week
  const week = settings.version + table.version;
  const free = { transparency: ICalEventTransparency.TRANSPARENT };
  const off = daysOff(settings);
  const zone = school?.timeZone ?? 'UTC';
  const calendar = ical({
    name: `${school?.name ?? 'Keen Sapling'}: ${person.name}`,
    prodId: { company: 'Keen Sapling', product: 'Sessions' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 3600,
  });
  const allDay = (on: string): Date => new Date(`${on}T00:00:00Z`);
  const timed = (on: string, starts: number, minutes: number): { start: Date; end: Date } => ({
    start: momentOf(on, starts, zone),
    end: momentOf(on, starts + minutes, zone),
  });
  for (const s of sessions) {
    // without a clock time it is an event of the day, with the name the school has for the time
    const slot = s.starts === null && settings.slots.find((x) => x.id === groupRows.find((g) => g.id === s.groupId)?.slot)?.name;
    calendar.createEvent({
      id: `${s.id}@keen-sapling`,
      ...(s.starts === null ? { start: allDay(s.on), allDay: true, timezone: 'UTC', ...free } : timed(s.on, s.starts, s.minutes)),
      summary: `${s.groupName}, ${s.minutes} minutes${slot ? ` (${slot})` : ''}`,
      ...(s.room ? { location: s.room } : {}),
      sequence: s.version + week,
      stamp: new Date(now),
      description: s.log ? 'Held and logged.' : s.plan.parts.map((p) => `${p.minutes} min ${p.title}`).join('\n'),
    });
  }
  const slots = weekSlots(settings.slots);
  for (let k = 0; k <= AHEAD_DAYS; k += 1) {
    const on = daysAfter(today, k);
    if (holidayOn(on, off)) continue;
    for (const m of table.meetings) {
      const slot = slots.find((x) => x.id === m.slot && x.day === weekday(on));
      const group = groupRows.find((g) => g.id === m.group);
      const lasts = !group || (on >= group.startsOn && (group.endsOn === null || on <= group.endsOn));
      if (!slot || (lent(m.group, on) ?? m.adult) !== person.id || !lasts) continue;
      // there is one already, or there was and it was moved to another day
      if (sessions.some((s) => s.groupId === m.group && s.on === on) || moved.some((s) => s.group === m.group && s.from === on)) continue;
      const room = settings.rooms.find((r) => r.id === m.room)?.name;
      calendar.createEvent({
        id: `${m.group}-${on}@keen-sapling`,
        ...timed(on, slot.start, slot.end - slot.start),
        summary: `${m.name || 'A group'}, not planned yet`,
        status: ICalEventStatus.TENTATIVE,
        sequence: week,
        ...(room ? { location: room } : {}),
        stamp: new Date(now),
      });
    }
  }
  for (const [k, holiday] of off.entries()) {
    if (holiday.to < from) continue;
    // one of the same days as another has a number behind it; one that is put in front moves no key
    const before = off.slice(0, k).filter((other) => other.from === holiday.from && other.to === holiday.to).length;
    calendar.createEvent({
      id: `holiday-${holiday.from}-${holiday.to}${before > 0 ? `-${before}` : ''}@keen-sapling`,
      start: allDay(holiday.from),
      end: new Date(allDay(holiday.to).getTime() + DAY),
      allDay: true,
      timezone: 'UTC',
      ...free,
      sequence: settings.version,
      summary: holiday.name,
      stamp: new Date(now),
    });
  }
  // every line ends with a line break, the last one too (RFC 5545, 3.1)
  return `${calendar.toString().trimEnd()}\r\n`;
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
    if (gone.length === 0) throw new ProblemError('not-found');
    return { ok: true as const };
  }),

  route('subscribedCalendar', { action: 'public' }, async ({ db, params, now, req, res, tries }) => {
    // a program that asks for a withdrawn calendar asks for ever: it has a budget of its own, by address and calendar
    const who = `${req.ip ?? ''} ${hashOfSecret(params.secret).slice(0, 16)}`;
    await tries.calendars.take(who);
    const [found] = await db
      .select({ link: calendarLinks, person: colleagues })
      .from(calendarLinks)
      .innerJoin(colleagues, eq(colleagues.id, calendarLinks.colleague))
      .where(and(eq(calendarLinks.secretHash, hashOfSecret(params.secret)), isNull(calendarLinks.withdrawnAt)));
    // who left the team has no calendar here any more
    if (!found || !found.person.active) throw new ProblemError('not-found', { detail: 'This calendar address was withdrawn.' });
    await tries.calendars.giveBack(who);
    await db.update(calendarLinks).set({ readAt: now() }).where(eq(calendarLinks.id, found.link.id));
    res.setHeader('cache-control', 'no-store');
    res.type('text/calendar').send(await calendarOf(db, found.person, now()));
    return undefined;
  }),
];
