/**
 * Fluency: the sentences of the text in phrases.
 * @example { kind: 'phrases', gpcs: [], lines: [{ text: 'Rain, / rain on the train.' }] }
 */
import { sentencesOf } from '../../phonics/dictation.js';
import { inPhrases } from '../phrases.js';
import { readableSentences } from '../session-text.js';
import { itemCount, definePart } from './part.js';

export const phrases = definePart({
  title: 'Phrase by phrase',
  how: 'Read a phrase to the stroke in one breath; the children read it back the same way. A short pause at a comma, the voice down at a full stop, up at a question mark. Then the whole sentence.',
  worth: 8,
  least: 3,
  evidence: null,
  sheets: ['text'],
  holds: ['lines'],
  connected: true,
  linesOfText: true,
  shownWhole: true,
  startsAnew: true,
  fill: (f) => {
    const text = f.before.find((p) => p.text && p.connected)?.text?.text;
    const sentences = text ? sentencesOf(text).filter((s) => s.split(/\s+/).length >= 4) : readableSentences(f, 14, 24);
    const lines = sentences.slice(0, itemCount(f.minutes, 1.2, 3, 8)).map((s) => ({ text: inPhrases(s) }));
    return lines.length >= 2 ? { lines } : null;
  },
});
