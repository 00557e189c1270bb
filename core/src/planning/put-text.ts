/** A text of the shelf put into a part of a session. */
import type { Lexicon } from '../phonics/lexicon.js';
import { wordsInText } from '../reading/text-pairs.js';
import type { SessionNeeds } from './part-content.js';
import type { SessionPart } from './session-plan.js';
import { asWritten, type SourceText } from './session-text.js';
import { readablePairsOf } from './session-words.js';
import { withContent } from './with-content.js';

/**
 * A text that the adult chose from the shelf, put into a part: with the words to tell first, however many they are, and whether
 * the group has read it.
 */
export function putText(lexicon: Lexicon, request: SessionNeeds, part: SessionPart, text: SourceText): SessionPart {
  const { reads } = readablePairsOf(lexicon, request);
  const tell = wordsInText(lexicon, text.text)
    .filter((w) => !reads(w.word))
    .map((w) => asWritten(text.text, w.word));
  const { id, title, questions } = text;
  const chosen = { id, title, text: text.text, questions, tell, again: request.textsRead?.includes(id) ?? false };
  return withContent(part, { text: chosen, lines: undefined, remark: undefined });
}
