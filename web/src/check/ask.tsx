/** What the adult says or needs to know for an item: one line in the strip. */
import { pairSound, soundLabel, splitGpc, type CheckItem, type CheckKind } from '@sapling/core';
import { LETTER_NAME } from './letter-name.js';

export function askLine(kind: CheckKind, item: CheckItem): string {
  switch (kind) {
    case 'see-say':
      return pairSound(item.gpc!);
    case 'see-name':
      return `its name is “${LETTER_NAME(splitGpc(item.gpc!).grapheme)}”`;
    case 'key word':
      return `a word with ${pairSound(item.gpc!)}`;
    case 'hear-point':
      return `Say ${soundLabel(item.sound!)}`;
    case 'hear-write':
      return `Say ${soundLabel(item.sound!)}. Counts: ${item.accept!.map((g) => g.replace('_', '‑')).join(', ')}`;
    case 'push together':
      return `Say  ${item.parts!.join(' … ')}`;
    case 'stretch':
      return `Say “${item.word}”. Sounds: ${item.parts!.join(' ')}, ${item.accept![0]}`;
    case 'where':
      return `Say ${soundLabel(item.sound!)}, then “${item.word}”`;
    case 'is it this':
      return `Say ${soundLabel(item.sound!)}, then “${item.word}”`;
    case 'find in row':
    case 'spelling':
      return `Say “${item.word}”`;
    default:
      return (item.units ?? []).map((u) => `/${u.sound}/`).join(' ');
  }
}
