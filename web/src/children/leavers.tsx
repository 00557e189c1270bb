/** Children who left, records that were merged, and what was erased. */
import { type Erasure, fullName, type Leaver, type Merge } from '@sapling/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { clock, dayOf, todayDay } from '../clock.js';
import { useMay, useMe } from '../shell/me.js';
import { dateWords, timeWords } from '../ui/dates.js';
import { Dialog } from '../ui/dialog.js';
import { SelectField } from '../ui/form.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { returnChild } from './return-child.js';
import { EraseDialog } from './erase-dialog.js';
import { undoMerge } from './merge-dialog.js';

export function Component() {
  const lead = useMay('manage team');
  const { data: leavers, error } = useData('leavers');
  const { data: merges } = useData('merges');
  const { data: erasures } = useData(lead ? 'erasures' : null);
  const [back, setBack] = useState<Leaver | null>(null);
  const [erasing, setErasing] = useState<Leaver | null>(null);
  const about = 'In no list and no group. Kept until the day beside each name, and then erased by itself.';
  const actions = (
    <Link className="btn" to="/children">
      To the children
    </Link>
  );
  if (!leavers)
    return (
      <Page title="Who left" lead={about} actions={actions}>
        <Pending error={error} what="who left" />
      </Page>
    );
  return (
    <Page title="Who left" lead={about} actions={actions}>
      {leavers.length === 0 ? (
        <Empty title="Nobody has left">A child is taken off the lists at the end of their own page, and can be put back from here.</Empty>
      ) : (
        <ul className="sheet ruled mb-8">
          {leavers.map((c) => (
            <li key={c.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-2">
              <span className="w-52 font-semibold">{fullName(c)}</span>
              <span className="w-28">{c.className}</span>
              <span className="flex-1 text-ink-2">
                left {dateWords(dayOf(c.leftAt))}, erased on {dateWords(c.erasedOn)}
              </span>
              <button className="btn btn-small" onClick={() => setBack(c)} aria-label={`Put ${fullName(c)} back`}>
                Put back
              </button>
              {lead && (
                <button className="btn btn-small" onClick={() => setErasing(c)} aria-label={`Erase ${fullName(c)}`}>
                  Erase sooner…
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <Merges merges={merges ?? []} />
      {lead && <Erasures erasures={erasures ?? []} />}
      <PutBack child={back} onClose={() => setBack(null)} />
      <EraseDialog what={erasing ? { ask: erasing.id } : null} name={erasing ? fullName(erasing) : ''} onClose={() => setErasing(null)} />
    </Page>
  );
}

function PutBack({ child, onClose }: { child: Leaver | null; onClose: () => void }) {
  const { data: classes } = useData('classes');
  return (
    <Dialog open={child !== null} onClose={onClose} title={child ? `Put ${fullName(child)} back` : ''}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          const classId = String(new FormData(event.currentTarget).get('classId'));
          void returnChild(child!.id, classId).then(onClose);
        }}
      >
        <SelectField label="Into the class" name="classId" defaultValue={child?.classId}>
          {(classes ?? []).map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </SelectField>
        <button className="btn btn-main justify-self-start">Put back</button>
      </form>
    </Dialog>
  );
}

function Merges({ merges }: { merges: readonly Merge[] }) {
  if (merges.length === 0) return null;
  const today = todayDay();
  return (
    <section aria-labelledby="merges" className="mb-8">
      <h2 id="merges" className="mb-2 text-lg">
        Records that became one
      </h2>
      <ul className="sheet ruled">
        {merges.map((m) => (
          <li key={m.id} className="flex flex-wrap items-center gap-4 px-4 py-2">
            <span className="flex-1">
              <span className="font-semibold">{m.name}</span> went into{' '}
              <Link className="underline" to={`/children/${m.kept}`}>
                this record
              </Link>
              , {timeWords(m.at)}
            </span>
            {m.undoneAt ? (
              <span className="text-sm text-ink-2">undone</span>
            ) : today > m.undoUntil ? (
              <span className="text-sm text-ink-2">could be undone until {dateWords(m.undoUntil)}</span>
            ) : (
              <button className="btn btn-small" onClick={() => void undoMerge(m.id)} aria-label={`Take ${m.name} out again`}>
                Undo, until {dateWords(m.undoUntil)}
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Erasures({ erasures }: { erasures: readonly Erasure[] }) {
  const me = useMe();
  const { data: team } = useData('team');
  const [confirming, setConfirming] = useState<Erasure | null>(null);
  if (erasures.length === 0) return null;
  const who = (id: string | null): string => team?.find((c) => c.id === id)?.name ?? 'a colleague';
  const withdraw = (id: string): void =>
    void call('withdrawErasure', { params: { id } })
      .then(() => refresh('children'))
      .catch((error: unknown) => toast.error(sentenceOf(error)));
  return (
    <section aria-labelledby="erasures">
      <h2 id="erasures" className="mb-2 text-lg">
        Erasing
      </h2>
      <ul className="sheet ruled">
        {erasures.map((e) => {
          const waits = e.askedBy === me.colleague.id && clock.now() < e.aloneFrom;
          return (
            <li key={e.id} className="flex flex-wrap items-center gap-4 px-4 py-2">
              {e.doneAt ? (
                <p className="flex-1">
                  <span className="font-semibold">Receipt:</span> all about one child (key {e.child.slice(0, 8)}…) was erased{' '}
                  {timeWords(e.doneAt)}, asked for by {who(e.askedBy)}, done by {who(e.doneBy)}.{' '}
                  <span className="text-ink-2">
                    {Object.entries(e.counts ?? {})
                      .filter(([, n]) => n > 0)
                      .map(([what, n]) => `${what} ${n}`)
                      .join(', ')}
                    . Backups made before that day still hold it until they are thrown away.
                  </span>
                </p>
              ) : (
                <>
                  <p className="flex-1">
                    <span className="font-semibold">{e.name}</span>: asked for by {who(e.askedBy)}, {timeWords(e.askedAt)}.{' '}
                    {waits && <span className="text-ink-2">Another lead can do it now; you can from {timeWords(e.aloneFrom)}.</span>}
                  </p>
                  <button className="btn btn-small" disabled={waits} onClick={() => setConfirming(e)}>
                    Erase…
                  </button>
                  <button className="btn btn-small" onClick={() => withdraw(e.id)}>
                    Do not erase
                  </button>
                </>
              )}
            </li>
          );
        })}
      </ul>
      <EraseDialog
        what={confirming ? { confirm: confirming.id } : null}
        name={confirming?.name ?? ''}
        onClose={() => setConfirming(null)}
      />
    </section>
  );
}
