/**
 * All of the core under one name, for checks from outside and for what every concept needs (errors, days, chance). Code of ours asks
 * for a concept: `@sapling/core/phonics`, `/judgement` and so on.
 */
export * from './errors.js';
export * from './clock.js';
export * from './days.js';
export { median } from './median.js';
export * from './random.js';
export { loadLexicon, type LexiconSource } from './io/load-lexicon.js';
export { capital, counted, fewOf, listed, MOST_NAMED, pairInWords } from './in-words.js';
export * from './phonics/index.js';
export * from './checks/index.js';
export * from './evidence/index.js';
export * from './judgement/index.js';
export * from './grouping/index.js';
export * from './planning/index.js';
export * from './reading/index.js';
export * from './lists/index.js';
export * from './wording/index.js';
// names of the core contract, kept for who calls them from outside
export { recallBelief as believe } from './judgement/index.js';
export { withChildMoved as moved } from './grouping/index.js';
export { type LowEvidence as Thin } from './grouping/index.js';
export { groupingDifference as difference } from './grouping/index.js';
export { brokenRules as broken } from './grouping/index.js';
export { readablePairsOf as groundOf } from './planning/index.js';
