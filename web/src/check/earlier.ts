/** What earlier checks of recall said of a child: a quick check chooses by it. Out of reach, it does without. */
import { checkKindOf } from '@sapling/core/checks';
import type { Observation } from '@sapling/core/evidence';
import { call, Unreachable } from '../api/client.js';

export async function earlierRecall(child: string, startedAt: string): Promise<Observation[]> {
  try {
    const evidence = await call('evidence', { params: { id: child } });
    return evidence.flatMap(({ counts, replaces: _replaces, check: _check, card: _card, ...o }) =>
      counts && checkKindOf(o.kind)?.byCard && o.gpc !== undefined && o.at < startedAt ? [o as Observation] : [],
    );
  } catch (error) {
    if (error instanceof Unreachable) return [];
    throw error;
  }
}
