/** The keys of each screen, by its address. `?` shows them. */
import { say } from '../wording/say.js';
export interface KeyLine {
  readonly keys: readonly string[];
  readonly does: string;
}
const EVERYWHERE: readonly KeyLine[] = [
  { keys: ['Ctrl K'], does: say('go to a place, a child, a group, a text, a setting, a page of help') },
  { keys: ['?'], does: 'this list' },
  { keys: ['Esc'], does: 'close what is open' },
];
const BY_SCREEN: readonly { readonly at: RegExp; readonly title: string; readonly keys: readonly KeyLine[] }[] = [
  {
    at: /^\/check\/(?!paper|enter|reading|print)[^/]+/,
    title: 'A check',
    keys: [
      { keys: ['1', '2', '3', '4', '5'], does: 'mark, as the buttons say; letters for one hand under Team, You' },
      { keys: ['6'], does: 'sounds only, where a word is read' },
      { keys: ['7'], does: say('its other sound, where the grapheme has one') },
      { keys: ['A'], does: 'an accent, which counts as right' },
      { keys: ['0'], does: 'no answer, where the child points' },
      { keys: ['S'], does: 'what did they say?' },
      { keys: ['Z'], does: 'take the last mark back' },
      { keys: ['T'], does: 'second try, where the child points' },
      { keys: ['Esc'], does: 'pause' },
    ],
  },
  {
    at: /^\/reading\/(?!print)/,
    title: 'A reading',
    keys: [
      { keys: ['Enter'], does: 'start, stop, finish' },
      { keys: ['Space'], does: 'one word along' },
      { keys: ['←', '→', '↑', '↓'], does: 'choose a word' },
      { keys: ['L'], does: 'the last word that was read' },
      { keys: ['E'], does: 'what did they say?' },
      { keys: ['X'], does: 'take the marks of this word off' },
      { keys: ['Z'], does: 'take the last step back' },
    ],
  },
  {
    at: /^\/sessions\/[^/]+\/run/,
    title: 'Running a session',
    keys: [
      { keys: ['→', 'Space', 'Enter'], does: 'next card' },
      { keys: ['←'], does: 'the card before' },
      { keys: ['1', '…', '9'], does: 'mark a child on this card' },
      { keys: ['E'], does: 'what to say at a slip' },
      { keys: ['S'], does: 'shuffle what is left' },
      { keys: ['M'], does: 'sound marks on or off' },
      { keys: ['H'], does: 'hide the card' },
      { keys: ['A'], does: 'one by one, or all at once' },
    ],
  },
  {
    at: /^\/gaps/,
    title: 'The grid',
    keys: [
      { keys: ['←', '→', '↑', '↓'], does: 'move' },
      { keys: ['Home', 'End'], does: 'first and last column' },
      { keys: ['Enter'], does: 'what this rests on' },
      { keys: ['Space'], does: 'choose the child' },
      { keys: ['P'], does: say('choose the pair') },
    ],
  },
  {
    at: /^\/groups$/,
    title: 'The board',
    keys: [
      { keys: ['Space'], does: 'lift a child, and put it down' },
      { keys: ['←', '→'], does: say('to another group, while lifted') },
    ],
  },
  {
    at: /^\/sessions\/timetable/,
    title: 'The timetable',
    keys: [
      { keys: ['←', '→', '↑', '↓'], does: 'move a meeting' },
      { keys: ['Delete'], does: 'take it out' },
    ],
  },
  {
    at: /^\/sessions\/(new|[^/]+\/edit)/,
    title: 'A plan',
    keys: [{ keys: ['Ctrl Z'], does: 'take a change back' }],
  },
  {
    at: /^\/library\/orders\//,
    title: 'A teaching order',
    keys: [
      { keys: ['Alt ↑', 'Alt ↓'], does: 'move a step' },
      { keys: ['Delete'], does: say('take a pair out') },
      { keys: ['Ctrl Z'], does: 'take a change back' },
    ],
  },
];

/** The keys of a screen, its own before those that hold everywhere. */
export function keysFor(path: string): { readonly title: string; readonly keys: readonly KeyLine[] }[] {
  const own = BY_SCREEN.filter((screen) => screen.at.test(path)).map(({ title, keys }) => ({ title, keys }));
  return [...own, { title: 'Everywhere', keys: EVERYWHERE }];
}
