/** Asking the core worker: the newest question wins, an error is shown and not thrown. */
import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import { schoolVersion } from './core.js';

export interface Asked<T> {
  /** The newest answer; the one before stays while a new one is worked out. */
  readonly value: T | undefined;
  readonly busy: boolean;
  readonly error: string | null;
}

/** What the school decided about words, by number: every answer of the core rests on it. */
const useSchoolVersion = (): number => useSyncExternalStore(schoolVersion.listen, schoolVersion.get);

/** Asks again when `key` changes, after `wait` milliseconds of quiet, and when the school decides something about a word. */
export function useCore<T>(ask: () => Promise<T>, key: unknown, wait = 0): Asked<T> {
  const version = useSchoolVersion();
  const [state, setState] = useState<{ of: string | null; value: T | undefined; error: string | null }>({
    of: null,
    value: undefined,
    error: null,
  });
  const text = JSON.stringify([key, version]);
  useEffect(() => {
    let gone = false;
    const timer = setTimeout(() => {
      ask().then(
        (value) => !gone && setState({ of: text, value, error: null }),
        (error: unknown) =>
          !gone && setState({ of: text, value: undefined, error: error instanceof Error ? error.message : String(error) }),
      );
    }, wait);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
    // the question is what `key` says; `ask` only closes over it
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text, wait]);
  return { value: state.value, busy: state.of !== text, error: state.error };
}

export interface Answer<T> {
  /** What the newest answer was; of the question before while a new one is worked out. */
  readonly value: T | undefined;
  /** Whether `value` answers the question that is asked now. */
  readonly settled: boolean;
  /** Why the present question has no answer. */
  readonly error: string | null;
  readonly again: () => void;
}

/** The same for questions about large things: `ask` is memoised by who asks, a new one is a new question, null is none. */
export function useAnswer<T>(ask: (() => Promise<T>) | null): Answer<T> {
  const version = useSchoolVersion();
  const [state, setState] = useState<{ of: typeof ask; by: number; value: T | undefined; error: string | null }>({
    of: null,
    by: version,
    value: undefined,
    error: null,
  });
  const [time, setTime] = useState(0);
  useEffect(() => {
    if (!ask) return;
    let gone = false;
    ask().then(
      (value) => !gone && setState({ of: ask, by: version, value, error: null }),
      (error: unknown) =>
        !gone && setState({ of: ask, by: version, value: undefined, error: error instanceof Error ? error.message : String(error) }),
    );
    return () => {
      gone = true;
    };
  }, [ask, time, version]);
  const again = useCallback(() => setTime((n) => n + 1), []);
  const own = ask !== null && state.of === ask && state.by === version;
  return { value: state.value, settled: own && state.error === null, error: own ? state.error : null, again };
}
