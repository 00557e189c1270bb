/** What a school decides where schools differ, with the default for each. */
import { TERM_NAMES, type Term } from '@sapling/core/wording';
import { z } from 'zod';
import { slotId, slotOrCell } from './grouping.js';
import { readingAim } from './reading.js';

/** Models of handwriting that ship as open fonts, by nation: print or joined. */
const HANDWRITING_MODELS = ['', 'gb-s', 'gb-j', 'ie', 'us-modern', 'us-trad', 'au-vic', 'nz'] as const;

/** The fixed sentences of a sheet for home. */
export const familyKey = z.enum(['intro', 'sounds', 'askSound', 'asIn', 'words', 'howWords', 'sentence', 'nothing', 'end']);

const weekdays = z
  .array(z.number().int().min(1).max(7))
  .max(7)
  .refine((list) => new Set(list).size === list.length, 'A day is named twice.');
const minuteOfDay = z
  .number()
  .int()
  .min(0)
  .max(24 * 60 - 1);

export const settings = z.object({
  /** A pair is secure where the low end of its interval reaches this. */
  secureFrom: z.number().min(0.6).max(0.95),
  /** A pair is a gap where the high end of its interval stays below this. */
  gapBelow: z.number().min(0.05).max(0.85),
  /** The same for a skill strand, read off the interval of the chance to get a plain item of it right. */
  skillSecureFrom: z.number().min(0.7).max(0.95),
  skillGapBelow: z.number().min(0.2).max(0.7),
  /** How this school speaks: differences that count as right. Names of ACCENT_MERGERS, with commas between. */
  accent: z.string().max(200),
  /** Which spelling words are offered in: no list mixes the two. */
  spelling: z.enum(['British', 'American']),
  /** Whether a letter's name is asked along with its sound. */
  letterNames: z.boolean(),
  /** Whether made-up words are used. */
  madeUpWords: z.enum(['checking and practice', 'checking only', 'not at all']),
  /** After so many days without being seen, a secure pair is due for another look. */
  dueAfterDays: z.number().int().min(7).max(365),
  /** How groups are formed. */
  groupWay: z.enum(['shared gaps', 'next step']),
  /** Weeks in a cycle of sessions, and sessions in a week. */
  cycleWeeks: z.number().int().min(1).max(20),
  sessionsAWeek: z.number().int().min(1).max(10),
  /** The style a new session is made in: one that ships, or the school's own by its id. */
  sessionStyle: z.string().max(60),
  /** The school's own words for what schools name differently: one and many, by the standard word. */
  ownWords: z.partialRecord(
    z.enum(TERM_NAMES as [Term, ...Term[]]),
    z.object({ one: z.string().trim().min(1).max(40), many: z.string().trim().max(40).optional() }),
  ),
  /** The language the interface speaks; English follows the spelling. */
  language: z.enum(['English', 'German']),
  /** The teaching order of a class that comes in with a list; empty for the first that ships. */
  newClassOrder: z.string().max(60),
  /** How a date is written, by an example. */
  dateOrder: z.enum(['24 Nov', 'Nov 24']),
  /** What every cover sheet tells whoever has never met the group: where things are, whom to call. */
  coverNotes: z.string().max(1000),
  /** Whether a group is of one class, never of one class alone, or as it falls. */
  groupClasses: z.enum(['any', 'keep', 'mix']),
  /** Times at which groups can meet: days of the week, 1 Monday to 7 Sunday, and minutes since midnight where the clock time is set. */
  slots: z
    .array(
      z.object({
        id: slotId,
        name: z.string().trim().min(1).max(60),
        /** How many groups can meet at once, where no rooms are named. */
        rooms: z.number().int().min(1).max(20),
        days: weekdays,
        start: minuteOfDay.nullable(),
        minutes: z.number().int().min(5).max(120),
      }),
    )
    .max(40)
    .refine((list) => new Set(list.map((s) => s.id)).size === list.length, 'Two times are one.'),
  /** Rooms in which groups can meet, and when they are taken by others. */
  rooms: z
    .array(z.object({ id: slotId, name: z.string().trim().min(1).max(60), busy: z.array(slotOrCell).max(280) }))
    .max(20)
    .refine((list) => new Set(list.map((r) => r.id)).size === list.length, 'Two rooms are one.'),
  /** Lessons that children of a class must not miss; of every class where it is null. */
  lessons: z
    .array(
      z
        .object({
          id: slotId,
          name: z.string().trim().min(1).max(60),
          classId: z.uuid().nullable(),
          days: weekdays.min(1, 'Choose a day.'),
          start: minuteOfDay,
          end: minuteOfDay,
        })
        .refine((l) => l.start < l.end, 'A lesson ends after it starts.'),
    )
    .max(200),
  /** Days on which no group meets. */
  holidays: z
    .array(
      z
        .object({ name: z.string().trim().min(1).max(60), from: z.iso.date(), to: z.iso.date() })
        .refine((h) => h.from <= h.to, 'A holiday ends after it starts.'),
    )
    .max(60),
  /** The terms of the year: what lies between two of them is a holiday as well. */
  terms: z
    .array(
      z
        .object({ name: z.string().trim().min(1).max(60), from: z.iso.date(), to: z.iso.date() })
        .refine((t) => t.from <= t.to, 'A term ends after it starts.'),
    )
    .max(24)
    .refine((list) => list.every((a, k) => list.every((b, n) => n <= k || a.to < b.from || b.to < a.from)), 'Two terms share a day.'),
  /** How many groups each colleague can take, and when they are not there. Nobody in it: adults are no matter when groups are formed. */
  groupAdults: z.array(z.object({ id: z.uuid(), groups: z.number().int().min(0).max(20), busy: z.array(slotOrCell).max(280) })).max(200),
  /** What a text must reach to be right for reading alone, and with help: the share of words read right. */
  readAlone: z.number().min(0.8).max(1),
  readWithHelp: z.number().min(0.5).max(0.99),
  /** Whether a self-correction counts as right. */
  selfCorrectionIsRight: z.boolean(),
  /** Whether words a minute are shown for every reading, or only for one that was accurate enough to read with help. */
  timing: z.enum(['accurate readings', 'every reading']),
  /** Recordings are deleted after so many days. */
  recordingDays: z.number().int().min(1).max(365),
  /** A child who left is erased for good after so many days. */
  leaverDays: z
    .number()
    .int()
    .min(30)
    .max(365 * 10),
  /** What was written of sessions (what happened, words that were missed, notes) and of children and groups is kept for so many days. */
  logDays: z
    .number()
    .int()
    .min(90)
    .max(365 * 10),
  /** Who looked at and changed what of a child is kept for so many days. */
  trailDays: z
    .number()
    .int()
    .min(30)
    .max(365 * 10),
  /** What sheets are printed on where nobody says otherwise. */
  paper: z.enum(['A4', 'Letter']),
  /** The first day of a week on the screen, 1 Monday to 7 Sunday. */
  weekStart: z.union([z.literal(1), z.literal(6), z.literal(7)]),
  /** The model that letters to write are shown in; none where it is empty: plain letters then. */
  handwriting: z.enum(HANDWRITING_MODELS),
  /** How lines to write on are ruled: the height of a small letter in millimetres, and which lines there are beside the one letters stand on. */
  ruling: z.object({ small: z.number().min(3).max(15), lines: z.enum(['base only', 'with a dotted middle', 'four lines']) }),
  /** Sentences of sheets for home in a family’s language: a school’s own, or put right. By the language’s English name. */
  families: z
    .array(
      z.object({
        language: z.string().trim().min(1).max(60),
        /** Looked through by somebody who speaks it. */
        checked: z.boolean(),
        sentences: z.partialRecord(familyKey, z.string().trim().max(300)),
      }),
    )
    .max(40)
    .refine((list) => new Set(list.map((l) => l.language.toLowerCase())).size === list.length, 'One language stands there twice.'),
  /** Words a minute that children of a year should reach by a season, as the school typed them. */
  readingAims: z
    .array(readingAim)
    .max(60)
    .refine((list) => new Set(list.map((a) => `${a.year.toLowerCase()} ${a.season}`)).size === list.length, 'Two aims are for one season.'),
});
export type SchoolSettings = z.infer<typeof settings>;

export const DEFAULT_SETTINGS: SchoolSettings = {
  secureFrom: 0.84,
  gapBelow: 0.77,
  skillSecureFrom: 0.75,
  skillGapBelow: 0.65,
  accent: '',
  spelling: 'British',
  letterNames: false,
  madeUpWords: 'checking only',
  dueAfterDays: 42,
  groupWay: 'shared gaps',
  cycleWeeks: 4,
  sessionsAWeek: 4,
  sessionStyle: 'revisit-to-apply',
  ownWords: {},
  language: 'English',
  newClassOrder: '',
  dateOrder: '24 Nov',
  coverNotes: '',
  groupClasses: 'any',
  slots: [],
  rooms: [],
  lessons: [],
  holidays: [],
  terms: [],
  groupAdults: [],
  readAlone: 0.95,
  readWithHelp: 0.9,
  selfCorrectionIsRight: true,
  timing: 'accurate readings',
  recordingDays: 30,
  leaverDays: 730,
  logDays: 1825,
  trailDays: 730,
  paper: 'A4',
  weekStart: 1,
  handwriting: '',
  ruling: { small: 5.5, lines: 'with a dotted middle' },
  families: [],
  readingAims: [],
};
