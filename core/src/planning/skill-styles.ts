/**
 * Sessions for a skill, as each way of working would have them: the same skill, another order and other words to the adult.
 * Minutes are of a session of thirty.
 */
import type { SessionSkill } from './part-content.js';
import type { PartKind } from './parts/index.js';
import { part, SHIPPED_STYLES, type SessionStyle, type StylePart } from './session-style.js';

type Step = readonly [kind: PartKind, minutes: number];

/** Parts of a session for a skill, in the order of revisit to apply: from what is heard or known to what is read and written. */
const STEPS: Readonly<Record<SessionSkill, readonly Step[]>> = {
  blending: [
    ['review', 3],
    ['say it fast', 4],
    ['build up', 6],
    ['slow and fast', 5],
    ['stepped words', 4],
    ['made-up words', 3],
    ['yes or no', 3],
    ['text', 4],
  ],
  listening: [
    ['review', 3],
    ['take apart', 6],
    ['listen', 5],
    ['picture sort', 5],
    ['sound boxes', 5],
    ['find', 4],
    ['sentence', 3],
  ],
  clusters: [
    ['review', 3],
    ['lost sound', 4],
    ['add a sound', 6],
    ['clusters', 6],
    ['stepped words', 4],
    ['sound boxes', 4],
    ['sentence', 3],
    ['text', 3],
  ],
  'longer words': [
    ['review', 3],
    ['by syllable', 9],
    ['endings', 6],
    ['spell', 4],
    ['sentence', 3],
    ['text', 5],
  ],
  'irregular words': [
    ['review', 3],
    ['irregular words', 7],
    ['read, spell, read', 7],
    ['sentence', 4],
    ['yes or no', 3],
    ['text', 6],
  ],
  spelling: [
    ['review', 3],
    ['take apart', 3],
    ['sound boxes', 7],
    ['spell', 6],
    ['tick or mend', 4],
    ['sentence', 4],
    ['read words', 3],
  ],
  fluency: [
    ['review', 3],
    ['cold reading', 7],
    ['phrases', 8],
    ['partners', 4],
    ['warm reading', 8],
  ],
};
/** What a way of working does otherwise than the first. */
const INSTEAD: Readonly<Record<string, Partial<Record<SessionSkill, readonly Step[]>>>> = {
  'cue-and-answer': {
    blending: [
      ['review', 3],
      ['say it fast', 6],
      ['slow and fast', 8],
      ['build up', 5],
      ['made-up words', 3],
      ['text', 5],
    ],
    clusters: [
      ['review', 3],
      ['lost sound', 5],
      ['clusters', 8],
      ['add a sound', 5],
      ['spell', 4],
      ['text', 5],
    ],
    'irregular words': [
      ['review', 3],
      ['read, spell, read', 9],
      ['irregular words', 6],
      ['text', 10],
      ['yes or no', 2],
    ],
    spelling: [
      ['review', 3],
      ['take apart', 4],
      ['spell', 10],
      ['tick or mend', 4],
      ['sentence', 5],
      ['read words', 4],
    ],
    fluency: [
      ['cold reading', 8],
      ['phrases', 8],
      ['warm reading', 8],
      ['yes or no', 4],
    ],
  },
  'cards-and-dictation': {
    blending: [
      ['review', 4],
      ['build up', 6],
      ['stepped words', 6],
      ['say it fast', 3],
      ['sound boxes', 5],
      ['sentence', 4],
      ['text', 2],
    ],
    clusters: [
      ['review', 4],
      ['clusters', 5],
      ['sound boxes', 7],
      ['add a sound', 4],
      ['lost sound', 3],
      ['sentence', 5],
    ],
    'longer words': [
      ['review', 4],
      ['endings', 9],
      ['by syllable', 7],
      ['spell', 5],
      ['sentence', 5],
    ],
    spelling: [
      ['review', 4],
      ['sound boxes', 8],
      ['spell', 6],
      ['tick or mend', 4],
      ['sentence', 6],
    ],
  },
};
/** How a part is done otherwise in a way of working. */
const HOW: Readonly<Record<string, Partial<Record<PartKind, string>>>> = {
  'cue-and-answer': {
    'say it fast':
      'Say the pieces, a beat between them. Signal: all say the word. Then one child alone. Syllables first, then first sound and rest, then single sounds.',
    'slow and fast':
      '“Say it slowly.” Slide under the word as all hold its sounds. “Say it fast.” Signal: all say it. Then single children, the least sure first.',
    clusters: 'Touch under each letter: all say its sound. Slide under the two together, then the word. Signal each time.',
    'read, spell, read': '“What word?” – all. “Spell it.” – all, letter by letter, as you touch. “What word?” – all. Then one child alone.',
    spell: 'Say the word and use it in a sentence. All say its sounds at the signal, then write it; “tick or mend” at once.',
    phrases: 'Read to the stroke; signal: all read it back together in the same way. Then each child one sentence alone.',
  },
  'cards-and-dictation': {
    'build up': 'Lay a card for each sound. Slide the first into the second and say them; add one card more. The child moves the cards.',
    clusters: 'A card for each letter. The child taps each sound on a finger, then blends the two, then the word, and writes it.',
    'by syllable': 'The child marks the vowels, then parts the word, reads each piece, then all of it, and writes it piece by piece.',
    'tick or mend':
      'The child reads back what stands on the paper, letter by letter as it is written, ticks what is right and mends the rest above.',
  },
};

/**
 * The style of a session for a skill in a way of working.
 * @param like the style whose way it follows: a school's own counts as revisit to apply, with its words at an error
 * @example skillStyle('blending').parts[1].kind // 'say it fast'
 */
export function skillStyle(skill: SessionSkill, like: SessionStyle = SHIPPED_STYLES[0]!): SessionStyle {
  const steps = INSTEAD[like.id]?.[skill] ?? STEPS[skill];
  const parts = steps.map(([kind, minutes]): StylePart => {
    // the way's own words for a part that it has anyway
    const own = like.parts.find((p) => p.kind === kind);
    return part(kind, minutes, HOW[like.id]?.[kind] ? { how: HOW[like.id]![kind]! } : own ? { title: own.title, how: own.how } : {});
  });
  return { ...like, name: `${like.name}: ${skill}`, parts };
}
