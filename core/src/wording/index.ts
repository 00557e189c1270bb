/** Words that a school uses in place of ours. Public as `@sapling/core/wording`; what is not named here is internal. */
export * from './own-words.js';
