/** Beginning a check: the stack of what the child's class has been taught, shuffled, kept on this device at once. */
import type { ChildLine, SchoolClass } from '@sapling/contract';
import { makeStack, seedFrom, type Gpc } from '@sapling/core';
import { v7 as uuidv7 } from 'uuid';
import { post } from '../outbox/outbox.js';
import { begin } from './local-check.js';

export type Scope = 'all' | 'not secure' | 'unchecked';
export const SCOPES: readonly { scope: Scope; word: string }[] = [
  { scope: 'all', word: 'everything taught' },
  { scope: 'not secure', word: 'all but the secure ones' },
  { scope: 'unchecked', word: 'only what was never checked' },
];

export function cardsFor(child: ChildLine, scope: Scope): Gpc[] {
  return child.line
    .filter((c) => scope === 'all' || (scope === 'unchecked' ? c.state === 'unchecked' : c.state !== 'secure'))
    .map((c) => c.gpc);
}

/** @throws CoreError `empty` where there is nothing to ask. Returns the check's id. */
export async function startCheck(child: ChildLine, scope: Scope | 'quick', by: string): Promise<string> {
  const id = uuidv7();
  const quick = scope === 'quick';
  // a quick check may ask any taught pair, and needs them in taught order; a stack is shuffled once
  const stack = quick ? child.line.map((c) => c.gpc) : makeStack(cardsFor(child, scope), { seed: seedFrom(id) });
  if (stack.length === 0) throw new Error('There is nothing to ask.');
  const who = { id: child.id, name: `${child.givenName} ${child.familyName}`.trim() };
  const { check, entries } = begin(who, stack, id, { by, now: () => new Date().toISOString() }, quick);
  await post(by, entries, check);
  return id;
}

const DAY = 86_400_000;
/** Children of a class in the order they are due: never checked first, then longest ago. */
export function dueOrder(children: readonly ChildLine[]): ChildLine[] {
  return [...children].sort((a, b) => (a.lastCheck ?? '').localeCompare(b.lastCheck ?? '') || a.givenName.localeCompare(b.givenName));
}
/** The next of the class who was not checked today. */
export function nextInTurn(children: readonly ChildLine[], classId: string, after: string, now: number): ChildLine | undefined {
  return dueOrder(
    children.filter(
      (c) =>
        c.classId === classId && c.id !== after && c.line.length > 0 && (c.lastCheck === null || now - Date.parse(c.lastCheck) > DAY / 2),
    ),
  )[0];
}
export function classOf(classes: readonly SchoolClass[], child: { classId: string }): SchoolClass | undefined {
  return classes.find((c) => c.id === child.classId);
}
