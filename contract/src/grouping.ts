/** Groups, the rules they keep, and what they were. Days are YYYY-MM-DD. */
import { STRANDS } from '@sapling/core/evidence';
import { z } from 'zod';
import { gpc } from './library.js';

const id = z.uuid();
const instant = z.iso.datetime();
const day = z.iso.date();
const version = z.number().int().min(1);
const name = z.string().trim().min(1, 'A name is needed.').max(80);
/** Of a slot in the school's settings. */
export const slotId = z.string().min(1).max(40);
/** A slot on every day it has, or one day of it: `nine@1`, days being 1 Monday to 7 Sunday. */
export const slotOrCell = z.string().min(1).max(44);

const about = {
  name,
  adultId: id.nullable(),
  focus: z.array(gpc).max(12),
  members: z.array(id).max(12),
};
const more = {
  /** Skills it works on beside pairs. */
  skills: z.array(z.enum(STRANDS)),
  slot: slotId.nullable(),
  /** Meetings a week; as the school usually has them where it is null. */
  meets: z.number().int().min(1).max(10).nullable(),
  startsOn: day,
  /** Last day of its cycle, where that is set. */
  endsOn: day.nullable(),
};
export const group = z.object({
  id,
  ...about,
  members: z.array(id),
  focus: z.array(gpc),
  ...more,
  /** Members that this colleague may not see by name. */
  hidden: z.number().int(),
  version,
});
export type Group = z.infer<typeof group>;
export const groupBody = z.object({ ...about, ...z.object(more).partial().shape });
export type GroupBody = z.infer<typeof groupBody>;

/** Several groups changed as one: all of it is done or none. */
export const arrangement = z.object({
  change: z.array(groupBody.partial().extend({ id, version })).max(80),
  add: z.array(groupBody).max(80),
  end: z.array(z.object({ id, version })).max(80),
  /** Groups that were ended and are to go on. */
  reopen: z.array(z.object({ id, version })).max(80),
});
export type Arrangement = z.infer<typeof arrangement>;

export const GROUP_RULE_KINDS = ['together', 'apart', 'out', 'busy'] as const;
export const groupRule = z.object({
  id,
  kind: z.enum(GROUP_RULE_KINDS),
  children: z.array(id).min(1).max(12),
  /** Slots in which the children stay in class; only for `busy`. */
  slots: z.array(slotOrCell).max(280),
  why: z.string().trim().max(200),
  savedBy: id,
  savedAt: instant,
  version,
});
export type GroupRule = z.infer<typeof groupRule>;
export const groupRuleBody = groupRule.omit({ id: true, savedBy: true, savedAt: true }).extend({ version: z.number().int().min(0) });

export const groupHistory = z.object({
  /** Groups that have ended, the latest first, with who was in them at the end. */
  past: z.array(group.extend({ endedOn: day, adultName: z.string().nullable() })),
  moves: z.array(
    z.object({ at: instant, by: z.string(), child: id, groupId: id, groupName: z.string(), what: z.enum(['joined', 'left']) }),
  ),
  /** Children in groups for two cycles or more whose pairs have hardly changed since. */
  flat: z.array(
    z.object({
      child: id,
      /** Groups they have been in. */
      cycles: z.number().int(),
      since: day,
      /** Pairs seen by then, how many of them were expected to be known, and how many are now. */
      of: z.number(),
      before: z.number(),
      now: z.number(),
    }),
  ),
});
export type GroupHistory = z.infer<typeof groupHistory>;

const thenOrNow = z.object({ state: z.enum(['secure', 'wobbly', 'gap', 'unchecked']), p: z.number() });
const read = z.object({ on: day, title: z.string(), wcpm: z.number(), accuracy: z.number().nullable() }).nullable();
/** What a group's cycle came to is worked out from this. */
export const groupOutcomeFacts = z.object({
  startsOn: day,
  days: z.number().int(),
  taught: z.array(gpc),
  hidden: z.number().int(),
  children: z.array(
    z.object({
      id,
      name: z.string(),
      pairs: z.array(
        z.object({
          gpc,
          then: thenOrNow,
          /** How likely it was known at the end of each week between. */
          between: z.array(z.number()),
          now: thenOrNow.extend({ due: z.boolean() }),
          since: z.number().int(),
        }),
      ),
      /** Sessions since the child joined. */
      sessions: z.object({ held: z.number().int(), attended: z.number().int(), minutes: z.number().int() }),
      /** The first day of the child's own time in the group, so many days ago, and what was worked on in it. */
      startsOn: day,
      days: z.number().int(),
      taught: z.array(gpc),
      /** The last reading before the start, and the last since. */
      before: read,
      after: read,
    }),
  ),
});
export type GroupOutcomeFacts = z.infer<typeof groupOutcomeFacts>;

/** A group given to a colleague for some days, both ends included. */
export const lendingBody = z.object({ colleagueId: id, from: day, until: day });
export const lending = lendingBody.extend({ id, groupId: id, groupName: z.string(), byName: z.string() });
export type Lending = z.infer<typeof lending>;
