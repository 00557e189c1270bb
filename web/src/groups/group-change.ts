/** A change of a group, and what of it a person would name. */
import type { Group } from '@sapling/contract';

export type GroupChange = Partial<
  Pick<Group, 'name' | 'adultId' | 'focus' | 'members' | 'skills' | 'slot' | 'meets' | 'startsOn' | 'endsOn'>
>;

const CHANGED: Record<keyof GroupChange, string> = {
  name: 'name',
  adultId: 'adult',
  focus: 'focus',
  members: 'children',
  skills: 'skills',
  slot: 'time',
  meets: 'meetings a week',
  startsOn: 'first day',
  endsOn: 'last day',
};

/** The words for what differs between two states of a group, of the fields that were written. */
export const changedFields = (before: GroupChange, after: GroupChange): string[] =>
  (Object.keys(after) as (keyof GroupChange)[])
    .filter((key) => JSON.stringify(before[key]) !== JSON.stringify(after[key]))
    .map((key) => CHANGED[key]);
