import { clockTime, daysAfter } from '@sapling/core';
import { parseISO } from 'date-fns';
import { dateText, distanceText } from '../wording/date-text.js';
import { say } from '../wording/say.js';
import { atSchool, clock, todayDay } from '../clock.js';

/** A day by name where it is one of the three about today, or as it stands in a list. */
const near = (day: string, names: { yesterday: string; today: string; tomorrow: string }): string => {
  const today = todayDay();
  if (day === today) return names.today;
  if (day === daysAfter(today, 1)) return names.tomorrow;
  return day === daysAfter(today, -1) ? names.yesterday : shortDay(day);
};
/** A day as people say it: Today, Tomorrow, Tue 24 Nov. */
export const dayWords = (day: string): string => near(day, { yesterday: say('Yesterday'), today: say('Today'), tomorrow: say('Tomorrow') });
/** The same within a sentence, after "until" or "from": today, tomorrow, Tue 24 Nov. */
export const dayInside = (day: string): string =>
  near(day, { yesterday: say('yesterday'), today: say('today'), tomorrow: say('tomorrow') });
/** When something is, within a sentence: today, tomorrow, on Tue 24 Nov. */
export function onDay(day: string): string {
  const inside = dayInside(day);
  return inside === shortDay(day) ? say(`on ${inside}`) : inside;
}
/** A day as it stands in a list: Tue 24 Nov. */
export const shortDay = (day: string): string => dateText(parseISO(day), 'EEE d MMM');
/** A day with its year: 24 Nov 2026. */
export const dateWords = (day: string): string => dateText(parseISO(day), 'd MMM yyyy');
export const timeWords = (at: string): string => dateText(atSchool(at), 'EEE d MMM, HH:mm');
/** How long ago a moment was: 3 days ago. */
export const agoWords = (at: string): string => distanceText(new Date(at), clock.ms());
/** A session's day, and its clock time and room where the timetable has them. */
export const whenWords = (s: { on: string; starts: number | null; room: string }): string =>
  [`${dayWords(s.on)}${s.starts === null ? '' : ` at ${clockTime(s.starts)}`}`, s.room].filter(Boolean).join(', ');
