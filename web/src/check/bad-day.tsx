/** At the end of a check in which nothing came right, of a child who showed these pairs before: it is taken for a bad day, and says so. */
import type { ChildLine } from '@sapling/contract';
import { checkKind } from '@sapling/core/checks';
import { isMiss } from '@sapling/core/evidence';
import { counting, type LocalCheck } from './local-check.js';

/** Fewer cards than this may all be missed on any day. */
const FEWEST = 5;
/** Where at least so much of it is still taken to be known, the check has not been believed. */
const STILL_KNOWN = 0.5;

/** Whether nothing came right in a check though most of what it asked is believed to be known all the same. */
export function takenForABadDay(check: Pick<LocalCheck, 'kind' | 'marks'>, child: Pick<ChildLine, 'line'>): boolean {
  if (checkKind(check.kind).from !== 'pairs' || check.marks.length < FEWEST) return false;
  const marks = check.marks.map(counting);
  if (!marks.every((m) => isMiss(m.outcome))) return false;
  const asked = new Set(marks.map((m) => m.gpc));
  const seen = child.line.filter((c) => asked.has(c.gpc) && c.basedOn > 0);
  return seen.length > 0 && seen.reduce((sum, c) => sum + c.known, 0) / seen.length >= STILL_KNOWN;
}

export function BadDay({ check, child }: { check: LocalCheck; child: ChildLine }) {
  if (!takenForABadDay(check, child)) return null;
  return (
    <p role="status" className="mb-8 border-l-4 border-leaf bg-sheet px-4 py-3">
      <span className="font-semibold">Nothing came right, and most of these pairs did before.</span> It is taken for a bad day until another
      check says the same: none of them becomes a gap by it, and fewer are secure. If it was another child, give it to that child below.
    </p>
  );
}
