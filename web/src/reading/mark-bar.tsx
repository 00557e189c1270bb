/** The big touch targets below the text: start and stop, the place, the marks. */
import type { ReadingMark } from '@sapling/core/reading';
import { MARK_KINDS } from './mark-kinds.js';

export function MarkBar({
  phase,
  lastSaid,
  onStart,
  onStop,
  onAlong,
  onKind,
  onLast,
  onWhole,
  onDone,
  onGoOn,
}: {
  phase: 'before' | 'running' | 'stopped';
  /** The last word, where somebody said. */
  lastSaid: number | null;
  onStart: () => void;
  onStop: () => void;
  onAlong: () => void;
  onKind: (kind: ReadingMark['kind']) => void;
  onLast: () => void;
  onWhole: () => void;
  onDone: () => void;
  onGoOn: () => void;
}) {
  if (phase === 'before')
    return (
      <div className="flex items-center gap-5">
        <button className="btn btn-main min-h-16 flex-1 !text-xl" onClick={onStart} autoFocus>
          Start as the child begins <span className="kbd">Enter</span>
        </button>
        <p className="max-w-md text-sm text-ink-2">
          While they read, press <span className="kbd">Space</span> at each word to follow along, or leave it and mark the last word at the
          end. Touch a word that goes wrong, or press its key.
        </p>
      </div>
    );
  return (
    <div className="grid gap-2">
      <div className="flex gap-2">
        {MARK_KINDS.map((mark) => (
          <button
            key={mark.kind}
            className={`btn min-h-14 min-w-0 flex-1 flex-col !gap-0 !px-1 !text-[0.95rem] ${mark.error ? 'border-gap/50' : ''}`}
            title={mark.hint}
            onClick={() => onKind(mark.kind)}
          >
            <span className="truncate">{mark.name}</span>
            <span className="kbd !border-transparent text-ink-2 uppercase">{mark.key}</span>
          </button>
        ))}
        {phase === 'running' ? (
          <>
            <button className="btn min-h-14 min-w-28 bg-leaf-wash" onClick={onAlong}>
              Next word <span className="kbd">Space</span>
            </button>
            <button className="btn btn-main min-h-14 min-w-28" onClick={onStop}>
              Stop <span className="kbd">Enter</span>
            </button>
          </>
        ) : null}
      </div>
      {phase === 'stopped' && (
        <div className="flex items-center gap-3">
          {lastSaid === null ? (
            <>
              <p className="mr-auto font-semibold">Touch the last word they read.</p>
              <button className="btn" onClick={onGoOn}>
                Go on reading
              </button>
              <button className="btn btn-main" onClick={onWhole}>
                They read to the end
              </button>
            </>
          ) : (
            <>
              <p className="mr-auto">
                The bar after a word shows where they stopped. Another word: choose it and press{' '}
                <button className="btn btn-quiet btn-small underline" onClick={onLast}>
                  last word <span className="kbd">L</span>
                </button>
              </p>
              <button className="btn" onClick={onGoOn}>
                Go on reading
              </button>
              <button className="btn btn-main" onClick={onDone}>
                See how it went <span className="kbd">Enter</span>
              </button>
            </>
          )}
        </div>
      )}
    </div>
  );
}
