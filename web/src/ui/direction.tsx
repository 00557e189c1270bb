import { DIRECTION_DAYS } from '@sapling/contract';
import { ArrowDownRight, ArrowUpRight, Minus } from 'lucide-react';
import { clock } from '../clock.js';

const OVER_MS = DIRECTION_DAYS * 86_400_000;
const seenLongAgo = ({ lastSeen }: { readonly lastSeen: string | null }): boolean =>
  lastSeen !== null && clock.ms() - Date.parse(lastSeen) >= OVER_MS;

/**
 * Change in how many pairs a child knows, over pairs seen before and since, with a shape that reads in grey. Beliefs of two days
 * differ by some pairs without anything having changed: an arrow stands only where a change is clear.
 * @param of the child's pairs: where there is no change to tell, they tell whether nothing new was seen or all of it is new
 */
export function Direction({
  by,
  clear,
  of = [],
}: {
  by: number | null;
  clear: boolean;
  of?: readonly { readonly lastSeen: string | null }[];
}) {
  if (by === null) return <span className="text-ink-2">{of.some(seenLongAgo) ? 'nothing new seen' : 'too new to say'}</span>;
  const pairs = Math.max(1, Math.round(Math.abs(by)));
  const Icon = !clear ? Minus : by > 0 ? ArrowUpRight : ArrowDownRight;
  return (
    <span
      className={`inline-flex items-baseline gap-1 whitespace-nowrap ${!clear ? 'text-ink-2' : by < 0 ? 'text-gap' : 'text-leaf'}`}
      title="Pairs known now against then, of those seen by then and since. More or fewer is said where at least four of five such changes are real."
    >
      <Icon size={16} aria-hidden className="self-center" />
      {!clear ? 'no clear change' : by > 0 ? `about ${pairs} more` : `about ${pairs} fewer`}
    </span>
  );
}
