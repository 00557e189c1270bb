/** What did they say? The likely answers on number keys, or typed. Can be left empty and filled in later. */
import type { Slip } from '@sapling/core';
import { useEffect, useState } from 'react';
import { graphemeShown } from '../ui/word-marks.js';

export function Said({
  gpc,
  slips,
  onSaid,
  onClose,
}: {
  gpc: string;
  slips: readonly Slip[];
  onSaid: (said: string) => void;
  onClose: () => void;
}) {
  const [typed, setTyped] = useState('');
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') {
        event.preventDefault();
        event.stopImmediatePropagation();
        onClose();
        return;
      }
      const slip = typed === '' ? slips[Number(event.key) - 1] : undefined;
      if (!slip) return;
      event.preventDefault();
      // the key is used up: it must not mark the card that comes back
      event.stopImmediatePropagation();
      onSaid(slip.said);
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, [slips, typed, onSaid, onClose]);
  return (
    <form
      role="dialog"
      aria-label="What did they say?"
      className="border-t border-rule bg-note px-4 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed.trim()) onSaid(typed.trim());
      }}
    >
      <div className="flex flex-wrap items-center gap-2">
        <p className="mr-2 font-semibold">
          What did they say for <span className="font-child text-lg">{graphemeShown(gpc)}</span>?
        </p>
        {slips.map((slip, k) => (
          <button key={slip.said} type="button" className="btn" onClick={() => onSaid(slip.said)} title={slip.why}>
            <span className="kbd">{k + 1}</span> {slip.shown}
          </button>
        ))}
        <input
          className="field !w-44"
          aria-label="Something else they said"
          placeholder="or type it"
          maxLength={60}
          autoFocus
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <button className="btn" disabled={typed.trim() === ''}>
          Keep
        </button>
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          Not now <span className="kbd">Esc</span>
        </button>
      </div>
    </form>
  );
}
