/** Holds one reading: every step is shown at once and written to the device before anything else happens. */
import type { LibraryText, WholeReading } from '@sapling/contract';
import { secondsOf, type Marking, type ReadingMark, type ReadingStep } from '@sapling/core/reading';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf, Unreachable } from '../api/client.js';
import { useData } from '../api/data.js';
import { post } from '../outbox/outbox.js';
import { localReading } from '../outbox/store.js';
import {
  addSteps,
  beginReading,
  markingOf,
  mergeReading,
  tapBack,
  tapWord,
  toggleMark,
  undoLast,
  type LocalReading,
  type StepMaker,
  type ReadingChange,
} from './local-reading.js';
import { clock } from '../clock.js';

export interface ReadingHandle {
  readonly reading: LocalReading | null;
  /** What the server says beside the steps; null while it was not reached. */
  readonly remote: WholeReading | null;
  readonly trouble: string | null;
  /** The marking that is made here. */
  readonly markingId: string;
  /** As it stands; undefined before its first step. */
  readonly marking: Marking | undefined;
  /** Reading time at a moment, in milliseconds; undefined where no clock ever ran. */
  clockAt(epochMs: number): number | undefined;
  steps(...steps: ReadingStep[]): void;
  tap(word: number, ms: number): void;
  back(): void;
  mark(word: number, kind: ReadingMark['kind'], more?: { ms?: number | undefined; said?: string }): void;
  undo(): void;
}

/** Makes a reading on this device and gives its id; it can be begun without the network. */
export async function startReading(
  child: { id: string; name: string },
  text: Pick<LibraryText, 'id' | 'title' | 'kind' | 'text' | 'questions'>,
  by: string,
  paper = false,
): Promise<string> {
  const id = uuidv7();
  const { reading, entries } = beginReading(child, text, { id, by, at: clock.now(), ...(paper ? { paper } : {}) });
  await post(by, entries, { reading });
  return id;
}

/**
 * The marking of this reading that this colleague makes: their own if they began one, the reading's first if they
 * took the reading, else a new one.
 */
function markingIdFor(reading: LocalReading, by: string, fresh: string): string {
  const own = reading.steps.filter((s) => s.by === by).at(-1)?.marking;
  return own ?? (reading.record.by === by ? reading.record.id : fresh);
}

export function useReading(id: string, by: string): ReadingHandle {
  const [reading, setReading] = useState<LocalReading | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [fresh] = useState(() => uuidv7());
  const now = useRef<LocalReading | null>(null);
  const { data: remote, mutate } = useData('reading', { params: { id } });

  const set = useCallback((next: LocalReading) => {
    now.current = next;
    setReading(next);
  }, []);

  useEffect(() => {
    let gone = false;
    const open = async (): Promise<void> => {
      const local = await localReading(id);
      if (gone) return;
      if (local && !now.current) set({ record: local.record, childName: local.childName, steps: local.steps, taps: local.taps });
      try {
        const found = await call('reading', { params: { id } });
        if (gone) return;
        set(mergeReading(now.current ?? undefined, found));
        void mutate(found, { revalidate: false });
      } catch (error) {
        if (local || gone) return;
        setTrouble(
          error instanceof Unreachable
            ? 'This reading was begun on another device, and the server cannot be reached to fetch it.'
            : sentenceOf(error),
        );
      }
    };
    void open();
    return () => {
      gone = true;
    };
  }, [id, set, mutate]);
  // what another colleague marks arrives through the same data
  useEffect(() => {
    if (remote && now.current) set(mergeReading(now.current, remote));
  }, [remote, set]);

  const markingId = reading ? markingIdFor(reading, by, fresh) : id;
  const marking = useMemo(() => (reading ? markingOf(reading, markingId) : undefined), [reading, markingId]);

  const take = useCallback(
    (step: (reading: LocalReading, maker: StepMaker) => ReadingChange) => {
      if (!now.current) return;
      const maker: StepMaker = {
        by,
        marking: markingIdFor(now.current, by, fresh),
        now: () => clock.now(),
        newId: () => uuidv7(),
      };
      const { reading: next, entries } = step(now.current, maker);
      if (next === now.current) return;
      set(next);
      post(by, entries, { reading: next }).catch(() =>
        toast.error('This device has no room left, so the last mark is not kept. Write it down and tell the lead.', { duration: Infinity }),
      );
    },
    [by, fresh, set],
  );
  // what was tapped along and not sent goes when the page is left
  useEffect(() => {
    const leave = (): void => {
      if (now.current && now.current.taps.length > 0) take((r, m) => addSteps(r, [], m));
    };
    document.addEventListener('visibilitychange', leave);
    return () => {
      document.removeEventListener('visibilitychange', leave);
      leave();
    };
  }, [take]);

  return {
    reading,
    remote: remote ?? null,
    trouble,
    markingId,
    marking,
    clockAt: useCallback(
      (epochMs) => {
        if (!marking || (marking.runningSince === null && marking.clockedMs === 0)) return undefined;
        return 1000 * secondsOf({ ...marking, setSeconds: null }, new Date(epochMs).toISOString());
      },
      [marking],
    ),
    steps: useCallback((...steps) => take((r, m) => addSteps(r, steps, m)), [take]),
    tap: useCallback((word, ms) => take((r, m) => tapWord(r, word, ms, m)), [take]),
    back: useCallback(() => take(tapBack), [take]),
    mark: useCallback(
      (word, kind, more = {}) =>
        take((r, m) =>
          toggleMark(
            r,
            { word, kind, ...(more.ms === undefined ? {} : { ms: more.ms }), ...(more.said === undefined ? {} : { said: more.said }) },
            m,
          ),
        ),
      [take],
    ),
    undo: useCallback(() => take(undoLast), [take]),
  };
}
