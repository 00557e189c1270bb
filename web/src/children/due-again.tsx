/** Pairs of a child that are due for another look, to be opened one by one or asked again together. */
import type { ChildLine } from '@sapling/contract';
import { ShortPair } from '../ui/word-marks.js';

/** So many stand by name; after a summer it is all of them. */
const SHOWN = 24;

interface Props {
  readonly pairs: ChildLine['line'];
  readonly onSee: (gpc: string) => void;
  readonly onCheck: () => void;
}
export function DueAgain({ pairs, onSee, onCheck }: Props) {
  if (pairs.length === 0) return null;
  return (
    <section aria-label="Due for another look" className="mb-7">
      <h2 className="mb-1 text-lg">Due for another look</h2>
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {pairs.slice(0, SHOWN).map((d) => (
          <button key={d.gpc} className="hover:underline" onClick={() => onSee(d.gpc)}>
            <ShortPair gpc={d.gpc} />
          </button>
        ))}
        {pairs.length > SHOWN && <span className="text-sm text-ink-2">and {pairs.length - SHOWN} more</span>}
        <button className="btn btn-small" onClick={onCheck}>
          Check these {pairs.length}
        </button>
      </p>
      <p className="text-sm text-ink-2">Secure when last seen, and that is long ago.</p>
    </section>
  );
}
