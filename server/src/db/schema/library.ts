/** What the school made of its own to teach with. */
import type { StatedRule, Style } from '@sapling/core/phonics';
import type { StylePart } from '@sapling/core/planning';
import type { Offer, TextKind, TextQuestion } from '@sapling/core/reading';
import { boolean, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { at, version } from './columns.js';

/** Texts of a school's own. Those that ship with the tool are in no table. */
export const texts = pgTable('texts', {
  id: uuid('id').primaryKey(),
  title: text('title').notNull(),
  kind: text('kind').notNull().$type<TextKind>(),
  text: text('text').notNull(),
  offered: jsonb('offered').notNull().$type<readonly Offer[]>(),
  explain: jsonb('explain').notNull().$type<readonly { word: string; meaning: string }[]>(),
  questions: jsonb('questions').notNull().$type<readonly TextQuestion[]>(),
  savedBy: uuid('saved_by').notNull(),
  savedAt: at('saved_at').notNull(),
  removedAt: at('removed_at'),
  version: version(),
});

/** Teaching orders of the school's own. Those that ship with the tool are in no table. */
export const teachingOrders = pgTable('teaching_orders', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  style: text('style').notNull().$type<Style>(),
  steps: jsonb('steps').notNull().$type<{ name: string; gpcs: string[]; words: string[] }[]>(),
  savedBy: uuid('saved_by').notNull(),
  savedAt: at('saved_at').notNull(),
  removedAt: at('removed_at'),
  version: version(),
});

/** Words that this school has cut otherwise than the lexicon. */
export const wordCorrections = pgTable('word_corrections', {
  word: text('word').primaryKey(),
  units: jsonb('units').notNull().$type<{ grapheme: string; sound: string }[]>(),
  savedBy: uuid('saved_by').notNull(),
  savedAt: at('saved_at').notNull(),
  removedAt: at('removed_at'),
  version: version(),
});

/** Words that this school offers beside the word book, and words of the book that it never offers. */
export const schoolWords = pgTable('school_words', {
  word: text('word').primaryKey(),
  offer: text('offer').notNull().$type<'also' | 'never'>(),
  savedBy: uuid('saved_by').notNull(),
  savedAt: at('saved_at').notNull(),
  removedAt: at('removed_at'),
  version: version(),
});

/** The school's own cue, action and key word for a pair. */
export const cues = pgTable('cues', {
  gpc: text('gpc').primaryKey(),
  keyWord: text('key_word').notNull().default(''),
  cue: text('cue').notNull().default(''),
  action: text('action').notNull().default(''),
  /** A word that a picture ships for, or a small image as a data address. */
  picture: text('picture').notNull().default(''),
  story: text('story').notNull().default(''),
  savedBy: uuid('saved_by').notNull(),
  savedAt: at('saved_at').notNull(),
  version: version(),
});

/** Styles of a session of the school's own. Those that ship with the tool are in no table. */
export const sessionStyles = pgTable('session_styles', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  parts: jsonb('parts').notNull().$type<readonly StylePart[]>(),
  oldToNew: integer('old_to_new').notNull(),
  atError: text('at_error').notNull(),
  /** All answer at once: words are for all. */
  together: boolean('together').notNull().default(false),
  savedBy: uuid('saved_by').notNull(),
  savedAt: at('saved_at').notNull(),
  removedAt: at('removed_at'),
  version: version(),
});

/** Spelling rules that colleagues stated, to be counted. */
export const statedRules = pgTable('stated_rules', {
  id: uuid('id').primaryKey(),
  rule: jsonb('rule').notNull().$type<Omit<StatedRule, 'id'>>(),
  savedBy: uuid('saved_by').notNull(),
  savedAt: at('saved_at').notNull(),
  removedAt: at('removed_at'),
  version: version(),
});
