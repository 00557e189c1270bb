/** The week: what clashes is just what a minute-by-minute look finds, and what the solver places clashes nowhere. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  clashes,
  clashInWords,
  clockTime,
  daysAfter,
  holidayOn,
  meetingOn,
  timetable,
  weekCell,
  weekday,
  weekRequest,
  weekSlots,
  wholeTimes,
  type Meeting,
  type WeekFacts,
} from '../src/index.js';

const DAYS = [1, 2, 3];
const facts: fc.Arbitrary<WeekFacts> = fc
  .record({
    starts: fc.uniqueArray(fc.integer({ min: 0, max: 5 }), { minLength: 1, maxLength: 3 }),
    named: fc.boolean(),
    lessons: fc.array(fc.tuple(fc.nat(2), fc.nat(8), fc.constantFrom(null, 'x', 'y')), { maxLength: 3 }),
    groups: fc.array(fc.uniqueArray(fc.nat(4), { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 4 }),
    adults: fc.array(fc.option(fc.constantFrom('Ada', 'Bo'), { nil: null }), { minLength: 4, maxLength: 4 }),
    away: fc.array(fc.tuple(fc.nat(2), fc.nat(2)), { maxLength: 3 }),
    takes: fc.integer({ min: 1, max: 3 }),
  })
  .map(({ starts, named, lessons, groups, adults, away, takes }) => {
    const times = starts.map((n, k) => ({ id: `t${k}`, name: '', days: DAYS, start: 540 + 15 * n, minutes: 25, rooms: 1 + (k % 2) }));
    const cell = ([d, k]: readonly [number, number]): string => weekCell(`t${k % times.length}`, DAYS[d]!);
    return {
      times,
      rooms: named
        ? [
            { id: 'nook', busy: away.slice(0, 1).map(cell) },
            { id: 'hall', busy: [] },
          ]
        : [],
      adults: [
        { id: 'Ada', groups: takes, busy: away.map(cell) },
        { id: 'Bo', groups: 2, busy: [] },
      ],
      lessons: lessons.map(([d, s, classId]) => ({ classId, days: [DAYS[d]!], start: 535 + 15 * s, end: 560 + 15 * s })),
      children: [0, 1, 2, 3, 4].map((c) => ({ id: `c${c}`, classId: c % 2 ? 'x' : 'y', busy: c === 0 ? ['t0'] : [] })),
      groups: groups.map((g, k) => ({ id: `g${k}`, members: g.map((m) => `c${m}`), adultId: adults[k]!, meetings: 1 + (k % 2) })),
    };
  });

/** Looks at every minute of the week; knows nothing of how clashes are found. */
function minuteByMinute(f: WeekFacts, meetings: readonly Meeting[]): Set<string> {
  const out = new Set<string>();
  const at = (m: Meeting): { day: number; from: number; to: number; time: string } => {
    const time = f.times.find((t) => m.slot.startsWith(`${t.id}@`))!;
    return { day: Number(m.slot.split('@')[1]), from: time.start!, to: time.start! + time.minutes, time: time.id };
  };
  for (const day of DAYS)
    for (let minute = 500; minute < 700; minute += 1) {
      const now = meetings.filter((m) => at(m).day === day && at(m).from <= minute && minute < at(m).to);
      const twice = (of: (m: Meeting) => readonly string[], what: string): void => {
        const seen = now.flatMap((m) => [...new Set(of(m))].filter((x) => x !== ''));
        for (const x of seen) if (seen.filter((y) => y === x).length > 1) out.add(`${what} ${x}`);
      };
      twice((m) => [m.adult], 'adult twice');
      twice((m) => [m.room], 'room twice');
      twice((m) => f.groups.find((g) => g.id === m.group)!.members, 'child twice');
      for (const m of now)
        for (const child of f.groups.find((g) => g.id === m.group)!.members) {
          const c = f.children.find((x) => x.id === child)!;
          if (c.busy.includes(at(m).time)) out.add(`lesson ${child}`);
          for (const l of f.lessons)
            if (l.days.includes(day) && l.start <= minute && minute < l.end && (l.classId === null || l.classId === c.classId))
              out.add(`lesson ${child}`);
        }
    }
  for (const m of meetings) {
    if (f.adults.find((a) => a.id === m.adult)?.busy.includes(m.slot)) out.add(`adult away ${m.adult}`);
    if (f.rooms.find((r) => r.id === m.room)?.busy.includes(m.slot)) out.add(`room away ${m.room}`);
  }
  return out;
}
const sameDay = (meetings: readonly Meeting[]): boolean =>
  new Set(meetings.map((m) => `${m.group} ${m.slot.split('@')[1]}`)).size < meetings.length;

describe('the week', () => {
  it('finds just the clashes that a look at every minute finds', () => {
    let found = 0;
    fc.assert(
      fc.property(facts, fc.array(fc.tuple(fc.nat(3), fc.nat(8), fc.nat(2), fc.nat(2)), { maxLength: 6 }), (f, raw) => {
        const slots = weekSlots(f.times);
        const meetings = raw.map(([g, s, a, r]): Meeting => {
          const group = f.groups[g % f.groups.length]!;
          return { group: group.id, slot: slots[s % slots.length]!.id, adult: ['Ada', 'Bo', ''][a]!, room: f.rooms[r]?.id ?? '' };
        });
        fc.pre(!sameDay(meetings));
        const said = clashes(weekRequest(f), meetings).flatMap((c) => {
          if (c.kind === 'adult load' || c.kind === 'two adults' || c.kind === 'rooms' || c.kind === 'twice a day') return [];
          return [`${c.kind} ${'child' in c ? c.child : 'adult' in c ? c.adult : c.room}`];
        });
        found += said.length;
        expect(new Set(said)).toEqual(minuteByMinute(f, meetings));
      }),
      { numRuns: 300, seed: 11 },
    );
    expect(found).toBeGreaterThan(100);
  });

  it('what the solver places clashes nowhere, in rooms that are named or not', () => {
    let placed = 0;
    fc.assert(
      fc.property(facts, (f) => {
        const request = weekRequest(f);
        const result = timetable(request);
        const meetings = result.meetings ?? result.most;
        placed += meetings.length;
        expect(clashes(request, meetings)).toEqual([]);
        expect(minuteByMinute(f, meetings)).toEqual(new Set());
      }),
      { numRuns: 150, seed: 12 },
    );
    expect(placed).toBeGreaterThan(200);
  });

  it('keeps a day on which somebody stands in, and gives the rest of the week to the group’s adult', () => {
    const f: WeekFacts = {
      times: [{ id: 't', name: '', days: [1, 2, 3], start: 545, minutes: 20, rooms: 1 }],
      rooms: [],
      adults: [{ id: 'Ada', groups: 1, busy: ['t@2'] }],
      lessons: [],
      children: [],
      groups: [{ id: 'g', members: [], adultId: 'Ada', meetings: 3 }],
    };
    const found = timetable(weekRequest(f, [{ group: 'g', slot: 't@2', adult: 'Cy', room: '' }])).meetings!;
    expect(found.map((m) => `${m.slot} ${m.adult}`).sort()).toEqual(['t@1 Ada', 't@2 Cy', 't@3 Ada']);
    // without the stand-in there is none
    expect(timetable(weekRequest(f)).conflict).not.toBeNull();
  });

  it('says a crowded time, a full day, and a sentence for each', () => {
    const f: WeekFacts = {
      times: [{ id: 't', name: 'First', days: [1, 2], start: 545, minutes: 20, rooms: 1 }],
      rooms: [],
      adults: [{ id: 'Ada', groups: 1, busy: ['t@2'] }],
      lessons: [],
      children: [],
      groups: ['g', 'h'].map((id) => ({ id, members: [], adultId: 'Ada', meetings: 2 })),
    };
    const meetings = [
      { group: 'g', slot: 't@1', adult: 'Ada', room: '' },
      { group: 'h', slot: 't@1', adult: 'Ada', room: '' },
      { group: 'h', slot: 't@2', adult: 'Ada', room: '' },
    ];
    const words = clashes(weekRequest(f), meetings).map((c) =>
      clashInWords(
        c,
        meetings,
        (id) => id,
        (slot) => `on ${slot}`,
      ),
    );
    expect(words.sort()).toEqual([
      'Ada has g and h on t@1',
      'Ada has more groups than they take',
      'Ada is not there on t@2 (h)',
      'more groups meet on t@1 than there are rooms',
    ]);
  });

  it('knows days, holidays and whole times', () => {
    expect([weekday('2026-11-25'), weekday('2026-11-29')]).toEqual([3, 7]);
    expect(daysAfter('2026-12-31', 1)).toBe('2027-01-01');
    expect(clockTime(9 * 60 + 5)).toBe('9:05');
    const rest = [{ name: 'Break', from: '2026-12-21', to: '2027-01-02' }];
    expect([holidayOn('2027-01-02', rest)?.name, holidayOn('2027-01-03', rest)]).toEqual(['Break', undefined]);
    const times = [{ id: 't', name: '', days: [1, 3], start: 600, minutes: 20, rooms: 1 }];
    expect(wholeTimes(times, ['t@1'])).toEqual([]);
    expect(wholeTimes(times, ['t@1', 't@3'])).toEqual(['t']);
    expect(wholeTimes(times, ['t'])).toEqual(['t']);
    const slots = weekSlots(times);
    expect(meetingOn('2026-11-25', 'g', [{ group: 'g', slot: 't@3' }], slots)?.slot.start).toBe(600);
    expect(meetingOn('2026-11-26', 'g', [{ group: 'g', slot: 't@3' }], slots)).toBeUndefined();
  });
});
