/** What is typed or changed and not kept yet: who leaves its place is asked first, in the application and where a window is closed. */
import { useCallback, useEffect, useLayoutEffect, useState } from 'react';
import { useBlocker, useLocation, type Location } from 'react-router';
import { Dialog } from '../ui/dialog.js';

interface Unsaved {
  readonly what: string;
  /** Whether it is still there at this address. */
  readonly staysAt: (next: Location) => boolean;
}
const unsaved = new Map<symbol, Unsaved>();
/** What of this window would be lost, as it is called. */
export const unsavedWork = (): string[] => [...new Set([...unsaved.values()].map((u) => u.what))];
/** Nothing is asked any more: somebody chose to lose it. */
export const forgetUnsaved = (): void => unsaved.clear();

/** What names a place: its path, and as much of what follows as says of whom it is. */
const placeOf = ({ pathname, search }: Pick<Location, 'pathname' | 'search'>, part: string | true | undefined): string =>
  `${pathname}?${part === true ? search : part === undefined ? '' : (new URLSearchParams(search).get(part) ?? '')}`;

/**
 * Asks before work is lost that stands in this place alone.
 * @param changed whether there is any
 * @param what as it is called after "Not kept yet:"
 * @param search the part of the address after `?` that names the place as well, where one does; true for all of it
 * @returns tells that it is kept now: called before the place is left by itself
 */
export function useUnsaved(changed: boolean, what: string, search?: string | true): () => void {
  const [id] = useState(() => Symbol(what));
  const here = placeOf(useLocation(), search);
  useLayoutEffect(() => {
    if (!changed) return undefined;
    unsaved.set(id, { what, staysAt: (next) => placeOf(next, search) === here });
    return () => void unsaved.delete(id);
  }, [id, changed, what, search, here]);
  return useCallback(() => void unsaved.delete(id), [id]);
}

/** The question itself; once, around every place. */
export function UnsavedGuard() {
  const blocker = useBlocker(({ nextLocation }) => [...unsaved.values()].some((u) => !u.staysAt(nextLocation)));
  useEffect(() => {
    const onClose = (event: BeforeUnloadEvent): void => {
      if (unsaved.size > 0) event.preventDefault();
    };
    window.addEventListener('beforeunload', onClose);
    return () => window.removeEventListener('beforeunload', onClose);
  }, []);
  const asked = blocker.state === 'blocked';
  return (
    <Dialog open={asked} onClose={() => blocker.reset?.()} title="Leave without keeping it?">
      <p>Not kept yet: {asked && unsavedWork().join('; ')}.</p>
      <div className="mt-5 flex gap-3">
        <button className="btn btn-main" onClick={() => blocker.reset?.()}>
          Stay here
        </button>
        <button className="btn" onClick={() => blocker.proceed?.()}>
          Leave, and lose it
        </button>
      </div>
    </Dialog>
  );
}
