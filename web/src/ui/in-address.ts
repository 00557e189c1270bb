/** What is chosen of a page stands in its address: who opens a child and goes back finds the page as it was left, and a link shows the same. */
import { useCallback, useState } from 'react';
import { useSearchParams } from 'react-router';

/** What was asked for a moment ago and may not stand in the address yet: a second choice is made on top of it. */
let asked: { readonly path: string; readonly search: string; readonly at: number } | null = null;
const SETTLED_MS = 1000;

function searchNow(): URLSearchParams {
  const { pathname, search } = window.location;
  const waits = asked?.path === pathname && performance.now() - asked.at < SETTLED_MS;
  return new URLSearchParams(waits ? asked!.search : search);
}

export interface Chosen {
  /** What stands in the address. */
  readonly there: string | null;
  readonly value: string | null;
  /** What was chosen here and has not come to stand there yet. */
  readonly mine: readonly (string | null)[];
}
/** More than a hand types before an address has followed. */
const MOST_MINE = 30;
/** What an address that changed means: one's own choice that came late takes back nothing chosen since; another is a link, or Back. */
export function arrived({ value, mine }: Chosen, there: string | null): Chosen {
  const at = mine.indexOf(there);
  return at >= 0 ? { there, value, mine: mine.slice(at + 1) } : { there, value: there, mine: [] };
}

/**
 * One choice of a page, held after the `?` of its address; null is the usual one, which stands there as nothing.
 * Choosing is no step of its own: Back leads to the page before. What was chosen holds at once and does not wait for the address.
 */
export function useInAddress(name: string): readonly [value: string | null, set: (value: string | null) => void] {
  const [params, setParams] = useSearchParams();
  const there = params.get(name);
  const [chosen, setChosen] = useState<Chosen>({ there, value: there, mine: [] });
  if (there !== chosen.there) setChosen(arrived(chosen, there));
  const set = useCallback(
    (value: string | null) => {
      setChosen((now) => ({ ...now, value, mine: [...now.mine, value].slice(-MOST_MINE) }));
      const next = searchNow();
      if (value) next.set(name, value);
      else next.delete(name);
      asked = { path: window.location.pathname, search: next.toString(), at: performance.now() };
      setParams(next, { replace: true });
    },
    [name, setParams],
  );
  return [(there === chosen.there ? chosen : arrived(chosen, there)).value, set];
}

/** The same for what is typed: an empty field is the usual one. */
export function useTypedInAddress(name: string): readonly [value: string, set: (value: string) => void] {
  const [there, set] = useInAddress(name);
  return [there ?? '', (value) => set(value === '' ? null : value)];
}

/**
 * The class that is chosen; null where none is, or one that is not there any more.
 * @param all whether "all" stands for all of them on purpose, on a page that begins with one
 */
export function useClassInAddress(classes: readonly { readonly id: string }[] | undefined, all = false): ReturnType<typeof useInAddress> {
  const [at, set] = useInAddress('class');
  const known = at === 'all' ? all : !classes || classes.some((c) => c.id === at);
  return [known ? at : null, set];
}
