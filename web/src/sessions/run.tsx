/** Running a session: one part at a time, big; marks where they matter; who is there; what happened. Kept on the device as it goes. */
import { useOpen } from '../shell/open.js';
import { ArrowLeft, Check, ChevronLeft, ChevronRight, Eye, EyeOff, Shuffle } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import type { Session } from '@sapling/contract';
import { partKind } from '@sapling/core/planning';
import { refresh, useData } from '../api/data.js';
import { post, useOutbox } from '../outbox/outbox.js';
import { forget, keep, kept } from '../outbox/store.js';
import { useMe } from '../shell/me.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { dayWords } from '../ui/dates.js';
import { call, sentenceOf } from '../api/client.js';
import { showsMarks, type Part } from './part-view.js';
import { aboutOf, draftOf, EMPTY_RUN, itemsOf, leftOf, markKey, nextMark, recordsOf, type RunDraft } from './run-draft.js';
import { answerOf, modelOf } from './adult-help.js';
import { RunItemView } from './run-items.js';
import { RunLog } from './run-log.js';
import { clock, pressedAt, todayDay } from '../clock.js';
import { planWords } from '../wording/plan-words.js';

const clockOf = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
/** Milliseconds within which one press too many ends nothing. */
const GUARD_MS = 700;
const toggle = (list: readonly string[], value: string): string[] =>
  list.includes(value) ? list.filter((x) => x !== value) : [...list, value];

export function Component() {
  const { id } = useParams();
  const { data: session, error } = useData('session', { params: { id: id! } });
  if (!session)
    return (
      <Page title="Session">
        <Pending error={error} what="this session" />
      </Page>
    );
  return <OnItsDay key={session.id} session={session} />;
}

/** A session is run on another day than it was planned for only knowingly; it moves to today with its log. */
function OnItsDay({ session }: { session: Session }) {
  const [anyway, setAnyway] = useState(false);
  const [busy, setBusy] = useState(false);
  const today = todayDay();
  if (anyway || session.log || session.on === today) return <Runner session={session} />;
  const past = session.on < today;
  const move = async (): Promise<void> => {
    setBusy(true);
    try {
      await call('runToday', { params: { id: session.id }, body: { version: session.version } });
      await refresh('sessions');
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
    setBusy(false);
    setAnyway(true);
  };
  return (
    <Page title={session.groupName} lead={`Planned for ${dayWords(session.on)}.`}>
      <Empty
        title={past ? 'This session was planned for another day and has no log' : 'This session is planned for a later day'}
        action={
          <span className="flex flex-wrap justify-center gap-3">
            <button className="btn btn-main" disabled={busy} onClick={() => void move()}>
              Run it today
            </button>
            {past && (
              <button className="btn" onClick={() => setAnyway(true)}>
                Log it for {dayWords(session.on)}
              </button>
            )}
            <Link className="btn btn-quiet" to={`/sessions/${session.id}`}>
              Leave it
            </Link>
          </span>
        }
      >
        {past ? 'Run today it moves to today, with its log.' : 'Run now it moves to today, with its log, and is no longer on its day.'}
      </Empty>
    </Page>
  );
}

/** The draft, kept on the device with every change. */
function useRunDraft(session: Session) {
  const [draft, setDraft] = useState<RunDraft | null>(null);
  const key = `run:${session.id}`;
  const first = useRef(session);
  useEffect(() => {
    void kept<Partial<RunDraft>>(key).then((old) => setDraft(old ? { ...EMPTY_RUN, ...old } : draftOf(first.current)));
  }, [key]);
  const change = useCallback(
    (part: Partial<RunDraft>): void =>
      setDraft((now) => {
        const next = { ...now!, ...part };
        void keep(key, next);
        return next;
      }),
    [key],
  );
  const at = draft?.at ?? 0;
  const running = draft !== null && at < session.plan.parts.length;
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(
      () =>
        setDraft((now) => {
          const spent = Array.from({ length: Math.max(now!.spent.length, now!.at + 1) }, (_, k) => now!.spent[k] ?? 0);
          spent[now!.at]! += 1;
          const next = { ...now!, spent };
          if (spent[now!.at]! % 15 === 0) void keep(key, next);
          return next;
        }),
      1000,
    );
    return () => clearInterval(timer);
  }, [running, at, key]);
  return { draft, change, key };
}

function Runner({ session }: { session: Session }) {
  const me = useMe();
  const go = useNavigate();
  const outbox = useOutbox();
  const { draft, change, key } = useRunDraft(session);
  const [marks, setMarks] = useState(true);
  const [hidden, setHidden] = useState(false);
  const [slip, setSlip] = useState(false);
  /** Parts that are looked at otherwise than their kind is. */
  const [other, setOther] = useState<ReadonlySet<string>>(new Set());
  const { parts } = session.plan;
  const part = draft ? parts[draft.at] : undefined;
  const oneByOne = part !== undefined && itemsOf(part).length > 0 && Boolean(partKind(part.kind).shownWhole) === other.has(part.id);
  const items = part && oneByOne ? itemsOf(part, draft!.shuffles[part.id]) : [];
  const itemAt = part ? Math.min(draft!.items[part.id] ?? 0, Math.max(0, items.length - 1)) : 0;
  const item = items[itemAt];
  const present = session.members.filter((m) => !draft?.away.includes(m.id));
  const several = useMemo(() => severalSounds(parts), [parts]);
  const right = part && item ? answerOf(part, item) : null;
  const model = part && item ? modelOf(part, item) : null;

  const onPart = useCallback((at: number): void => (setHidden(false), change({ at })), [change]);
  const doneAndOn = (): void => {
    const { [part!.id]: _gone, ...left } = draft!.left;
    setHidden(false);
    change({ done: draft!.done.includes(part!.id) ? draft!.done : [...draft!.done, part!.id], left, at: draft!.at + 1 });
  };
  const leaveRest = (): void => {
    setHidden(false);
    // what was shown was done; what was not is carried over
    const from = oneByOne && itemAt > 0 ? itemAt + 1 : 0;
    const words = leftOf(part!, from, draft!.shuffles[part!.id]);
    change({
      at: draft!.at + 1,
      done: draft!.done.filter((d) => d !== part!.id),
      left: from > 0 && words.length > 0 ? { ...draft!.left, [part!.id]: words } : draft!.left,
    });
  };
  /** When the last item of this part came up: a press a moment after was meant for the one before. */
  const lastCame = useRef(0);
  const openPart = draft?.at;
  useEffect(() => {
    lastCame.current = clock.ms();
  }, [openPart]);
  const step = (by: 1 | -1, at?: number): void => {
    if (!part) return;
    if (by === 1 && itemAt >= items.length - 1) {
      if (at !== undefined && at - lastCame.current < GUARD_MS) return;
      return doneAndOn();
    }
    if (by === 1 && itemAt + 1 >= items.length - 1 && at !== undefined) lastCame.current = at;
    if (by === -1 && itemAt === 0) return onPart(Math.max(0, draft!.at - 1));
    change({ items: { ...draft!.items, [part.id]: itemAt + by } });
  };
  const markable = part !== undefined && item !== undefined && aboutOf(part, item.key) !== null;
  const mark = (child: string): void => {
    if (!part || !item || !markable) return;
    const at = markKey(part.id, item.key, child);
    const { [at]: old, ...rest } = draft!.marks;
    const next = nextMark(old);
    change({ marks: next ? { ...rest, [at]: next } : rest });
  };
  const shuffle = (): void =>
    part &&
    change({ shuffles: { ...draft!.shuffles, [part.id]: Math.floor(Math.random() * 2 ** 31) }, items: { ...draft!.items, [part.id]: 0 } });
  const lookOtherwise = (): void => {
    if (part) setOther((now) => new Set(toggle([...now], part.id)));
  };
  const { opened } = useOpen();
  const onKey = useRef<(event: KeyboardEvent) => void>(() => undefined);
  onKey.current = (event) => {
    if (!part || !draft || opened || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.target instanceof HTMLElement && event.target.closest('input, textarea, select, a')) return;
    const onButton = event.target instanceof HTMLElement && event.target.closest('button') !== null;
    const act: Record<string, () => void> = {
      ArrowRight: () => step(1, event.repeat ? lastCame.current : pressedAt(event)),
      ArrowLeft: () => step(-1),
      ...(onButton
        ? {}
        : {
            ' ': () => step(1, event.repeat ? lastCame.current : pressedAt(event)),
            // Enter goes on like the space bar: what ends a part is its button, or going on after its last item
            Enter: () => step(1, event.repeat ? lastCame.current : pressedAt(event)),
          }),
      s: shuffle,
      m: () => setMarks(!marks),
      h: () => setHidden(!hidden),
      a: lookOtherwise,
      e: () => setSlip(!slip),
    };
    const child = /^[1-9]$/.test(event.key) ? present[Number(event.key) - 1] : undefined;
    const todo = child ? () => mark(child.id) : act[event.key];
    if (!todo) return;
    event.preventDefault();
    todo();
  };
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => onKey.current(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);

  if (!draft) return null;
  const finish = async (): Promise<void> => {
    try {
      await post(me.colleague.id, recordsOf(session, draft, me.colleague.id, clock.now(), uuidv7));
    } catch {
      toast.error('This device has no room left, so the log is not kept yet. What you typed stays on this page.');
      return;
    }
    await forget(key);
    toast.success(
      outbox.reach === 'offline' ? 'Logged on this device. It is sent when the network is back.' : 'Logged. Your colleagues can see it.',
    );
    await go('/');
    setTimeout(() => void refresh('sessions', 'children'), 400);
  };
  const spent = draft.spent[draft.at] ?? 0;
  const names = new Map(session.members.map((m) => [m.id, m.name.split(' ')[0]!]));
  return (
    <div className="grid min-h-dvh grid-rows-[auto_1fr]">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-2 bg-pine px-6 py-3 text-white">
        <Link to={`/sessions/${session.id}`} className="flex items-center gap-1.5 underline-offset-4 hover:underline">
          <ArrowLeft size={16} aria-hidden /> Leave
        </Link>
        <title>{`${session.groupName}, running · Keen Sapling`}</title>
        <h1 className="text-xl">{session.groupName}</h1>
        <fieldset className="flex flex-wrap items-center gap-1.5">
          <legend className="sr-only">Who is there</legend>
          {session.members.map((m) => {
            const away = draft.away.includes(m.id);
            return (
              <button
                key={m.id}
                aria-pressed={!away}
                aria-label={`${names.get(m.id)}, ${away ? 'away' : 'there'}`}
                onClick={() => change({ away: toggle(draft.away, m.id) })}
                className={`rounded-s border px-2.5 py-1 text-sm font-semibold ${away ? 'border-dashed border-[#8fa8a6] text-[#c5d3cc] line-through' : 'border-white bg-pine-2'}`}
                title={away ? 'away' : 'there'}
              >
                {names.get(m.id)}
              </button>
            );
          })}
        </fieldset>
        <span className="ml-auto text-sm" role="status">
          {outbox.reach === 'offline' ? 'Offline: kept on this device' : ''}
        </span>
      </header>
      <div className="grid lg:grid-cols-[14rem_1fr]">
        <PartList parts={parts} at={draft.at} done={draft.done} left={draft.left} onPart={onPart} />
        {part ? (
          <main className="flex flex-col px-4 py-4 sm:px-8 sm:py-5">
            <div className="mb-1 flex items-baseline gap-4">
              <h2 className="text-2xl">{planWords(part.title)}</h2>
              <p className={`ml-auto text-xl ${spent > part.minutes * 60 ? 'font-semibold text-wobbly' : 'text-ink-2'}`}>
                {clockOf(spent)} <span className="text-base">of {part.minutes} min</span>
              </p>
            </div>
            <p className="mb-4 max-w-2xl text-ink-2">{planWords(part.how)}</p>
            <div className="flex-1">
              <RunItemView
                part={part}
                item={item}
                focus={session.plan.focus}
                names={names}
                marks={marks}
                hidden={hidden}
                several={several}
              />
            </div>
            {item && (
              <div className="mt-3 flex flex-wrap items-center gap-2">
                <button className="btn min-h-11" onClick={() => step(-1)} aria-label="Back">
                  <ChevronLeft size={18} aria-hidden />
                </button>
                <p className="min-w-16 text-center text-ink-2" role="status">
                  {itemAt + 1} of {items.length}
                </p>
                <button className="btn min-h-11" onClick={() => step(1)} aria-label="Next">
                  <ChevronRight size={18} aria-hidden />
                </button>
                {right && (
                  <p className="max-w-md text-sm text-ink-2">
                    <span className="sr-only">For you: </span>
                    {right}
                  </p>
                )}
                {markable && (
                  <fieldset className="ml-6 flex flex-wrap gap-1.5">
                    <legend className="sr-only">Marks for one child</legend>
                    {present.map((m, k) => {
                      const made = draft.marks[markKey(part.id, item.key, m.id)];
                      const theirs = item.word !== undefined && part.words[item.word]!.for === m.id;
                      return (
                        <button
                          key={m.id}
                          onClick={() => mark(m.id)}
                          aria-label={`${names.get(m.id)}: ${made ?? 'no mark'}`}
                          className={`min-h-11 rounded-m border px-3 text-left ${made === 'slipped' ? 'border-gap bg-gap-wash' : made === 'right alone' ? 'border-leaf bg-leaf-wash' : 'border-rule bg-sheet'}`}
                        >
                          {k < 9 && <kbd className="mr-1.5">{k + 1}</kbd>}
                          {names.get(m.id)}
                          {made ? (
                            <span className="block text-sm">{made}</span>
                          ) : (
                            theirs && <span className="block text-sm text-leaf">their word</span>
                          )}
                        </button>
                      );
                    })}
                  </fieldset>
                )}
              </div>
            )}
            <div className="mt-5 flex flex-wrap items-center gap-3 border-t border-rule pt-4">
              <button className="btn btn-main min-h-12 px-6 text-lg" onClick={doneAndOn}>
                Done, next
              </button>
              <button className="btn min-h-12" onClick={leaveRest}>
                {oneByOne && itemAt > 0 ? 'Leave the rest for next time' : 'Leave it out'}
              </button>
              <span className="ml-auto flex flex-wrap items-center gap-2">
                {itemsOf(part).length > 1 && (
                  <button className="btn btn-small" onClick={lookOtherwise}>
                    {oneByOne ? 'All at once' : 'One at a time'} <kbd>A</kbd>
                  </button>
                )}
                {item && (
                  <button className="btn btn-small" onClick={shuffle}>
                    <Shuffle size={14} aria-hidden /> Shuffle <kbd>S</kbd>
                  </button>
                )}
                <button className="btn btn-small" aria-pressed={hidden} onClick={() => setHidden(!hidden)}>
                  {hidden ? <Eye size={14} aria-hidden /> : <EyeOff size={14} aria-hidden />} {hidden ? 'Show' : 'Hide'} <kbd>H</kbd>
                </button>
                {showsMarks(part) && (
                  <button className="btn btn-small" aria-pressed={marks} onClick={() => setMarks(!marks)}>
                    {marks ? 'Without marks' : 'With marks'} <kbd>M</kbd>
                  </button>
                )}
              </span>
            </div>
            <div className="mt-3 flex flex-wrap items-start gap-x-4 gap-y-2 text-sm">
              {(model !== null || session.plan.atError) && (
                <button className="btn min-h-11" aria-pressed={slip} onClick={() => setSlip(!slip)}>
                  At a slip <kbd>E</kbd>
                </button>
              )}
              {slip && (
                <div className="max-w-2xl flex-1 rounded-m border-l-4 border-pine bg-leaf-wash px-3 py-2" role="status">
                  {model && <p className="text-base">{model}</p>}
                  {session.plan.atError && <p className="text-ink-2">{planWords(session.plan.atError)}</p>}
                </div>
              )}
            </div>
          </main>
        ) : (
          <RunLog session={session} draft={draft} onChange={change} onFinish={() => void finish()} />
        )}
      </div>
    </div>
  );
}

/** Graphemes that the parts of this session use for more than one sound. */
function severalSounds(parts: readonly Part[]): Set<string> {
  const sounds = new Map<string, Set<string>>();
  for (const gpc of parts.flatMap((p) => [...p.gpcs, ...p.words.flatMap((w) => w.units.map((u) => `${u.grapheme}:${u.sound}`))])) {
    const grapheme = gpc.slice(0, gpc.indexOf(':'));
    sounds.set(grapheme, (sounds.get(grapheme) ?? new Set()).add(gpc));
  }
  return new Set([...sounds].filter(([, all]) => all.size > 1).map(([grapheme]) => grapheme));
}

function PartList({
  parts,
  at,
  done,
  left,
  onPart,
}: {
  parts: readonly Part[];
  at: number;
  done: readonly string[];
  left: RunDraft['left'];
  onPart: (at: number) => void;
}) {
  const look = (current: boolean): string =>
    `flex w-full items-center gap-3 border-l-4 px-4 py-2 text-left max-lg:border-b-4 max-lg:border-l-0 max-lg:whitespace-nowrap ${current ? 'border-pine bg-paper font-semibold' : 'border-transparent'}`;
  return (
    <nav aria-label="Parts" className="border-r border-rule bg-sheet max-lg:overflow-x-auto lg:py-3">
      <ol className="max-lg:flex">
        {parts.map((p, k) => (
          <li key={p.id}>
            <button onClick={() => onPart(k)} aria-current={k === at ? 'step' : undefined} className={look(k === at)}>
              <span
                className={`grid size-6 shrink-0 place-items-center rounded-full border ${done.includes(p.id) ? 'border-leaf bg-leaf text-white' : left[p.id] ? 'border-dashed border-ink' : 'border-rule'}`}
              >
                {done.includes(p.id) && <Check size={14} aria-label="done" />}
              </span>
              <span className="flex-1">{planWords(p.title)}</span>
              <span className="text-sm whitespace-nowrap text-ink-2">{p.minutes} min</span>
            </button>
          </li>
        ))}
        <li>
          <button
            onClick={() => onPart(parts.length)}
            aria-current={at >= parts.length ? 'step' : undefined}
            className={look(at >= parts.length)}
          >
            <span className="size-6" /> What happened
          </button>
        </li>
      </ol>
    </nav>
  );
}
