/** Styles of a session: the three that ship and the school's own, each a row of parts with minutes that can be changed. */
import type { StyleRow } from '@sapling/contract';
import { isCoreError } from '@sapling/core';
import { checkedStyle, MOST_PARTS, PART_KINDS, PART_WORDS, type PartKind } from '@sapling/core/planning';
import { ArrowDown, ArrowUp, Copy, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { TextField, Trouble } from '../ui/form.js';
import { Pending } from '../ui/page.js';
import { planWords } from '../wording/plan-words.js';

type Draft = Omit<StyleRow, 'by'>;

export function Component() {
  const { data: styles, error } = useData('styles');
  const { data: settings } = useData('settings');
  const may = useMay('shape library');
  const lead = useMay('manage team');
  const [chosen, setChosen] = useState<string | null>(null);
  /** What is being changed; null while a style is only looked at. */
  const [changing, setDraft] = useState<Draft | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const stored = styles?.find((s) => s.id === chosen) ?? styles?.[0];
  if (!styles || !settings) return <Pending error={error} what="the styles" />;
  if (!stored) return null;
  const draft = changing ?? bare(stored);
  const own = draft.version !== null;
  const choose = (id: string): void => {
    setTrouble(null);
    setChosen(id);
    setDraft(null);
  };
  const copy = (): void => {
    const id = uuidv7();
    setDraft({ ...draft, id, name: `${draft.name}, ours`, version: 0 });
    setChosen(id);
  };
  const save = async (): Promise<void> => {
    setTrouble(null);
    try {
      const { name, parts, oldToNew, atError, together = false } = checkedStyle(draft);
      const saved = await call('saveStyle', {
        params: { id: draft.id },
        body: { name, parts: parts.map((p) => ({ ...p })), oldToNew, atError, together, version: draft.version ?? 0 },
      });
      await refresh('library');
      setChosen(saved.id);
      setDraft(null);
      toast.success('Kept. New sessions can be made in it.');
    } catch (problem) {
      if (problem instanceof Problem && problem.code === 'newer-version') await refresh('library');
      setTrouble(
        isCoreError(problem)
          ? problem.message
          : problem instanceof Problem && problem.code === 'newer-version'
            ? 'A colleague saved this style meanwhile. Your changes are still here: copy them to a style of their own, or choose the style at the left to see theirs.'
            : sentenceOf(problem),
      );
    }
  };
  const remove = async (): Promise<void> => {
    try {
      await call('removeStyle', { params: { id: draft.id }, query: { version: draft.version! } });
      const gone = draft;
      setChosen(null);
      setDraft(null);
      await refresh('library');
      toast(`“${gone.name}” taken out.`, {
        action: {
          label: 'Undo',
          onClick: () =>
            void call('saveStyle', {
              params: { id: gone.id },
              body: {
                name: gone.name,
                parts: gone.parts,
                oldToNew: gone.oldToNew,
                atError: gone.atError,
                together: gone.together ?? false,
                version: gone.version! + 1,
              },
            }).then(
              () => refresh('library'),
              (problem: unknown) => toast.error(sentenceOf(problem)),
            ),
        },
      });
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
  const part = (k: number, change: Partial<Draft['parts'][number]>): void =>
    setDraft({ ...draft, parts: draft.parts.map((p, n) => (n === k ? { ...p, ...change } : p)) });
  const move = (k: number, by: 1 | -1): void => {
    const parts = [...draft.parts];
    if (!parts[k + by]) return;
    [parts[k], parts[k + by]] = [parts[k + by]!, parts[k]!];
    setDraft({ ...draft, parts });
  };
  const total = draft.parts.reduce((sum, p) => sum + p.minutes, 0);
  const listed = draft.version === 0 && !styles.some((s) => s.id === draft.id) ? [...styles, { ...draft, by: null }] : styles;
  return (
    <div className="grid gap-8 lg:grid-cols-[15rem_1fr]">
      <ul aria-label="Styles" className="content-start">
        {listed.map((s) => (
          <li key={s.id}>
            <button
              onClick={() => (s.version === 0 ? undefined : choose(s.id))}
              aria-current={s.id === draft.id ? 'true' : undefined}
              className={`w-full border-l-4 px-3 py-2 text-left ${s.id === draft.id ? 'border-pine bg-sheet font-semibold' : 'border-transparent hover:border-rule'}`}
            >
              {s.id === draft.id ? draft.name || 'no name yet' : s.name}
              <span className="block text-sm font-normal text-ink-2">
                {s.version === null ? 'ships with the tool' : s.version === 0 ? 'not kept yet' : `your school’s, ${s.by}`}
                {s.id === settings.sessionStyle && '; new sessions begin in it'}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <section aria-label={draft.name}>
        <Trouble>{trouble}</Trouble>
        <div className="mb-4 flex flex-wrap items-end gap-3">
          {own ? (
            <TextField label="Name" value={draft.name} maxLength={80} onChange={(e) => setDraft({ ...draft, name: e.target.value })} />
          ) : (
            <h2 className="text-2xl">{draft.name}</h2>
          )}
          <p className="mr-auto pb-1 text-ink-2">
            {draft.parts.length} parts, {total} minutes. Another length shares them alike; what gets too short is left out.
          </p>
          {may && own && (
            <>
              <button className="btn btn-main" disabled={changing === null} onClick={() => void save()}>
                Keep
              </button>
              {draft.version === 0 ? (
                <button className="btn btn-quiet" onClick={() => choose(styles[0]!.id)}>
                  Leave it
                </button>
              ) : (
                <button className="btn btn-quiet" onClick={() => void remove()}>
                  Take it out
                </button>
              )}
            </>
          )}
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
        <ol className="ruled">
          {draft.parts.map((p, k) => (
            <li key={`${p.id} ${k}`} className="grid grid-cols-[4.5rem_14rem_1fr_auto] items-start gap-3 py-2.5">
              {own ? (
                <>
                  <label className="text-sm text-ink-2">
                    <input
                      type="number"
                      min={1}
                      max={30}
                      className="field !w-16 font-semibold"
                      value={p.minutes}
                      aria-label={`Minutes for ${p.title}`}
                      onChange={(e) => part(k, { minutes: Math.max(1, Math.min(30, Math.round(Number(e.target.value)) || 1)) })}
                    />
                  </label>
                  <span>
                    <input
                      className="field font-semibold"
                      value={p.title}
                      maxLength={80}
                      aria-label={`Name of part ${k + 1}`}
                      onChange={(e) => part(k, { title: e.target.value })}
                    />
                    {p.title !== PART_WORDS[p.kind].title && <span className="text-sm text-ink-2">{PART_WORDS[p.kind].title}</span>}
                  </span>
                  <textarea
                    className="field text-sm"
                    rows={3}
                    maxLength={400}
                    value={p.how}
                    aria-label={`What is done in ${p.title}`}
                    onChange={(e) => part(k, { how: e.target.value })}
                  />
                  <span className="flex">
                    <IconButton label={`${p.title}: earlier`} onPress={() => move(k, -1)} icon={<ArrowUp size={15} aria-hidden />} />
                    <IconButton label={`${p.title}: later`} onPress={() => move(k, 1)} icon={<ArrowDown size={15} aria-hidden />} />
                    <IconButton
                      label={`Take ${p.title} out`}
                      onPress={() => setDraft({ ...draft, parts: draft.parts.filter((_, n) => n !== k) })}
                      icon={<Trash2 size={15} aria-hidden />}
                    />
                  </span>
                </>
              ) : (
                <>
                  <span className="font-serif text-lg font-semibold">{p.minutes} min</span>
                  <span className="font-semibold">{planWords(p.title)}</span>
                  <span className="text-sm text-ink-2">{planWords(p.how)}</span>
                  <span />
                </>
              )}
            </li>
          ))}
        </ol>
        {own && (
          <label className="mt-3 inline-flex items-center gap-2">
            <Plus size={15} aria-hidden />
            <select
              className="field !w-auto"
              aria-label="Add a part"
              value=""
              disabled={draft.parts.length >= MOST_PARTS}
              onChange={(e) => {
                const kind = e.target.value as PartKind;
                setDraft({ ...draft, parts: [...draft.parts, { id: '', kind, minutes: 3, ...PART_WORDS[kind] }] });
              }}
            >
              <option value="">a part</option>
              {PART_KINDS.map((kind) => (
                <option key={kind} value={kind}>
                  {PART_WORDS[kind].title}
                </option>
              ))}
            </select>
          </label>
        )}
        <div className="mt-6 grid max-w-3xl gap-4 md:grid-cols-[14rem_1fr]">
          <label>
            <span className="mb-1 block font-semibold">Old cards to each new one</span>
            {own ? (
              <input
                type="number"
                min={1}
                max={20}
                className="field !w-20"
                value={draft.oldToNew}
                onChange={(e) => setDraft({ ...draft, oldToNew: Math.max(1, Math.min(20, Math.round(Number(e.target.value)) || 1)) })}
              />
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
                onChange={(e) => setDraft({ ...draft, atError: e.target.value })}
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
              onChange={(e) => setDraft({ ...draft, together: e.target.checked })}
            />
            <span>All answer together: words are for everyone, and a child’s own come after them, called by name.</span>
          </label>
        </div>
      </section>
    </div>
  );
}

function bare({ by: _by, ...style }: StyleRow): Draft {
  return style;
}

function IconButton({ label, onPress, icon }: { label: string; onPress: () => void; icon: React.ReactNode }) {
  return (
    <button className="grid size-8 place-items-center text-ink-2 hover:text-ink" aria-label={label} title={label} onClick={onPress}>
      {icon}
    </button>
  );
}
