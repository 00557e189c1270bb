/** Lists of children as other programs write them. Public as `@sapling/core/lists`; what is not named here is internal. */
export * from './one-roster.js';
