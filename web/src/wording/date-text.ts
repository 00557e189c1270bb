/** Dates as this school writes them: in the order of its setting, with the names of days and months of its language. */
import { format, formatDistanceStrict, type Locale } from 'date-fns';
import { wordingNow } from './say.js';

/** Names of days and months in other languages than English. */
const NAMES: Readonly<Record<string, () => Promise<Locale>>> = {
  ar: async () => (await import('date-fns/locale/ar')).ar,
  bn: async () => (await import('date-fns/locale/bn')).bn,
  cy: async () => (await import('date-fns/locale/cy')).cy,
  de: async () => (await import('date-fns/locale/de')).de,
  es: async () => (await import('date-fns/locale/es')).es,
  fr: async () => (await import('date-fns/locale/fr')).fr,
  pl: async () => (await import('date-fns/locale/pl')).pl,
  pt: async () => (await import('date-fns/locale/pt')).pt,
  ro: async () => (await import('date-fns/locale/ro')).ro,
  tr: async () => (await import('date-fns/locale/tr')).tr,
  uk: async () => (await import('date-fns/locale/uk')).uk,
};
/** For dates, and for how long ago something was: that stands in a sentence of the interface, and is in its language. */
let names: Locale | undefined;
let distances: Locale | undefined;
const ofDates = (): string => wordingNow().dateLanguage ?? wordingNow().language;

/** Reads the names of days and months, before anything is shown. */
export async function readDateNames(): Promise<void> {
  names = await NAMES[ofDates()]?.();
  distances = await NAMES[wordingNow().language]?.();
}

/** A pattern of the source, written day first, as the school writes dates. */
export function inOrder(pattern: string, order: '24 Nov' | 'Nov 24', german: boolean): string {
  if (german) return pattern.replace(/\bd (?=MMM)/, 'd. ');
  if (order === '24 Nov') return pattern;
  return pattern.replace(/\bd (MMMM?)( yyyy)?/, (_, month: string, year: string | undefined) => `${month} d${year ? `,${year}` : ''}`);
}

/** @param pattern of date-fns, with the day before the month: *EEE d MMM yyyy* */
export function dateText(date: Date, pattern: string): string {
  const language = ofDates();
  // other languages than English write the day first
  return format(date, inOrder(pattern, names ? '24 Nov' : wordingNow().dateOrder, language === 'de'), names ? { locale: names } : {});
}

/** How long ago, in words. */
export const distanceText = (from: Date, to: number): string =>
  formatDistanceStrict(from, to, { addSuffix: true, ...(distances ? { locale: distances } : {}) });
