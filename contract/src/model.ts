/** What travels: people, classes, children, evidence, groups, sessions. Times are ISO 8601 UTC, days YYYY-MM-DD. */
import { CHECK_KINDS } from '@sapling/core/checks';
import { OBSERVATION_KINDS, OUTCOMES, STRANDS } from '@sapling/core/evidence';
import { z } from 'zod';
import { gpc } from './library.js';
import { STATES, type PackedChildren } from './packed-children.js';
import { ROLES } from './roles.js';
import { plan } from './session.js';

export const id = z.uuid();
/** A moment that can be meant: what a broken clock or a forger writes (year 0, year 9999) is refused. */
export const instant = z.iso.datetime().refine((at) => at >= '1990' && at < '2200', 'This is no moment that can be meant.');
export const day = z.iso.date();
export const version = z.number().int().min(1).max(2_147_483_647);
export { gpc } from './library.js';
const name = z.string().trim().min(1, 'A name is needed.').max(80);

export const role = z.enum(ROLES);

export const colleague = z.object({
  id,
  name,
  email: z.string(),
  role,
  classIds: z.array(id),
  active: z.boolean(),
  /** Was invited and has not set a password yet. */
  invited: z.boolean(),
  /** Gives a code from a device besides the password. */
  secondFactor: z.boolean(),
  version,
});
export type Colleague = z.infer<typeof colleague>;

/** How one colleague reads dates: in an order of English, or with the names of days and months of another language (BCP 47). */
export const OWN_DATES = ['24 Nov', 'Nov 24', 'ar', 'bn', 'cy', 'de', 'es', 'fr', 'pl', 'pt', 'ro', 'tr', 'uk'] as const;
export type OwnDates = (typeof OWN_DATES)[number];

/** Which keys a colleague marks with beside the numbers: a row of letters for one hand. */
export const OWN_KEYS = ['numbers', 'right hand', 'left hand'] as const;
export type OwnKeys = (typeof OWN_KEYS)[number];

export const me = z.object({
  colleague,
  keys: z.enum(OWN_KEYS),
  /** Null as the school writes them. */
  dates: z.enum(OWN_DATES).nullable(),
  school: z.object({ id, name, timeZone: z.string(), demo: z.boolean() }),
  /** Sent back in the X-CSRF-Token header of every write. */
  csrf: z.string(),
  /** When this sign-in ends by itself: what a device keeps for reading without the network ends with it. */
  signedInUntil: z.string(),
  /** 32 bytes, base64url: seals what a device keeps for this colleague; the same at every sign-in. */
  deviceKey: z.string(),
});
export type Me = z.infer<typeof me>;

export const schoolClass = z.object({
  id,
  name,
  year: z.string().max(20),
  orderId: z.string(),
  taughtSteps: z.number().int().min(0),
  children: z.number().int(),
  version,
});
export type SchoolClass = z.infer<typeof schoolClass>;

export const pairState = z.object({
  gpc,
  state: z.enum(STATES),
  p: z.number(),
  low: z.number(),
  high: z.number(),
  basedOn: z.number().int(),
  lastSeen: instant.nullable(),
  /**
   * How likely it is that the child knows it; counting pairs adds these up. Of a pair that was never asked, what the child's other
   * answers say of it; 0.5, as `p`, where they say nothing.
   */
  known: z.number(),
  /** Known, and seldom at once. */
  slow: z.boolean(),
  /** Secure when last seen; only time has gone since. */
  due: z.boolean(),
});
export type PairStateRow = z.infer<typeof pairState>;
/** `p` and `known` of a pair of which nothing can be said: neither way. */
export const NOTHING_SAID = 0.5;
/** Whether anything is believed of a pair: it was asked, or the child's other answers speak of it. */
export const saysSomething = (pair: Pick<PairStateRow, 'basedOn' | 'known'>): boolean => pair.basedOn > 0 || pair.known !== NOTHING_SAID;

export const strandState = pairState.omit({ gpc: true, known: true, due: true }).extend({
  strand: z.enum(STRANDS),
  /**
   * So many words went wrong with nothing noted, for their pairs or for pushing them together, nobody knows which, and these cards
   * would tell. Said of one strand; left out where it is told, or no cards would tell.
   */
  undecided: z.object({ words: z.number().int(), ask: z.array(gpc) }).optional(),
  /** On its last day nothing came right, and it is not believed until another says the same. */
  doubted: z.literal(true).optional(),
});
export type StrandStateRow = z.infer<typeof strandState>;

export const child = z.object({
  id,
  givenName: name,
  familyName: z.string().max(80),
  classId: id,
  externalId: z.string().nullable(),
  /** As the school records them; nothing is decided from these two. */
  firstLanguage: z.string().max(60),
  needs: z.string().max(120),
  dateOfBirth: day.nullable(),
  /** The family agreed that readings are recorded, as a colleague noted. */
  recordingConsent: z.boolean(),
  version,
});
export type Child = z.infer<typeof child>;

/** Over so many days a child's direction is told. */
export const DIRECTION_DAYS = 21;

/** A child with their line: the state of every taught pair, in taught order. */
export const childLine = child.extend({
  line: z.array(pairState),
  /** Where the child stands on each skill strand that was ever looked at. */
  strands: z.array(strandState),
  lastCheck: instant.nullable(),
  /** Change over these days in how many pairs the child knows, of those seen by then and since; null where there are none. */
  direction: z.number().nullable(),
  /** Whether it is clear that there is such a change. */
  directionClear: z.boolean(),
  groupIds: z.array(id),
});
export type ChildLine = z.infer<typeof childLine>;

/** The same packed: see packed-children.ts. */
export const packedChildren = z.object({
  pairs: z.array(gpc),
  children: z.array(childLine.extend({ line: z.array(z.number().int().nullable()) })),
}) satisfies z.ZodType<PackedChildren>;

export const observation = z.object({
  id,
  child: id,
  by: id,
  at: instant,
  kind: z.enum(OBSERVATION_KINDS),
  gpc: gpc.optional(),
  skill: z.enum(STRANDS).optional(),
  item: z.string().max(200).optional(),
  outcome: z.enum(OUTCOMES),
  said: z.string().max(300).optional(),
  ms: z.number().int().min(0).max(3_600_000).optional(),
  options: z.number().int().min(2).max(100).optional(),
  fromMemory: z.boolean().optional(),
  card: z.string().max(240).optional(),
  parts: z.array(z.number().int().min(0).max(45)).max(45).optional(),
  replaces: id.optional(),
  check: id.optional(),
});
export type ObservationRow = z.infer<typeof observation>;

const units = z
  .array(z.object({ grapheme: z.string().max(20), sound: z.string().max(8), letters: z.array(z.number().int()) }))
  .max(45)
  .readonly();
const few = (max: number) => z.array(z.string().max(60)).max(max).readonly();
/** One item of a check, as the core makes it. */
export const checkItem = z.object({
  key: z.string().min(1).max(240),
  level: z.string().max(40).optional(),
  skill: z.enum(STRANDS),
  gpc: gpc.optional(),
  word: z.string().max(200).optional(),
  units: units.optional(),
  odd: z.array(z.number().int()).max(45).readonly().optional(),
  parts: few(20).optional(),
  sound: z.string().max(8).optional(),
  options: few(40).optional(),
  accept: few(20).optional(),
  pictures: few(8).optional(),
  base: z.string().max(60).optional(),
  ending: z.string().max(20).optional(),
});

export const check = z.object({
  id,
  child: id,
  by: id,
  startedAt: instant,
  kind: z.enum(CHECK_KINDS),
  /** A quick check: the stack is all that may be asked, in taught order, and what comes next follows from the answers. */
  quick: z.boolean().optional(),
  /** Marked afterwards, from memory or from paper. */
  late: z.enum(['memory', 'paper']).optional(),
  /** The keys of its items in the order they are asked; for recall the pairs themselves. */
  stack: z.array(z.string().min(1).max(240)).min(1).max(300),
  /** The items, where they are more than pairs. */
  items: z.array(checkItem).max(300).readonly().optional(),
});
export type Check = z.infer<typeof check>;
export const checkState = check.extend({
  childName: z.string(),
  finishedAt: instant.nullable(),
  /** Put in the bin: nothing of it counts. */
  binned: z.boolean().optional(),
  marked: z.number().int(),
});
export type CheckState = z.infer<typeof checkState>;

export const logEntry = z.object({
  id,
  session: id,
  by: id,
  at: instant,
  /** `minutes` where a child was there for less than all of it. */
  attendance: z.array(z.object({ child: id, present: z.boolean(), minutes: z.number().int().min(0).max(60).optional() })),
  /** Ids of the parts that were done. */
  done: z.array(z.string().max(80)),
  /** How long it took; left out where nobody said. */
  minutes: z.number().int().min(0).max(120).optional(),
  /** Words of parts that were begun and not ended: carried over to the next session. */
  /** Words that somebody slipped on: they come again. */
  missed: z.array(z.string().max(60)).max(120).optional(),
  left: z
    .array(z.object({ part: z.string().max(60), words: z.array(z.string().max(300)).max(60) }))
    .max(20)
    .optional(),
  happened: z.string().max(4000),
  replaces: id.optional(),
});

export const note = z.object({ id, session: id, by: id, at: instant, text: z.string().trim().min(1).max(4000) });
export type Note = z.infer<typeof note>;

export const session = z.object({
  id,
  groupId: id,
  groupName: z.string(),
  on: day,
  /** When it begins, in minutes since midnight, and where, as the timetable has it; null and empty where it says nothing. */
  starts: z.number().int().nullable(),
  room: z.string(),
  minutes: z.number().int(),
  adultId: id.nullable(),
  plan,
  members: z.array(z.object({ id, name: z.string() })),
  hidden: z.number().int(),
  log: logEntry.nullable(),
  /** `notTold`: colleagues a note names who do not see this session; only where one session is asked for. */
  notes: z.array(note.extend({ notTold: z.array(z.string()).optional() })),
  createdBy: id,
  version,
});
export type Session = z.infer<typeof session>;
