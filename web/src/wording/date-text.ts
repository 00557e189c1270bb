/** Dates as this school writes them: in the order of its setting, with the names of days and months of its language. */
import { format, formatDistanceStrict, type Locale } from 'date-fns';
import { wordingNow } from './say.js';

let locale: Locale | undefined;

/** Reads the names of days and months, before anything is shown. */
export async function readDateNames(): Promise<void> {
  if (wordingNow().language === 'de') locale = (await import('date-fns/locale/de')).de;
}

/** A pattern of the source, written day first, as the school writes dates. */
export function inOrder(pattern: string, order: '24 Nov' | 'Nov 24', german: boolean): string {
  if (german) return pattern.replace(/\bd (?=MMM)/, 'd. ');
  if (order === '24 Nov') return pattern;
  return pattern.replace(/\bd (MMMM?)( yyyy)?/, (_, month: string, year: string | undefined) => `${month} d${year ? `,${year}` : ''}`);
}

/** @param pattern of date-fns, with the day before the month: *EEE d MMM yyyy* */
export function dateText(date: Date, pattern: string): string {
  const { dateOrder, language } = wordingNow();
  return format(date, inOrder(pattern, dateOrder, language === 'de'), locale ? { locale } : {});
}

/** How long ago, in words. */
export const distanceText = (from: Date, to: number): string =>
  formatDistanceStrict(from, to, { addSuffix: true, ...(locale ? { locale } : {}) });
