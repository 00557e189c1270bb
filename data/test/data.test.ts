import { describe, expect, it } from 'vitest';
import { loadLexicon } from '@sapling/core';
import { allGpcs, decodability, taughtAfter } from '@sapling/core/phonics';
import { demoSchool, KNOWN_STAGE, TEACHING_ORDERS } from '../src/index.js';

const AS_OF = '2026-11-24T10:00:00.000Z';

describe('the teaching order', () => {
  const order = TEACHING_ORDERS[0]!;
  it('has at least 60 pairs and 40 irregular words in steps, each once', () => {
    const gpcs = order.steps.flatMap((s) => [...s.gpcs]);
    const words = order.steps.flatMap((s) => [...s.words]);
    expect(new Set(gpcs).size).toBe(gpcs.length);
    expect(new Set(words).size).toBe(words.length);
    expect(allGpcs(order).length).toBeGreaterThanOrEqual(60);
    expect(words.length).toBeGreaterThanOrEqual(40);
    for (const step of order.steps) expect(step.gpcs.length + step.words.length).toBeGreaterThan(0);
  });
  it('knows every pair it teaches, and ends with most common words readable', async () => {
    const lexicon = await loadLexicon();
    for (const gpc of allGpcs(order)) expect(lexicon.pairIndex.has(gpc), gpc).toBe(true);
    const text = 'The rain came down and the big dog ran into the house to get out of the wet. He shook, and then he slept by the fire.';
    expect(decodability(lexicon, text, taughtAfter(order, order.steps.length)).share).toBeGreaterThan(0.85);
    expect(decodability(lexicon, text, taughtAfter(order, 4)).share).toBeLessThan(0.6);
  });
});

describe('the demo school', () => {
  const school = demoSchool({ asOf: AS_OF });
  it('is one school of three classes, about forty children and six colleagues, all with names of their own', () => {
    expect(school.classes).toHaveLength(3);
    expect(school.children).toHaveLength(40);
    expect(school.colleagues).toHaveLength(6);
    expect(new Set(school.colleagues.map((c) => c.role)).size).toBe(4);
    expect(new Set(school.children.map((c) => `${c.givenName} ${c.familyName}`)).size).toBe(40);
  });
  it('comes out the same for the same seed and moment, and differs for another', () => {
    expect(demoSchool({ asOf: AS_OF })).toEqual(school);
    expect(demoSchool({ asOf: AS_OF, seed: 7 }).observations).not.toEqual(school.observations);
  });
  it('has six weeks of history on school days, none of it in the future, with ids in order of time', () => {
    const times = school.observations.map((o) => Date.parse(o.at));
    const end = Date.parse(AS_OF);
    expect(Math.max(...times)).toBeLessThan(end);
    expect(Math.min(...times)).toBeGreaterThan(end - 50 * 86_400_000);
    expect((Math.max(...times) - Math.min(...times)) / 86_400_000).toBeGreaterThan(28);
    for (const o of school.observations) expect([1, 2, 3, 4, 5]).toContain(new Date(o.at).getUTCDay());
    expect(new Set(school.observations.map((o) => o.id)).size).toBe(school.observations.length);
  });
  it('asks of each child only what their class was taught, by somebody who teaches them', () => {
    for (const child of school.children) {
      const schoolClass = school.classes.find((c) => c.id === child.classId)!;
      const taught = new Set(taughtAfter(TEACHING_ORDERS[0]!, schoolClass.taughtSteps).gpcs);
      for (const o of school.observations.filter((x) => x.child === child.id)) {
        expect(taught.has(o.gpc!)).toBe(true);
        expect(school.colleagues.find((c) => c.id === o.by)!.classIds).toContain(child.classId);
      }
    }
  });
  it('answers follow the hidden truth: what is there comes right, what is not does not, and what is half there does half of the time', () => {
    const right = { there: [0, 0], half: [0, 0], not: [0, 0] };
    for (const o of school.observations) {
      const stages = school.hidden.get(o.child)!.stages.get(o.gpc!)!;
      const [low, high] = [Math.min(...stages), Math.max(...stages)];
      const tally = low > KNOWN_STAGE ? right.there : high < 2 ? right.not : low >= 2 && high <= KNOWN_STAGE ? right.half : null;
      if (!tally) continue;
      tally[1] = tally[1]! + 1;
      if (['right', 'slow', 'put right'].includes(o.outcome)) tally[0] = tally[0]! + 1;
    }
    const share = ([came, of]: readonly number[]): number => came! / of!;
    expect(share(right.there)).toBeGreaterThan(0.9);
    expect(share(right.not)).toBeLessThan(0.15);
    expect(right.half[1]).toBeGreaterThan(100);
    expect(share(right.half)).toBeGreaterThan(0.35);
    expect(share(right.half)).toBeLessThan(0.85);
  });
});
