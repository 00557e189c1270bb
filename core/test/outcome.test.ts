/** What a cycle came to: on simulated children whose true gain is known, and by its stated rules. */
import { describe, expect, it } from 'vitest';
import { answer, drawTrueChild, FITTING_SEEDS, teachingOrder, TWO_CYCLES } from '@sapling/data';
import { twoCyclesTold } from '../bench/support/outcomes.js';
import {
  estimate,
  isCoreError,
  outcomeOf,
  seeded,
  taughtAfter,
  type ChildOutcome,
  type Estimate,
  type Gpc,
  type Observation,
  type OutcomeChild,
  type PairThenNow,
} from '../src/index.js';

const { gpcs } = taughtAfter(teachingOrder('riverbank')!, 20);
const focus = [...new Set(gpcs)].slice(-8);
const state = (p: number): PairThenNow['now'] => ({ p, state: p > 0.9 ? 'secure' : p < 0.15 ? 'gap' : 'wobbly' });
const pair = (gpc: Gpc, then: number, now: number, since = 3): PairThenNow => ({ gpc, then: state(then), now: state(now), since });
const child = (id: string, pairs: PairThenNow[], attended = 10, minutes = 180): OutcomeChild => ({
  id,
  pairs,
  sessions: { held: 12, attended, minutes },
});

describe('what a cycle came to', () => {
  it('its interval of the gain holds the true gain of simulated children about as often as it says', () => {
    let inside = 0;
    let children = 0;
    let off = 0;
    const day = 86_400_000;
    const start = Date.parse('2026-10-01T09:00:00Z');
    for (let n = 0; n < 120; n += 1) {
      const random = seeded(FITTING_SEEDS + 7000 + n);
      const who = drawTrueChild(gpcs, FITTING_SEEDS + 7000 + n);
      // in the four weeks between, some of what was not known is learned: the true gain
      const learned = new Set(focus.filter((g) => !who.knows.has(g) && random() < 0.6));
      const later = { ...who, knows: new Set([...who.knows, ...learned]) };
      const looks = (from: number, child: typeof who): Observation[] =>
        [0, 2, 5].flatMap((d) => focus.map((g) => answer(child, g, from + d * day, random)));
      const before = looks(start, who);
      const after = looks(start + 28 * day, later);
      const at = (list: Observation[], asOf: number) => estimate(list, { asOf: new Date(asOf).toISOString() });
      const then = at(before, start + 6 * day);
      const now = at([...before, ...after], start + 34 * day);
      const known = ({ state, known: p }: Estimate) => ({ state, p });
      const pairs = focus.map((gpc): PairThenNow => ({ gpc, then: known(then.get(gpc)!), now: known(now.get(gpc)!), since: 3 }));
      const [outcome] = outcomeOf({ children: [child('c', pairs)], taught: focus, days: 34 }).children;
      if (outcome!.open.length < 2) continue;
      const truth = outcome!.open.filter((g) => learned.has(g)).length;
      children += 1;
      off += outcome!.gain.expected - truth;
      if (truth >= outcome!.gain.low - 1e-9 && truth <= outcome!.gain.high + 1e-9) inside += 1;
    }
    expect(children).toBeGreaterThan(40);
    expect(inside / children).toBeGreaterThan(0.8);
    // no systematic flattery: on average within a third of a pair
    expect(off / children).toBeLessThan(0.34);
    expect(off / children).toBeGreaterThan(-0.6);
  });

  it('a pair that seemed half known at the start and was missed in every session since was not known then: what is gained is said', () => {
    for (const [name, least] of [
      ['knows 24, learns all 8 of the focus', 0.75],
      ['knows 24, learns 4 of 8', 0.7],
    ] as const) {
      const child = TWO_CYCLES.find((c) => c.name === name)!;
      const rows = Array.from({ length: 10 }, (_, k) => twoCyclesTold(child, 'all', 5_001 + k));
      const said = rows.reduce((sum, r) => sum + r.gain.expected, 0) / rows.length;
      expect(said / child.learns, name).toBeGreaterThan(least);
      expect(said / child.learns, name).toBeLessThan(1.1);
      expect(rows.filter((r) => r.truth <= r.gain.high).length, name).toBeGreaterThanOrEqual(7);
    }
    const none = TWO_CYCLES.find((c) => c.name === 'knows 24, learns nothing')!;
    const rows = Array.from({ length: 10 }, (_, k) => twoCyclesTold(none, 'all', 5_001 + k));
    expect(rows.every((r) => r.gain.low === 0 && !r.minutes)).toBe(true);
    expect(Math.max(...rows.map((r) => r.gain.expected))).toBeLessThan(1);
  });

  it('says closed, still open and not taught apart; minutes for each pair only where something was surely gained', () => {
    const out = outcomeOf({
      children: [
        child('a', [pair('ai:ay', 0.05, 0.97), pair('oa:oh', 0.08, 0.98), pair('igh:igh', 0.05, 0.1, 0), pair('sh:sh', 0.97, 0.98)]),
      ],
      taught: ['ai:ay', 'oa:oh'],
      days: 28,
    });
    expect(out.children[0]).toMatchObject({ closed: ['ai:ay', 'oa:oh'], still: [], notTaught: ['igh:igh'], advice: 'on the way' });
    expect(out.notTaught).toEqual(['igh:igh', 'sh:sh']);
    expect(out.done).toEqual(['ai:ay', 'oa:oh', 'sh:sh']);
    const { minutesPerPair, gain } = out.children[0]!;
    expect(minutesPerPair!.expected).toBeCloseTo(180 / gain.expected);
    expect(minutesPerPair!.low).toBeLessThan(minutesPerPair!.expected);
    expect(outcomeOf({ children: [child('b', [pair('ai:ay', 0.4, 0.5)])], taught: ['ai:ay'], days: 28 }).minutesPerPair).toBeNull();
  });

  it('advice follows its rules: all secure leaves; flat after enough teaching needs something else; unseen is checked first; too early says nothing', () => {
    const advice = (pairs: PairThenNow[], attended: number, days: number): string =>
      outcomeOf({ children: [child('a', pairs, attended)], taught: ['ai:ay', 'oa:oh', 'igh:igh'], days }).children[0]!.advice;
    const flat = [pair('ai:ay', 0.04, 0.05), pair('oa:oh', 0.05, 0.05), pair('igh:igh', 0.04, 0.06)];
    expect(advice([pair('ai:ay', 0.3, 0.97), pair('oa:oh', 0.95, 0.97)], 4, 10)).toBe('ready to leave');
    expect(advice(flat, 8, 28)).toBe('needs something else');
    expect(advice(flat, 3, 28)).toBe('on the way');
    expect(advice(flat, 8, 7)).toBe('on the way');
    expect(
      advice(
        flat.map((p) => ({ ...p, since: 0 })),
        8,
        28,
      ),
    ).toBe('check first');
    expect(advice([pair('ai:ay', 0.05, 0.9), ...flat.slice(1)], 8, 28)).toBe('on the way');
    // learned before the summer and not looked at since: neither ready to leave nor in need of something else
    const due = (gpc: Gpc): PairThenNow => ({ ...pair(gpc, 0.05, 0.8), now: { p: 0.8, state: 'wobbly', due: true } });
    expect(advice([due('ai:ay'), due('oa:oh'), pair('igh:igh', 0.3, 0.97)], 8, 80)).toBe('check first');
    expect(advice([due('ai:ay'), pair('oa:oh', 0.05, 0.5)], 8, 80)).toBe('on the way');
    const [{ closed, due: again, still }] = outcomeOf({
      children: [child('a', [due('ai:ay'), pair('oa:oh', 0.05, 0.5), pair('igh:igh', 0.3, 0.97)])],
      taught: ['ai:ay', 'oa:oh', 'igh:igh'],
      days: 80,
    }).children as [ChildOutcome];
    expect({ closed, again, still }).toEqual({ closed: ['igh:igh'], again: ['ai:ay'], still: ['oa:oh'] });
    try {
      outcomeOf({ children: [], taught: [], days: 1 });
      expect.unreachable();
    } catch (error) {
      expect(isCoreError(error) && error.code).toBe('empty');
    }
  });
});
