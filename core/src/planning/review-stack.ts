/** The order of a review: old cards, and the new ones coming back among them at growing gaps. */
import type { Gpc } from '../phonics/lexicon.js';
import type { SessionChild } from './part-content.js';

/** Old cards between one showing of a new card and the next (expanding retrieval: Landauer and Bjork 1978). */
export const GAPS = [1, 2, 3, 5] as const;

/**
 * The cards in the order they are turned over. Every old card comes once; each new one comes after one old card, then
 * after one more, two more, three more, as far as the old ones last. Two new cards never follow one another where an
 * old one is left.
 * @example reviewStack(['s:s', 'a:a', 't:t', 'p:p'], ['sh:sh']) // s, sh, a, sh, t, p, sh
 */
export function reviewStack(old: readonly Gpc[], fresh: readonly Gpc[]): Gpc[] {
  const out: Gpc[] = [];
  const next = fresh.map((gpc, k) => ({ gpc, shown: 0, due: 1 + 2 * k }));
  let at = 0;
  let lastWasNew = false;
  while (at < old.length || next.some((n) => n.due <= at && n.shown < GAPS.length)) {
    const due = lastWasNew && at < old.length ? undefined : next.find((n) => n.due <= at && n.shown < GAPS.length);
    if (due) {
      out.push(due.gpc);
      due.due = at + GAPS[due.shown]!;
      due.shown += 1;
      lastWasNew = true;
    } else {
      out.push(old[at]!);
      at += 1;
      lastWasNew = false;
    }
  }
  // with hardly an old card a new one comes at least once
  for (const n of next) if (n.shown === 0) out.push(n.gpc);
  return out;
}

/** Pairs worth another look: shaky for somebody first, then the latest taught; in taught order, none that is left out. */
export function reviewPairs(taught: readonly Gpc[], leaveOut: readonly Gpc[], children: readonly SessionChild[], count: number): Gpc[] {
  return [...new Set(taught)]
    .filter((gpc) => !leaveOut.includes(gpc))
    .map((gpc, k) => {
      const shaky = children.reduce((sum, child) => {
        const p = child.known[gpc];
        // chosen: docs/decisions/numbers.md
        return sum + (p === undefined ? 0.2 : 4 * p * (1 - p));
      }, 0);
      return { gpc, k, score: shaky / Math.max(1, children.length) + (0.3 * k) / Math.max(1, taught.length) };
    })
    .sort((a, b) => b.score - a.score || a.k - b.k)
    .slice(0, count)
    .sort((a, b) => a.k - b.k)
    .map(({ gpc }) => gpc);
}
