/** Forming groups by gaps under the rules that a school states, and why each is as it is. Public as `@sapling/core/grouping`; what is not named here is internal. */
export * from './problem.js';
export { costOf, costsByChild } from './cost.js';
export * from './form-groups.js';
export {
  CARDS_IN_TWO_MINUTES,
  explain,
  withChildMoved,
  movesOf,
  placementOf,
  thinEvidence,
  type Move,
  type Placement,
  type LowEvidence,
} from './explain.js';
export { learningOf, LITTLE, type Learning } from './learning.js';
export { practisableFocus, practiceOf, type PractisedFocus } from './practisable.js';
export { boardOf, type BoardView } from './board-view.js';
export * from './after-cycle.js';
export { suggestions, suggestionsSteps, groupingDifference, TRULY_DIFFERENT, type Suggestion } from './suggestions.js';
export { brokenRules, constraintsOf, type Constraint } from './rules.js';
export { conflictOf, conflictInWords, inWords, type RuleConflict, type Named } from './conflict.js';
export * from './seriation.js';
