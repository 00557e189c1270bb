/** The parts of a running session, beside it: what is done, what is left, where one is. */
import { Check } from 'lucide-react';
import { planWords } from '../wording/plan-words.js';
import type { Part } from './part-view.js';
import type { RunDraft } from './run-draft.js';

export function PartList({
  parts,
  at,
  done,
  left,
  onPart,
}: {
  parts: readonly Part[];
  at: number;
  done: readonly string[];
  left: RunDraft['left'];
  onPart: (at: number) => void;
}) {
  const look = (current: boolean): string =>
    `flex w-full items-center gap-3 border-l-4 px-4 py-2 text-left max-lg:border-b-4 max-lg:border-l-0 max-lg:whitespace-nowrap ${current ? 'border-pine bg-paper font-semibold' : 'border-transparent'}`;
  return (
    <nav aria-label="Parts" className="border-r border-rule bg-sheet max-lg:overflow-x-auto lg:py-3">
      <ol className="max-lg:flex">
        {parts.map((p, k) => (
          <li key={p.id}>
            <button onClick={() => onPart(k)} aria-current={k === at ? 'step' : undefined} className={look(k === at)}>
              <span
                className={`grid size-6 shrink-0 place-items-center rounded-full border ${done.includes(p.id) ? 'border-leaf bg-leaf text-white' : left[p.id] ? 'border-dashed border-ink' : 'border-rule'}`}
              >
                {done.includes(p.id) && <Check size={14} aria-label="done" />}
              </span>
              <span className="flex-1">{planWords(p.title)}</span>
              <span className="text-sm whitespace-nowrap text-ink-2">{p.minutes} min</span>
            </button>
          </li>
        ))}
        <li>
          <button
            onClick={() => onPart(parts.length)}
            aria-current={at >= parts.length ? 'step' : undefined}
            className={look(at >= parts.length)}
          >
            <span className="size-6" /> What happened
          </button>
        </li>
      </ol>
    </nav>
  );
}
