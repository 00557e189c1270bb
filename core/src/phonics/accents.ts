/** What an accent hears as one sound, and what is never told apart: an accent is never an error. Mergers as described by Wells, Accents of English (1982). */

/** Sound classes that one accent or another hears as one. Each is a setting of the school; an accent is never an error. */
export const ACCENT_MERGERS: Record<string, readonly (readonly [string, string])[]> = {
  'r not sounded': [
    ['aw', 'or'],
    ['ah', 'ar'],
    ['uh', 'er'],
  ],
  'cot and caught alike': [['o', 'aw']],
  'full and fool alike': [['uu', 'oo']],
  'put and putt alike': [['uu', 'u']],
  'pin and pen alike': [['i', 'e']],
  'bath as in father': [['a', 'ah']],
  'th as f': [
    ['th', 'f'],
    ['dh', 'v'],
  ],
  'poor as paw': [
    ['oor', 'or'],
    ['oor', 'aw'],
  ],
};
/** Never told apart: weak vowels, and what letters as an adult types them cannot show. */
const ALWAYS: readonly (readonly [string, string])[] = [
  ['uh', 'u'],
  ['uh', 'er'],
  ['er', 'ur'],
  ['or', 'aw'],
  ['ar', 'ah'],
  ['oor', 'or'],
  ['u', 'er'],
  ['th', 'dh'],
];

/**
 * Whether two sounds count as the same answer. `accent` names mergers, with commas between. What an accent hears as
 * one and what can never be told apart add up: where *bath* has the vowel of *father*, `barth` is right.
 */
export function sameSound(a: string, b: string, accent = ''): boolean {
  if (a === b || joins(ALWAYS, a, b)) return true;
  const mergers = accent.split(',').flatMap((name) => ACCENT_MERGERS[name.trim()] ?? []);
  if (mergers.length === 0) return false;
  if (joins(mergers, a, b)) return true;
  return mergers.some(
    ([x, y]) =>
      (x === a && joins(ALWAYS, y, b)) ||
      (y === a && joins(ALWAYS, x, b)) ||
      (x === b && joins(ALWAYS, y, a)) ||
      (y === b && joins(ALWAYS, x, a)),
  );
}
/** Weak vowels: as good as alike in what is said, and not in what is written, where *curp* is another vowel than *cup*. */
const WEAK = new Set(['uh', 'u', 'er']);
const MERGED: readonly string[] = [...new Set([...ALWAYS, ...Object.values(ACCENT_MERGERS).flat()].flat())];
/**
 * The sounds that a child may hear this one as, this one among them: where *bath* ends as *cuff* does, f is a way to spell its end.
 * @example soundsHeardAs('th', 'th as f') // ['th', 'f', 'dh']
 */
export const soundsHeardAs = (sound: string, accent = ''): string[] => [
  sound,
  ...MERGED.filter((other) => other !== sound && sameSound(sound, other, accent) && !(WEAK.has(sound) && WEAK.has(other))),
];
const joins = (pairs: readonly (readonly [string, string])[], a: string, b: string): boolean =>
  pairs.some(([x, y]) => (x === a && y === b) || (x === b && y === a));
