/** What can be heard in a recording: how loud it is over time, where somebody speaks, and which word is said when. */
import { CoreError } from '../errors.js';

/** Milliseconds a step of loudness covers. */
export const LOUDNESS_STEP_MS = 10;

/** Loudness (root mean square) in steps of 10 ms. @throws CoreError `out-of-range` for a rate that is none. */
export function loudness(samples: Float32Array, rate: number): Float32Array {
  if (!(rate > 0)) throw new CoreError('out-of-range', 'rate', 'The rate is a number of samples a second above 0.', { from: 0, is: rate });
  const size = Math.max(1, Math.round((rate * LOUDNESS_STEP_MS) / 1000));
  const out = new Float32Array(Math.ceil(samples.length / size));
  for (let step = 0; step < out.length; step += 1) {
    const to = Math.min(samples.length, (step + 1) * size);
    let sum = 0;
    for (let k = step * size; k < to; k += 1) sum += samples[k]! * samples[k]!;
    out[step] = Math.sqrt(sum / Math.max(1, to - step * size));
  }
  return out;
}

/** Stretches in which somebody speaks, as milliseconds. Gaps shorter than 80 ms are none; sounds shorter than 60 ms are none. */
export function speechIn(loud: Float32Array): { from: number; to: number }[] {
  if (loud.length === 0) return [];
  const sorted = Float32Array.from(loud).sort();
  const quiet = sorted[Math.floor(sorted.length * 0.08)]!;
  const high = sorted[Math.floor(sorted.length * 0.9)]!;
  if (high < 1e-4 || high < 3 * quiet) return [];
  const threshold = quiet + 0.12 * (high - quiet);
  const runs: { from: number; to: number }[] = [];
  for (let step = 0; step < loud.length; step += 1) {
    if (loud[step]! < threshold) continue;
    const from = step * LOUDNESS_STEP_MS;
    const last = runs.at(-1);
    if (last && from - last.to < 80) last.to = from + LOUDNESS_STEP_MS;
    else runs.push({ from, to: from + LOUDNESS_STEP_MS });
  }
  return runs.filter((r) => r.to - r.from >= 60);
}

const CROSSING = { word: 0.5, sentence: 3 };
const EMPTY_RUN = 2.5;
const MOST_IN_RUN = 30;

/**
 * When each word of a reading was begun, from where speech is heard. Words are laid into the stretches of speech in
 * order so that each stretch is about as long as its words take (dynamic programming over stretch and word); within a
 * stretch, time is shared by length. It hears no words: it is a help for finding the place, and says so on the screen.
 * @param sizes how long each word is, in sounds or letters; only words that were read.
 * @param ends whether a rest for punctuation is likely after each word.
 * @returns milliseconds by word, empty where nothing was heard.
 */
export function wordTimes(
  speech: readonly { readonly from: number; readonly to: number }[],
  sizes: readonly number[],
  ends: readonly boolean[],
): Map<number, number> {
  const words = sizes.length;
  const out = new Map<number, number>();
  if (words === 0 || speech.length === 0) return out;
  const lengths = sizes.map((s) => s + 2);
  const sum = [0];
  for (const length of lengths) sum.push(sum.at(-1)! + length);
  const voiced = speech.reduce((all, r) => all + r.to - r.from, 0);
  const rate = voiced / sum[words]!;
  const width = words + 1;
  const cost = new Float64Array((speech.length + 1) * width).fill(Infinity);
  const from = new Int32Array((speech.length + 1) * width).fill(-1);
  cost[0] = 0;
  speech.forEach((run, j) => {
    const took = run.to - run.from;
    for (let k = 0; k <= words; k += 1) {
      const here = cost[j * width + k]!;
      if (here === Infinity) continue;
      const offer = (to: number, more: number): void => {
        const at = (j + 1) * width + to;
        if (here + more < cost[at]!) {
          cost[at] = here + more;
          from[at] = k;
        }
      };
      // a stretch that goes on with the word before, or holds none of them
      offer(k, EMPTY_RUN);
      let crossings = 0;
      for (let to = k + 1; to <= Math.min(words, k + MOST_IN_RUN); to += 1) {
        const off = Math.log(took / (rate * (sum[to]! - sum[k]!)));
        const rest = to === words || ends[to - 1]! ? 0 : CROSSING.word;
        offer(to, 4 * off * off + crossings + rest);
        if (ends[to - 1]) crossings += CROSSING.sentence;
      }
    }
  });
  let k = words;
  const laid: { run: number; first: number; to: number }[] = [];
  // where not every word found a stretch, the furthest that did
  while (k > 0 && cost[speech.length * width + k] === Infinity) k -= 1;
  for (let j = speech.length; j > 0; j -= 1) {
    const before = from[j * width + k]!;
    if (before < k) laid.push({ run: j - 1, first: before, to: k });
    k = before;
  }
  for (const { run, first, to } of laid.reverse()) {
    const { from: start, to: end } = speech[run]!;
    const whole = sum[to]! - sum[first]!;
    for (let word = first; word < to; word += 1) out.set(word, Math.round(start + ((end - start) * (sum[word]! - sum[first]!)) / whole));
  }
  return out;
}
