/** Recall the other ways round: hear a sound and point or write, see a letter and say its name or key word. */
import { CoreError } from '../errors.js';
import type { Gpc } from '../phonics/lexicon.js';
import { splitGpc } from '../phonics/segment.js';
import { confusability } from '../phonics/shape.js';
import { seeded, seedFrom, shuffled } from '../random.js';
import type { CheckItem } from './items.js';
import { makeStack } from './stack.js';

/** Among how many a child points: the confusable ones first, or a board of everything. */
export type Choices = 2 | 4 | 'board';
const BOARD = 12;

/**
 * A sound is said, the child points to its grapheme. Wrong choices are those it is most easily mixed up with;
 * every taught spelling of the sound that is shown is right. One item a sound, shuffled.
 * @throws CoreError `empty` where nothing has been taught.
 * @example hearAndPoint(['k:k', 'c:k', 't:t'], { choices: 2, seed: 1 })[0].accept // ['k'], or ['c']
 */
export function hearAndPoint(
  taught: readonly Gpc[],
  { choices, seed, ask = taught }: { choices: Choices; seed: number; ask?: readonly Gpc[] },
): CheckItem[] {
  const asked = new Set<string>();
  return makeStack(ask, { seed }).flatMap((gpc): CheckItem[] => {
    const { grapheme, sound } = splitGpc(gpc);
    if (asked.has(sound)) return [];
    asked.add(sound);
    const right = new Set(
      taught
        .map(splitGpc)
        .filter((p) => p.sound === sound)
        .map((p) => p.grapheme),
    );
    const random = seeded(seedFrom(`${seed} ${gpc}`));
    const others = new Map<string, number>();
    for (const other of shuffled(taught, random)) {
      const pair = splitGpc(other);
      if (right.has(pair.grapheme)) continue;
      others.set(pair.grapheme, Math.max(others.get(pair.grapheme) ?? 0, confusability(gpc, other)));
    }
    const wanted = choices === 'board' ? BOARD : choices;
    const wrong = [...others].sort((a, b) => b[1] - a[1]).map(([g]) => g);
    // on a board all its spellings stand; among two or four just this one
    const shown = choices === 'board' ? [...right].slice(0, 3) : [grapheme];
    const options = shuffled([...shown, ...wrong.slice(0, wanted - shown.length)], random);
    if (options.length < 2) return [];
    return [{ key: gpc, skill: 'recall', gpc, sound, options, accept: shown }];
  });
}

/** A sound is said, the child writes it: every taught spelling of it is right. One item a sound. */
export function hearAndWrite(taught: readonly Gpc[], { seed, ask = taught }: { seed: number; ask?: readonly Gpc[] }): CheckItem[] {
  const asked = new Set<string>();
  return makeStack(ask, { seed }).flatMap((gpc): CheckItem[] => {
    const { sound } = splitGpc(gpc);
    if (asked.has(sound)) return [];
    asked.add(sound);
    const accept = [
      ...new Set(
        taught
          .map(splitGpc)
          .filter((p) => p.sound === sound)
          .map((p) => p.grapheme),
      ),
    ];
    return [{ key: gpc, skill: 'recall', gpc, sound, accept }];
  });
}

/**
 * Single letters to be named, or graphemes to be given a key word: one item a grapheme.
 * @throws CoreError `empty` where nothing fits.
 */
export function seeAndTell(kind: 'see-name' | 'key word', taught: readonly Gpc[], { seed }: { seed: number }): CheckItem[] {
  const fitting = taught.filter((gpc) => kind === 'key word' || splitGpc(gpc).grapheme.length === 1);
  if (fitting.length === 0) throw new CoreError('empty', 'taught', 'No single letter has been taught yet.');
  const seen = new Set<string>();
  return makeStack(fitting, { seed }).flatMap((gpc): CheckItem[] => {
    const { grapheme } = splitGpc(gpc);
    const key = kind === 'key word' ? gpc : grapheme;
    if (seen.has(key)) return [];
    seen.add(key);
    return [{ key: gpc, skill: 'recall', gpc }];
  });
}

/** The taught pair of a sound that a grapheme stands for: pointing at *c* for /k/ is evidence of c:k. */
export function pairPointedAt(item: CheckItem, grapheme: string): Gpc | undefined {
  if (item.gpc === undefined) return undefined;
  return item.sound !== undefined && item.accept?.includes(grapheme) ? `${grapheme}:${item.sound}` : item.gpc;
}

/**
 * Puts the cards of one grapheme with several sounds next to each other, so that it can be asked for both:
 * the second comes as "another sound".
 * @example bothSoundsTogether(['ow:ow', 's:s', 'ow:oh']) // ['ow:ow', 'ow:oh', 's:s']
 */
export function bothSoundsTogether(stack: readonly Gpc[]): Gpc[] {
  const out: Gpc[] = [];
  const done = new Set<Gpc>();
  for (const gpc of stack) {
    if (done.has(gpc)) continue;
    const { grapheme } = splitGpc(gpc);
    for (const same of stack)
      if (splitGpc(same).grapheme === grapheme && !done.has(same)) {
        out.push(same);
        done.add(same);
      }
  }
  return out;
}
