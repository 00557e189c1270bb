/** What the core's heavy steps cost and how they grow: medians of several runs, and the ratio to half the size. */
import { demoSchool, TEACHING_ORDERS } from '@sapling/data';
import {
  decodability,
  estimate,
  findWords,
  formGroups,
  loadLexicon,
  planSession,
  seeded,
  taughtAfter,
  type Observation,
} from '../src/index.js';

const RUNS = 7;
function median(work: () => void): number {
  work();
  const times = Array.from({ length: RUNS }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
  return times.sort((a, b) => a - b)[RUNS >> 1]!;
}
function grow(name: string, sizes: readonly number[], work: (size: number) => () => void): void {
  let last = 0;
  const parts = sizes.map((size) => {
    const ms = median(work(size));
    const text = `${size}: ${ms.toFixed(2)} ms${last > 0 ? ` (x${(ms / last).toFixed(1)})` : ''}`;
    last = ms;
    return text;
  });
  console.log(`${name}: ${parts.join(', ')}`);
}

const from = performance.now();
const lexicon = await loadLexicon();
console.log(`Lexicon: ${[...lexicon.words()].length} words loaded in ${(performance.now() - from).toFixed(0)} ms`);

const order = TEACHING_ORDERS[0]!;
const taught = taughtAfter(order, 14);
const text = 'The rain came down on the big red barn and the dog ran in to sleep by the warm stove. ';
grow('decodability, words of text', [2000, 4000, 8000], (size) => {
  const long = text.repeat(Math.ceil(size / 19));
  return () => void decodability(lexicon, long, taught);
});
grow('findWords, limit', [10, 20, 40], (limit) => () => void findWords(lexicon, { taught, limit, seed: 3 }));
grow(
  'planSession, minutes',
  [10, 20, 30],
  (minutes) => () => void planSession(lexicon, { taught, focus: taught.gpcs.slice(-2), children: [], minutes, seed: 1 }),
);

const school = demoSchool({ asOf: '2026-11-24T10:00:00.000Z' });
const byChild = school.children.map((c) => school.observations.filter((o) => o.child === c.id));
grow(
  'estimate, children',
  [10, 20, 40],
  (n) => () => byChild.slice(0, n).forEach((list: Observation[]) => void estimate(list, { asOf: '2026-11-24T10:00:00.000Z' })),
);

grow('formGroups, children', [12, 24, 48], (n) => {
  const random = seeded(n);
  const children = Array.from({ length: n }, (_, k) => ({
    id: `c${k}`,
    known: Object.fromEntries(taught.gpcs.map((gpc) => [gpc, random()])),
  }));
  return () => void formGroups({ children, taught: taught.gpcs, groups: n / 4, sizeFrom: 3, sizeTo: 6, focusSize: 4 }, { seed: 1 });
});
