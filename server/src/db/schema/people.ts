/** The school, who works there, how they come in, and what was done. */
import type { KeptJudgement } from '../../settings/judgement-here.js';
import type { OwnDates, OwnKeys, SchoolSettings } from '@sapling/contract';
import { boolean, index, integer, jsonb, pgSequence, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { at, version } from './columns.js';

export const schools = pgTable('schools', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  timeZone: text('time_zone').notNull().default('Europe/London'),
  demo: boolean('demo').notNull().default(false),
  /** What this school decided where schools differ; what it left alone is not in it. */
  settings: jsonb('settings').notNull().default({}).$type<Partial<SchoolSettings>>(),
  settingsVersion: integer('settings_version').notNull().default(1),
  /** Numbers of the judgement fitted to this school, and how well it has foretold here. */
  judgement: jsonb('judgement').notNull().default({}).$type<KeptJudgement>(),
});

export const colleagues = pgTable(
  'colleagues',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    email: text('email').notNull(),
    role: text('role').notNull().$type<'lead' | 'teacher' | 'tutor' | 'class teacher'>(),
    passwordHash: text('password_hash').notNull(),
    /** How this colleague reads dates; null as the school writes them. */
    dates: text('dates').$type<OwnDates>(),
    /** Which keys this colleague marks with. */
    keys: text('keys').notNull().default('numbers').$type<OwnKeys>(),
    /** A code from a device besides the password; null where this colleague has none. */
    secondFactor: jsonb('second_factor').$type<SecondFactor>(),
    active: boolean('active').notNull().default(true),
    version: version(),
  },
  (t) => [uniqueIndex('colleagues_email').on(t.email)],
);
export interface SecondFactor {
  /** Shared with the device, base32. */
  readonly secret: string;
  /** When it was confirmed with a first code; null while it is being set up. */
  readonly since: string | null;
  /** SHA-256 of the codes for a lost device that were not used yet. */
  readonly spare: readonly string[];
  /** The time step of the code that was used last: no code opens twice (RFC 6238, 5.2). */
  readonly lastStep: number;
}

export const signIns = pgTable('sign_ins', {
  /** SHA-256 of the cookie's token; the token itself is nowhere. */
  tokenHash: text('token_hash').primaryKey(),
  colleagueId: uuid('colleague_id')
    .notNull()
    .references(() => colleagues.id),
  csrf: text('csrf').notNull(),
  createdAt: at('created_at').notNull(),
  expiresAt: at('expires_at').notNull(),
});

/** Raised by every write that may change who reaches what, where several processes share the database: see access.ts. */
export const accessVersion = pgSequence('access_version');

/** What went wrong lately, by a hash of what it counts for: see http/tries.ts. */
export const tries = pgTable('tries', {
  key: text('key').primaryKey(),
  n: integer('n').notNull(),
  until: at('until').notNull(),
});

/** Keys that are made once for an installation and known to all of its processes. */
export const sharedSecrets = pgTable('shared_secrets', {
  name: text('name').primaryKey(),
  value: text('value').notNull(),
});

/** Links with which a colleague sets a new password: for one use, until a set time. */
export const passwordLinks = pgTable('password_links', {
  /** SHA-256 of the secret in the address; the secret itself is nowhere. */
  secretHash: text('secret_hash').primaryKey(),
  colleagueId: uuid('colleague_id')
    .notNull()
    .references(() => colleagues.id),
  by: uuid('by'),
  endsAt: at('ends_at').notNull(),
  usedAt: at('used_at'),
});

/** Who saw and changed what. */
export const trail = pgTable(
  'trail',
  {
    id: uuid('id').primaryKey(),
    at: at('at').notNull(),
    by: uuid('by'),
    action: text('action').notNull(),
    subject: text('subject'),
  },
  (t) => [index('trail_at').on(t.at)],
);
