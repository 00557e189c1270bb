/** Readings of texts: what was read, the steps of each marking, the recording, and texts of a school's own. */
import { ANSWERS, FLUENCY_PARTS, READING_MARK_KINDS, SEASONS, TEXT_KINDS } from '@sapling/core/reading';
import { z } from 'zod';

const id = z.uuid();
const instant = z.iso.datetime();
const version = z.number().int().min(1);
const line = (max: number) => z.string().trim().max(max);

export const question = z.object({ ask: line(300).min(1, 'Type the question.'), answer: line(300), place: line(300) });
const textParts = {
  title: line(120).min(1, 'A title is needed.'),
  kind: z.enum(TEXT_KINDS),
  text: z.string().trim().min(1, 'There is no text yet.').max(20_000),
  offered: z
    .array(z.object({ order: z.string().max(60), step: z.number().int().min(1).max(200) }))
    .max(40)
    .readonly(),
  explain: z
    .array(z.object({ word: line(60).min(1), meaning: line(300) }))
    .max(60)
    .readonly(),
  questions: z.array(question).max(20).readonly(),
};
export const text = z.object({
  id: z.string(),
  ...textParts,
  /** The band of a measured text among those that ship; null for every other. */
  measured: z.number().int().min(1).max(9).nullable(),
  /** Null for a text that ships with the tool: it can be copied, not changed. */
  version: version.nullable(),
  by: z.string().nullable(),
});
export type LibraryText = z.infer<typeof text>;
/** `version` is the one the change rests on, 0 for a new text. */
export const textBody = z.object({ ...textParts, version: z.number().int().min(0) });

const wordAt = z.number().int().min(0).max(5000);
const ms = z.number().int().min(0).max(7_200_000);
const said = z.string().trim().max(120);
export const readingStep = z.discriminatedUnion('what', [
  z.object({ what: z.literal('start') }),
  z.object({ what: z.literal('stop'), ms }),
  z.object({
    what: z.literal('along'),
    taps: z
      .array(z.tuple([wordAt, ms]))
      .min(1)
      .max(500)
      .readonly(),
  }),
  z.object({ what: z.literal('mark'), word: wordAt, mark: z.enum(READING_MARK_KINDS), said: said.optional(), ms: ms.optional() }),
  z.object({ what: z.literal('change'), of: id, mark: z.enum(READING_MARK_KINDS).optional(), said: said.optional() }),
  z.object({ what: z.literal('last'), word: z.number().int().min(-1).max(5000) }),
  z.object({ what: z.literal('seconds'), seconds: z.number().min(0).max(7200).nullable() }),
  z.object({ what: z.literal('scale'), part: z.enum(FLUENCY_PARTS), level: z.number().int().min(1).max(4).nullable() }),
  z.object({
    what: z.literal('answer'),
    question: z.number().int().min(0).max(20),
    answered: z.enum(ANSWERS).nullable(),
    said: said.optional(),
  }),
  z.object({ what: z.literal('heeded'), at: z.number().int().min(0).max(2000), heeded: z.boolean().nullable() }),
  z.object({ what: z.literal('undo'), of: id }),
  z.object({ what: z.literal('done') }),
  /** This marking is the one that counts from now on. */
  z.object({ what: z.literal('settled') }),
  /** The whole reading was begun by mistake: it counts for nothing, and is kept. */
  z.object({ what: z.literal('set aside'), aside: z.boolean() }),
]);

export const readingRecord = z.object({
  id,
  child: id,
  by: id,
  at: instant,
  /** The text as it was read: a later edit of the text leaves it as it is. */
  textId: z.string().max(60),
  title: z.string().max(120),
  kind: z.enum(TEXT_KINDS),
  text: z.string().max(20_000),
  words: z.array(z.string().max(60)).min(1).max(5000),
  questions: z.array(question).max(20).readonly(),
  /** Read from paper and typed in afterwards. */
  paper: z.boolean().optional(),
});
export type ReadingRecord = z.infer<typeof readingRecord>;

export const readingStepRecord = z.object({
  id,
  reading: id,
  child: id,
  marking: id,
  by: id,
  at: instant,
  n: z.number().int().min(0).max(100_000),
  step: readingStep,
});
export type ReadingStepRecord = z.infer<typeof readingStepRecord>;

const share = z.number().nullable();
export const readingScore = z.object({
  attempted: z.number(),
  correct: z.number(),
  errors: z.number(),
  accuracy: share,
  wcpm: share,
  selfCorrections: z.number(),
  selfCorrectionShare: share,
});
/** A reading in a list: how it came out by the marking that counts. */
export const readingSummary = readingRecord.omit({ text: true, words: true, questions: true }).extend({
  words: z.number().int(),
  seconds: z.number(),
  score: readingScore,
  scale: z.partialRecord(z.enum(FLUENCY_PARTS), z.number()),
  /** Questions answered right (looking back or not), partly, and asked. */
  answers: z.object({ right: z.number(), partly: z.number(), asked: z.number() }),
  markings: z.number().int(),
  done: z.boolean(),
  /** Which finished reading of its text by this child it is, or will be once it is done, from 1. */
  nth: z.number().int(),
  recorded: z.boolean(),
});
export type ReadingSummary = z.infer<typeof readingSummary>;

export const recording = z.object({ parts: z.number().int(), mime: z.string(), at: instant, deleteOn: z.iso.date() });
export const wholeReading = readingRecord.extend({
  childName: z.string(),
  steps: z.array(readingStepRecord),
  /** The marking that counts; null before the first step arrived. */
  counts: id.nullable(),
  setAside: z.boolean(),
  recording: recording.nullable(),
  /** Names of those who marked. */
  people: z.array(z.object({ id, name: z.string() })),
});
export type WholeReading = z.infer<typeof wholeReading>;

/** Types a recording may have; the browser chooses one it can make. */
export const RECORDING_TYPES = ['audio/webm', 'audio/ogg', 'audio/mp4', 'audio/wav'] as const;
/** The most parts of one recording: of three seconds each, three quarters of an hour. */
export const RECORDING_PARTS = 900;
export const recordingPart = z.object({ mime: z.enum(RECORDING_TYPES), base64: z.string().min(1).max(1_900_000) });

export const readingAim = z.object({
  year: z.string().trim().min(1).max(20),
  season: z.enum(SEASONS),
  wcpm: z.number().int().min(1).max(400),
});
export const recordingConsent = z.object({ consent: z.boolean() });
