/** Reading texts: marking, figures, aims, and which text for whom. Public as `@sapling/core/reading`; what is not named here is internal. */
export * from './score-reading.js';
export * from './text-file.js';
export * from './first-step.js';
export * from './text-pairs.js';
export * from './lines.js';
export * from './marking.js';
export * from './punctuation.js';
export * from './pace.js';
export * from './agreement.js';
export * from './voice.js';
export * from './sound.js';
export * from './again.js';
export * from './words-to-teach.js';
export * from './reading-evidence.js';
export * from './choose-text.js';
export * from './quadrant.js';
export * from './aims.js';
