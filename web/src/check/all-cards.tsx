/** Every mark of a check, open to correction however long ago it was made. A correction is kept beside what it corrects. */
import type { Outcome } from '@sapling/core/evidence';
import { useState } from 'react';
import { graphemeShown } from '../ui/word-marks.js';
import { asSaid, isChosen, isWritten, markWord, marksOf } from './kinds.js';
import { counting, itemOf } from './local-check.js';
import type { CheckHandle } from './use-check.js';
import { saidShown } from './words.js';

export function AllCards({ handle }: { handle: CheckHandle }) {
  const check = handle.check!;
  const [open, setOpen] = useState(false);
  if (check.marks.length === 0) return null;
  const outcomes = [
    ...marksOf(check.kind)
      .filter((m) => !m.apart)
      .map((m) => m.outcome),
    'accent' as const,
  ];
  return (
    <section className="mb-8" aria-label="All cards">
      <button className="btn btn-quiet -ml-2" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open
          ? 'Hide the cards'
          : check.marks.length === 1
            ? 'The one card, to look over or correct'
            : `All ${check.marks.length} cards, to look over or correct`}
      </button>
      {open && (
        <ul className="sheet ruled mt-2 sm:columns-2">
          {check.marks.map((m) => {
            const seen = counting(m);
            const item = itemOf(check, m.key);
            const name = item.gpc ? graphemeShown(item.gpc) : item.word!;
            return (
              <li key={m.key} className="flex break-inside-avoid items-center gap-3 px-4 py-1.5">
                <span className="min-w-20 font-child text-xl">{name}</span>
                <span className="flex-1 text-sm text-ink-2">
                  {seen.said && saidShown(seen.said, item.gpc === undefined || isChosen(check.kind))}
                  {m.chain.length > 1 || seen.replaces ? ' corrected' : ''}
                </span>
                {isWritten(check.kind) ? (
                  <Written
                    word={item.word!}
                    written={seen.said ?? (seen.outcome === 'right' ? item.word! : '')}
                    onWritten={(said) =>
                      handle.amend(m.key, { said, outcome: said === '' ? 'no answer' : asSaid(item.word!, said) ? 'right' : 'wrong' })
                    }
                  />
                ) : (
                  <select
                    className="field !min-h-8 !w-36 !py-0"
                    aria-label={`Mark of ${name}`}
                    value={seen.outcome}
                    onChange={(event) => handle.amend(m.key, { outcome: event.target.value as Outcome })}
                  >
                    {outcomes.map((o) => (
                      <option key={o} value={o}>
                        {markWord(o, check.kind)}
                      </option>
                    ))}
                  </select>
                )}
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}

/** What was typed in from the paper, to be put right: kept when the field is left or Enter is pressed. */
function Written({ word, written, onWritten }: { word: string; written: string; onWritten: (written: string) => void }) {
  const [text, setText] = useState(written);
  const keep = (): void => {
    if (text.trim() !== written) onWritten(text.trim());
  };
  return (
    <input
      className="field !min-h-8 !w-36 !py-0 font-child"
      aria-label={`Written for ${word}`}
      autoCapitalize="off"
      autoCorrect="off"
      spellCheck={false}
      maxLength={300}
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => event.key === 'Enter' && keep()}
    />
  );
}
