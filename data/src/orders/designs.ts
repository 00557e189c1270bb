/**
 * What the three orders aim at. Each is designed by counting (`design.ts`); here stands only what a way of
 * working values, which pairs each stage may choose from, and how many go in a step. The reasons are in
 * docs/decisions/teaching-order.md.
 */
import { LONG_VOWELS, SOUNDS, soundParts, type PairInfo, type Style } from '@sapling/core';

export interface Stage {
  readonly name: string;
  /** How many pairs it places at most. */
  readonly pairs: number;
  readonly perStep: number;
  readonly allow: (pair: PairInfo) => boolean;
}
export interface Design {
  readonly id: string;
  readonly name: string;
  readonly style: Style;
  /** Pairs this many places apart are no longer held to be mixed up by nearness. */
  readonly keepApart: number;
  readonly wordsPerStep: number;
  /** Irregular words start after so many pairs. */
  readonly wordsAfter: number;
  readonly stages: readonly Stage[];
  /** What this way of working multiplies a pair's worth by. `share` is how often the grapheme spells the sound, `spells` how often the sound is spelled so. */
  readonly value: (pair: PairInfo, share: number, spells: number) => number;
}

const LETTERS = new Set('s:s a:a t:t p:p i:i n:n m:m d:d g:g o:o c:k k:k e:e u:u r:r h:h b:b f:f l:l j:j v:v w:w x:ks y:y z:z'.split(' '));
const WEAK = new Set(['uh', 'er']);
const CONSONANTS = new Set(
  'ff:f ll:l ss:s zz:z ck:k tt:t pp:p bb:b dd:d gg:g mm:m nn:n rr:r tch:ch dge:j ch:ch sh:sh th:th th:dh ng:ng n:ng qu:kw wh:w kn:n wr:r ph:f s:z'.split(
    ' ',
  ),
);
const VOWEL_TEAMS = new Set(
  'ai:ay ay:ay ee:ee ea:ee igh:igh oa:oh oo:oo oo:uu ar:ar or:or ur:ur er:er ow:ow oi:oy oy:oy air:air ear:eer ir:ur aw:aw ou:ow ew:oo ew:yoo ue:oo ue:yoo'.split(
    ' ',
  ),
);
const FINAL_E = /^(a_e:ay|i_e:igh|o_e:oh|u_e:yoo|u_e:oo|e_e:ee|ve:v|se:z|se:s|ce:s|ge:j)$/;
const SECOND =
  /^(e:ee|o:oh|i:igh|u:yoo|a:ay|y:ee|y:igh|ow:oh|ea:e|c:s|g:j|ed:t|ed:d|ie:ee|ie:igh|le:uhl|o:u|a:o|a:aw|ey:ee|are:air|or:ur|ou:oo|oe:oh|au:aw|al:aw|oul:uu|ch:k|ti:sh|eer:eer|ear:ur|u:uu|a:ah|our:or|ore:or|ere:air|y:i)$/;
const LATER = /^(ti:sh|ci:sh|ure:er|si:zh|ph:f|mb:m|kn:n|wr:r|gn:n|ch:k|sc:s|st:s|are:air|ore:or|our:or|ea:ay|ey:ee|au:aw)$/;

const letters = (p: PairInfo): boolean => LETTERS.has(p.gpc);
const consonants = (p: PairInfo): boolean => CONSONANTS.has(p.gpc);
const teams = (p: PairInfo): boolean => VOWEL_TEAMS.has(p.gpc);
const finalE = (p: PairInfo): boolean => FINAL_E.test(p.gpc);
const second = (p: PairInfo): boolean => SECOND.test(p.gpc);
const longer = (p: PairInfo): boolean => WEAK.has(p.sound) || LATER.test(p.gpc);
const canBeHeld = (p: PairInfo): boolean => soundParts(p.sound).every((part) => SOUNDS.get(part)!.hold);

export const DESIGNS: readonly Design[] = [
  {
    id: 'riverbank',
    name: 'Riverbank order',
    style: 'revisit to apply',
    keepApart: 4,
    wordsPerStep: 2,
    wordsAfter: 8,
    stages: [
      { name: 'single letters', pairs: 26, perStep: 4, allow: letters },
      { name: 'doubles and two letters, one consonant', pairs: 20, perStep: 4, allow: consonants },
      { name: 'vowels of two and three letters', pairs: 30, perStep: 3, allow: teams },
      { name: 'silent final e', pairs: 11, perStep: 3, allow: finalE },
      { name: 'second sounds and spellings', pairs: 24, perStep: 4, allow: second },
      { name: 'longer words', pairs: 16, perStep: 4, allow: longer },
    ],
    value: () => 1,
  },
  {
    id: 'hillside',
    name: 'Hillside order',
    style: 'cue and answer',
    keepApart: 7,
    wordsPerStep: 1,
    wordsAfter: 10,
    stages: [
      // one or two new sounds a step; those that can be held come first, since the group says them together and slides into the next
      { name: 'first sounds, held', pairs: 10, perStep: 2, allow: (p) => letters(p) && (canBeHeld(p) || p.gpc === 't:t') },
      { name: 'the other letters', pairs: 16, perStep: 2, allow: letters },
      { name: 'two letters, one consonant', pairs: 18, perStep: 2, allow: consonants },
      { name: 'silent final e, then vowel teams', pairs: 40, perStep: 2, allow: (p) => teams(p) || finalE(p) },
      { name: 'second sounds and spellings', pairs: 24, perStep: 2, allow: second },
      { name: 'longer words', pairs: 10, perStep: 2, allow: longer },
    ],
    value: (pair, share) => (canBeHeld(pair) ? 1.6 : 1) * (0.4 + share),
  },
  {
    id: 'lantern',
    name: 'Lantern order',
    style: 'cards and dictation',
    keepApart: 5,
    wordsPerStep: 2,
    wordsAfter: 12,
    stages: [
      { name: 'single letters', pairs: 26, perStep: 3, allow: letters },
      // what is read is also spelled: pairs that are sure both ways first, whatever their kind
      {
        name: 'sure both ways',
        pairs: 36,
        perStep: 3,
        allow: (p) => consonants(p) || teams(p) || finalE(p) || p.gpc === 'ed:d' || p.gpc === 'ed:t',
      },
      {
        name: 'open syllables and second spellings',
        pairs: 36,
        perStep: 3,
        allow: (p) => second(p) || teams(p) || finalE(p) || consonants(p),
      },
      { name: 'longer words and endings', pairs: 12, perStep: 3, allow: longer },
    ],
    value: (pair, share, spells) =>
      (0.25 + share) * (0.25 + spells) * (LONG_VOWELS.has(pair.sound) && pair.grapheme.length === 1 ? 0.6 : 1),
  },
];
