/**
 * Seeded randomness: the core has none of its own. Mulberry32 (public-domain generator by
 * T. Ettinger): 32-bit state, fast, good enough for shuffling and search; never for secrets.
 */
export type Random = () => number;

/** A generator of numbers in [0, 1) that always gives the same row for the same seed. */
export function seeded(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A whole number below `n`. */
export function randomBelow(random: Random, n: number): number {
  return Math.floor(random() * n);
}

/** A draw from the standard normal distribution (Box and Muller 1958, Annals of Mathematical Statistics 29); takes two numbers. */
export const gauss = (random: Random): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A shuffled copy (Fisher and Yates, as in Knuth 3.4.2 P). */
export function shuffled<T>(items: readonly T[], random: Random): T[] {
  const out = items.slice();
  for (let i = out.length - 1; i > 0; i -= 1) {
    const j = randomBelow(random, i + 1);
    [out[i], out[j]] = [out[j]!, out[i]!];
  }
  return out;
}

/** A 32-bit seed from any text (FNV-1a), so that a check's id can seed its stack. */
export function seedFrom(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) {
    hash ^= text.charCodeAt(i);
    hash = Math.imul(hash, 0x01000193);
  }
  return hash >>> 0;
}
