/** A PDF that the server makes: how far it is, a way to stop it, and then the way to open it. */
import { FileText } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { callFile, sentenceOf } from '../api/client.js';
import { onWork } from '../api/data.js';

type State =
  | { readonly is: 'not begun' }
  | { readonly is: 'being made'; readonly done: number; readonly of: number }
  | { readonly is: 'made'; readonly url: string }
  | { readonly is: 'failed'; readonly why: string };

/** The way on is under the key that was pressed last. */
const focusOnce = (link: HTMLAnchorElement | null): void => link?.focus();

/** @param address where the PDF is made, with its wishes; null for nothing to make */
export function MakePdf({ address, onMake }: { address: string | null; onMake: () => void }) {
  const [state, setState] = useState<State>({ is: 'not begun' });
  const stop = useRef<AbortController | null>(null);
  const made = state.is === 'made' ? state.url : null;
  useEffect(() => () => stop.current?.abort(), []);
  useEffect(() => () => void (made && URL.revokeObjectURL(made)), [made]);

  const make = async (): Promise<void> => {
    if (address === null) return;
    onMake();
    const work = uuidv7();
    const gone = new AbortController();
    stop.current = gone;
    setState({ is: 'being made', done: 0, of: 0 });
    const ended = onWork(work, (done, of) => setState((now) => (now.is === 'being made' ? { ...now, done, of } : now)));
    try {
      const pdf = await callFile(`${address}&work=${work}`, gone.signal);
      setState({ is: 'made', url: URL.createObjectURL(pdf) });
    } catch (error) {
      setState(gone.signal.aborted ? { is: 'not begun' } : { is: 'failed', why: sentenceOf(error) });
    } finally {
      ended();
    }
  };

  if (state.is === 'made')
    return (
      <a className="btn btn-main justify-self-start" href={state.url} target="_blank" rel="noreferrer" ref={focusOnce}>
        <FileText size={17} aria-hidden /> Open the PDF
      </a>
    );
  return (
    <div className="flex flex-wrap items-center gap-3" aria-live="polite">
      <button
        className="btn btn-main"
        disabled={address === null || state.is === 'being made'}
        aria-busy={state.is === 'being made'}
        title={address === null ? 'Choose at least one sheet.' : undefined}
        onClick={() => void make()}
      >
        <FileText size={17} aria-hidden /> {state.is === 'being made' ? 'Making the PDF…' : 'Make the PDF'}
      </button>
      {state.is === 'being made' && (
        <>
          {state.of > 1 && (
            <>
              <progress value={state.done} max={state.of} aria-label="Sessions on paper" />
              <span>
                session {Math.min(state.done + 1, state.of)} of {state.of}
              </span>
            </>
          )}
          <button className="btn btn-small" onClick={() => stop.current?.abort()}>
            Stop
          </button>
        </>
      )}
      {state.is === 'failed' && (
        <span role="alert" className="text-gap">
          {state.why}
        </span>
      )}
    </div>
  );
}
