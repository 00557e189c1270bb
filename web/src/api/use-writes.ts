/** Writes of one record, one after another. */
import { useCallback, useEffect, useRef } from 'react';

/** Does one work after the other, whatever came of the one before. */
export function useInLine(): <T>(work: () => Promise<T>) => Promise<T> {
  const line = useRef<Promise<unknown>>(Promise.resolve());
  return useCallback((work) => {
    const done = line.current.then(work);
    line.current = done.catch(() => undefined);
    return done;
  }, []);
}

/**
 * Writing a record that is changed again before the last change was answered or read back: each waits for the one before and
 * stands on the version that it made. Else one's own second press would be refused as if a colleague had been quicker.
 * @param version of the record as it was read
 * @example const write = useWrites(group.version);
 *   const saved = await write((version) => call('updateGroup', { params: { id }, body: { name, version } }));
 */
export function useWrites(version: number): <T extends { readonly version: number }>(write: (version: number) => Promise<T>) => Promise<T> {
  const newest = useRef(version);
  useEffect(() => {
    newest.current = Math.max(newest.current, version);
  }, [version]);
  const inLine = useInLine();
  return useCallback(
    (write) =>
      inLine(async () => {
        const saved = await write(newest.current);
        newest.current = Math.max(newest.current, saved.version);
        return saved;
      }),
    [inLine],
  );
}
