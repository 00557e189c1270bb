/** What the live stream says. */
import { z } from 'zod';
import { id } from './model.js';

/** What the live stream (/api/events) carries: which records changed, never their content; and how far work is that somebody waits for. */
export const liveEvent = z.object({
  topic: z.enum([
    'children',
    'groups',
    'sessions',
    'checks',
    'readings',
    'classes',
    'team',
    'library',
    'settings',
    'remarks',
    'timetable',
    'work',
  ]),
  id: id.optional(),
  by: id.optional(),
  /** Of work: so many steps of so many. */
  done: z.number().int().optional(),
  of: z.number().int().optional(),
});
export type LiveEvent = z.infer<typeof liveEvent>;
