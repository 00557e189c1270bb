/** The missed and slow cards of a check once more: half a minute that tells a slip from a gap. */
import { checkKind } from '@sapling/core/checks';
import type { ChildLine } from '@sapling/contract';
import { useState } from 'react';
import { clock } from '../clock.js';
import { ShortPair } from '../ui/word-marks.js';
import { counting, type LocalCheck } from './local-check.js';
import { useStart } from './use-start.js';
import { keptAs } from '../base.js';

/** So many are half a minute; of more, the missed ones alone. */
const HALF_A_MINUTE = 12;
/**
 * A minute. A child who misses a fifth of a hundred cards has no gap after one look: each may be a slip. Who misses more than half
 * has gaps at once, and nothing is asked twice.
 */
const MOST = 24;
const AGAIN_MS = 30 * 60_000;
const KEPT = keptAs('sapling-second-look');

/** The cards that are worth a second look, in the order they were asked: none where it was one already. */
export function worthAnotherLook(check: LocalCheck, lastAt: number, now: number): string[] {
  if (!checkKind(check.kind).byCard || check.late || now - lastAt < AGAIN_MS) return [];
  const of = (...outcomes: string[]): string[] => check.marks.filter((m) => outcomes.includes(counting(m).outcome)).map((m) => m.key);
  const all = of('wrong', 'no answer', 'put right', 'slow');
  const cards = all.length <= HALF_A_MINUTE ? all : of('wrong', 'no answer');
  if (cards.length === check.marks.length) return [];
  return cards.length <= HALF_A_MINUTE || (cards.length <= MOST && 2 * cards.length <= check.marks.length) ? cards : [];
}

/** When this child was last given a second look on this device, in milliseconds; 0 for never. */
const lastLook = (child: string): number => Number(sessionStorage.getItem(`${KEPT} ${child}`)) || 0;

export function SecondLook({ check, child }: { check: LocalCheck; child: ChildLine }) {
  const start = useStart();
  // decided once: starting one must not make the offer vanish under the finger
  const [cards] = useState(() => worthAnotherLook(check, lastLook(check.child), clock.ms()));
  if (cards.length === 0) return null;
  const ask = async (): Promise<void> => {
    sessionStorage.setItem(`${KEPT} ${check.child}`, String(clock.ms()));
    await start(child, { kind: check.kind, only: cards });
  };
  return (
    <section
      aria-label="A second look"
      className="mb-8 flex flex-wrap items-center gap-x-5 gap-y-2 border-l-4 border-leaf bg-sheet px-4 py-3"
    >
      <p className="min-w-0 flex-1">
        <span className="font-semibold">Ask {cards.length === 1 ? 'this one' : `these ${cards.length}`} once more?</span>{' '}
        {cards.map((key) => (
          <span key={key} className="mr-3">
            <ShortPair gpc={key} />
          </span>
        ))}
        <span className="block text-sm text-ink-2">
          {cards.length <= HALF_A_MINUTE ? 'Half a minute' : 'A minute'}, now or a little later today. It tells a slip from a gap: worth
          more than one look, and less than two on two days.
        </span>
      </p>
      <button className="btn" onClick={() => void ask()}>
        Ask once more
      </button>
    </section>
  );
}
