/** Asking the core worker: the newest question wins, an error is shown and not thrown. */
import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import { schoolVersion } from './core.js';
import { lacks, lacksNothing, useTimesAsked } from './lacking.js';

export interface Asked<T> {
  /** The newest answer; the one before stays while a new one is worked out. */
  readonly value: T | undefined;
  readonly busy: boolean;
  readonly error: string | null;
}

/** What the school decided about words, by number: every answer of the core rests on it. What failed and is asked once more counts on as well. */
function useVersion(): number {
  const school = useSyncExternalStore(schoolVersion.listen, schoolVersion.get);
  return school + useTimesAsked();
}
const reasonOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** Has the page say that it lacks `what` for as long as `error` stands; null where whoever asks says so. */
function useSaidMissing(what: string | null, error: string | null): void {
  const [by] = useState(() => ({}));
  useEffect(() => {
    if (what === null || error === null) return;
    lacks(by, what, error);
    return () => lacksNothing(by);
  }, [by, what, error]);
}

/**
 * Asks again when `key` changes, after `wait` milliseconds of quiet, and when the school decides something about a word.
 * @param missing what the page lacks where no answer comes, in words that follow *Missing on this page*; null where the caller shows the error
 */
export function useCore<T>(ask: () => Promise<T>, key: unknown, missing: string | null, wait = 0): Asked<T> {
  const version = useVersion();
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
        (error: unknown) => !gone && setState({ of: text, value: undefined, error: reasonOf(error) }),
      );
    }, wait);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
    // the question is what `key` says; `ask` only closes over it
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text, wait]);
  useSaidMissing(missing, state.error);
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
export function useAnswer<T>(ask: (() => Promise<T>) | null, missing: string | null): Answer<T> {
  const version = useVersion();
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
      (error: unknown) => !gone && setState({ of: ask, by: version, value: undefined, error: reasonOf(error) }),
    );
    return () => {
      gone = true;
    };
  }, [ask, time, version]);
  const again = useCallback(() => setTime((n) => n + 1), []);
  const own = ask !== null && state.of === ask && state.by === version;
  useSaidMissing(missing, own ? state.error : null);
  return { value: state.value, settled: own && state.error === null, error: own ? state.error : null, again };
}
