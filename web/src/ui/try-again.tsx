/** The way on where something could not be read: it is read once more, and the page stands while the server is out of reach. */
import { useState } from 'react';
import { under } from '../base.js';

type Outcome = 'nothing yet' | 'trying' | 'the same';

/** Whether loading the page anew gives a page: files lie on this device for that, or the server answers. */
async function canLoad(): Promise<boolean> {
  if ('serviceWorker' in navigator && navigator.serviceWorker.controller) return true;
  return fetch(under('/api/health'), { cache: 'no-store' }).then(
    () => true,
    () => false,
  );
}

/** Loads the page anew where there would be one: without the network the browser shows a page of its own, from which nothing leads back. */
export async function loadAnew(): Promise<void> {
  if (await canLoad()) location.reload();
}

/**
 * @param again what is tried. Where it comes to something, that stands in place of this button
 * @param still what is said where nothing has changed by it
 */
export function TryAgain({ again, still, className = 'btn' }: { again: () => Promise<unknown>; still: string; className?: string }) {
  const [outcome, setOutcome] = useState<Outcome>('nothing yet');
  const press = async (): Promise<void> => {
    setOutcome('trying');
    await again().catch(() => undefined);
    setOutcome('the same');
  };
  return (
    <span className="flex flex-wrap items-center gap-3">
      <button className={className} disabled={outcome === 'trying'} onClick={() => void press()}>
        Try again
      </button>
      <span role="status" className="text-sm text-ink-2">
        {outcome === 'trying' && 'Trying…'}
        {outcome === 'the same' && still}
      </span>
    </span>
  );
}
