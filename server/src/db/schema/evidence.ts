/** Checks, marks, readings and their sound: append-only. */
import { sql } from 'drizzle-orm';
import type { ReadingOutcome } from '../../readings/outcome.js';
import type { CheckItem, CheckKind } from '@sapling/core/checks';
import type { ReadingStep, TextKind, TextQuestion } from '@sapling/core/reading';
import { boolean, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { at, bytes } from './columns.js';
import { children } from './children.js';

export const checks = pgTable(
  'checks',
  {
    id: uuid('id').primaryKey(),
    child: uuid('child')
      .notNull()
      .references(() => children.id),
    by: uuid('by').notNull(),
    startedAt: at('started_at').notNull(),
    kind: text('kind').notNull().$type<CheckKind>(),
    quick: boolean('quick'),
    stack: jsonb('stack').notNull().$type<string[]>(),
    items: jsonb('items').$type<readonly CheckItem[]>(),
    late: text('late').$type<'memory' | 'paper'>(),
    finishedAt: at('finished_at'),
    finishedReason: text('finished_reason'),
    /** In the bin: its marks are withdrawn, and it is in no list. */
    binnedAt: at('binned_at'),
    binnedBy: uuid('binned_by'),
  },
  (t) => [
    index('checks_child').on(t.child),
    // few of them at any time, asked for with every look at Today
    index('checks_open')
      .on(t.child)
      .where(sql`finished_at is null and binned_at is null`),
  ],
);

/** Written by the database's function store_mark (migration 0031), which knows every column and no default. */
export const observations = pgTable(
  'observations',
  {
    id: uuid('id').primaryKey(),
    child: uuid('child')
      .notNull()
      .references(() => children.id),
    by: uuid('by').notNull(),
    at: at('at').notNull(),
    receivedAt: at('received_at').notNull(),
    kind: text('kind').notNull(),
    gpc: text('gpc'),
    skill: text('skill'),
    item: text('item'),
    outcome: text('outcome').notNull(),
    said: text('said'),
    ms: integer('ms'),
    options: integer('options'),
    fromMemory: boolean('from_memory'),
    card: text('card'),
    parts: jsonb('parts').$type<number[]>(),
    replaces: uuid('replaces'),
    check: uuid('check'),
  },
  (t) => [index('observations_child').on(t.child, t.id), index('observations_check').on(t.check)],
);

export const withdrawals = pgTable(
  'withdrawals',
  {
    id: uuid('id').primaryKey(),
    observation: uuid('observation').notNull(),
    child: uuid('child')
      .notNull()
      .references(() => children.id),
    by: uuid('by').notNull(),
    at: at('at').notNull(),
    /** The check or the session that it was put in the bin with. */
    bin: uuid('bin'),
  },
  (t) => [index('withdrawals_child').on(t.child), index('withdrawals_bin').on(t.bin)],
);

/** A child read a text aloud. The text stands here as it was read. */
export const readings = pgTable(
  'readings',
  {
    id: uuid('id').primaryKey(),
    child: uuid('child')
      .notNull()
      .references(() => children.id),
    by: uuid('by').notNull(),
    at: at('at').notNull(),
    textId: text('text_id').notNull(),
    title: text('title').notNull(),
    kind: text('kind').notNull().$type<TextKind>(),
    text: text('text').notNull(),
    words: jsonb('words').notNull().$type<string[]>(),
    questions: jsonb('questions').notNull().$type<readonly TextQuestion[]>(),
    paper: boolean('paper'),
  },
  (t) => [index('readings_child').on(t.child, t.at)],
);

/** The steps of every marking of a reading: append-only. */
export const readingSteps = pgTable(
  'reading_steps',
  {
    id: uuid('id').primaryKey(),
    reading: uuid('reading')
      .notNull()
      .references(() => readings.id),
    child: uuid('child').notNull(),
    marking: uuid('marking').notNull(),
    by: uuid('by').notNull(),
    at: at('at').notNull(),
    n: integer('n').notNull(),
    step: jsonb('step').notNull().$type<ReadingStep>(),
    receivedAt: at('received_at').notNull(),
  },
  (t) => [
    index('reading_steps_reading').on(t.reading),
    index('reading_steps_child').on(t.child, t.id),
    index('reading_steps_marking').on(t.marking),
  ],
);

/** How a reading came out, worked out from its steps and kept: a new step takes it away. */
export const readingOutcomes = pgTable(
  'reading_outcomes',
  {
    reading: uuid('reading').primaryKey(),
    child: uuid('child').notNull(),
    /** The school's settings it was scored by. */
    stamp: text('stamp').notNull(),
    outcome: jsonb('outcome').notNull().$type<ReadingOutcome>(),
  },
  (t) => [index('reading_outcomes_child').on(t.child)],
);

/** Sound of recordings, where it is kept in the database: see readings/recording-store.ts. */
export const recordingParts = pgTable(
  'recording_parts',
  {
    reading: uuid('reading').notNull(),
    part: integer('part').notNull(),
    sound: bytes('sound').notNull(),
  },
  (t) => [primaryKey({ columns: [t.reading, t.part] })],
);

/** What there is of a recording; where the sound itself lies is decided in readings/recording-store.ts. */
export const recordings = pgTable('recordings', {
  reading: uuid('reading')
    .primaryKey()
    .references(() => readings.id),
  child: uuid('child').notNull(),
  by: uuid('by').notNull(),
  at: at('at').notNull(),
  mime: text('mime').notNull(),
  parts: integer('parts').notNull(),
  /** The day it is deleted, YYYY-MM-DD. */
  deleteOn: text('delete_on').notNull(),
  deletedAt: at('deleted_at'),
});
