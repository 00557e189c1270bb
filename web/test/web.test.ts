import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { outboxEntry, type ChildLine, type ObservationRow } from '@sapling/contract';
import { CHECK_KINDS, checkKind } from '@sapling/core/checks';
import { OUTCOMES } from '@sapling/core/evidence';
import { v7 as uuidv7 } from 'uuid';
import { assign, readLines, recognise, splitName } from '../src/children/columns.js';
import { amend, begin, cardNow, counting, finish, mark, merge, takeBack, type LocalCheck, type Marker } from '../src/check/local-check.js';
import { cardsFor } from '../src/check/choice.js';
import { dueOrder, nextInTurn } from '../src/check/in-turn.js';
import { inNeed, needOf, possible } from '../src/groups/problem.js';
import { child as madeUpChild } from './support/children.js';

const by = uuidv7();
let clock = Date.parse('2026-11-24T09:00:00Z');
const marker: Marker = { by, now: () => new Date((clock += 1000)).toISOString(), newId: () => uuidv7() };
const STACK = ['s:s', 'a:a', 't:t', 'i:i', 'p:p', 'n:n'];
const start = () => begin({ id: uuidv7(), name: 'Ada Test' }, { kind: 'see-say', stack: STACK }, uuidv7(), marker);

type Move = { kind: 'mark' | 'back' | 'said'; outcome: (typeof OUTCOMES)[number]; which: number };
const move = fc.record({
  kind: fc.constantFrom<Move['kind']>('mark', 'mark', 'mark', 'back', 'said'),
  outcome: fc.constantFrom(...OUTCOMES),
  which: fc.nat(5),
});

describe('a check on this device', () => {
  it('whatever is pressed: the server, replaying what was sent, holds exactly what the screen shows', () => {
    fc.assert(
      fc.property(fc.array(move, { maxLength: 40 }), (moves) => {
        let { check, entries } = start();
        const sent = [...entries];
        for (const m of moves) {
          const step =
            m.kind === 'mark'
              ? mark(check, { outcome: m.outcome, ms: 700.4 }, marker)
              : m.kind === 'back'
                ? takeBack(check, marker)
                : amend(check, check.marks[m.which % Math.max(1, check.marks.length)]?.key ?? 'none', { said: 'b' }, marker);
          ({ check, entries } = step);
          sent.push(...entries);
        }
        for (const entry of sent) expect(outboxEntry.safeParse(entry).success).toBe(true);
        expect(new Set(sent.map((e) => e.id)).size).toBe(sent.length);
        // replay as the server does
        const gone = new Set(sent.flatMap((e) => (e.type === 'withdrawal' ? [e.record.observation] : [])));
        const observations = sent.flatMap((e) => (e.type === 'observation' ? [e.record] : []));
        for (const o of observations) if (o.replaces && !gone.has(o.id)) gone.add(o.replaces);
        const stored = observations.filter((o) => !gone.has(o.id)).map((o) => o.id);
        expect(stored.sort()).toEqual(check.marks.map((m) => counting(m).id).sort());
        // each card once, in the stack's order
        const asked = check.marks.map((m) => m.key);
        expect(new Set(asked).size).toBe(asked.length);
        expect(cardNow(check)).toBe(STACK.find((gpc) => !asked.includes(gpc)) ?? null);
      }),
      { numRuns: 150 },
    );
  });

  it('ends once, and marks nothing past the last card', () => {
    let { check } = start();
    for (let k = 0; k < 10; k += 1) ({ check } = mark(check, { outcome: 'right', ms: 500 }, marker));
    expect(check.marks).toHaveLength(STACK.length);
    const ended = finish(check, 'done', marker);
    expect(ended.entries).toHaveLength(1);
    expect(finish(ended.check, 'done', marker).entries).toEqual([]);
  });

  it('laid over what the server has: unsent marks stay, marks taken back elsewhere go, marks made elsewhere come', () => {
    let { check } = start();
    for (const o of ['right', 'wrong', 'slow'] as const) ({ check } = mark(check, { outcome: o, ms: 500 }, marker));
    const [one, two, three] = check.marks.map((m) => counting(m)) as [ObservationRow, ObservationRow, ObservationRow];
    const elsewhere: ObservationRow = { ...three, id: uuidv7(), gpc: 'n:n', at: marker.now() };
    const remote = {
      id: check.id,
      child: check.child,
      by,
      startedAt: check.startedAt,
      kind: 'see-say' as const,
      stack: STACK,
      childName: 'Ada Test',
      finishedAt: null,
      marked: 2,
      marks: [one, elsewhere],
    };
    const merged: LocalCheck = merge(check, remote, new Set([three.id]));
    expect(merged.marks.map((m) => counting(m).id)).toEqual([one.id, three.id, elsewhere.id]);
    expect(merged.marks.some((m) => counting(m).id === two.id)).toBe(false);
    expect(merge(undefined, remote, new Set()).marks).toHaveLength(2);
  });
});

const child = (name: string, lastCheck: string | null, states: string[] = ['gap']): ChildLine => ({
  ...madeUpChild(name, []),
  id: uuidv7(),
  givenName: name,
  familyName: 'T',
  classId: 'k',
  lastCheck,
  line: states.map((state, k) => ({
    gpc: `p${k}:s`,
    state: state as 'gap',
    p: 0.5,
    low: 0,
    high: 1,
    basedOn: state === 'unchecked' ? 0 : 2,
    lastSeen: null,
    known: 0.5,
    slow: false,
    due: false,
  })),
});

describe('who comes next', () => {
  const now = Date.parse('2026-11-24T12:00:00Z');
  const list = [
    child('Bo', '2026-11-24T11:00:00Z'),
    child('Cy', '2026-11-01T09:00:00Z'),
    child('Al', null),
    child('Di', '2026-11-10T09:00:00Z'),
  ];
  it('never checked first, then longest ago; whoever was checked today is passed over', () => {
    expect(dueOrder(list).map((c) => c.givenName)).toEqual(['Al', 'Cy', 'Di', 'Bo']);
    expect(nextInTurn(list, { classId: 'k', after: list[2]!.id, kind: 'see-say' }, now)?.givenName).toBe('Cy');
    expect(nextInTurn([list[0]!], { classId: 'k', after: 'x', kind: 'see-say' }, now)).toBeUndefined();
  });
  it('a child of whose class nothing was taught is asked about listening, and about no letters', () => {
    const none = [child('Fay', null, [])];
    const kinds = CHECK_KINDS.filter((kind) => nextInTurn(none, { classId: 'k', after: 'x', kind }, now));
    expect(kinds.map((kind) => checkKind(kind).area)).toEqual(kinds.map(() => 'Listening'));
    expect(kinds).toHaveLength(CHECK_KINDS.filter((kind) => checkKind(kind).area === 'Listening').length);
  });
  it('cards follow the choice', () => {
    const c = child('E', null, ['secure', 'gap', 'unchecked', 'wobbly']);
    expect(cardsFor(c, 'all')).toHaveLength(4);
    expect(cardsFor(c, 'not secure')).toEqual(['p1:s', 'p2:s', 'p3:s']);
    expect(cardsFor(c, 'unchecked')).toEqual(['p2:s']);
  });
  it('those in need stand first, and sizes that cannot be are known', () => {
    expect(
      inNeed([child('F', null, ['secure']), child('G', null, ['gap']), child('H', null, ['gap', 'gap'])]).map((c) => c.givenName),
    ).toEqual(['H', 'G']);
    // what time alone has worn weighs nothing: after a summer it would outweigh every gap
    const worn = (name: string, states: string[]): ChildLine => {
      const c = child(name, null, states);
      return { ...c, line: c.line.map((p) => ({ ...p, due: p.state === 'wobbly' })) };
    };
    const summer = [worn('J', ['gap', 'wobbly', 'wobbly', 'wobbly']), child('K', null, ['gap', 'wobbly'])];
    expect(inNeed(summer).map((c) => c.givenName)).toEqual(['K', 'J']);
    expect(needOf({ members: summer.map((c) => c.id) }, new Map(summer.map((c) => [c.id, c])), 'p1:s')).toBe(1);
    // without a gap: who cannot blend is in need of that
    const blends = { ...child('I', null, ['secure']), strands: [{ strand: 'blending', state: 'gap' }] } as unknown as ChildLine;
    expect(inNeed([child('F', null, ['secure']), blends]).map((c) => c.givenName)).toEqual(['I']);
    expect(possible(10, 2, 3, 5)).toBe(true);
    expect(possible(11, 2, 3, 5)).toBe(false);
    expect(possible(5, 2, 3, 5)).toBe(false);
  });
});

describe('a class list', () => {
  it.each([
    ['First name,Surname,Class,Year,UPN ignored', { givenName: 0, familyName: 1, className: 2, year: 3 }],
    ['Forename,Family name,Form,Year group,Adm no', { givenName: 0, familyName: 1, className: 2, year: 3, externalId: 4 }],
    ['Pupil,Class', { fullName: 0, className: 1 }],
    ['Student name,Grade,Room,Student ID', { fullName: 0, year: 1, className: 2, externalId: 3 }],
    ['Name (Surname First),UPN,Reg group', { fullName: 0, className: 2, externalId: 1 }],
    ['Surname Forename,Class,DOB,SEN need', { fullName: 0, className: 1, dateOfBirth: 2 }],
    ['x,y,z', {}],
  ])('%s', (header, mapping) => {
    expect(recognise(header.split(','))).toEqual(mapping);
  });

  it('a column says one thing only, however it is re-mapped', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('givenName', 'familyName', 'className', 'year'), fc.option(fc.nat(3))), { maxLength: 12 }),
        (changes) => {
          let mapping = {};
          for (const [field, column] of changes) mapping = assign(mapping, field as 'year', column);
          const columns = Object.values(mapping);
          expect(new Set(columns).size).toBe(columns.length);
        },
      ),
    );
  });

  it('reads every line as a row or as a reason with its line number, and loses none', () => {
    fc.assert(
      fc.property(fc.array(fc.array(fc.string({ maxLength: 100 }), { maxLength: 5 }), { maxLength: 20 }), (lines) => {
        const read = readLines(lines, { givenName: 0, familyName: 1, className: 2, year: 3 }, { today: '2026-11-25' });
        expect(read).toHaveLength(lines.length);
        read.forEach((line, k) => {
          expect(line.row).toBe(k + 2);
          expect(line.value === null).toBe(line.reason !== undefined);
        });
      }),
    );
    const [one, two] = readLines(
      [
        ['Ada', 'X', ''],
        ['', 'Y', 'Wrens'],
      ],
      { givenName: 0, familyName: 1, className: 2 },
      { today: '2026-11-25' },
    );
    expect(one!.reason).toBe('The class is empty.');
    expect(two!.reason).toBe('The first name is empty.');
  });

  it.each([
    ['Marlow, Cleo Jane', 'Cleo Jane', 'Marlow'],
    ['Cleo  van Marlow', 'Cleo', 'van Marlow'],
    ['Cleo', 'Cleo', ''],
  ])('%s', (whole, givenName, familyName) => expect(splitName(whole)).toEqual({ givenName, familyName }));
});
