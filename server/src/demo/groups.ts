/** What the demo school has around its groups: times and rooms, rules about children, and last cycle's groups. */
import { eq } from 'drizzle-orm';
import { seeded } from '@sapling/core';
import { SEASONS } from '@sapling/core/reading';
import { DEMO_REFERENCE, DEMO_SEED, uuidAt, type DemoSchool } from '@sapling/data';
import type { Db } from '../db/open.js';
import * as t from '../db/schema.js';
import type { DemoCalendar } from './lay-on-calendar.js';

const DAY = 86_400_000;
const WEEK = [1, 2, 3, 4];
export const DEMO_SLOTS = [
  { id: 'nine', name: 'Mon to Thu, 9:10', rooms: 2, days: WEEK, start: 9 * 60 + 10, minutes: 25 },
  { id: 'ten', name: 'Mon to Thu, 10:40', rooms: 2, days: WEEK, start: 10 * 60 + 40, minutes: 25 },
  { id: 'one', name: 'Mon to Thu, 13:15', rooms: 1, days: WEEK, start: 13 * 60 + 15, minutes: 25 },
];
export interface CurrentGroup {
  readonly id: string;
  readonly members: readonly string[];
  readonly classId: string;
}

/** What the demo school wants by the end of each season, made up like all of it. */
const DEMO_AIMS = (
  [
    ['Year 1', 24],
    ['Year 2', 52],
    ['Year 3', 74],
  ] as const
).flatMap(([year, wcpm]) => SEASONS.map((season, k) => ({ year, season, wcpm: wcpm + 12 * k })));

export async function seedGroupHistory(db: Db, demo: DemoSchool, current: readonly CurrentGroup[], calendar: DemoCalendar): Promise<void> {
  const time = Date.parse(DEMO_REFERENCE);
  const random = seeded(DEMO_SEED + 7);
  const teacher = demo.colleagues.find((c) => c.role === 'teacher')!;
  const tutors = demo.colleagues.filter((c) => c.role === 'tutor');
  const made = (days: number): string => calendar.at(time - days * DAY);
  const move = async (groupId: string, childId: string, what: 'joined' | 'left', days: number): Promise<void> => {
    await db.insert(t.groupMoves).values({ id: uuidAt(time - days * DAY, random), at: made(days), by: teacher.id, groupId, childId, what });
  };
  await db
    .update(t.schools)
    .set({
      settings: {
        readingAims: DEMO_AIMS,
        slots: DEMO_SLOTS,
        groupAdults: [
          { id: tutors[0]!.id, groups: 2, busy: ['one@1', 'one@2', 'one@4'] },
          { id: tutors[1]!.id, groups: 2, busy: ['nine'] },
          { id: teacher.id, groups: 1, busy: [] },
        ],
      },
    })
    .where(eq(t.schools.id, demo.school.id));

  // last cycle: the same children cut otherwise, and one who was in no group then
  for (const classId of new Set(current.map((g) => g.classId))) {
    const now = current.filter((g) => g.classId === classId);
    const all = now.flatMap((g) => g.members);
    const before = [all.filter((_, k) => k % 3 !== 1), all.filter((_, k) => k % 3 === 1).slice(1)];
    for (const [k, members] of before.entries()) {
      const id = uuidAt(time - 44 * DAY + k, random);
      await db.insert(t.groups).values({
        id,
        name: `${classId === current[0]!.classId ? ['Linden', 'Maple'][k] : ['Cedar', 'Birch'][k]}`,
        adultId: tutors[k]!.id,
        focus: [],
        startsOn: calendar.day(time - 43 * DAY),
        endsOn: calendar.day(time - 16 * DAY),
        createdBy: teacher.id,
        createdAt: made(43),
        removedAt: made(16),
      });
      for (const childId of members) {
        await db.insert(t.groupMembers).values({ groupId: id, childId });
        await move(id, childId, 'joined', 43);
      }
    }
    for (const g of now) for (const childId of g.members) await move(g.id, childId, 'joined', 15);
  }

  const inClass = (k: number) => demo.children.filter((c) => c.classId === demo.classes[k]!.id);
  const rules: { kind: 'apart' | 'busy' | 'out'; children: string[]; slots: string[]; why: string }[] = [
    {
      kind: 'apart',
      children: [current[0]!.members[0]!, current[1]!.members[0]!],
      slots: [],
      why: 'They set each other off; agreed with both families.',
    },
    { kind: 'busy', children: [current[1]!.members[1]!], slots: ['nine'], why: 'Speech and language lesson' },
    { kind: 'out', children: [inClass(2)[5]!.id], slots: [], why: 'Waiting for the hearing test' },
  ];
  for (const rule of rules)
    await db.insert(t.groupRules).values({ id: uuidAt(time - 20 * DAY, random), ...rule, savedBy: teacher.id, savedAt: made(20) });
}
