/** Where each child stands by accuracy and speed, from the newest first readings of texts. */
import { fullName, type ChildLine, type ReadingSummary, type SchoolClass, type SchoolSettings } from '@sapling/contract';
import { nextAim, standingOf, type ReadingStanding, type ReadOnce } from '@sapling/core/reading';
import { seriesOf } from './series.js';

export interface Standing extends ReadingStanding {
  readonly id: string;
  readonly name: string;
  /** When the newest of the readings was. */
  readonly newest: string;
  readonly aim: number;
}
export const isNear = ({ near }: ReadingStanding): boolean => near.accuracy || near.speed;
/** How many readings a figure rests on. */
export const readingsWords = (count: number): string => (count === 1 ? 'one reading' : `${count} readings`);

const readOnce = ({ at, score }: ReadingSummary): ReadOnce => ({
  at,
  correct: score.correct,
  attempted: score.attempted,
  wcpm: score.wcpm!,
});
const middle = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;

/** @returns those who have read, and whether any of them has an aim of the school's own; without one, quick is above the middle of all */
export function standingsOf(
  children: readonly ChildLine[],
  readings: readonly ReadingSummary[],
  settings: Pick<SchoolSettings, 'readAlone' | 'readingAims'>,
  classes: readonly Pick<SchoolClass, 'id' | 'year'>[],
): { readonly standing: readonly Standing[]; readonly ownAim: boolean } {
  const read = children.flatMap((child) => {
    const own = readings.filter((r) => r.child === child.id);
    const series = seriesOf(own, [], undefined, { timing: 'every reading', withHelp: 0 });
    const firsts = series.flatMap(({ cold, reading }) => (cold && reading.score.wcpm !== null ? [readOnce(reading)] : []));
    return firsts.length > 0 ? [{ child, firsts, newest: firsts.at(-1)! }] : [];
  });
  // the middle of what each is placed by, so that half of those shown are above it
  const fallback = middle(read.flatMap(({ firsts }) => standingOf(firsts, { accuracy: settings.readAlone, wcpm: 0 })?.wcpm ?? []));
  let ownAim = false;
  const standing = read.flatMap(({ child, firsts, newest }): Standing[] => {
    const year = classes.find((c) => c.id === child.classId)?.year ?? '';
    const aim = nextAim(settings.readingAims, year, newest.at);
    if (aim) ownAim = true;
    const needs = { accuracy: settings.readAlone, wcpm: aim?.value ?? fallback };
    const found = standingOf(firsts, needs);
    return found ? [{ ...found, id: child.id, name: fullName(child), newest: newest.at, aim: needs.wcpm }] : [];
  });
  return { standing, ownAim };
}
