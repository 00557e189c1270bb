/**
 * A made-up reader and their made-up voice: when each word is said, and a sound with the rise and fall of speech for
 * it. Stands in for a child and a microphone in tests and in the demo; nobody's voice is in it.
 */
import { seeded } from '../random.js';
import { punctuationOf } from './punctuation.js';
import { wordsOf } from '../phonics/decodability.js';

export interface Spoken {
  readonly word: number;
  /** Milliseconds from the start. */
  readonly from: number;
  readonly to: number;
}

/**
 * Times at which a made-up reader says the words of a text: longer words take longer, punctuation brings a rest, some
 * words are stumbled over, and the whole keeps to `wpm` about.
 * @param stumble the chance that a word takes far longer, 0 to 1.
 */
export function scriptedReading(text: string, options: { wpm: number; seed: number; stumble?: number }): Spoken[] {
  const random = seeded(options.seed);
  const words = wordsOf(text);
  const rests = new Map(punctuationOf(text).map((p) => [p.word, p.rest]));
  const raw = words.map(({ text: word }, k) => {
    const said = (2 + word.length) * (0.8 + 0.4 * random());
    const slow = random() < (options.stumble ?? 0) ? 3 : 1;
    const gap = (rests.get(k) === 'long' ? 4 : rests.get(k) === 'short' ? 2.4 : 0.7) * (0.8 + 0.4 * random());
    return { said: said * slow, gap };
  });
  const total = raw.reduce((sum, r) => sum + r.said + r.gap, 0);
  const scale = (words.length * 60_000) / options.wpm / Math.max(1, total);
  let at = 250;
  return raw.map(({ said, gap }, word) => {
    const from = at;
    const to = from + said * scale;
    at = to + gap * scale;
    return { word, from: Math.round(from), to: Math.round(to) };
  });
}

/**
 * A sound for such a reading: a buzz with overtones that swells and fades with each word over a faint hiss.
 * @returns samples from -1 to 1, mono, at `rate` a second, ending half a second after the last word.
 */
export function scriptedVoice(script: readonly Spoken[], options: { rate: number; seed: number; hiss?: number }): Float32Array {
  const { rate, seed, hiss = 0.004 } = options;
  const random = seeded(seed);
  const end = Math.max(0, ...script.map((s) => s.to)) + 500;
  const out = new Float32Array(Math.ceil((end * rate) / 1000));
  for (let k = 0; k < out.length; k += 1) out[k] = hiss * (2 * random() - 1);
  for (const { from, to } of script) {
    const first = Math.floor((from * rate) / 1000);
    const last = Math.min(out.length, Math.floor((to * rate) / 1000));
    const pitch = 210 + 60 * random();
    const bright = 0.3 + 0.5 * random();
    for (let k = first; k < last; k += 1) {
      const share = (k - first) / Math.max(1, last - first);
      const swell = Math.min(1, share * 8, (1 - share) * 5) * (0.8 + 0.2 * Math.sin(2 * Math.PI * share * 3));
      const phase = (2 * Math.PI * pitch * (1 - 0.12 * share) * (k - first)) / rate;
      out[k]! += 0.28 * swell * (Math.sin(phase) + bright * Math.sin(2 * phase) + 0.4 * bright * Math.sin(5 * phase));
    }
  }
  return out;
}
