/** What the strips beside a child share: whether marks are sent, and the child's own screen while it is open. */
import { Monitor } from 'lucide-react';
import { useOutbox } from '../outbox/outbox.js';
import type { SecondScreen } from './second-screen.js';
import { under } from '../base.js';

export function SentLine() {
  const outbox = useOutbox();
  return (
    <span className="text-ink-2" role="status">
      {outbox.reach === 'offline'
        ? `Offline: ${outbox.waiting} kept on this device`
        : outbox.waiting + outbox.unsaved > 0
          ? `${outbox.waiting + outbox.unsaved} waiting`
          : 'All sent'}
    </span>
  );
}

export function ScreenChip({ screen }: { screen: SecondScreen }) {
  if (!screen.code) return null;
  return (
    <span className="flex items-center gap-1.5">
      <Monitor size={15} aria-hidden /> <span className="font-semibold tracking-widest">{screen.code}</span>
      <span className="text-ink-2">{screen.watching ? 'is shown' : `at ${location.host}${under('/screen')}`}</span>
      <button className="btn btn-quiet btn-small" onClick={() => screen.close()}>
        Close
      </button>
    </span>
  );
}
