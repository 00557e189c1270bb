/**
 * What the judgement is held against: foretellings so simple that anybody could make them by hand, and one regression
 * that a statistician would try first. None of them shares code with the core's model.
 */
import { isMiss, type Observation } from '@sapling/core';

export const isRight = (o: Observation): boolean => !isMiss(o.outcome);

/** What can be known before an answer, of one child, kept up to date as answers come. */
export class Notebook {
  private readonly byPair = new Map<string, { at: number; right: boolean }[]>();
  private rights = 0;
  private all = 0;
  private readonly times: number[] = [];
  private readonly slowness = new Map<string, number>();
  private readonly place: Map<string, number>;

  constructor(order: readonly string[]) {
    this.place = new Map(order.map((gpc, k) => [gpc, k]));
  }
  answers(gpc: string): readonly { at: number; right: boolean }[] {
    return this.byPair.get(gpc) ?? [];
  }
  /** The share of the last five answers about the pair, one right and one wrong added. */
  lastFive(gpc: string): number {
    const last = this.answers(gpc).slice(-5);
    return (last.filter((x) => x.right).length + 1) / (last.length + 2);
  }
  /** Share right among pairs within five places of the order. */
  private near(gpc: string): number {
    const own = this.place.get(gpc) ?? 0;
    let [right, n] = [1, 2];
    for (const [other, list] of this.byPair) {
      if (other === gpc || Math.abs((this.place.get(other) ?? 0) - own) > 5) continue;
      n += 1;
      if (list.at(-1)!.right) right += 1;
    }
    return right / n;
  }
  /** Ten features and a constant. */
  features(o: Observation): number[] {
    const at = Date.parse(o.at);
    const list = this.answers(o.gpc!);
    let [right, wrong] = [0, 0];
    for (const x of list) {
      const weight = 2 ** (-(at - x.at) / (35 * DAY));
      if (x.right) right += weight;
      else wrong += weight;
    }
    const days = list.length === 0 ? 30 : (at - list.at(-1)!.at) / DAY;
    const level = logit((this.rights + 2) / (this.all + 4));
    const last = list.at(-1);
    return [
      1,
      Math.log1p(right),
      Math.log1p(wrong),
      level,
      logit(this.near(o.gpc!)),
      this.slowness.get(o.gpc!) ?? 0,
      Math.log1p(days) / 3,
      (this.place.get(o.gpc!) ?? 0) / 60,
      last === undefined ? 0 : last.right ? 1 : -1,
      (Math.log1p(right) * Math.log1p(days)) / 3,
      list.length === 0 ? 1 : 0,
    ];
  }
  note(o: Observation): void {
    const right = isRight(o);
    const list = this.byPair.get(o.gpc!) ?? [];
    this.byPair.set(o.gpc!, list);
    list.push({ at: Date.parse(o.at), right });
    this.all += 1;
    if (right) this.rights += 1;
    if (right && o.ms !== undefined) {
      this.times.push(Math.log(o.ms));
      const recent = this.times.slice(-60);
      this.slowness.set(o.gpc!, Math.log(o.ms) - recent.reduce((a, b) => a + b, 0) / recent.length);
    }
  }
}
const DAY = 86_400_000;
const logit = (p: number): number => Math.log(p / (1 - p));
const logistic = (x: number): number => 1 / (1 + Math.exp(-x));

/** A logistic regression (Newton's method with a slight ridge), rows of features against right or wrong. */
export function fitLogistic(rows: readonly (readonly number[])[], right: readonly boolean[]): number[] {
  const d = rows[0]!.length;
  const w = new Array<number>(d).fill(0);
  for (let step = 0; step < 12; step += 1) {
    const gradient = new Array<number>(d).fill(0);
    const hessian = Array.from({ length: d }, (_, i) => Array.from({ length: d }, (__, j) => (i === j ? 1 : 0)));
    rows.forEach((x, n) => {
      const p = logistic(x.reduce((sum, v, i) => sum + v * w[i]!, 0));
      const miss = (right[n] ? 1 : 0) - p;
      const curve = Math.max(1e-5, p * (1 - p));
      for (let i = 0; i < d; i += 1) {
        gradient[i]! += miss * x[i]!;
        for (let j = 0; j < d; j += 1) hessian[i]![j]! += curve * x[i]! * x[j]!;
      }
    });
    const move = solve(
      hessian,
      gradient.map((g, i) => g - w[i]!),
    );
    move.forEach((m, i) => (w[i]! += m));
  }
  return w;
}
export const foretellLogistic = (w: readonly number[], x: readonly number[]): number =>
  logistic(x.reduce((sum, v, i) => sum + v * w[i]!, 0));

/** Gaussian elimination with partial pivoting. */
function solve(a: number[][], b: readonly number[]): number[] {
  const n = b.length;
  const m = a.map((row, i) => [...row, b[i]!]);
  for (let c = 0; c < n; c += 1) {
    let best = c;
    for (let r = c + 1; r < n; r += 1) if (Math.abs(m[r]![c]!) > Math.abs(m[best]![c]!)) best = r;
    [m[c], m[best]] = [m[best]!, m[c]!];
    for (let r = c + 1; r < n; r += 1) {
      const f = m[r]![c]! / m[c]![c]!;
      for (let k = c; k <= n; k += 1) m[r]![k]! -= f * m[c]![k]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let r = n - 1; r >= 0; r -= 1) {
    let sum = m[r]![n]!;
    for (let k = r + 1; k < n; k += 1) sum -= m[r]![k]! * x[k]!;
    x[r] = sum / m[r]![r]!;
  }
  return x;
}
