/**
 * Fits the numbers of the judgement on simulated children and writes core/src/judgement/parameters.ts: `npm run fit`. The
 * recall filter by how well it foretells the next answer and the state after a long break, on the kinds of mind that FITTED names
 * (all four where left out; two of them to try the fit on the others; `floor`, a school elsewhere, beside them) and on seeds that
 * no test and no benchmark draws; strands by log loss on what comes next. Coordinate descent: each
 * number moves on its own scale (odds for shares, ratio for others) by steps that shrink. CHILDREN of each kind (14), ROUNDS
 * (6); SKIP_RECALL and SKIP_STRANDS leave a part as it is. About ten minutes.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { isMiss } from '@sapling/core/evidence';
import { estimateStrands, PARAMETERS, placesOf, RecallFilter, type EstimateModel, type FilterParameters } from '@sapling/core/judgement';
import {
  drawPupil,
  drawPupilElsewhere,
  drawSkillHistory,
  FITTING_SEEDS,
  MIND_KINDS,
  type MindKind,
  type PupilElsewhere,
} from '@sapling/data';

type Tree = { [key: string]: Tree | number };
const clone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const at = (tree: unknown, path: string): number => path.split('.').reduce<unknown>((node, key) => (node as Tree)[key], tree) as number;
function set(tree: unknown, path: string, value: number): void {
  const keys = path.split('.');
  const last = keys.pop()!;
  (keys.reduce<unknown>((node, key) => (node as Tree)[key], tree) as Tree)[last] = value;
}
function pathsOf(tree: unknown, before = ''): string[] {
  return Object.entries(tree as Tree).flatMap(([key, value]) =>
    typeof value === 'number' ? [`${before}${key}`] : pathsOf(value, `${before}${key}.`),
  );
}
const logLoss = (p: number, truth: number): number => {
  const kept = Math.min(1 - 1e-4, Math.max(1e-4, p));
  return -truth * Math.log(kept) - (1 - truth) * Math.log(1 - kept);
};
/** Numbers of either sign, and numbers that are shares. */
const FREE = new Set(['mean', 'slope', 'strand.mean']);
const SHARE = /guess|lapse|slip|weight$|twins|sharedInSitting|kindWeight/i;
function moved(path: string, value: number, step: number): number {
  if (FREE.has(path)) return value + step;
  if (!SHARE.test(path)) return Math.max(1e-4, value * Math.exp(step));
  return Math.min(0.97, Math.max(0.005, 1 / (1 + Math.exp(-Math.log(value / (1 - value)) - 1.5 * step))));
}

function fit<T>(name: string, start: T, paths: readonly string[], rounds: number, loss: (parameters: T) => number): T {
  let best = clone(start);
  let least = loss(best);
  const before = least;
  const steps = new Map(paths.map((path) => [path, 0.35]));
  for (let round = 0; round < rounds; round += 1) {
    for (const path of paths) {
      const step = steps.get(path)!;
      if (Math.abs(step) < 0.04) continue;
      const tried = (by: number): boolean => {
        const next = clone(best);
        set(next, path, Number(moved(path, at(next, path), by).toFixed(5)));
        const own = loss(next);
        if (!(own < least - 1e-6)) return false;
        least = own;
        best = next;
        return true;
      };
      steps.set(path, tried(step) ? step * 1.5 : tried(-step) ? -1.2 * step : step * 0.4);
    }
    process.stdout.write(`${name}, round ${round + 1}: ${before.toFixed(4)} before, ${least.toFixed(4)} now\n`);
  }
  return best;
}

const CHILDREN = Number(process.env.CHILDREN ?? 14);
const ROUNDS = Number(process.env.ROUNDS ?? 6);
const FITTED = (process.env.FITTED?.split(',') ?? MIND_KINDS) as readonly (MindKind | 'floor')[];
/** What a belief after a long break counts beside foretelling an answer: there are far fewer of them. */
const BREAK_COUNTS = 0.15;
/** Set, not fitted: what these children do not show, or what was chosen apart. */
const SET = /mostVariance|fromMemory|twins|^scale|^logged|^luck|^rest$|^children\.3/;
const pupils: Pupil[] = FITTED.flatMap((mind) =>
  Array.from({ length: CHILDREN }, (_, k) => (mind === 'floor' ? drawPupilElsewhere(mind, k + 1) : drawPupil(mind, k + 1))),
);

type Pupil = Pick<PupilElsewhere, 'observations' | 'order' | 'snapshots'>;

/** The mean loss of what is foretold, of this very answer and of the plain card, and of what is believed when school begins again. */
function foretelling(parameters: FilterParameters, list: readonly Pupil[]): number {
  let [sum, n, after, breaks] = [0, 0, 0, 0];
  for (const { observations, order, snapshots } of list) {
    const gpcs = [...new Set(observations.map((o) => o.gpc!))];
    const filter = new RecallFilter(parameters, placesOf(gpcs, order), [...new Set(observations.map((o) => o.by))]);
    const seen = new Set<string>();
    let next = 0;
    for (const o of observations) {
      for (; next < snapshots.length && snapshots[next]!.at <= o.at; next += 1) {
        const look = snapshots[next]!;
        if (look.when !== 'after a break') continue;
        filter.pass(Date.parse(look.at));
        for (const gpc of seen) {
          after += logLoss(filter.belief(gpc)!.p, look.chance.get(gpc) ?? 0.5);
          breaks += 1;
        }
      }
      filter.pass(Date.parse(o.at));
      const right = Number(!isMiss(o.outcome));
      sum += logLoss(filter.foretell(o), right);
      n += 1;
      if (o.kind === 'see-say') {
        sum += logLoss(filter.belief(o.gpc!)!.p, right);
        n += 1;
      }
      filter.observe(o);
      seen.add(o.gpc!);
    }
  }
  return sum / n + (breaks > 0 ? (BREAK_COUNTS * after) / breaks : 0);
}
const whole = (parameters: FilterParameters): FilterParameters => {
  const out = clone(parameters) as unknown as { children: { weight: number }[] };
  const all = out.children.reduce((sum, c) => sum + c.weight, 0);
  for (const c of out.children) c.weight = Number((c.weight / all).toFixed(5));
  return out as unknown as FilterParameters;
};

let model: EstimateModel = clone(PARAMETERS.estimate);
if (!process.env.SKIP_RECALL) {
  const paths = pathsOf(model.recall).filter((path) => !SET.test(path));
  model = { ...model, recall: whole(fit('recall', model.recall, paths, ROUNDS, (p) => foretelling(whole(p), pupils))) };
}
if (!process.env.SKIP_STRANDS) {
  const skills = Array.from({ length: 2000 }, (_, k) => drawSkillHistory(k + 1));
  if (skills.length >= FITTING_SEEDS) throw new Error('Too many children: seeds for fitting end below FITTING_SEEDS.');
  const parts = ['mean', 'sd', 'discrimination', 'guess', 'slip', 'sharedInSitting'];
  const kinds = ['word', 'text', 'session', 'find in row'].map((kind) => `kindWeight.${kind}`);
  model = fit(
    'strands',
    model,
    [...parts, ...kinds].map((path) => `strand.${path}`),
    4,
    (m) => {
      let sum = 0;
      for (const { evidence, asOf, next } of skills) {
        const { p } = estimateStrands(evidence, { asOf, model: m }).get('blending')!;
        for (const right of next) sum += logLoss(p, Number(right)) / next.length;
      }
      return sum / skills.length;
    },
  );
}

const file = new URL('../core/src/judgement/parameters.ts', import.meta.url);
const text = readFileSync(file, 'utf8');
writeFileSync(file, `${text.slice(0, text.indexOf('  estimate: {'))}  estimate: ${JSON.stringify(model)},\n};\n`);
