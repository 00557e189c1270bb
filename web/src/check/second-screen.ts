/** The child's own screen, from the adult's side: opened once in a sitting, told of each card, closed by the adult. */
import type { ScreenCard } from '@sapling/contract';
import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { keptAs } from '../base.js';

const KEPT = keptAs('sapling-screen');
const AGAIN_MS = 2500;
/** Refusals that say nothing of the card: it is shown once they are over. */
const PASSING: ReadonlySet<string> = new Set(['busy', 'server-error']);

export interface SecondScreen {
  readonly code: string | null;
  /** How many screens show it; null while that is not known. */
  readonly watching: number | null;
  open(): void;
  close(): void;
}

/** Shows `card` on the second screen, if one is open. It is kept over the children of a sitting. */
export function useSecondScreen(card: ScreenCard | null): SecondScreen {
  const [code, setCode] = useState<string | null>(() => sessionStorage.getItem(KEPT));
  const [watching, setWatching] = useState<number | null>(null);
  const text = JSON.stringify(card);
  const sent = useRef(0);
  const keep = useCallback((next: string | null): void => {
    if (next) sessionStorage.setItem(KEPT, next);
    else sessionStorage.removeItem(KEPT);
    setCode(next);
    setWatching(null);
  }, []);
  useEffect(() => {
    if (!code) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let gone = false;
    const mine = (sent.current += 1);
    const show = (): void => {
      call('showScreen', { params: { code }, body: { card: JSON.parse(text) as ScreenCard | null } })
        .then((found) => {
          if (gone || mine !== sent.current) return;
          setWatching(found.watching);
          // asked again now and then, so that the strip says when the screen has come
          timer = setTimeout(show, found.watching === 0 ? AGAIN_MS : 5 * AGAIN_MS);
        })
        .catch((error: unknown) => {
          if (gone) return;
          if (error instanceof Problem && error.code === 'not-found') keep(null);
          // out of reach or busy for a moment: else the child would go on looking at the card before
          else if (!(error instanceof Problem) || PASSING.has(error.code)) timer = setTimeout(show, AGAIN_MS);
        });
    };
    show();
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [code, text, keep]);
  return {
    code,
    watching,
    open: useCallback(() => {
      call('openScreen').then(
        (found) => keep(found.code),
        (error: unknown) => toast.error(sentenceOf(error)),
      );
    }, [keep]),
    close: useCallback(() => {
      if (code) void call('endScreen', { params: { code } }).catch(() => undefined);
      keep(null);
    }, [code, keep]),
  };
}
