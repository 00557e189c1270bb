/** What a child can practise this week, for whoever teaches the child and for home. */
import { z } from 'zod';
import { gpc } from './library.js';

export const practiceRow = z.object({
  id: z.uuid(),
  name: z.string(),
  givenName: z.string(),
  classId: z.uuid(),
  group: z.object({ name: z.string(), adult: z.string().nullable(), focus: z.array(gpc) }).nullable(),
  /** The last session the child was in. */
  lastSession: z.iso.date().nullable(),
  /** Practised lately and known by now or nearly so. */
  pairs: z.array(gpc),
  /** Being taught, and not ready to be practised alone. */
  notYet: z.array(gpc),
  words: z.array(
    z.object({
      word: z.string(),
      units: z.array(z.object({ grapheme: z.string(), sound: z.string(), letters: z.array(z.number().int()) })),
    }),
  ),
  sentence: z.string().nullable(),
});
export type PracticeRow = z.infer<typeof practiceRow>;
