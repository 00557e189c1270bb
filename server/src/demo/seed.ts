/** Fills an empty data folder with the demo school: people, evidence, groups, sessions past and to come. */
import { randomBytes } from 'node:crypto';
import { demoReadings, demoSchool, demoWords, schoolTime, teachingOrder, DEMO_SEED } from '@sapling/data';
import { estimate, formGroups, loadLexicon, planSession, seeded, taughtAfter, type GroupingChild, type Observation } from '@sapling/core';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';
import { hashPassword } from '../auth/password.js';
import { uuidAt } from '@sapling/data';
import { DEMO_SLOTS, seedGroupHistory, type CurrentGroup } from './groups.js';
import { seedTimetable } from './timetable.js';

const DAY = 86_400_000;
const CHUNK = 500;

/** Returns whether it filled anything: a folder that holds a school already is left alone. */
export async function seedDemo(db: Db, now: string): Promise<boolean> {
  const [present] = await db.select({ id: t.schools.id }).from(t.schools).limit(1);
  if (present) return false;
  const demo = demoSchool({ asOf: now });
  // nobody knows this password: demo people are signed in by one press, which exists in the demo only
  const passwordHash = await hashPassword(randomBytes(18).toString('base64'));
  const random = seeded(DEMO_SEED + 1);
  const time = Date.parse(now);
  const lexicon = await loadLexicon();
  const words = demoWords(lexicon, demo, now);
  const read = demoReadings(lexicon, demo, now);
  await db.transaction(async (tx) => {
    await tx.insert(t.schools).values({ ...demo.school, demo: true });
    for (const { classIds: _, ...colleague } of demo.colleagues) await tx.insert(t.colleagues).values({ ...colleague, passwordHash });
    await tx.insert(t.classes).values(demo.classes);
    for (const { id, classIds } of demo.colleagues)
      for (const classId of classIds) await tx.insert(t.classColleagues).values({ classId, colleagueId: id });
    await tx.insert(t.children).values(demo.children.map((c, k) => ({ ...c, recordingConsent: k % 3 !== 0 })));
    await tx.insert(t.checks).values(demo.checks.map((c) => ({ ...c, kind: 'see-say' as const, finishedReason: 'done' })));
    await tx.insert(t.checks).values(words.checks.map((c) => ({ ...c, finishedReason: 'done' })));
    const seen = [...demo.observations, ...words.observations];
    for (let k = 0; k < seen.length; k += CHUNK)
      await tx.insert(t.observations).values(seen.slice(k, k + CHUNK).map((o) => ({ ...o, receivedAt: o.at })));
    await tx.insert(t.readings).values(read.map(({ steps: _steps, ...r }) => r));
    const steps = read.flatMap((r) => r.steps.map((s) => ({ ...s, reading: r.id, child: r.child, receivedAt: s.at })));
    for (let k = 0; k < steps.length; k += CHUNK) await tx.insert(t.readingSteps).values(steps.slice(k, k + CHUNK));

    const byChild = new Map<string, Observation[]>();
    for (const o of demo.observations) byChild.set(o.child, [...(byChild.get(o.child) ?? []), o]);
    const teacher = demo.colleagues.find((c) => c.role === 'teacher')!;
    const tutors = demo.colleagues.filter((c) => c.role === 'tutor');
    const names = ['Willow', 'Hazel', 'Rowan', 'Alder'];
    let made = 0;
    const current: CurrentGroup[] = [];
    for (const schoolClass of demo.classes.slice(0, 2)) {
      const taught = taughtAfter(teachingOrder(schoolClass.orderId)!, schoolClass.taughtSteps);
      const known: GroupingChild[] = demo.children
        .filter((c) => c.classId === schoolClass.id)
        .map((c) => ({
          id: c.id,
          known: Object.fromEntries([...estimate(byChild.get(c.id) ?? [], { asOf: now })].map(([gpc, e]) => [gpc, e.p])),
        }))
        .sort((a, b) => sum(a.known) - sum(b.known))
        .slice(0, 8);
      const grouping = formGroups({ children: known, taught: taught.gpcs, groups: 2, sizeFrom: 3, sizeTo: 5, focusSize: 4 }, { seed: 5 });
      for (const group of grouping.groups) {
        const groupId = uuidAt(time - 15 * DAY + made, random);
        const adult = tutors[made % tutors.length]!;
        await tx.insert(t.groups).values({
          id: groupId,
          name: names[made]!,
          adultId: adult.id,
          focus: group.focus,
          createdBy: teacher.id,
          slot: DEMO_SLOTS[made % DEMO_SLOTS.length]!.id,
          startsOn: new Date(time - 15 * DAY).toISOString().slice(0, 10),
          endsOn: new Date(time + 13 * DAY).toISOString().slice(0, 10),
          createdAt: new Date(time - 15 * DAY).toISOString(),
        });
        for (const childId of group.members) await tx.insert(t.groupMembers).values({ groupId, childId });
        current.push({ id: groupId, members: group.members, classId: schoolClass.id });
        const members = known.filter((c) => group.members.includes(c.id));
        const met: string[] = [];
        for (const offset of [-9, -7, -2, 0, 2]) {
          // the demo has a session today whatever the weekday; all others fall on school days
          const held =
            offset === 0
              ? time
              : schoolTime(time + (offset > 0 ? offset + weekendAhead(time + offset * DAY) : offset) * DAY, 0.2 + 0.3 * made);
          const on = new Date(held).toISOString().slice(0, 10);
          const plan = planSession(lexicon, {
            taught,
            focus: group.focus.slice(0, 2),
            children: members,
            minutes: 20,
            seed: made * 100 + offset + 20,
            avoid: met,
          });
          met.push(...plan.parts.flatMap((p) => p.words.map((w) => w.word)));
          const sessionId = uuidAt(time + (offset - 12) * DAY + made, random);
          await tx.insert(t.sessions).values({
            id: sessionId,
            groupId,
            on,
            minutes: plan.minutes,
            adultId: adult.id,
            plan,
            members: group.members,
            createdBy: teacher.id,
            createdAt: new Date(time - 12 * DAY).toISOString(),
          });
          if (offset >= 0) continue;
          const at = new Date(held + 25 * 60_000).toISOString();
          await tx.insert(t.logs).values({
            id: uuidAt(Date.parse(at), random),
            session: sessionId,
            by: adult.id,
            at,
            attendance: group.members.map((child) => ({ child, present: random() > 0.12 })),
            done: plan.parts.slice(0, random() > 0.5 ? plan.parts.length : plan.parts.length - 1).map((p) => p.title),
            happened: HAPPENED[Math.floor(random() * HAPPENED.length)]!,
          });
          if (offset === -2 && made % 2 === 0)
            await tx.insert(t.notes).values({
              id: uuidAt(Date.parse(at) + 1, random),
              session: sessionId,
              by: adult.id,
              at,
              text: NOTES[(made / 2) % NOTES.length]!,
            });
        }
        made += 1;
      }
    }
    await seedGroupHistory(tx as unknown as Db, demo, current, time);
    await seedTimetable(tx as unknown as Db, demo, time);
  });
  return true;
}

/** Days to add so that a day to come is not at a weekend. */
const weekendAhead = (ms: number): number => ({ 6: 2, 0: 1 })[new Date(ms).getUTCDay()] ?? 0;
const sum = (known: Readonly<Record<string, number>>): number => Object.values(known).reduce((a, b) => a + b, 0);
const HAPPENED = [
  'Quick review went well. Two of them still stop before pushing the sounds together.',
  'Needed the focus card three times before it stuck. Spelling took longer than planned.',
  'Good pace today; all words read at the second try.',
  'Fire bell in the middle, so spelling is carried over.',
];
const NOTES = [
  'They answer better when the card comes back after a short gap. Could we start with the spelling next time?',
  'One of the children was very tired; I stopped a little early.',
];
