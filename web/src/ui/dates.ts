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
