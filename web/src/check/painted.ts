import { useEffect, useMemo, useRef } from 'react';

export interface Painted {
  /** Milliseconds from the painted card to a press at `at`; null where it is not painted or the press came before. It counts once. */
  readonly take: (at: number) => number | null;
}

/**
 * When what is on screen for this key was painted (performance.now()).
 * A message posted from the animation frame is handled after the frame it belongs to was produced; the
 * frame's own callback runs before. The same card asked once more (for its other
 * sound) is a new round.
 */
export function usePainted(key: string | null, round = 0): Painted {
  const painted = useRef<number | null>(null);
  useEffect(() => {
    painted.current = null;
    if (key === null) return;
    const channel = new MessageChannel();
    let gone = false;
    channel.port1.onmessage = () => {
      if (!gone) painted.current = performance.now();
      channel.port1.close();
      performance.mark('card-painted', { detail: key });
    };
    const frame = requestAnimationFrame(() => channel.port2.postMessage(null));
    return () => {
      gone = true;
      cancelAnimationFrame(frame);
    };
  }, [key, round]);
  return useMemo(
    () => ({
      take: (at) => {
        const from = painted.current;
        if (from === null || at < from) return null;
        painted.current = null;
        return at - from;
      },
    }),
    [],
  );
}
