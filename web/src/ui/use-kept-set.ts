/** A choice of several that holds as long as this window is open, wherever one goes between. */
import { useEffect, useState, type Dispatch, type SetStateAction } from 'react';
import { keptAs } from '../base.js';

function kept(key: string): ReadonlySet<string> {
  try {
    return new Set(JSON.parse(sessionStorage.getItem(key) ?? '[]') as string[]);
  } catch {
    return new Set();
  }
}

/**
 * @param name of the choice
 * @param colleague whose it is: somebody else in the same window has their own
 */
export function useKeptSet(
  name: string,
  colleague: string,
): readonly [chosen: ReadonlySet<string>, set: Dispatch<SetStateAction<ReadonlySet<string>>>] {
  const key = `${keptAs(name)} ${colleague}`;
  const [chosen, setChosen] = useState(() => kept(key));
  useEffect(() => {
    try {
      sessionStorage.setItem(key, JSON.stringify([...chosen]));
    } catch {
      // a window that keeps nothing: it holds while the page is open
    }
  }, [key, chosen]);
  return [chosen, setChosen];
}
