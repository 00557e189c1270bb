/** A check into the bin and out of it: for one that was done under the wrong name, or that says nothing. */
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMe } from '../shell/me.js';
import type { LocalCheck } from './local-check.js';
import { OtherChild } from './other-child.js';
import { useGoOn } from '../shell/go-on.js';

export function BinCheck({ check }: { check: Pick<LocalCheck, 'id' | 'by' | 'child' | 'childName'> }) {
  const me = useMe();
  const goOn = useGoOn();
  const { data } = useData('check', { params: { id: check.id } });
  const [busy, setBusy] = useState(false);
  if (me.colleague.role !== 'lead' && check.by !== me.colleague.id) return null;
  const put = async (binned: boolean): Promise<void> => {
    await call('binCheck', { params: { id: check.id }, body: { binned } });
    await refresh('children', 'checks');
  };
  const trying = async (binned: boolean, then: () => void): Promise<void> => {
    setBusy(true);
    try {
      await put(binned);
      then();
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
    setBusy(false);
  };
  if (data?.binned)
    return (
      <p className="mt-8 flex flex-wrap items-center gap-3 border-l-4 border-wobbly py-1 pl-4" role="status">
        This check is in the bin: nothing of it counts.
        <button className="btn btn-small" disabled={busy} onClick={() => void trying(false, () => toast('The check counts again.'))}>
          Take it out of the bin
        </button>
      </p>
    );
  return (
    <div className="mt-8 flex flex-wrap gap-2">
      <OtherChild what="check" id={check.id} by={check.by} child={check.child} goTo={(child) => `/children/${child}`} />
      <button
        className="btn btn-quiet"
        disabled={busy || !data}
        onClick={() =>
          void trying(true, () => {
            toast(`The check of ${check.childName} is in the bin: nothing of it counts.`, {
              action: { label: 'Undo', onClick: () => void put(false).catch((problem: unknown) => toast.error(sentenceOf(problem))) },
            });
            void goOn(`/children/${check.child}`);
          })
        }
      >
        Put this check in the bin
      </button>
    </div>
  );
}
