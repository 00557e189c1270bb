/** The adaptive check, on simulated children with known truth that set none of its parameters. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answer, drawTrueChild, FITTING_SEEDS, TEACHING_ORDERS } from '@sapling/data';
import { allGpcs, believe, isCoreError, judgeRecall, nextCard, seeded, taughtAfter, type Gpc, type Observation } from '../src/index.js';

const order = TEACHING_ORDERS[0]!;
const all = allGpcs(order);
const START = Date.parse('2026-11-24T09:00:00.000Z');
const iso = (at: number): string => new Date(at).toISOString();

/** One whole check of a simulated child. */
function run(seed: number, steps: number, limits: Parameters<typeof nextCard>[0]['limits'] = {}) {
  const { gpcs: taught } = taughtAfter(order, steps);
  const child = drawTrueChild(taught, seed);
  const random = seeded(seed);
  const observations: Observation[] = [];
  for (;;) {
    const at = START + observations.length * 4000;
    const next = nextCard({ order: all, taught, observations, asOf: iso(at), limits }, { seed });
    if ('done' in next) return { taught, child, observations, done: next.done };
    observations.push(answer(child, next.gpc, at, random));
  }
}
const right = ({ taught, child, observations }: ReturnType<typeof run>): number => {
  const judged = judgeRecall({ order: all, taught, observations });
  return judged.filter((p) => p.knows === child.knows.has(p.gpc)).length / judged.length;
};
const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;

describe('the quick check', () => {
  const checks = Array.from({ length: 48 }, (_, n) => run(FITTING_SEEDS + 5000 + n, 12 + (n % 20)));
  it('agrees with the truth on 95 of 100 pairs with at most half the cards of asking everything', () => {
    for (const check of checks) expect(check.observations.length).toBeLessThanOrEqual(Math.ceil(check.taught.length / 2));
    expect(mean(checks.map(right))).toBeGreaterThan(0.95);
  });
  it('each card asked at most once, it still agrees nearly as well', () => {
    const once = Array.from({ length: 24 }, (_, n) => run(FITTING_SEEDS + 6000 + n, 12 + (n % 20), { once: true }));
    for (const check of once) expect(new Set(check.observations.map((o) => o.gpc)).size).toBe(check.observations.length);
    expect(mean(once.map(right))).toBeGreaterThan(0.94);
  });
  it('says 80 in 100 where 80 in 100 are: beliefs about pairs not asked are borne out', () => {
    const bins = new Map<number, { p: number[]; known: number }>();
    for (const { taught, child, observations } of checks)
      for (const { gpc, p, asked } of judgeRecall({ order: all, taught, observations })) {
        if (asked > 0) continue;
        const bin = Math.min(4, Math.floor(p * 5));
        const entry = bins.get(bin) ?? { p: [], known: 0 };
        entry.p.push(p);
        if (child.knows.has(gpc)) entry.known += 1;
        bins.set(bin, entry);
      }
    // these children are sharper than those the model was fitted on, so it may be less sure than it could be, never surer
    for (const { p, known } of bins.values()) {
      if (p.length < 40) continue;
      const [said, was] = [mean(p), known / p.length];
      expect(said >= 0.5 ? said - was : was - said).toBeLessThan(0.1);
    }
  });
  it('comes out the same from the same observations, in any order they arrive', () => {
    const { taught, observations } = checks[3]!;
    fc.assert(
      fc.property(fc.nat(observations.length - 1), fc.nat(1000), (n, seed) => {
        const seen = observations.slice(0, n);
        const asOf = iso(START + n * 4000);
        const a = nextCard({ order: all, taught, observations: seen, asOf }, { seed });
        expect(nextCard({ order: all, taught: [...taught].reverse(), observations: [...seen].reverse(), asOf }, { seed })).toEqual(a);
        if ('gpc' in a) expect(taught).toContain(a.gpc);
      }),
      { numRuns: 20 },
    );
  });
  it('steps down to sure cards after three wrong in a row, and ends after six', () => {
    const { gpcs: taught } = taughtAfter(order, 15);
    const observations: Observation[] = [];
    const child = { ...drawTrueChild(taught, 1), knows: new Set<Gpc>(), guess: 0, slip: 1 };
    for (let n = 0; n < 6; n += 1) {
      const next = nextCard({ order: all, taught, observations, asOf: iso(START + n * 4000) }, { seed: 1 });
      if (!('gpc' in next)) throw new Error('ended early');
      if (n >= 3) {
        const belief = believe(taught, observations).pairs;
        const p = belief.find((b) => b.gpc === next.gpc)!.p;
        const resting = observations.slice(-3).map((o) => o.gpc);
        expect(p).toBeGreaterThanOrEqual(Math.max(...belief.filter((b) => !resting.includes(b.gpc)).map((b) => b.p)) - 0.1);
      }
      observations.push(answer(child, next.gpc, START + n * 4000, seeded(n)));
    }
    expect(nextCard({ order: all, taught, observations, asOf: iso(START + 60_000) }, { seed: 1 })).toEqual({ done: 'had enough' });
  });
  it('ends when the minutes are over, when nothing was taught, and refuses what it cannot use', () => {
    const { taught, observations } = checks[0]!;
    const seen = observations.slice(0, 3);
    expect(nextCard({ order: all, taught, observations: seen, asOf: iso(START + 180_000), limits: { minutes: 3 } }, { seed: 1 })).toEqual({
      done: 'time is up',
    });
    expect(nextCard({ order: all, taught: [], observations: [], asOf: iso(START) }, { seed: 1 })).toEqual({ done: 'nothing taught' });
    for (const [input, field] of [
      [{ order: all, taught, observations: seen, asOf: 'noon' }, 'asOf'],
      [{ order: all, taught, observations: [seen[0]!, { ...seen[1]!, child: 'other' }], asOf: iso(START) }, 'observations'],
    ] as const)
      try {
        nextCard(input, { seed: 1 });
        expect.unreachable();
      } catch (error) {
        expect(isCoreError(error) && error.field).toBe(field);
      }
  });
  it('a right answer never lowers a belief, and a wrong one never raises it', () => {
    const { gpcs: taught } = taughtAfter(order, 10);
    fc.assert(
      fc.property(
        fc.array(fc.record({ k: fc.nat(taught.length - 1), right: fc.boolean() }), { maxLength: 12 }),
        fc.nat(taught.length - 1),
        (past, k) => {
          const make = (list: typeof past): Observation[] =>
            list.map((o, n) => ({
              id: String(n).padStart(3, '0'),
              child: 'c',
              by: 'b',
              at: iso(START + n * 1000),
              kind: 'see-say',
              gpc: taught[o.k]!,
              outcome: o.right ? 'right' : 'wrong',
            }));
          const p = (list: typeof past): number => believe(taught, make(list)).pairs[k]!.p;
          expect(p([...past, { k, right: true }])).toBeGreaterThanOrEqual(p(past) - 0.02);
          expect(p([...past, { k, right: false }])).toBeLessThanOrEqual(p(past) + 0.02);
        },
      ),
      { numRuns: 30 },
    );
  });
});

describe('what earlier checks said', () => {
  const { gpcs: taught } = taughtAfter(order, 22);
  const day = 86_400_000;
  const one = (seed: number, before: readonly Observation[], child = drawTrueChild(taught, seed), atLeast = 8) => {
    const random = seeded(seed + 7);
    const own: Observation[] = [];
    for (;;) {
      const at = START + own.length * 4000;
      const limits = { since: iso(START), once: true, atLeast };
      const next = nextCard({ order: all, taught, observations: [...before, ...own], asOf: iso(at), limits }, { seed });
      if ('done' in next) break;
      own.push(answer(child, next.gpc, at, random));
    }
    const judged = judgeRecall({ order: all, taught, observations: [...before, ...own] });
    return { cards: own.length, right: judged.filter((p) => p.knows === child.knows.has(p.gpc)).length / judged.length };
  };
  const earlier = (seed: number, daysAgo: number): { child: ReturnType<typeof drawTrueChild>; before: Observation[] } => {
    const child = drawTrueChild(taught, seed);
    const random = seeded(seed);
    return { child, before: taught.map((gpc, k) => answer(child, gpc, START - daysAgo * day + k * 4000, random)) };
  };
  const seeds = Array.from({ length: 10 }, (_, n) => FITTING_SEEDS + 8000 + n);

  it('saves cards, is never all there is to it, and still agrees with the truth', () => {
    const fresh = seeds.map((seed) => one(seed, []));
    const known = seeds.map((seed) => one(seed, earlier(seed, 10).before));
    expect(mean(known.map((r) => r.cards))).toBeLessThan(mean(fresh.map((r) => r.cards)));
    for (const { cards } of known) expect(cards).toBeGreaterThanOrEqual(8);
    expect(mean(known.map((r) => r.right))).toBeGreaterThan(0.95);
  });

  it('counts for less with time: an old check moves what is believed less than a new one', () => {
    const seed = seeds[0]!;
    const asked = taught[taught.length >> 1]!;
    const right = (daysAgo: number): Observation => ({ ...earlier(seed, daysAgo).before[0]!, gpc: asked, outcome: 'right' });
    const newest: Observation = { ...answer(drawTrueChild(taught, seed), taught[0]!, START, seeded(1)), gpc: taught[0]!, outcome: 'right' };
    const p = (daysAgo: number): number => believe(taught, [right(daysAgo), newest]).pairs.find((pair) => pair.gpc === asked)!.p;
    expect(p(1)).toBeGreaterThan(p(60));
    expect(p(60)).toBeGreaterThan(p(300));
  });
});
