/** What is believed of a child: the estimate, strands, trends, what to teach next, and how far to trust it. Public as `@sapling/core/judgement`; what is not named here is internal. */
export * from './model.js';
export * from './estimate.js';
export { foretell, type Foretold } from './foretell.js';
export { placesOf } from './run-filter.js';
export { tellApart } from './tell-apart.js';
export { recallBelief, inOrder, type PairBelief, type RecallBelief } from './recall-model.js';
export * from './confusions.js';
export * from './teach-next.js';
export * from './strands.js';
export * from './judge.js';
export { PARAMETERS } from './parameters.js';
export * from './recall-filter.js';
export { slowPairs } from './slow.js';
export * from './trend.js';
export * from './outcome.js';
export * from './change.js';
export * from './trust.js';
export * from './refit.js';
