/** The questions about a text, each with its answer and where that stands, and the words to explain before it. */
import { placeOf } from '@sapling/core/reading';
import { Plus, Trash2 } from 'lucide-react';
import { explainedIn, explainLines, type TextDraft } from './text-draft.js';

const MOST_QUESTIONS = 20;

export function QuestionsAndWords({ draft, onChange }: { draft: TextDraft; onChange: (part: Partial<TextDraft>) => void }) {
  const question = (k: number, part: Partial<TextDraft['questions'][number]>): void =>
    onChange({ questions: draft.questions.map((q, n) => (n === k ? { ...q, ...part } : q)) });
  return (
    <details className="mt-3">
      <summary className="cursor-pointer font-semibold">
        {draft.questions.length} {draft.questions.length === 1 ? 'question' : 'questions'}, {draft.explain.length}{' '}
        {draft.explain.length === 1 ? 'word' : 'words'} to explain
      </summary>
      <ol className="mt-3 grid gap-3">
        {draft.questions.map((q, k) => (
          <li key={k} className="grid grid-cols-[1fr_1fr_auto] gap-2">
            <input
              className="field col-span-2"
              aria-label={`Question ${k + 1}`}
              placeholder="A question whose answer stands in the text"
              maxLength={300}
              value={q.ask}
              onChange={(e) => question(k, { ask: e.target.value })}
            />
            <button
              className="btn btn-quiet !px-2"
              aria-label={`Take question ${k + 1} out`}
              onClick={() => onChange({ questions: draft.questions.filter((_, n) => n !== k) })}
            >
              <Trash2 size={15} aria-hidden />
            </button>
            <input
              className="field"
              aria-label={`Answer ${k + 1}`}
              placeholder="Its answer"
              maxLength={300}
              value={q.answer}
              onChange={(e) => question(k, { answer: e.target.value })}
            />
            <span>
              <input
                className="field"
                aria-label={`Place of answer ${k + 1}`}
                placeholder="Its place: the words of the text"
                maxLength={300}
                value={q.place}
                onChange={(e) => question(k, { place: e.target.value })}
              />
              {q.place.trim() !== '' && placeOf(draft.text, q.place) === null && (
                <span className="text-sm text-gap">These words do not stand in the text.</span>
              )}
            </span>
          </li>
        ))}
      </ol>
      <button
        className="btn btn-small mt-3"
        disabled={draft.questions.length >= MOST_QUESTIONS}
        onClick={() => onChange({ questions: [...draft.questions, { ask: '', answer: '', place: '' }] })}
      >
        <Plus size={15} aria-hidden /> A question
      </button>
      <label className="mt-4 block">
        <span className="eyebrow">Words to explain, one a line, with what they mean</span>
        <textarea
          className="field"
          rows={3}
          placeholder="moat: water all round a castle"
          defaultValue={explainLines(draft.explain)}
          key={draft.id}
          onBlur={(event) => onChange({ explain: explainedIn(event.target.value) })}
        />
      </label>
    </details>
  );
}
