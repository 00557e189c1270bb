/** Two markings of one reading side by side: how far they agree, word by word, and which one counts. */
import type { ReadingRecord } from '@sapling/contract';
import { agreement, decidingMark, type Judged, type Marking, type ReadingStep } from '@sapling/core/reading';
import { useState } from 'react';
import { markKind } from './mark-kinds.js';

const judgedWords = (j: Judged): string => (j === 'right' || j === 'not reached' ? j : markKind(j).name.toLowerCase());
const saidOf = (m: Marking, word: number): string => {
  const said = decidingMark(m.marks, word)?.said;
  return said ? ` “${said}”` : '';
};

export function AgreementPanel({
  record,
  markings,
  counts,
  own,
  person,
  onMarkMyself,
  onSettle,
  onWord,
}: {
  record: ReadingRecord;
  /** Finished markings. */
  markings: readonly Marking[];
  counts: Marking | undefined;
  own: Marking | undefined;
  person: (id: string) => string;
  onMarkMyself: () => void;
  onSettle: (...steps: ReadingStep[]) => void;
  onWord: (word: number) => void;
}) {
  const [left, right] = markings;
  const [picked, setPicked] = useState<ReadonlyMap<number, 'a' | 'b'>>(new Map());
  if (!left || !right)
    return (
      <div>
        <p className="mb-3 text-ink-2">
          One marking so far. A colleague who teaches this child can mark the same reading unseen, from the recording; then both stand here
          with how far they agree.
        </p>
        {own === undefined && counts?.done && (
          <button className="btn btn-main" onClick={onMarkMyself}>
            Mark it myself
          </button>
        )}
      </div>
    );
  const found = agreement(left, right, record.words.length);
  const mine = own && (own.id === left.id || own.id === right.id) ? own : null;
  const other = mine?.id === left.id ? right : left;
  /** Takes the other's judgement of the picked words into this colleague's own marking, which then counts. */
  const settle = (): void => {
    if (!mine) return;
    const steps: ReadingStep[] = [];
    for (const { word } of found.differ) {
      const side = picked.get(word);
      if (side === undefined || (side === 'a') === (mine.id === left.id)) continue;
      for (const mark of mine.marks.filter((m) => m.word === word)) steps.push({ what: 'undo', of: mark.id });
      for (const mark of other.marks.filter((m) => m.word === word))
        steps.push({
          what: 'mark',
          word,
          mark: mark.kind,
          ...(mark.said ? { said: mark.said } : {}),
          ...(mark.ms === undefined ? {} : { ms: mark.ms }),
        });
    }
    onSettle(...steps, { what: 'settled' });
  };
  return (
    <div>
      <p className="text-lg">
        <span className="font-serif text-2xl font-semibold">{found.share === null ? '–' : `${Math.floor(found.share * 100)} %`}</span> of{' '}
        {found.words} words judged alike; kappa{' '}
        <span className="font-semibold">{found.kappa === null ? 'says nothing here' : found.kappa.toFixed(2)}</span>.
      </p>
      <p className="mb-3 text-sm text-ink-2">
        Kappa is agreement beyond what chance would bring: most words are read right, so two people agree on many without listening.
        {found.kappa === null && ' Where both took every word alike, it cannot be told.'}
      </p>
      {found.differ.length === 0 ? (
        <p className="mb-3">No word was judged otherwise.</p>
      ) : (
        <table className="sheet mb-3 w-full text-left text-sm">
          <thead className="text-ink-2">
            <tr>
              <th className="px-3 py-2 font-semibold">Word</th>
              <th className="py-2 font-semibold">{person(left.by)}</th>
              <th className="py-2 pr-3 font-semibold">{person(right.by)}</th>
            </tr>
          </thead>
          <tbody>
            {found.differ.map(({ word, a, b }) => (
              <tr key={word} className="[&>*]:border-t [&>*]:border-rule-2">
                <th scope="row" className="px-3 py-1.5">
                  <button className="font-child text-base underline" onClick={() => onWord(word)}>
                    {record.words[word]}
                  </button>
                </th>
                {(
                  [
                    ['a', a, left],
                    ['b', b, right],
                  ] as const
                ).map(([side, judged, marking]) => (
                  <td key={side} className="pr-2">
                    <button
                      className={`btn btn-small w-full !justify-start ${picked.get(word) === side ? 'btn-main' : ''}`}
                      aria-pressed={picked.get(word) === side}
                      disabled={!mine}
                      onClick={() => setPicked(new Map(picked).set(word, side))}
                    >
                      {judgedWords(judged)}
                      {saidOf(marking, word)}
                    </button>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mb-3 text-sm">
        {person(counts!.by)}
        {counts!.settledAt ? ' settled it: their marking counts.' : ' marked first: their marking counts until one is settled on.'}
      </p>
      {mine ? (
        <button className="btn btn-main" onClick={settle}>
          Settle on {picked.size > 0 ? 'what is picked' : 'my marking'}
        </button>
      ) : (
        <p className="text-sm text-ink-2">Only the two who marked can settle on one.</p>
      )}
    </div>
  );
}
