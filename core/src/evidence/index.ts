/** What was observed of a child, and what follows from it. Public as `@sapling/core/evidence`; what is not named here is internal. */
export * from './observation.js';
export * from './derived.js';
