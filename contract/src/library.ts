/** What the Library keeps for a school: its teaching orders, its cuts of words, its cues, its rules. */
import { STYLES } from '@sapling/core/phonics';
import { z } from 'zod';

export const gpc = z.string().regex(/^[a-z_]{1,6}:[a-z]{1,5}$/, 'A pair is written as ai:ay.');
const grapheme = z.string().regex(/^[a-z_]{1,6}$/, 'A spelling is written in small letters, as ea or a_e.');
const sound = z.string().regex(/^[a-z]{1,5}$/);
export const word = z.string().regex(/^[a-z][a-z'-]{0,44}$/, 'A word is written in small letters.');
const savedVersion = z.number().int().min(1);
/** The version a change rests on; 0 where there was nothing yet. */
const restsOn = z.number().int().min(0);
const who = { by: z.string(), at: z.iso.datetime(), version: savedVersion };

const orderStep = z.object({
  name: z.string().trim().max(60),
  gpcs: z.array(gpc).max(40),
  words: z.array(z.string().trim().toLowerCase().max(45)).max(60),
});
const orderSteps = z.array(orderStep).min(1).max(200);
const orderParts = {
  name: z.string().trim().min(1, 'A name is needed.').max(80),
  style: z.enum(STYLES as [(typeof STYLES)[number]]),
  steps: orderSteps,
};

export const teachingOrder = z.object({
  id: z.string().max(60),
  ...orderParts,
  /** Null for an order that ships with the tool: it can be copied, not changed. */
  version: savedVersion.nullable(),
});
export type TeachingOrderRow = z.infer<typeof teachingOrder>;
export const orderBody = z.object({ ...orderParts, version: restsOn });

/** A teaching order as a file, for exchange; docs/teaching-order.schema.json is made from it. */
export const orderFile = z.object({
  format: z.literal('keen-sapling-teaching-order'),
  version: z.literal(1),
  ...orderParts,
  // as they are read: a step without a name gets its number, one without pairs or words has none
  steps: z.array(orderStep.partial()).min(1).max(200),
});

/** The JSON Schema of a teaching order's file, as it is published. */
export function orderFileSchema(): object {
  return {
    title: 'A teaching order of Keen Sapling',
    description: 'Steps in which a school teaches pairs of a grapheme with its sound, and irregular words.',
    ...z.toJSONSchema(orderFile, { target: 'draft-2020-12', io: 'input' }),
  };
}

export const correction = z.object({ word, units: z.array(z.object({ grapheme, sound })).min(1).max(45), ...who });
export type Correction = z.infer<typeof correction>;
export const correctionBody = z.object({ units: correction.shape.units, version: restsOn });

/** A word that a school offers beside the word book, or never offers. */
export const schoolWord = z.object({ word, offer: z.enum(['also', 'never']), ...who });
export type SchoolWord = z.infer<typeof schoolWord>;
export const schoolWordBody = z.object({ offer: schoolWord.shape.offer, version: restsOn });

const short = z.string().trim().max(200);
/** A picture of the school's own for a pair: a word that a picture ships for, or a small image itself. */
const cuePicture = z
  .string()
  .max(60_000, 'Choose a smaller picture.')
  .regex(/^([a-z' -]{0,40}|data:image\/(png|jpeg|webp);base64,[A-Za-z0-9+/=]+)$/, 'A picture is a PNG, JPEG or WebP.');
const cueFields = { keyWord: short, cue: short, action: short, picture: cuePicture, story: z.string().trim().max(1000) };
export const cue = z.object({ gpc, ...cueFields, ...who });
export type Cue = z.infer<typeof cue>;
export const cueBody = z.object({ ...cueFields, picture: cuePicture.default(''), story: cueFields.story.default(''), version: restsOn });

const letters = z.array(z.string().regex(/^[a-z]$/)).max(26);
export const ruleParts = z.object({
  says: z.string().trim().min(1, 'Say the rule in words.').max(200),
  about: z.enum(['reading', 'spelling']),
  graphemes: z.array(grapheme).min(1, 'Name at least one spelling.').max(12),
  sounds: z.array(sound).min(1, 'Choose at least one sound.').max(12),
  where: z.enum(['anywhere', 'start', 'middle', 'end']),
  before: letters.optional(),
  after: letters.optional(),
  oneSyllable: z.boolean().optional(),
});
export const stated = z.object({ id: z.uuid(), rule: ruleParts, ...who });
export type Stated = z.infer<typeof stated>;
export const ruleBody = z.object({ rule: ruleParts, version: restsOn });
