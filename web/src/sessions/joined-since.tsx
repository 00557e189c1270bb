/** Who joined the group after a plan was made: it was not made for them, and says so until it is drawn again or looked at. */
import type { Session } from '@sapling/contract';
import { listed } from '@sapling/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { useMay } from '../shell/me.js';

/** First names of those a plan was not made for; empty once it was held, or where nobody joined. */
export function joinedSince({ log, plan, members }: Pick<Session, 'log' | 'plan' | 'members'>): string | null {
  if (log !== null || !plan.joined?.length) return null;
  const names = plan.joined.flatMap((id) => members.find((m) => m.id === id)?.name.split(' ')[0] ?? []);
  return listed([...names, ...(names.length < plan.joined.length ? ['a child of another class'] : [])]);
}

export function JoinedSince({ session }: { session: Session }) {
  const plans = useMay('plan');
  const [busy, setBusy] = useState(false);
  const who = joinedSince(session);
  if (who === null) return null;
  const leave = async (): Promise<void> => {
    setBusy(true);
    const { joined: _joined, madeFor: _madeFor, ...plan } = session.plan;
    try {
      await call('updateSession', { params: { id: session.id }, body: { plan, version: session.version } });
    } catch (problem) {
      // somebody was quicker: the plan as it is now is shown
      if (!(problem instanceof Problem && problem.code === 'newer-version')) toast.error(sentenceOf(problem));
    }
    await refresh('sessions');
    setBusy(false);
  };
  return (
    <div className="rounded-m border-l-4 border-wobbly bg-note p-3">
      <p>
        <b>{who} joined the group after this plan was made.</b> Some of its words may be beyond them
        {plans ? ': each is marked where the plan is changed.' : '. Say the sounds together first where one is new.'}
      </p>
      {plans && (
        <p className="mt-2 flex flex-wrap gap-2">
          <Link className="btn btn-small" to={`/sessions/${session.id}/edit`}>
            Look at it
          </Link>
          <button className="btn btn-small" disabled={busy} onClick={() => void leave()}>
            Leave it as it is
          </button>
        </p>
      )}
    </div>
  );
}
