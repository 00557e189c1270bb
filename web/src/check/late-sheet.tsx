/** Typing in what was marked on paper or is remembered: the whole sheet at once, the line that is next in front. */
import { checkKind } from '@sapling/core/checks';
import { useEffect, useRef } from 'react';
import { graphemeShown } from '../ui/word-marks.js';
import { isChosen, isWritten, markWord } from './kinds.js';
import { counting, itemOf, type LocalCheck } from './local-check.js';
import { sheetCode } from './sheet-code.js';

export function LateSheet({ check, now }: { check: LocalCheck; now: string }) {
  const line = useRef<HTMLLIElement>(null);
  useEffect(() => {
    // newer browsers answer with a promise, which is nothing to clean up
    void line.current?.scrollIntoView({ block: 'center' });
  }, [now]);
  const marks = new Map(check.marks.map((m) => [m.key, counting(m)]));
  return (
    <div className="h-full w-full overflow-auto px-10 py-6">
      <h2 className="mb-1 text-xl">
        {check.late === 'paper' ? `Sheet ${sheetCode(check.id)}, ${check.childName}` : `${check.childName}, from memory`}
      </h2>
      <p className="mb-4 text-ink-2">
        {isWritten(check.kind) ? 'Type each word as it is on the paper.' : 'One key a line, in the order of the sheet.'}
      </p>
      <ol className="gap-x-8 sm:columns-2">
        {check.stack.map((key, k) => {
          const item = itemOf(check, key);
          const seen = marks.get(key);
          const here = key === now;
          return (
            <li
              key={key}
              ref={here ? line : undefined}
              data-card={here ? key : undefined}
              className={`flex break-inside-avoid items-center gap-3 border-b border-rule-2 px-2 py-1 ${here ? 'bg-leaf-wash font-semibold' : ''}`}
            >
              <span className="w-7 text-right text-ink-2">{k + 1}</span>
              <span className="font-child text-2xl">
                {item.gpc && checkKind(check.kind).childSees === 'grapheme' ? graphemeShown(item.gpc) : (item.word ?? '')}
              </span>
              <span className="text-sm text-ink-2">
                {isChosen(check.kind)
                  ? item.options!.map((o, n) => `${n + 1} ${o.replace('_', '‑')}`).join('  ')
                  : item.word && !item.gpc
                    ? ''
                    : checkKind(check.kind).ask(item)}
              </span>
              <span className="ml-auto text-sm">
                {seen
                  ? isChosen(check.kind)
                    ? (seen.said ?? (seen.outcome === 'no answer' ? 'No answer' : item.accept?.[0]))
                    : markWord(seen.outcome, check.kind, seen.said)
                  : ''}
              </span>
            </li>
          );
        })}
      </ol>
    </div>
  );
}
