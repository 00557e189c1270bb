/**
 * Builds the shipped lexicon: aligns every dictionary word, re-estimates the pair weights until they
 * settle, and writes core/lexicon/lexicon.bin with a report beside it. `npm run lexicon`. Reproducible:
 * the same packages give the same bytes.
 */
import { writeFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { encodeWord, pairAlphabet } from '@sapling/core/phonics';
import { align, isRare, middleE, reestimate, startingWeights, type AlignedUnit, type Weights } from './align.js';
import { rudeWords } from './unfit.js';
import { rareWords, readSources } from './sources.js';

const ROUNDS = 6;
const SETTLED = 0.0005;

const sources = readSources();
console.log(`${sources.length} spellings`);

let weights: Weights = startingWeights();
const training = sources.flatMap((s) =>
  s.pronunciations.slice(0, 1).map((phones) => ({ word: s.word, phones, weight: 1 + Math.log2(1 + s.count) })),
);
let previous = -Infinity;
for (let round = 1; round <= ROUNDS; round += 1) {
  const result = reestimate(training, weights);
  const change = Math.abs((result.total - previous) / result.total);
  console.log(`round ${round}: aligned ${result.aligned}, score ${result.total.toFixed(0)}, change ${change.toFixed(5)}`);
  weights = result.weights;
  previous = result.total;
  if (change < SETTLED) break;
}

interface Done {
  word: string;
  count: number;
  flags: string;
  alternatives: AlignedUnit[][];
  rare: boolean;
}
const done: Done[] = [];
const failed: string[] = [];
for (const source of sources) {
  const alternatives: { units: AlignedUnit[]; rare: boolean }[] = [];
  for (const phones of source.pronunciations) {
    const result = align(source.word, phones, weights);
    if (!result) continue;
    const key = result.units.map((u) => `${u.grapheme}:${u.sound}`).join(' ');
    if (!alternatives.some((a) => a.units.map((u) => `${u.grapheme}:${u.sound}`).join(' ') === key)) alternatives.push(result);
  }
  // a reading with a silent e inside the word stands behind one that sounds it (*temperature*)
  if (!source.reviewed) alternatives.sort((a, b) => Number(a.units.some(middleE)) - Number(b.units.some(middleE)));
  if (alternatives.length === 0) {
    failed.push(source.word);
    continue;
  }
  done.push({
    word: source.word,
    count: source.count,
    flags: source.flags,
    alternatives: alternatives.map((a) => a.units),
    rare: alternatives[0]!.rare,
  });
}

const pairCounts = new Map<string, number>();
for (const entry of done) {
  const weight = entry.flags.includes('n') ? 0.05 : 0.1 + Math.log2(1 + entry.count);
  for (const units of entry.alternatives.slice(0, 1)) {
    for (const u of units) {
      const key = `${u.grapheme}:${u.sound}`;
      pairCounts.set(key, (pairCounts.get(key) ?? 0) + weight);
    }
  }
  for (const units of entry.alternatives.slice(1))
    for (const u of units) {
      const key = `${u.grapheme}:${u.sound}`;
      pairCounts.set(key, (pairCounts.get(key) ?? 0) + weight * 0.01);
    }
}
const pairs = [...pairCounts.entries()].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
const alphabet = pairAlphabet(pairs.length);
const charOf = new Map(pairs.map(([key], k) => [key, alphabet[k]!]));
done.sort((a, b) => (a.word < b.word ? -1 : 1));
const lines: string[] = [];
for (const entry of done) lines.push(encodeWord(entry.word, entry.alternatives, charOf, entry.count, entry.flags));
const header = {
  format: 1,
  pairs: pairs.map(([key, count]) => {
    const at = key.indexOf(':');
    return [key.slice(0, at), key.slice(at + 1), Math.round(count * 10) / 10];
  }),
  words: done.length,
  rude: rudeWords(),
  others: rareWords(new Set(done.map((d) => d.word))).join(' '),
};
const text = `${JSON.stringify(header)}\n${lines.join('\n')}\n`;
const bytes = gzipSync(Buffer.from(text, 'utf8'), { level: 9 });
writeFileSync(new URL('../../../core/lexicon/lexicon.bin', import.meta.url), bytes);

const unusual = done.filter((d) => d.rare);
const common = done.filter((d) => d.count >= 500);
const report = [
  '# Lexicon build report',
  '',
  'Written by `npm run lexicon`; do not edit.',
  '',
  `| what | number |`,
  `|---|---|`,
  `| spellings offered | ${sources.length} |`,
  `| aligned | ${done.length} (${((100 * done.length) / sources.length).toFixed(2)} %) |`,
  `| not aligned, cut by the rules at run time | ${failed.length} |`,
  `| first pronunciation needs an unusual pair | ${unusual.length} (${((100 * unusual.length) / done.length).toFixed(2)} %) |`,
  `| the same among the ${common.length} words heard 10 times a million or more | ${((100 * common.filter((d) => d.rare).length) / common.length).toFixed(2)} % |`,
  `| pairs in use | ${pairs.length} |`,
  `| compressed size | ${bytes.length} bytes |`,
  '',
  '## Common words not aligned',
  '',
  failed
    .map((w) => sources.find((s) => s.word === w)!)
    .sort((a, b) => b.count - a.count)
    .slice(0, 60)
    .map((s) => s.word)
    .join(', '),
  '',
  '## Pairs by frequency',
  '',
  '| pair | weight | unusual |',
  '|---|---|---|',
  ...pairs.map(([key, count]) => `| \`${key}\` | ${count.toFixed(1)} | ${isRare(key) ? 'yes' : ''} |`),
  '',
].join('\n');
writeFileSync(new URL('../../../core/lexicon/REPORT.md', import.meta.url), report);
console.log(report.split('\n').slice(4, 22).join('\n'));
