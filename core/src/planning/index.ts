/** Sessions, cycles and terms: what a session holds, the timetable, sheets for home. Public as `@sapling/core/planning`; what is not named here is internal. */
export { isShippedText } from './shipped-words.js';
export * from './part-content.js';
export { PART_KINDS, partKind, type PartKind } from './parts/index.js';
export type { ChildSheet, PartDescriptor } from './parts/part.js';
export { remarkWords, type PlanRemark } from './plan-remarks.js';
export { LEAST_SENTENCES, LEAST_WORDS, practiceFor, type Blocker, type Practice } from './practice.js';
export { onFocus } from './plan-look.js';
export { inPhrases } from './phrases.js';
export { skillStyle } from './skill-styles.js';
export * from './session-plan.js';
export { emptyPart, withContent } from './with-content.js';
export {
  checkedStyle,
  MOST_PARTS,
  PART_WORDS,
  shareMinutes,
  SHIPPED_STYLES,
  styleFor,
  type SessionStyle,
  type StylePart,
} from './session-style.js';
export * from './review-stack.js';
export * from './carry-over.js';
export { canRead, readablePairsOf, irregularWord, plannedWord, READS_FROM } from './session-words.js';
export * from './plan-session.js';
export { withArticle } from './parts/noun-phrases.js';
export { putText } from './put-text.js';
export { YES_OR_NO } from './yes-or-no.js';
export { FORMATION } from './formation.js';
export * from './letter-strokes.js';
export * from './plan-cycle.js';
export * from './timetable.js';
export * from './week.js';
export { SENTENCES, SENTENCE_BANK } from './sentences.js';
export * from './home-sheet.js';
export * from './terms.js';
