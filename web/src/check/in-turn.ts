/** Which child is checked next: who was never checked first, then longest ago; in one sitting each child once. */
import type { ChildLine } from '@sapling/contract';
import { checkKind, type CheckKind } from '@sapling/core/checks';
import { dayOf, todayDay } from '../clock.js';
import { keepHere, keptAs, keptHere } from '../base.js';

const DAY = 86_400_000;
/** Whether there is anything to ask this child: of listening always, of letters once the class has been taught some. */
export const canBeAsked = (child: Pick<ChildLine, 'line'>, kind: CheckKind): boolean =>
  checkKind(kind).from === 'pictures' || child.line.length > 0;

/** Children of a class in the order they are due: never checked first, then longest ago. */
export function dueOrder(children: readonly ChildLine[]): ChildLine[] {
  return [...children].sort((a, b) => (a.lastCheck ?? '').localeCompare(b.lastCheck ?? '') || a.givenName.localeCompare(b.givenName));
}
/** The next of the class in turn: not one that was checked this way today, nor one whom there is nothing to ask in it. */
export function nextInTurn(
  children: readonly ChildLine[],
  { classId, after, kind }: { readonly classId: string; readonly after: string; readonly kind: CheckKind },
  now: number,
  done?: ReadonlySet<string>,
): ChildLine | undefined {
  const fresh = (c: ChildLine): boolean => (done ? !done.has(c.id) : c.lastCheck === null || now - Date.parse(c.lastCheck) > DAY / 2);
  return dueOrder(children.filter((c) => c.classId === classId && c.id !== after && canBeAsked(c, kind) && fresh(c)))[0];
}

const SITTING = keptAs('sapling-sitting');
type Sitting = { day: string; done: Partial<Record<CheckKind, string[]>> };
function sitting(): Sitting {
  const day = todayDay();
  try {
    const kept = JSON.parse(keptHere(SITTING) ?? 'null') as Sitting | null;
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
  // where nothing is kept, the next in turn is by last check
  keepHere(SITTING, JSON.stringify({ ...now, done: { ...now.done, [kind]: [...new Set([...(now.done[kind] ?? []), child])] } }));
}
