/** A large file that the server writes: how far it is, a way to stop it, and then it is saved. */
import { Download } from 'lucide-react';
import { useMadeFile } from '../api/use-made-file.js';
import { todayDay } from '../clock.js';
import { saveBlob } from '../ui/save.js';

/** @param file the name of the file, before the day and the ending */
export function ExportFile({ label, address, file, ending }: { label: string; address: string; file: string; ending: string }) {
  const { state, make, stop } = useMadeFile();
  const write = async (): Promise<void> => {
    const made = await make(address);
    if (made) saveBlob(`${file}-${todayDay()}.${ending}`, made);
  };
  const writing = state.is === 'being made';
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
          <button className="btn btn-small" onClick={stop}>
            Stop
          </button>
        </>
      )}
      {state.is === 'made' && <span className="text-sm text-ink-2">Saved with this browser’s downloads.</span>}
      {state.is === 'failed' && (
        <span role="alert" className="text-gap">
          {state.why}
        </span>
      )}
    </div>
  );
}
