/** A PDF that the server makes: how far it is, a way to stop it, and then the way to open it. */
import { FileText } from 'lucide-react';
import { useEffect, useMemo } from 'react';
import { useMadeFile } from '../api/use-made-file.js';

/** The way on is under the key that was pressed last. */
const focusOnce = (link: HTMLAnchorElement | null): void => link?.focus();

/** @param address where the PDF is made, with its wishes; null for nothing to make */
export function MakePdf({ address, onMake }: { address: string | null; onMake: () => void }) {
  const { state, make, stop } = useMadeFile();
  const file = state.is === 'made' ? state.file : null;
  const url = useMemo(() => file && URL.createObjectURL(file), [file]);
  useEffect(() => () => void (url && URL.revokeObjectURL(url)), [url]);

  if (url)
    return (
      <a className="btn btn-main justify-self-start" href={url} target="_blank" rel="noreferrer" ref={focusOnce}>
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
        onClick={() => {
          onMake();
          void make(address!);
        }}
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
          <button className="btn btn-small" onClick={stop}>
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
