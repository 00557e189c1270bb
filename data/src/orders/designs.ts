/**
 * What the three orders aim at. Each is designed by counting (`design.ts`); here stands only what a way of
 * working values, which pairs each stage may choose from, and how many go in a step. The reasons are in
 * docs/decisions/teaching-order.md.
 */
import { SOUNDS, soundParts, type Gpc, type PairInfo, type Style } from '@sapling/core/phonics';

interface Stage {
  readonly name: string;
  /** Pairs a step, light ones not counted. */
  readonly perStep: number;
  readonly pairs: readonly Gpc[];
}
export interface Design {
  readonly id: string;
  readonly name: string;
  readonly style: Style;
  /** Why it goes as it goes, for the page of the order. */
  readonly why: string;
  /** Pairs easily mixed up that stand nearer than this many places are kept away where they can be. */
  readonly keepApart: number;
  /** At most so many irregular words a step. */
  readonly wordsPerStep: number;
  readonly stages: readonly Stage[];
  /** What this way of working multiplies a pair's worth by. `share` is how often the grapheme spells the sound, `spells` how often the sound is spelled so. */
  readonly value: (pair: PairInfo, share: number, spells: number) => number;
}

const list = (text: string): Gpc[] => text.trim().split(/\s+/);

const LETTERS = list('s:s a:a t:t p:p i:i n:n m:m d:d g:g o:o c:k k:k e:e u:u r:r h:h b:b f:f l:l j:j v:v w:w x:ks y:y z:z s:z');
const DOUBLES = list('ff:f ll:l ss:s zz:z tt:t pp:p bb:b dd:d gg:g mm:m nn:n rr:r');
const CONSONANTS = list('ck:k ch:ch sh:sh th:th th:dh ng:ng n:ng qu:kw wh:w tch:ch');
const TEAMS = list('ai:ay ay:ay ee:ee ea:ee igh:igh oa:oh oo:oo oo:uu ar:ar or:or ur:ur er:er ow:ow oi:oy oy:oy ir:ur aw:aw ou:ow ow:oh');
const R_VOWELS = list('air:air ear:eer are:air ore:or ear:ur or:ur eer:eer');
const FINAL_E = list('a_e:ay i_e:igh o_e:oh u_e:yoo u_e:oo e_e:ee');
/** Endings of words and syllables: a consonant's silent e, what an ending sounds like, weak vowels. */
const ENDINGS = list('ed:d ed:t ve:v se:s se:z ce:s ge:j le:uhl y:ee');
const OPEN = list('e:ee o:oh i:igh a:ay y:igh u:yoo u:oo');
const SOFT = list('c:s g:j dge:j');
const WEAK = list('a:uh e:uh o:uh e:i u:uh or:er ar:er');
const SECOND = list(
  'o:u a:o a:aw ea:e ie:ee ie:igh au:aw al:aw oul:uu ew:oo ew:yoo ue:oo ue:yoo u:uu ey:ee oe:oh o:oo ui:oo ou:oo ou:u ey:ay oor:or oar:or our:or ere:air ear:air ar:or er:ur a:ah al:ah ea:ay ei:ee o_e:u o_e:oo eigh:ay ough:aw augh:aw',
);
const RARER = list(
  'ph:f kn:n wr:r mb:m gn:n wh:h ch:k ch:sh ti:sh ci:sh si:zh s:zh ssi:sh sc:s st:s gu:g bu:b gh:f gh:g rh:r t:ch ure:er our:er ur:er ou:uh i:ee y:i a:i ai:i i_e:ee i_e:i a:e x:gz cc:k er:eer ar:air i:y eigh:igh ough:oh u:w uy:igh y_e:igh dg:j ear:ar ere:eer s:sh',
);

const canBeHeld = (p: PairInfo): boolean => soundParts(p.sound).every((part) => SOUNDS.get(part)!.hold);

export const DESIGNS: readonly Design[] = [
  {
    id: 'riverbank',
    name: 'Riverbank order',
    style: 'revisit to apply',
    why: 'Each step brings about four pairs, chosen for nothing but the words they open: a group that goes back to what it met every day soon has sentences to read, and meets the words of running text early. It suits a class that moves fast and comes back often; the price is that four new pairs stand side by side, so what is easily mixed up is kept two steps apart.',
    keepApart: 4,
    wordsPerStep: 3,
    stages: [
      { name: 'single letters', perStep: 4, pairs: LETTERS },
      { name: 'two letters, one consonant; letters doubled', perStep: 3, pairs: [...CONSONANTS, ...DOUBLES, 'y:ee'] },
      {
        name: 'vowels of two and three letters',
        perStep: 4,
        pairs: [...TEAMS, ...R_VOWELS.slice(0, 3), 'e:ee', 'o:oh', 'y:igh', 'ed:d', 'ed:t'],
      },
      { name: 'silent final e', perStep: 4, pairs: [...FINAL_E, ...ENDINGS, 'i:igh', 'a:aw', 'e:uh', 'a:uh'] },
      {
        name: 'second sounds and spellings',
        perStep: 5,
        pairs: [...OPEN, ...SOFT, ...R_VOWELS, ...WEAK, ...SECOND, 'kn:n', 'wr:r', 'ph:f', 'ti:sh', 'wh:h'],
      },
      { name: 'rarer spellings and longer words', perStep: 6, pairs: RARER },
    ],
    value: () => 1,
  },
  {
    id: 'hillside',
    name: 'Hillside order',
    style: 'cue and answer',
    why: 'Two pairs a step, sounds that can be held first (n, s, m before t, p, k), and graphemes that mostly say this one sound: an adult gives a cue and all answer at once, so each sound must bear being drawn out and each answer must be the likely one. It suits children for whom blending is hard; the price is length, fifty‑eight steps.',
    keepApart: 7,
    wordsPerStep: 2,
    stages: [
      // one or two new sounds a step; those that can be held come first, since the group says them together and slides into the next
      { name: 'single letters', perStep: 2, pairs: LETTERS },
      { name: 'two letters, one consonant; letters doubled', perStep: 2, pairs: [...CONSONANTS, ...DOUBLES, 'e:ee', 'o:oh'] },
      {
        name: 'silent final e, then vowels of two letters',
        perStep: 2,
        pairs: [...FINAL_E.slice(0, 3), ...TEAMS, 'y:ee', 'y:igh', 've:v', 'ed:d', 'ed:t', 'le:uhl'],
      },
      {
        name: 'endings, soft letters, vowels with r',
        perStep: 3,
        pairs: [...FINAL_E, ...ENDINGS, ...SOFT, ...R_VOWELS, 'i:igh', 'a:aw', 'a:uh', 'e:uh', 'a:ay', 'o:uh'],
      },
      { name: 'second sounds and spellings', perStep: 4, pairs: [...OPEN, ...WEAK, ...SECOND, 'kn:n', 'wr:r', 'ph:f', 'ti:sh', 'wh:h'] },
      { name: 'rarer spellings and longer words', perStep: 6, pairs: RARER },
    ],
    value: (pair, share) => (canBeHeld(pair) ? 2.2 : 1) * (0.4 + share),
  },
  {
    id: 'lantern',
    name: 'Lantern order',
    style: 'cards and dictation',
    why: 'Each pair is chosen by how far it can be trusted both ways: how often the grapheme says the sound, and how often the sound is spelled so. Every card is read and then written from dictation, so a spelling comes when it is the one to write. It suits groups that spell as much as they read; the price is that some common sounds with many spellings come late.',
    keepApart: 5,
    wordsPerStep: 3,
    stages: [
      { name: 'single letters', perStep: 3, pairs: LETTERS },
      // what is read is also spelled: pairs that are sure both ways first, whatever their kind; open syllables early
      {
        name: 'sure both ways',
        perStep: 3,
        pairs: [
          ...CONSONANTS,
          ...DOUBLES,
          ...FINAL_E.slice(0, 3),
          'e:ee',
          'o:oh',
          'y:ee',
          'ee:ee',
          'ar:ar',
          'or:or',
          'er:er',
          'oo:oo',
          'ay:ay',
          'ai:ay',
          've:v',
          'ed:d',
          'ed:t',
        ],
      },
      {
        name: 'vowels and their other spellings',
        perStep: 4,
        pairs: [...TEAMS, ...FINAL_E, ...ENDINGS, ...SOFT, 'y:igh', 'i:igh', 'a:ay', 'a:aw', 'a:uh', 'e:uh', 'a:o', 'o:u'],
      },
      {
        name: 'open syllables and second spellings',
        perStep: 5,
        pairs: [...OPEN, ...R_VOWELS, ...WEAK, ...SECOND, 'kn:n', 'wr:r', 'ph:f', 'ti:sh', 'wh:h'],
      },
      { name: 'rarer spellings and endings', perStep: 6, pairs: RARER },
    ],
    value: (_pair, share, spells) => (0.25 + share) * (0.25 + spells),
  },
];

/** Easily mixed up by eye or ear: at least two steps and eight pairs lie between the two of each row. */
export const FAR_APART: readonly (readonly [readonly Gpc[], readonly Gpc[]])[] = [
  [['b:b'], ['d:d']],
  [['p:p'], ['qu:kw']],
  [['m:m'], ['n:n']],
  [['e:e'], ['i:i']],
  [['o:o'], ['u:u']],
  [['f:f'], ['th:th', 'th:dh']],
  [['sh:sh'], ['ch:ch']],
];
/** The reliable spelling comes before the other ones of its sound. */
export const BEFORE: readonly (readonly [Gpc, Gpc])[] = (
  [
    ['o:o', 'u:u'],
    ['i:i', 'e:e'],
    ['ee:ee', 'ea:ee'],
    ['ee:ee', 'ie:ee'],
    ['ee:ee', 'ey:ee'],
    ['ee:ee', 'e_e:ee'],
    ['ch:ch', 'tch:ch'],
    ['ch:ch', 'wr:r'],
    ['ch:ch', 'kn:n'],
    ['sh:sh', 'ti:sh'],
    ['ng:ng', 'n:ng'],
    ['or:or', 'ore:or'],
    ['or:or', 'oar:or'],
    ['or:or', 'oor:or'],
    ['or:or', 'our:or'],
    ['air:air', 'are:air'],
    ['ay:ay', 'a:ay'],
    ['oo:oo', 'ew:oo'],
    ['oo:oo', 'ue:oo'],
    ['oo:oo', 'u_e:oo'],
    ['oo:oo', 'u:oo'],
    ['oo:oo', 'ou:oo'],
    ['ow:ow', 'ow:oh'],
    ['oi:oy', 'oy:oy'],
    ['igh:igh', 'ie:igh'],
    ['er:er', 'or:er'],
    ['er:er', 'ar:er'],
    ['er:er', 'er:ur'],
    ['aw:aw', 'au:aw'],
    ['s:s', 'c:s'],
    ['j:j', 'g:j'],
    ['c:s', 'ce:s'],
    ['g:j', 'ge:j'],
    ['er:er', 'ure:er'],
    ['er:er', 'our:er'],
    ['ur:ur', 'er:ur'],
    ['er:er', 'ur:er'],
  ] as const
).map((row) => row);

/** Words of running text that a child meets from the first page: taught as wholes at the latest by this share of the steps. */
export const EARLY_WORDS: readonly (readonly [share: number, words: string])[] = [
  [0.1, 'the i a to no'],
  [0.2, 'of is was you he she me we be go so said his has'],
  [0.3, 'they are have my do come one her like what'],
  [0.38, 'where there some all who your were here want very when with for this that now then them'],
];
