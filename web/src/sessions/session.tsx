/** One session: its plan, who has it, what happened, notes. */
import type { Colleague, Session } from '@sapling/contract';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { refresh, useData } from '../api/data.js';
import { post } from '../outbox/outbox.js';
import { useMay, useMe } from '../shell/me.js';
import { AdultOptions } from '../ui/adult-options.js';
import { onDay, shortDay, timeWords, whenWords } from '../ui/dates.js';
import { Page, Pending } from '../ui/page.js';
import { CoverLinks } from './cover-links.js';
import { PaperDialog } from './paper-dialog.js';
import { PlanRemarks } from './plan-remarks.js';
import { PartView } from './part-view.js';
import { useSessionActions, type SessionActions } from './use-session-actions.js';
import { clock } from '../clock.js';
import { planWords } from '../wording/plan-words.js';
import { useUnsaved } from '../shell/unsaved.js';
import { say } from '../wording/say.js';
import { JoinedSince } from './joined-since.js';
import { joinedSince } from './joined.js';

export function Component() {
  const { id } = useParams();
  const { data: session, error } = useData('session', { params: { id: id! } });
  if (session) return <Shown session={session} />;
  return (
    <Page title="Session">
      <Pending error={error} what="this session" />
    </Page>
  );
}

function Shown({ session }: { session: Session }) {
  const me = useMe();
  const plan = useMay('plan');
  const { data: team } = useData('team');
  const [paper, setPaper] = useState(false);
  const actions = useSessionActions(session);
  const who = (colleague: string | null): string => team?.find((c) => c.id === colleague)?.name ?? 'nobody yet';
  const names = new Map(session.members.map((m) => [m.id, m.name.split(' ')[0]!]));
  return (
    <Page
      title={session.groupName}
      lead={
        <>
          {whenWords(session)}, {session.minutes} minutes with {session.members.map((m) => m.name.split(' ')[0]).join(', ')}
          {session.hidden > 0 && ` and ${session.hidden} of another class`}
        </>
      }
      actions={<Actions session={session} actions={actions} onPaper={() => setPaper(true)} />}
    >
      {joinedSince(session) && (
        <div className="mb-5 max-w-3xl">
          <JoinedSince session={session} />
        </div>
      )}
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[1fr_21rem]">
        <ol className="ruled border-y border-rule">
          {session.plan.drawn?.again && !session.log && (
            <li className="pb-3 text-sm text-ink-2">
              Drawn again {onDay(session.plan.drawn.again)}
              {session.plan.drawn.forWhoJoined
                ? ': a child had joined the group.'
                : `${session.plan.drawn.after ? `, after the session of ${shortDay(session.plan.drawn.after)} was logged` : ''}: the cycle had moved.`}
            </li>
          )}
          {session.plan.remarks && (
            <li className="pb-3">
              <PlanRemarks plan={session.plan} names={names} />
            </li>
          )}
          {session.plan.parts.map((part) => (
            <li key={part.id} className="grid grid-cols-[4.5rem_1fr] gap-4 py-4">
              <span className="font-serif text-lg font-semibold">{part.minutes} min</span>
              <div>
                <h2 className="mb-2 text-lg">{planWords(part.title)}</h2>
                <PartView part={part} focus={session.plan.focus} names={names} />
              </div>
            </li>
          ))}
        </ol>
        <div className="grid content-start gap-6">
          <GivenTo session={session} team={team} change={actions.change} />
          {plan && !session.log && <CoverLinks session={session.id} />}
          <Happened session={session} who={who} />
          <Notes session={session} who={who} me={me.colleague.id} />
        </div>
      </div>
      {paper && <PaperDialog of={`/api/sessions/${session.id}/paper`} onClose={() => setPaper(false)} />}
    </Page>
  );
}

function Actions({ session, actions, onPaper }: { session: Session; actions: SessionActions; onPaper: () => void }) {
  const me = useMe();
  const plan = useMay('plan');
  const runs = plan || session.adultId === me.colleague.id;
  const { remove, bin } = actions;
  return (
    <>
      {runs && (
        <Link className="btn btn-main" to={`/sessions/${session.id}/run`}>
          {session.log ? 'Change the log' : 'Run it'}
        </Link>
      )}
      {plan && !session.log && (
        <Link className="btn" to={`/sessions/${session.id}/edit`}>
          Change the plan
        </Link>
      )}
      <button className="btn" onClick={onPaper}>
        Paper
      </button>
      <Link className="btn" to={`/sessions/${session.id}/print`}>
        Print
      </Link>
      {plan && !session.log && (
        <button className="btn btn-quiet" onClick={() => void remove()}>
          Remove
        </button>
      )}
      {session.log && (session.log.by === me.colleague.id || me.colleague.role === 'lead') && (
        <button className="btn btn-quiet" onClick={() => void bin()}>
          Put in the bin
        </button>
      )}
    </>
  );
}

function GivenTo({
  session,
  team,
  change,
}: {
  session: Session;
  team: readonly Colleague[] | undefined;
  change: SessionActions['change'];
}) {
  const plan = useMay('plan');
  return (
    <section aria-labelledby="given">
      <h2 id="given" className="mb-1 text-lg">
        Given to
      </h2>
      {plan && !session.log ? (
        <div className="grid gap-2">
          <select
            className="field"
            aria-label="Given to"
            value={session.adultId ?? ''}
            onChange={(event) => void change({ adultId: event.target.value || null })}
          >
            <AdultOptions team={team} now={session.adultId} />
          </select>
          {session.adultId && (
            <p className="text-sm text-ink-2">
              They find it under Today and see the children’s names in it, until two weeks after its day.
            </p>
          )}
          <input
            className="field"
            type="date"
            aria-label="Day"
            value={session.on}
            onChange={(event) => event.target.value && void change({ on: event.target.value })}
          />
        </div>
      ) : (
        <p>{team?.find((c) => c.id === session.adultId)?.name ?? 'nobody yet'}</p>
      )}
    </section>
  );
}

function Happened({ session, who }: { session: Session; who: (id: string) => string }) {
  const { log } = session;
  return (
    <section aria-labelledby="happened">
      <h2 id="happened" className="mb-1 text-lg">
        What happened
      </h2>
      {log === null ? (
        <p className="text-ink-2">Not run yet. What is logged appears here by itself.</p>
      ) : (
        <div className="sheet p-3">
          <p className="text-sm text-ink-2">
            {who(log.by)}, {timeWords(log.at)}
          </p>
          {log.happened && <p className="my-1.5 whitespace-pre-wrap">{log.happened}</p>}
          <p>
            There:{' '}
            {log.attendance
              .filter((a) => a.present)
              .map((a) => session.members.find((m) => m.id === a.child)?.name.split(' ')[0])
              .join(', ') || 'nobody'}
            {log.attendance.some((a) => !a.present) && (
              <>
                . Away:{' '}
                {log.attendance
                  .filter((a) => !a.present)
                  .map((a) => session.members.find((m) => m.id === a.child)?.name.split(' ')[0])
                  .join(', ')}
              </>
            )}
          </p>
          <p>
            Done:{' '}
            {session.plan.parts
              .filter((p) => log.done.includes(p.id))
              .map((p) => planWords(p.title))
              .join(', ') || 'nothing'}
            {log.done.length < session.plan.parts.length &&
              `. Not done: ${session.plan.parts
                .filter((p) => !log.done.includes(p.id))
                .map((p) => planWords(p.title))
                .join(', ')}`}
          </p>
        </div>
      )}
    </section>
  );
}

function Notes({ session, who, me }: { session: Session; who: (id: string) => string; me: string }) {
  const [text, setText] = useState('');
  useUnsaved(text.trim() !== '', say(`a note for ${session.groupName}`));
  const mayNote = useMay('plan') || session.adultId === me;
  const leave = async (): Promise<void> => {
    const id = uuidv7();
    try {
      await post(me, [{ type: 'note', id, record: { id, session: session.id, by: me, at: clock.now(), text: text.trim() } }]);
    } catch {
      toast.error('This device has no room left, so the note is not kept. What you typed is still here.');
      return;
    }
    setText((now) => (now === text ? '' : now));
    toast('Note left.');
    setTimeout(() => void refresh('sessions'), 300);
  };
  return (
    <section aria-labelledby="notes">
      <h2 id="notes" className="mb-1 text-lg">
        Notes
      </h2>
      <ul className="grid gap-2">
        {session.notes.map((note) => (
          <li key={note.id} className="rounded-m border border-rule bg-note p-3">
            <p className="text-sm text-ink-2">
              {who(note.by)}, {timeWords(note.at)}
            </p>
            <p className="whitespace-pre-wrap">{note.text}</p>
            {note.notTold && (
              <p className="mt-1 text-sm text-gap">Not told, because this session is not theirs to see: {note.notTold.join(', ')}.</p>
            )}
          </li>
        ))}
      </ul>
      {mayNote && (
        <form
          className="mt-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (text.trim()) void leave();
          }}
        >
          <textarea
            className="field"
            rows={2}
            maxLength={4000}
            placeholder="For whoever has this group next; @ and a name tells a colleague"
            aria-label="A note"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          <button className="btn btn-small mt-1" disabled={text.trim() === ''}>
            Leave the note
          </button>
        </form>
      )}
      {!mayNote && session.notes.length === 0 && <p className="text-ink-2">None yet.</p>}
    </section>
  );
}
