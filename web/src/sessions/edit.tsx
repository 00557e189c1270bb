/** Changing the plan of a session that was kept. What somebody else changes meanwhile is shown, and nothing is overwritten in silence. */
import type { Session } from '@sapling/contract';
import { format, parseISO, subDays } from 'date-fns';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { keepPinned, LEAST_MINUTES, MOST_MINUTES } from '@sapling/core/planning';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { usePictured } from '../pictures/use-pictured.js';
import { useMay } from '../shell/me.js';
import { dayWords } from '../ui/dates.js';
import { Trouble } from '../ui/form.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { core } from '../workers/core.js';
import { minutesOf, PlanBody } from './plan-body.js';
import { planRequest } from './plan-request.js';
import { useDraft } from './use-draft.js';
import { clock } from '../clock.js';
import { planWords } from '../wording/plan-words.js';
import { useUnsaved } from '../shell/unsaved.js';
import { say } from '../wording/say.js';
import { useGoOn } from '../shell/go-on.js';

export function Component() {
  const { id } = useParams();
  const may = useMay('plan');
  const { data: session, error } = useData('session', { params: { id: id! } });
  if (!session)
    return (
      <Page title="Change the plan">
        <Pending error={error} what="this session" />
      </Page>
    );
  if (!may || session.log)
    return (
      <Page title="Change the plan">
        <Empty
          title={may ? 'This session was held' : 'Plans are changed by the intervention teacher'}
          action={
            <Link className="btn btn-main" to={`/sessions/${session.id}`}>
              Back to the session
            </Link>
          }
        >
          {may ? 'Its plan stays as it was taught.' : 'Leave a note on the session for whoever plans it.'}
        </Empty>
      </Page>
    );
  return <Editor key={session.id} session={session} />;
}

function Editor({ session }: { session: Session }) {
  const goOn = useGoOn();
  const { data: children } = useData('children');
  const { data: styles } = useData('styles');
  const { data: texts } = useData('texts');
  const { data: settings } = useData('settings');
  const { data: team } = useData('team');
  const { data: past } = useData('sessions', { query: { from: format(subDays(parseISO(session.on), 60), 'yyyy-MM-dd'), to: session.on } });
  const pictures = usePictured();
  const orders = useOrders();
  const draft = useDraft();
  const settled = useUnsaved(draft.changed, say(`the plan of ${session.groupName}`));
  const [draw, setDraw] = useState(1);
  const [trouble, setTrouble] = useState<string | null>(null);
  /** The version that is being changed. */
  const [base, setBase] = useState(session.version);
  const began = useRef(false);
  const { begin } = draft;
  useEffect(() => {
    // the first look, and what a colleague saved while nothing was changed here
    if (!began.current || (session.version !== base && !draft.changed)) {
      began.current = true;
      begin(session.plan);
      setBase(session.version);
    }
  }, [session, base, draft.changed, begin]);
  const members = useMemo(() => (children ?? []).filter((c) => session.members.some((m) => m.id === c.id)), [children, session.members]);
  const taught = useMemo(
    () => (orders && children ? orders.taughtToAll(members.map((m) => m.classId)) : null),
    [orders, children, members],
  );
  const request = useMemo(
    () =>
      taught && past && texts && settings && styles
        ? planRequest({
            group: { id: session.groupId },
            members,
            taught,
            focus: session.plan.focus,
            skill: session.plan.skill,
            sessions: past,
            on: session.on,
            but: session.id,
            minutes: session.minutes,
            seed: draw,
            style:
              styles.find((s) => session.plan.style === s.name || session.plan.style?.startsWith(`${s.name}: `)) ??
              styles.find((s) => s.id === settings.sessionStyle),
            texts,
            pictures: pictures ?? [],
            settings,
          })
        : null,
    [taught, past, texts, settings, styles, members, session, draw, pictures],
  );
  const { plan } = draft;
  const newer = session.version !== base && draft.changed;
  const others = async (): Promise<void> => {
    if (!request || !plan) return;
    const next = draw + 1 + (clock.ms() % 1000);
    setDraw(next);
    try {
      const drawn = await core().planSession({ ...request, seed: next });
      draft.change((now) => keepPinned(now, drawn));
    } catch (problem) {
      setTrouble((problem as Error).message);
    }
  };
  const total = plan ? minutesOf(plan) : 0;
  const save = async (): Promise<void> => {
    if (!plan) return;
    try {
      // changed by hand, it is not drawn again by itself; and whoever joined was seen here beside every word
      const { drawn: _drawn, joined: _joined, madeFor: _madeFor, ...own } = plan;
      await call('updateSession', { params: { id: session.id }, body: { plan: { ...own, minutes: total }, version: base } });
      settled();
      await refresh('sessions');
      toast.success('The plan is changed. Whoever runs it sees it.');
      await goOn(`/sessions/${session.id}`);
    } catch (problem) {
      await refresh('sessions');
      if (!(problem instanceof Problem && problem.code === 'newer-version')) setTrouble(sentenceOf(problem));
    }
  };
  return (
    <Page
      title={`${session.groupName}: change the plan`}
      lead={`${dayWords(session.on)}, ${session.minutes} minutes`}
      actions={
        <Link className="btn" to={`/sessions/${session.id}`} onClick={settled}>
          Leave it as it was
        </Link>
      }
    >
      <Trouble>{trouble}</Trouble>
      {newer && (
        <section aria-label="Changed meanwhile" aria-live="polite" className="mb-4 rounded-m border-l-4 border-wobbly bg-note p-3">
          <p className="mb-2">
            <b>A colleague saved this plan while you were changing it.</b> Theirs has {session.plan.parts.length} parts and{' '}
            {minutesOf(session.plan)} minutes ({session.plan.parts.map((p) => planWords(p.title)).join(', ')}); yours has{' '}
            {plan?.parts.length}.
          </p>
          <button
            className="btn btn-small mr-2"
            onClick={() => {
              draft.change(() => session.plan);
              setBase(session.version);
            }}
          >
            Take theirs (undo brings yours back)
          </button>
          <button className="btn btn-small" onClick={() => setBase(session.version)}>
            Keep mine in place of theirs
          </button>
        </section>
      )}
      {plan && request ? (
        <PlanBody
          plan={plan}
          request={request}
          taught={taught}
          wanted={session.minutes}
          names={new Map(members.map((m) => [m.id, m.givenName]))}
          canUndo={draft.canUndo}
          onUndo={draft.undo}
          onOthers={() => void others()}
          onChange={draft.change}
        >
          <button
            className="btn btn-main"
            disabled={newer || total < LEAST_MINUTES || total > MOST_MINUTES || !draft.changed}
            onClick={() => void save()}
          >
            {session.adultId ? `Keep, for ${team?.find((c) => c.id === session.adultId)?.name ?? 'them'} too` : 'Keep'}
          </button>
        </PlanBody>
      ) : (
        <p role="status" className="text-ink-2">
          Opening the plan…
        </p>
      )}
    </Page>
  );
}
