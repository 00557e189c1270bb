/** Every pair that is taught has a word that holds it, with the sound it is meant to show. */
import { TEACHING_ORDERS } from '@sapling/data';
import { beforeAll, describe, expect, it } from 'vitest';
import { hasOtherSound, loadLexicon, pairInWords, pairSound, type Lexicon } from '../src/index.js';
import { isPlain, KEY_WORDS } from '../src/phonics/key-words.js';

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});

describe('key words of pairs', () => {
  it('every pair of every shipped order has one', () => {
    const taught = TEACHING_ORDERS.flatMap((o) => o.steps.flatMap((s) => s.gpcs));
    expect(taught.length).toBeGreaterThan(400);
    expect([...new Set(taught)].filter((gpc) => !KEY_WORDS.has(gpc))).toEqual([]);
  });
  it('each is a word of the children’s book that holds its pair once, and no other sound of the same spelling', () => {
    const wrong = [...KEY_WORDS].flatMap(([gpc, word]) => {
      const grapheme = gpc.slice(0, gpc.indexOf(':'));
      const units = lexicon.get(word)?.segmentations[0]?.units ?? [];
      const same = units.filter((u) => u.grapheme === grapheme);
      const holds = same.length > 0 && same.every((u) => `${u.grapheme}:${u.sound}` === gpc);
      const offered = lexicon.get(word)?.book !== undefined;
      return holds && offered ? [] : [`${gpc} ${word}${offered ? '' : ' (not in the book)'}`];
    });
    expect(wrong).toEqual([]);
  });
  it('a spelling with two sounds is bare for one of them at most', () => {
    const bare = new Map<string, string[]>();
    for (const gpc of KEY_WORDS.keys())
      if (isPlain(gpc)) bare.set(gpc.slice(0, gpc.indexOf(':')), [...(bare.get(gpc.slice(0, gpc.indexOf(':'))) ?? []), gpc]);
    expect([...bare.values()].filter((list) => list.length > 1)).toEqual([]);
  });
  it('a card is not left bare where its spelling has another sound, unless it is the usual one', () => {
    for (const gpc of ['ow:ow', 'ow:oh', 'ed:t', 's:z', 'th:dh', 'oo:uu', 'y:ee']) expect(hasOtherSound(gpc), gpc).toBe(true);
    for (const gpc of ['s:s', 'ai:ay', 'igh:igh', 'sh:sh', 'kn:n', 'oul:uu']) expect(hasOtherSound(gpc), gpc).toBe(false);
  });
  it('is said where the spelling alone does not tell', () => {
    expect(pairInWords('s:s')).toBe('‘s’');
    expect(pairInWords('s:s', ['s:z'])).toBe('‘s’ as in sun');
    expect(pairInWords('ow:ow')).toBe('‘ow’ as in cow');
    expect(pairInWords('ai:e')).toBe('‘ai’ as in egg');
    expect(pairSound('ow:oh')).toBe('/oh/ as in snow');
  });
});
