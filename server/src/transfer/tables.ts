/** Every table of an installation that is written out and read back, in an order in which each comes after what it refers to. */
import { getTableColumns, type Column } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { z } from 'zod';
import * as t from '../db/schema.js';

/**
 * Sign-ins, cover links and calendar addresses end with the installation they were made at. Recordings are sound files of the data folder that go by
 * themselves after some days: they are not taken along.
 */
export const TABLES = {
  schools: t.schools,
  colleagues: t.colleagues,
  classes: t.classes,
  classColleagues: t.classColleagues,
  children: t.children,
  imports: t.imports,
  merges: t.merges,
  erasures: t.erasures,
  checks: t.checks,
  observations: t.observations,
  withdrawals: t.withdrawals,
  readings: t.readings,
  readingSteps: t.readingSteps,
  texts: t.texts,
  groups: t.groups,
  groupMoves: t.groupMoves,
  groupRules: t.groupRules,
  groupMembers: t.groupMembers,
  timetables: t.timetables,
  schoolYears: t.schoolYears,
  lendings: t.lendings,
  sessions: t.sessions,
  logs: t.logs,
  notes: t.notes,
  remarks: t.remarks,
  looks: t.looks,
  teachingOrders: t.teachingOrders,
  wordCorrections: t.wordCorrections,
  schoolWords: t.schoolWords,
  cues: t.cues,
  statedRules: t.statedRules,
  sessionStyles: t.sessionStyles,
  trail: t.trail,
} as const satisfies Record<string, PgTable>;
export type TableName = keyof typeof TABLES;
export const TABLE_NAMES = Object.keys(TABLES) as TableName[];
export const LEFT_OUT: readonly string[] = [
  'signIns',
  'passwordLinks',
  'childStates',
  'childResults',
  'readingOutcomes',
  'recordings',
  'recordingParts',
  'tries',
  'sharedSecrets',
  'coverLinks',
  'calendarLinks',
];

/** What a column may hold, from the database’s own definition. A column that can be empty or has a value of its own may be missing. */
function valueOf(column: Column): z.ZodType {
  const type = column.getSQLType();
  const value =
    type === 'uuid'
      ? z.uuid()
      : type === 'integer'
        ? z.number().int()
        : type === 'boolean'
          ? z.boolean()
          : type.startsWith('timestamp')
            ? z.iso.datetime()
            : type === 'jsonb'
              ? z.json()
              : z.string();
  const filled = column.notNull && type !== 'jsonb' ? value : value.nullable();
  return column.notNull && !column.hasDefault ? filled : filled.optional();
}
export function rowOf(name: TableName): z.ZodObject {
  return z.strictObject(Object.fromEntries(Object.entries(getTableColumns(TABLES[name])).map(([key, column]) => [key, valueOf(column)])));
}
