/** A screen that is looked at while nobody touches it: beside a child who thinks, or in front of one. */
import { useEffect } from 'react';

/** Keeps the screen from going dark as long as this place is open, where the device lets a page do so. */
export function useAwake(): void {
  useEffect(() => {
    if (!('wakeLock' in navigator)) return;
    let held: WakeLockSentinel | undefined;
    let gone = false;
    // a page that was covered has lost it, and asks again when it is seen
    const hold = (): void => {
      if (document.visibilityState !== 'visible' || (held && !held.released)) return;
      navigator.wakeLock.request('screen').then(
        (lock) => {
          if (gone) void lock.release();
          else held = lock;
        },
        // a device that saves its battery says no
        () => undefined,
      );
    };
    hold();
    document.addEventListener('visibilitychange', hold);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', hold);
      void held?.release();
    };
  }, []);
}
