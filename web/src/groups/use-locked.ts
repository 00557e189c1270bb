/** The children and groups that stay as they are when the rest is improved: as long as this window is open, wherever one goes between. */
import { useCallback, useEffect, useState } from 'react';
import { keptAs } from '../base.js';

const KEPT = keptAs('sapling-locked');

function kept(key: string): ReadonlySet<string> {
  try {
    return new Set(JSON.parse(sessionStorage.getItem(key) ?? '[]') as string[]);
  } catch {
    return new Set();
  }
}

/** @param colleague whose locks they are: somebody else in the same window has their own */
export function useLocked(colleague: string): readonly [locked: ReadonlySet<string>, turn: (id: string) => void] {
  const key = `${KEPT} ${colleague}`;
  const [locked, setLocked] = useState(() => kept(key));
  useEffect(() => {
    try {
      sessionStorage.setItem(key, JSON.stringify([...locked]));
    } catch {
      // a window that keeps nothing: they hold while the board is open
    }
  }, [key, locked]);
  const turn = useCallback(
    (id: string): void =>
      setLocked((before) => {
        const after = new Set(before);
        if (!after.delete(id)) after.add(id);
        return after;
      }),
    [],
  );
  return [locked, turn];
}
