/** A session as whoever covers it sees it through a link: initials only, nothing else of the children. */
import { z } from 'zod';
import { plan } from './session.js';

export const coverSecret = z.string().regex(/^[A-Za-z0-9_-]{43}$/);
export const coverLink = z.object({
  id: z.uuid(),
  by: z.string(),
  endsAt: z.iso.datetime(),
  openedAt: z.iso.datetime().nullable(),
});
export type CoverLink = z.infer<typeof coverLink>;
export const coverView = z.object({
  groupName: z.string(),
  on: z.iso.date(),
  minutes: z.number().int(),
  when: z.string(),
  where: z.string(),
  adult: z.string(),
  safety: z.string(),
  endsAt: z.iso.datetime(),
  /** `id` stands in the plan where an item is one child's; it means nothing elsewhere. */
  members: z.array(z.object({ id: z.string(), initials: z.string() })),
  plan,
});
export type CoverView = z.infer<typeof coverView>;
