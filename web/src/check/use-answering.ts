/** Answers to the card on screen: each counts from the moment the card was painted, and once. */
import { pairPointedAt, spelledApart } from '@sapling/core/checks';
import type { CheckItem } from '@sapling/core/checks';
import type { Outcome } from '@sapling/core/evidence';
import { useEffect, useRef } from 'react';
import { asSaid, type MarkWord } from './kinds.js';
import type { Painted } from './painted.js';
import type { CheckHandle } from './use-check.js';

export interface Answering {
  press(outcome: Outcome, at: number): void;
  mark(mark: MarkWord | 'accent', at: number): void;
  /** Said with another of the grapheme's sounds. */
  other(gpc: string, at: number): void;
  /** @param again whether it was pointed at after a wrong one */
  choose(option: string, again: boolean, at: number): void;
  write(written: string | null, at: number): void;
}

/** @param card the key of the card that is asked · @param covered whether it lies under something else */
export function useAnswering(handle: CheckHandle, item: CheckItem, painted: Painted, card: string, covered: boolean): Answering {
  const late = handle.check!.late !== undefined;
  const pressedAt = useRef<number | null>(null);
  useEffect(() => {
    const from = pressedAt.current;
    if (from === null) return;
    pressedAt.current = null;
    const channel = new MessageChannel();
    channel.port1.onmessage = () => {
      performance.measure('mark-to-paint', { start: from, end: performance.now() });
      channel.port1.close();
    };
    requestAnimationFrame(() => channel.port2.postMessage(null));
  }, [card]);
  /** Time from the painted card to the press, or null where the press cannot be about it. */
  const timed = (at: number): number | null => {
    // typed in afterwards there is nothing to time, and no press comes too early
    if (late) return covered ? null : 0;
    const ms = covered ? null : painted.take(at);
    if (ms !== null) pressedAt.current = at;
    return ms;
  };
  const press = (outcome: Outcome, at: number, said?: string): void => {
    const ms = timed(at);
    if (ms !== null) handle.mark({ outcome, ms, said });
  };
  return {
    press,
    mark: (mark, at) => {
      if (mark === 'accent') press('accent', at);
      else press(mark.outcome, at, mark.apart && item.units ? spelledApart(item.units) : undefined);
    },
    other: (gpc, at) => {
      const ms = timed(at);
      if (ms !== null) handle.mark({ outcome: 'right', ms }, gpc);
    },
    choose: (option, again, at) => {
      const ms = timed(at);
      if (ms === null) return;
      const right = item.accept!.includes(option);
      handle.mark({
        outcome: right ? (again ? 'put right' : 'right') : 'wrong',
        ms,
        gpc: right ? pairPointedAt(item, option) : item.gpc,
        ...(right && option === item.accept![0] ? {} : { said: option }),
      });
    },
    write: (written, at) => {
      const ms = timed(at);
      if (ms === null) return;
      const same = written !== null && asSaid(item.word!, written);
      handle.mark({
        outcome: written === null ? 'no answer' : same ? 'right' : 'wrong',
        ...(same || written === null ? {} : { said: written }),
      });
    },
  };
}
