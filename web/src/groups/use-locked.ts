/** The children and groups that stay as they are when the rest is improved. */
import { useCallback } from 'react';
import { useKeptSet } from '../ui/use-kept-set.js';

export function useLocked(colleague: string): readonly [locked: ReadonlySet<string>, turn: (id: string) => void] {
  const [locked, setLocked] = useKeptSet('sapling-locked', colleague);
  const turn = useCallback(
    (id: string): void =>
      setLocked((before) => {
        const after = new Set(before);
        if (!after.delete(id)) after.add(id);
        return after;
      }),
    [setLocked],
  );
  return [locked, turn];
}
