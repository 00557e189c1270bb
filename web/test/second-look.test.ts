import { describe, expect, it } from 'vitest';
import { worthAnotherLook } from '../src/check/second-look.js';
import type { LocalCheck } from '../src/check/local-check.js';

const check = (outcomes: readonly string[], change: Partial<LocalCheck> = {}): LocalCheck =>
  ({
    id: 'c',
    child: 'k',
    childName: 'Ada',
    by: 'me',
    startedAt: '2026-11-25T10:00:00.000Z',
    kind: 'see-say',
    stack: outcomes.map((_, k) => `p${k}`),
    marks: outcomes.map((outcome, k) => ({ key: `p${k}`, chain: [{ id: `o${k}`, outcome }] })),
    finishedAt: null,
    ...change,
  }) as unknown as LocalCheck;

describe('a second look', () => {
  it('is offered for what was missed or slow, in order', () => {
    expect(worthAnotherLook(check(['right', 'wrong', 'slow', 'right', 'no answer', 'accent', 'put right']), 0, 1e9)).toEqual([
      'p1',
      'p2',
      'p4',
      'p6',
    ]);
  });
  it('is offered for two dozen of many, the missed ones alone; a child who misses a fifth of them has no gap from one look', () => {
    const many = (wrong: number, slow: number, right: number): string[] => [
      ...Array<string>(wrong).fill('wrong'),
      ...Array<string>(slow).fill('slow'),
      ...Array<string>(right).fill('right'),
    ];
    expect(worthAnotherLook(check(many(20, 5, 48)), 0, 1e9)).toEqual(Array.from({ length: 20 }, (_, k) => `p${k}`));
    expect(worthAnotherLook(check(many(25, 0, 48)), 0, 1e9)).toEqual([]);
    expect(worthAnotherLook(check(many(20, 0, 19)), 0, 1e9)).toEqual([]);
  });
  it('is not offered where nothing, everything or very much went wrong, of other kinds, afterwards, or twice in a row', () => {
    expect(worthAnotherLook(check(['right', 'right']), 0, 1e9)).toEqual([]);
    expect(worthAnotherLook(check(['wrong', 'slow']), 0, 1e9)).toEqual([]);
    expect(worthAnotherLook(check([...Array<string>(13).fill('wrong'), 'right']), 0, 1e9)).toEqual([]);
    expect(worthAnotherLook(check(['right', 'wrong'], { kind: 'word' }), 0, 1e9)).toEqual([]);
    expect(worthAnotherLook(check(['right', 'wrong'], { late: 'paper' }), 0, 1e9)).toEqual([]);
    expect(worthAnotherLook(check(['right', 'wrong']), 1e9 - 60_000, 1e9)).toEqual([]);
  });
});
