/** What waits on this device, in one line; what was refused, with its reason. */
import { CloudOff, CloudUpload, TriangleAlert } from 'lucide-react';
import { lazy, Suspense, useState, useSyncExternalStore } from 'react';
import { ahead } from '../outbox/ahead.js';
import { dropUnreadable, retryRefused, useOutbox } from '../outbox/outbox.js';
import { Dialog } from '../ui/dialog.js';
import { useMe } from './me.js';

/** Comes when it is opened: seldom anybody has something there. */
const RefusedList = lazy(() => import('./refused-list.js'));

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
        <Suspense fallback={<p role="status">Opening…</p>}>
          <RefusedList refused={refused} />
        </Suspense>
        <button className="btn mt-4 self-start" onClick={() => void retryRefused()}>
          Try again
        </button>
      </Dialog>
    </div>
  );
}
