/** The tables. Observations, withdrawals, logs and notes are append-only; rows people edit carry a version. */
export * from './schema/people.js';
export * from './schema/children.js';
export * from './schema/evidence.js';
export * from './schema/planning.js';
export * from './schema/library.js';
