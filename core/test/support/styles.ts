/** Styles that hold parts of given kinds, for tests. */
import { PART_KINDS, PART_WORDS, type PartKind, type SessionStyle } from '../../src/index.js';

export const KINDS = PART_KINDS.filter((k) => k !== 'own');
export const styleOfKinds = (kinds: readonly PartKind[], id = 'all'): SessionStyle => ({
  id,
  name: 'All there is',
  oldToNew: 6,
  atError: '',
  parts: kinds.map((kind) => ({ id: kind, kind, minutes: 3, ...PART_WORDS[kind] })),
});
export const everyKind = styleOfKinds([
  'review', 'focus', 'listen', 'find', 'letter formation', 'read words', 'stepped words', 'made-up words', 'word chain', 'sort spellings', 'irregular words', 'endings', 'sound boxes', 'spell', 'sentence',
]); // prettier-ignore
