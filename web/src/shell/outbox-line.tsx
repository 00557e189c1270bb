/** What waits on this device, in one line; what was refused, with its reason. */
import { fullName } from '@sapling/contract';
import { CloudOff, CloudUpload, TriangleAlert } from 'lucide-react';
import { useState, useSyncExternalStore } from 'react';
import { useData } from '../api/data.js';
import { ahead } from '../outbox/ahead.js';
import type { Waiting } from '../outbox/create-outbox.js';
import { dropRefused, dropUnreadable, retryRefused, useOutbox } from '../outbox/outbox.js';
import { timeWords } from '../ui/dates.js';
import { Dialog } from '../ui/dialog.js';
import { graphemeShown } from '../ui/word-marks.js';
import { useMe } from './me.js';

const WORDS = {
  check: 'A check begun',
  observation: 'A mark',
  withdrawal: 'A mark taken back',
  finish: 'The end of a check',
  reading: 'A reading begun',
  'reading step': 'A step of a reading',
  log: 'A session log',
  note: 'A note',
} as const;

export function OutboxLine() {
  const { waiting, unsaved, refused, unreadable, reach } = useOutbox();
  const kept = useSyncExternalStore(ahead.listen, ahead.get);
  const me = useMe();
  const [open, setOpen] = useState(false);
  const [locked, setLocked] = useState(false);
  return (
    <div role="status">
      {reach === 'signed out' ? (
        <button className="flex items-start gap-1.5 text-left underline" onClick={() => void me.again()}>
          <TriangleAlert size={15} aria-hidden className="mt-0.5 shrink-0" /> Signed out: {waiting} kept here. Sign in again
        </button>
      ) : reach === 'offline' ? (
        <p className="flex items-start gap-1.5">
          <CloudOff size={15} aria-hidden className="mt-0.5 shrink-0" /> Offline.{' '}
          {waiting === 0 ? 'Nothing is waiting' : `${waiting} kept on this device`}
        </p>
      ) : waiting + unsaved > 0 ? (
        <p className="flex items-center gap-1.5">
          <CloudUpload size={15} aria-hidden /> {waiting + unsaved} waiting
        </p>
      ) : (
        <p className="text-[#b9c9c2]">
          All sent
          {kept === 'kept' && <span className="block max-lg:sr-only">ready without the network</span>}
        </p>
      )}
      {unreadable > 0 && (
        <button className="mt-1 flex items-center gap-1.5 text-left font-semibold text-white underline" onClick={() => setLocked(true)}>
          <TriangleAlert size={15} aria-hidden /> {unreadable} cannot be opened
        </button>
      )}
      <Dialog
        open={locked}
        onClose={() => setLocked(false)}
        title="Records this device cannot open"
        lead="Marks or recordings made under an installation that has been replaced since: they are locked with a key it no longer gives. If the installation is put back from a backup of its database, they open and are sent by themselves."
      >
        <button
          className="btn self-start"
          onClick={() => {
            setLocked(false);
            void dropUnreadable();
          }}
        >
          Throw {unreadable === 1 ? 'it' : `all ${unreadable}`} away
        </button>
      </Dialog>
      {refused.length > 0 && (
        <button className="mt-1 flex items-center gap-1.5 text-left font-semibold text-white underline" onClick={() => setOpen(true)}>
          <TriangleAlert size={15} aria-hidden /> {refused.length} not taken
        </button>
      )}
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Records the server would not take"
        lead="They are kept on this device until they are taken."
      >
        <ul className="ruled max-h-72 overflow-y-auto">
          {refused.map((kept) => (
            <Refused key={kept.seq} kept={kept} />
          ))}
        </ul>
        <button className="btn mt-4 self-start" onClick={() => void retryRefused()}>
          Try again
        </button>
      </Dialog>
    </div>
  );
}

/** One of them: what it is, of whom and when, and why it was not taken. Thrown away it is gone, so that takes two presses. */
function Refused({ kept: { entry, refused, seq } }: { kept: Waiting }) {
  const { data: children } = useData('children');
  const [sure, setSure] = useState(false);
  const { record } = entry;
  const child = 'child' in record ? children?.find((c) => c.id === record.child) : undefined;
  const about = [
    'gpc' in record && record.gpc ? graphemeShown(record.gpc) : '',
    child ? fullName(child) : '',
    'at' in record ? timeWords(record.at) : '',
  ].filter(Boolean);
  return (
    <li className="py-2">
      <span className="font-semibold">{WORDS[entry.type]}</span>
      {about.length > 0 && <span> ({about.join(', ')})</span>}: {refused}
      <button
        className={`btn btn-small ml-2 ${sure ? 'border-gap text-gap' : 'btn-quiet'}`}
        onBlur={() => setSure(false)}
        onClick={() => (sure ? void dropRefused(seq!) : setSure(true))}
      >
        {sure ? 'Throw it away for good' : 'Throw this one away'}
      </button>
    </li>
  );
}
