/** A check asks again with one answer more at every card: going on from the record asked for before says what going through all of it says. */
import { drawPupil, MIND_KINDS } from '@sapling/data';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Observation } from '../src/index.js';
import { recallBelief, type RecallBelief, type RecallBeliefOptions } from '../src/judgement/recall-model.js';

const pupils = MIND_KINDS.map((mind) => drawPupil(mind, 34_001));
const said = ({ pairs, surprises, expectedWrong, tells }: RecallBelief) => ({
  pairs,
  surprises,
  expectedWrong,
  tells: pairs.map((_, k) => tells(k)),
});
/** As if nothing had been asked before: another row of pairs is another record. */
function afresh(pairs: readonly string[], list: readonly Observation[], options: RecallBeliefOptions = {}) {
  recallBelief(pairs.slice(0, 2), []);
  return said(recallBelief(pairs, list, options));
}

describe('a record that goes on', () => {
  it('card by card, with a mark taken back or put otherwise between, says the same as all at once', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...pupils),
        fc.array(fc.record({ to: fc.integer({ min: 0, max: 60 }), gone: fc.nat(60), other: fc.boolean() }), { minLength: 1, maxLength: 5 }),
        ({ order, observations }, looks) => {
          const pairs = order.slice(0, 25);
          for (const { to, gone, other } of looks) {
            // records come from the device as new objects each time
            const list = structuredClone(observations.slice(0, to));
            if (gone < list.length) {
              if (other) list[gone] = { ...list[gone]!, outcome: list[gone]!.outcome === 'right' ? 'wrong' : 'right' };
              else list.splice(gone, 1);
            }
            const now = said(recallBelief(pairs, list));
            expect(now).toEqual(afresh(pairs, list));
            recallBelief(pairs, list);
          }
        },
      ),
      { numRuns: 25 },
    );
  });
  it('grows with the new answer alone', () => {
    const { order, observations } = pupils[0]!;
    const pairs = order.slice(0, 25);
    for (let n = 0; n <= 40; n += 1) {
      const now = recallBelief(pairs, observations.slice(0, n));
      if (n % 10 === 0) {
        expect(said(now)).toEqual(afresh(pairs, observations.slice(0, n)));
        recallBelief(pairs, observations.slice(0, n));
      }
    }
  });
  it('past sessions and idle weeks, to any moment and back, says the same as all at once', () => {
    const look = fc.record({
      to: fc.integer({ min: 0, max: 60 }),
      idle: fc.constantFrom(0, 0.01, 3, 40),
      sessions: fc.nat(20),
      dated: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...pupils),
        fc.array(look, { minLength: 1, maxLength: 6 }),
        ({ order, observations, teaching }, looks) => {
          const pairs = order.slice(0, 25);
          for (const { to, idle, sessions, dated } of looks) {
            const list = observations.slice(0, to);
            const last = Date.parse(observations[Math.max(0, to - 1)]!.at);
            const options = {
              teaching: structuredClone(teaching.slice(0, sessions)),
              ...(dated ? { asOf: new Date(last + idle * 86_400_000).toISOString() } : {}),
            };
            const now = said(recallBelief(pairs, list, options));
            expect(now).toEqual(afresh(pairs, list, options));
            recallBelief(pairs, list, options);
          }
        },
      ),
      { numRuns: 25 },
    );
  });
});
