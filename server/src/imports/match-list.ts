/** Whom the rows of a class list mean: children who are here, who left, whom somebody must be asked about, or new ones. */
import { fullName, plainName, type ImportRow } from '@sapling/contract';
import { FACTS } from '../children/facts.js';
import type { Facts } from '../db/schema.js';

/** A child in reach of whoever brings the list in. */
export interface ListedChild extends Required<Facts> {
  readonly id: string;
  readonly classId: string;
  /** The day the child left; null of who is here. */
  readonly left: string | null;
}
export interface ListContext {
  readonly children: readonly ListedChild[];
  /** `ended`: a class of an earlier year, which who left may be of. */
  readonly classes: readonly { readonly id: string; readonly name: string; readonly inReach: boolean; readonly ended: boolean }[];
  /** Numbers of children out of reach. */
  readonly numbersElsewhere: readonly string[];
  /** Whether names of children who are matched become those of the list. */
  readonly names: boolean;
}
export interface Verdict {
  readonly row: number;
  readonly action: 'add' | 'match' | 'move' | 'return' | 'ask' | 'bad';
  readonly reason?: string;
  readonly childId?: string;
  /** Whom the row may mean, or means, where their name, class or number is not as the list has it. */
  readonly here?: { readonly name: string; readonly className: string; readonly left: string | null; readonly by: 'name' | 'number' };
  /** What of the record the list changes. */
  readonly writes: readonly (keyof Facts)[];
}

/** A name, a class or a number as it is compared. */
export const key = (text: string): string => text.normalize('NFKC').trim().toLowerCase().replace(/\s+/g, ' ');
/** Whether two given facts contradict each other; what one does not know contradicts nothing. */
const differ = (a: string | null | undefined, b: string | null | undefined): boolean => !!a && !!b && key(a) !== key(b);

/** What the list says of a child that the record does not. What it leaves empty stays as it is, and a number is not changed. */
export function factsToWrite(row: ImportRow, child: ListedChild, names: boolean): Facts {
  const said: Facts = {
    ...(!child.externalId && row.externalId && { externalId: row.externalId }),
    ...(row.firstLanguage && { firstLanguage: row.firstLanguage }),
    ...(row.needs && { needs: row.needs }),
    ...(row.dateOfBirth && { dateOfBirth: row.dateOfBirth }),
    ...(names && { givenName: row.givenName.trim(), familyName: row.familyName.trim() || child.familyName }),
  };
  return Object.fromEntries(Object.entries(said).filter(([fact, value]) => child[fact as keyof Facts] !== value));
}

/** The children by a key, the first of each: who is here before who left. */
function firstBy(children: readonly ListedChild[], keyOf: (child: ListedChild) => string | null): Map<string, ListedChild[]> {
  const by = new Map<string, ListedChild[]>();
  for (const child of [...children].sort((a, b) => Number(a.left !== null) - Number(b.left !== null))) {
    const of = keyOf(child);
    if (of !== null) by.set(of, [...(by.get(of) ?? []), child]);
  }
  return by;
}

/**
 * What each row would do. A child is known by the school's own number, by name within the class, or by name and date of birth. Of whom
 * only the name is found, in another class or among those who left, whoever brings the list in is asked (`same`): two children of one
 * name are not made one, nor one child two.
 */
export function matchList(rows: readonly ImportRow[], context: ListContext): { verdicts: Verdict[]; newClasses: string[] } {
  const classOf = new Map(context.classes.flatMap((c) => (c.ended ? [] : [[key(c.name), c] as const])));
  const className = new Map(context.classes.map((c) => [c.id, c.name]));
  const elsewhere = new Set(context.numbersElsewhere.map(key));
  const byNumber = firstBy(context.children, (c) => (c.externalId ? key(c.externalId) : null));
  const byName = firstBy(context.children, plainName);
  const here = (c: ListedChild, ofNumber: ListedChild | undefined) => ({
    name: fullName(c),
    className: className.get(c.classId) ?? '',
    left: c.left,
    by: c === ofNumber ? ('number' as const) : ('name' as const),
  });

  // rows that cannot be taken, and whom the rest surely mean, before anybody is asked about: no child is two rows'
  const verdicts = new Map<number, Verdict>();
  const sure = new Map<number, ListedChild>();
  const claimed = new Set<string>();
  const seen = new Map<string, number>();
  const take = (row: ImportRow, child: ListedChild | undefined): void => {
    if (!child || claimed.has(child.id)) return;
    claimed.add(child.id);
    sure.set(row.row, child);
  };
  const bad = (row: ImportRow, reason: string): void => void verdicts.set(row.row, { row: row.row, action: 'bad', reason, writes: [] });
  for (const row of rows) {
    const classKey = key(row.className);
    const nameKey = `${key(row.givenName)}|${key(row.familyName)}|${classKey}`;
    const identity = row.externalId ? `#${key(row.externalId)}` : nameKey;
    const earlier = seen.get(identity) ?? (row.externalId ? undefined : seen.get(nameKey));
    const of = classOf.get(classKey);
    if (of && !of.inReach) bad(row, `The class “${row.className}” is here but is not one of yours. Ask the lead.`);
    else if (earlier !== undefined) bad(row, `The same child as in row ${earlier}.`);
    else if (row.externalId && elsewhere.has(key(row.externalId)))
      bad(row, `The number ${row.externalId} is that of a child who is not one of yours. Ask the lead.`);
    else {
      seen.set(identity, row.row);
      seen.set(nameKey, row.row);
    }
  }
  const open = rows.filter((row) => !verdicts.has(row.row));
  const numbered = (row: ImportRow): ListedChild | undefined => (row.externalId ? byNumber.get(key(row.externalId))?.[0] : undefined);
  /** Those of this name whom neither number nor date of birth speaks against. */
  const named = (row: ImportRow): ListedChild[] => (byName.get(plainName(row)) ?? []).filter((c) => !differ(c.externalId, row.externalId));
  const born = (row: ImportRow, c: ListedChild): boolean => !differ(c.dateOfBirth, row.dateOfBirth);
  // a number that another child has here is asked about as well
  for (const row of open) {
    const child = numbered(row);
    if (child && (plainName(child).split('|').some((part) => part !== '' && plainName(row).split('|').includes(part)) || row.same)) take(row, child); // prettier-ignore
  }
  for (const row of open)
    if (!sure.has(row.row) && !numbered(row))
      take(
        row,
        named(row).find((c) => {
          const exact = key(c.givenName) === key(row.givenName) && key(c.familyName) === key(row.familyName);
          const inClass = c.left === null && c.classId === classOf.get(key(row.className))?.id;
          return born(row, c) && ((inClass && exact) || (!!row.dateOfBirth && c.dateOfBirth === row.dateOfBirth));
        }),
      );

  const newClasses = new Map<string, string>();
  for (const row of open) {
    const ofNumber = numbered(row);
    const maybe = ofNumber ?? named(row).find((c) => !claimed.has(c.id));
    const child = sure.get(row.row) ?? (row.same ? maybe : undefined);
    if (child) claimed.add(child.id);
    const about = { row: row.row, writes: [] };
    if (!child && ofNumber && row.same === false)
      bad(row, `The number ${row.externalId} is that of ${fullName(ofNumber)} here. Correct it in the list, or leave it out.`);
    else if (!child && maybe && row.same === undefined)
      verdicts.set(row.row, { ...about, action: 'ask', childId: maybe.id, here: here(maybe, ofNumber) }); // prettier-ignore
    else if (!child) verdicts.set(row.row, { ...about, action: 'add' });
    else {
      const action = child.left !== null ? 'return' : child.classId !== classOf.get(key(row.className))?.id ? 'move' : 'match';
      const otherName = fullName(child) !== fullName({ givenName: row.givenName.trim(), familyName: row.familyName.trim() });
      verdicts.set(row.row, {
        row: row.row,
        action,
        childId: child.id,
        ...((action !== 'match' || otherName) && { here: here(child, ofNumber) }),
        writes: FACTS.filter((fact) => factsToWrite(row, child, context.names)[fact] !== undefined),
      });
    }
    const classKey = key(row.className);
    if (verdicts.get(row.row)!.action !== 'bad' && !classOf.has(classKey) && !newClasses.has(classKey)) newClasses.set(classKey, row.className.trim()); // prettier-ignore
  }
  return { verdicts: rows.map((row) => verdicts.get(row.row)!), newClasses: [...newClasses.values()] };
}
