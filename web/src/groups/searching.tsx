/** A search for groups under way: how far it is, and a stop that takes the best so far. */
import { core } from '../workers/core.js';

export function Searching({ progress }: { progress: number }) {
  return (
    <span className="flex items-center gap-3" role="status">
      <progress value={progress} className="w-28" /> {Math.round(progress * 100)} %
      <button className="btn btn-small" onClick={() => void core().stop()}>
        Stop, take the best so far
      </button>
    </span>
  );
}
