/**
 * Fits the numbers of the judgement on simulated children and writes core/src/judgement/parameters.ts:
 * `npm run fit`. Coordinate descent on the log loss of what the estimate says against the truth; each number
 * moves on its own scale (odds for shares, ratio for others) by steps that shrink. Only seeds below
 * FITTING_SEEDS are drawn. SKIP_PAIRS and SKIP_RECALL leave those parts as they are.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { believe, estimate, estimateStrands, PARAMETERS, seeded, shuffled, type EstimateModel, type RecallParameters } from '@sapling/core';
import { answer, drawHistory, drawSkillHistory, drawTrueChild, FITTING_SEEDS, TEACHING_ORDERS } from '@sapling/data';
import { allGpcs } from '@sapling/core';

type Tree = { [key: string]: Tree | number };
const clone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
function at(tree: unknown, path: string): number {
  return path.split('.').reduce<unknown>((node, key) => (node as Tree)[key], tree) as number;
}
function set(tree: unknown, path: string, value: number): void {
  const keys = path.split('.');
  const last = keys.pop()!;
  (keys.reduce<unknown>((node, key) => (node as Tree)[key], tree) as Tree)[last] = value;
}
const logLoss = (p: number, truth: boolean): number => -Math.log(Math.min(1 - 1e-4, Math.max(1e-4, truth ? p : 1 - p)));
/** No answerer is without slips and no unknown pair is never guessed: whatever fits best, one answer must not settle a pair. */
const LEAST: Readonly<Record<string, number>> = { slip: 0.012, guess: 0.012, learnPerDay: 0.0005, forgetPerDay: 0.0005, weight: 0.05 };
/** Numbers that may be of either sign. */
const FREE = new Set(['strand.mean', 'strand.quickAt']);
const moved = (value: number, step: number, share: boolean): number => {
  if (!share) return value * Math.exp(step);
  const odds = Math.log(value / (1 - value)) + 2 * step;
  return 1 / (1 + Math.exp(-odds));
};

function fit<T>(name: string, start: T, paths: readonly string[], loss: (parameters: T) => number): T {
  const best = clone(start);
  let least = loss(best);
  const before = least;
  for (const step of [0.4, 0.2, 0.1, 0.05])
    for (const path of paths)
      for (const direction of [1, -1])
        for (;;) {
          const tried = clone(best);
          const value = at(tried, path);
          const next = FREE.has(path) ? value + direction * step : moved(value, direction * step, value < 1);
          set(
            tried,
            path,
            FREE.has(path) ? Number(next.toFixed(5)) : Math.max(LEAST[path.split('.').at(-1)!] ?? 0, Number(next.toFixed(5))),
          );
          const own = loss(tried);
          if (!(own < least - 1e-6)) break;
          least = own;
          set(best, path, at(tried, path));
        }
  process.stdout.write(`${name}: log loss ${before.toFixed(4)} before, ${least.toFixed(4)} fitted\n`);
  return best;
}

const CHILDREN = Number(process.env.CHILDREN ?? 260);
const histories = Array.from({ length: CHILDREN }, (_, k) => drawHistory(k + 1)).filter((h) => h.observations.length > 0);
const pairLoss = (model: EstimateModel): number => {
  let sum = 0;
  let n = 0;
  for (const { observations, knows, asOf } of histories)
    for (const [gpc, { p }] of estimate(observations, { asOf, model })) {
      sum += logLoss(p, knows.has(gpc));
      n += 1;
    }
  return sum / n;
};
const skills = Array.from({ length: 8 * CHILDREN }, (_, k) => drawSkillHistory(k + 1));
const strandLoss = (model: EstimateModel): number => {
  let sum = 0;
  for (const { evidence, asOf, next } of skills) {
    const { p } = estimateStrands(evidence, { asOf, model }).get('blending')!;
    for (const right of next) sum += logLoss(p, right) / next.length;
  }
  return sum / skills.length;
};
if (Math.max(CHILDREN * 8) >= FITTING_SEEDS) throw new Error('Too many children: seeds for fitting end below FITTING_SEEDS.');

const start = clone(PARAMETERS.estimate);
for (const a of start.answerers as unknown as Record<string, number>[])
  for (const [key, least] of Object.entries(LEAST)) a[key] = Math.max(least, a[key]!);
const kinds = ['word', 'made-up word', 'text', 'spelling', 'session'].map((kind) => `kindWeight.${kind}`);
const answerers = start.answerers.flatMap((_, k) =>
  ['weight', 'guess', 'slip', 'learnPerDay', 'forgetPerDay'].map((part) => `answerers.${k}.${part}`),
);
const shares = ['whenKnown', 'whenNot'].flatMap((when) => ['right', 'slow', 'put right'].map((part) => `${when}.${part}`));
const paths = ['prior', ...answerers, ...shares, ...kinds, 'wrongWeight.spelling', 'sameSitting', 'fromMemory'];
const normal = (model: EstimateModel): EstimateModel => {
  // shares of one whole add up to one
  const out = clone(model) as unknown as {
    answerers: { weight: number }[];
    whenKnown: Record<string, number>;
    whenNot: Record<string, number>;
  };
  const whole = out.answerers.reduce((sum, a) => sum + a.weight, 0);
  for (const a of out.answerers) a.weight = Number((a.weight / whole).toFixed(4));
  for (const when of [out.whenKnown, out.whenNot]) {
    const all = Object.values(when).reduce((a, b) => a + b, 0);
    for (const key of Object.keys(when)) when[key] = Number((when[key]! / all).toFixed(4));
  }
  return out as unknown as EstimateModel;
};
let model = process.env.SKIP_PAIRS ? start : normal(fit('pairs', start, paths, (m) => pairLoss(normal(m))));
const strandPaths = ['mean', 'sd', 'discrimination', 'guess', 'slip', 'quickAt', 'quickSteep', 'slowMs', 'sharedInSitting'];
const strandKinds = ['word', 'text', 'session', 'find in row'];
model = fit(
  'strands',
  model,
  [...strandPaths, ...strandKinds.map((kind) => `kindWeight.${kind}`)].map((path) => `strand.${path}`),
  strandLoss,
);

// recall as a quick check sees it: half of the cards asked once, the rest judged from them
const taught = allGpcs(TEACHING_ORDERS[0]!).slice(0, 70);
const quick = Array.from({ length: 120 }, (_, k) => {
  const child = drawTrueChild(taught, 5000 + k);
  const random = seeded(k + 1);
  const asked = shuffled(taught, random).slice(0, 12 + Math.floor(24 * random()));
  return { child, seen: asked.map((gpc, n) => answer(child, gpc, Date.parse('2026-02-02T09:00:00Z') + n * 4000, random)) };
});
const recallLoss = (recall: RecallParameters): number => {
  let sum = 0;
  for (const { child, seen } of quick)
    for (const { gpc, p } of believe(taught, seen, model, recall).pairs) sum += logLoss(p, child.knows.has(gpc)) / taught.length;
  return sum / quick.length;
};
const recallPaths = [
  ...PARAMETERS.recall.answerers.flatMap((_, k) => ['slip', 'guess'].map((part) => `answerers.${k}.${part}`)),
  ...PARAMETERS.recall.holes.flatMap((_, k) => ['hole', 'find'].map((part) => `holes.${k}.${part}`)),
  'mixedUp',
];
const recall = process.env.SKIP_RECALL ? PARAMETERS.recall : fit('recall', PARAMETERS.recall, recallPaths, recallLoss);

const file = new URL('../core/src/judgement/parameters.ts', import.meta.url);
const text = readFileSync(file, 'utf8');
const head = text.slice(0, text.indexOf('  estimate: {'));
writeFileSync(file, `${head}  estimate: ${JSON.stringify(model)},\n  recall: ${JSON.stringify(recall)},\n};\n`);
