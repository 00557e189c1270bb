/** Responses laid and named, against a list made by hand. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { TEACHING_ORDERS } from '@sapling/data';
import {
  analyseResponse,
  isCoreError,
  loadLexicon,
  sameSound,
  segment,
  SOUNDS,
  soundDistance,
  taughtAfter,
  wordChain,
  type Lexicon,
} from '../src/index.js';

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});

interface Made {
  target: string;
  said: string;
  outcomes: string;
  patterns: string[];
  madeUp: boolean;
}
const read = (file: string): Made[] =>
  readFileSync(new URL(`./lists/${file}`, import.meta.url), 'utf8')
    .split('\n')
    .filter((line) => line.trim() && !line.startsWith('#'))
    .map((line) => {
      const [target, said, outcomes, patterns = '', madeUp = ''] = line.split('|').map((cell) => cell.trim());
      return { target: target!, said: said!, outcomes: outcomes!, patterns: patterns.split('/').filter(Boolean), madeUp: madeUp === 'm' };
    });
const LIST = read('responses.txt');
const MORE = read('more-responses.txt');
const THIRD = read('third-responses.txt');

/** r, w and - for each unit, + where sounds were added; `?` in the list stands for any run. */
function laidAs(made: Made): { text: string; patterns: string[] } {
  const { units, added, patterns } = analyseResponse(lexicon, made);
  return { text: units.map((u) => ({ right: 'r', wrong: 'w', 'left out': '-' })[u.outcome]).join('') + '+'.repeat(added.length), patterns };
}
function fits(made: Made, firstOnly = false): boolean {
  const { text, patterns: all } = laidAs(made);
  const patterns = firstOnly ? all.slice(0, 1) : all;
  const shape = new RegExp(`^${made.outcomes.replace(/\+/g, '\\+').replace(/\?/g, '[rw+-]*')}$`);
  return (
    shape.test(text) && (made.patterns.length === 0 ? patterns.length === 0 : made.patterns.some((p) => patterns.includes(p as never)))
  );
}

describe('responses made by hand', () => {
  it('are laid and named as a specialist would, 95 in 100 or more', () => {
    expect(LIST.length).toBeGreaterThan(120);
    const wrong = LIST.filter((made) => !fits(made));
    expect(
      wrong.map((made) => `${made.target} / ${made.said}: ${laidAs(made).text} ${laidAs(made).patterns.join(', ')}`),
      `${LIST.length - wrong.length} of ${LIST.length}`,
    ).toEqual([]);
  });
  it('are so in a list made later, 95 in 100 or more', () => {
    expect(THIRD.length).toBeGreaterThan(150);
    const wrong = THIRD.filter((made) => !fits(made, true)).map((made) => `${made.target} / ${made.said}: ${laidAs(made).text}`);
    expect(wrong.length, wrong.join('\n')).toBeLessThanOrEqual(0.05 * THIRD.length);
  });
  it('are so in four longer lists, the pattern named first', () => {
    expect(MORE.length).toBeGreaterThan(900);
    const wrong = MORE.filter((made) => !fits(made, true));
    expect(
      wrong.length,
      wrong.map((made) => `${made.target} / ${made.said}: ${laidAs(made).text} ${laidAs(made).patterns.join(', ')}`).join('\n'),
    ).toBeLessThanOrEqual(0.01 * MORE.length);
  });
});

describe('any response', () => {
  const letters = fc.string({ unit: fc.constantFrom(...'abcdefghijklmnopqrstuvwxyz -/'), maxLength: 14 });
  it('is laid over exactly the target’s units, or refused with a code', () => {
    const words = lexicon.words().filter((w) => /^[a-z]{2,9}$/.test(w) && lexicon.peek(w)!.perMillion > 1);
    fc.assert(
      fc.property(fc.nat(words.length - 1), letters, fc.boolean(), (k, said, madeUp) => {
        const target = words[k]!;
        const { units, added, patterns } = analyseResponse(lexicon, { target, said, madeUp });
        expect(units.map((u) => u.grapheme.replace('_', '')).join('')).toHaveLength(target.length);
        for (const u of units) {
          expect(u.outcome === 'wrong').toBe(u.said !== undefined);
          for (const sound of u.said?.split(' ') ?? []) expect(SOUNDS.has(sound), `${target} ${said} ${sound}`).toBe(true);
        }
        for (const sound of added) expect(SOUNDS.has(sound)).toBe(true);
        expect(new Set(patterns).size).toBe(patterns.length);
        if (said.trim() === target) expect(patterns).toEqual([]);
      }),
      { numRuns: 600 },
    );
  });
  it('that is the word itself, said together or sound by sound, is right', () => {
    for (const word of ['ship', 'frog', 'rain', 'jumping', 'night', 'box', 'queen']) {
      const cut = segment(lexicon, word)[0]!;
      expect(analyseResponse(lexicon, { target: word, said: word }).patterns).toEqual([]);
      const apart = analyseResponse(lexicon, { target: word, said: cut.units.map((u) => `/${u.sound}/`).join(' ') });
      expect(apart.units.every((u) => u.outcome === 'right')).toBe(true);
      expect(apart.patterns).toEqual(['not blended']);
    }
  });
  it('said in syllables is the word, or what each syllable says', () => {
    for (const [target, said] of [
      ['kitchen', 'kit-chen'],
      ['sidewalk', 'side-walk'],
      ['something', 'some thing'],
      ['rabbit', 'rab-bit'],
      ['rainbow', 'rain-bow'],
      ['window', 'win-dough'],
      ['music', 'mew-zic'],
    ] as const) {
      const { units, added } = analyseResponse(lexicon, { target, said });
      expect(`${said}: ${units.map((u) => u.outcome).join(' ')} ${added.join(' ')}`).toBe(
        `${said}: ${units.map(() => 'right').join(' ')} `,
      );
    }
    // a grapheme of two letters that was cut in two was said as two
    expect(analyseResponse(lexicon, { target: 'coat', said: 'co-at' }).patterns).toContain('digraph split');
    expect(analyseResponse(lexicon, { target: 'cupboard', said: 'cup-board' }).patterns).toContain('digraph split');
    const giant = analyseResponse(lexicon, { target: 'giant', said: 'guy-ant' });
    expect(giant.units.filter((u) => u.outcome !== 'right').map((u) => u.grapheme)).toEqual(['g']);
    expect(giant.patterns[0]).toBe('other sound of grapheme');
  });
  it('a sound between slashes is that sound, alone and among letters', () => {
    for (const said of ['/s/ /n/ /ow/', 's n /ow/', 's-n-/ow/', 'sn/ow/'])
      expect(
        analyseResponse(lexicon, { target: 'snow', said }).units.map((u) => `${u.grapheme} ${u.outcome}`),
        said,
      ).toEqual(['s right', 'n right', 'ow wrong']);
  });

  it('a letter turned over is told as one turned round; a sound that is only voiced otherwise is not', () => {
    const first = (target: string, said: string): string | undefined => analyseResponse(lexicon, { target, said }).patterns[0];
    for (const [target, said] of [
      ['dot', 'pot'],
      ['pin', 'din'],
      ['lid', 'lip'],
      ['bin', 'din'],
      ['cub', 'cud'],
    ] as const)
      expect(first(target, said), `${target} ${said}`).toBe('reversal');
    for (const [target, said] of [
      ['pin', 'bin'],
      ['cub', 'cup'],
      ['pin', 'tin'],
    ] as const)
      expect(first(target, said), `${target} ${said}`).toBe('consonant swapped');
  });
  it('that is another word one sound away is laid at that sound', () => {
    const taught = taughtAfter(TEACHING_ORDERS[0]!, 16);
    let seen = 0;
    for (let seed = 1; seed <= 40; seed += 1) {
      const chain = wordChain(lexicon, { taught, length: 10, seed });
      for (let k = 1; k < chain.length; k += 1) {
        const { change } = chain[k]!;
        const [from, to] = [chain[k - 1]!, chain[k]!];
        const { units, added, patterns } = analyseResponse(lexicon, { target: from.word, said: to.word });
        if (patterns.includes('order changed') || patterns.includes('first letters only')) continue;
        const sounds = (w: typeof from) => w.segmentation.units.map((u) => u.sound);
        // a grapheme of two sounds is laid by halves
        if ([...sounds(from), ...sounds(to)].some((s) => /^(ks|gz|kw|yoo|yoor|uhl|wu)$/.test(s))) continue;
        seen += 1;
        if (change!.kind === 'drop')
          expect(patterns.includes('sound left out') || patterns.includes('ending left out'), `${from.word} ${to.word}`).toBe(true);
        if (change!.kind === 'add') expect(patterns, `${from.word} ${to.word}`).toContain('sound added');
        if (change!.kind === 'drop')
          expect(units.filter((u) => u.outcome === 'left out').length + units.filter((u) => u.outcome === 'wrong').length).toBeGreaterThan(
            0,
          );
        if (change!.kind === 'change' && !sameSound(sounds(from)[change!.at]!, sounds(to)[change!.at]!)) {
          expect(added).toEqual([]);
          expect(units.map((u) => u.outcome !== 'right').indexOf(true), `${from.word} ${to.word}`).toBe(change!.at);
        }
      }
    }
    expect(seen).toBeGreaterThan(150);
  });
  it('is right where the school’s accent says so, and only there', () => {
    const ask = (target: string, said: string, accent?: string) =>
      analyseResponse(lexicon, { target, said, ...(accent ? { accent } : {}) }).patterns;
    expect(ask('thin', 'fin')).not.toEqual([]);
    expect(ask('thin', 'fin', 'th as f')).toEqual([]);
    expect(ask('pin', 'pen')).toEqual(['vowel swapped']);
    expect(ask('pin', 'pen', 'pin and pen alike')).toEqual([]);
    expect(ask('pin', 'pan', 'pin and pen alike, th as f')).toEqual(['vowel swapped']);
  });
  it.each([
    [{ target: '', said: 'x' }, 'bad-input', 'target'],
    [{ target: 'cat', said: 7 as never }, 'bad-input', 'said'],
    [{ target: '42', said: 'x' }, 'bad-input', 'target'],
    [{ target: 'a'.repeat(60), said: 'x' }, 'too-long', 'said'],
  ])('%j is refused', (request, code, field) => {
    try {
      analyseResponse(lexicon, request);
      expect.unreachable();
    } catch (error) {
      expect(isCoreError(error) && { code: error.code, field: error.field }).toEqual({ code, field });
    }
  });
  it('sounds are as far apart one way as the other, and nearest to themselves', () => {
    for (const a of SOUNDS.keys())
      for (const b of SOUNDS.keys()) {
        expect(soundDistance(a, b)).toBe(soundDistance(b, a));
        expect(soundDistance(a, b) > 0).toBe(a !== b);
      }
    expect(soundDistance('p', 'b')).toBeLessThan(soundDistance('p', 'sh'));
    expect(soundDistance('e', 'i')).toBeLessThan(soundDistance('e', 'oy'));
  });
});
