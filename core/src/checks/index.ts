/** Checks of a child: kinds of check, what is asked, and what an answer that is not right shows. Public as `@sapling/core/checks`; what is not named here is internal. */
export { practiceAnswers, type PracticeAnswer } from './practice-child.js';
export * from './stack.js';
export * from './response.js';
export * from './next-card.js';
export * from './likely-slips.js';
export * from './items.js';
export * from './kinds/index.js';
export * from './recall-items.js';
export * from './decoding-items.js';
export * from './sentence-spelling.js';
export * from './spelling-items.js';
export * from './listening-items.js';
export * from './spelling.js';
export * from './likely-words.js';
export { LETTER_NAMES } from './letter-names.js';
