/** Children and columns that were chosen in the table: a column chooses everyone who needs it. Kept while a child's page is looked at. */
import { useCallback } from 'react';
import { useKeptSet } from '../ui/use-kept-set.js';
import type { Column } from './columns.js';

export function useChosen(colleague: string) {
  const [chosen, setChosen] = useKeptSet('sapling-chosen', colleague);
  const [picked, setPicked] = useKeptSet('sapling-picked', colleague);
  const toggle = useCallback(
    (ids: readonly string[], on: boolean): void =>
      setChosen((now) => {
        const next = new Set(now);
        for (const id of ids)
          if (on) next.add(id);
          else next.delete(id);
        return next;
      }),
    [setChosen],
  );
  const pick = (column: Column, needing: readonly string[], on: boolean): void => {
    setPicked((now) => {
      const next = new Set(now);
      if (on) next.add(column.key);
      else next.delete(column.key);
      return next;
    });
    toggle(needing, on);
  };
  const clear = (): void => {
    setChosen(new Set());
    setPicked(new Set());
  };
  return { chosen, picked, toggle, pick, clear };
}
