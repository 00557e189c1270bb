import { DIRECTION_DAYS } from '@sapling/contract';
import { ArrowDownRight, ArrowUpRight, Minus } from 'lucide-react';
import { clock } from '../clock.js';

const OVER_MS = DIRECTION_DAYS * 86_400_000;
const seenLongAgo = ({ lastSeen }: { readonly lastSeen: string | null }): boolean =>
  lastSeen !== null && clock.ms() - Date.parse(lastSeen) >= OVER_MS;

/**
 * Change in how many pairs a child is expected to know, over pairs seen before and since, with its sign
 * and a shape that reads in grey. Less than half a pair is no change worth an arrow.
 * @param of the child's pairs: where there is no change to tell, they tell whether nothing new was seen or all of it is new
 */
export function Direction({ by, of = [] }: { by: number | null; of?: readonly { readonly lastSeen: string | null }[] }) {
  if (by === null) return <span className="text-ink-2">{of.some(seenLongAgo) ? 'nothing new seen' : 'too new to say'}</span>;
  const none = Math.abs(by) < 0.5;
  const Icon = none ? Minus : by > 0 ? ArrowUpRight : ArrowDownRight;
  return (
    <span
      className={`inline-flex items-center gap-1 ${none ? 'text-ink-2' : by < 0 ? 'text-gap' : 'text-leaf'}`}
      title="Expected number of pairs known, over the pairs seen by then and now"
    >
      <Icon size={16} aria-hidden />
      {none ? 'as before' : `${Math.abs(by) < 10 ? Math.abs(by).toFixed(1) : Math.round(Math.abs(by))} ${by > 0 ? 'more' : 'fewer'}`}
    </span>
  );
}
