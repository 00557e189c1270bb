/** Styles of a session: the three that ship and the school's own, each a row of parts with minutes that can be changed. */
import type { StyleRow } from '@sapling/contract';
import { isCoreError } from '@sapling/core';
import { Copy } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { TextField, Trouble } from '../ui/form.js';
import { Pending } from '../ui/page.js';
import { planWords } from '../wording/plan-words.js';
import { useUnsaved } from '../shell/unsaved.js';
import { say } from '../wording/say.js';
import { NumberField } from '../ui/number-field.js';
import { draftOfStyle, writtenStyle, type StyleDraft } from './style-draft.js';
import { StyleParts } from './style-parts.js';

/** Why a style was not kept, in a sentence. */
function whyNotKept(problem: unknown): string {
  if (isCoreError(problem)) return problem.message;
  if (problem instanceof Problem && problem.code === 'newer-version')
    return 'A colleague saved this style meanwhile. Your changes are still here: copy them to a style of their own, or choose the style at the left to see theirs.';
  return sentenceOf(problem);
}

async function putBack(gone: StyleDraft): Promise<void> {
  try {
    await call('saveStyle', { params: { id: gone.id }, body: { ...writtenStyle(gone), version: gone.version! + 1 } });
    await refresh('library');
  } catch (problem) {
    toast.error(sentenceOf(problem));
  }
}

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function Component() {
  const { data: styles, error } = useData('styles');
  const { data: settings } = useData('settings');
  const may = useMay('shape library');
  const lead = useMay('manage team');
  const [chosen, setChosen] = useState<string | null>(null);
  /** What is being changed; null while a style is only looked at. */
  const [changing, setDraft] = useState<StyleDraft | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  useUnsaved(changing !== null, say(`the style “${changing?.name ?? ''}”`));
  const stored = styles?.find((s) => s.id === chosen) ?? styles?.[0];
  if (!styles || !settings) return <Pending error={error} what="the styles" />;
  if (!stored) return null;
  const draft = changing ?? draftOfStyle(stored);
  const own = draft.version !== null;
  const choose = (id: string | null): void => {
    setTrouble(null);
    setChosen(id);
    setDraft(null);
  };
  /** Another one is looked at: what was changed in the last and not kept can be taken up again. */
  const lookAt = (id: string): void => {
    choose(id);
    if (changing)
      toast(`What you changed in “${changing.name}” was not kept.`, {
        action: {
          label: 'Go on with it',
          onClick: () => {
            setChosen(changing.id);
            setDraft(changing);
          },
        },
      });
  };
  const copy = (): void => {
    const id = uuidv7();
    setDraft({ ...draft, id, name: `${draft.name}, ours`, version: 0 });
    setChosen(id);
  };
  const save = async (): Promise<void> => {
    setTrouble(null);
    try {
      const saved = await call('saveStyle', {
        params: { id: draft.id },
        body: { ...writtenStyle(draft), version: draft.version ?? 0 },
      });
      await refresh('library');
      choose(saved.id);
      toast.success('Kept. New sessions can be made in it.');
    } catch (problem) {
      if (problem instanceof Problem && problem.code === 'newer-version') await refresh('library');
      setTrouble(whyNotKept(problem));
    }
  };
  const remove = async (): Promise<void> => {
    try {
      await call('removeStyle', { params: { id: draft.id }, query: { version: draft.version! } });
      choose(null);
      await refresh('library');
      toast(`“${draft.name}” taken out.`, { action: { label: 'Undo', onClick: () => void putBack(draft) } });
    } catch (problem) {
      setTrouble(sentenceOf(problem));
    }
  };
  const takeAsOurs = async (): Promise<void> => {
    try {
      await call('saveSettings', { body: { ...settings, sessionStyle: draft.id } });
      await refresh('settings');
      toast.success(`New sessions begin in “${draft.name}”.`);
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
  };
  const change = (part: Partial<StyleDraft>): void => setDraft({ ...draft, ...part });
  const total = draft.parts.reduce((sum, p) => sum + p.minutes, 0);
  const listed = draft.version === 0 && !styles.some((s) => s.id === draft.id) ? [...styles, { ...draft, by: null }] : styles;
  return (
    <div className="grid gap-8 lg:grid-cols-[15rem_1fr]">
      <StyleList styles={listed} draft={draft} ours={settings.sessionStyle} onChoose={lookAt} />
      <section aria-label={draft.name}>
        <Trouble>{trouble}</Trouble>
        <div className="mb-4 flex flex-wrap items-end gap-3">
          {own ? (
            <TextField label="Name" value={draft.name} maxLength={80} onChange={(e) => change({ name: e.target.value })} />
          ) : (
            <h2 className="text-2xl">{draft.name}</h2>
          )}
          <p className="mr-auto pb-1 text-ink-2">
            {draft.parts.length} parts, {total} minutes. Another length shares them alike; what gets too short is left out.
          </p>
          {may && own && (
            <button className="btn btn-main" disabled={changing === null} onClick={() => void save()}>
              Keep
            </button>
          )}
          {may && draft.version === 0 && <Quiet onPress={() => choose(styles[0]!.id)}>Leave it</Quiet>}
          {may && own && draft.version !== 0 && <Quiet onPress={() => void remove()}>Take it out</Quiet>}
          {may && draft.version !== 0 && (
            <button className="btn" onClick={copy}>
              <Copy size={15} aria-hidden /> Copy it
            </button>
          )}
          {lead && draft.version !== 0 && settings.sessionStyle !== draft.id && (
            <button className="btn" onClick={() => void takeAsOurs()}>
              Begin new sessions in it
            </button>
          )}
        </div>
        <StyleParts parts={draft.parts} own={own} onChange={(parts) => change({ parts })} />
        <StyleRules draft={draft} own={own} onChange={change} />
      </section>
    </div>
  );
}

function Quiet({ onPress, children }: { onPress: () => void; children: ReactNode }) {
  return (
    <button className="btn btn-quiet" onClick={onPress}>
      {children}
    </button>
  );
}

interface ListProps {
  styles: readonly StyleRow[];
  draft: StyleDraft;
  /** The style in which new sessions begin. */
  ours: string;
  onChoose: (id: string) => void;
}
function StyleList({ styles, draft, ours, onChoose }: ListProps) {
  return (
    <ul aria-label="Styles" className="content-start">
      {styles.map((s) => (
        <li key={s.id}>
          <button
            onClick={() => (s.version === 0 ? undefined : onChoose(s.id))}
            aria-current={s.id === draft.id ? 'true' : undefined}
            className={`w-full border-l-4 px-3 py-2 text-left ${s.id === draft.id ? 'border-pine bg-sheet font-semibold' : 'border-transparent hover:border-rule'}`}
          >
            {s.id === draft.id ? draft.name || 'no name yet' : s.name}
            <span className="block text-sm font-normal text-ink-2">
              {s.version === null ? 'ships with the tool' : s.version === 0 ? 'not kept yet' : `your school’s, ${s.by}`}
              {s.id === ours && '; new sessions begin in it'}
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** What holds for the whole session: old cards to new ones, what is said at an error, whether all answer together. */
function StyleRules({ draft, own, onChange }: { draft: StyleDraft; own: boolean; onChange: (part: Partial<StyleDraft>) => void }) {
  return (
    <div className="mt-6 grid max-w-3xl gap-4 md:grid-cols-[14rem_1fr]">
      <label>
        <span className="mb-1 block font-semibold">Old cards to each new one</span>
        {own ? (
          <NumberField least={1} most={20} className="field !w-20" value={draft.oldToNew} onNumber={(oldToNew) => onChange({ oldToNew })} />
        ) : (
          <span>{draft.oldToNew}</span>
        )}
      </label>
      <label>
        <span className="mb-1 block font-semibold">What to say at an error</span>
        {own ? (
          <textarea
            className="field"
            rows={3}
            maxLength={400}
            value={draft.atError}
            onChange={(e) => onChange({ atError: e.target.value })}
          />
        ) : (
          <span>{planWords(draft.atError)}</span>
        )}
      </label>
      <label className="flex items-start gap-2 md:col-span-2">
        <input
          type="checkbox"
          className="mt-1 size-4"
          disabled={!own}
          checked={draft.together ?? false}
          onChange={(e) => onChange({ together: e.target.checked })}
        />
        <span>All answer together: words are for everyone, and a child’s own come after them, called by name.</span>
      </label>
    </div>
  );
}
