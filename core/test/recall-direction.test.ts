/** Whatever a child's record holds and however a pair was asked: what comes wrong never raises what is believed of it, what comes right never lowers it. */
import { TEACHING_ORDERS } from '@sapling/data';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { estimate, OBSERVATION_KINDS, type Gpc, type Observation, type ObservationKind, type Outcome } from '../src/index.js';
import { DEFAULT_MODEL } from '../src/judgement/model.js';

const DAY = 86_400_000;
const START = Date.parse('2026-09-07T09:00:00Z');
const PAIRS: readonly Gpc[] = TEACHING_ORDERS[0]!.steps.slice(0, 10).flatMap((s) => s.gpcs);
const KINDS = OBSERVATION_KINDS.filter((kind) => DEFAULT_MODEL.recall.kinds[kind] !== undefined);
const answer = fc.record({
  day: fc.integer({ min: 0, max: 80 }),
  pair: fc.nat(PAIRS.length - 1),
  kind: fc.constantFrom<ObservationKind>('see-say', 'session', 'word', 'text', 'hear-point'),
  outcome: fc.constantFrom<Outcome>('right', 'right', 'slow', 'put right', 'wrong', 'no answer'),
  by: fc.constantFrom('ann', 'bo'),
});
const observation = (a: Omit<Parameters<typeof make>[0], 'id'>, k: number) => make({ ...a, id: `o${k}` });
function make({
  id,
  day,
  pair,
  kind,
  outcome,
  by,
}: {
  id: string;
  day: number;
  pair: number;
  kind: ObservationKind;
  outcome: Outcome;
  by: string;
}): Observation {
  return { id, child: 'c', by, at: new Date(START + day * DAY + pair * 4000).toISOString(), kind, gpc: PAIRS[pair]!, outcome };
}
const at = (day: number): string => new Date(START + day * DAY).toISOString();
/** What a grid of eleven points and a fit of two moments may leave of either direction. */
const GRAIN = 0.01;

describe('the direction of an answer', () => {
  it('wrong lowers or leaves, right raises or leaves, of every kind', () => {
    fc.assert(
      fc.property(
        fc.array(answer, { minLength: 0, maxLength: 60 }),
        fc.nat(PAIRS.length - 1),
        fc.constantFrom(...KINDS),
        (before, pair, kind) => {
          const list = before.map(observation);
          const one = (outcome: Outcome): Observation => make({ id: 'last', day: 82, pair, kind, outcome, by: 'ann' });
          // an answer long ago that counts for nothing but makes the pair one that is held
          const held = make({ id: 'first', day: 0, pair, kind: 'see-say', outcome: 'right', by: 'bo' });
          const p = (more: readonly Observation[]): number => estimate([held, ...list, ...more], { asOf: at(84) }).get(PAIRS[pair]!)!.p;
          const now = p([]);
          expect(p([one('wrong')])).toBeLessThanOrEqual(now + GRAIN);
          expect(p([one('no answer')])).toBeLessThanOrEqual(now + GRAIN);
          expect(p([one('right')])).toBeGreaterThanOrEqual(now - GRAIN);
        },
      ),
      { numRuns: 150 },
    );
  });

  it.each(KINDS)('wrong again and again by %s ends below where it began, and never as more than it was', (kind) => {
    const first = PAIRS.map((_gpc, k) =>
      make({ id: `f${k}`, day: 0, pair: k, kind: 'see-say', outcome: k % 3 === 0 ? 'wrong' : 'right', by: 'ann' }),
    );
    const list = [...first];
    let last = 1;
    for (let n = 0; n < 6; n += 1) {
      list.push(make({ id: `n${n}`, day: 7 + 2 * n, pair: 3, kind, outcome: 'wrong', by: 'bo' }));
      const { p } = estimate(list, { asOf: at(8 + 2 * n) }).get(PAIRS[3]!)!;
      expect(p).toBeLessThanOrEqual(last + GRAIN);
      last = p;
    }
    // some of it is guessing
    expect(last).toBeLessThan(0.35);
  });
});
