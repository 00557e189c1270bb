/**
 * Is what is said of skill strands so? `npm run bench:strands`. Children that set nothing (seeds above FITTING_SEEDS): of all
 * chances of about so much, how many plain items came right afterwards. Pairs are in judgement.bench.ts.
 */
import { DEFAULT_MODEL, estimateStrands } from '@sapling/core';
import { drawSkillHistory, FITTING_SEEDS } from '@sapling/data';

const CHILDREN = Number(process.env.CHILDREN ?? 600);
const BINS = 10;

export interface Bin {
  n: number;
  said: number;
  was: number;
}
const table = (): Bin[] => Array.from({ length: BINS }, () => ({ n: 0, said: 0, was: 0 }));
function note(bins: Bin[], p: number, truth: number): void {
  const bin = bins[Math.min(BINS - 1, Math.floor(p * BINS))]!;
  bin.n += 1;
  bin.said += p;
  bin.was += truth;
}
function print(title: string, bins: readonly Bin[]): void {
  process.stdout.write(`\n${title}\n   said      was   answers\n`);
  let off = 0;
  const all = bins.reduce((sum, b) => sum + b.n, 0);
  for (const { n, said, was } of bins) {
    if (n === 0) continue;
    off += Math.abs(said - was) / all;
    process.stdout.write(
      `${((100 * said) / n).toFixed(1).padStart(6)} %${((100 * was) / n).toFixed(1).padStart(7)} %${String(n).padStart(10)}\n`,
    );
  }
  process.stdout.write(`mean difference ${(100 * off).toFixed(1)} points\n`);
}

const strands = table();
const { strand } = DEFAULT_MODEL;
/** What the estimate would be without a part of the evidence. */
const without: Record<string, Partial<typeof strand>> = {
  'as it is': {},
  'every kind alike': { kindWeight: {} },
  'one adult as good as two': { sharedInSitting: 0 },
};
const loss = new Map(Object.keys(without).map((name) => [name, 0]));
const secure = { n: 0, right: 0 };
for (let k = 0; k < 5 * CHILDREN; k += 1) {
  const { evidence, asOf, next } = drawSkillHistory(FITTING_SEEDS + 1 + k);
  const share = next.filter(Boolean).length / next.length;
  for (const [name, change] of Object.entries(without)) {
    const { p, state } = estimateStrands(evidence, { asOf, model: { ...DEFAULT_MODEL, strand: { ...strand, ...change } } }).get(
      'blending',
    )!;
    loss.set(name, loss.get(name)! - share * Math.log(p) - (1 - share) * Math.log(1 - p));
    if (name !== 'as it is') continue;
    note(strands, p, share);
    if (state === 'secure') {
      secure.n += 1;
      secure.right += share;
    }
  }
}
print('Strands: chance said of a plain item, and right afterwards', strands);
process.stdout.write(`secure ${secure.n}: ${((100 * secure.right) / secure.n).toFixed(1)} % of plain items right afterwards\n`);
for (const [name, sum] of loss) process.stdout.write(`log loss ${(sum / (5 * CHILDREN)).toFixed(4)} ${name}\n`);
