/**
 * Words that went wrong with nothing noted: it may be their pairs, or pushing sounds together. A few cards tell which, offered at the
 * end of the check and on the child’s page.
 */
import type { ChildLine } from '@sapling/contract';
import type { Undecided } from '@sapling/core/judgement';
import { keptAs } from '../base.js';
import { ShortPair } from '../ui/word-marks.js';
import { useStart } from './use-start.js';

const KEPT = keptAs('sapling-letters-or-push');
/** The cards with which this child was last asked which it is, on this device. */
export const lastAsked = (child: string): string[] => JSON.parse(sessionStorage.getItem(`${KEPT} ${child}`) ?? '[]') as string[];
export const noLongerAsked = (child: string): void => sessionStorage.removeItem(`${KEPT} ${child}`);

/** What the child’s record leaves open, as it was worked out from everything known. */
export const undecidedOf = (child: Pick<ChildLine, 'strands'>): Undecided | undefined => child.strands.find((s) => s.undecided)?.undecided;

/** The offer itself: what is open, and a button that asks. */
export function LettersOrPush({ undecided, child, className = '' }: { undecided: Undecided; child: ChildLine; className?: string }) {
  const start = useStart();
  const { words, ask } = undecided;
  const begin = async (): Promise<void> => {
    sessionStorage.setItem(`${KEPT} ${child.id}`, JSON.stringify(ask));
    await start(child, { kind: 'see-say', only: ask });
  };
  return (
    <section
      aria-label="Letters, or pushing together?"
      className={`flex flex-wrap items-center gap-x-5 gap-y-2 border-l-4 border-leaf bg-sheet px-4 py-3 ${className}`}
    >
      <p className="min-w-60 flex-1">
        <span className="font-semibold">Letters, or pushing together?</span> {words} words went wrong with nothing noted: it may be either.
        These cards tell which:{' '}
        {ask.map((gpc) => (
          <span key={gpc} className="mr-3">
            <ShortPair gpc={gpc} />
          </span>
        ))}
        <span className="block text-sm text-ink-2">
          Half a minute. Where they come right, sounds are not pushed together; where they go wrong, it is these pairs.
        </span>
      </p>
      <button className="btn" onClick={() => void begin()}>
        Ask these {ask.length}
      </button>
    </section>
  );
}
