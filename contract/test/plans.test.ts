/** What a plan, a reading's steps and a school's settings say is what arrives: every kind, every field; what cannot be meant is refused. */
import { DEFAULT_SETTINGS } from '../src/index.js';
import { PART_KINDS, partKind, SESSION_SKILLS, type OwnField } from '@sapling/core/planning';
import { READING_MARK_KINDS } from '@sapling/core/reading';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plan, readingStep, sessionPart, settings, timetableBody } from '../src/index.js';

const overTheWire = (what: unknown): unknown => JSON.parse(JSON.stringify(what)) as unknown;
const text = (most: number) => fc.string({ maxLength: most });
const gpc = fc.constantFrom('s:s', 'ai:ay', 'a_e:ay', 'igh:igh');
const word = fc.record(
  {
    word: text(45),
    units: fc.array(fc.record({ grapheme: text(20), sound: text(8), letters: fc.array(fc.nat(20), { maxLength: 4 }) }), { maxLength: 6 }),
    focus: fc.array(gpc, { maxLength: 3 }),
    odd: fc.array(fc.nat(9), { maxLength: 3 }),
    for: text(60),
    options: fc.array(text(60), { maxLength: 8 }),
    steps: fc.array(text(60), { maxLength: 8 }),
    change: fc.constantFrom('none', 'doubled', 'e dropped', 'y to i'),
    madeUp: fc.boolean(),
    heard: fc.boolean(),
    answer: text(80),
    pinned: fc.boolean(),
    carried: fc.boolean(),
  },
  { requiredKeys: ['word', 'units', 'focus'] },
);
const question = fc.record({ ask: fc.constantFrom('Who ran?', 'Why?'), answer: fc.constantFrom('', 'Sam'), place: fc.constant('') });
/** What each field that only some parts have may hold. */
const OWN: Record<OwnField, fc.Arbitrary<unknown>> = {
  stack: fc.array(gpc, { maxLength: 8 }),
  ask: fc.array(gpc, { maxLength: 8 }),
  whose: fc.dictionary(gpc, fc.array(text(60), { maxLength: 4 })),
  lines: fc.array(
    fc.record(
      { text: text(300), answer: fc.constantFrom('yes', 'no'), pictures: fc.array(text(60), { maxLength: 4 }) },
      { requiredKeys: ['text'] },
    ),
    { maxLength: 5 },
  ),
  rows: fc.array(
    fc.record({ show: text(60), items: fc.array(text(60), { maxLength: 12 }), answer: text(60) }, { requiredKeys: ['items', 'answer'] }),
    {
      maxLength: 5,
    },
  ),
  text: fc.record({
    id: text(60),
    title: text(120),
    text: text(500),
    questions: fc.array(question, { maxLength: 3 }),
    tell: fc.array(text(60), { maxLength: 3 }),
    again: fc.boolean(),
  }),
};
const head = {
  id: fc.string({ minLength: 1, maxLength: 60 }),
  title: text(80),
  how: text(400),
  minutes: fc.integer({ min: 0, max: 60 }),
  gpcs: fc.array(gpc, { maxLength: 5 }),
  words: fc.array(word, { maxLength: 4 }),
};
/** A part of a kind, with all that parts of that kind may have. */
const partOf = (kind: (typeof PART_KINDS)[number]) =>
  fc.record({
    ...head,
    kind: fc.constant(kind),
    ...Object.fromEntries(partKind(kind).holds.map((field) => [field, OWN[field as OwnField]])),
  });

describe('a part of a session', () => {
  it.each(PART_KINDS)('%s comes through with all that it has', (kind) => {
    fc.assert(
      fc.property(partOf(kind), (part) => {
        expect(sessionPart.parse(overTheWire(part))).toEqual(overTheWire(part));
      }),
      { numRuns: 25 },
    );
  });
  it('has no field of another kind: it is left behind and holds nothing up', () => {
    const part = { id: 'w', kind: 'spell', title: '', how: '', minutes: 5, gpcs: [], words: [] };
    expect(sessionPart.parse({ ...part, stack: ['s:s'] })).toEqual(part);
  });
  it('of no kind, or without what every part has, is refused', () => {
    const part = { id: 'w', kind: 'spell', title: '', how: '', minutes: 5, gpcs: [], words: [] };
    expect(sessionPart.safeParse(part).success).toBe(true);
    for (const gone of Object.keys(part)) expect(sessionPart.safeParse({ ...part, [gone]: undefined }).success, gone).toBe(false);
    for (const wrong of [{ kind: 'juggling' }, { minutes: -1 }, { minutes: 2.5 }, { minutes: 61 }, { id: '' }, { gpcs: ['ai'] }])
      expect(sessionPart.safeParse({ ...part, ...wrong }).success, JSON.stringify(wrong)).toBe(false);
  });
});

describe('a plan', () => {
  const parts = fc.array(fc.constantFrom(...PART_KINDS).chain(partOf), { minLength: 1, maxLength: 4 });
  const remark = fc.oneof(
    fc.record({ kind: fc.constant('few words'), gpc, words: fc.nat(9) }),
    fc.record({ kind: fc.constant('not looked at'), children: fc.array(text(40), { maxLength: 4 }) }),
    fc.record({ kind: fc.constant('far behind'), child: text(60), pairs: fc.array(gpc, { maxLength: 9 }), words: fc.nat(90) }),
    fc.record({ kind: fc.constant('little focus'), minutes: fc.nat(30), of: fc.nat(30) }),
  );
  it('comes through whole, whatever it is for and whoever joined since', () => {
    const whole = fc.record(
      {
        focus: fc.array(gpc, { maxLength: 4 }),
        skill: fc.constantFrom(...SESSION_SKILLS),
        minutes: fc.integer({ min: 10, max: 30 }),
        parts,
        style: text(80),
        remarks: fc.array(remark, { maxLength: 8 }),
        drawn: fc.record(
          { again: fc.constant('2026-11-25'), after: fc.constant('2026-11-24'), joined: fc.boolean() },
          { requiredKeys: [] },
        ),
        madeFor: fc.array(text(60), { maxLength: 6 }),
        joined: fc.array(text(60), { maxLength: 6 }),
      },
      { requiredKeys: ['focus', 'minutes', 'parts'] },
    );
    fc.assert(
      fc.property(whole, (sent) => {
        expect(plan.parse(overTheWire(sent))).toEqual(overTheWire(sent));
      }),
      { numRuns: 40 },
    );
  });
  it('of no parts, or of no time a session has, is refused', () => {
    const part = { id: 'w', kind: 'spell', title: '', how: '', minutes: 5, gpcs: [], words: [] };
    const good = { focus: ['s:s'], minutes: 20, parts: [part] };
    expect(plan.safeParse(good).success).toBe(true);
    for (const wrong of [{ parts: [] }, { minutes: 9 }, { minutes: 31 }, { skill: 'juggling' }, { parts: Array(21).fill(part) }])
      expect(plan.safeParse({ ...good, ...wrong }).success, JSON.stringify(wrong).slice(0, 40)).toBe(false);
  });
});

describe('a step of a reading', () => {
  const of = '01a22f3a-f447-74dc-82fe-c03fcf97a859';
  const steps = [
    { what: 'start' },
    { what: 'stop', ms: 61_000 },
    { what: 'along', taps: [[0, 400], [1, 900]] }, // prettier-ignore
    ...READING_MARK_KINDS.map((mark) => ({ what: 'mark', word: 3, mark, said: 'pan', ms: 900 })),
    { what: 'change', of, mark: 'omission' },
    { what: 'change', of, said: 'pin' },
    { what: 'last', word: -1 },
    { what: 'seconds', seconds: 61.5 },
    { what: 'seconds', seconds: null },
    { what: 'scale', part: 'phrases', level: 3 },
    { what: 'answer', question: 0, answered: null },
    { what: 'heeded', at: 2, heeded: true },
    { what: 'undo', of },
    { what: 'done' },
    { what: 'settled' },
    { what: 'set aside', aside: true },
  ];
  it('comes through as it was made', () => {
    for (const step of steps) expect(readingStep.parse(overTheWire(step)), JSON.stringify(step)).toEqual(step);
  });
  it.each([
    ['of no kind', { what: 'sneeze' }],
    ['at no word', { what: 'mark', word: -1, mark: 'omission' }],
    ['of no mark', { what: 'mark', word: 1, mark: 'mumble' }],
    ['in a time that runs backwards', { what: 'stop', ms: -1 }],
    ['of more than two hours', { what: 'seconds', seconds: 7201 }],
    ['of a level that is none', { what: 'scale', part: 'phrases', level: 5 }],
    ['that takes back nothing', { what: 'undo' }],
    ['with taps that are none', { what: 'along', taps: [] }],
  ])('%s is refused', (_, wrong) => expect(readingStep.safeParse(wrong).success).toBe(false));
});

describe('what a school decides', () => {
  const change = (parts: Record<string, unknown>): boolean => settings.safeParse({ ...DEFAULT_SETTINGS, ...parts }).success;
  const day = (n: number): string => new Date(Date.UTC(2026, 0, 1 + n)).toISOString().slice(0, 10);

  it('two terms share no day, whatever order they stand in', () => {
    const term = fc.tuple(fc.nat(60), fc.nat(20)).map(([from, days]) => ({ name: 'Term', from: day(from), to: day(from + days) }));
    fc.assert(
      fc.property(fc.array(term, { maxLength: 4 }), (terms) => {
        const days = terms.flatMap(({ from, to }) => {
          const list: string[] = [];
          for (let at = from; at <= to; at = new Date(Date.parse(at) + 86_400_000).toISOString().slice(0, 10)) list.push(at);
          return list;
        });
        expect(change({ terms })).toBe(new Set(days).size === days.length);
      }),
      { numRuns: 200 },
    );
  });
  it.each([
    ['a bound that calls everything secure', { secureFrom: 0.3 }],
    ['a bound that calls everything a gap', { gapBelow: 0.95 }],
    ['a holiday that ends before it starts', { holidays: [{ name: 'Half', from: '2026-10-20', to: '2026-10-19' }] }],
    ['a lesson on no day', { lessons: [{ id: 'a', name: 'Sums', classId: null, days: [], start: 540, end: 600 }] }],
    ['a lesson that ends as it starts', { lessons: [{ id: 'a', name: 'Sums', classId: null, days: [1], start: 540, end: 540 }] }],
    ['a week that starts on a Wednesday', { weekStart: 3 }],
    ['recordings kept for ever', { recordingDays: 4000 }],
    ['a child who left erased at once', { leaverDays: 0 }],
    ['a word of the school’s own for what is none', { ownWords: { wand: { one: 'stick' } } }],
    ['a word of the school’s own that is empty', { ownWords: { group: { one: '  ' } } }],
  ])('%s is refused', (_, parts) => expect(change(parts)).toBe(false));
  it('a time of the week, and a room, is one', () => {
    const slot = { id: 'nine', name: 'Nine', rooms: 1, days: [1, 2], start: 540, minutes: 25 };
    expect(change({ slots: [slot] })).toBe(true);
    expect(change({ slots: [slot, slot] }), 'twice').toBe(false);
    expect(change({ slots: [{ ...slot, days: [1, 1] }] }), 'a day twice').toBe(false);
    expect(change({ slots: [{ ...slot, days: [8] }] }), 'an eighth day').toBe(false);
    const room = { id: 'nook', name: 'Nook', busy: [] };
    expect(change({ rooms: [room, { ...room, id: 'hall' }] })).toBe(true);
    expect(change({ rooms: [room, room] }), 'twice').toBe(false);
  });
});

it('a timetable names a day of a time, a group and at most one room', () => {
  const meeting = { group: '01a22f3a-f447-74dc-82fe-c03fcf97a859', slot: 'nine@3', adultId: null, room: '' };
  expect(timetableBody.safeParse({ version: 0, meetings: [meeting] }).success).toBe(true);
  for (const wrong of [{ slot: '' }, { group: 'Willow' }, { room: 'x'.repeat(41) }, { adultId: 'Maren' }])
    expect(timetableBody.safeParse({ version: 0, meetings: [{ ...meeting, ...wrong }] }).success, JSON.stringify(wrong)).toBe(false);
});
