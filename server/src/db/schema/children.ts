/** Classes, children, and what was done to their records. */
import type { ChildWeeks } from '../../evidence/weeks.js';
import type { PairStateRow, StrandStateRow } from '@sapling/contract';
import { boolean, index, integer, jsonb, pgTable, primaryKey, real, text, uuid } from 'drizzle-orm/pg-core';
import { at, version } from './columns.js';
import { colleagues } from './people.js';

export const classes = pgTable('classes', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  year: text('year').notNull().default(''),
  orderId: text('order_id').notNull(),
  taughtSteps: integer('taught_steps').notNull().default(0),
  removedAt: at('removed_at'),
  version: version(),
});

export const classColleagues = pgTable(
  'class_colleagues',
  {
    classId: uuid('class_id')
      .notNull()
      .references(() => classes.id),
    colleagueId: uuid('colleague_id')
      .notNull()
      .references(() => colleagues.id),
  },
  (t) => [primaryKey({ columns: [t.classId, t.colleagueId] })],
);

export const children = pgTable(
  'children',
  {
    id: uuid('id').primaryKey(),
    givenName: text('given_name').notNull(),
    familyName: text('family_name').notNull().default(''),
    classId: uuid('class_id')
      .notNull()
      .references(() => classes.id),
    externalId: text('external_id'),
    /** As the school records them; nothing is decided from these two. */
    firstLanguage: text('first_language').notNull().default(''),
    needs: text('needs').notNull().default(''),
    /** YYYY-MM-DD, where the school keeps it. */
    dateOfBirth: text('date_of_birth'),
    /** The family agreed that readings are recorded. */
    recordingConsent: boolean('recording_consent').notNull().default(false),
    /** When the child left; in no list from then on. */
    removedAt: at('removed_at'),
    /** The record that this one went into, being the same child's. */
    mergedInto: uuid('merged_into'),
    /** Raised with everything that is recorded of the child. */
    evidenceVersion: integer('evidence_version').notNull().default(0),
    version: version(),
  },
  (t) => [index('children_class').on(t.classId)],
);

/** Where each child stands as it was worked out last, with what that rests on. Can be thrown away: it is worked out again. */
export const childStates = pgTable('child_states', {
  child: uuid('child').primaryKey(),
  stamp: text('stamp').notNull(),
  /** The school's day it holds for. */
  day: text('day').notNull(),
  line: jsonb('line').notNull().$type<PairStateRow[]>(),
  strands: jsonb('strands').notNull().$type<StrandStateRow[]>(),
  lastCheck: text('last_check'),
  direction: real('direction'),
  directionClear: boolean('direction_clear').notNull().default(false),
  /** Null in states that an older version worked out. */
  weeks: jsonb('weeks').$type<ChildWeeks>(),
});

/** What else was worked out of a child's evidence, by name, with what it rests on. */
export const childResults = pgTable(
  'child_results',
  {
    child: uuid('child').notNull(),
    name: text('name').notNull(),
    stamp: text('stamp').notNull(),
    value: jsonb('value').notNull().$type<unknown>(),
  },
  (t) => [primaryKey({ columns: [t.child, t.name] })],
);

export const imports = pgTable('imports', {
  id: uuid('id').primaryKey(),
  fileName: text('file_name').notNull(),
  by: uuid('by').notNull(),
  at: at('at').notNull(),
  /** What it did, so that it can be undone. */
  addedChildren: jsonb('added_children').notNull().$type<string[]>(),
  addedClasses: jsonb('added_classes').notNull().$type<string[]>(),
  moved: jsonb('moved').notNull().$type<{ child: string; from: string; to: string }[]>(),
  /** Children who had left and came back by it: when they had, and of which class. */
  returned: jsonb('returned').notNull().default([]).$type<{ child: string; leftAt: string; from: string; to: string }[]>(),
  /** What was recorded of a child before the list said otherwise, and what it said: unknown of lists brought in before that was kept. */
  recorded: jsonb('recorded').notNull().default([]).$type<RecordedByList[]>(),
  undoneAt: at('undone_at'),
});

/** Records of one child that were two, with what moved, so that it can be taken back. */
export const merges = pgTable('merges', {
  id: uuid('id').primaryKey(),
  at: at('at').notNull(),
  by: uuid('by').notNull(),
  kept: uuid('kept').notNull(),
  gone: uuid('gone').notNull(),
  name: text('name').notNull(),
  moved: jsonb('moved').notNull().$type<MergeMoves>(),
  undoneAt: at('undone_at'),
});
export interface MergeMoves {
  /** Keys of the rows that changed hands, by table. */
  readonly rows: Readonly<Record<string, readonly string[]>>;
  /** Groups that the record that went was in. */
  readonly groups: readonly string[];
  /** Of them, those that the record that stayed was not in before. Unknown of merges made before this was kept. */
  readonly given?: readonly string[] | undefined;
  /** Where each was in a group that met, the one of them left, and by whose record it was left. */
  readonly left?: readonly { readonly groupId: string; readonly child: string; readonly move: string }[] | undefined;
  /** What the record that stayed did not know and took from the one that went. */
  readonly filled?: Facts | undefined;
  /** Whether it took over that the family agreed to recordings, as only the record that went had it. */
  readonly consent?: boolean | undefined;
  /** Lists of children as they stood: of sessions with a plan that spoke of who went, attendance of logs, rules. */
  readonly lists: readonly MergedList[];
}
export interface MergedList {
  readonly table: 'sessions' | 'logs' | 'groupRules';
  readonly id: string;
  readonly was: unknown;
  readonly plan?: unknown;
}

/** What a record may know of a child that a list, or another record of the same child, knows as well. */
export type Facts = Partial<
  Pick<typeof children.$inferSelect, 'givenName' | 'familyName' | 'externalId' | 'firstLanguage' | 'needs' | 'dateOfBirth'>
>;
export interface RecordedByList extends Facts {
  readonly child: string;
  readonly wrote?: Facts;
}

/** Asked for and done: erasing all about a child. Of the child it keeps the key alone. */
export const erasures = pgTable('erasures', {
  id: uuid('id').primaryKey(),
  child: uuid('child').notNull(),
  askedBy: uuid('asked_by').notNull(),
  askedAt: at('asked_at').notNull(),
  withdrawnAt: at('withdrawn_at'),
  doneBy: uuid('done_by'),
  doneAt: at('done_at'),
  counts: jsonb('counts').$type<Record<string, number>>(),
});
