/** What did they say? The likely answers on number keys, typed, or the part that went wrong. Can be left empty and filled in later. */
import { checkKind, likelySlips, type CheckItem, type CheckKind } from '@sapling/core/checks';
import { useLayoutEffect, useState } from 'react';
import { graphemeShown } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';
import { withModifier } from '../ui/with-modifier.js';

interface Offered {
  readonly said: string;
  readonly shown: string;
  readonly why: string;
}

/** The likeliest slips for an item, computed: for a pair from the pairs taught, for a word by the engine. */
function useOffered(kind: CheckKind, item: CheckItem, taught: readonly string[]): readonly Offered[] {
  const word = item.gpc === undefined && !checkKind(kind).counted ? item.word : undefined;
  const { value } = useCore(
    async () =>
      word === undefined
        ? []
        : core().likelyResponses({ word, taught: taught.filter((t) => t.includes(':')), madeUp: checkKind(kind).madeUp === true }),
    [word, kind, taught],
    say('what is likely said instead'),
  );
  if (checkKind(kind).counted) {
    const n = Number(item.accept![0]);
    return [n - 1, n + 1, n - 2]
      .filter((k) => k > 0)
      .map((k) => ({ said: String(k), shown: `counted ${k}`, why: k < n ? 'sound left out' : 'sound added' }));
  }
  if (item.gpc !== undefined)
    return likelySlips(
      item.gpc,
      taught.filter((t) => t.includes(':')),
    );
  return (value ?? []).map((s) => ({ said: s.said, shown: s.said, why: s.why }));
}

export function Said({
  kind,
  item,
  taught,
  onSaid,
  onParts,
  onClose,
}: {
  kind: CheckKind;
  item: CheckItem;
  taught: readonly string[];
  onSaid: (said: string) => void;
  onParts: (parts: number[]) => void;
  onClose: () => void;
}) {
  const [typed, setTyped] = useState('');
  const slips = useOffered(kind, item, taught);
  const byPart = item.gpc === undefined && (item.units?.length ?? 0) > 1 && !checkKind(kind).counted;
  const [parts, setParts] = useState<readonly number[]>([]);
  // before anybody sees the numbers: a key pressed at once chooses and is not typed
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') {
        event.preventDefault();
        event.stopImmediatePropagation();
        onClose();
        return;
      }
      const slip = typed === '' && !withModifier(event) ? slips[Number(event.key) - 1] : undefined;
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
        else if (parts.length > 0) onParts([...parts].sort((a, b) => a - b));
      }}
    >
      <div className="flex flex-wrap items-center gap-2">
        <p className="mr-2 font-semibold">
          What did they say for <span className="font-child text-lg">{item.gpc ? graphemeShown(item.gpc) : item.word}</span>?
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
        {byPart && (
          <span className="flex items-center gap-1" role="group" aria-label="Which part went wrong">
            <span className="px-1 text-sm text-ink-2">or which part:</span>
            {item.units!.map((u, k) => (
              <button
                key={k}
                type="button"
                aria-pressed={parts.includes(k)}
                className={`btn !px-2.5 font-child text-lg ${parts.includes(k) ? 'btn-main' : ''}`}
                onClick={() => setParts((now) => (now.includes(k) ? now.filter((p) => p !== k) : [...now, k]))}
              >
                {u.grapheme.replace('_', '‑')}
              </button>
            ))}
          </span>
        )}
        <button className="btn" disabled={typed.trim() === '' && parts.length === 0}>
          Keep
        </button>
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          Not now <span className="kbd">Esc</span>
        </button>
      </div>
    </form>
  );
}
