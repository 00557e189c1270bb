/** Long lists begin short: the first few, and a button that says how many more there are. */
import { useState, type ReactNode } from 'react';

/** @returns what is shown of a list, and the button for the rest: null where all of it is shown */
export function useFirstFew<T>(items: readonly T[], most: number): readonly [shown: readonly T[], more: ReactNode] {
  const [all, setAll] = useState(false);
  const left = items.length - most;
  if (all || left <= 0) return [items, null];
  const more = (
    <button className="btn btn-small mt-2" onClick={() => setAll(true)}>
      Show {left} more
    </button>
  );
  return [items.slice(0, most), more];
}
