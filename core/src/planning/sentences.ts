/**
 * Sentences to read and to dictate, written for this tool: each says something by itself. From words of three letters to long
 * ones; the engine picks what a group can read.
 */
import { doubledLetters } from './sentences/doubled-letters.js';
import { firstDigraphs } from './sentences/first-digraphs.js';
import { firstLetters } from './sentences/first-letters.js';
import { longVowels } from './sentences/long-vowels.js';
import { longerWords } from './sentences/longer-words.js';
import { rarerPairs } from './sentences/rarer-pairs.js';

export const SENTENCES: readonly string[] = [firstLetters, doubledLetters, firstDigraphs, longVowels, longerWords, rarerPairs].flatMap(
  (lines) =>
    lines
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean),
);

/** The sentences as one text, for whatever chooses sentences from texts. */
export const SENTENCE_BANK = { id: 'sentences', title: 'Sentences', text: SENTENCES.join('\n') } as const;
