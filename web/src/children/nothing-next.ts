/** What is said where no pair and no skill is named to be taught next. */
import { saysSomething, type ChildLine } from '@sapling/contract';

const MOST = 24;
/** The cards to ask where nothing is known to be missing: the seen ones that are least likely known, then those never asked. */
export function lookFirst(line: ChildLine['line']): string[] {
  if (!line.some((c) => c.basedOn > 0)) return [];
  const open = line.filter((c) => c.state !== 'secure');
  return [...open]
    .sort((a, b) => Number(b.basedOn > 0) - Number(a.basedOn > 0) || a.known - b.known)
    .slice(0, MOST)
    .map((c) => c.gpc);
}

/** @example nothingNext(line) // 'Nothing was looked at yet. A quick check finds where to begin.' */
export function nothingNext(line: ChildLine['line']): string {
  const open = line.filter((c) => c.state !== 'secure').length;
  if (line.length === 0) return 'No pair has been taught yet.';
  if (!line.some(saysSomething)) return 'Nothing was looked at yet. A quick check finds where to begin.';
  if (open === 0) return 'Every taught pair is secure.';
  return `Nothing is surely missing yet. ${open === 1 ? 'One pair is' : `${open} pairs are`} not sure or not checked: look at ${open === 1 ? 'it' : 'them'} first.`;
}
