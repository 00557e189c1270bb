/** One word of a reading put right afterwards: what happened, what was said, and whether it was the last. */
import type { MarkMade, ReadingMark } from '@sapling/core/reading';
import { Undo2 } from 'lucide-react';
import { MARK_KINDS, markKind } from './mark-kinds.js';

export function WordEditor({
  text,
  marks,
  editable,
  onMark,
  onSaid,
  onLast,
  onUndo,
  onClose,
}: {
  text: string;
  marks: readonly MarkMade[];
  editable: boolean;
  onMark: (kind: ReadingMark['kind']) => void;
  onSaid: (of: string, said: string) => void;
  onLast: () => void;
  onUndo: () => void;
  onClose: () => void;
}) {
  const withSaid = marks.filter((m) => m.kind !== 'omission' && m.kind !== 'told' && m.kind !== 'hesitation');
  return (
    <section aria-label={`Marks of ${text}`} className="mt-3 rounded-m border border-rule bg-note px-4 py-3">
      <div className="flex flex-wrap items-center gap-2">
        <span className="mr-2 font-child text-xl">{text}</span>
        {editable ? (
          MARK_KINDS.map((mark) => (
            <button
              key={mark.kind}
              className={`btn btn-small ${marks.some((m) => m.kind === mark.kind) ? 'btn-main' : ''}`}
              aria-pressed={marks.some((m) => m.kind === mark.kind)}
              title={mark.hint}
              onClick={() => onMark(mark.kind)}
            >
              {mark.name}
            </button>
          ))
        ) : (
          <span>{marks.length === 0 ? 'read right' : marks.map((m) => markKind(m.kind).name.toLowerCase()).join(', ')}</span>
        )}
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        {withSaid.map((mark) => (
          <label key={mark.id} className="flex items-center gap-2">
            <span className="text-sm text-ink-2">{markKind(mark.kind).name}:</span>
            <input
              className="field !min-h-9 !w-44"
              aria-label={`What they said for ${text}`}
              placeholder="what they said"
              maxLength={60}
              disabled={!editable}
              defaultValue={mark.said ?? ''}
              onBlur={(event) => event.target.value.trim() !== (mark.said ?? '') && onSaid(mark.id, event.target.value.trim())}
              onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
            />
          </label>
        ))}
        {marks.some((m) => m.ms !== undefined) && (
          <span className="text-sm text-ink-2">marked at {(marks.find((m) => m.ms !== undefined)!.ms! / 1000).toFixed(1)} s</span>
        )}
        <span className="ml-auto flex gap-2">
          {editable && (
            <>
              <button className="btn btn-small" onClick={onLast}>
                They stopped here
              </button>
              <button className="btn btn-quiet btn-small" onClick={onUndo}>
                <Undo2 size={15} aria-hidden /> Take back
              </button>
            </>
          )}
          <button className="btn btn-quiet btn-small" onClick={onClose}>
            Close
          </button>
        </span>
      </div>
    </section>
  );
}
