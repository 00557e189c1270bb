/** The names of letters, as sounds and as they are written down. */
export const LETTER_NAMES: Record<string, { readonly written: string; readonly sounds: readonly (readonly string[])[] }> = {
  a: { written: 'ay', sounds: [['ay']] },
  b: { written: 'bee', sounds: [['b', 'ee']] },
  c: { written: 'see', sounds: [['s', 'ee']] },
  d: { written: 'dee', sounds: [['d', 'ee']] },
  e: { written: 'ee', sounds: [['ee']] },
  f: { written: 'eff', sounds: [['e', 'f']] },
  g: { written: 'jee', sounds: [['j', 'ee']] },
  h: {
    written: 'aitch',
    sounds: [
      ['ay', 'ch'],
      ['h', 'ay', 'ch'],
    ],
  },
  i: { written: 'eye', sounds: [['igh']] },
  j: { written: 'jay', sounds: [['j', 'ay']] },
  k: { written: 'kay', sounds: [['k', 'ay']] },
  l: { written: 'ell', sounds: [['e', 'l']] },
  m: { written: 'em', sounds: [['e', 'm']] },
  n: { written: 'en', sounds: [['e', 'n']] },
  o: { written: 'oh', sounds: [['oh']] },
  p: { written: 'pee', sounds: [['p', 'ee']] },
  q: { written: 'queue', sounds: [['k', 'y', 'oo']] },
  r: { written: 'ar', sounds: [['ar'], ['ah']] },
  s: { written: 'ess', sounds: [['e', 's']] },
  t: { written: 'tee', sounds: [['t', 'ee']] },
  u: { written: 'you', sounds: [['y', 'oo']] },
  v: { written: 'vee', sounds: [['v', 'ee']] },
  w: { written: 'double-you', sounds: [['d', 'u', 'b', 'uh', 'l', 'y', 'oo']] },
  x: { written: 'ex', sounds: [['e', 'k', 's']] },
  y: { written: 'why', sounds: [['w', 'igh']] },
  z: {
    written: 'zed',
    sounds: [
      ['z', 'e', 'd'],
      ['z', 'ee'],
    ],
  },
};
/** Ways a letter's name is typed that no cut would find. */
const WRITTEN: Record<string, string> = {
  cee: 'c',
  gee: 'g',
  aitch: 'h',
  haitch: 'h',
  eye: 'i',
  cue: 'q',
  queue: 'q',
  you: 'u',
  yoo: 'u',
  doubleyou: 'w',
  why: 'y',
  wye: 'y',
  zed: 'z',
  zee: 'z',
  ex: 'x',
  ess: 's',
  are: 'r',
  el: 'l',
  ef: 'f',
  es: 's',
  eff: 'f',
  ell: 'l',
  em: 'm',
  en: 'n',
};

/** The letter whose name is typed so, if any. */
export function letterNamed(text: string): string | undefined {
  const bare = text
    .trim()
    .toLowerCase()
    .replace(/^double[\s-]*(you|u)$/, 'doubleyou');
  return (
    /^name ([a-z])$/.exec(bare)?.[1] ?? WRITTEN[bare] ?? Object.keys(LETTER_NAMES).find((letter) => LETTER_NAMES[letter]!.written === bare)
  );
}
