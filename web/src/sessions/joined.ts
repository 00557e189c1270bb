/** Who joined a group after a plan was made. */
import type { ChildLine, Session } from '@sapling/contract';
import { listed } from '@sapling/core';
import type { Taught } from '@sapling/core/phonics';
import { canRead } from '@sapling/core/planning';
import { readsOf } from '../children/reads-of.js';

/** First names of those a plan was not made for; null once it was held, or where nobody joined. */
export function joinedSince({ log, plan, members }: Pick<Session, 'log' | 'plan' | 'members'>): string | null {
  if (log !== null || !plan.joined?.length) return null;
  const names = plan.joined.flatMap((id) => members.find((m) => m.id === id)?.name.split(' ')[0] ?? []);
  return listed([...names, ...(names.length < plan.joined.length ? ['a child of another class'] : [])]);
}

/** What these children can be given to read: of what their classes were all taught, what each is likelier than not to know. */
export function theyRead(children: readonly ChildLine[], taught: Taught): Taught {
  const known = children.map((c) => ({ id: c.id, known: readsOf(c) }));
  return { gpcs: taught.gpcs.filter((gpc) => known.every((child) => canRead(child, gpc))), words: taught.words };
}
