/** Running a session: one part at a time, big; who is there; what happened. Kept on the device as it is typed. */
import { ArrowLeft, Check } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { refresh, useData } from '../api/data.js';
import { post, useOutbox } from '../outbox/outbox.js';
import { forget, keep, kept } from '../outbox/store.js';
import { useMe } from '../shell/me.js';
import { Page, Pending } from '../ui/page.js';
import { PartWords } from './parts.js';

interface Draft {
  away: string[];
  done: string[];
  happened: string;
  note: string;
  at: number;
  /** Seconds spent on each part. */
  spent: number[];
}
const EMPTY: Draft = { away: [], done: [], happened: '', note: '', at: 0, spent: [] };
const clock = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

export function Component() {
  const { id } = useParams();
  const me = useMe();
  const go = useNavigate();
  const outbox = useOutbox();
  const { data: session, error } = useData('session', { params: { id: id! } });
  const [draft, setDraft] = useState<Draft | null>(null);
  const [marks, setMarks] = useState(true);
  const key = `run:${id}`;
  const loaded = useRef(false);

  useEffect(() => {
    if (!session || loaded.current) return;
    loaded.current = true;
    void kept<Draft>(key).then((old) => {
      const log = session.log;
      setDraft(
        old ??
          (log
            ? {
                ...EMPTY,
                away: log.attendance.filter((a) => !a.present).map((a) => a.child),
                done: log.done,
                happened: log.happened,
                at: session.plan.parts.length,
              }
            : EMPTY),
      );
    });
  }, [session, key]);
  const change = (part: Partial<Draft>): void =>
    setDraft((now) => {
      const next = { ...now!, ...part };
      void keep(key, next);
      return next;
    });
  const partAt = draft?.at ?? 0;
  const running = draft !== null && session !== undefined && partAt < session.plan.parts.length;
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(
      () =>
        setDraft((now) => {
          const spent = [...now!.spent];
          spent[now!.at] = (spent[now!.at] ?? 0) + 1;
          const next = { ...now!, spent };
          if (spent[now!.at]! % 15 === 0) void keep(key, next);
          return next;
        }),
      1000,
    );
    return () => clearInterval(timer);
  }, [running, partAt, key]);

  if (!session || !draft)
    return (
      <Page title="Session">
        <Pending error={error} what="this session" />
      </Page>
    );
  const { parts } = session.plan;
  const part = parts[draft.at];
  const toggle = (list: readonly string[], value: string): string[] =>
    list.includes(value) ? list.filter((x) => x !== value) : [...list, value];
  const doneAndOn = (): void =>
    change({ done: draft.done.includes(part!.title) ? draft.done : [...draft.done, part!.title], at: draft.at + 1 });
  const finish = async (): Promise<void> => {
    const at = new Date().toISOString();
    const logId = uuidv7();
    const entries = [
      {
        type: 'log' as const,
        id: logId,
        record: {
          id: logId,
          session: session.id,
          by: me.colleague.id,
          at,
          attendance: session.members.map((m) => ({ child: m.id, present: !draft.away.includes(m.id) })),
          done: parts.filter((p) => draft.done.includes(p.title)).map((p) => p.title),
          happened: draft.happened.trim(),
          ...(session.log ? { replaces: session.log.id } : {}),
        },
      },
      ...(draft.note.trim() === ''
        ? []
        : [{ id: uuidv7(), text: draft.note.trim() }].map((n) => ({
            type: 'note' as const,
            id: n.id,
            record: { id: n.id, session: session.id, by: me.colleague.id, at, text: n.text },
          }))),
    ];
    try {
      await post(me.colleague.id, entries);
    } catch {
      toast.error('This device has no room left, so the log is not kept yet. What you typed stays on this page.');
      return;
    }
    await forget(key);
    toast.success(
      outbox.reach === 'offline' ? 'Logged on this device. It is sent when the network is back.' : 'Logged. Your colleagues can see it.',
    );
    await go('/');
    setTimeout(() => void refresh('sessions'), 400);
  };
  const spent = draft.spent[draft.at] ?? 0;
  return (
    <div className="grid min-h-dvh grid-rows-[auto_1fr]">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-2 bg-pine px-6 py-3 text-white">
        <Link to={`/sessions/${session.id}`} className="flex items-center gap-1.5 underline-offset-4 hover:underline">
          <ArrowLeft size={16} aria-hidden /> Leave
        </Link>
        <h1 className="text-xl">{session.groupName}</h1>
        <fieldset className="flex flex-wrap items-center gap-1.5">
          <legend className="sr-only">Who is there</legend>
          {session.members.map((m) => {
            const away = draft.away.includes(m.id);
            return (
              <button
                key={m.id}
                aria-pressed={!away}
                aria-label={`${m.name.split(' ')[0]!}, ${away ? 'away' : 'there'}`}
                onClick={() => change({ away: toggle(draft.away, m.id) })}
                className={`rounded-s border px-2.5 py-1 text-sm font-semibold ${away ? 'border-dashed border-[#8fa8a6] text-[#c5d3cc] line-through' : 'border-white bg-pine-2'}`}
                title={away ? 'away' : 'there'}
              >
                {m.name.split(' ')[0]}
              </button>
            );
          })}
        </fieldset>
        <span className="ml-auto text-sm" role="status">
          {outbox.reach === 'offline' ? 'Offline: kept on this device' : ''}
        </span>
      </header>
      <div className="grid lg:grid-cols-[15rem_1fr]">
        <nav aria-label="Parts" className="border-r border-rule bg-sheet py-3">
          <ol>
            {parts.map((p, k) => (
              <li key={p.title}>
                <button
                  onClick={() => change({ at: k })}
                  aria-current={k === draft.at ? 'step' : undefined}
                  className={`flex w-full items-center gap-3 border-l-4 px-4 py-2.5 text-left ${k === draft.at ? 'border-pine bg-paper font-semibold' : 'border-transparent'}`}
                >
                  <span
                    className={`grid size-6 place-items-center rounded-full border ${draft.done.includes(p.title) ? 'border-leaf bg-leaf text-white' : 'border-rule'}`}
                  >
                    {draft.done.includes(p.title) && <Check size={14} aria-label="done" />}
                  </span>
                  <span className="flex-1">{p.title}</span>
                  <span className="text-sm text-ink-2">{p.minutes} min</span>
                </button>
              </li>
            ))}
            <li>
              <button
                onClick={() => change({ at: parts.length })}
                aria-current={!part ? 'step' : undefined}
                className={`flex w-full items-center gap-3 border-l-4 px-4 py-2.5 text-left ${!part ? 'border-pine bg-paper font-semibold' : 'border-transparent'}`}
              >
                <span className="size-6" /> What happened
              </button>
            </li>
          </ol>
        </nav>
        {part ? (
          <main className="flex flex-col px-10 py-6">
            <div className="mb-1 flex items-baseline gap-4">
              <h2 className="text-2xl">{part.title}</h2>
              <p className={`ml-auto text-xl ${spent > part.minutes * 60 ? 'font-semibold text-wobbly' : 'text-ink-2'}`}>
                {clock(spent)} <span className="text-base">of {part.minutes} min</span>
              </p>
            </div>
            <p className="mb-6 max-w-2xl text-ink-2">{part.how}</p>
            <div className="flex-1">
              <PartWords part={part} focus={session.plan.focus} size="text-[2.6rem]" marks={marks} />
            </div>
            <div className="mt-8 flex items-center gap-4">
              <button className="btn btn-main min-h-12 px-6 text-lg" onClick={doneAndOn}>
                Done, next
              </button>
              <button
                className="btn min-h-12"
                onClick={() => change({ at: draft.at + 1, done: draft.done.filter((d) => d !== part.title) })}
              >
                Leave it out
              </button>
              {part.words.length > 0 && part.kind !== 'spell' && (
                <label className="ml-auto flex items-center gap-2 text-ink-2">
                  <input type="checkbox" className="size-4" checked={marks} onChange={(event) => setMarks(event.target.checked)} /> marks
                  under graphemes
                </label>
              )}
            </div>
          </main>
        ) : (
          <main className="max-w-3xl px-10 py-6">
            <h2 className="mb-1 text-2xl">What happened</h2>
            <p className="mb-5 text-ink-2">
              {session.members.length - draft.away.length} of {session.members.length} there, {draft.done.length} of {parts.length} parts
              done. Change both above and at the left.
            </p>
            <label className="mb-1 block font-semibold" htmlFor="happened">
              For the record
            </label>
            <textarea
              id="happened"
              className="field"
              rows={4}
              maxLength={4000}
              value={draft.happened}
              onChange={(event) => change({ happened: event.target.value })}
              placeholder="What went well, what did not, what was left"
            />
            <label className="mt-4 mb-1 block font-semibold" htmlFor="note">
              A note to whoever plans this group
            </label>
            <textarea
              id="note"
              className="field !bg-note"
              rows={2}
              maxLength={4000}
              value={draft.note}
              onChange={(event) => change({ note: event.target.value })}
              placeholder="Can stay empty"
            />
            <button className="btn btn-main mt-5 min-h-12 px-6 text-lg" onClick={() => void finish()}>
              {session.log ? 'Keep the changed log' : 'Log this session'}
            </button>
          </main>
        )}
      </div>
    </div>
  );
}
