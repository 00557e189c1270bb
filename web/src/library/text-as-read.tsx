/** A text as a child sees it, with what the adult has beside it. */
import { BookOpen, FileText } from 'lucide-react';
import { Link } from 'react-router';
import type { TextDraft } from './text-draft.js';

/** The text as it is handed to a child, with what the adult has beside it. */
export function AsRead({ draft }: { draft: TextDraft }) {
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_21rem]">
      <article aria-label="As a child sees it" className="sheet px-8 py-6">
        <p className="mb-4 font-child text-2xl font-bold">{draft.title}</p>
        <div className="max-w-2xl font-child text-[1.45rem] leading-[1.8] whitespace-pre-line">{draft.text}</div>
      </article>
      <aside aria-label="For the adult">
        <p className="mb-5 flex flex-wrap gap-3">
          <Link className="btn btn-main" to={`/check/reading?text=${draft.id}`}>
            <BookOpen size={16} aria-hidden /> Read it with a child
          </Link>
          <Link className="btn" to={`/reading/print?text=${draft.id}`}>
            <FileText size={16} aria-hidden /> Print it
          </Link>
        </p>
        {draft.measured && (
          <p className="mb-4 border-l-4 border-rule pl-3 text-sm text-ink-2">
            For timing: texts of band {draft.measured} are alike in length and difficulty, so their minutes can be compared.
          </p>
        )}
        {draft.explain.length > 0 && (
          <section aria-label="Explain first" className="mb-5">
            <h3 className="mb-1 text-lg">Explain first</h3>
            <dl>
              {draft.explain.map((e) => (
                <div key={e.word} className="mb-1">
                  <dt className="inline font-child text-lg">{e.word}</dt>
                  <dd className="inline text-ink-2">: {e.meaning}</dd>
                </div>
              ))}
            </dl>
          </section>
        )}
        {draft.questions.length > 0 && (
          <section aria-label="Questions">
            <h3 className="mb-1 text-lg">Ask afterwards</h3>
            <ol className="list-decimal pl-5">
              {draft.questions.map((q) => (
                <li key={q.ask} className="mb-2.5">
                  {q.ask}
                  <span className="block text-sm text-ink-2">
                    {q.answer}
                    {q.place && !q.answer.includes(q.place) && (
                      <>
                        {' '}
                        <span className="whitespace-nowrap">(“{q.place}”)</span>
                      </>
                    )}
                  </span>
                </li>
              ))}
            </ol>
          </section>
        )}
      </aside>
    </div>
  );
}
