/** Two people at one child's record: what each of them wrote is brought together field by field. */
import type { Child, ChildBody } from '@sapling/contract';

export type RecordField = keyof ChildBody;

/** What of a child is written in the form of its record. */
export const recordOf = (child: Child): ChildBody => ({
  givenName: child.givenName,
  familyName: child.familyName,
  classId: child.classId,
  externalId: child.externalId,
  firstLanguage: child.firstLanguage,
  needs: child.needs,
  dateOfBirth: child.dateOfBirth,
});

export interface BroughtTogether {
  /** What I wrote where I changed something, and what they wrote everywhere else. */
  readonly record: ChildBody;
  /** Where only they changed something: it is taken over. */
  readonly theirs: readonly RecordField[];
  /** Where both did, and not alike: mine stands in the form, theirs is said beside it. */
  readonly both: readonly RecordField[];
}
/**
 * Brings two changes of one record together. Nothing that either wrote is lost: where both wrote in one field, `both` names it.
 * @param before what stood there when I began
 * @param mine what I wrote
 * @param now what somebody else has kept meanwhile
 */
export function bringTogether(before: ChildBody, mine: ChildBody, now: ChildBody): BroughtTogether {
  const fields = Object.keys(mine) as RecordField[];
  const changedBy = (by: ChildBody) => (field: RecordField) => by[field] !== before[field];
  const theirs = fields.filter(changedBy(now));
  const both = theirs.filter((field) => changedBy(mine)(field) && mine[field] !== now[field]);
  const taken = theirs.filter((field) => !changedBy(mine)(field));
  return { record: { ...mine, ...Object.fromEntries(taken.map((field) => [field, now[field]])) }, theirs: taken, both };
}
