/** Calls that are over when whoever answers them is gone. Nothing is kept of a call that has been answered. */

export interface Endable<T extends object> {
  /** The same, each of its methods rejecting when it is ended. */
  readonly calls: T;
  /** Rejects every call that waits, and every later one. */
  readonly end: (error: Error) => void;
}

/** @param target whose methods return promises; what is no method, or has no name, is passed through */
export function endable<T extends object>(target: T): Endable<T> {
  const waiting = new Set<(error: Error) => void>();
  let ended: Error | undefined;
  const calls = new Proxy(target, {
    get: (of, name) => {
      const own = Reflect.get(of, name) as unknown;
      if (typeof name !== 'string' || typeof own !== 'function') return own;
      return (...given: unknown[]) =>
        new Promise((resolve, reject) => {
          if (ended) return reject(ended);
          waiting.add(reject);
          const over = (): boolean => waiting.delete(reject);
          Promise.resolve((own as (...given: unknown[]) => unknown)(...given)).then(
            (value) => (over(), resolve(value)),
            (error: unknown) => (over(), reject(error instanceof Error ? error : new Error(String(error)))),
          );
        });
    },
  });
  return {
    calls,
    end: (error) => {
      ended = error;
      for (const reject of waiting) reject(error);
      waiting.clear();
    },
  };
}
