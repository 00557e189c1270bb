/** What logged sessions worked on: it may raise what is believed a little, never makes anything known by itself, and an answer tells. */
import { TEACHING_ORDERS } from '@sapling/data';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CoreError, estimate, judgeRecall, nextCard, type Gpc, type Observation, type Outcome } from '../src/index.js';
import { estimateOver, foretell, judge, type LoggedTeaching } from '../src/judgement/index.js';

const DAY = 86_400_000;
const START = Date.parse('2026-09-07T09:00:00Z');
const PAIRS: readonly Gpc[] = TEACHING_ORDERS[0]!.steps.slice(0, 24).flatMap((s) => s.gpcs);
const at = (day: number): string => new Date(START + day * DAY).toISOString();
const answer = (day: number, gpc: Gpc, outcome: Outcome, k = 0): Observation => ({
  id: `${day} ${gpc} ${k}`,
  child: 'c',
  by: 'ann',
  at: new Date(START + day * DAY + k * 4000).toISOString(),
  kind: 'see-say',
  gpc,
  outcome,
});
/** A child of whom all but the first five pairs were missed, twice. */
const lost = [0, 7].flatMap((day) => PAIRS.map((gpc, k) => answer(day, gpc, k < 5 ? 'right' : 'wrong', k)));
const [gap, other] = [PAIRS[12]!, PAIRS[13]!];
const sessions = (gpcs: readonly Gpc[], days: readonly number[]): LoggedTeaching[] =>
  days.flatMap((day) => gpcs.map((gpc) => ({ gpc, at: at(day) })));

describe('logged teaching', () => {
  it('raises what is believed of its pair a little, and leaves the others', () => {
    // one miss beside much that is known: open either way
    const open = PAIRS[8]!;
    const list = PAIRS.slice(0, 12).map((gpc, k) => answer(0, gpc, gpc === open ? 'wrong' : 'right', k));
    const before = estimate(list, { asOf: at(10) });
    const after = estimate(list, { asOf: at(10), teaching: sessions([open], [8]) });
    const [was, now] = [before.get(open)!, after.get(open)!];
    expect(now.p).toBeGreaterThan(was.p + 0.01);
    expect(now.p).toBeLessThan(was.p + 0.1);
    expect(now.basedOn).toBe(was.basedOn);
    expect(now.lastSeen).toBe(was.lastSeen);
    for (const gpc of PAIRS.slice(0, 8)) {
      expect(after.get(gpc)!.known).toBeCloseTo(before.get(gpc)!.known, 9);
      expect(after.get(gpc)!.state).toBe(before.get(gpc)!.state);
    }
  });

  it('whatever was seen: a session never lowers its pair, and many that nobody looked after make nothing known', () => {
    const outcome = fc.constantFrom<Outcome>('right', 'slow', 'wrong', 'no answer');
    fc.assert(
      fc.property(
        fc.array(fc.record({ day: fc.nat(20), pair: fc.nat(PAIRS.length - 1), outcome }), { minLength: 1, maxLength: 40 }),
        fc.array(fc.integer({ min: 21, max: 60 }), { minLength: 1, maxLength: 30 }),
        (answers, days) => {
          const list = answers.map((a, k) => answer(a.day, PAIRS[a.pair]!, a.outcome, k));
          const pair = list[0]!.gpc!;
          const found = (more: readonly number[]) => estimate(list, { asOf: at(61), teaching: sessions([pair], more) }).get(pair)!;
          const [none, one, all] = [found([]), found([Math.max(...days)]), found(days)];
          expect(one.p).toBeGreaterThanOrEqual(none.p - 0.005);
          expect(all.p).toBeGreaterThanOrEqual(none.p - 0.005);
          if (none.state !== 'secure') expect(all.state).not.toBe('secure');
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a child who knows little gains little by two months of sessions in which nobody looked', () => {
    const taught = PAIRS.slice(5);
    const weekly = sessions(
      taught,
      Array.from({ length: 8 }, (_, k) => 9 + 7 * k),
    );
    const [before, after] = estimateOver(lost, [at(8), at(66)], { teaching: weekly });
    const known = (states: typeof before): number => taught.reduce((sum, gpc) => sum + states!.get(gpc)!.known, 0);
    // of two dozen pairs; without a bound on what teaching alone may say it would be most of them
    expect(known(after) - known(before)).toBeLessThan(taught.length / 8);
    for (const gpc of taught) expect(after!.get(gpc)!.p).toBeLessThan(0.5);
  });

  it('gives way to what is seen: missed afterwards it is a gap again, right afterwards likelier known than untaught', () => {
    const teaching = sessions([gap], [8, 10, 12]);
    const then = (outcome: Outcome, more: readonly LoggedTeaching[]) =>
      estimate([...lost, answer(14, gap, outcome), answer(16, gap, outcome)], { asOf: at(17), teaching: more }).get(gap)!;
    expect(then('wrong', teaching).state).toBe('gap');
    expect(then('right', teaching).p).toBeGreaterThan(then('right', []).p);
  });

  it('counts what lies before the day that is asked for, in whatever order it comes, and holds nothing of pairs never seen', () => {
    const teaching = sessions([gap, other], [8, 12]);
    const asked = { asOf: at(13), teaching };
    expect(estimate(lost, { ...asked, teaching: [...teaching].reverse() })).toEqual(estimate(lost, asked));
    expect(estimate(lost, { asOf: at(10), teaching })).toEqual(estimate(lost, { asOf: at(10), teaching: sessions([gap, other], [8]) }));
    const [then, now] = estimateOver(lost, [at(10), at(13)], { teaching });
    expect(then).toEqual(estimate(lost, { asOf: at(10), teaching }));
    expect(now).toEqual(estimate(lost, asked));
    const few = lost.filter((o) => o.gpc !== gap);
    expect(estimate(few, asked).has(gap)).toBe(false);
    expect(estimate([], asked).size).toBe(0);
  });

  it('reaches judging of pairs and skills together and the foretelling, and refuses a time that is none', () => {
    const teaching = sessions([gap], [8]);
    const evidence = { pairs: lost, skills: [], words: [] };
    expect(judge(evidence, { asOf: at(10), teaching }).pairs.get(gap)).toEqual(estimate(lost, { asOf: at(10), teaching }).get(gap));
    const next = [...lost, answer(10, gap, 'right')];
    expect(foretell(next, { teaching }).at(-1)!.p).toBeGreaterThan(foretell(next).at(-1)!.p);
    const never = [{ gpc: gap, at: 'last week' }];
    expect(() => estimate(lost, { asOf: at(10), teaching: never })).toThrow(CoreError);
    expect(() => foretell(lost, { teaching: never })).toThrow(/no ISO time|not an ISO time/);
  });

  it('shows the child was at school: no break is on while sessions are logged', () => {
    const right = lost.map((o) => ({ ...o, outcome: 'right' as const }));
    const idle = estimate(right, { asOf: at(70) }).get(other)!;
    const taughtElse = estimate(right, { asOf: at(70), teaching: sessions([gap], [20, 34, 48, 62]) }).get(other)!;
    expect(taughtElse.p).toBeGreaterThan(idle.p);
  });
});

describe('a quick check after logged sessions', () => {
  const asked = PAIRS.slice(0, 20);
  const list = lost.filter((o) => asked.includes(o.gpc!));
  const teaching = sessions([gap], [8, 15]);

  it('goes on from what is believed of the child, to the day it is held on', () => {
    const options = { order: PAIRS, teaching };
    for (const asOf of [at(16), at(90)]) {
      const states = estimate(list, { asOf, ...options });
      for (const { gpc, p } of judgeRecall({ taught: asked, observations: list, asOf, ...options }))
        expect(p, gpc).toBeCloseTo(states.get(gpc)!.known, 9);
    }
  });

  it('believes a little more of a pair that was taught', () => {
    const told = judgeRecall({ order: PAIRS, taught: asked, observations: list, asOf: at(16), teaching });
    const untold = judgeRecall({ order: PAIRS, taught: asked, observations: list, asOf: at(16) });
    const of = (judged: typeof told, gpc: Gpc): number => judged.find((j) => j.gpc === gpc)!.p;
    expect(of(told, gap)).toBeGreaterThan(of(untold, gap));
  });

  it('is replayable: the same card whoever asks and however often, and none of a time that is none', () => {
    const input = { order: PAIRS, taught: asked, observations: list, asOf: at(16), teaching };
    const first = nextCard(input, { seed: 3 });
    nextCard({ ...input, observations: list.slice(0, 9), asOf: at(1) }, { seed: 3 });
    expect(nextCard(structuredClone(input), { seed: 3 })).toEqual(first);
    expect(() => nextCard({ ...input, teaching: [{ gpc: gap, at: 'then' }] }, { seed: 3 })).toThrow(CoreError);
  });
});
