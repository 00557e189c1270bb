/** Running a session: one part at a time, big; marks where they matter; who is there; what happened. Kept on the device as it goes. */
import { ArrowLeft } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import type { Session } from '@sapling/contract';
import { refresh, useData } from '../api/data.js';
import { post, useOutbox } from '../outbox/outbox.js';
import { forget } from '../outbox/store.js';
import { useMe } from '../shell/me.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { dayInside, onDay } from '../ui/dates.js';
import { call, sentenceOf } from '../api/client.js';
import { PartList } from './part-list.js';
import { recordsOf, type RunDraft } from './run-draft.js';
import { RunLog } from './run-log.js';
import { RunPart } from './run-part.js';
import type { RunAction } from './run-reducer.js';
import { runKey, useRun } from './use-run.js';
import { clock, todayDay } from '../clock.js';
import { useGoOn } from '../shell/go-on.js';
import { useAwake } from '../ui/use-awake.js';

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
      // the child is there: it is run all the same
      toast.error(`${sentenceOf(problem)} It was not moved: what you log stands ${onDay(session.on)}.`, { duration: 20_000 });
    }
    setBusy(false);
    setAnyway(true);
  };
  return (
    <Page title={session.groupName} lead={`Planned for ${dayInside(session.on)}.`}>
      <Empty
        title={past ? 'This session was planned for another day and has no log' : 'This session is planned for a later day'}
        action={
          <span className="flex flex-wrap justify-center gap-3">
            <button className="btn btn-main" disabled={busy} onClick={() => void move()}>
              Run it today
            </button>
            {past && (
              <button className="btn" onClick={() => setAnyway(true)}>
                Log it for {dayInside(session.on)}
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

function Runner({ session }: { session: Session }) {
  useAwake();
  const me = useMe();
  const goOn = useGoOn();
  const outbox = useOutbox();
  const { draft, shown, act } = useRun(session);
  if (!draft) return null;
  const finish = async (): Promise<void> => {
    try {
      await post(me.colleague.id, recordsOf(session, draft, me.colleague.id, clock.now(), uuidv7));
    } catch {
      toast.error('This device has no room left, so the log is not kept yet. What you typed stays on this page.');
      return;
    }
    await forget(runKey(session.id));
    toast.success(
      outbox.reach === 'offline' ? 'Logged on this device. It is sent when the network is back.' : 'Logged. Your colleagues can see it.',
    );
    await goOn('/');
    setTimeout(() => void refresh('sessions', 'children'), 400);
  };
  const { parts } = session.plan;
  const names = new Map(session.members.map((m) => [m.id, m.name.split(' ')[0]!]));
  const onPart = (at: number): void => act({ do: 'change', change: { at } });
  return (
    <div className="grid min-h-dvh grid-rows-[auto_1fr]">
      <Header session={session} draft={draft} names={names} offline={outbox.reach === 'offline'} act={act} />
      <div className="grid lg:grid-cols-[14rem_1fr]">
        <PartList parts={parts} at={draft.at} done={draft.done} left={draft.left} onPart={onPart} />
        {shown.part ? (
          <RunPart session={session} draft={draft} part={shown.part} shown={shown} names={names} act={act} />
        ) : (
          <RunLog session={session} draft={draft} onChange={(change) => act({ do: 'change', change })} onFinish={() => void finish()} />
        )}
      </div>
    </div>
  );
}

interface HeaderProps {
  session: Session;
  draft: RunDraft;
  /** First names by child. */
  names: ReadonlyMap<string, string>;
  offline: boolean;
  act: (action: RunAction) => void;
}
/** The way out, and who is there. */
function Header({ session, draft, names, offline, act }: HeaderProps) {
  return (
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
              onClick={() => act({ do: 'away', child: m.id })}
              className={`rounded-s border px-2.5 py-1 text-sm font-semibold ${away ? 'border-dashed border-[#8fa8a6] text-[#c5d3cc] line-through' : 'border-white bg-pine-2'}`}
              title={away ? 'away' : 'there'}
            >
              {names.get(m.id)}
            </button>
          );
        })}
      </fieldset>
      <span className="ml-auto text-sm" role="status">
        {offline ? 'Offline: kept on this device' : ''}
      </span>
    </header>
  );
}
