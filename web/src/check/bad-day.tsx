/** At the end of a check in which nothing came right, of a child who showed these pairs, or read words, before: it is taken for a bad day, and says so. */
import type { ChildLine } from '@sapling/contract';
import { checkKind } from '@sapling/core/checks';
import { isMiss, type Strand } from '@sapling/core/evidence';
import { inOwnWords } from '../wording/say.js';
import { counting, type LocalCheck } from './local-check.js';

/** Fewer cards than this may all be missed on any day. */
const FEWEST = 5;
/** Where at least so much of it is still taken to be known, the check has not been believed. */
const STILL_KNOWN = 0.5;

/** Pairs of which nothing came right though most are believed to be known all the same, or the skill of words of which that day is not believed; else nothing. */
export function takenForABadDay(
  check: Pick<LocalCheck, 'kind' | 'marks' | 'startedAt'>,
  child: Pick<ChildLine, 'line' | 'strands'>,
): 'pairs' | Strand | undefined {
  const { from, asWord, skill } = checkKind(check.kind);
  const marks = check.marks.map(counting);
  if (marks.length < FEWEST || !marks.every((m) => isMiss(m.outcome))) return undefined;
  if (from === 'pairs') {
    const asked = new Set(marks.map((m) => m.gpc));
    const seen = child.line.filter((c) => asked.has(c.gpc) && c.basedOn > 0);
    return seen.length > 0 && seen.reduce((sum, c) => sum + c.known, 0) / seen.length >= STILL_KNOWN ? 'pairs' : undefined;
  }
  if (asWord !== 'read') return undefined;
  const strand = skill ?? 'blending';
  const state = child.strands.find((s) => s.strand === strand);
  // as it was worked out with this check, not before it
  return state?.doubted && Date.parse(state.lastSeen ?? '') >= Date.parse(check.startedAt) ? strand : undefined;
}

export function BadDay({ check, child }: { check: LocalCheck; child: ChildLine }) {
  const taken = takenForABadDay(check, child);
  if (!taken) return null;
  return (
    <p role="status" className="mb-8 border-l-4 border-leaf bg-sheet px-4 py-3">
      {taken === 'pairs' ? (
        <>
          <span className="font-semibold">Nothing came right, and most of these pairs did before.</span> It is taken for a bad day until
          another check says the same: none of them becomes a gap by it, and fewer are secure.
        </>
      ) : (
        <>
          <span className="font-semibold">No word came right, and most did before.</span> It is taken for a bad day until another check says
          the same: {inOwnWords(taken)} does not become a gap by it.
        </>
      )}{' '}
      If it was another child, give it to that child below.
    </p>
  );
}
