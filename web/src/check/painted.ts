import { useEffect, useRef } from 'react';

/**
 * The moment what is on screen for this key was painted (performance.now()), or null while it is not.
 * A message posted from the animation frame is handled after the frame it belongs to was produced; the
 * frame's own callback runs before. Whoever uses the moment up sets it to null, so that it counts once; the same card asked
 * once more (for its other sound) is a new round.
 */
export function usePainted(key: string | null, round = 0): { current: number | null } {
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
  return painted;
}
