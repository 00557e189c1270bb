/** How each sound is made cleanly, for an adult about to model it: mouth, voice, whether it can be held, what to leave off. */
import { SOUNDS } from './sounds.js';

export interface SoundNote {
  readonly sound: string;
  readonly mouth: string;
  readonly voice: 'voiced' | 'no voice';
  /** Whether it can be held on one breath, or is over at once. */
  readonly hold: boolean;
  /** What often goes wrong in modelling it. */
  readonly leaveOff: string;
}

const MOUTH: Record<string, string> = {
  p: 'Close the lips, let a small puff of air out.',
  b: 'Close the lips, let go with voice.',
  t: 'Tongue tip behind the top teeth, then let a little air go.',
  d: 'Tongue tip behind the top teeth, let go with voice.',
  k: 'Back of the tongue against the roof of the mouth, then let the air go.',
  g: 'Back of the tongue against the roof of the mouth, let go with voice.',
  f: 'Top teeth on the bottom lip, blow.',
  v: 'Top teeth on the bottom lip, hum and feel it buzz.',
  s: 'Teeth together, tongue just behind them, let the air hiss.',
  z: 'As for s, with the voice on: a buzz.',
  h: 'Open mouth, a breath as if to warm your hands.',
  m: 'Lips closed, hum through the nose.',
  n: 'Tongue tip behind the top teeth, hum through the nose.',
  l: 'Tongue tip behind the top teeth, voice flows round its sides.',
  r: 'Tongue drawn back and touching nothing, lips a little rounded.',
  w: 'Lips rounded as for oo, then open into the next sound.',
  y: 'Tongue high as for ee, then slide into the next sound.',
  th: 'Tongue tip between the teeth, blow softly.',
  dh: 'Tongue tip between the teeth, voice on, feel it tickle.',
  sh: 'Lips pushed forward, teeth nearly together, let the air rush.',
  zh: 'As for sh, with the voice on.',
  ch: 'Tongue behind the top teeth, let go into a short sh.',
  j: 'As for ch, with the voice on.',
  ng: 'Back of the tongue up, hum through the nose.',
  a: 'Mouth wide open, tongue low and forward. Short.',
  e: 'Mouth half open, lips a little spread. Short.',
  i: 'Mouth nearly closed, lips a little spread. Short.',
  o: 'Mouth open, lips rounded. Short.',
  u: 'Mouth half open, everything relaxed. Short.',
  uu: 'Lips rounded, tongue back. Short.',
  ay: 'Start as for e and glide up to i.',
  ee: 'Lips spread, tongue high and forward. Long.',
  igh: 'Start with an open mouth and glide up to i.',
  oh: 'Start relaxed and close the lips to a round.',
  oo: 'Lips tightly rounded. Long.',
  ah: 'Mouth wide open, tongue low. Long.',
  ar: 'Mouth wide open, tongue low; in some accents an r follows.',
  or: 'Lips rounded, jaw low; in some accents an r follows.',
  aw: 'Lips rounded, jaw low. Long.',
  ur: 'Mouth half open, lips relaxed, long; in some accents an r is heard.',
  ow: 'Start with an open mouth and close the lips to a round.',
  oy: 'Start with rounded lips and glide up to i.',
  air: 'Mouth half open as for e, held; in some accents an r follows.',
  eer: 'Start as for ee and relax; in some accents an r follows.',
  oor: 'Start as for oo and relax; many say it as or.',
  uh: 'The weak vowel: everything relaxed, hardly there.',
  er: 'The weak vowel at the end of a word; in some accents an r is heard.',
  ks: 'k, then s, close together.',
  gz: 'g, then z, close together.',
  kw: 'k, then w, close together.',
  yoo: 'y, then oo, close together.',
  yoor: 'y, then the vowel of poor.',
  uhl: 'A weak vowel, then l; the tongue tip goes straight up.',
  wu: 'w, then the vowel of up.',
  ts: 't, then s, close together.',
  ksh: 'k, then sh, close together.',
  gzh: 'g, then the sound in the middle of measure, close together.',
  kay: 'k, then the vowel of aim.',
};
const NO_UH = 'No “uh” after it: one short sound, not two.';
const VOICELESS_NO_UH = 'Whisper it. No “uh” after it.';

/** The note for a sound, or undefined for what is no sound of the notation. */
export function soundNote(sound: string): SoundNote | undefined {
  const info = SOUNDS.get(sound);
  const mouth = MOUTH[sound];
  if (!info || !mouth) return undefined;
  const leaveOff =
    info.kind === 'vowel'
      ? 'Say it as the school’s children say it: an accent is not an error.'
      : sound === 'uhl'
        ? 'One beat at the end of a word: “ull”, said lightly.'
        : info.kind === 'joined'
          ? 'Two sounds that one spelling stands for; say them apart to show it.'
          : info.hold
            ? 'Hold it, then stop. No “uh” after it.'
            : info.voiced
              ? NO_UH
              : VOICELESS_NO_UH;
  return { sound, mouth, voice: info.voiced ? 'voiced' : 'no voice', hold: info.hold, leaveOff };
}
