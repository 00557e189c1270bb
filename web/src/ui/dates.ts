import { clockTime } from '@sapling/core';
import { format, isToday, isTomorrow, isYesterday, parseISO } from 'date-fns';

/** A day as people say it: Today, Tomorrow, Tue 24 Nov. */
export function dayWords(day: string): string {
  const date = parseISO(day);
  if (isToday(date)) return 'Today';
  if (isTomorrow(date)) return 'Tomorrow';
  if (isYesterday(date)) return 'Yesterday';
  return format(date, 'EEE d MMM');
}
export const timeWords = (at: string): string => format(new Date(at), 'EEE d MMM, HH:mm');
export const todayDay = (): string => format(new Date(), 'yyyy-MM-dd');
/** A session's day, and its clock time and room where the timetable has them. */
export const whenWords = (s: { on: string; starts: number | null; room: string }): string =>
  [`${dayWords(s.on)}${s.starts === null ? '' : ` at ${clockTime(s.starts)}`}`, s.room].filter(Boolean).join(', ');
