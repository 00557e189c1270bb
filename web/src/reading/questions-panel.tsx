/** Understanding: the text's own questions, answered right, partly, after looking back, or not. */
import type { ReadingRecord } from '@sapling/contract';
import { ANSWERS, placeOf, type Marking, type ReadingStep } from '@sapling/core/reading';

const NAMES: Record<(typeof ANSWERS)[number], string> = {
  right: 'right',
  partly: 'partly',
  'after looking back': 'looked back',
  not: 'not',
};

export function QuestionsPanel({
  record,
  marking,
  editable,
  onStep,
  onPlace,
}: {
  record: ReadingRecord;
  marking: Marking;
  editable: boolean;
  onStep: (...steps: ReadingStep[]) => void;
  /** Points out words of the text. */
  onPlace: (words: ReadonlySet<number>) => void;
}) {
  if (record.questions.length === 0) return <p className="text-ink-2">This text has no questions. They can be added in the Library.</p>;
  const given = [...marking.answers.values()];
  return (
    <div>
      <ol className="sheet ruled">
        {record.questions.map((q, k) => {
          const place = q.place ? placeOf(record.text, q.place) : null;
          const now = marking.answers.get(k);
          return (
            <li key={k} className="px-4 py-3">
              <p className="font-semibold">{q.ask}</p>
              <p className="mt-0.5 text-sm text-ink-2">
                {q.answer}
                {place && (
                  <button
                    className="ml-2 underline"
                    onClick={() => onPlace(new Set(Array.from({ length: place.last - place.first + 1 }, (_, n) => place.first + n)))}
                  >
                    show the place
                  </button>
                )}
              </p>
              <div className="mt-2 flex gap-1" role="group" aria-label={`How “${q.ask}” was answered`}>
                {ANSWERS.map((a) => (
                  <button
                    key={a}
                    disabled={!editable}
                    aria-pressed={now?.answered === a}
                    className={`btn btn-small flex-1 ${now?.answered === a ? 'btn-main disabled:!bg-pine disabled:!text-white' : ''}`}
                    onClick={() => onStep({ what: 'answer', question: k, answered: now?.answered === a ? null : a })}
                  >
                    {NAMES[a]}
                  </button>
                ))}
              </div>
            </li>
          );
        })}
      </ol>
      <p className="mt-3 text-sm text-ink-2">
        {given.length === 0
          ? 'Nothing asked yet. Where reading aloud takes all of a child’s mind, let them read it again before asking.'
          : `${given.filter((a) => a.answered === 'right').length} right, ${given.filter((a) => a.answered === 'after looking back').length} after looking back, ${given.filter((a) => a.answered === 'partly').length} partly, of ${given.length} asked.`}
      </p>
    </div>
  );
}
