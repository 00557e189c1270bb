/** What was known before a quick check: what lies before it counts, out of reach it does without, and the school's numbers are used. */
import type { RecallSoFar } from '@sapling/contract';
import { judgeRecall } from '@sapling/core/checks';
import { DEFAULT_MODEL, REFIT_AS_SHIPPED } from '@sapling/core/judgement';
import { v7 as uuidv7 } from 'uuid';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { begin, mark, merge, quickEvidence, quickStep, type LocalCheck, type Marker } from '../src/check/local-check.js';
import { evidenceBefore, readRecallSoFar } from '../src/check/recall-so-far.js';

afterEach(() => vi.unstubAllGlobals());
/** What the server says to the next question, or that it cannot be reached. */
const answers = (status: number, body: unknown): void => {
  const response = (): Response => new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
  vi.stubGlobal('fetch', () => (status === 0 ? Promise.reject(new TypeError('no line')) : Promise.resolve(response())));
};

const START = Date.parse('2026-11-24T09:00:00Z');
const at = (days: number, k = 0): string => new Date(START + days * 86_400_000 + k * 1000).toISOString();
const STACK = ['s:s', 't:t', 'p:p', 'n:n', 'a:a', 'i:i', 'm:m', 'd:d', 'g:g', 'o:o', 'c:k', 'k:k'];
const answersOn = (days: number, right: (k: number) => boolean): RecallSoFar['observations'] =>
  STACK.map((gpc, k) => ({
    id: uuidv7(),
    child: 'c',
    by: 'ann',
    at: at(days, k),
    kind: 'see-say',
    gpc,
    outcome: right(k) ? 'right' : 'wrong',
  }));
const soFar = (more: Partial<RecallSoFar> = {}): RecallSoFar => ({ observations: [], teaching: [], numbers: null, ...more });
let n = 0;
const marker: Marker = { by: 'ann', now: () => at(0, (n += 3)), newId: () => uuidv7() };
const begun = (known?: RecallSoFar): LocalCheck =>
  begin({ id: 'c', name: 'Ada' }, { kind: 'see-say', stack: STACK, quick: true, soFar: known }, uuidv7(), marker).check;
const chances = (check: LocalCheck): number[] => judgeRecall({ order: STACK, taught: STACK, ...quickEvidence(check) }).map((j) => j.p);

describe('what was known before a quick check', () => {
  it('is what lies before it: nothing that was seen or taught since, which it would count twice', () => {
    const observations = [...answersOn(-9, () => true), ...answersOn(1, () => false)];
    const teaching = [
      { gpc: 's:s', at: at(-2) },
      { gpc: 's:s', at: at(2) },
    ];
    const before = evidenceBefore(soFar({ observations, teaching }), at(0), 'ann');
    expect(before.observations).toEqual(observations.slice(0, STACK.length));
    expect(before.teaching).toEqual(teaching.slice(0, 1));
    expect(before.model).toBe(DEFAULT_MODEL);
  });

  it('decides what is asked and what is judged of the rest', () => {
    const half = begun(soFar({ observations: [-20, -9, -2].flatMap((days) => answersOn(days, (k) => k < 6)) }));
    const p = chances(half);
    expect(Math.min(...p.slice(0, 6))).toBeGreaterThan(0.7);
    expect(Math.max(...p.slice(6))).toBeLessThan(0.3);
    expect(new Set(chances(begun()).map((x) => x > 0.7)).size, 'of a child nobody has seen nothing is sure').toBe(1);
  });

  it('raises a pair that a logged session worked on since', () => {
    const observations = answersOn(-9, (k) => k !== 4);
    const [untaught, taught] = [soFar({ observations }), soFar({ observations, teaching: [{ gpc: 'a:a', at: at(-2) }] })].map((s) =>
      chances(begun(s)),
    );
    expect(taught![4]).toBeGreaterThan(untaught![4]!);
  });

  it('uses the numbers of the school and the ear of who asks, by one model for as long as they are the same', () => {
    const observations = answersOn(-9, (k) => k % 2 === 0);
    const numbers = { steps: { ...REFIT_AS_SHIPPED, known: 1.5 }, ear: null };
    const [shipped, fitted] = [chances(begun(soFar({ observations }))), chances(begun(soFar({ observations, numbers })))];
    expect(fitted.reduce((a, b) => a + b)).toBeGreaterThan(shipped.reduce((a, b) => a + b) + 0.2);
    const model = (of: NonNullable<RecallSoFar['numbers']>, by = 'ann') => evidenceBefore(soFar({ numbers: of }), at(0), by).model;
    expect(model(numbers)).toBe(model(structuredClone(numbers)));
    const heard = { ...numbers, ear: { guess: 2, lapse: 1 } };
    expect(model(heard).recall.ears).toEqual({ ann: { guess: 2, lapse: 1 } });
    expect(model(heard, 'bea').recall.ears).toEqual({ bea: { guess: 2, lapse: 1 } });
    expect(model(numbers).recall.ears).toBeUndefined();
  });

  it('out of reach it does without, and every other fault is said', async () => {
    answers(0, null);
    expect(await readRecallSoFar('c')).toBeUndefined();
    answers(404, { code: 'not-found', title: 'There is no such child.', status: 404 });
    await expect(readRecallSoFar('c')).rejects.toThrow('This is not here');
    answers(200, soFar());
    expect(await readRecallSoFar('c')).toEqual(soFar());
  });

  it('stays with the check on this device, and is not sent', () => {
    const known = soFar({ observations: answersOn(-9, () => true) });
    const { check, entries } = begin(
      { id: 'c', name: 'Ada' },
      { kind: 'see-say', stack: STACK, quick: true, soFar: known },
      uuidv7(),
      marker,
    );
    expect(JSON.stringify(entries)).not.toContain('soFar');
    const step = quickStep(check);
    const next = mark(check, { outcome: 'right' }, marker, 'gpc' in step ? step.gpc : null).check;
    expect(next.soFar).toBe(known);
    const remote = { ...next, marks: [], quick: true, late: undefined, items: undefined } as never;
    expect(merge(next, remote, new Set()).soFar).toBe(known);
    expect(merge(undefined, remote, new Set()).soFar).toBeUndefined();
  });
});
