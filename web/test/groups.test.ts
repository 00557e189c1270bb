/** From the screens to the grouping problem and back in words; and the search in slices. */
import { beforeAll, describe, expect, it } from 'vitest';
import { DEFAULT_SETTINGS } from '@sapling/contract';
import { fewOf, loadLexicon } from '@sapling/core';
import { brokenRules, learningOf, movesOf, placementOf, type GroupingProblem } from '@sapling/core/grouping';
import type { Lexicon } from '@sapling/core/phonics';
import { whoCouldJoin } from '../src/groups/add-child.js';
import { boardProblem, problemOf, splitFocus, toCoreGroup, toGroupingChild, type GroupingContext } from '../src/groups/problem.js';
import {
  learningWords,
  moveWords,
  namedOf,
  needNamed,
  placementWords,
  refusedWords,
  shortWords,
  waitingWords,
} from '../src/groups/words.js';
import { readsOf } from '../src/children/reads-of.js';
import { child, group, orders, PAIRS, rule } from './support/children.js';
import { improveGroups, stopSearch, suggestGroups } from '../src/workers/grouping.js';

const eight = Array.from({ length: 8 }, (_, k) => child(`c${k}`, k % 2 ? ['ai:ay', 'sh:sh'] : ['oa:oh', 'ee:ee']));
const slots = [
  { id: 'nine', name: '9:10', rooms: 2, days: [1, 2], start: 550, minutes: 25 },
  { id: 'ten', name: '10:40', rooms: 1, days: [1, 2], start: 640, minutes: 25 },
];
const around = (more: Partial<GroupingContext> = {}): GroupingContext => ({
  children: eight,
  orders,
  settings: { ...DEFAULT_SETTINGS, slots, groupAdults: [{ id: 'ada', groups: 2, busy: [] }] },
  rules: [],
  textOpened: undefined,
  ...more,
});
const named = namedOf(new Map(eight.map((c) => [c.id, c])), [{ name: 'Willow' }, { name: 'Hazel' }], []);

describe('who could come into a group', () => {
  it('is every child who is not in it: those in no group first, of them those in need, and where the others are now', () => {
    const noBlending = {
      strand: 'blending' as const,
      state: 'gap' as const,
      p: 0.2,
      low: 0.1,
      high: 0.3,
      basedOn: 20,
      lastSeen: null,
      slow: false,
    };
    const all = [
      child('done', []),
      child('needs', ['sh:sh']),
      child('pushes', [], { strands: [noBlending] }),
      child('in', []),
      child('other', ['ai:ay']),
    ];
    const groups = [
      { id: 'g', name: 'Willow', members: ['in'] },
      { id: 'h', name: 'Hazel', members: ['other'] },
    ];
    const found = whoCouldJoin(groups[0]!, groups, all);
    expect(found.map((f) => f.child.id)).toEqual(['needs', 'pushes', 'done', 'other']);
    expect(found.map((f) => f.now)).toEqual([undefined, undefined, undefined, 'Hazel']);
    // who cannot push sounds together stands on the board as well, though every pair is known
    const board = boardProblem([group('g', ['in'], []), group('h', ['other'], [])], around({ children: all }));
    expect(board.children.map((c) => c.id).sort()).toEqual(['in', 'needs', 'other', 'pushes']);
  });
});

describe('the problem made from the screens', () => {
  it('takes pace a week, how sure each state is, and a skill as its state has it', () => {
    const looked = {
      strand: 'blending' as const,
      state: 'gap' as const,
      p: 0.5,
      low: 0.4,
      high: 0.62,
      basedOn: 6,
      lastSeen: null,
      slow: false,
    };
    const made = toGroupingChild(child('a', ['ai:ay'], { direction: 6, strands: [looked] }), {
      orders,
      rules: [rule('busy', ['a'], ['ten@1', 'ten@2', 'nine@1'])],
      settings: around().settings,
    });
    // a time on which one day is left is no time the child is never free
    expect(made).toMatchObject({ pace: 2, busy: ['ten'], set: 'wrens', skills: { blending: 0.05 } });
    expect(made.unsure!['ai:ay']).toBeCloseTo(0.14);
    expect(made.unsure!.blending).toBeCloseTo(0.22);
  });

  it('takes what is believed of a pair nobody asked about, as unsure as can be; of one of which nothing is said it takes nothing', () => {
    const kim = child('a', ['ai:ay']);
    const unasked = (known: number) => ({ state: 'unchecked' as const, basedOn: 0, lastSeen: null, p: known, known, low: 0, high: 1 });
    const [first, second, third] = kim.line;
    const line = [first!, { ...second!, ...unasked(0.12) }, { ...third!, ...unasked(0.5) }];
    const made = toGroupingChild({ ...kim, line }, { orders, rules: [], settings: around().settings });
    expect(made.known[second!.gpc]).toBe(0.12);
    expect(made.unsure![second!.gpc]).toBe(1);
    expect(made.known).not.toHaveProperty(third!.gpc);
    // and words are chosen by the same
    expect(readsOf({ ...kim, line })).toEqual(made.known);
  });

  it('leaves to new groups only the rooms, adults and times that those beside them leave', () => {
    const beside = [group('Willow', [], [], { slot: 'ten', adultId: 'ada' })];
    const p = problemOf(eight, around({ rules: [rule('apart', ['c0', 'c1', 'c2']), rule('out', ['c3'])] }), {
      groups: 1,
      size: [2, 8],
      beside,
    });
    expect(p.slots).toEqual([{ id: 'nine', rooms: 2 }]);
    expect(p.adults).toEqual([{ id: 'ada', groups: 1, busy: ['ten'] }]);
    expect(p.apart).toHaveLength(3);
    expect(p.out).toEqual(['c3']);
  });

  it('states the board as it stands, with what it breaks', () => {
    const groups = [group('Willow', ['c0', 'c1'], ['ai:ay'], { slot: 'nine' }), group('Hazel', ['c2', 'c4'], ['oa:oh'], { slot: 'nine' })];
    const p = boardProblem(groups, around({ rules: [rule('apart', ['c0', 'c1']), rule('busy', ['c2'], ['nine'])] }));
    expect(p.given).toEqual([
      { focus: ['ai:ay'], slot: 'nine' },
      { focus: ['oa:oh'], slot: 'nine' },
    ]);
    const kinds = brokenRules(p, { groups: groups.map(toCoreGroup) }).map((c) => c.kind);
    expect(kinds).toEqual(expect.arrayContaining(['apart', 'busy']));
    expect(splitFocus(['ai:ay', 'blending'])).toEqual({ focus: ['ai:ay'], skills: ['blending'] });
  });
});

describe('what is said', () => {
  const groups = [group('Willow', ['c1', 'c3'], ['ai:ay']), group('Hazel', ['c0', 'c2'], ['oa:oh', 's:s'])];
  const board = groups.map(toCoreGroup);
  const p = boardProblem(groups, around({ rules: [rule('apart', ['c1', 'c0'])] }));

  it('a placement: why here, what is shared, what is not covered and where it is', () => {
    const said = placementWords(placementOf(p, { groups: board }, 'c1')!, 'Ann', groups);
    expect(said).toEqual([
      'Ann is in Willow because Ann is still learning ‘ai’ (with 1 other there).',
      'No group works on ‘sh’ now: left for the next cycle.',
    ]);
    const moved = placementWords(placementOf(p, { groups: [{ ...board[0]!, members: ['c1', 'c4'] }, board[1]!] }, 'c4')!, 'Bo', groups);
    expect(moved[0]).toBe('Bo is in Willow, but needs nothing that Willow works on now.');
    expect(moved).toContain('Not worked on here: ‘oa’, which Hazel works on.');
  });

  it('a move: what it costs and why, or which rule it breaks; a wait: where it would be better, or not', () => {
    const moves = movesOf(p, { groups: board }, 'c1');
    expect(
      moveWords(
        moves.find((m) => m.to === 1)!,
        p,
        named,
      ),
    ).toEqual({ cost: 'breaks a rule', why: 'C1 and C0 are apart.', barred: true });
    const other = movesOf(p, { groups: board }, 'c3').find((m) => m.to === 1)!;
    expect(moveWords(other, p, named)).toMatchObject({ cost: expect.stringMatching(/^\d+ min more$/) as string, barred: false });
    expect(waitingWords(placementOf(p, { groups: board }, 'c5')!, groups, undefined)).toMatch(
      /^Would do well in Willow: \d+ child-minutes less/,
    );
    expect(waitingWords(placementOf(p, { groups: board }, 'c5')!, groups, 'seen by a specialist')).toBe(
      'To be in no group: seen by a specialist.',
    );
  });
});

describe('what a suggestion says', () => {
  it('what would be learnt, in things a teacher knows; counts agree in number', () => {
    const names = (id: string): string => id.toUpperCase();
    expect(learningWords({ pairs: 21.3, children: 16, skills: [], little: ['a', 'b'] }, 4, names)).toBe(
      'about 21 new pairs, for 16 children in 4 weeks; A and B would gain little.',
    );
    expect(learningWords({ pairs: 1.2, children: 1, skills: [], little: [] }, 1, names)).toBe('about 1 new pair, for 1 child in 1 week.');
    expect(learningWords({ pairs: 0, children: 6, skills: [{ skill: 'fluency', children: 2.6 }], little: [] }, 4, names)).toBe(
      'fluency in hand for about 3 more, for 6 children in 4 weeks.',
    );
    expect(fewOf(['a', 'b', 'c', 'd', 'e', 'f', 'g'])).toBe('a, b, c, d, e and 2 more');
  });
  it('a pair with the word its sound is heard in, where the spelling alone is not enough', () => {
    expect(needNamed('sh:sh')).toBe('‘sh’');
    expect(needNamed('s:s')).toBe('‘s’');
    expect(needNamed('s:s', ['s:s', 's:z'])).toBe('‘s’ as in sun');
    expect(needNamed('s:z')).toBe('‘s’ as in his');
    expect(needNamed('blending')).toBe('blending');
  });
  it('why a focus pair cannot be practised, and who needs what first', () => {
    const short = { gpc: 'ai:ay', words: 3, sentences: 0, enough: false, first: { gpc: 's:z', children: ['ivo'], words: 6, sentences: 2 } };
    expect(shortWords(short, 5, () => 'Ivo')).toBe(
      'Too little to practise ‘ai’ with: 3 words and no sentence that all 5 can read. Ivo needs ‘s’ as in his first.',
    );
  });
});

describe('the board and a suggestion', () => {
  it('say the same of the same groups: both rest on what there is to practise with', () => {
    const practice = new Map(eight.map((c, k) => [c.id, Object.fromEntries(PAIRS.map((gpc) => [gpc, k % 2 ? 0.2 : 1]))]));
    const groups = [group('Willow', ['c1', 'c3'], ['ai:ay']), group('Hazel', ['c0', 'c2'], ['oa:oh'])];
    const board = boardProblem(groups, around({ practice }));
    const suggested = problemOf(eight, around({ practice }), { groups: 2, size: [2, 6], mayWait: true });
    const made = groups.map(toCoreGroup);
    expect(learningOf(board, { groups: made }).pairs).toBeCloseTo(learningOf(suggested, { groups: made }).pairs, 9);
    const bare = boardProblem(groups, around());
    expect(learningOf(board, { groups: made }).pairs).toBeLessThan(learningOf(bare, { groups: made }).pairs);
  });
});

describe('the search in the worker', () => {
  let lexicon: Lexicon;
  beforeAll(async () => {
    lexicon = await loadLexicon();
  });
  const none = (): void => undefined;
  const p = problemOf(eight, around(), { groups: 2, size: [2, 6] });

  it('finds groups that share gaps, tells how far it is, and says why there are none', async () => {
    const told: number[] = [];
    const found = await suggestGroups(lexicon, p, [], (done) => told.push(done));
    if ('refused' in found) throw new Error(found.message);
    const [first] = found;
    expect(first!.learning.pairs).toBeGreaterThan(2);
    expect(first!.learning.byChild).toHaveLength(8);
    for (const g of first!.grouping.groups) expect(new Set(g.members.map((m) => Number(m[1]) % 2)).size).toBe(1);
    expect(told.every((done) => done >= 0 && done <= 1)).toBe(true);
    const crowded: GroupingProblem = { ...p, slots: [{ id: 'nine', rooms: 1 }] };
    const refused = await suggestGroups(lexicon, crowded, [], none);
    expect('refused' in refused && refusedWords(refused, crowded, named)).toBe(
      'This cannot hold, whatever else is given up: no more groups meet at a time than there are free rooms, 1 in all.',
    );
  });

  it('stopped, returns a legal answer at once', async () => {
    const many = Array.from({ length: 300 }, (_, k) => child(`c${k}`, [PAIRS[k % 6]!, PAIRS[(k * 5) % 6]!]));
    const large = problemOf(many, around({ children: many, settings: DEFAULT_SETTINGS }), { groups: 40, size: [4, 9] });
    const { groups } = await (async () => {
      const running = improveGroups(large, [], () => stopSearch());
      const answer = await running;
      if ('refused' in answer) throw new Error(answer.message);
      return answer;
    })();
    expect(brokenRules(large, { groups })).toEqual([]);
    // far fewer slices than the whole search has
    let slices = 0;
    const stopped = suggestGroups(lexicon, large, [], () => {
      slices += 1;
      stopSearch();
    });
    expect(await stopped).toMatchObject([{ aim: 'least cost' }]);
    expect(slices).toBeLessThan(5);
  });
});
