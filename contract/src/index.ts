export * from './clock.js';
export * from './problem-codes.js';
export * from './problem.js';
export * from './addresses.js';
export * from './roles.js';
export * from './packed-children.js';
export * from './model.js';
export * from './child-record.js';
export * from './grouping.js';
export * from './session.js';
export * from './practice.js';
export * from './cover.js';
export * from './remark.js';
export {
  correction,
  cue,
  orderFile,
  orderFileSchema,
  ruleParts,
  teachingOrder,
  type Correction,
  type SchoolWord,
  type Cue,
  type Stated,
  type TeachingOrderRow,
} from './library.js';
export type { RollOver, SchoolYear } from './school-year.js';
export { DEFAULT_SETTINGS, settings, type SchoolSettings } from './settings.js';
export * from './reading.js';
export * from './screen.js';
export * from './names.js';
export * from './outbox.js';
export * from './endpoint.js';
export * from './endpoints.js';
export { importRecord, importRow, type ImportRow, type RecallSoFar } from './endpoints/children.js';
export type { Binned } from './endpoints/evidence.js';
export * from './live-event.js';
export * from './timetable.js';
