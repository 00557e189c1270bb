/** The week as it is kept: which group meets when, with whom, where. */
import { z } from 'zod';
import { slotOrCell } from './grouping.js';

export const meeting = z.object({
  group: z.uuid(),
  /** A day of a slot: `nine@1`. */
  slot: slotOrCell,
  /** Who takes it instead of the group’s adult; null where it is theirs. */
  adultId: z.uuid().nullable(),
  /** A room of the settings; empty where none is named. */
  room: z.string().max(40),
});
export type WeekMeeting = z.infer<typeof meeting>;
export const timetable = z.object({
  /** 0 until somebody kept one. */
  version: z.number().int().min(0),
  savedBy: z.string().nullable(),
  savedAt: z.iso.datetime().nullable(),
  /** `name` is empty where the group is out of this colleague’s reach: then it only says that adult, room and time are taken. */
  meetings: z.array(meeting.extend({ name: z.string(), /** Who takes it. */ adult: z.uuid().nullable() })),
});
export type Timetable = z.infer<typeof timetable>;
export const timetableBody = z.object({ version: z.number().int().min(0), meetings: z.array(meeting).max(400) });
