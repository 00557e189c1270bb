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

/** Whether a part of the page has told that it stands as high as it will, or has had its time: what stands below waits for that. */
export function useStands(ms = 4000): readonly [stands: boolean, tell: () => void] {
  const [told, setTold] = useState(false);
  const tell = useCallback(() => setTold(true), []);
  const late = useLate(ms);
  return [told || late, tell];
}
