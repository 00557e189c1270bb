/** Who is accurate but slow, fast but inaccurate, both, or neither. */
export type Quadrant = 'accurate and quick' | 'accurate, slow' | 'quick, inaccurate' | 'neither';

/** Where a reading stands; null where it has no accuracy or no speed. */
export function quadrantOf(
  score: { readonly accuracy: number | null; readonly wcpm: number | null },
  needs: { readonly accuracy: number; readonly wcpm: number },
): Quadrant | null {
  if (score.accuracy === null || score.wcpm === null) return null;
  const accurate = score.accuracy >= needs.accuracy;
  const quick = score.wcpm >= needs.wcpm;
  return accurate ? (quick ? 'accurate and quick' : 'accurate, slow') : quick ? 'quick, inaccurate' : 'neither';
}
