/** Holds one check: every step is shown at once and written to the device before anything else happens. */
import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf, Unreachable } from '../api/client.js';
import { post, waitingIds } from '../outbox/outbox.js';
import { keepStep, localCheck } from '../outbox/store.js';
import { amend, finish, mark, merge, takeBack, type Answer, type Change, type LocalCheck, type Marker, type Step } from './local-check.js';
import { readRecallSoFar } from './recall-so-far.js';
import { clock } from '../clock.js';

export interface CheckHandle {
  readonly check: LocalCheck | null;
  readonly trouble: string | null;
  /** Marks the present card, or another of the check by its key. */
  mark(answer: Answer, key?: string): void;
  takeBack(): void;
  amend(key: string, change: Change): void;
  finish(reason: 'done' | 'stopped'): void;
}

export async function readCheck(id: string): Promise<LocalCheck> {
  const local = await localCheck(id);
  // asked for before the server is: what arrives there while it answers is in neither afterwards
  const unsent = await waitingIds();
  try {
    const remote = await call('check', { params: { id } });
    const known = merge(local, remote, unsent);
    const soFar = known.quick ? (known.soFar ?? (await readRecallSoFar(known.child))) : undefined;
    const merged = soFar ? { ...known, soFar } : known;
    await keepStep(merged.by, [], { check: merged });
    return merged;
  } catch (error) {
    // not sent yet, or out of reach: what this device holds is what there is
    if (local) return local;
    throw error instanceof Unreachable
      ? new Error('This check was begun on another device, and the server cannot be reached to fetch it.')
      : error;
  }
}

/** Why a check could not be read, in a sentence. */
export const whyUnread = (error: unknown): string => (error instanceof Error && error.name === 'Error' ? error.message : sentenceOf(error));

/** @param id of the one check this is for: whoever shows another makes it anew, by its key */
export function useCheck(id: string, by: string): CheckHandle {
  const [check, setCheck] = useState<LocalCheck | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const now = useRef<LocalCheck | null>(null);

  useEffect(() => {
    let gone = false;
    readCheck(id)
      .then((found) => {
        if (gone) return;
        now.current = found;
        setCheck(found);
      })
      .catch((error: unknown) => !gone && setTrouble(whyUnread(error)));
    return () => {
      gone = true;
    };
  }, [id]);

  const take = useCallback(
    (step: (check: LocalCheck, marker: Marker) => Step) => {
      if (!now.current) return;
      const { check: next, entries } = step(now.current, { by, now: () => clock.now(), newId: () => uuidv7() });
      if (entries.length === 0) return;
      now.current = next;
      setCheck(next);
      post(by, entries, { check: next }).catch(() =>
        toast.error('This device has no room left, so the last mark is not kept. Write it down and tell the lead.', { duration: Infinity }),
      );
    },
    [by],
  );
  return {
    check,
    trouble,
    mark: useCallback((answer, key) => take((c, m) => (key === undefined ? mark(c, answer, m) : mark(c, answer, m, key))), [take]),
    takeBack: useCallback(() => take((c, m) => takeBack(c, m)), [take]),
    amend: useCallback((key, change) => take((c, m) => amend(c, key, change, m)), [take]),
    finish: useCallback((reason) => take((c, m) => finish(c, reason, m)), [take]),
  };
}
