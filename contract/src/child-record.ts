/** A child's record as a school keeps it over the years: correct it, leave and return, merge, take along, erase. */
import { z } from 'zod';
import { child, day, id, instant, version } from './model.js';

const shortText = (most: number) => z.string().trim().max(most);
export const childBody = z.object({
  givenName: z.string().trim().min(1, 'A name is needed.').max(80),
  familyName: shortText(80),
  classId: id,
  /** The school's own number. */
  externalId: shortText(60).nullable(),
  firstLanguage: shortText(60),
  needs: shortText(120),
  dateOfBirth: day.nullable(),
});
export type ChildBody = z.infer<typeof childBody>;
export const newChildBody = childBody.extend({ id });
export const changedChildBody = childBody.partial().extend({ version });

/** What leaving did: the groups the child was in until now. */
export const leaving = z.object({ child, groups: z.array(z.string()) });
/** A child who has left: in no list, kept until a day. */
export const leaver = child.extend({ className: z.string(), leftAt: instant, erasedOn: day });
export type Leaver = z.infer<typeof leaver>;

/** Two records that were one child's. */
export const merge = z.object({
  id,
  at: instant,
  by: id,
  kept: id,
  /** The record that went into the kept one, by the name it had. */
  gone: id,
  name: z.string(),
  /** The last day on which it can be taken back. */
  undoUntil: day,
  undoneAt: instant.nullable(),
});
export type Merge = z.infer<typeof merge>;

/** Asking for a child's records to be erased for good, and the receipt once that is done. It keeps no name. */
export const erasure = z.object({
  id,
  child: id,
  /** The name, while there is one. */
  name: z.string().nullable(),
  askedBy: id,
  askedAt: instant,
  /** From this moment whoever asked may do it alone; a second lead may before. */
  aloneFrom: instant,
  doneBy: id.nullable(),
  doneAt: instant.nullable(),
  /** How many records of each kind went. */
  counts: z.record(z.string(), z.number().int()).nullable(),
});
export type Erasure = z.infer<typeof erasure>;
export const passwordAgain = z.object({ password: z.string().max(200) });

/** One line of who saw and changed what of a child. */
export const trailLine = z.object({ at: instant, by: z.string(), what: z.string() });
export type TrailLine = z.infer<typeof trailLine>;
