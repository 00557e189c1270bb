/** Who joined the group after a plan was made: it was not made for them, and says so until it is drawn again or looked at. */
import type { Session } from '@sapling/contract';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { useMay } from '../shell/me.js';
import { joinedSince, theyRead } from './joined.js';
import { useKnownLacks } from './use-lacks.js';

export function JoinedSince({ session }: { session: Session }) {
  const who = joinedSince(session);
  return who === null ? null : <Joined session={session} who={who} />;
}

/** Words and sentences of the plan that are beyond those who joined, as far as they are in sight; null while that is worked out. */
function useBeyond({ plan }: Session): readonly string[] | null {
  const { data: children } = useData('children');
  const orders = useOrders();
  const reads = useMemo(() => {
    const here = (children ?? []).filter((c) => plan.joined?.includes(c.id));
    return orders && here.length > 0 ? theyRead(here, orders.taughtToAll(here.map((c) => c.classId))) : null;
  }, [children, orders, plan.joined]);
  const lacks = useKnownLacks(plan, reads);
  return lacks ? [...lacks.keys()] : null;
}

function Joined({ session, who }: { session: Session; who: string }) {
  const plans = useMay('plan');
  const beyond = useBeyond(session);
  const [busy, setBusy] = useState(false);
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
        <b>{who} joined the group after this plan was made.</b>{' '}
        {beyond === null ? null : beyond.length === 0 ? (
          'All its words and sentences are likely within reach.'
        ) : (
          <>
            Likely beyond them so far: <span className="font-child">{beyond.join(', ')}</span>. Say the sounds of these together first
            {plans && ', or change the plan'}.
          </>
        )}
        {beyond !== null && session.plan.parts.some((p) => p.text) && ' The text was not looked through.'}
      </p>
      {plans && (
        <p className="mt-2 flex flex-wrap gap-2">
          <Link className="btn btn-small" to={`/sessions/${session.id}/edit`}>
            Change the plan
          </Link>
          <button className="btn btn-small" disabled={busy} onClick={() => void leave()}>
            Leave it as it is
          </button>
        </p>
      )}
    </div>
  );
}
