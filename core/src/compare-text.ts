/**
 * Order of two texts by their code units, for sorting: 0 where they are the same, so that what has the same time is put in order
 * by what comes next (a key) and not by the order it happened to arrive in. Moments in ISO 8601 UTC are in order of time.
 * @example marks.sort((a, b) => compareText(a.at, b.at) || compareText(a.id, b.id))
 */
export const compareText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
