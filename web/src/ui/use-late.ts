import { useEffect, useState } from 'react';

/** Whether so many milliseconds have gone by since this was first drawn. */
export function useLate(ms: number): boolean {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), ms);
    return () => clearTimeout(timer);
  }, [ms]);
  return late;
}
