/** A text while it is worked on. */
import type { LibraryText } from '@sapling/contract';

/** A text being worked on; `version` null for one that ships, 0 for one that is not kept yet. */
export type TextDraft = Omit<LibraryText, 'by' | 'measured'> & Partial<Pick<LibraryText, 'measured'>>;
export const NEW_TEXT: TextDraft = { id: '', title: '', kind: 'story', text: '', offered: [], explain: [], questions: [], version: 0 };

/** Words to explain as they are typed, one a line: the word, a colon, what it means. */
export const explainLines = (explain: TextDraft['explain']): string => explain.map((e) => `${e.word}: ${e.meaning}`).join('\n');

/** The words to explain that were typed; a line without a colon is a word whose meaning is still to come. */
export function explainedIn(typed: string): TextDraft['explain'][number][] {
  return typed
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => {
      const at = line.indexOf(':');
      return at < 0 ? { word: line.trim(), meaning: '' } : { word: line.slice(0, at).trim(), meaning: line.slice(at + 1).trim() };
    });
}
