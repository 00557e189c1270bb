/** Checks on this device: other sounds, sheets and their codes, what is due, what a spelling counts as, and the table of gaps as a file. */
import { DEFAULT_SETTINGS, type ChildLine } from '@sapling/contract';
import { CHECK_KINDS, aboutItem, type CheckItem } from '@sapling/core/checks';
import { STRANDS } from '@sapling/core/evidence';
import fc from 'fast-check';
import Papa from 'papaparse';
import { v7 as uuidv7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { asOffered, cardsFor, DEFAULT_CHOICE, isDue, itemsFor } from '../src/check/choice.js';
import { asSaid, isChosen, isWritten, markWord, marksOf } from '../src/check/kinds.js';
import {
  amend,
  begin,
  cardNow,
  counting,
  isSecondSound,
  itemOf,
  keyOf,
  mark,
  merge,
  otherSounds,
  QUICK_MINUTES,
  quickStep,
  type Marker,
} from '../src/check/local-check.js';
import { sheetCode } from '../src/check/sheet-code.js';
import { duePairs } from '../src/children/due.js';
import { cellsOf, gapsCsv, pairColumn, strandColumn, strandsSeen } from '../src/gaps/columns.js';
import { child } from './support/children.js';

let clock = Date.parse('2026-11-24T09:00:00Z');
const marker: Marker = { by: uuidv7(), now: () => new Date((clock += 1000)).toISOString(), newId: () => uuidv7() };
const STACK = ['ow:ow', 'ow:oh', 's:s', 'th:th', 'th:dh', 'a:a'];

describe('a grapheme with two sounds', () => {
  it('whatever is answered with whichever sound, every pair is asked once and marked once', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }), (others) => {
        let { check } = begin({ id: uuidv7(), name: 'Ada' }, { kind: 'see-say', stack: STACK }, uuidv7(), marker);
        for (const other of others) {
          const key = cardNow(check);
          if (key === null) break;
          const [sound] = otherSounds(check, key);
          expect(isSecondSound(check, key)).toBe(check.marks.some((m) => m.key.split(':')[0] === key.split(':')[0]));
          ({ check } =
            other && sound
              ? mark(check, { outcome: 'right', ms: 900 }, marker, sound)
              : mark(check, { outcome: 'wrong', ms: 900 }, marker));
          // answered with its other sound, the card still stands
          if (other && sound) expect(cardNow(check)).toBe(key);
        }
        expect(cardNow(check)).toBeNull();
        expect(check.marks.map((m) => counting(m).gpc).sort()).toEqual([...STACK].sort());
      }),
    );
  });

  it('of another kind of check there are none', () => {
    const { check } = begin({ id: uuidv7(), name: 'Ada' }, { kind: 'hear-write', stack: STACK }, uuidv7(), marker);
    expect(otherSounds(check, 'ow:ow')).toEqual([]);
  });
});

describe('items', () => {
  const item: CheckItem = { key: 'k:k', skill: 'recall', gpc: 'k:k', sound: 'k', options: ['c', 't'], accept: ['c'] };

  it('pointing at another right spelling is kept for the pair it is, under the card that was asked', () => {
    const begun = begin({ id: uuidv7(), name: 'Ada' }, { kind: 'hear-point', stack: ['k:k'], items: [item] }, uuidv7(), marker);
    const { check } = mark(begun.check, { outcome: 'right', ms: 10, gpc: 'c:k' }, marker);
    const seen = counting(check.marks[0]!);
    expect(seen).toMatchObject({ gpc: 'c:k', card: 'k:k', options: 2, skill: 'recall' });
    expect(keyOf(seen)).toBe('k:k');
    expect(itemOf(check, 'k:k')).toEqual(item);
    expect(aboutItem('hear-point', item)).toEqual({ kind: 'hear-point', skill: 'recall', gpc: 'k:k', options: 2 });
    // the server’s copy laid over it is the same check
    const { childName, marks, ...rest } = check;
    const merged = merge(undefined, { ...rest, childName, marked: 1, marks: marks.map(counting) } as never, new Set());
    expect(merged.marks.map((m) => m.key)).toEqual(['k:k']);
    expect(cardNow(merged)).toBeNull();
  });

  it('typed in afterwards carries no time; from memory says so', () => {
    for (const late of ['paper', 'memory'] as const) {
      const begun = begin({ id: uuidv7(), name: 'Ada' }, { kind: 'see-say', stack: ['s:s'], late }, uuidv7(), marker);
      const seen = counting(mark(begun.check, { outcome: 'right', ms: 700 }, marker).check.marks[0]!);
      expect(seen.ms).toBeUndefined();
      expect(seen.fromMemory).toBe(late === 'memory' ? true : undefined);
    }
  });

  it('every kind has its marks, one key each', () => {
    for (const kind of CHECK_KINDS) {
      const keys = marksOf(kind).map((m) => m.key);
      expect(new Set(keys).size).toBe(keys.length);
      if (!isChosen(kind) && !isWritten(kind))
        expect(marksOf(kind).map((m) => m.outcome)).toEqual(expect.arrayContaining(['right', 'slow', 'put right', 'wrong', 'no answer']));
    }
    expect(markWord('wrong', 'word', 's-t-o-p')).toBe('Sounds only');
    expect(markWord('wrong', 'word', 'sop')).toBe('Something else');
    expect(asSaid('Tim', 'tim ')).toBe(true);
    expect(asSaid('The cat sat.', 'the cat sat.')).toBe(false);
  });
});

describe('a mark that is corrected', () => {
  const marked = (outcome: 'wrong' | 'accent') => {
    const { check } = begin({ id: uuidv7(), name: 'Ada' }, { kind: 'see-say', stack: ['b:b'] }, uuidv7(), marker);
    return mark(check, { outcome, ms: 900, said: 'd', parts: [0] }, marker).check;
  };
  const seen = (check: ReturnType<typeof marked>) => counting(check.marks[0]!);
  it('keeps no slip beside a right answer, and none beside no answer at all', () => {
    for (const outcome of ['right', 'slow', 'no answer'] as const) {
      const corrected = seen(amend(marked('wrong'), 'b:b', { outcome }, marker).check);
      expect(corrected).toMatchObject({ outcome, ms: 900, gpc: 'b:b' });
      expect(corrected.said).toBeUndefined();
      expect(corrected.parts).toBeUndefined();
    }
  });
  it('keeps it where it is one still, and what is noted later', () => {
    expect(seen(amend(marked('wrong'), 'b:b', { outcome: 'accent' }, marker).check).said).toBe('d');
    expect(seen(amend(marked('wrong'), 'b:b', { said: 'p' }, marker).check)).toMatchObject({ outcome: 'wrong', said: 'p', parts: [0] });
    expect(seen(amend(marked('wrong'), 'b:b', { outcome: 'right', said: 'b' }, marker).check).said).toBe('b');
  });
});

describe('a kind of check that the school has stopped doing', () => {
  it('is not what a check begins with, and is chosen again when it is done again', () => {
    const kept = { ...DEFAULT_CHOICE, kind: 'made-up word' as const, perLevel: 5 };
    expect(asOffered(kept, { ...DEFAULT_SETTINGS, madeUpWords: 'not at all' })).toEqual({ ...kept, kind: DEFAULT_CHOICE.kind });
    expect(asOffered(kept, { ...DEFAULT_SETTINGS, madeUpWords: 'checking only' })).toBe(kept);
    expect(asOffered({ ...kept, kind: 'see-name' }, { ...DEFAULT_SETTINGS, letterNames: false }).kind).toBe(DEFAULT_CHOICE.kind);
    expect(asOffered({ ...kept, kind: 'see-name' }, { ...DEFAULT_SETTINGS, letterNames: true }).kind).toBe('see-name');
    // nothing is known of the school yet
    expect(asOffered(kept, undefined)).toBe(kept);
  });
});

describe('a quick check', () => {
  it('ends when its minutes are up, at the card where they were, on any device alike', () => {
    let { check } = begin(
      { id: uuidv7(), name: 'Ada' },
      { kind: 'see-say', stack: Array.from({ length: 40 }, (_, k) => `g${k}:s${k}`), quick: true },
      uuidv7(),
      marker,
    );
    let asked = 0;
    for (; cardNow(check) !== null && asked < 40; asked += 1) {
      ({ check } = mark(check, { outcome: asked % 2 === 0 ? 'right' : 'wrong', ms: 900 }, marker));
      clock += 60_000;
    }
    expect(quickStep(check)).toEqual({ done: 'time is up' });
    expect(asked).toBeGreaterThanOrEqual(QUICK_MINUTES);
    expect(asked).toBeLessThanOrEqual(QUICK_MINUTES + 1);
    expect(cardNow({ ...check })).toBeNull();
  });
});

describe('codes of sheets', () => {
  it('are five letters and digits that are not mixed up, the same for one sheet, and seldom the same for two', () => {
    const ids = Array.from({ length: 3000 }, () => uuidv7());
    for (const id of ids.slice(0, 200)) {
      expect(sheetCode(id)).toMatch(/^[2-9A-HJ-NP-Z]{5}$/);
      expect(sheetCode(id)).toBe(sheetCode(id));
    }
    expect(new Set(ids.map(sheetCode)).size).toBeGreaterThan(2985);
  });
});

const DAY = 86_400_000;
const NOW = Date.parse('2026-11-25T09:00:00Z');
const state = fc.constantFrom('secure', 'wobbly', 'gap', 'unchecked');
const line = fc.array(fc.record({ state, age: fc.integer({ min: 0, max: 120 }), p: fc.double({ min: 0, max: 1, noNaN: true }) }), {
  minLength: 1,
  maxLength: 12,
});
const childOf = (
  cells: readonly { state: string; age: number; p: number }[],
  name = 'Ada',
  strands: ChildLine['strands'] = [],
): ChildLine => ({
  ...child(name, []),
  id: uuidv7(),
  givenName: name,
  familyName: 'Test',
  classId: 'k',
  strands,
  line: cells.map(({ state: s, age, p }, k) => ({
    gpc: `g${k}:s${k}`,
    state: s as 'gap',
    p,
    low: p,
    high: p,
    basedOn: s === 'unchecked' ? 0 : 2,
    lastSeen: s === 'unchecked' ? null : new Date(NOW - age * DAY).toISOString(),
    known: 0.5,
    slow: false,
    due: false,
  })),
});

describe('the two-minute check of a group', () => {
  it('asks just the pairs it is for, whatever their state, and none that the class was not taught', async () => {
    const child = childOf(['secure', 'gap', 'wobbly'].map((s) => ({ state: s, age: 3, p: 0.5 })));
    const only = ['g0:s0', 'g2:s2', 'not:taught'];
    const { kind, stack } = await itemsFor(child, { ...DEFAULT_CHOICE, scope: 'unchecked', only }, { gpcs: [], words: [] }, 1);
    expect(kind).toBe('see-say');
    expect([...stack].sort()).toEqual(['g0:s0', 'g2:s2']);
  });
});

describe('due for another look', () => {
  it('is what was secure when last seen, long ago by the school’s days or by what time has worn: never a gap, nor what was never secure', () => {
    const worn = fc.array(fc.boolean(), { minLength: 12, maxLength: 12 });
    fc.assert(
      fc.property(line, worn, (cells, due) => {
        const plain = childOf(cells);
        // only what is wobbly by age alone is marked so
        const child = { ...plain, line: plain.line.map((c, k) => ({ ...c, due: c.state === 'wobbly' && due[k]! })) };
        const expected = child.line
          .filter((c) => c.due || (c.state === 'secure' && NOW - Date.parse(c.lastSeen!) > 42 * DAY))
          .map((c) => c.gpc)
          .sort();
        expect(cardsFor(child, 'due', NOW, 42).sort()).toEqual(expected);
        expect(
          duePairs(child, NOW, 42)
            .map((c) => c.gpc)
            .sort(),
        ).toEqual(expected);
        expect(cardsFor(child, 'all')).toHaveLength(cells.length);
        expect(cardsFor(child, 'not secure').length + cells.filter((c) => c.state === 'secure').length).toBe(cells.length);
        for (const c of child.line) if (c.lastSeen === null) expect(isDue(c, NOW, 7)).toBe(false);
      }),
    );
  });
});

describe('the table of gaps', () => {
  it('written as CSV and read back holds every state, whatever stands in a name', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.string({ minLength: 1, maxLength: 12 }), line), { minLength: 1, maxLength: 6 }), (rows) => {
        const strand = {
          strand: 'blending' as const,
          state: 'gap' as const,
          p: 0.2,
          low: 0.1,
          high: 0.3,
          basedOn: 4,
          lastSeen: new Date(NOW).toISOString(),
          known: 0.5,
          slow: false,
          due: false,
        };
        const children = rows.map(([name, cells], k) => childOf(cells, name, k % 2 === 0 ? [strand] : []));
        const columns = [...strandsSeen(children).map(strandColumn), ...Array.from({ length: 12 }, (_, k) => pairColumn(`g${k}:s${k}`))];
        const text = gapsCsv(children, columns, () => 'Wrens');
        const back = Papa.parse<Record<string, string>>(text, { header: true }).data;
        expect(back).toHaveLength(children.length);
        children.forEach((child, k) => {
          const row = back[k]!;
          // a spreadsheet must not run a name as a formula
          if (/^[=+\-@\t\r]/.test(child.givenName)) expect(row['given name']!.startsWith("'")).toBe(true);
          else expect(row['given name']).toBe(child.givenName);
          expect(row.blending).toBe(child.strands.length > 0 ? 'gap' : 'never looked at');
          columns
            .slice(1)
            .forEach(({ name, key }) => expect(row[name]).toBe(child.line.find((c) => c.gpc === key)?.state ?? 'not taught yet'));
        });
        const cells = cellsOf(children, columns);
        expect(cells.every((r) => r.length === columns.length && r.every((c) => c === null || (c >= 0 && c <= 1)))).toBe(true);
      }),
      { numRuns: 60 },
    );
    expect(STRANDS).toContain('blending');
  });
});
