/** What is said where no pair and no skill is named to be taught next. */
import { saysSomething, type ChildLine } from '@sapling/contract';

const MOST = 24;
/** A pair that was asked and is less likely known than this is in doubt: what came right once is above. */
const DOUBT_BELOW = 0.8;
const inDoubt = (line: ChildLine['line']): ChildLine['line'] =>
  line.filter((c) => c.state !== 'secure' && c.basedOn > 0 && c.known < DOUBT_BELOW);
/**
 * The cards to ask where nothing is surely missing, the least likely known first: those in doubt, or where none is, whatever is not
 * secure, what never was asked behind the rest.
 */
export function lookFirst(line: ChildLine['line']): string[] {
  if (!line.some((c) => c.basedOn > 0)) return [];
  const doubted = inDoubt(line);
  return [...(doubted.length > 0 ? doubted : line.filter((c) => c.state !== 'secure'))]
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
  const doubted = inDoubt(line).length;
  if (doubted > 0)
    return `Nothing is surely missing yet. ${doubted === 1 ? 'One pair is in doubt: ask it' : `${doubted} pairs are in doubt: ask them`} once more first.`;
  return `Nothing is surely missing yet. ${open === 1 ? 'One pair is' : `${open} pairs are`} not sure or not checked: look at ${open === 1 ? 'it' : 'them'} first.`;
}
