/** The items of every kind of check keep to what was taught, grow in difficulty, and their right answers are right. */
import { beforeAll, describe, expect, it } from 'vitest';
import { PICTURED, TEACHING_ORDERS, TEXTS } from '@sapling/data';
import {
  analyseResponse,
  bothSoundsTogether,
  clusters,
  DECODING_LEVELS,
  decodingItems,
  gpcsOf,
  hearAndPoint,
  hearAndWrite,
  irregularItems,
  likelyResponses,
  listeningItems,
  loadLexicon,
  oddUnits,
  pairPointedAt,
  rowItems,
  seeAndTell,
  segment,
  soundParts,
  spellingItems,
  splitGpc,
  taughtAfter,
  wordJudge,
  type CheckItem,
  type Lexicon,
} from '../src/index.js';

let lexicon: Lexicon;
const places = TEACHING_ORDERS.flatMap((order) =>
  [4, 11, 24].map((steps) => ({ name: `${order.name} after ${steps}`, taught: taughtAfter(order, steps) })),
);
const pictured = Object.keys(PICTURED);
beforeAll(async () => {
  lexicon = await loadLexicon();
});
const keysOnce = (items: readonly CheckItem[]): void => expect(new Set(items.map((i) => i.key)).size).toBe(items.length);

describe('recall the other ways', () => {
  it.each(places)('$name: among the choices every taught spelling of the sound is right and nothing else is', ({ taught }) => {
    for (const choices of [2, 4, 'board'] as const) {
      const items = hearAndPoint(taught.gpcs, { choices, seed: 3 });
      keysOnce(items);
      expect(new Set(items.map((i) => i.sound)).size).toBe(items.length);
      for (const item of items) {
        const spells = (g: string): boolean => taught.gpcs.includes(`${g}:${item.sound!}`);
        expect(item.options!.filter(spells).sort()).toEqual([...item.accept!].sort());
        expect(new Set(item.options).size).toBe(item.options!.length);
        for (const g of item.accept!) expect(taught.gpcs).toContain(pairPointedAt(item, g));
        expect(
          pairPointedAt(
            item,
            item.options!.find((o) => !item.accept!.includes(o))!,
          ),
        ).toBe(item.gpc);
      }
    }
  });

  it('writing a sound accepts c and k alike; names are asked of single letters only; two sounds come together', () => {
    const taught = ['k:k', 'c:k', 's:s', 'ow:ow', 'a:a', 'ow:oh'];
    expect(
      hearAndWrite(taught, { seed: 1 })
        .find((i) => i.sound === 'k')!
        .accept!.slice()
        .sort(),
    ).toEqual(['c', 'k']);
    expect(seeAndTell('see-name', taught, { seed: 1 }).map((i) => splitGpc(i.gpc!).grapheme.length)).toEqual([1, 1, 1, 1]);
    const stack = bothSoundsTogether(['ow:ow', 's:s', 'ow:oh', 'k:k']);
    expect(Math.abs(stack.indexOf('ow:ow') - stack.indexOf('ow:oh'))).toBe(1);
    expect([...stack].sort()).toEqual(['k:k', 'ow:oh', 'ow:ow', 's:s']);
  });
});

describe('decoding', () => {
  it.each(places)('$name: real and made-up words use only what was taught, level by level, and no exceptions', ({ taught }) => {
    const judge = wordJudge(lexicon, { gpcs: taught.gpcs, words: [] });
    for (const madeUp of [false, true]) {
      const items = decodingItems(lexicon, { taught, madeUp, perLevel: 3, seed: 11 });
      keysOnce(items);
      const levels = items.map((i) => DECODING_LEVELS.indexOf(i.level!));
      expect(levels).toEqual([...levels].sort((a, b) => a - b));
      for (const { word, units, level } of items) {
        if (!madeUp) expect(judge(word!).status, word).toBe('decodable');
        for (const u of units!) expect(taught.gpcs, word).toContain(`${u.grapheme}:${u.sound}`);
        if (madeUp) expect(lexicon.peek(word!), word).toBeUndefined();
        else if (level !== 'base and ending') expect(oddUnits(lexicon, units!), word).toEqual([]);
        if (level === 'three sounds') expect(units!.flatMap((u) => [...soundParts(u.sound)])).toHaveLength(3);
        if (level === 'starting cluster') expect(clusters(units!).some((c) => c[0] === 0) || units![0]!.sound.length > 1, word).toBe(true);
      }
      expect(decodingItems(lexicon, { taught, madeUp, perLevel: 3, seed: 11 })).toEqual(items);
    }
  });

  it.each(places)('$name: rows of four have the word among four different readable ones', ({ taught }) => {
    const items = rowItems(lexicon, { taught, rows: 6, seed: 2 });
    for (const item of items) {
      expect(item.options).toHaveLength(4);
      expect(new Set(item.options).size).toBe(4);
      expect(item.options).toContain(item.word);
      for (const o of item.options!) for (const gpc of gpcsOf(segment(lexicon, o)[0]!)) expect(taught.gpcs, o).toContain(gpc);
    }
  });

  it('irregular words show the part whose pair was not taught', () => {
    const items = irregularItems(lexicon, { gpcs: ['s:s', 'd:d', 'a:a', 't:t'], words: ['said', 'was'] }, { seed: 1 });
    const said = items.find((i) => i.word === 'said')!;
    expect(said.odd!.map((k) => said.units![k]!.grapheme)).toEqual(['ai']);
    expect(() => irregularItems(lexicon, { gpcs: [], words: [] }, { seed: 1 })).toThrow(expect.objectContaining({ code: 'empty' }));
    expect(() => decodingItems(lexicon, { taught: { gpcs: ['s:s'], words: [] }, madeUp: false, perLevel: 2, seed: 1 })).toThrow(
      expect.objectContaining({ code: 'no-candidates' }),
    );
  });

  it.each(places)('$name: spelling goes from words to a base with its ending to a sentence, all readable', ({ taught }) => {
    const items = spellingItems(lexicon, { taught, perLevel: 2, seed: 5, texts: TEXTS });
    keysOnce(items);
    const judge = wordJudge(lexicon, taught);
    for (const [k, item] of items.entries()) {
      for (const word of item.word!.split(/\s+/)) expect(judge(word.replace(/[^\p{L}']/gu, '')).status, word).not.toBe('not yet');
      if (item.base && item.ending) expect(items.slice(0, k).some((before) => before.word === item.base)).toBe(true);
    }
  });

  it('the slips it expects are named so by the analysis, differ from the word and from each other', () => {
    for (const [word, madeUp] of [
      ['frog', false],
      ['ship', false],
      ['rain', false],
      ['jumped', false],
      ['bed', false],
      ['said', false],
      ['vab', true],
      ['smed', true],
    ] as const) {
      const slips = likelyResponses(lexicon, { word, taught: [], madeUp });
      expect(slips.length, word).toBeGreaterThanOrEqual(3);
      expect(new Set(slips.map((s) => s.said)).size).toBe(slips.length);
      for (const { said, why } of slips) {
        expect(said).not.toBe(word);
        expect(analyseResponse(lexicon, { target: word, said, madeUp }).patterns, `${word}: ${said}`).toContain(why);
      }
    }
    expect(likelyResponses(lexicon, { word: 'frog', taught: [] })[0]).toEqual({ said: 'fog', why: 'sound left out' });
    expect(likelyResponses(lexicon, { word: 'bed', taught: [] })[0]!.why).toBe('reversal');
  });
});

describe('listening', () => {
  it('spoken parts make the word, the right answer is among what is shown, and steps grow', () => {
    const push = listeningItems(lexicon, 'push together', { pictured, perLevel: 3, seed: 9 });
    keysOnce(push);
    for (const item of push) {
      expect(item.options).toHaveLength(3);
      expect(item.options).toContain(item.word);
      if (item.level === 'syllables' || item.level === 'onset and rime') expect(item.parts!.join('')).toBe(item.word);
      else expect(item.parts!).toHaveLength({ 'two sounds': 2, 'three sounds': 3, 'four sounds': 4, 'five sounds': 5 }[item.level!]!);
    }
    expect([...new Set(push.map((i) => i.level))]).toEqual([
      'syllables',
      'onset and rime',
      'two sounds',
      'three sounds',
      'four sounds',
      'five sounds',
    ]);
    for (const item of listeningItems(lexicon, 'stretch', { pictured, perLevel: 3, seed: 9 }))
      expect(item.accept).toEqual([String(item.parts!.length)]);
  });

  it('where and is-it-this are true of the word’s own sounds', () => {
    const soundsOf = (item: CheckItem): string[] => item.units!.flatMap((u) => [...soundParts(u.sound)]);
    for (const item of listeningItems(lexicon, 'where', { pictured, perLevel: 4, seed: 2 })) {
      // it is about no pair, whatever is pointed at
      for (const option of item.options!) expect(pairPointedAt(item, option)).toBeUndefined();
      const at = soundsOf(item).indexOf(item.sound!);
      const place = at === 0 ? 'beginning' : at === soundsOf(item).length - 1 ? 'end' : 'middle';
      expect(item.accept, item.word).toEqual([place]);
    }
    const vowels = listeningItems(lexicon, 'is it this', { pictured, perLevel: 4, seed: 2 });
    for (const item of vowels) expect(item.accept).toEqual([soundsOf(item).includes(item.sound!) ? 'yes' : 'no']);
    expect(vowels.filter((i) => i.accept![0] === 'yes').length).toBe(vowels.length / 2);
    expect(() => listeningItems(lexicon, 'stretch', { pictured: [], perLevel: 2, seed: 1 })).toThrow(
      expect.objectContaining({ code: 'no-candidates' }),
    );
  });
});

describe('a first spelling check', () => {
  it('takes few texts apart for its one sentence, and still finds one where few texts hold any', () => {
    const taught = taughtAfter(TEACHING_ORDERS[0]!, 26);
    const read = new Set<string>();
    const watched = TEXTS.map(({ id, title, text }) => ({
      id,
      title,
      get text() {
        read.add(id);
        return text;
      },
    }));
    const sentenceOf = (texts: typeof watched): string | undefined =>
      spellingItems(lexicon, { taught, perLevel: 1, seed: 5, texts }).find((i) => i.key.startsWith('sentence '))?.word;
    expect(sentenceOf(watched)).toBeDefined();
    expect(read.size).toBeLessThanOrEqual(48);
    // the one readable text stands last among many that nobody can read yet
    const hard = Array.from({ length: 60 }, (_, k) => ({
      id: `hard ${k}`,
      title: '',
      text: 'Through rough boughs, thorough ploughs coughed.',
    }));
    expect(sentenceOf([...hard, { id: 'easy', title: '', text: 'The cat sat on the mat.' }])).toBe('The cat sat on the mat.');
  });
});
