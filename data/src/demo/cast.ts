/** Who is who in the demo school: each child is of a kind that a teacher meets, and answers accordingly. */

/**
 * - `secure` and `usual`: doing well, with few gaps or none.
 * - `hole`: missed one stretch of the order while away; before and after it much is known.
 * - `low`: has come half as far as the class.
 * - `late`: joined three weeks ago from another school; knows late pairs and lacks early ones.
 * - `slow`: knows nearly everything, each card takes several seconds.
 * - `blend`: knows the letters and cannot push the sounds together.
 */
export type DemoKind = 'secure' | 'usual' | 'hole' | 'low' | 'late' | 'slow' | 'blend';

/** By class, child by child. */
export const DEMO_CAST: readonly (readonly DemoKind[])[] = [
  ['usual', 'hole', 'secure', 'low', 'hole', 'low', 'usual', 'hole', 'low', 'late', 'secure', 'hole', 'low', 'usual'],
  ['secure', 'usual', 'hole', 'blend', 'usual', 'hole', 'low', 'slow', 'usual', 'hole', 'low', 'hole', 'low', 'low'],
  ['usual', 'secure', 'usual', 'slow', 'usual', 'low', 'secure', 'usual', 'blend', 'usual', 'hole', 'usual'],
];
/** Kinds whose children are in a group. */
export const IN_GROUPS: ReadonlySet<DemoKind> = new Set(['hole', 'low']);

/** Chance that a child of a kind knows a pair that stands at `place` (0 first, 1 last) of what was taught. */
export function chanceOf(kind: DemoKind, place: number, ability: number): number {
  const usual = ability + 0.16 * (1 - place) - 0.12 * place;
  switch (kind) {
    case 'secure':
      return 0.97;
    case 'usual':
      return usual;
    case 'blend':
      return 0.93;
    case 'slow':
      return 0.97;
    case 'hole':
      return place > 0.4 && place < 0.72 ? 0.14 : place < 0.5 ? 0.985 : 0.75;
    case 'low':
      return place < 0.42 ? 0.97 : place < 0.55 ? 0.4 : 0.08;
    case 'late':
      return place < 0.5 ? 0.2 : 0.86;
  }
}
