/** A reading while it goes on: the clock, the place, the marks, by touch and by key; everything can be taken back. */
import { lineUp, type ReadingMark } from '@sapling/core/reading';
import { useCallback, useEffect, useEffectEvent, useMemo, useState } from 'react';
import { clock, pressedAt } from '../clock.js';
import { useOpen } from '../shell/open.js';
import { liveKey, type LiveAction, type LiveState } from './live-keys.js';
import { markKind } from './mark-kinds.js';
import { useRecorder } from './recorder.js';
import type { ReadingHandle } from './use-reading.js';
import { withModifier } from '../ui/with-modifier.js';

export function useLive(handle: ReadingHandle, me: string) {
  const { record } = handle.reading!;
  const { marking } = handle;
  const [chosen, setChosen] = useState<number | null>(null);
  const [asking, setAsking] = useState(false);
  const recorder = useRecorder(record.id, record.text, me);
  const running = typeof marking?.runningSince === 'string';
  const begun = marking !== undefined && (running || marking.clockedMs > 0);
  const place = marking?.place ?? -1;
  const last = record.words.length - 1;
  const lines = useMemo(() => lineUp(record.text), [record.text]);
  // as large as leaves the whole text in sight, within what is easy to touch
  const size = Math.max(22, Math.min(38, Math.floor(570 / (2.12 * lines.length))));
  const marks = useMemo(() => marking?.marks ?? [], [marking]);
  const [lastMarked, setLastMarked] = useState<number | null>(null);

  const start = (): void => {
    handle.steps({ what: 'start' });
    recorder.go();
  };
  const stop = (at: number): void => {
    const ms = Math.round(handle.clockAt(at) ?? 0);
    recorder.pause();
    handle.steps({ what: 'stop', ms }, ...(place >= 0 ? [{ what: 'last', word: place } as const] : []));
    setChosen(null);
  };
  const finish = async (whole = false): Promise<void> => {
    await recorder.finish();
    handle.steps(...(whole ? [{ what: 'last', word: last } as const] : []), { what: 'done' });
  };
  const tap = (word: number, at: number): void => {
    const ms = handle.clockAt(at);
    if (!running || ms === undefined || word > last) return;
    setChosen(null);
    handle.tap(word, ms);
  };
  const along = (at: number): void => {
    if (!running) return;
    if (place >= last) return stop(at);
    tap(place + 1, at);
  };
  const put = useCallback(
    (word: number, kind: ReadingMark['kind'], at?: number): void => {
      handle.mark(word, kind, { ms: running && at !== undefined ? handle.clockAt(at) : undefined });
      setLastMarked(word);
    },
    [handle, running],
  );
  const target = chosen ?? Math.max(0, place);
  const onWord = useCallback(
    (word: number): void => {
      // a touch marks what is commonest; what it was is said with one more, or later
      if (begun && !running && marking?.lastWord === null && !marks.some((m) => m.word === word)) {
        handle.steps({ what: 'last', word });
        return;
      }
      setChosen(word);
      if (begun && chosen !== word && !marks.some((m) => m.word === word)) put(word, 'substitution', clock.ms());
    },
    [begun, running, marking, marks, chosen, handle, put],
  );
  const onKind = (kind: ReadingMark['kind'], at: number): void => {
    // a word touched just now was marked as said otherwise: saying what it was instead changes that mark
    const touched = chosen === null ? undefined : marks.find((m) => m.word === chosen && m.kind === 'substitution' && m.said === undefined);
    if (touched && kind !== 'substitution') handle.steps({ what: 'change', of: touched.id, mark: kind });
    else put(target, kind, at);
  };
  const saidFor = marks.findLast((m) => m.word === (chosen ?? lastMarked ?? -1) && markKind(m.kind).error) ?? null;

  const phase: LiveState['phase'] = running ? 'running' : begun ? 'stopped' : 'before';
  const act = (action: LiveAction, at: number): void => {
    switch (action.do) {
      case 'start':
        return start();
      case 'stop':
        return stop(at);
      case 'finish':
        return void finish();
      case 'along':
        return along(at);
      case 'back':
        return handle.back();
      case 'undo':
        return handle.undo();
      case 'last word':
        return handle.steps({ what: 'last', word: target });
      case 'say':
        return setAsking(true);
      case 'clear':
        for (const own of marks.filter((m) => m.word === target)) handle.steps({ what: 'undo', of: own.id });
        return;
      case 'choose':
        return setChosen(action.word);
      case 'mark':
        return onKind(action.kind, at);
    }
  };
  useLiveKeys({ phase, chosen, target, last, lines: lines.map((l) => l.words), canSay: saidFor !== null }, asking, act);

  return {
    recorder,
    running,
    begun,
    phase,
    place,
    size,
    marks,
    chosen,
    target,
    saidFor,
    asking,
    setAsking,
    start,
    stop,
    finish,
    along,
    onKind,
    onWord,
  };
}

/** Keys of the whole window, but where something is typed, chosen or asked. */
function useLiveKeys(state: LiveState, asking: boolean, act: (action: LiveAction, at: number) => void): void {
  const { opened } = useOpen();
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (withModifier(event) || asking || opened) return;
    if (event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement) return;
    const key = event.key.toLowerCase();
    // a button that has the focus is pressed by Enter itself
    if (key === 'enter' && event.target instanceof HTMLButtonElement && !event.target.dataset.word) return;
    const action = liveKey(key, event.repeat, state);
    if (!action) {
      // an arrow at the edge of the text moves nothing else
      if (key.startsWith('arrow') && !event.repeat) event.preventDefault();
      return;
    }
    act(action, pressedAt(event));
    event.preventDefault();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}
