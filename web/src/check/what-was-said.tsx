/** What was missed in a check, with what the child said or where it went wrong, as far as anybody remembers. */
import type { CheckItem } from '@sapling/core/checks';
import { pairSound } from '@sapling/core/phonics';
import { useState } from 'react';
import { graphemeShown, ShortPair } from '../ui/word-marks.js';
import { markWord } from './kinds.js';
import { counting, itemOf, type LocalCheck } from './local-check.js';
import { Said } from './said.js';
import type { CheckHandle } from './use-check.js';
import { saidShown } from './words.js';

export function WhatWasSaid({ handle, missed }: { handle: CheckHandle; missed: LocalCheck['marks'] }) {
  const [asking, setAsking] = useState<string | null>(null);
  const check = handle.check!;
  const { kind } = check;
  // where nothing was said there is nothing to remember
  const silent = missed.filter((m) => isSilent(counting(m)));
  const spoken = missed.filter((m) => !silent.includes(m));
  const unanswered = <NoAnswerTo items={silent.map((m) => itemOf(check, m.key))} />;
  if (spoken.length === 0) return unanswered;
  return (
    <section className="mb-8">
      <h2 className="text-lg">What did they say?</h2>
      <p className="mb-2 text-sm text-ink-2">Fill in what you remember; it can wait, and it can stay empty.</p>
      <ul className="ruled sheet">
        {spoken.map((m) => {
          const seen = counting(m);
          const item = itemOf(check, m.key);
          return (
            <li key={m.key}>
              <div className="flex items-center gap-4 px-4 py-2">
                <span className="w-24 font-child text-2xl">{item.gpc ? graphemeShown(item.gpc) : item.word}</span>
                <span className="w-44 text-ink-2">{item.gpc ? pairSound(item.gpc) : item.level}</span>
                <span className="w-36">{markWord(seen.outcome, kind, seen.said)}</span>
                <span className="flex-1">
                  {seen.said ? (
                    <>said {saidShown(seen.said, item.gpc === undefined)}</>
                  ) : seen.parts && item.units ? (
                    <>at {seen.parts.map((k) => item.units![k]?.grapheme).join(', ')}</>
                  ) : (
                    <span className="text-ink-2">not filled in</span>
                  )}
                </span>
                <button
                  className="btn btn-small"
                  onClick={() => setAsking(asking === m.key ? null : m.key)}
                  aria-expanded={asking === m.key}
                >
                  {seen.said || seen.parts ? 'Change' : 'Fill in'}
                </button>
              </div>
              {asking === m.key && (
                <Said
                  kind={kind}
                  item={item}
                  taught={check.stack}
                  onSaid={(said) => {
                    handle.amend(m.key, { said });
                    setAsking(null);
                  }}
                  onParts={(parts) => {
                    handle.amend(m.key, { parts });
                    setAsking(null);
                  }}
                  onClose={() => setAsking(null)}
                />
              )}
            </li>
          );
        })}
      </ul>
      {unanswered}
    </section>
  );
}

const isSilent = ({ outcome, said, parts }: ReturnType<typeof counting>): boolean => outcome === 'no answer' && !said && !parts;

function NoAnswerTo({ items }: { items: readonly CheckItem[] }) {
  if (items.length === 0) return null;
  return (
    <p className="mt-3 mb-8">
      <span className="font-semibold">No answer to: </span>
      {items.map(({ gpc, word }, k) => (
        <span key={k} className="mr-4 font-child text-xl">
          {gpc ? <ShortPair gpc={gpc} /> : word}
        </span>
      ))}
    </p>
  );
}
