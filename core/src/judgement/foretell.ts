/** What was expected before each answer. */
import { isMiss, type Observation } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import { DEFAULT_MODEL } from './model.js';
import { checked, checkedTeaching, runFilter, type RecordOptions } from './run-filter.js';

export interface Foretold {
  readonly id: string;
  readonly gpc: Gpc;
  readonly kind: Observation['kind'];
  readonly by: string;
  readonly at: string;
  /** The chance of a right answer, as it was expected just before it was given. */
  readonly p: number;
  readonly right: boolean;
  /** What the share of the pair's last five answers would have foretold, one right and one wrong added. */
  readonly plain: number;
}

/**
 * What was expected before each answer of one child, beside what came: the judgement held against what happened, in any school,
 * without knowing any truth (prequential: Dawid 1984). Answers in order of time; those about no pair are left out.
 * @throws CoreError as `estimate`.
 * @example foretell(observations, { order }).filter((f) => f.kind === 'see-say')
 */
export function foretell(
  observations: readonly Observation[],
  options: Pick<RecordOptions, 'model' | 'order' | 'words' | 'teaching'> = {},
): Foretold[] {
  const model = options.model ?? DEFAULT_MODEL;
  const list = checked(observations, model, Infinity);
  const before = new Map<Gpc, boolean[]>();
  const out: Foretold[] = [];
  runFilter(list, { ...options, teaching: checkedTeaching(options.teaching) }, model, {
    before: (observation, filter) => {
      const gpc = observation.gpc!;
      const own = before.get(gpc) ?? [];
      const five = own.slice(-5);
      const right = !isMiss(observation.outcome);
      const plain = (five.filter(Boolean).length + 1) / (five.length + 2);
      const { id, kind, by, at } = observation;
      filter.pass(Date.parse(at));
      out.push({ id, gpc, kind, by, at, p: filter.foretell(observation), right, plain });
      before.set(gpc, [...own, right]);
    },
  });
  return out;
}
