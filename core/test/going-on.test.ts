/** A check asks again with one answer more at every card: going on from the record asked for before says what going through all of it says. */
import { drawPupil, MIND_KINDS } from '@sapling/data';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Observation } from '../src/index.js';
import { recallBelief, type RecallBelief } from '../src/judgement/recall-model.js';

const pupils = MIND_KINDS.map((mind) => drawPupil(mind, 34_001));
const said = ({ pairs, surprises, expectedWrong, tells }: RecallBelief) => ({
  pairs,
  surprises,
  expectedWrong,
  tells: pairs.map((_, k) => tells(k)),
});
/** As if nothing had been asked before: another row of pairs is another record. */
function afresh(pairs: readonly string[], list: readonly Observation[]) {
  recallBelief(pairs.slice(0, 2), []);
  return said(recallBelief(pairs, list));
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
});
