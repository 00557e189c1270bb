export * from './errors.js';
export * from './random.js';
export * from './phonics/sounds.js';
export * from './phonics/lexicon.js';
export * from './phonics/segment.js';
export { guessSegmentations } from './phonics/guess.js';
