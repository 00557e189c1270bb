/** Children and columns that were chosen in the table: a column chooses everyone who needs it. */
import { useCallback, useState } from 'react';
import type { Column } from './columns.js';

export function useChosen() {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const toggle = useCallback(
    (ids: readonly string[], on: boolean): void =>
      setChosen((now) => {
        const next = new Set(now);
        for (const id of ids)
          if (on) next.add(id);
          else next.delete(id);
        return next;
      }),
    [],
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
