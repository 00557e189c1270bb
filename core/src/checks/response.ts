/**
 * What a response says: what was said is cut into sounds as ordinary letters show them, aligned along the
 * target's pairs by the cheapest alignment (Needleman and Wunsch 1970, with phonetic distances), and the
 * pattern is named. Every reading of the target and of what was said is tried; the kindest wins.
 */
import { CoreError } from '../errors.js';
import type { Lexicon, SegmentUnit } from '../phonics/lexicon.js';
import { LONGEST_WORD, normaliseWord, segment } from '../phonics/segment.js';
import { sameSound } from '../phonics/accents.js';
import { isVowelSound, SOUNDS, soundParts } from '../phonics/sounds.js';
import { baseAndEnding, shareOfGrapheme } from '../phonics/word-parts.js';
import { LETTER_NAMES, letterNamed } from './letter-names.js';
import { align, SHORT, type Alignment, type ResponseUnit } from './response-alignment.js';
import { pairsOf, soundsSaid, tokenSounds, type Spoken } from './sounds-said.js';

export type { ResponseUnit } from './response-alignment.js';

export type Pattern =
  | 'reversal'
  | 'digraph split'
  | 'letter name'
  | 'vowel swapped'
  | 'consonant swapped'
  | 'sound left out'
  | 'sound added'
  | 'order changed'
  | 'made real'
  | 'first letters only'
  | 'other sound of grapheme'
  | 'not blended'
  | 'ending left out';
export interface ResponseAnalysis {
  units: ResponseUnit[];
  /** Sounds that belong to no unit of the target. */
  added: string[];
  /** Most telling first. */
  patterns: Pattern[];
}
export interface ResponseRequest {
  /** The word, a pair such as `ow:ow`, or a single grapheme as on a card (then its commonest sound is asked). */
  readonly target: string;
  /** As an adult types it: a word (`sed`), sounds with spaces or dashes (`s-i-t`), `/ay/` for a sound, `name b` for a letter's name. */
  readonly said: string;
  readonly madeUp?: boolean;
  /** Mergers of the school's accent, as in ACCENT_MERGERS. */
  readonly accent?: string;
}

/** A grapheme's other sound must be met this often among its uses to count as one it spells. */
const OTHER_SOUND_SHARE = 0.03;
/** A consonant more often: *ship* for *chip* is two sounds mixed up, not the sound of *chef*. */
const OTHER_CONSONANT_SHARE = 0.08;
/** Rarer words are no likely answer; how these were chosen is in docs/decisions/numbers.md. */
const REAL_WORD_PER_MILLION = 0.5;
/** What a letter says turned round or over. Not b and p: their sounds lie as near to each other as their shapes. */
const MIRRORED: Record<string, readonly string[]> = {
  b: ['d'],
  d: ['b', 'p'],
  p: ['kw', 'd'],
  q: ['p'],
  m: ['w'],
  w: ['m'],
  n: ['u'],
  u: ['n'],
};
/** What a letter alone on a card says, where that is no sound of its own name. */
const PLAIN_LETTER: Record<string, string> = { c: 'k', q: 'k', x: 'ks' };
/** Of the letters after those both begin with, as many may be the same in a word guessed from its first letters. */
const SHARED_LETTERS = 0.45;
/** A short vowel counts as another's other sound only where it is among the grapheme's main ones: the o of *hot* in *love*. */
const MAIN_SOUND_SHARE = 0.25;

/**
 * Lays what was said along the target and names what happened. Nothing said (an empty answer) leaves every
 * unit out, with no pattern.
 * @throws CoreError `bad-input` for no target, `too-long` beyond 45 letters.
 * @example analyseResponse(lexicon, { target: 'frog', said: 'fog' }).patterns // ['sound left out']
 */
export function analyseResponse(lexicon: Lexicon, request: ResponseRequest): ResponseAnalysis {
  const { madeUp = false, accent = '' } = request;
  if (typeof request.target !== 'string' || request.target.trim() === '') throw new CoreError('bad-input', 'target', 'There is no target.');
  if (typeof request.said !== 'string')
    throw new CoreError('bad-input', 'said', 'What was said must be text; leave it empty for no answer.');
  const target = normaliseWord(request.target.trim());
  const said = normaliseWord(request.said.trim());
  if (target.length > LONGEST_WORD || said.length > 3 * LONGEST_WORD)
    throw new CoreError('too-long', 'said', `At most ${LONGEST_WORD} letters are compared.`, {
      to: LONGEST_WORD,
      is: Math.max(target.length, said.length),
    });
  const readings = targetsOf(lexicon, target);
  if (readings.length === 0) throw new CoreError('bad-input', 'target', `"${request.target}" cannot be cut into sounds.`);
  const whole = readings[0]!;
  if (said === '')
    return { units: whole.map((u) => ({ grapheme: u.grapheme, sound: u.sound, outcome: 'left out' })), added: [], patterns: [] };
  if (said.replace(/'/g, '') === target.replace(/'/g, ''))
    return { units: whole.map((u) => ({ grapheme: u.grapheme, sound: u.sound, outcome: 'right' })), added: [], patterns: [] };

  const named = nameGiven(lexicon, target, said, whole);
  if (named) return named;
  const spoken = soundsSaid(lexicon, said, whole);
  let best: { aligned: Alignment; spoken: Spoken; cost: number } | null = null;
  for (const units of readings)
    for (const one of spoken) {
      const aligned = align(units, one, accent);
      const cost = aligned.cost + one.doubt;
      if (!best || cost < best.cost - 1e-9) best = { aligned, spoken: one, cost };
    }
  const { aligned, spoken: chosen } = best!;
  return nameIt(lexicon, { target, said, madeUp, accent }, aligned, chosen);
}

/** The readings of a target: a word's segmentations, or one grapheme as on a card. */
function targetsOf(lexicon: Lexicon, target: string): SegmentUnit[][] {
  if (target.includes(':')) {
    const [spelled, sound] = target.split(':') as [string, string];
    const letters = [...spelled].flatMap((c, k) => (c === '_' ? [] : [k]));
    return SOUNDS.has(sound) ? [[{ grapheme: spelled, sound, letters }]] : [];
  }
  const grapheme = graphemeUnit(lexicon, target);
  if (grapheme && target.length === 1)
    return [{ ...grapheme, sound: PLAIN_LETTER[target] ?? target }, ...(target === 'a' ? [{ ...grapheme, sound: 'uh' }] : [])].map((u) => [
      u,
    ]);
  const entry = lexicon.peek(target);
  if (grapheme && (!entry || entry.perMillion < 1 || (entry.name && target.length < 4)) && (!/[aeiouy]/.test(target) || target.length <= 4))
    return [[grapheme]];
  const segmentations = segment(lexicon, target);
  const list = segmentations[0]?.from === 'rules' ? segmentations.slice(0, 1) : segmentations;
  return list.length > 0 ? list.map((segmentation) => segmentation.units) : grapheme ? [[grapheme]] : [];
}

function graphemeUnit(lexicon: Lexicon, target: string): SegmentUnit | null {
  const spelled = target.replace(/-/g, '_');
  const pair = pairsOf(lexicon, spelled)[0];
  return pair ? { grapheme: pair.grapheme, sound: pair.sound, letters: [...spelled].flatMap((c, k) => (c === '_' ? [] : [k])) } : null;
}

/** A letter's name for a single letter, or names for every letter of a word. */
function nameGiven(lexicon: Lexicon, target: string, said: string, units: readonly SegmentUnit[]): ResponseAnalysis | null {
  const wrong = (saidOf: (k: number) => string): ResponseAnalysis => ({
    units: units.map((u, k) => ({ grapheme: u.grapheme, sound: u.sound, outcome: 'wrong', said: saidOf(k) })),
    added: [],
    patterns: ['letter name'],
  });
  if (units.length === 1 && units[0]!.grapheme.length === 1) {
    const letter = letterNamed(said);
    if (units[0]!.grapheme === 'p' && said === 'q') return { ...wrong(() => 'k w'), patterns: ['reversal'] };
    if (letter === units[0]!.grapheme && !sameSound(said, units[0]!.sound)) return wrong(() => LETTER_NAMES[letter]!.sounds[0]!.join(' '));
  }
  const tokens = said.split(/[\s,.\-–—]+/).filter(Boolean);
  const letters = [...target.replace(/[^a-z]/g, '')];
  const mixed = namesAmongSounds(lexicon, tokens, units);
  if (mixed) return mixed;
  if (tokens.length < 2 || tokens.length !== letters.length) return null;
  const names = tokens.map((t) => letterNamed(t));
  // single letters typed apart are sounds; only names written out are names
  if (tokens.every((t) => t.length === 1) || names.some((letter, k) => letter !== letters[k])) return null;
  return wrong((k) => units[k]!.letters.map((at) => LETTER_NAMES[target[at]!]!.sounds[0]!.join(' ')).join(' '));
}

/** Some letters named and the others sounded, one token a unit: *aitch-e-n* for *hen*. Only what was named is wrong. */
function namesAmongSounds(lexicon: Lexicon, tokens: readonly string[], units: readonly SegmentUnit[]): ResponseAnalysis | null {
  if (tokens.length < 2 || tokens.length !== units.length) return null;
  let [named, sounded] = [0, 0];
  const aligned = units.map(({ grapheme, sound }, k): ResponseUnit => {
    const token = tokens[k]!;
    const sounds = tokenSounds(lexicon, token);
    if (grapheme.length === 1 && token.length > 1 && letterNamed(token) === grapheme && !sounds.some((s) => s.join(' ') === sound)) {
      named += 1;
      return { grapheme, sound, outcome: 'wrong', said: LETTER_NAMES[grapheme]!.sounds[0]!.join(' ') };
    }
    sounded += 1;
    const heard = sounds.find((s) => s.join(' ') === soundParts(sound).join(' ')) ?? sounds[0];
    if (heard && soundParts(sound).join(' ') === heard.join(' ')) return { grapheme, sound, outcome: 'right' };
    return heard ? { grapheme, sound, outcome: 'wrong', said: heard.join(' ') } : { grapheme, sound, outcome: 'left out' };
  });
  return named > 0 && sounded > 0 ? { units: aligned, added: [], patterns: ['letter name'] } : null;
}

/** Names what happened, and mends the alignment where a pattern explains it better than gaps do. */
function nameIt(
  lexicon: Lexicon,
  { target, said, madeUp, accent }: { target: string; said: string; madeUp: boolean; accent: string },
  aligned: Alignment,
  spoken: Spoken,
): ResponseAnalysis {
  let { units, added } = aligned;
  // on a card there is nothing else that was answered
  if (units.length === 1 && units[0]!.outcome === 'left out' && added.length > 0)
    [units, added] = [[{ ...units[0]!, outcome: 'wrong', said: added.join(' ') }], []];
  const same = (a: string, b: string): boolean => sameSound(a, b, accent);
  const patterns: Pattern[] = [];
  const name = (pattern: Pattern): void => {
    if (!patterns.includes(pattern)) patterns.push(pattern);
  };
  const allRight = units.every((u) => u.outcome === 'right') && added.length === 0;
  if (allRight) return { units, added, patterns: spoken.apart && aligned.targetSounds.length > 1 ? ['not blended'] : [] };
  const saidWord = /^[a-z']+$/.test(said) ? lexicon.peek(said) : undefined;
  const realWord = saidWord !== undefined && saidWord.perMillion >= REAL_WORD_PER_MILLION;
  if (madeUp && realWord && said !== target) name('made real');

  const ordered = orderChanged(aligned, spoken.sounds, same);
  if (ordered || lettersReordered(target, said, saidWord !== undefined)) {
    name('order changed');
    return ordered ? { units: ordered, added: [], patterns } : { units, added, patterns };
  }
  if (endingGone(lexicon, target, aligned, spoken.sounds, same)) {
    name('ending left out');
    return { units, added, patterns };
  }
  if (realWord && firstOnly(lexicon, target, said, units, added)) {
    name('first letters only');
    return { units, added, patterns };
  }
  const split = digraphSplit(lexicon, aligned);
  if (split) {
    ({ units, added } = split);
    name('digraph split');
  }
  for (const unit of units)
    if (unit.outcome === 'wrong') for (const pattern of namesOf(lexicon, unit)) if (!(split && unit.said?.includes(' '))) name(pattern);
  if (units.some((u) => u.outcome === 'left out')) name('sound left out');
  if (added.length > 0) name('sound added');
  if (spoken.apart && !patterns.includes('digraph split') && aligned.targetSounds.length > 1) name('not blended');
  return { units, added, patterns };
}

/** The same sounds in another order: *was* and *saw*, *spot* and *stop*. Laid place by place. */
function orderChanged(aligned: Alignment, said: readonly string[], same: (a: string, b: string) => boolean): ResponseUnit[] | null {
  const sounds = aligned.targetSounds;
  if (sounds.length !== said.length || sounds.length < 2) return null;
  const left = [...said];
  for (const sound of sounds) {
    const at = left.findIndex((s) => same(s, sound));
    if (at < 0) return null;
    left.splice(at, 1);
  }
  if (sounds.every((sound, k) => same(sound, said[k]!))) return null;
  let at = 0;
  return aligned.source.map(({ grapheme, sound }): ResponseUnit => {
    const parts = soundParts(sound);
    const heard = said.slice(at, at + parts.length);
    at += parts.length;
    return parts.every((part, k) => same(part, heard[k]!))
      ? { grapheme, sound, outcome: 'right' }
      : { grapheme, sound, outcome: 'wrong', said: heard.join(' ') };
  });
}

/** *was* read *saw*: the letters are the word's, taken in another order, whatever they then say. */
function lettersReordered(target: string, said: string, word: boolean): boolean {
  if (target.length < 2 || said === target || [...said].sort().join('') !== [...target].sort().join('')) return false;
  // in what is no word, vowel letters changed about among themselves are a way to write a sound: *chife* for *chief*
  const frame = (text: string): string => text.replace(/e$/, '').replace(/[aeiou]+/g, 'v');
  return word || frame(said) !== frame(target);
}

/** Only the base was said: everything left out belongs to the ending, and nothing else went wrong. */
function endingGone(
  lexicon: Lexicon,
  target: string,
  aligned: Alignment,
  said: readonly string[],
  same: (a: string, b: string) => boolean,
): boolean {
  const parts = baseAndEnding(lexicon, target);
  if (!parts) return false;
  const base = segment(lexicon, parts.base).map((segmentation) => segmentation.units.flatMap((u) => [...soundParts(u.sound)]));
  const saysBase = base.some((sounds) => sounds.length === said.length && sounds.every((sound, k) => same(sound, said[k]!)));
  if (!saysBase || said.length >= aligned.targetSounds.length) return false;
  const lost = aligned.units.findIndex((u) => u.outcome === 'left out');
  return lost > 0 && aligned.added.length === 0;
}

/** A unit of several letters said letter by letter, or by one of its letters alone. */
function digraphSplit(lexicon: Lexicon, aligned: Alignment): { units: ResponseUnit[]; added: string[] } | null {
  const added = [...aligned.added];
  const addedAfter = [...aligned.addedAfter];
  let found = false;
  const units = aligned.units.map((unit, k): ResponseUnit => {
    const letters = [...unit.grapheme.replace('_', '')];
    if (letters.length < 2 || (letters.every((l) => l === letters[0]) && !isVowelSound(unit.sound))) return unit;
    const right = unit.outcome === 'right';
    if (right && unit.grapheme.includes('_')) return unit;
    const plain = letters.map((letter) => plainSounds(lexicon, letter));
    if (unit.grapheme.includes('_')) {
      // a silent e not heeded: *hope* said *hop*
      if (unit.outcome === 'wrong' && plain[0]!.has(unit.said!) && SHORT.has(unit.said!)) found = true;
      return unit;
    }
    const before = addedAfter.flatMap((at, n) => (at === k - 1 ? [n] : []));
    const after = addedAfter.flatMap((at, n) => (at === k ? [n] : []));
    const heard = right ? [...soundParts(unit.sound)] : unit.said ? unit.said.split(' ') : [];
    // as many sounds as letters: with those added around it, one or all
    for (const [pre, post] of [
      [before, after],
      [[], after],
      [before, []],
      ...before.map((n) => [[n], []]),
      ...after.map((n) => [[], [n]]),
    ] as const) {
      const row = [...pre.map((n) => added[n]!), ...heard, ...post.map((n) => added[n]!)];
      if (pre.length + post.length > 0 && row.length === letters.length && row.every((sound, at) => plain[at]!.has(sound))) {
        found = true;
        for (const n of [...pre, ...post].sort((a, b) => b - a)) {
          added.splice(n, 1);
          addedAfter.splice(n, 1);
        }
        return { ...unit, outcome: 'wrong', said: row.join(' ') };
      }
    }
    // one of its letters alone: *tin* for *thin*
    if (/^[cg]e$/.test(unit.grapheme)) return unit; // a soft letter said hard has a name of its own
    if (!right && heard.length === 1 && oneLetter(lexicon, heard[0]!, letters) && (!isVowelSound(unit.sound) || !otherSound(lexicon, unit)))
      found = true;
    return unit;
  });
  return found ? { units, added } : null;
}

/** What the first or last letter of a grapheme says alone; of a vowel only the short sound. */
function oneLetter(lexicon: Lexicon, heard: string, letters: readonly string[]): boolean {
  return [letters[0]!, letters.at(-1)!].some((letter) =>
    isVowelSound(heard) ? SHORT.has(heard) && heard === letter : tokenSounds(lexicon, letter)[0]?.[0] === heard,
  );
}

function plainSounds(lexicon: Lexicon, letter: string): ReadonlySet<string> {
  return new Set(
    tokenSounds(lexicon, letter)
      .flatMap((s) => s)
      .slice(0, 3),
  );
}

/** Whether the grapheme spells the said sound in other words. */
function otherSound(lexicon: Lexicon, { grapheme, sound, said }: ResponseUnit): boolean {
  if (!said || said === sound) return false;
  if ((grapheme === 'ce' && said === 'k') || (grapheme === 'ge' && said === 'g')) return true;
  const share = shareOfGrapheme(lexicon);
  const spelled = joinedSound(said);
  const found = share.get(`${grapheme}:${spelled}`) ?? 0;
  // short vowels stand in for each other weakly in many words; said for one another they are mixed up
  if (grapheme.length === 1 && SHORT.has(sound) && SHORT.has(spelled)) return found >= MAIN_SOUND_SHARE;
  return found >= (isVowelSound(sound) ? OTHER_SOUND_SHARE : OTHER_CONSONANT_SHARE);
}
const joinedSound = (said: string): string => ({ 'y oo': 'yoo', 'k s': 'ks', 'g z': 'gz', 'k w': 'kw' })[said] ?? said;

/** What one wrong unit is, most telling first. */
function namesOf(lexicon: Lexicon, unit: ResponseUnit): Pattern[] {
  const { grapheme, sound, said = '' } = unit;
  const vowel = isVowelSound(sound);
  const letter = grapheme[1] === grapheme[0] ? grapheme[0]! : grapheme;
  if (MIRRORED[letter]?.includes(joinedSound(said))) return ['reversal'];
  if (otherSound(lexicon, unit)) return ['other sound of grapheme'];
  if (grapheme.length === 1 && LETTER_NAMES[grapheme]?.sounds.some((name) => name.join(' ') === said)) return ['letter name'];
  const heard = said.split(' ');
  const halves = soundParts(sound);
  if (!vowel && halves.length === 2 && heard.length === 1 && halves.includes(heard[0]!)) return ['sound left out'];
  if (vowel && heard.some((s) => isVowelSound(s))) return ['vowel swapped'];
  return vowel === heard.some((s) => isVowelSound(s)) ? ['consonant swapped'] : [];
}

/**
 * A real word that begins alike and goes on otherwise: guessed from its first letters. Told by the letters that
 * follow what both begin with: hardly any of them are the same, and more than one sound went astray.
 */
function firstOnly(lexicon: Lexicon, target: string, said: string, units: readonly ResponseUnit[], added: readonly string[]): boolean {
  if (units.length < 2 || (units[0]!.outcome !== 'right' && !(units[0]!.outcome === 'wrong' && isVowelSound(units[0]!.sound))))
    return false;
  let shared = 0;
  while (shared < target.length && target[shared] === said[shared]) shared += 1;
  const [asked, read] = [target.slice(shared), said.slice(shared)];
  if (shared === 0 || asked === '' || read === '' || Math.max(asked.length, read.length) < 2) return false;
  if (commonLetters(asked, read) > SHARED_LETTERS * Math.max(asked.length, read.length)) return false;
  // the same base with another ending is no guess: *jumping*, *jumped*
  const base = baseAndEnding(lexicon, target)?.base;
  if (base && (base === said || base === baseAndEnding(lexicon, said)?.base)) return false;
  const astray = units.filter((u) => u.outcome !== 'right').length + added.length;
  return astray >= 2 || (astray === 1 && units.length >= 5 && Math.min(asked.length, read.length) >= 3);
}

/** Length of the longest run of letters, gaps allowed, that two spellings share in order. */
function commonLetters(a: string, b: string): number {
  let row = new Array<number>(b.length + 1).fill(0);
  for (const letter of a) {
    const next = [0];
    for (let j = 1; j <= b.length; j += 1) next[j] = letter === b[j - 1] ? row[j - 1]! + 1 : Math.max(row[j]!, next[j - 1]!);
    row = next;
  }
  return row[b.length]!;
}
