/** What a school decides where schools differ, with the default for each. */
import { z } from 'zod';

export const settings = z.object({
  /** A pair is secure where the low end of its interval reaches this. */
  secureFrom: z.number().min(0.6).max(0.95),
  /** A pair is a gap where the high end of its interval stays below this. */
  gapBelow: z.number().min(0.05).max(0.5),
  /** The same for a skill strand, read off the interval of the chance to get a plain item of it right. */
  skillSecureFrom: z.number().min(0.7).max(0.95),
  skillGapBelow: z.number().min(0.2).max(0.7),
  /** How this school speaks: differences that count as right. Names of ACCENT_MERGERS, with commas between. */
  accent: z.string().max(200),
  /** Whether a letter's name is asked along with its sound. */
  letterNames: z.boolean(),
  /** Whether made-up words are used. */
  madeUpWords: z.enum(['checking and practice', 'checking only', 'not at all']),
  /** After so many days without being seen, a secure pair is due for another look. */
  dueAfterDays: z.number().int().min(7).max(365),
});
export type SchoolSettings = z.infer<typeof settings>;

export const DEFAULT_SETTINGS: SchoolSettings = {
  secureFrom: 0.8,
  gapBelow: 0.2,
  skillSecureFrom: 0.75,
  skillGapBelow: 0.65,
  accent: '',
  letterNames: false,
  madeUpWords: 'checking only',
  dueAfterDays: 42,
};
