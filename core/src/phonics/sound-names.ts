/** How a sound is called in front of an adult: with a word it is heard in. */
import { keyWordOf } from './key-words.js';
import type { Gpc } from './lexicon.js';
import { splitGpc } from './segment.js';
import { SOUNDS, soundParts } from './sounds.js';

/** How a sound is shown to an adult with a word it is heard in: `/ow/ as in cow`. */
export function soundLabel(sound: string): string {
  const info = SOUNDS.get(sound);
  return info ? `/${soundParts(sound).length > 1 ? soundParts(sound).join('+') : sound}/ as in ${info.keyWord}` : `/${sound}/`;
}

/** The sound of a pair with a word the pair stands in: `/ow/ as in snow` for ow:oh. */
export function pairSound(gpc: Gpc): string {
  const { sound } = splitGpc(gpc);
  return `/${soundParts(sound).length > 1 ? soundParts(sound).join('+') : sound}/ as in ${keyWordOf(gpc)}`;
}
