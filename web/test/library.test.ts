import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TEACHING_ORDERS } from '@sapling/data';
import {
  addStep,
  movePair,
  moveStep,
  nudgePair,
  placeOf,
  removePair,
  removeStep,
  setWords,
  shiftPair,
} from '../src/library/order-draft.js';
import { fromMarkdown } from '../src/library/open-file.js';

describe('changing a teaching order', () => {
  const steps = TEACHING_ORDERS[1]!.steps;
  const pairs = steps.flatMap((s) => [...s.gpcs]);
  it('loses and doubles no pair, whatever is moved where', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            fc.record({ do: fc.constant('move' as const), pair: fc.nat(pairs.length - 1), step: fc.nat(steps.length - 1), at: fc.nat(3) }),
            fc.record({
              do: fc.constantFrom('nudge' as const, 'shift' as const),
              pair: fc.nat(pairs.length - 1),
              by: fc.constantFrom(-1 as const, 1 as const),
            }),
            fc.record({ do: fc.constant('swap' as const), step: fc.nat(steps.length - 1), by: fc.constantFrom(-1 as const, 1 as const) }),
            fc.record({ do: fc.constant('add' as const), step: fc.nat(steps.length - 1) }),
          ),
          { maxLength: 20 },
        ),
        (changes) => {
          let now = steps;
          for (const c of changes) {
            if (c.do === 'move') now = movePair(now, pairs[c.pair]!, { step: c.step, at: Math.min(c.at, now[c.step]!.gpcs.length) });
            else if (c.do === 'nudge') now = nudgePair(now, pairs[c.pair]!, c.by);
            else if (c.do === 'shift') now = shiftPair(now, pairs[c.pair]!, c.by);
            else if (c.do === 'swap') now = moveStep(now, c.step, c.by);
            else if (c.do === 'add') now = addStep(now, c.step);
          }
          expect(now.flatMap((s) => [...s.gpcs]).sort()).toEqual([...pairs].sort());
        },
      ),
    );
  });
  it('nudges along the order one place at a time, over the edge of a step, and back', () => {
    const start = [
      { name: 'A', gpcs: ['a:a', 'b:b'], words: [] },
      { name: 'B', gpcs: ['c:k'], words: ['the'] },
    ];
    const once = nudgePair(start, 'a:a', 1);
    expect(once[0]!.gpcs).toEqual(['b:b', 'a:a']);
    const twice = nudgePair(once, 'a:a', 1);
    expect(twice.map((s) => s.gpcs)).toEqual([['b:b'], ['a:a', 'c:k']]);
    expect(nudgePair(twice, 'a:a', -1)).toEqual(once);
    expect(nudgePair(start, 'a:a', -1)).toBe(start);
    expect(placeOf(twice, 'a:a')).toEqual({ step: 1, at: 0 });
    expect(removePair(start, 'b:b')[0]!.gpcs).toEqual(['a:a']);
    expect(removeStep(start, 0)).toEqual([start[1]]);
    expect(setWords(start, 0, ['the', 'the']).map((s) => s.words)).toEqual([['the'], []]);
  });
});

describe('Markdown', () => {
  it('leaves its words and drops its marks', () => {
    const text =
      '---\ntitle: X\n---\n# The pond\n\nA **big** frog _sat_ on a [log](http://x.example).\n\n- one\n2. two\n\n> said `he`\n\n![a picture](x.png)\n\n```\ncode\n```\n';
    expect(fromMarkdown(text).replace(/\s+/g, ' ').trim()).toBe('The pond A big frog sat on a log. one two said he');
  });
  it('leaves plain text as it is', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('the', 'frog', 'sat.', 'a-b', 'it’s', '5'), { maxLength: 12 }), (words) => {
        expect(fromMarkdown(words.join(' '))).toBe(words.join(' '));
      }),
    );
  });
});
