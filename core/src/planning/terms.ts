/** The terms of a school year by their dates, and what lies between them. */
import { daysAfter, daysBetween, weekday } from '../days.js';
import type { Holiday } from './week.js';

export interface SchoolTerm {
  readonly name: string;
  /** First and last day of school, YYYY-MM-DD. */
  readonly from: string;
  readonly to: string;
}
interface Year {
  readonly holidays: readonly Holiday[];
  readonly terms: readonly SchoolTerm[];
}
const inOrder = (terms: readonly SchoolTerm[]): SchoolTerm[] => [...terms].sort((a, b) => (a.from < b.from ? -1 : 1));
/** A stretch between two terms longer than this is not one holiday: the dates of a term are missing. */
const LONGEST_DAYS = 100;

/** Days on which no group meets: the school's holidays, and what lies between two terms. In order of time. */
export function daysOff({ holidays, terms }: Year): Holiday[] {
  const sorted = inOrder(terms);
  const between = sorted.slice(1).flatMap((next, k): Holiday[] => {
    const before = sorted[k]!;
    const [from, to] = [daysAfter(before.to, 1), daysAfter(next.from, -1)];
    const days = daysBetween(from, next.from);
    return days < 1 || days > LONGEST_DAYS ? [] : [{ name: `Between ${before.name} and ${next.name}`, from, to }];
  });
  // a holiday that the school named itself says more than one that follows from the terms
  return [...holidays, ...between.filter((b) => !holidays.some((h) => h.from <= b.from && h.to >= b.to))].sort((a, b) =>
    a.from < b.from ? -1 : 1,
  );
}

/**
 * The term a day lies in, and in which of its school weeks, counted from the week it begins in; undefined outside every term.
 * @example termOn('2026-11-25', terms) // { term: { name: 'Autumn', … }, week: 12 }
 */
export function termOn(on: string, terms: readonly SchoolTerm[]): { readonly term: SchoolTerm; readonly week: number } | undefined {
  const term = terms.find((t) => t.from <= on && on <= t.to);
  if (!term) return undefined;
  const monday = (day: string): string => daysAfter(day, 1 - weekday(day));
  return { term, week: daysBetween(monday(term.from), monday(on)) / 7 + 1 };
}
