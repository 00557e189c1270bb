/** The tables. Observations, withdrawals, logs and notes are append-only; rows people edit carry a version. */
import { sql } from 'drizzle-orm';
import type { ChildWeeks } from '../evidence/weeks.js';
import type { ReadingOutcome } from '../readings/outcome.js';
import type { KeptJudgement } from '../settings/judgement-here.js';
import type { CheckItem, CheckKind } from '@sapling/core/checks';
import type { Strand } from '@sapling/core/evidence';
import type { StatedRule, Style } from '@sapling/core/phonics';
import type { StylePart } from '@sapling/core/planning';
import type { Offer, ReadingStep, TextKind, TextQuestion } from '@sapling/core/reading';
import type { OwnDates, OwnKeys, PairStateRow, SchoolSettings, StrandStateRow, WeekMeeting } from '@sapling/contract';
import {
  boolean,
  customType,
  index,
  integer,
  jsonb,
  pgSequence,
  pgTable,
  primaryKey,
  real,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';

/** A moment, ISO 8601 UTC on our side whatever the driver hands over. */
const at = customType<{ data: string; driverData: string | Date }>({
  dataType: () => 'timestamp with time zone',
  fromDriver: (value) => new Date(value).toISOString(),
  toDriver: (value) => value,
});
const bytes = customType<{ data: Buffer; driverData: Buffer | Uint8Array }>({
  dataType: () => 'bytea',
  fromDriver: (value) => Buffer.from(value),
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
const version = () => integer('version').notNull().default(1);

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
  /** What was recorded of a child before the list said otherwise. */
  recorded: jsonb('recorded')
    .notNull()
    .default([])
    .$type<{ child: string; firstLanguage: string; needs: string; dateOfBirth?: string | null }[]>(),
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
  /** Lists of children as they stood: of sessions, attendance of logs, rules. */
  readonly lists: readonly { readonly table: 'sessions' | 'logs' | 'groupRules'; readonly id: string; readonly was: unknown }[];
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
  (t) => [index('logs_session').on(t.session)],
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
