/** A school's year: what is rolled over in summer, and what stays to be looked at. */
import { z } from 'zod';
import { day, id, instant } from './model.js';

const name = z.string().trim().min(1, 'A name is needed.').max(60);

/** What becomes of a class of this year, and of children of it that go another way. */
export const rollOver = z.object({
  /** What the year that ends is called. */
  ending: name,
  classes: z
    .array(
      z.object({
        id,
        /** The class it becomes; null where its children leave the school. Two classes of one name become one. */
        next: z.object({ name, year: z.string().trim().max(20) }).nullable(),
      }),
    )
    .min(1)
    .max(200),
  /** Children who do not go with their class: into which class by its new name, or null for leaving the school. */
  others: z.array(z.object({ child: id, next: name.nullable() })).max(5000),
  /** Whether adults stay with the name of a class, or go up with its children. */
  adults: z.enum(['with the name', 'with the children']),
});
export type RollOver = z.infer<typeof rollOver>;

/** A year that was closed. Children are named by their present record; who was erased is in no list. */
export const schoolYear = z.object({
  id,
  name,
  endedAt: instant,
  endedOn: day,
  /** Whether it can still be opened again: within 30 days, as the last one, and nothing stands in its way. */
  canUndo: z.boolean(),
  classes: z.array(
    z.object({
      name: z.string(),
      year: z.string(),
      taughtSteps: z.number().int(),
      /** `secure`: how many pairs were secure when they were last seen. */
      children: z.array(z.object({ id, name: z.string(), left: z.boolean(), secure: z.number().int(), pairs: z.number().int() })),
    }),
  ),
  groups: z.array(
    z.object({
      name: z.string(),
      adult: z.string(),
      focus: z.array(z.string()),
      children: z.array(z.object({ id, name: z.string() })),
      held: z.number().int(),
    }),
  ),
});
export type SchoolYear = z.infer<typeof schoolYear>;

export const rolledOver = z.object({
  year: id,
  moved: z.number().int(),
  left: z.number().int(),
  groups: z.number().int(),
  sessions: z.number().int(),
});
