/** Notes on a child or a group: read, and left; `@Name` tells a colleague. */
import { useState } from 'react';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { timeWords } from '../ui/dates.js';
import { useUnsaved } from '../shell/unsaved.js';
import { say } from '../wording/say.js';

export function Remarks({ about, subject, name }: { about: 'child' | 'group'; subject: string; name: string }) {
  const { data: list, error } = useData('remarks', { query: { subject } });
  const { data: team } = useData('team');
  const [text, setText] = useState('');
  const [busy, setBusy] = useState(false);
  useUnsaved(text.trim() !== '', say(`a note on ${name}`));
  const who = (id: string): string => team?.find((c) => c.id === id)?.name ?? 'a colleague';
  /** What is being typed after the last @, where it could become a name. */
  const calling = /@([\p{L}]*)$/u.exec(text)?.[1]?.toLowerCase();
  const offered = calling === undefined ? [] : (team ?? []).filter((c) => c.active && c.name.toLowerCase().startsWith(calling)).slice(0, 5);
  const leave = async (): Promise<void> => {
    setBusy(true);
    try {
      const { notTold } = await call('addRemark', { body: { id: uuidv7(), about, subject, text: text.trim() } });
      // what was typed meanwhile is another note
      setText((now) => (now === text ? '' : now));
      await refresh('remarks');
      toast(notTold.length > 0 ? `Note left. ${notTold.join(' and ')} cannot see ${name}, so they are not told.` : 'Note left.');
    } catch (error) {
      toast.error(`${sentenceOf(error)} What you typed is still here.`);
    }
    setBusy(false);
  };
  return (
    <section aria-label={`Notes on ${name}`} className="no-print max-w-3xl">
      <h2 className="mb-2 text-lg">Notes</h2>
      <ul className="mb-3 grid gap-2">
        {(list ?? []).map((remark) => (
          <li key={remark.id} className="rounded-m border border-rule bg-note p-3">
            <p className="text-sm text-ink-2">
              {who(remark.by)}, {timeWords(remark.at)}
              {remark.mentions.length > 0 && `, for ${remark.mentions.map(who).join(', ')}`}
            </p>
            <p className="whitespace-pre-wrap">{remark.text}</p>
          </li>
        ))}
        {!list && (
          <li role={error ? 'alert' : undefined} className="text-ink-2">
            {error ? sentenceOf(error) : 'Opening…'}
          </li>
        )}
        {list?.length === 0 && <li className="text-ink-2">None yet. Who teaches {name} sees what is left here.</li>}
      </ul>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() && !busy) void leave();
        }}
      >
        <textarea
          className="field"
          rows={2}
          maxLength={4000}
          aria-label={`A note on ${name}`}
          placeholder="What colleagues should know. @ and a name tells somebody."
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        {offered.length > 0 && (
          <ul className="mt-1 flex flex-wrap gap-1.5" aria-label="Tell">
            {offered.map((c) => (
              <li key={c.id}>
                <button type="button" className="btn btn-small" onClick={() => setText(`${text.replace(/@[\p{L}]*$/u, `@${c.name}`)} `)}>
                  {c.name}
                </button>
              </li>
            ))}
          </ul>
        )}
        <button className="btn btn-small mt-1.5" disabled={busy || text.trim() === ''}>
          Leave the note
        </button>
      </form>
    </section>
  );
}
