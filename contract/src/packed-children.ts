/**
 * The children of a school with their lines, as they travel in lists: of 400 children with 117 pairs each the names of the fields
 * alone would be three of five megabytes. A line is one row of numbers, nine for each pair; `child` and `children` say the same in full.
 */
import type { Child, ChildLine, PairStateRow, StrandStateRow } from './model.js';

export const STATES = ['secure', 'wobbly', 'gap', 'unchecked'] as const;

/** Everything of a child but the line, which is packed. */
export interface PackedChild extends Child, Pick<ChildLine, 'lastCheck' | 'direction' | 'directionClear' | 'groupIds'> {
  /** Nine numbers for each pair: see `packLine`. */
  line: (number | null)[];
  strands: StrandStateRow[];
}
export interface PackedChildren {
  /** Pairs by their number. */
  pairs: string[];
  children: PackedChild[];
}
const FIELDS = 9;
const thousandths = (x: number): number => Math.round(x * 1000);

/**
 * Number of the pair, of the state, thousandths of p, low and high, how many answers, when last seen (ms since 1970 or null),
 * thousandths of known, and 1 for slow, 2 for due, 3 for both.
 * @param numberOf the number of a pair, the same for all children of one answer
 */
export const packLine = (line: readonly PairStateRow[], numberOf: (gpc: string) => number): (number | null)[] =>
  line.flatMap((pair) => [
    numberOf(pair.gpc),
    STATES.indexOf(pair.state),
    thousandths(pair.p),
    thousandths(pair.low),
    thousandths(pair.high),
    pair.basedOn,
    pair.lastSeen === null ? null : Date.parse(pair.lastSeen),
    thousandths(pair.known),
    (pair.slow ? 1 : 0) + (pair.due ? 2 : 0),
  ]);

/** Back in full. Chances come back to a thousandth, which is all the server says of them. */
export function unpackChildren({ pairs, children }: PackedChildren): ChildLine[] {
  return children.map((child) => {
    const { line: packed } = child;
    const line: PairStateRow[] = [];
    for (let at = 0; at < packed.length; at += FIELDS) {
      const seen = packed[at + 6]!;
      const flags = packed[at + 8]!;
      line.push({
        gpc: pairs[packed[at]!]!,
        state: STATES[packed[at + 1]!]!,
        p: packed[at + 2]! / 1000,
        low: packed[at + 3]! / 1000,
        high: packed[at + 4]! / 1000,
        basedOn: packed[at + 5]!,
        lastSeen: seen === null ? null : new Date(seen).toISOString(),
        known: packed[at + 7]! / 1000,
        slow: (flags & 1) === 1,
        due: (flags & 2) === 2,
      });
    }
    return { ...child, line };
  });
}
