/** Where each child stands by accuracy and speed, from the newest first readings of texts. */
import { fullName, type ChildLine, type ReadingSummary, type SchoolClass, type SchoolSettings } from '@sapling/contract';
import { median } from '@sapling/core';
import { nextAim, speedOf, standingOf, type ReadingStanding, type ReadOnce } from '@sapling/core/reading';
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
    const firsts = series.flatMap(({ cold, reading: { at, score } }): ReadOnce[] =>
      cold && score.wcpm !== null ? [{ at, correct: score.correct, attempted: score.attempted, wcpm: score.wcpm }] : [],
    );
    const speed = speedOf(firsts);
    if (speed === null) return [];
    const newest = firsts.at(-1)!.at;
    const year = classes.find((c) => c.id === child.classId)?.year ?? '';
    return [{ child, firsts, newest, speed, aim: nextAim(settings.readingAims, year, newest)?.value }];
  });
  // the middle of what each is placed by, so that half of those shown are above it
  const middle = median(read.map(({ speed }) => speed));
  const standing = read.flatMap(({ child, firsts, newest, aim = middle }): Standing[] => {
    const found = standingOf(firsts, { accuracy: settings.readAlone, wcpm: aim });
    return found ? [{ ...found, id: child.id, name: fullName(child), newest, aim }] : [];
  });
  return { standing, ownAim: read.some(({ aim }) => aim !== undefined) };
}
