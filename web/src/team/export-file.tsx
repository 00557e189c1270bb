/** A large file that the server writes: how far it is, a way to stop it, and then it is saved. */
import { Download } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { callFile, sentenceOf } from '../api/client.js';
import { onWork } from '../api/data.js';
import { todayDay } from '../clock.js';
import { saveBlob } from '../ui/save.js';

type State =
  | { readonly is: 'not begun' }
  | { readonly is: 'being written'; readonly done: number; readonly of: number }
  | { readonly is: 'saved' }
  | { readonly is: 'failed'; readonly why: string };

/** @param file the name of the file, before the day and the ending */
export function ExportFile({ label, address, file, ending }: { label: string; address: string; file: string; ending: string }) {
  const [state, setState] = useState<State>({ is: 'not begun' });
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);

  const write = async (): Promise<void> => {
    const work = uuidv7();
    const gone = new AbortController();
    stop.current = gone;
    setState({ is: 'being written', done: 0, of: 0 });
    const ended = onWork(work, (done, of) => setState((now) => (now.is === 'being written' ? { ...now, done, of } : now)));
    try {
      saveBlob(`${file}-${todayDay()}.${ending}`, await callFile(`${address}?work=${work}`, gone.signal));
      setState({ is: 'saved' });
    } catch (error) {
      setState(gone.signal.aborted ? { is: 'not begun' } : { is: 'failed', why: sentenceOf(error) });
    } finally {
      ended();
    }
  };

  const writing = state.is === 'being written';
  return (
    <div className="flex flex-wrap items-center gap-3" aria-live="polite">
      <button className="btn" disabled={writing} aria-busy={writing} onClick={() => void write()}>
        <Download size={16} aria-hidden /> {label}
      </button>
      {writing && (
        <>
          {state.of > 0 && (
            <>
              <progress className="w-24" value={state.done} max={state.of} aria-label={label} />
              <span className="tabular-nums">about {Math.min(99, Math.floor((100 * state.done) / state.of))} %</span>
            </>
          )}
          <button className="btn btn-small" onClick={() => stop.current?.abort()}>
            Stop
          </button>
        </>
      )}
      {state.is === 'saved' && <span className="text-sm text-ink-2">Saved with this browser’s downloads.</span>}
      {state.is === 'failed' && (
        <span role="alert" className="text-gap">
          {state.why}
        </span>
      )}
    </div>
  );
}
