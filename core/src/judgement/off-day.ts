/**
 * Sittings that tell nothing. A child who showed thirty pairs and three weeks later says nothing to any card has not lost thirty pairs:
 * more likely it was not in it that day, or it was another child. Where the first card of a sitting is missed, each kind of child
 * stands a second time beside itself, one that takes no notice of the sitting (multiple-model estimation: Magill 1965); what comes
 * right or wrong in this sitting and the next decides between the two. The same where a card in the middle is missed that should have
 * come right: a child who has had enough says nothing any more. So one such sitting makes no gaps of what was known and leaves
 * little of it secure; a second one alike, of the same pairs or of all, is believed. How the numbers were chosen: docs/decisions/numbers.md.
 */
import type { ChildKind } from './filter-parameters.js';
import type { Covariance } from './covariance.js';

/** How often a sitting tells nothing, and how often the first of a child, which nothing can speak against. */
const CHANCE = 0.001;
const AT_FIRST = 0.0005;
/** How much seldomer the rest of one tells nothing, from an answer on that was as likely as this to come right. */
const PART_WAY = 0.001;
const SURPRISING = 0.65;
/** How much seldomer the one after such a sitting is another. */
const AGAIN = 0.1;
/** So many answers of other sittings are something to hold one against. */
const ENOUGH_SEEN = 10;
/** What still comes right in such a sitting. */
export const OFF_RIGHT = 0.03;
/** That all of a sitting is true is never less likely than this beside that it tells nothing (odds), whatever it has against it. */
const TRUE_AT_LEAST = 0.25;
const TRUE_AT_FIRST = 9;
/** With so many right answers a sitting is no such one, and is not kept in mind for the next. */
const ENOUGH_RIGHT = 2;
/** A kind of child more than fifty times less likely than the likeliest one is let go. */
const RULED_OUT = -4;
/** What is less likely than this at the end of its sitting is not kept in mind for the next. */
const FORGOTTEN = -6;
/** No more than these are held: what an answer costs goes up with each. */
const MOST_HELD = 12;

/** One kind of child, with what is believed of the child if it is of that kind. */
export interface Member {
  readonly kind: ChildKind;
  logWeight: number;
  readonly mean: Float64Array;
  /** The last row is the day's. */
  readonly cov: Covariance;
  /** For whom the sitting of this number tells nothing; null where all told. */
  off: {
    readonly sitting: number;
    /** Sittings right before it that told nothing either. */
    readonly before: number;
    /** Right answers in it since. */
    rights: number;
    /** The same child, for whom it is true. */
    readonly told: Member;
  } | null;
}
export interface Sitting {
  readonly by: string;
  /** When it was answered in last, in milliseconds. */
  at: number;
  /** Of the child's sittings, from 1. */
  readonly number: number;
  answers: number;
  /** Answers of the sittings before it. */
  readonly seen: number;
}

/**
 * Whether from a missed answer on the sitting may tell nothing.
 * @param expected how likely a right answer was
 */
export const mayTellNothingFrom = (members: readonly Member[], { number, answers, seen }: Sitting, expected: number): boolean =>
  answers === 0 || (seen >= ENOUGH_SEEN && expected >= SURPRISING && members.every(({ off }) => off?.sitting !== number));

/** Each kind of child once more, for whom this sitting tells nothing from here on. */
export function withoutSitting(members: readonly Member[], { number, seen, answers }: Sitting): Member[] {
  return members.map((told) => {
    const before = told.off?.sitting === number - 1 ? told.off.before + 1 : 0;
    const chance = (seen < ENOUGH_SEEN ? AT_FIRST : CHANCE) * AGAIN ** before * (answers > 0 ? PART_WAY : 1);
    // of the rest of a sitting one right answer is enough to tell that it was not so
    const off = { sitting: number, before, rights: answers > 0 ? ENOUGH_RIGHT - 1 : 0, told };
    return { ...told, mean: told.mean.slice(), cov: told.cov.copy(), off, logWeight: told.logWeight + Math.log(chance) };
  });
}

/** A sitting before the last is told by now, or never: nothing is kept of it, nor of those it was held against. */
export function forgetOffDay(member: Member, { number }: Sitting): void {
  if (member.off !== null && member.off.sitting < number - 1) member.off = null;
}

/** Weighs a kind of child, for whom the sitting tells nothing, by an answer. */
export function weighOff(member: Member, right: boolean): void {
  member.logWeight += Math.log(right ? OFF_RIGHT : 1 - OFF_RIGHT);
  if (right) member.off!.rights += 1;
}

/**
 * Sets the weights against the likeliest kind of child, and lets go of those that are all but ruled out; what a sitting is worth is
 * seen in the next one, and is kept in mind until then.
 */
export function balanced(members: Member[], sitting: Sitting | null): Member[] {
  let top = -Infinity;
  for (const { logWeight } of members) top = Math.max(top, logWeight);
  for (const member of members) member.logWeight -= top;
  const now = sitting?.number ?? 0;
  const least = Math.log((sitting?.seen ?? 0) < ENOUGH_SEEN ? TRUE_AT_FIRST : TRUE_AT_LEAST);
  for (const { off, logWeight } of members) if (off?.sitting === now) off.told.logWeight = Math.max(off.told.logWeight, logWeight + least);
  const stays = ({ logWeight, off }: Member): boolean =>
    logWeight >= RULED_OUT ||
    (off !== null && off.rights < ENOUGH_RIGHT && (off.sitting === now || (off.sitting === now - 1 && logWeight >= FORGOTTEN)));
  const left = members.every(stays) ? members : members.filter(stays);
  return left.length <= MOST_HELD ? left : [...left].sort((a, b) => b.logWeight - a.logWeight).slice(0, MOST_HELD);
}

/**
 * The log weights of what is believed (over any grid) after a sitting in which nothing came right, which may tell nothing.
 * @param tells how well each explains the sitting, log likelihood @param answers how many answers it counts for
 */
export function afterDoubtfulSitting(log: readonly number[], tells: readonly number[], answers: number): number[] {
  const off = Math.log(CHANCE) + answers * Math.log(1 - OFF_RIGHT);
  const mass = (list: readonly number[]): number => {
    const top = Math.max(...list);
    return top + Math.log(list.reduce((sum, value) => sum + Math.exp(value - top), 0));
  };
  const both = log.map((value, k) => value + tells[k]!);
  const lift = Math.max(0, mass(log) + off + Math.log(TRUE_AT_LEAST) - mass(both));
  return log.map((value, k) => mass([value + off, both[k]! + lift]));
}
