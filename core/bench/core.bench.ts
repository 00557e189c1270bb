/** What the core's heavy steps cost and how they grow: medians of several runs, and the ratio to half the size. */
import { readFile } from 'node:fs/promises';
import { gunzipSync, gzipSync } from 'node:zlib';
import { demoSchool, TEACHING_ORDERS, TEXTS } from '@sapling/data';
import {
  alternativeSpellings,
  chooseSentences,
  countRule,
  listenAndFind,
  makeMadeUpWords,
  orderCurve,
  rimeFamilies,
  SPELLING_RULES,
  textReport,
  wordChain,
  wordsOf,
  wordsWithEndings,
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
const order20 = taughtAfter(order, 20);
grow('text report of 1,000 words, children', [15, 30, 60], (children) => {
  const thousand = TEXTS.map((t) => t.text)
    .join(' ')
    .split(/\s+/)
    .slice(0, 1000)
    .join(' ');
  const readers = Array.from({ length: children }, (_, k) => ({ id: String(k), taught: taughtAfter(order, 1 + (k % order.steps.length)) }));
  return () => void textReport(lexicon, thousand, readers);
});
{
  const running = TEXTS.map((t) => t.text).join(' ');
  const words = wordsOf(running).length;
  const long = `${running} `.repeat(Math.ceil(40_000 / words));
  const fresh = await loadLexicon();
  const begun = performance.now();
  const cold = textReport(fresh, long, [{ id: 'x', taught: order20 }]).words.length;
  console.log(
    `text report, nothing cached: ${Math.round((1000 * cold) / (performance.now() - begun)).toLocaleString('en')} words a second over ${cold} words`,
  );
}
for (const share of [0.25, 0.5, 1]) {
  const bytes = await readFile(new URL('../lexicon/lexicon.bin', import.meta.url));
  const [header, ...lines] = gunzipSync(bytes).toString('utf8').trimEnd().split('\n');
  const part = gzipSync([header, ...lines.slice(0, Math.round(lines.length * share))].join('\n'));
  const begun = performance.now();
  const loaded = await loadLexicon(new Uint8Array(part));
  console.log(
    `lexicon of ${loaded.size} words: loads in ${(performance.now() - begun).toFixed(0)} ms, ${(part.length / 1024).toFixed(0)} kB`,
  );
}
const tools: [string, () => unknown][] = [
  ['makeMadeUpWords', () => makeMadeUpWords(lexicon, { taught: order20, shape: 'CVC', count: 20, seed: 1 })],
  ['wordChain', () => wordChain(lexicon, { taught: order20, length: 10, seed: 1 })],
  ['listenAndFind', () => listenAndFind(lexicon, { target: 'pin', taught: order20, seed: 1 })],
  ['rimeFamilies', () => rimeFamilies(lexicon, { taught: order20, limit: 12 })],
  ['alternativeSpellings', () => alternativeSpellings(lexicon, { sound: 'ay', taught: order20, perSpelling: 9 })],
  ['wordsWithEndings', () => wordsWithEndings(lexicon, { taught: order20, limit: 16, seed: 1 })],
  ['chooseSentences', () => chooseSentences(lexicon, { texts: TEXTS, taught: order20, focus: [], limit: 10, seed: 1 })],
  ['orderCurve', () => orderCurve(lexicon, order.steps)],
  ['all rules counted', () => SPELLING_RULES.map((rule) => countRule(lexicon, rule))],
];
for (const [name, run] of tools) console.log(`${name}: ${median(() => void run()).toFixed(1)} ms`);
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
