/** Refusals: RFC 9457 problem details, with a code that the interface turns into a plain sentence. */
import { z } from 'zod';
import { PROBLEM_CODES } from './problem-codes.js';

export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  code: z.enum(PROBLEM_CODES),
  detail: z.string().optional(),
  /** Which fields were wrong and why. */
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  /** For `newer-version`: what is stored now. */
  current: z.unknown().optional(),
});
export type Problem = z.infer<typeof problemSchema>;
