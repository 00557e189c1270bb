/** Reading one text several times: the gain, and when it is time for another text. */
import type { ReadingScore } from './score-reading.js';

export interface ReadingDone {
  /** ISO 8601 UTC. */
  readonly at: string;
  readonly score: Pick<ReadingScore, 'wcpm' | 'accuracy'>;
}
export interface Repeated {
  readonly readings: number;
  /** From the first, cold reading to the last, in words a minute; null where one has no time. */
  readonly gain: number | null;
  /** The last gain as a share of the reading before; null for a first reading or no time. */
  readonly lastGain: number | null;
  readonly next: 'read again' | 'another text' | 'an easier text';
  readonly why: 'first reading' | 'still gaining' | 'not accurate yet' | 'aim reached' | 'little gain left' | 'four readings' | 'too hard';
}
/** Most of what rereading brings comes in the first three or four (O'Shea, Sindelar and O'Shea 1985). */
export const MOST_READINGS = 4;
const LITTLE_GAIN = 0.05;

/**
 * What to do after the readings of one text, by stated rules in this order: below what can be read with help at the second
 * reading or later, an easier text; four readings, another; accurate and at the aim, another; accurate and the last
 * gain under 5 %, another; else once more.
 * @param readings of one text, in any order; at least one.
 */
export function afterReading(
  readings: readonly ReadingDone[],
  levels: { readonly alone: number; readonly withHelp: number; readonly aim?: number | undefined },
): Repeated {
  const list = [...readings].sort((a, b) => (a.at < b.at ? -1 : 1));
  const [first, last] = [list[0]!, list.at(-1)!];
  const before = list.at(-2);
  const gain = list.length > 1 && first.score.wcpm !== null && last.score.wcpm !== null ? last.score.wcpm - first.score.wcpm : null;
  const lastGain = before?.score.wcpm && last.score.wcpm !== null ? (last.score.wcpm - before.score.wcpm) / before.score.wcpm : null;
  const accuracy = last.score.accuracy ?? 0;
  const say = (next: Repeated['next'], why: Repeated['why']): Repeated => ({ readings: list.length, gain, lastGain, next, why });
  if (list.length > 1 && accuracy < levels.withHelp) return say('an easier text', 'too hard');
  if (list.length >= MOST_READINGS) return say('another text', 'four readings');
  if (accuracy < levels.alone) return say('read again', 'not accurate yet');
  if (levels.aim !== undefined && (last.score.wcpm ?? 0) >= levels.aim) return say('another text', 'aim reached');
  if (lastGain !== null && lastGain < LITTLE_GAIN) return say('another text', 'little gain left');
  return say('read again', list.length === 1 ? 'first reading' : 'still gaining');
}
