/** Sessions to come that were made before something moved: drawn again as the cycle is now, in one press, with a way back. */
import type { Group, Session } from '@sapling/contract';
import type { PlannedSession } from '@sapling/core';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { core } from '../workers/core.js';
import { requestOf } from './draft-cycle.js';
import { useMaterials } from './use-materials.js';

const dayWords = (on: string): string => format(parseISO(on), 'EEE d MMM');

export function Redraw({ stale, group }: { stale: readonly PlannedSession[]; group: Group }) {
  const materials = useMaterials(group);
  const [busy, setBusy] = useState(false);
  const redraw = async (): Promise<void> => {
    if (!materials) return;
    setBusy(true);
    const before = new Map(materials.past.map((s) => [s.id, s]));
    const changed: { id: string; version: number; was: Session['plan'] }[] = [];
    try {
      for (const [k, session] of stale.entries()) {
        const old = before.get(session.id)!;
        const plan = await core().planSession(requestOf(materials, session, [], old.minutes, 31 + k));
        const { version } = await call('updateSession', { params: { id: old.id }, body: { plan, version: old.version } });
        changed.push({ id: old.id, version, was: old.plan });
      }
      toast.success(`${changed.length === 1 ? '1 session is' : `${changed.length} sessions are`} drawn again. Whoever runs them sees it.`, {
        action: {
          label: 'Undo',
          onClick: () =>
            void Promise.all(
              changed.map((c) => call('updateSession', { params: { id: c.id }, body: { plan: c.was, version: c.version } })),
            ).then(
              () => refresh('sessions'),
              (problem: unknown) => toast.error(sentenceOf(problem)),
            ),
        },
      });
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
    await refresh('sessions');
    setBusy(false);
  };
  const days = stale.map((s) => dayWords(s.on));
  return (
    <div className="mb-4 flex flex-wrap items-center gap-3 border-l-4 border-wobbly py-1 pl-4">
      <p className="max-w-2xl">
        {days.length === 1
          ? `The session of ${days[0]!} was`
          : `The sessions of ${days.slice(0, 4).join(', ')}${days.length > 4 ? ` and ${days.length - 4} more` : ''} were`}{' '}
        made before this was so: {days.length === 1 ? 'it is' : 'they are'} for other pairs than the cycle has now.
      </p>
      <button className="btn" disabled={busy || !materials} onClick={() => void redraw()}>
        {busy ? 'Drawing…' : days.length === 1 ? 'Draw it again' : 'Draw them again'}
      </button>
    </div>
  );
}
