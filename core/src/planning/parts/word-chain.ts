/**
 * Words in a row, each one sound from the one before.
 * @example { kind: 'word chain', gpcs: [], words: [{ word: 'stack' }] }
 */
import { wordChain } from '../../phonics/chain.js';
import { plannedWord } from '../session-words.js';
import { emptyIfNoCandidates, itemCount, definePart } from './part.js';

const SHORTEST = 4;

export const wordChainPart = definePart({
  title: 'Word chain',
  how: 'Change one sound at a time. Ask what changed before the letters are moved.',
  worth: 4,
  evidence: 'pair',
  sheets: ['chain'],
  holds: [],
  keepsTogether: true,
  shownWhole: true,
  fill: (f) => {
    const chain = emptyIfNoCandidates(() =>
      wordChain(f.lexicon, {
        taught: f.readablePairs.taught,
        focus: [...f.readablePairs.focus],
        length: itemCount(f.minutes, 2, 5, 10),
        seed: f.seed,
      }),
    );
    const words = chain.map((step) => plannedWord(f.lexicon, step.word, f.readablePairs.focus));
    return words.length >= SHORTEST ? { words } : null;
  },
});
