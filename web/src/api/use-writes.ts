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
 * @param record as it was read; another one in its place begins anew
 * @example const write = useWrites(group);
 *   const saved = await write((version) => call('updateGroup', { params: { id }, body: { name, version } }));
 */
export function useWrites({
  id,
  version,
}: {
  readonly id: string;
  readonly version: number;
}): <T extends { readonly version: number }>(write: (version: number) => Promise<T>) => Promise<T> {
  const newest = useRef({ id, version });
  useEffect(() => {
    const before = newest.current;
    newest.current = { id, version: before.id === id ? Math.max(before.version, version) : version };
  }, [id, version]);
  const inLine = useInLine();
  return useCallback(
    (write) =>
      inLine(async () => {
        const of = newest.current;
        const saved = await write(of.version);
        if (newest.current.id === of.id) newest.current = { id: of.id, version: Math.max(newest.current.version, saved.version) };
        return saved;
      }),
    [inLine],
  );
}
