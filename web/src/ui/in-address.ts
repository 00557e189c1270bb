/** What is chosen of a page stands in its address: who opens a child and goes back finds the page as it was left, and a link shows the same. */
import { useCallback, useState } from 'react';
import { useSearchParams } from 'react-router';

/**
 * One choice of a page, held after the `?` of its address; null is the usual one, which stands there as nothing.
 * Choosing is no step of its own: Back leads to the page before.
 */
export function useInAddress(name: string): readonly [value: string | null, set: (value: string | null) => void] {
  const [params, setParams] = useSearchParams();
  const set = useCallback(
    (value: string | null) =>
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          if (value) next.set(name, value);
          else next.delete(name);
          return next;
        },
        { replace: true },
      ),
    [name, setParams],
  );
  return [params.get(name), set];
}

/** The same for what is typed, which does not wait for the address. */
export function useTypedInAddress(name: string): readonly [value: string, set: (value: string) => void] {
  const [there, setThere] = useInAddress(name);
  const [typed, setTyped] = useState(there ?? '');
  const set = (value: string): void => {
    setTyped(value);
    setThere(value.trim() === '' ? null : value);
  };
  return [typed, set];
}

/** The class that is chosen; null where none is, or one that is not there any more. "all" is all of them on purpose. */
export function useClassInAddress(classes: readonly { readonly id: string }[] | undefined): ReturnType<typeof useInAddress> {
  const [at, set] = useInAddress('class');
  const known = at === 'all' || !classes || classes.some((c) => c.id === at);
  return [known ? at : null, set];
}
