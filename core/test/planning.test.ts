import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { teachingOrder } from '@sapling/data';
import {
  confusability,
  likelySlips,
  loadLexicon,
  makeStack,
  planSession,
  seeded,
  shuffled,
  taughtAfter,
  unreadable,
  type Lexicon,
} from '../src/index.js';

const order = teachingOrder('riverbank')!;
let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});

describe('the stack of a recall check', () => {
  it('asks every pair once, the same for a seed, another for another', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: order.steps.length }), fc.nat(), (steps, seed) => {
        const { gpcs } = taughtAfter(order, steps);
        const stack = makeStack(gpcs, { seed });
        expect([...stack].sort()).toEqual([...new Set(gpcs)].sort());
        expect(makeStack(gpcs, { seed })).toEqual(stack);
      }),
      { numRuns: 80 },
    );
    const { gpcs } = taughtAfter(order, 12);
    expect(makeStack(gpcs, { seed: 1 })).not.toEqual(makeStack(gpcs, { seed: 2 }));
  });

  it('seldom puts together what is easily mixed up: far less than chance would', () => {
    const { gpcs } = taughtAfter(order, 20);
    const clashes = (stack: readonly string[]): number => stack.filter((gpc, k) => k > 0 && confusability(stack[k - 1]!, gpc) > 0).length;
    let made = 0;
    let chance = 0;
    for (let seed = 0; seed < 40; seed += 1) {
      made += clashes(makeStack(gpcs, { seed }));
      chance += clashes(shuffled(gpcs, seeded(seed)));
    }
    expect(made).toBeLessThan(chance / 4);
  });

  it('refuses an empty stack', () => {
    expect(() => makeStack([], { seed: 1 })).toThrow(/Nothing has been taught/);
  });
});

describe('likely slips', () => {
  it('offers the look-alike first, never the right answer, each once, for any taught pairs', () => {
    const { gpcs } = taughtAfter(order, order.steps.length);
    for (const gpc of gpcs) {
      const slips = likelySlips(gpc, gpcs);
      expect(slips.length).toBeGreaterThan(0);
      expect(slips.length).toBeLessThanOrEqual(6);
      expect(new Set(slips.map((s) => s.said)).size).toBe(slips.length);
      expect(slips.map((s) => s.said)).not.toContain(gpc.split(':')[1]);
    }
    expect(likelySlips('b:b', ['b:b', 'd:d', 'p:p', 's:s'])[0]!.said).toMatch(/^[dp]$/);
    expect(likelySlips('sh:sh', ['sh:sh', 's:s', 'h:h']).map((s) => s.why)).toContain('digraph split');
  });
});

describe('planning a session', () => {
  it('fills exactly the minutes with words these children can read, for any step, focus, length and seed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: order.steps.length }),
        fc.integer({ min: 10, max: 30 }),
        fc.nat(1e5),
        fc.nat(60),
        (steps, minutes, seed, pick) => {
          const taught = taughtAfter(order, steps);
          const focus = [...new Set([taught.gpcs[pick % taught.gpcs.length]!, taught.gpcs[(pick * 7 + 3) % taught.gpcs.length]!])];
          const children = [{ id: 'c', known: { [taught.gpcs[0]!]: 0.3 } }];
          const plan = planSession(lexicon, { taught, focus, children, minutes, seed });
          expect(plan.parts.reduce((sum, p) => sum + p.minutes, 0)).toBe(minutes);
          expect(unreadable(lexicon, plan, taught)).toEqual([]);
          for (const part of plan.parts) {
            expect(part.minutes).toBeGreaterThan(0);
            if (part.kind === 'review') for (const gpc of part.gpcs) expect(focus).not.toContain(gpc);
            if (part.kind === 'read words' || part.kind === 'spell')
              for (const w of part.words) expect(w.focus.length, w.word).toBeGreaterThan(0);
          }
          expect(planSession(lexicon, { taught, focus, children, minutes, seed })).toEqual(plan);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('marks the odd part of an irregular word, and a word typed in with what it lacks', () => {
    const taught = taughtAfter(order, 8);
    const plan = planSession(lexicon, { taught, focus: ['s:s'], children: [], minutes: 20, seed: 1 });
    const irregular = plan.parts.find((p) => p.kind === 'irregular words')!;
    for (const w of irregular.words)
      for (const k of w.odd ?? []) expect(taught.gpcs).not.toContain(`${w.units[k]!.grapheme}:${w.units[k]!.sound}`);
    const withWord = { ...plan, parts: [{ ...plan.parts[0]!, words: [{ word: 'night', units: [], focus: [] }] }] };
    expect(unreadable(lexicon, withWord, taught)).toEqual([{ word: 'night', missing: ['igh:igh'] }]);
  });

  it('refuses no focus and lengths outside 10 to 30 minutes', () => {
    const base = { taught: taughtAfter(order, 5), children: [], seed: 1 };
    expect(() => planSession(lexicon, { ...base, focus: [], minutes: 20 })).toThrow(/at least one focus/);
    expect(() => planSession(lexicon, { ...base, focus: ['s:s'], minutes: 9 })).toThrow(/10 to 30/);
    expect(() => planSession(lexicon, { ...base, focus: ['s:s'], minutes: 12.5 })).toThrow(/10 to 30/);
  });
});
