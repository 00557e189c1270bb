/** Choosing what a group works on, given what each pair or skill would win. */

/** How a focus may be made up. */
export interface FocusRule {
  /** What each column takes of the cycle. */
  readonly size: Float64Array;
  readonly capacity: number;
  /** The first so many columns are pairs, of size 1; the rest are skills, all of one size. */
  readonly pairs: number;
  /** Only neighbours in the order. */
  readonly window: boolean;
  /** Everything there is: one skill for all groups. */
  readonly all: boolean;
}

const top = new Float64Array(64);
const topAt = new Int32Array(64);

/** The largest `most` of `gain[from…to)` into `top` and `topAt`, best first; ties go to the earlier. Returns how many. */
function largest(gain: Float64Array, from: number, to: number, most: number): number {
  let count = 0;
  for (let k = from; k < to; k += 1) {
    const value = gain[k]!;
    if (count === most && value <= top[count - 1]!) continue;
    let at = count < most ? count : most - 1;
    while (at > 0 && top[at - 1]! < value) {
      top[at] = top[at - 1]!;
      topAt[at] = topAt[at - 1]!;
      at -= 1;
    }
    top[at] = value;
    topAt[at] = k;
    if (count < most) count += 1;
  }
  return count;
}

/**
 * The best focus for these gains, as columns in order: never over the capacity, never empty; pairs, skills, or both. Exact: all
 * pairs take one place and all skills take another same size, so the best pairs and the best skills are
 * each a top slice, and only where to divide the places is tried.
 */
export function focusOf(rule: FocusRule, gain: Float64Array): number[] {
  const n = gain.length;
  if (n === 0) return [];
  if (rule.all) return Array.from({ length: n }, (_, k) => k);
  if (rule.window) {
    const width = Math.min(rule.capacity, n);
    const from = bestWindow(gain, width).from;
    return Array.from({ length: width }, (_, k) => from + k);
  }
  let best: number[] = [];
  let bestValue = -Infinity;
  const skills = n - rule.pairs;
  const skillSize = skills > 0 ? rule.size[rule.pairs]! : 1;
  for (let s = 0; s <= skills && (s === 0 || s * skillSize <= rule.capacity); s += 1) {
    const columns: number[] = [];
    let value = 0;
    for (const [from, to, most] of [
      [rule.pairs, n, s],
      [0, rule.pairs, rule.capacity - s * skillSize],
    ] as const) {
      const count = most > 0 ? largest(gain, from, to, Math.min(most, top.length)) : 0;
      for (let k = 0; k < count; k += 1) {
        // nothing that costs more than it wins, but one pair where there is no skill
        if (top[k]! <= 0 && (k > 0 || from === rule.pairs || s > 0)) break;
        columns.push(topAt[k]!);
        value += top[k]!;
      }
    }
    if (columns.length > 0 && value > bestValue) {
      bestValue = value;
      best = columns;
    }
  }
  // where nothing wins, the skill that loses least, if that is less than the pair that does
  if (skills > 0 && skillSize <= rule.capacity && largest(gain, rule.pairs, n, 1) > 0 && top[0]! > bestValue) best = [topAt[0]!];
  return (best.length > 0 ? best : [0]).sort((a, b) => a - b);
}

/** What the best focus wins; the same as adding up `focusOf`, without making it. */
export function focusValue(rule: FocusRule, gain: Float64Array): number {
  const n = gain.length;
  if (n === 0) return 0;
  if (rule.all) return gain.reduce((a, b) => a + b, 0);
  if (rule.window) return bestWindow(gain, Math.min(rule.capacity, n)).value;
  if (rule.pairs === 0 || rule.capacity > top.length) return focusOf(rule, gain).reduce((sum, k) => sum + gain[k]!, 0);
  const skills = n - rule.pairs;
  let most = 0;
  /** The best skill by itself, whether it wins or not. */
  let alone = -Infinity;
  if (skills > 0) {
    const size = rule.size[rule.pairs]!;
    const count = largest(gain, rule.pairs, n, Math.min(skills, Math.floor(rule.capacity / size)));
    if (count > 0) alone = top[0]!;
    while (most < count && top[most]! > 0) {
      won[most + 1] = (won[most] ?? 0) + top[most]!;
      most += 1;
    }
  }
  const count = largest(gain, 0, rule.pairs, rule.capacity);
  let value = -Infinity;
  let pairs = 0;
  let at = 0;
  // the more skills, the fewer pairs; without a skill one pair at least
  for (let s = most; s >= 0; s -= 1) {
    const room = rule.capacity - (s > 0 ? s * rule.size[rule.pairs]! : 0);
    if (s === 0 && at === 0) {
      pairs = top[0]!;
      at = 1;
    }
    while (at < room && at < count && top[at]! > 0) {
      pairs += top[at]!;
      at += 1;
    }
    value = Math.max(value, pairs + (s > 0 ? won[s]! : 0));
  }
  return Math.max(value, alone);
}
/** What the best one, two, three skills win together. */
const won = new Float64Array(64);

function bestWindow(gain: Float64Array, width: number): { from: number; value: number } {
  let value = 0;
  for (let k = 0; k < width; k += 1) value += gain[k]!;
  let best = { from: 0, value };
  for (let from = 1; from + width <= gain.length; from += 1) {
    value += gain[from + width - 1]! - gain[from - 1]!;
    if (value > best.value + 1e-9) best = { from, value };
  }
  return best;
}
