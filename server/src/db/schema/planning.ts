/** Groups, sessions, years, lending, links, and what colleagues wrote of them. */
import type { Strand } from '@sapling/core/evidence';
import type { WeekMeeting } from '@sapling/contract';
import { index, integer, jsonb, pgTable, primaryKey, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { at, version } from './columns.js';
import { colleagues } from './people.js';
import { children } from './children.js';

export const groups = pgTable('groups', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  adultId: uuid('adult_id').references(() => colleagues.id),
  focus: jsonb('focus').notNull().$type<string[]>(),
  skills: jsonb('skills').notNull().default([]).$type<Strand[]>(),
  /** A slot of the settings. */
  slot: text('slot'),
  /** Meetings a week, where they are not the school's usual. */
  meets: integer('meets'),
  /** First and last day of its cycle, YYYY-MM-DD. */
  startsOn: text('starts_on').notNull().default(''),
  endsOn: text('ends_on'),
  createdBy: uuid('created_by').notNull(),
  createdAt: at('created_at').notNull(),
  removedAt: at('removed_at'),
  version: version(),
});

/** Who joined and left which group, and when: append-only. */
export const groupMoves = pgTable(
  'group_moves',
  {
    id: uuid('id').primaryKey(),
    at: at('at').notNull(),
    by: uuid('by').notNull(),
    groupId: uuid('group_id')
      .notNull()
      .references(() => groups.id),
    childId: uuid('child_id')
      .notNull()
      .references(() => children.id),
    what: text('what').notNull().$type<'joined' | 'left'>(),
  },
  (t) => [index('group_moves_child').on(t.childId)],
);

/** What a grouping must keep, as colleagues said: who is to be together, apart, in no group, in class at a time. */
export const groupRules = pgTable('group_rules', {
  id: uuid('id').primaryKey(),
  kind: text('kind').notNull().$type<'together' | 'apart' | 'out' | 'busy'>(),
  children: jsonb('children').notNull().$type<string[]>(),
  slots: jsonb('slots').notNull().default([]).$type<string[]>(),
  why: text('why').notNull().default(''),
  savedBy: uuid('saved_by').notNull(),
  savedAt: at('saved_at').notNull(),
  removedAt: at('removed_at'),
  version: version(),
});

export const groupMembers = pgTable(
  'group_members',
  {
    groupId: uuid('group_id')
      .notNull()
      .references(() => groups.id),
    childId: uuid('child_id')
      .notNull()
      .references(() => children.id),
  },
  (t) => [primaryKey({ columns: [t.groupId, t.childId] })],
);

export const sessions = pgTable(
  'sessions',
  {
    id: uuid('id').primaryKey(),
    groupId: uuid('group_id')
      .notNull()
      .references(() => groups.id),
    on: text('on').notNull(),
    /** The day it was for before it was moved to another. */
    movedFrom: text('moved_from'),
    /** When it begins, in minutes since midnight, and where: from the timetable, until it is logged. */
    starts: integer('starts'),
    room: text('room').notNull().default(''),
    minutes: integer('minutes').notNull(),
    adultId: uuid('adult_id').references(() => colleagues.id),
    plan: jsonb('plan').notNull(),
    /** Who it was planned for; the log says who came. */
    members: jsonb('members').notNull().$type<string[]>(),
    createdBy: uuid('created_by').notNull(),
    createdAt: at('created_at').notNull(),
    removedAt: at('removed_at'),
    version: version(),
  },
  (t) => [index('sessions_on').on(t.on), index('sessions_group').on(t.groupId), index('sessions_adult').on(t.adultId, t.on)],
);

/** Every timetable that was kept; the last one is in force. */
export const timetables = pgTable('timetables', {
  version: integer('version').primaryKey(),
  meetings: jsonb('meetings').notNull().$type<readonly WeekMeeting[]>(),
  savedBy: uuid('saved_by').notNull(),
  savedAt: at('saved_at').notNull(),
});

export interface YearClass {
  readonly id: string;
  readonly name: string;
  readonly year: string;
  readonly taughtSteps: number;
  readonly children: readonly { readonly id: string; readonly secure: number; readonly pairs: number }[];
}
export interface YearGroup {
  readonly id: string;
  readonly name: string;
  readonly adultId: string | null;
  readonly focus: readonly string[];
  readonly members: readonly string[];
  readonly held: number;
}
export interface YearChange {
  /** Classes that were made, with one of those they came from, and children who left. */
  readonly made: readonly { readonly id: string; readonly from: string }[];
  readonly left: readonly string[];
  readonly sessions: readonly string[];
  readonly lendings: readonly string[];
  /** The version of the timetable that was in force. */
  readonly timetable: number | null;
}

/** A year that was closed: who was in which class and group, and what it takes to open it again. Children stand there by key alone. */
export const schoolYears = pgTable('school_years', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  endedAt: at('ended_at').notNull(),
  by: uuid('by').notNull(),
  classes: jsonb('classes').notNull().$type<readonly YearClass[]>(),
  groups: jsonb('groups').notNull().$type<readonly YearGroup[]>(),
  /** What was made and ended when it was closed. */
  change: jsonb('change').notNull().$type<YearChange>(),
  undoneAt: at('undone_at'),
});

/** A group given to a colleague for some days: they run its sessions, and no more. */
export const lendings = pgTable(
  'lendings',
  {
    id: uuid('id').primaryKey(),
    groupId: uuid('group_id')
      .notNull()
      .references(() => groups.id),
    colleagueId: uuid('colleague_id')
      .notNull()
      .references(() => colleagues.id),
    /** First and last day, YYYY-MM-DD. */
    from: text('from').notNull(),
    until: text('until').notNull(),
    by: uuid('by').notNull(),
    at: at('at').notNull(),
    endedAt: at('ended_at'),
    /** Sessions of that time that were theirs already: they stay so when it ends. */
    theirs: jsonb('theirs').notNull().default([]).$type<readonly string[]>(),
  },
  (t) => [index('lendings_group').on(t.groupId), index('lendings_colleague').on(t.colleagueId)],
);

/** Addresses that open one session with initials only, for whoever covers it; each ends at a set time. */
export const coverLinks = pgTable(
  'cover_links',
  {
    id: uuid('id').primaryKey(),
    /** SHA-256 of the secret in the address; the secret itself is nowhere. */
    secretHash: text('secret_hash').notNull(),
    session: uuid('session')
      .notNull()
      .references(() => sessions.id),
    by: uuid('by').notNull(),
    at: at('at').notNull(),
    endsAt: at('ends_at').notNull(),
    withdrawnAt: at('withdrawn_at'),
    openedAt: at('opened_at'),
  },
  (t) => [uniqueIndex('cover_links_secret').on(t.secretHash), index('cover_links_session').on(t.session)],
);

/** A colleague’s address for their calendar program: it shows their sessions and ends when it is withdrawn. */
export const calendarLinks = pgTable(
  'calendar_links',
  {
    id: uuid('id').primaryKey(),
    secretHash: text('secret_hash').notNull(),
    colleague: uuid('colleague')
      .notNull()
      .references(() => colleagues.id),
    at: at('at').notNull(),
    readAt: at('read_at'),
    withdrawnAt: at('withdrawn_at'),
  },
  (t) => [uniqueIndex('calendar_links_secret').on(t.secretHash), index('calendar_links_colleague').on(t.colleague)],
);

export const logs = pgTable(
  'logs',
  {
    id: uuid('id').primaryKey(),
    session: uuid('session')
      .notNull()
      .references(() => sessions.id),
    by: uuid('by').notNull(),
    at: at('at').notNull(),
    attendance: jsonb('attendance').notNull().$type<{ child: string; present: boolean; minutes?: number }[]>(),
    done: jsonb('done').notNull().$type<string[]>(),
    minutes: integer('minutes'),
    left: jsonb('left').$type<{ part: string; words: string[] }[]>(),
    missed: jsonb('missed').$type<string[]>(),
    happened: text('happened').notNull(),
    replaces: uuid('replaces'),
  },
  // by child too: what they were taught is read with whatever else is known of them
  (t) => [index('logs_session').on(t.session), index('logs_attendance').using('gin', t.attendance.op('jsonb_path_ops'))],
);

export const notes = pgTable(
  'notes',
  {
    id: uuid('id').primaryKey(),
    session: uuid('session')
      .notNull()
      .references(() => sessions.id),
    by: uuid('by').notNull(),
    at: at('at').notNull(),
    text: text('text').notNull(),
  },
  (t) => [index('notes_session').on(t.session)],
);

/** Notes on a child or a group, with the colleagues they name: append-only. */
export const remarks = pgTable(
  'remarks',
  {
    id: uuid('id').primaryKey(),
    about: text('about').notNull().$type<'child' | 'group'>(),
    subject: uuid('subject').notNull(),
    by: uuid('by').notNull(),
    at: at('at').notNull(),
    text: text('text').notNull(),
    mentions: jsonb('mentions').notNull().$type<string[]>(),
  },
  (t) => [index('remarks_subject').on(t.subject, t.at)],
);

/** When a colleague last looked at what others left. */
export const looks = pgTable('looks', {
  colleague: uuid('colleague')
    .primaryKey()
    .references(() => colleagues.id),
  at: at('at').notNull(),
});
