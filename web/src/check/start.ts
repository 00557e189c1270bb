/** Beginning a check: its items made, kept on this device at once. */
import { type ChildLine, fullName, type SchoolClass } from '@sapling/contract';
import type { CheckKind } from '@sapling/core/checks';
import type { Taught } from '@sapling/core/phonics';
import { post } from '../outbox/outbox.js';
import { DEFAULT_CHOICE, type Choice } from './choice.js';
import { readRecallSoFar } from './recall-so-far.js';
import { begin } from './local-check.js';
import { takePrepared } from './prepared-ahead.js';
import { clock, dayOf, todayDay } from '../clock.js';
import { keptAs } from '../base.js';

export { cardsFor, SCOPES, type Scope } from './choice.js';

/** @throws NothingToAsk where there is nothing to ask. Returns the check's id. */
export async function startCheck(child: ChildLine, chosen: Partial<Choice>, taught: Taught, by: string): Promise<string> {
  const choice = { ...DEFAULT_CHOICE, ...chosen };
  const { id, asked: made } = takePrepared(child, choice, taught);
  const asked = await made;
  const who = { id: child.id, name: fullName(child) };
  const soFar = asked.quick ? await readRecallSoFar(child.id) : undefined;
  const { check, entries } = begin(who, { ...asked, soFar }, id, { by, now: () => clock.now() });
  await post(by, entries, { check });
  return id;
}

const DAY = 86_400_000;
/** Children of a class in the order they are due: never checked first, then longest ago. */
export function dueOrder(children: readonly ChildLine[]): ChildLine[] {
  return [...children].sort((a, b) => (a.lastCheck ?? '').localeCompare(b.lastCheck ?? '') || a.givenName.localeCompare(b.givenName));
}
/** The next of the class in turn: not one that was checked this way today, nor one with nothing taught. */
export function nextInTurn(
  children: readonly ChildLine[],
  classId: string,
  after: string,
  now: number,
  done?: ReadonlySet<string>,
): ChildLine | undefined {
  const fresh = (c: ChildLine): boolean => (done ? !done.has(c.id) : c.lastCheck === null || now - Date.parse(c.lastCheck) > DAY / 2);
  return dueOrder(children.filter((c) => c.classId === classId && c.id !== after && c.line.length > 0 && fresh(c)))[0];
}

const SITTING = keptAs('sapling-sitting');
type Sitting = { day: string; done: Partial<Record<CheckKind, string[]>> };
function sitting(): Sitting {
  const day = todayDay();
  try {
    const kept = JSON.parse(localStorage.getItem(SITTING) ?? 'null') as Sitting | null;
    if (kept?.day === day) return kept;
  } catch {
    // nothing kept that can be read: the sitting begins anew
  }
  return { day, done: {} };
}
/** Children checked in this way today on this device, so that a row of children goes on with the next. */
export const doneToday = (kind: CheckKind): ReadonlySet<string> => new Set(sitting().done[kind] ?? []);
export function noteDone(kind: CheckKind, child: string, startedAt: string): void {
  const now = sitting();
  if (dayOf(startedAt) !== now.day) return;
  try {
    localStorage.setItem(
      SITTING,
      JSON.stringify({ ...now, done: { ...now.done, [kind]: [...new Set([...(now.done[kind] ?? []), child])] } }),
    );
  } catch {
    // private windows keep nothing; the next in turn is then by last check
  }
}
export function classOf(classes: readonly SchoolClass[], child: { classId: string }): SchoolClass | undefined {
  return classes.find((c) => c.id === child.classId);
}
