/** What a reading leaves to teach: each missed word with its parts, where it went wrong, and words like it. */
import { analyseResponse, type Pattern } from '../checks/response.js';
import { isCoreError } from '../errors.js';
import type { Taught } from '../phonics/decodability.js';
import { findWords } from '../phonics/find-words.js';
import type { Gpc, Lexicon, SegmentUnit } from '../phonics/lexicon.js';
import { normaliseWord, segment } from '../phonics/segment.js';
import { oddUnits } from '../phonics/word-parts.js';
import { seedFrom } from '../random.js';
import { decidingMark } from './score-reading.js';
import type { ReadingMark } from './score-reading.js';

export interface WordToTeach {
  readonly word: string;
  readonly units: readonly SegmentUnit[];
  /** Unit indexes of the odd part. */
  readonly odd: readonly number[];
  /** Unit indexes that went wrong, where what was said tells. */
  readonly missed: readonly number[];
  /** How often it was missed, and what was said for it. */
  readonly times: number;
  readonly said: readonly string[];
  readonly patterns: readonly Pattern[];
  /** Words like it: readable with what was taught, with the missed part in them, or else with the same vowel. */
  readonly like: readonly string[];
}
const LIKE = 4;

/** The words of a reading that were errors, commonest first, each with what to teach about it. */
export function wordsToTeach(
  lexicon: Lexicon,
  reading: { readonly words: readonly string[]; readonly marks: readonly ReadingMark[]; readonly taught: Taught; readonly accent?: string },
): WordToTeach[] {
  const missed = new Map<string, { word: string; said: string[]; times: number }>();
  reading.words.forEach((text, k) => {
    const mark = decidingMark(reading.marks, k);
    if (!mark || mark.kind === 'accent' || mark.kind === 'self-correction') return;
    const word = normaliseWord(text);
    const entry = missed.get(word) ?? { word, said: [], times: 0 };
    entry.times += 1;
    if (mark.said && !entry.said.includes(mark.said)) entry.said.push(mark.said);
    missed.set(word, entry);
  });
  return [...missed.values()]
    .sort((a, b) => b.times - a.times)
    .map(({ word, said, times }) => {
      const units = segment(lexicon, word)[0]?.units ?? [];
      const aligned = said.flatMap((answer) => {
        try {
          return [analyseResponse(lexicon, { target: word, said: answer, accent: reading.accent ?? '' })];
        } catch (error) {
          // what was typed cannot be laid along the word: the word is still taught
          if (isCoreError(error)) return [];
          throw error;
        }
      });
      const wrong = units.flatMap((_, k) => (aligned.some((l) => l.units[k] && l.units[k].outcome !== 'right') ? [k] : []));
      return {
        word,
        units,
        odd: oddUnits(lexicon, units),
        missed: wrong,
        times,
        said,
        patterns: [...new Set(aligned.flatMap((l) => l.patterns))],
        like: likeWords(lexicon, word, units, wrong, reading.taught),
      };
    });
}

function likeWords(lexicon: Lexicon, word: string, units: readonly SegmentUnit[], wrong: readonly number[], taught: Taught): string[] {
  const gpcOf = (k: number): Gpc => `${units[k]!.grapheme}:${units[k]!.sound}`;
  // words like it share what went wrong; where nobody said what that was, its last vowel
  const vowel = units.findLastIndex((u) => /^(?:a|e|i|o|u|ay|ee|igh|oh|oo|uu|ar|or|aw|ow|oy|air|eer|oor|ur|uh|er|ah|yoo)$/.test(u.sound));
  const about = wrong.length > 0 ? wrong : vowel >= 0 ? [vowel] : [];
  const like: string[] = [];
  for (const k of about) {
    const found = findWords(lexicon, {
      taught: { gpcs: [...taught.gpcs], words: [] },
      mustUse: [gpcOf(k)],
      limit: LIKE,
      maxSounds: Math.max(4, units.length + 1),
      minFrequency: 10,
      avoid: [word, ...like],
      seed: seedFrom(`${word} ${k}`),
    });
    like.push(...found.map((f) => f.word));
  }
  return like.slice(0, LIKE);
}
