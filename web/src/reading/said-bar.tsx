/** What did they say for this word? The likeliest answers on number keys, or typed. Can be left for later. */
import { useLayoutEffect, useMemo, useState } from 'react';
import { core } from '../workers/core.js';
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';
import { withModifier } from '../ui/with-modifier.js';

export function SaidBar({
  word,
  said,
  onSaid,
  onClose,
}: {
  word: string;
  said: string;
  onSaid: (said: string) => void;
  onClose: () => void;
}) {
  const [typed, setTyped] = useState(said);
  const { value } = useCore(
    () => core().likelyResponses({ word: word.toLowerCase(), taught: [], madeUp: false }),
    [word],
    say('what is likely said instead'),
  );
  // a key chooses what can be seen
  const slips = useMemo(() => (value ?? []).slice(0, 5), [value]);
  // before anybody sees the numbers: a key pressed at once chooses and is not typed
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') onClose();
      else {
        const slip = typed === said && !withModifier(event) ? slips[Number(event.key) - 1] : undefined;
        if (!slip) return;
        onSaid(slip.said);
      }
      event.preventDefault();
      event.stopImmediatePropagation();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, [slips, typed, said, onSaid, onClose]);
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
          What did they say for <span className="font-child text-lg">{word}</span>?
        </p>
        {slips.map((slip, k) => (
          <button key={slip.said} type="button" className="btn" title={slip.why} onClick={() => onSaid(slip.said)}>
            <span className="kbd">{k + 1}</span> {slip.said}
          </button>
        ))}
        <input
          className="field !w-44"
          aria-label="What they said"
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
