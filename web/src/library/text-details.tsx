/** What belongs to a text besides its words: title, kind, words to explain, questions; kept for the school, sent out and read as Markdown. */
import type { LibraryText } from '@sapling/contract';
import { placeOf, TEXT_KINDS, writeTextFile, type TextKind } from '@sapling/core/reading';
import { Download, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { Trouble } from '../ui/form.js';
import { save } from '../ui/save.js';
import { core } from '../workers/core.js';

/** A text being worked on; `version` null for one that ships, 0 for one that is not kept yet. */
export type TextDraft = Omit<LibraryText, 'by' | 'measured'> & Partial<Pick<LibraryText, 'measured'>>;
export const NEW_TEXT: TextDraft = { id: '', title: '', kind: 'story', text: '', offered: [], explain: [], questions: [], version: 0 };

// eslint-disable-next-line max-lines-per-function -- one page read from top to bottom
export function TextDetails({
  draft,
  changed,
  onChange,
  onKept,
  onRemoved,
}: {
  draft: TextDraft;
  changed: boolean;
  onChange: (part: Partial<TextDraft>) => void;
  onKept: (kept: LibraryText) => void;
  onRemoved: () => void;
}) {
  const may = useMay('shape library');
  const { data: orders } = useData('orders');
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const own = draft.version !== null;
  const keep = async (): Promise<void> => {
    setTrouble(null);
    setBusy(true);
    try {
      const offered = await core().offersOf(draft.text, orders ?? []);
      const body = {
        title: draft.title.trim() || 'A text of ours',
        kind: draft.kind,
        text: draft.text,
        offered,
        explain: draft.explain.filter((e) => e.word.trim() !== ''),
        questions: draft.questions.filter((q) => q.ask.trim() !== ''),
        // a text that ships is copied: what was changed becomes a text of the school's own
        version: own ? draft.version! : 0,
      };
      const kept = await call('saveText', { params: { id: own && draft.id ? draft.id : uuidv7() }, body });
      await refresh('library');
      onKept(kept);
      toast(`“${kept.title}” is kept, and can be read by every child it fits.`);
    } catch (error) {
      if (error instanceof Problem && error.code === 'newer-version') {
        const current = error.data.current as LibraryText | undefined;
        setTrouble(
          `${current?.by ?? 'Somebody'} changed this text meanwhile. Yours is still here, in the box above: send it out as a file, or keep it as a new text.`,
        );
      } else setTrouble(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };
  const remove = async (): Promise<void> => {
    if (!confirm(`Take “${draft.title}” out of the Library? Readings of it stay as they are.`)) return;
    try {
      await call('removeText', { params: { id: draft.id }, query: { version: draft.version! } });
      await refresh('library');
      onRemoved();
    } catch (error) {
      setTrouble(sentenceOf(error));
    }
  };
  const question = (k: number, part: Partial<TextDraft['questions'][number]>): void =>
    onChange({ questions: draft.questions.map((q, n) => (n === k ? { ...q, ...part } : q)) });
  return (
    <section aria-label="About the text" className="no-print mt-4 rounded-m border border-rule bg-sheet px-4 py-3">
      <div className="flex flex-wrap items-end gap-3">
        <label className="min-w-40 flex-1">
          <span className="eyebrow">Title</span>
          <input className="field" maxLength={120} value={draft.title} onChange={(e) => onChange({ title: e.target.value })} />
        </label>
        <label className="flex flex-col">
          <span className="eyebrow">Kind</span>
          <select className="field !w-32" value={draft.kind} onChange={(e) => onChange({ kind: e.target.value as TextKind })}>
            {TEXT_KINDS.map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </select>
        </label>
        <button
          className="btn"
          onClick={() =>
            save(`${(draft.title || 'text').replace(/[^\w -]+/g, '').trim() || 'text'}.md`, writeTextFile(draft), 'text/markdown')
          }
          disabled={draft.text.trim() === ''}
        >
          <Download size={16} aria-hidden /> Markdown
        </button>
        {may && (
          <button
            className="btn btn-main"
            disabled={busy || draft.text.trim() === '' || (!changed && own && draft.version !== 0)}
            onClick={() => void keep()}
          >
            {draft.version === 0 ? 'Keep it' : own ? 'Keep the change' : 'Keep as our own'}
          </button>
        )}
        {may && own && draft.version !== 0 && (
          <button className="btn btn-quiet" onClick={() => void remove()} aria-label={`Take ${draft.title} out`}>
            <Trash2 size={16} aria-hidden />
          </button>
        )}
      </div>
      <Trouble>{trouble}</Trouble>
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
          disabled={draft.questions.length >= 20}
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
            defaultValue={draft.explain.map((e) => `${e.word}: ${e.meaning}`).join('\n')}
            key={draft.id}
            onBlur={(event) =>
              onChange({
                explain: event.target.value
                  .split('\n')
                  .filter((l) => l.trim() !== '')
                  .map((l) => {
                    const at = l.indexOf(':');
                    return at < 0 ? { word: l.trim(), meaning: '' } : { word: l.slice(0, at).trim(), meaning: l.slice(at + 1).trim() };
                  }),
              })
            }
          />
        </label>
      </details>
    </section>
  );
}
