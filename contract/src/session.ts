/** A session's plan and the styles it is made in, as they travel. */
import {
  PART_KINDS,
  partKind,
  SESSION_SKILLS,
  type OwnField,
  type PartKind,
  type PlanRemark,
  type SessionPart,
} from '@sapling/core/planning';
import { z } from 'zod';
import { gpc } from './library.js';
import { question } from './reading.js';

const few = (max: number, each = 60) => z.array(z.string().max(each)).max(max);
const plannedWord = z.object({
  word: z.string().max(45),
  units: z.array(z.object({ grapheme: z.string().max(20), sound: z.string().max(8), letters: z.array(z.number().int()) })).max(45),
  focus: z.array(gpc).max(20),
  /** Which units are the odd part of an irregular word: their pairs have not been taught. */
  odd: z.array(z.number().int()).max(45).optional(),
  /** The one child it is for. */
  for: z.string().max(60).optional(),
  options: few(8).optional(),
  steps: few(8).optional(),
  base: z.string().max(45).optional(),
  ending: z.string().max(20).optional(),
  change: z.enum(['none', 'doubled', 'e dropped', 'y to i']).optional(),
  madeUp: z.boolean().optional(),
  heard: z.boolean().optional(),
  say: few(8).optional(),
  answer: z.string().max(80).optional(),
  pinned: z.boolean().optional(),
  carried: z.boolean().optional(),
});
const plannedLine = z.object({
  text: z.string().max(300),
  answer: z.enum(['yes', 'no']).optional(),
  pictures: few(4).optional(),
  pinned: z.boolean().optional(),
});
const plannedRow = z.object({
  show: z.string().max(60).optional(),
  picture: z.string().max(60).optional(),
  items: few(12),
  answer: z.string().max(60),
});
const blocker = z.object({ gpc, children: few(40), words: z.number().int(), sentences: z.number().int() });
const remark = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('few words'), gpc, words: z.number().int(), first: blocker.optional() }),
  z.object({ kind: z.literal('words again'), words: few(60) }),
  z.object({ kind: z.literal('no reading'), gpc: gpc.nullable(), first: blocker.optional() }),
  z.object({ kind: z.literal('not looked at'), children: few(40) }),
  z.object({ kind: z.literal('far behind'), child: z.string().max(60), pairs: z.array(gpc).max(250), words: z.number().int() }),
  z.object({
    kind: z.literal('text beyond'),
    child: z.string().max(80),
    title: z.string().max(200),
    words: z.number().int().min(0),
    of: z.number().int().min(0),
  }),
  z.object({ kind: z.literal('little focus'), minutes: z.number().int(), of: z.number().int() }),
  z.object({ kind: z.literal('no skill words'), skill: z.string().max(40) }),
]) satisfies z.ZodType<PlanRemark>;
const plannedText = z.object({
  id: z.string().max(60),
  title: z.string().max(120),
  text: z.string().max(6000),
  questions: z.array(question).max(12).readonly(),
  tell: few(40),
  again: z.boolean(),
});
const partHead = {
  id: z.string().min(1).max(60),
  title: z.string().max(80),
  how: z.string().max(400),
  minutes: z.number().int().min(0).max(60),
  gpcs: z.array(gpc).max(60),
  words: z.array(plannedWord).max(60),
  remark: z.string().max(300).optional(),
  pinned: z.boolean().optional(),
};
/** Fields that only parts of some kinds have: the core's descriptors say which. */
const ownFields = {
  stack: z.array(gpc).max(120).optional(),
  ask: z.array(gpc).max(40).optional(),
  whose: z.record(gpc, few(40)).optional(),
  lines: z.array(plannedLine).max(40).optional(),
  rows: z.array(plannedRow).max(20).optional(),
  text: plannedText.optional(),
} satisfies Record<OwnField, z.ZodType>;
const partOf = (kind: PartKind) => {
  const own = Object.fromEntries(partKind(kind).holds.map((field) => [field, ownFields[field]]));
  return z.object({ ...partHead, kind: z.literal(kind), ...own });
};
const [firstKind, ...otherKinds] = PART_KINDS;
/** One shape a kind, told apart by it. */
export const sessionPart = z.discriminatedUnion('kind', [partOf(firstKind), ...otherKinds.map(partOf)]) as unknown as z.ZodType<
  SessionPart,
  SessionPart
>;
export const plan = z.object({
  /** Empty only where the session is for a skill. */
  focus: z.array(gpc).max(20),
  skill: z.enum(SESSION_SKILLS).optional(),
  minutes: z.number().int().min(10).max(30),
  parts: z.array(sessionPart).min(1).max(20),
  style: z.string().max(80).optional(),
  atError: z.string().max(400).optional(),
  remarks: z.array(remark).max(8).optional(),
  /**
   * Drawn for its group's cycle and not changed by hand since; with the day it was last drawn again by itself, and after which
   * day's log. Whether a child joined the group since, whom it was not drawn for; and whether it was drawn again for that.
   */
  drawn: z
    .object({
      again: z.iso.date().optional(),
      after: z.iso.date().optional(),
      joined: z.boolean().optional(),
      forWhoJoined: z.boolean().optional(),
    })
    .optional(),
  /** Whom it was made for, where the group is another one by now; and who of the group is not among them. */
  madeFor: few(40).optional(),
  joined: few(40).optional(),
});

export const sessionStyle = z.object({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1, 'A name is needed.').max(80),
  parts: z
    .array(
      z.object({
        id: z.string().max(60),
        kind: z.enum(PART_KINDS),
        title: z.string().max(80),
        minutes: z.number().int().min(1).max(30),
        how: z.string().max(400),
      }),
    )
    .min(1)
    .max(16),
  oldToNew: z.number().int().min(1).max(20),
  atError: z.string().max(400),
  together: z.boolean().optional(),
});
/** `version` and `by` are null for a style that ships with the tool. */
export const styleRow = sessionStyle.extend({ version: z.number().int().nullable(), by: z.string().nullable() });
export type StyleRow = z.infer<typeof styleRow>;
export const styleBody = sessionStyle.omit({ id: true }).extend({ version: z.number().int().min(0) });
