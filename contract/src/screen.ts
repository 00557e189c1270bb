/** The child's screen: what is on it now, joined by a short code. It carries a card and nothing about the child. */
import { z } from 'zod';
import { CHECK_KINDS } from '@sapling/core/checks';
import { checkItem } from './model.js';

export const screenCode = z.string().regex(/^[2-9A-HJ-NP-Z]{5}$/, 'A code has five letters and digits.');
/** What the screen shows: a card, or nothing while the adult writes or pauses. Answers and right ones are left out on the server. */
export const screenCard = z.union([
  z.object({
    kind: z.enum(CHECK_KINDS),
    item: checkItem,
    second: z.boolean().optional(),
  }),
  /** A text to read aloud. */
  z.object({ reading: z.object({ title: z.string().max(120), text: z.string().max(20_000) }) }),
]);
export const screenState = z.object({ open: z.boolean(), card: screenCard.nullable(), number: z.number().int() });
export type ScreenState = z.infer<typeof screenState>;
export type ScreenCard = z.infer<typeof screenCard>;
