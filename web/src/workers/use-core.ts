/** Asking the core worker: the newest question wins, an error is shown and not thrown. */
import { useEffect, useState, useSyncExternalStore } from 'react';
import { schoolVersion } from './core.js';

export interface Asked<T> {
  /** The newest answer; the one before stays while a new one is worked out. */
  readonly value: T | undefined;
  readonly busy: boolean;
  readonly error: string | null;
}

/** Asks again when `key` changes, after `wait` milliseconds of quiet. */
export function useCore<T>(ask: () => Promise<T>, key: unknown, wait = 0): Asked<T> {
  const [state, setState] = useState<Asked<T>>({ value: undefined, busy: true, error: null });
  const text = JSON.stringify(key);
  useEffect(() => {
    let gone = false;
    setState((now) => ({ ...now, busy: true }));
    const timer = setTimeout(() => {
      ask().then(
        (value) => !gone && setState({ value, busy: false, error: null }),
        (error: unknown) =>
          !gone && setState({ value: undefined, busy: false, error: error instanceof Error ? error.message : String(error) }),
      );
    }, wait);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
    // the question is what `key` says; `ask` only closes over it
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text, wait]);
  return state;
}

/** The same for lists of words: asked again, too, when the school puts a word in or takes one out. */
export function useWords<T>(ask: () => Promise<T>, key: unknown, wait = 0): Asked<T> {
  const version = useSyncExternalStore(schoolVersion.listen, schoolVersion.get);
  return useCore(ask, [key, version], wait);
}
