/** A word for each pair that holds the pair itself, by which it is told from others of the same spelling: oo as in moon. */
import type { Gpc } from './lexicon.js';
import { SOUNDS } from './sounds.js';

const wordsOf = (text: string): [Gpc, string][] =>
  text
    .trim()
    .split(/\s*,\s*/)
    .map((line) => line.split(' ') as [Gpc, string]);

/** Pairs that a teacher knows by the spelling alone. */
const PLAIN = new Map(
  wordsOf(`
    a:a apple, b:b bat, c:k cup, d:d dig, e:e egg, f:f fan, g:g gap, h:h hat, i:i in, j:j jam, k:k king, l:l leg, m:m map, n:n net,
    o:o on, p:p pin, r:r run, s:s sun, t:t ten, u:u up, v:v van, w:w web, x:ks fox, y:y yes, z:z zip,
    bb:b rabbit, ck:k back, dd:d daddy, ff:f off, gg:g bigger, ll:l well, mm:m summer, nn:n dinner, pp:p happy, rr:r carry, ss:s miss,
    tt:t little, zz:z buzz, qu:kw queen, sh:sh ship, ch:ch chip, tch:ch catch, dge:j bridge, ng:ng ring, wh:w when, ph:f phone,
    kn:n knock, wr:r write, mb:m lamb, le:uhl little, ve:v have, ai:ay rain, ay:ay day, ee:ee see, igh:igh night, oa:oh boat,
    oi:oy coin, oy:oy boy, ar:ar car, or:or fork, ur:ur turn, ir:ur bird, air:air hair, aw:aw saw, au:aw sauce, a_e:ay cake,
    i_e:igh like, o_e:oh home, ore:or more, are:air care, oar:or board, oor:or door, eer:eer cheer`),
);
/** Pairs whose spelling has another sound, or looks like something else. */
const NAMED = new Map(
  wordsOf(`
    a:ah father, a:aw ball, a:ay baby, a:e any, a:i orange, a:o wash, a:uh about, ai:i captain, al:ah palm, al:aw talk, ar:air scary,
    ar:er sugar, ar:or warm, augh:aw caught, bu:b build, c:s city, cc:k soccer, ce:s dance, ch:k school, ch:sh chef, ci:sh special,
    dg:j badger, e:ee me, e:i pretty, e:uh open, e_e:ee these, ea:ay great, ea:e bread, ea:ee eat, ear:air bear, ear:ar heart,
    ear:eer hear, ear:ur learn, ed:d pulled, ed:t jumped, ei:ee ceiling, eigh:ay eight, eigh:igh height, er:eer hero, er:er letter,
    er:ur her, ere:air there, ere:eer here, ew:oo grew, ew:yoo few, ey:ay they, ey:ee key, g:j magic, ge:j large, gh:f laugh,
    gh:g ghost, gn:n sign, gu:g guess, i:ee radio, i:igh kind, i:y onion, i_e:ee machine, i_e:i engine, ie:ee field, ie:igh pie,
    n:ng bank, o:oh go, o:oo do, o:u mother, o:uh lemon, o_e:oo move, o_e:u come, oe:oh toe, oo:oo moon, oo:uu book, or:er doctor,
    or:ur word, ou:oo soup, ou:ow out, ou:u touch, ou:uh famous, ough:aw bought, ough:oh dough, oul:uu could, our:er colour,
    our:or four, ow:oh snow, ow:ow cow, rh:r rhyme, s:sh sugar, s:z his, s:zh measure, sc:s scene, se:s house, se:z cheese,
    si:zh version, ssi:sh mission, st:s listen, t:ch nature, th:dh them, th:th thin, ti:sh station, u:oo truth, u:uh focus, u:uu put,
    u:w penguin, u:yoo music, u_e:oo rule, u_e:yoo cube, ue:oo blue, ue:yoo rescue, ui:oo fruit, ur:er survive, ure:er picture,
    uy:igh buy, wh:h who, x:gz exam, y:ee very, y:i gym, y:igh fly, y_e:igh type`),
);
/** Every pair that a key word was chosen for, all pairs of the shipped orders among them. */
export const KEY_WORDS: ReadonlyMap<Gpc, string> = new Map([...PLAIN, ...NAMED]);

/** The word a pair is heard in: one that holds it, or for a rare spelling the key word of its sound. @example keyWordOf('s:z') // 'his' */
export const keyWordOf = (gpc: Gpc): string => {
  const sound = gpc.slice(gpc.indexOf(':') + 1);
  return KEY_WORDS.get(gpc) ?? SOUNDS.get(sound)?.keyWord ?? `/${sound}/`;
};

/** Whether a spelling has another sound besides, so that a card with it alone asks nothing certain. @example hasOtherSound('ow:oh') // true */
export const hasOtherSound = (gpc: Gpc): boolean => !PLAIN.has(gpc) && (SOUNDS_OF.get(gpc.slice(0, gpc.indexOf(':'))) ?? 0) > 1;
const SOUNDS_OF = [...KEY_WORDS.keys()].reduce((all, gpc) => {
  const grapheme = gpc.slice(0, gpc.indexOf(':'));
  return all.set(grapheme, (all.get(grapheme) ?? 0) + 1);
}, new Map<string, number>());

/** Whether the spelling alone says which sound is meant. @example isPlain('s:s') // true; isPlain('ow:ow') // false */
export const isPlain = (gpc: Gpc): boolean => PLAIN.has(gpc);
