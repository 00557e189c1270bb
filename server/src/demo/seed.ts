/** Fills an empty data folder with the demo school: its story, laid on the calendar of the day it is opened. */
import { randomBytes } from 'node:crypto';
import { DEMO_REFERENCE } from '@sapling/data';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';
import { hashPassword } from '../auth/password.js';
import { momentOf } from '../settings/school-day.js';
import { demoCalendar } from './lay-on-calendar.js';
import { seedGroupHistory } from './groups.js';
import { demoStory } from './story.js';
import { seedTimetable } from './timetable.js';

const DAY = 86_400_000;
const CHUNK = 500;
/** Minutes from midnight at which the first group has ended, and how much later each next one does. */
const FIRST_ENDS = 10 * 60 + 25;
const APART = 90;

/**
 * Fills an empty folder as of `now`. Returns whether it filled anything: a folder that holds a school already is left alone.
 */
export async function seedDemo(db: Db, now: string): Promise<boolean> {
  const [present] = await db.select({ id: t.schools.id }).from(t.schools).limit(1);
  if (present) return false;
  const { demo, words, read, groups } = await demoStory();
  // nobody knows this password: demo people are signed in by one press, which exists in the demo only
  const passwordHash = await hashPassword(randomBytes(18).toString('base64'));
  const time = Date.parse(DEMO_REFERENCE);
  await db.transaction(async (tx) => {
    const [school] = await tx
      .insert(t.schools)
      .values({ ...demo.school, demo: true })
      .returning({ timeZone: t.schools.timeZone });
    const calendar = demoCalendar(now, school!.timeZone);
    const { at } = calendar;
    const laid = <T extends { startedAt: string; finishedAt: string | null }>(check: T): T & { finishedReason: 'done' } => ({
      ...check,
      startedAt: at(check.startedAt),
      finishedAt: check.finishedAt && at(check.finishedAt),
      finishedReason: 'done',
    });
    for (const { classIds: _, ...colleague } of demo.colleagues) await tx.insert(t.colleagues).values({ ...colleague, passwordHash });
    await tx.insert(t.classes).values(demo.classes);
    for (const { id, classIds } of demo.colleagues)
      for (const classId of classIds) await tx.insert(t.classColleagues).values({ classId, colleagueId: id });
    await tx.insert(t.children).values(demo.children.map((c, k) => ({ ...c, recordingConsent: k % 3 !== 0 })));
    await tx.insert(t.checks).values(demo.checks.map((c) => ({ ...laid(c), kind: 'see-say' as const })));
    await tx.insert(t.checks).values(words.checks.map(laid));
    const seen = [...demo.observations, ...words.observations];
    for (let k = 0; k < seen.length; k += CHUNK)
      await tx.insert(t.observations).values(seen.slice(k, k + CHUNK).map((o) => ({ ...o, at: at(o.at), receivedAt: at(o.at) })));
    await tx.insert(t.readings).values(read.map(({ steps: _steps, ...r }) => ({ ...r, at: at(r.at) })));
    const steps = read.flatMap((r) => r.steps.map((s) => ({ ...s, at: at(s.at), reading: r.id, child: r.child, receivedAt: at(s.at) })));
    for (let k = 0; k < steps.length; k += CHUNK) await tx.insert(t.readingSteps).values(steps.slice(k, k + CHUNK));

    const teacher = demo.colleagues.find((c) => c.role === 'teacher')!;
    for (const [nth, { sessions, members, classId: _, ...group }] of groups.entries()) {
      await tx.insert(t.groups).values({
        ...group,
        createdBy: teacher.id,
        startsOn: calendar.day(time - 15 * DAY),
        endsOn: calendar.day(time + 13 * DAY),
        createdAt: at(time - 15 * DAY),
      });
      await tx.insert(t.groupMembers).values(members.map((childId) => ({ groupId: group.id, childId })));
      for (const { id, distance, plan, log, note } of sessions) {
        const on = calendar.meetingDay(distance);
        const ended = momentOf(on, FIRST_ENDS + APART * nth, school!.timeZone).toISOString();
        const by = group.adultId;
        await tx.insert(t.sessions).values({
          id,
          groupId: group.id,
          on,
          minutes: plan.minutes,
          adultId: by,
          plan,
          members,
          createdBy: teacher.id,
          createdAt: at(time - 12 * DAY),
        });
        if (log) {
          const { marks, ...record } = log;
          await tx.insert(t.logs).values({ ...record, session: id, by, at: ended });
          if (marks.length > 0) await tx.insert(t.observations).values(marks.map((o) => ({ ...o, at: ended, receivedAt: ended })));
        }
        if (note) await tx.insert(t.notes).values({ ...note, session: id, by, at: ended });
      }
    }
    await seedGroupHistory(tx as unknown as Db, demo, groups, calendar);
    await seedTimetable(tx as unknown as Db, demo, calendar);
  });
  return true;
}
