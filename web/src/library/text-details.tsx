/** What belongs to a text besides its words: title, kind, words to explain, questions; kept for the school, sent out and read as Markdown. */
import type { LibraryText } from '@sapling/contract';
import { TEXT_KINDS, writeTextFile, type TextKind } from '@sapling/core/reading';
import { Download, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { Trouble } from '../ui/form.js';
import { save } from '../ui/save.js';
import { core } from '../workers/core.js';
import { QuestionsAndWords } from './questions-and-words.js';
import type { TextDraft } from './text-draft.js';

/** Keeping a text for the school and taking it out again, with what stood in the way. */
function useKeptText(draft: TextDraft, { onKept, onRemoved }: { onKept: (kept: LibraryText) => void; onRemoved: () => void }) {
  const { data: orders } = useData('orders');
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const own = draft.version !== null;
  const write = async (id: string, version: number): Promise<LibraryText> =>
    call('saveText', {
      params: { id },
      body: {
        title: draft.title.trim() || 'A text of ours',
        kind: draft.kind,
        text: draft.text,
        offered: await core().offersOf(draft.text, orders ?? []),
        explain: draft.explain.filter((e) => e.word.trim() !== ''),
        questions: draft.questions.filter((q) => q.ask.trim() !== ''),
        version,
      },
    });
  const keep = async (): Promise<void> => {
    setTrouble(null);
    setBusy(true);
    try {
      // a text that ships is copied: what was changed becomes a text of the school's own
      const kept = await write(own && draft.id ? draft.id : uuidv7(), own ? draft.version! : 0);
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
    const putBack = (): void =>
      void write(draft.id, draft.version! + 1).then(
        () => refresh('library'),
        (problem: unknown) => toast.error(sentenceOf(problem)),
      );
    try {
      await call('removeText', { params: { id: draft.id }, query: { version: draft.version! } });
      await refresh('library');
      onRemoved();
      toast(`“${draft.title}” is out of the Library. Readings of it stay as they are.`, { action: { label: 'Undo', onClick: putBack } });
    } catch (error) {
      setTrouble(sentenceOf(error));
    }
  };
  return { busy, trouble, keep, remove };
}

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
  const own = draft.version !== null;
  const { busy, trouble, keep, remove } = useKeptText(draft, { onKept, onRemoved });
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
      <QuestionsAndWords draft={draft} onChange={onChange} />
    </section>
  );
}
