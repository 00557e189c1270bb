/** Cards foretold by the model and by what it is held against: the rows of one pupil, and rules fitted on others. */
import { foretell, type Observation } from '@sapling/core';
import { fitLogistic, foretellLogistic, isRight, Notebook } from './baselines.js';
import type { Drawn } from './pupils.js';

const BREAK_MS = 45 * 86_400_000;
export type When = 'first' | 'in term' | 'after a break';
export const loss = (p: number, right: boolean): number => -Math.log(Math.min(1 - 1e-4, Math.max(1e-4, right ? p : 1 - p)));

export interface Row {
  readonly right: boolean;
  readonly when: When;
  readonly features: number[];
  readonly five: number;
  readonly last: boolean | undefined;
  readonly truth: number;
}
/** The see-and-say answers of a pupil, each with what was known before it. */
export function rowsOf(pupil: Pick<Drawn, 'order' | 'observations' | 'chances'>): Row[] {
  const notes = new Notebook(pupil.order);
  return pupil.observations.flatMap((o: Observation, k: number) => {
    const before = notes.answers(o.gpc!);
    const last = before.at(-1);
    const row: Row = {
      right: isRight(o),
      when: last === undefined ? 'first' : Date.parse(o.at) - last.at > BREAK_MS ? 'after a break' : 'in term',
      features: notes.features(o),
      five: notes.lastFive(o.gpc!),
      last: last?.right,
      truth: pupil.chances[k]!,
    };
    notes.note(o);
    return o.kind === 'see-say' ? [row] : [];
  });
}
const share = (list: readonly Row[]): number => (list.filter((r) => r.right).length + 0.5) / (list.length + 1);

/** What is fitted on some pupils to be tried on others: the regression, and the shares after a right and after a wrong answer. */
export interface Baselines {
  readonly weights: readonly number[];
  readonly prior: number;
  readonly afterRight: number;
  readonly afterWrong: number;
}
export const baselinesOf = (rows: readonly Row[]): Baselines => ({
  weights: fitLogistic(
    rows.map((r) => r.features),
    rows.map((r) => r.right),
  ),
  prior: share(rows),
  afterRight: share(rows.filter((r) => r.last === true)),
  afterWrong: share(rows.filter((r) => r.last === false)),
});

/** Log losses of one when, summed: of the model, the last answer, the last five, the prior, each regression, and the truth. */
export const waysOf = (said: number, r: Row, own: Baselines, regressions: readonly Baselines[]): number[] =>
  [
    said,
    r.last ? own.afterRight : own.afterWrong,
    r.five,
    own.prior,
    ...regressions.map(({ weights }) => foretellLogistic(weights, r.features)),
    r.truth,
  ].map((p) => loss(p, r.right));

/** What the model expected of the pupil's cards, in order. */
export const cardsSaid = (pupil: Drawn, told: Pick<Parameters<typeof foretell>[1] & {}, 'teaching'> = {}): number[] =>
  foretell(pupil.observations, { order: pupil.order, ...told }).flatMap((f) => (f.kind === 'see-say' ? [f.p] : []));
