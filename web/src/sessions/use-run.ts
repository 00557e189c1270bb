/** A session that is being run: its draft, kept on the device with every change, and the clock of the open part. */
import type { Session } from '@sapling/contract';
import { useCallback, useEffect, useReducer, type Dispatch } from 'react';
import { clock } from '../clock.js';
import { keep, kept } from '../outbox/store.js';
import { draftOf, EMPTY_RUN, type RunDraft } from './run-draft.js';
import { BEFORE_RUN, reduceRun, shownOf, type RunAction, type RunState, type Shown } from './run-reducer.js';

/** Under which name a session's draft lies on the device. */
export const runKey = (session: string): string => `run:${session}`;

/**
 * A tablet goes dark while children write, and its timers stand still: what went by is counted when it wakes. After longer than
 * this it was put away, and nobody knows how much of it was the session.
 */
const LONGEST_AWAY_S = 20 * 60;

export interface Run {
  /** Null until what was kept has been read. */
  readonly draft: RunDraft | null;
  readonly shown: Shown;
  readonly act: Dispatch<RunAction>;
}

/** @param session as it was when it was opened: what colleagues change meanwhile moves nothing under the hand */
export function useRun(session: Session): Run {
  const { parts } = session.plan;
  const [state, act] = useReducer((now: RunState, action: RunAction) => reduceRun(parts, now, action), BEFORE_RUN);
  const key = runKey(session.id);
  const fromLog = useCallback(() => draftOf(session), [session]);
  const begun = state.draft !== null;
  useEffect(() => {
    if (begun) return;
    let gone = false;
    void kept<Partial<RunDraft>>(key).then((old) => gone || act({ do: 'begin', draft: old ? { ...EMPTY_RUN, ...old } : fromLog() }));
    return () => {
      gone = true;
    };
  }, [begun, key, fromLog]);
  const { toKeep } = state;
  useEffect(() => {
    if (toKeep) void keep(key, toKeep);
  }, [key, toKeep]);
  const shown = shownOf(parts, state);
  const running = shown.part !== undefined;
  useEffect(() => {
    if (!running) return;
    let counted = clock.ms();
    const count = (): void => {
      const seconds = Math.floor((clock.ms() - counted) / 1000);
      // a clock that was put right by the server may go back
      if (seconds < 0) counted = clock.ms();
      if (seconds < 1) return;
      counted += seconds * 1000;
      if (seconds <= LONGEST_AWAY_S) act({ do: 'time', seconds });
    };
    const timer = setInterval(count, 1000);
    document.addEventListener('visibilitychange', count);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', count);
    };
  }, [running]);
  return { draft: state.draft, shown, act };
}
