/** What is kept of a child beside what they can read, and what can be done with the record. */
import { type ChildLine, fullName } from '@sapling/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { dateWords, timeWords } from '../ui/dates.js';
import { Dialog } from '../ui/dialog.js';
import { useFirstFew } from '../ui/first-few.js';
import { EraseDialog } from './erase-dialog.js';
import { MergeDialog } from './merge-dialog.js';
import { returnChild } from './return-child.js';
import { RecordDialog } from './record-dialog.js';
import { say } from '../wording/say.js';
import { under } from '../base.js';
import { useGoOn } from '../shell/go-on.js';

export function ChildRecord({ child }: { child: ChildLine }) {
  const { data: classes } = useData('classes');
  const may = useMay('import');
  const lead = useMay('manage team');
  const goOn = useGoOn();
  const [open, setOpen] = useState<'change' | 'merge' | 'leave' | 'erase' | 'trail' | null>(null);
  const name = fullName(child);
  const leave = async (): Promise<void> => {
    try {
      const { groups } = await call('childLeaves', { params: { id: child.id }, body: { version: child.version } });
      await goOn('/children');
      toast(`${child.givenName} is off the lists${groups.length > 0 ? ` and out of ${groups.join(' and ')}` : ''}.`, {
        action: { label: 'Undo', onClick: () => void returnChild(child.id, child.classId, true) },
      });
      await refresh('children', 'classes', 'groups', 'sessions');
    } catch (error) {
      setOpen(null);
      await refresh('children');
      toast.error(sentenceOf(error));
    }
  };
  const facts: [string, string][] = [
    [say('Class'), classes?.find((c) => c.id === child.classId)?.name ?? ''],
    ['Date of birth', child.dateOfBirth ? dateWords(child.dateOfBirth) : ''],
    ['First language', child.firstLanguage],
    ['Needs on record', child.needs],
    ['Number', child.externalId ?? ''],
  ];
  return (
    <section aria-label="Record" className="mt-8 max-w-3xl">
      <h2 className="mb-2 text-lg">Record</h2>
      <dl className="mb-3 grid grid-cols-[10rem_1fr] gap-x-4 gap-y-1">
        {facts.map(([label, value]) => (
          <div key={label} className="contents">
            <dt className="text-ink-2">{label}</dt>
            <dd>{value || <span className="text-ink-2">not given</span>}</dd>
          </div>
        ))}
      </dl>
      {may && (
        <div className="flex flex-wrap gap-2">
          <button className="btn" onClick={() => setOpen('change')}>
            Change the record
          </button>
          <a className="btn" href={under(`/api/children/${child.id}/record.zip`)} download>
            Take everything out
          </a>
          <button className="btn" onClick={() => setOpen('merge')}>
            Same child twice?
          </button>
          <button className="btn" onClick={() => setOpen('leave')}>
            {child.givenName} leaves
          </button>
          {lead && (
            <>
              <button className="btn" onClick={() => setOpen('trail')}>
                Who saw and changed what
              </button>
              <button className="btn" onClick={() => setOpen('erase')}>
                Erase for good…
              </button>
            </>
          )}
        </div>
      )}
      <RecordDialog open={open === 'change'} onClose={() => setOpen(null)} classes={classes ?? []} child={child} />
      <MergeDialog key={child.id} open={open === 'merge'} onClose={() => setOpen(null)} child={child} />
      <EraseDialog what={open === 'erase' ? { ask: child.id } : null} name={name} onClose={() => setOpen(null)} />
      <Trail child={child} open={open === 'trail'} onClose={() => setOpen(null)} />
      <Dialog
        open={open === 'leave'}
        onClose={() => setOpen(null)}
        title={`Does ${child.givenName} leave?`}
        lead="Off every list, out of groups and of sessions to come. Everything recorded is kept for the days set in Team, and the child can come back."
      >
        <div className="flex gap-3">
          <button className="btn btn-main" onClick={() => void leave()}>
            Take {child.givenName} off the lists
          </button>
          <button className="btn" onClick={() => setOpen(null)}>
            No
          </button>
        </div>
      </Dialog>
    </section>
  );
}

/** So many lines are shown at first. */
const LINES_SHOWN = 100;

function Trail({ child, open, onClose }: { child: ChildLine; open: boolean; onClose: () => void }) {
  const { data, error } = useData(open ? 'childTrail' : null, { params: { id: child.id } });
  const [shown, more] = useFirstFew(data ?? [], LINES_SHOWN);
  return (
    <Dialog
      open={open}
      onClose={onClose}
      side
      title={`Who saw and changed what of ${child.givenName}`}
      lead="Newest first. Lists of many children are not in it."
    >
      {error ? (
        <p role="alert">{sentenceOf(error)}</p>
      ) : !data ? (
        <p role="status">Opening…</p>
      ) : data.length === 0 ? (
        <p className="text-ink-2">Nobody yet.</p>
      ) : (
        <ol className="ruled">
          {shown.map((line, k) => (
            <li key={k} className="py-1.5">
              <span className="block">
                <span className="font-semibold">{line.by}</span> {line.what}
              </span>
              <span className="text-sm text-ink-2">{timeWords(line.at)}</span>
            </li>
          ))}
        </ol>
      )}
      {more}
    </Dialog>
  );
}
