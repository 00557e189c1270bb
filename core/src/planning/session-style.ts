/** Styles of a session: which parts in which order with how many minutes. Three ship with the tool; a school makes its own. */
import { CoreError } from '../errors.js';
import type { Style } from '../phonics/teaching-order.js';
import { PART_KINDS, partKind, type PartKind } from './parts/index.js';

export interface StylePart {
  readonly id: string;
  readonly kind: PartKind;
  readonly title: string;
  /** Of a session as long as the style's; another length shares its minutes alike. */
  readonly minutes: number;
  readonly how: string;
}
export interface SessionStyle {
  readonly id: string;
  readonly name: string;
  readonly parts: readonly StylePart[];
  /** Old cards to each new one in the review. */
  readonly oldToNew: number;
  /** What the adult says at an error. */
  readonly atError: string;
  /** All answer at once: words are for all, and a child's own come after them in turn. */
  readonly together?: boolean;
}

/** The name a part goes by and what is done in it, where a style says nothing else. */
export const PART_WORDS = Object.fromEntries(
  PART_KINDS.map((kind) => [kind, { title: partKind(kind).title, how: partKind(kind).how }]),
) as Readonly<Record<PartKind, { readonly title: string; readonly how: string }>>;

/** A part of a style as it ships: its kind's own words, unless the style has others. */
export const part = (kind: PartKind, minutes: number, words: Partial<{ id: string; title: string; how: string }> = {}): StylePart => ({
  id: kind,
  kind,
  minutes,
  ...PART_WORDS[kind],
  ...words,
});

const STYLE_ID: Record<Style, string> = {
  'revisit to apply': 'revisit-to-apply',
  'cue and answer': 'cue-and-answer',
  'cards and dictation': 'cards-and-dictation',
};
/** The style that goes with a way of working. */
export const styleFor = (style: Style): SessionStyle => SHIPPED_STYLES.find((s) => s.id === STYLE_ID[style])!;

/** The three ways of working as sessions of thirty minutes. */
export const SHIPPED_STYLES: readonly SessionStyle[] = [
  {
    id: 'revisit-to-apply',
    name: 'Revisit to apply',
    oldToNew: 8,
    atError:
      'Point under the part that slipped. “Say the sounds again.” If it does not come, say the sound, have it said. In the end say the whole word and have it read once more.',
    parts: [
      part('review', 3, { title: 'Revisit' }),
      part('focus', 4, { title: 'Teach' }),
      part('letter formation', 2),
      part('read words', 6),
      part('sort spellings', 3),
      part('irregular words', 2),
      part('sound boxes', 4),
      part('sentence', 2),
      part('text', 4),
    ],
  },
  {
    id: 'cue-and-answer',
    name: 'Cue and answer',
    together: true,
    oldToNew: 6,
    atError:
      '“This sound is …” – “What sound?” – all answer, and the one who slipped says it once more alone. Go two items back, come to it again, and ask once more before the part ends.',
    parts: [
      part('review', 3, {
        how: 'Touch the card, wait a second, signal: all answer. Then three cards to single children, the least sure first.',
      }),
      part('focus', 4, { title: 'New sound', how: 'Model it: “This sound is …”. Signal, all answer, twice. Then each child alone, once.' }),
      part('listen', 2, { title: 'Say it, push it together' }),
      part('read words', 6, {
        how: 'Touch under each grapheme as all sound it out, slide back, signal: all say the word. Second time without sounding out. A word with a name is called for that child alone.',
      }),
      part('irregular words', 2, { how: 'Say the word, signal, all say it. Spell it aloud, say it again.' }),
      part('text', 10, {
        title: 'Story, three times',
        how: 'First for the words, every child at the same time. Again with the questions. Again so that it sounds like talking.',
      }),
      part('spell', 3, { how: 'Say the word. All say its sounds at the signal, then write it; check letter by letter.' }),
    ],
  },
  {
    id: 'cards-and-dictation',
    name: 'Cards and dictation',
    oldToNew: 10,
    atError:
      'Have the child read back what they wrote or said and compare it with the card: many find it themselves. Then say it as it should be, “this is …”, have the child say it once more, and put the card back two places.',
    parts: [
      part('review', 4, {
        title: 'Card drill, both ways',
        how: 'Show each card for its sound. Then say each sound: the children write its spellings.',
      }),
      part('focus', 4, { title: 'New card' }),
      part('stepped words', 3),
      part('sound boxes', 5, { title: 'Tap out and spell' }),
      part('endings', 4, {
        title: 'Base word, then ending',
        how: 'Dictate the base word, then the ending. Say what has to change before it is written.',
      }),
      part('irregular words', 3, { how: 'Read it, name the odd part, spell it aloud while writing, cover it, write it again, read it.' }),
      part('sentence', 4, { title: 'Dictate a sentence' }),
      part('text', 3),
    ],
  },
];

const LONGEST_TITLE = 80;
const LONGEST_HOW = 400;
export const MOST_PARTS = 16;

/**
 * A style that can be kept: trimmed, whole minutes, every part with an id of its own.
 * @throws CoreError `empty` without a name or parts, `out-of-range` for more than 16 parts, minutes outside 1 to 30 or a ratio outside 1 to 20.
 */
export function checkedStyle(style: SessionStyle): SessionStyle {
  const name = style.name.trim();
  if (name === '') throw new CoreError('empty', 'name', 'A style needs a name.');
  if (style.parts.length === 0) throw new CoreError('empty', 'parts', 'A style needs at least one part.');
  if (style.parts.length > MOST_PARTS)
    throw new CoreError('out-of-range', 'parts', `A style has at most ${MOST_PARTS} parts.`, {
      from: 1,
      to: MOST_PARTS,
      is: style.parts.length,
    });
  if (!Number.isInteger(style.oldToNew) || style.oldToNew < 1 || style.oldToNew > 20)
    throw new CoreError('out-of-range', 'oldToNew', 'Old cards to each new one: from 1 to 20.', { from: 1, to: 20, is: style.oldToNew });
  const taken = new Set<string>();
  const parts = style.parts.map((p, k) => {
    if (!PART_KINDS.includes(p.kind)) throw new CoreError('bad-input', `parts.${k}.kind`, `"${p.kind}" is no kind of part.`);
    if (!Number.isInteger(p.minutes) || p.minutes < 1 || p.minutes > 30)
      throw new CoreError('out-of-range', `parts.${k}.minutes`, 'A part takes from 1 to 30 minutes.', { from: 1, to: 30, is: p.minutes });
    const title = (p.title.trim() || PART_WORDS[p.kind].title).slice(0, LONGEST_TITLE);
    let id = p.id || p.kind;
    for (let n = 2; taken.has(id); n += 1) id = `${p.kind} ${n}`;
    taken.add(id);
    return { id, kind: p.kind, title, minutes: p.minutes, how: p.how.trim().slice(0, LONGEST_HOW) };
  });
  return {
    id: style.id,
    name,
    parts,
    oldToNew: style.oldToNew,
    atError: style.atError.trim().slice(0, LONGEST_HOW),
    ...(style.together ? { together: true } : {}),
  };
}

/** A part is not begun for less. */
export const LEAST_A_PART = 2;

/**
 * Whole minutes for parts, none under its least, that add up exactly (largest remainder). Where there are too few for all,
 * the parts of least worth go, of equal ones the one with fewer minutes, the later first.
 * @param worth what a part is worth to the session; by their minutes alone, the first two never going, where left out
 * @param leastOf minutes under which a part is not begun; two where left out. The last part left takes whatever there is.
 * @example shareMinutes(20, [{ minutes: 10 }, { minutes: 20 }]) // [{ part, minutes: 7 }, { part, minutes: 13 }]
 */
export function shareMinutes<T extends { readonly minutes: number }>(
  minutes: number,
  parts: readonly T[],
  worth?: (part: T) => number,
  leastOf: (part: T) => number = () => LEAST_A_PART,
): { part: T; minutes: number }[] {
  const kept = [...parts];
  const rank = (p: T, k: number): number => (worth ? 100 * worth(p) : k < 2 ? 1000 : 0) + p.minutes;
  while (kept.length > 1 && kept.reduce((sum, p) => sum + leastOf(p), 0) > minutes) {
    let least = 0;
    for (let k = 1; k < kept.length; k += 1) if (rank(kept[k]!, k) <= rank(kept[least]!, least)) least = k;
    kept.splice(least, 1);
  }
  // what would get less than its least gets that, and the others share the rest
  const floor = (p: T): number => Math.min(leastOf(p), minutes);
  const small = new Set<T>();
  for (;;) {
    const left = minutes - [...small].reduce((sum, p) => sum + floor(p), 0);
    const sum = kept.reduce((a, p) => a + (small.has(p) ? 0 : p.minutes), 0);
    const next = kept.filter((p) => !small.has(p) && (left * p.minutes) / sum < floor(p));
    if (next.length === 0)
      return apportion(
        minutes,
        kept.map((part) => ({ part, exact: small.has(part) ? floor(part) : (left * part.minutes) / sum })),
      );
    for (const p of next) small.add(p);
  }
}

function apportion<T>(minutes: number, shares: readonly { readonly part: T; readonly exact: number }[]): { part: T; minutes: number }[] {
  const out = shares.map((s) => ({ ...s, minutes: Math.floor(s.exact) }));
  let rest = minutes - out.reduce((a, o) => a + o.minutes, 0);
  for (const o of [...out].sort((a, b) => b.exact - b.minutes - (a.exact - a.minutes))) {
    if (rest <= 0) break;
    o.minutes += 1;
    rest -= 1;
  }
  return out.map(({ part, minutes: m }) => ({ part, minutes: m }));
}
