/** What the adult needs beside an item: what is right, and what to say when it is not. */
import { pairSound, SOUNDS } from '@sapling/core/phonics';
import type { Part, Word } from './part-view.js';
import type { RunItem } from './run-draft.js';

/** A sound with the word it is heard in. @example soundHelp('oo') // '/oo/ as in moon' */
function soundHelp(sound: string): string {
  const word = SOUNDS.get(sound)?.keyWord;
  return word ? `/${sound}/ as in ${word}` : `/${sound}/`;
}

/** The pieces of a word as they are said, a dot between. */
const sounded = (word: Word): string => word.units.map((u) => u.sound).join(' · ');

/** What is right for an item, in a few words; null where the item says it itself. */
export function answerOf(part: Part, item: RunItem): string | null {
  if (item.gpc) return pairSound(item.gpc);
  if (item.row !== undefined) return part.rows?.[item.row]?.answer ?? null;
  if (item.line !== undefined) return part.lines?.[item.line]?.answer ?? null;
  const word = item.word === undefined ? undefined : part.words[item.word];
  if (!word) return null;
  if (word.answer) return `${word.word}: ${word.answer}`;
  if (word.say) return `${word.say.join(' … ')} → ${word.word}`;
  if (word.base && word.ending) return `${word.base} + ${word.ending}`;
  const odd = (word.odd ?? []).map((k) => word.units[k]).filter((u) => u !== undefined);
  if (odd.length > 0)
    return `odd part: ${odd.map((u) => `${u.letters.map((l) => word.word[l]).join('')} says ${soundHelp(u.sound)}`).join(', ')}`;
  if (word.heard) return `${sounded(word)} → ${word.word}`;
  return sounded(word);
}

/** What to say when this item goes wrong: a model, then the same asked once more. */
export function modelOf(part: Part, item: RunItem): string | null {
  if (item.gpc) return `“This says ${pairSound(item.gpc)}. Say it. What does it say?”`;
  const word = item.word === undefined ? undefined : part.words[item.word];
  if (!word) return item.line !== undefined ? 'Point under the word that slipped. “Sounds?” Then the sentence from its start.' : null;
  if (word.answer) return `“Listen: ${word.word}. ${word.answer}. Now you.”`;
  if (word.say ?? word.heard) return `“Listen: ${(word.say ?? word.units.map((u) => u.sound)).join(' … ')}: ${word.word}. Now you.”`;
  const odd = (word.odd ?? []).map((k) => word.units[k]).filter((u) => u !== undefined);
  if (odd.length > 0) return `“This part says ${odd.map((u) => `/${u.sound}/`).join(' and ')}. The word is ${word.word}. What word?”`;
  return `“Sounds: ${sounded(word)}. The word is ${word.word}. Your turn: sounds, then the word.”`;
}
