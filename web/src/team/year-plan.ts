/** What a roll-over proposes, and what is changed of it: next year's class of every class and child. */
import { fullName, plainName, type RollOver, type SchoolClass } from '@sapling/contract';

export interface ClassPlan {
  readonly id: string;
  readonly leaves: boolean;
  readonly name: string;
  readonly year: string;
}
/** A child who does not go with its class: a class by its new name, or null for leaving the school. */
export type Others = ReadonlyMap<string, string | null>;

/** Years before the first that has a number. */
const BEFORE_ONE = /^(r|reception|k|kindergarten|foundation)$/i;
/** The year above, where a year is told by a number: `1` to `2`, `Year 1` to `Year 2`, reception to `1`; itself where none is. @example yearAbove('Year 1') // 'Year 2' */
export const yearAbove = (year: string): string =>
  BEFORE_ONE.test(year.trim()) ? '1' : year.replace(/\d+/, (n) => String(Number(n) + 1).padStart(n.length, '0'));

/** Years without a number come before those with one. */
const rankOf = (year: string): number => Number(/\d+/.exec(year)?.[0] ?? -1);
const inOrder = (classes: readonly SchoolClass[]): SchoolClass[] =>
  [...classes].sort((a, b) => rankOf(a.year) - rankOf(b.year) || a.year.localeCompare(b.year) || a.name.localeCompare(b.name));

/**
 * What is proposed: each class goes up as a class of the year above, by the same place where that year has as many; the highest
 * year leaves, where there is more than one. A name with the year's number in it goes up with it (1W to 2W).
 */
export function proposed(classes: readonly SchoolClass[]): ClassPlan[] {
  const sorted = inOrder(classes);
  const years = [...new Set(sorted.map((c) => c.year))];
  const highest = years.length > 1 ? years.at(-1) : undefined;
  const nameOf = (c: SchoolClass): string => {
    const beside = sorted.filter((o) => o.year === c.year);
    const next = sorted.filter((o) => o.year === yearAbove(c.year));
    const number = /\d+/.exec(c.year)?.[0];
    if (number !== undefined && c.name.includes(number)) return yearAbove(c.name);
    return next.length === beside.length ? next[beside.indexOf(c)]!.name : c.name;
  };
  const leaves = (c: SchoolClass): boolean => c.year !== '' && c.year === highest;
  const given = new Set(sorted.filter((c) => !leaves(c)).map(nameOf));
  return sorted.map((c) => ({
    id: c.id,
    leaves: leaves(c),
    // a class that leaves has no name next year; where it is kept after all, it is not put into another by mistake
    name: leaves(c) && given.has(nameOf(c)) ? '' : nameOf(c),
    year: yearAbove(c.year),
  }));
}

/** The names of next year's classes, each once. */
export const nextNames = (plans: readonly ClassPlan[]): string[] => [
  ...new Set(plans.flatMap((p) => (p.leaves || p.name.trim() === '' ? [] : [p.name.trim()]))),
];

/** Classes that become one, in a sentence each. */
export const joined = (plans: readonly ClassPlan[], classes: readonly SchoolClass[]): string[] =>
  nextNames(plans).flatMap((name) => {
    const from = plans.filter((p) => !p.leaves && p.name.trim() === name).map((p) => classes.find((c) => c.id === p.id)?.name ?? '');
    return from.length > 1 ? [`${from.join(' and ')} become one class, ${name}.`] : [];
  });

/** Why the plan cannot be carried out yet, in a sentence; null where it can. */
export function notYet(plans: readonly ClassPlan[], others: Others, classes: readonly SchoolClass[]): string | null {
  const nameless = plans.find((p) => !p.leaves && p.name.trim() === '');
  if (nameless) return `Say what ${classes.find((c) => c.id === nameless.id)?.name ?? 'a class'} is called next year.`;
  const names = nextNames(plans);
  const lost = [...others.values()].find((next) => next !== null && !names.includes(next));
  if (lost) return `Some children go into “${lost}”, which is no class of next year any more.`;
  for (const name of names) {
    const from = plans.filter((p) => !p.leaves && p.name.trim() === name).map((p) => classes.find((c) => c.id === p.id)!);
    if (new Set(from.map((c) => c.orderId)).size > 1)
      return `${from.map((c) => c.name).join(' and ')} follow different teaching orders and cannot both become “${name}”.`;
  }
  return null;
}

export function toRollOver(ending: string, plans: readonly ClassPlan[], others: Others, adults: RollOver['adults']): RollOver {
  return {
    ending: ending.trim(),
    classes: plans.map((p) => ({ id: p.id, next: p.leaves ? null : { name: p.name.trim(), year: p.year.trim() } })),
    others: [...others].map(([child, next]) => ({ child, next })),
    adults,
  };
}

/** The school year that a day of summer ends, as it is mostly called. @example yearName('2027-07-10') // '2026/27' */
export function yearName(day: string): string {
  const year = Number(day.slice(0, 4)) - (day.slice(5) < '08-15' ? 1 : 0);
  return `${year}/${String((year + 1) % 100).padStart(2, '0')}`;
}

interface Listed {
  readonly givenName: string;
  readonly familyName: string;
  readonly className: string;
  readonly externalId: string | null;
}
interface Here {
  readonly id: string;
  readonly givenName: string;
  readonly familyName: string;
  readonly classId: string;
  readonly externalId: string | null;
}
export interface FromList {
  readonly others: Map<string, string | null>;
  /** Children whom the list does not name: they are said to leave. */
  readonly unnamed: number;
  readonly matched: number;
  /** Rows of the list that are nobody here: brought in afterwards as a class list. */
  readonly fresh: number;
  /** Children of one name, of whom the list does not say which is which. */
  readonly unsure: readonly string[];
  /** Classes of the list that are no class of the plan. */
  readonly unknown: readonly string[];
}
const plain = (text: string): string => text.trim().toLowerCase().normalize('NFC').replace(/\s+/g, ' ');

/**
 * Next year's class of every child from next year's list: by the school's number, else by the name where that is one child's. Of a name
 * that is several children's, none is moved or leaves by it: they go with their class.
 */
export function fromList(rows: readonly Listed[], children: readonly Here[], plans: readonly ClassPlan[]): FromList {
  const names = nextNames(plans);
  const others = new Map<string, string | null>();
  const found = new Set<string>();
  const unsure = new Set<string>();
  const unknown = new Set<string>();
  let fresh = 0;
  for (const row of rows) {
    const number = plain(row.externalId ?? '');
    const byNumber = number === '' ? [] : children.filter((c) => plain(c.externalId ?? '') === number);
    // one of this name with another number is another child
    const named = children.filter((c) => plainName(c) === plainName(row) && (number === '' || !c.externalId));
    const likely = byNumber.length > 0 ? byNumber : named;
    if (likely.length !== 1) {
      if (likely.length === 0) fresh += 1;
      for (const { id } of likely) unsure.add(id);
      continue;
    }
    const child = likely[0]!;
    found.add(child.id);
    const next = names.find((n) => plain(n) === plain(row.className));
    if (!next) {
      unknown.add(row.className);
      continue;
    }
    const own = plans.find((p) => p.id === child.classId);
    if (!own || own.leaves || own.name.trim() !== next) others.set(child.id, next);
  }
  const open = children.filter((c) => unsure.has(c.id) && !found.has(c.id));
  const gone = children.filter((c) => !found.has(c.id) && !unsure.has(c.id));
  for (const child of gone) if (!plans.find((p) => p.id === child.classId)?.leaves) others.set(child.id, null);
  return { others, unnamed: gone.length, matched: found.size, fresh, unsure: open.map(fullName), unknown: [...unknown] };
}
