/** Waiting that has an end. */
import { useCallback, useEffect, useState } from 'react';

/** Whether so many milliseconds have gone by since this was first drawn. */
export function useLate(ms: number): boolean {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), ms);
    return () => clearTimeout(timer);
  }, [ms]);
  return late;
}

/** So long what stands below waits for what stands above, in milliseconds: moving is worse than a moment's wait, never coming is worse still. */
export const STANDS_MS = 4000;

/** Whether a part of the page has told that it stands as high as it will, or has had its time: what stands below waits for that. */
export function useStands(): readonly [stands: boolean, tell: () => void] {
  const [told, setTold] = useState(false);
  const tell = useCallback(() => setTold(true), []);
  const late = useLate(STANDS_MS);
  return [told || late, tell];
}
