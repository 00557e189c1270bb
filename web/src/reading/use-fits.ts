/** Which texts suit a child: what they likely read of each, and how often they have read it. */
import type { ChildLine, LibraryText, ReadingSummary } from '@sapling/contract';
import type { Taught } from '@sapling/core/phonics';
import { textsInOrder } from '@sapling/core/reading';
import { useMemo } from 'react';
import { useData } from '../api/data.js';
import { readsOf } from '../children/reads-of.js';
import { core } from '../workers/core.js';
import { useCore } from '../workers/use-core.js';

export interface Fit {
  readonly id: string;
  readonly share: number;
  /** Null where too little is known of the child to say. */
  readonly likelyShare: number | null;
  readonly step: number | undefined;
  /** How many finished readings of it there are. */
  readonly read: number;
  readonly text: LibraryText;
}

/**
 * How much of each text the child likely reads, the best first, and how often they read it.
 * @param newest the child's newest readings, as many as are at hand: what is counted until the whole list is there, or where it cannot be had
 */
export function useFits(
  child: ChildLine,
  texts: readonly LibraryText[],
  newest: readonly ReadingSummary[],
  taught: Taught | undefined,
  orderId: string | undefined,
): { readonly fits: readonly Fit[]; readonly error: string | null } {
  const { data: whole } = useData('readings', { query: { childId: child.id } });
  const known = useMemo(() => readsOf(child), [child]);
  const toRead = useMemo(() => texts.map(({ id, text }) => ({ id, text })), [texts]);
  const asked = useCore(
    () => (taught ? core().textFits(toRead, { id: child.id, taught, known }) : Promise.resolve([])),
    [child.id, known, taught, toRead],
    null,
  );
  const readings = whole ?? newest;
  const fits = useMemo(
    () =>
      textsInOrder(
        (asked.value ?? []).flatMap((f): Fit[] => {
          const text = texts.find((t) => t.id === f.id);
          const step = text?.offered.find((o) => o.order === orderId)?.step;
          return text ? [{ ...f, text, step, read: readings.filter((r) => r.textId === f.id && r.done).length }] : [];
        }),
      ),
    [asked.value, texts, readings, orderId],
  );
  return { fits, error: asked.error };
}
