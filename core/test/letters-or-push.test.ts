import { beforeAll, describe, expect, it } from 'vitest';
import { allGpcs, derive, judge, loadLexicon, segment, seeded, type Gpc, type Lexicon, type Observation } from '../src/index.js';
import { TEACHING_ORDERS } from '@sapling/data';
import { decodingItems, taughtAfter } from '../src/index.js';

const AT = Date.parse('2026-11-24T09:00:00.000Z');
const DAY = 86_400_000;
const ORDER = TEACHING_ORDERS[0]!;
const TAUGHT = taughtAfter(ORDER, 12);
const CHILDREN = 20;

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});

/** A child of plain rules, and twenty words of which only right or wrong was marked. */
function child(letters: number, blends: number, seed: number) {
  const random = seeded(seed * 17 + 3);
  const knows = new Set(TAUGHT.gpcs.filter(() => random() < letters));
  const words = decodingItems(lexicon, { taught: TAUGHT, madeUp: false, perLevel: 4, seed }).flatMap(({ word }) => word ?? []);
  const list = words.slice(0, 20).map((item, n): Observation => {
    const units = segment(lexicon, item)[0]!.units.map((u) => `${u.grapheme}:${u.sound}`);
    const right = units.every((gpc) => knows.has(gpc)) && random() < blends;
    return {
      id: `w${n}`,
      child: 'c',
      by: 'b',
      at: new Date(AT + n * 6000).toISOString(),
      kind: 'word',
      item,
      outcome: right ? 'right' : 'wrong',
    };
  });
  const card = (gpc: Gpc, n: number, from = AT + 300_000): Observation => ({
    id: `c${n}`,
    child: 'c',
    by: 'b',
    at: new Date(from + n * 2000).toISOString(),
    kind: 'see-say',
    gpc,
    skill: 'recall',
    outcome: knows.has(gpc) ? 'right' : 'wrong',
  });
  return { list, card };
}
const look = (list: readonly Observation[], days = 1) =>
  judge(derive(lexicon, list), { asOf: new Date(AT + days * DAY).toISOString(), order: allGpcs(ORDER), taught: TAUGHT.gpcs });
const blending = (list: readonly Observation[]) => look(list).strands.get('blending')!.state;
const all = <T>(of: (seed: number) => T): T[] => Array.from({ length: CHILDREN }, (_, seed) => of(seed));

describe('words that only went wrong', () => {
  it('leave open whether a child who knows the letters cannot push them together, and the cards asked for tell it', () => {
    const found = all((seed) => {
      const { list, card } = child(1, 0.05, seed);
      const { undecided } = look(list);
      const after = undecided ? [...list, ...undecided.ask.map((gpc, n) => card(gpc, n))] : list;
      return { undecided, told: blending(after) === 'gap', again: look(after).undecided };
    });
    expect(found.filter((f) => f.undecided !== null).length).toBeGreaterThanOrEqual(CHILDREN - 1);
    for (const { undecided } of found) expect(undecided?.ask.length ?? 2).toBeLessThanOrEqual(6);
    expect(found.filter((f) => f.told).length).toBeGreaterThanOrEqual(CHILDREN - 1);
    expect(found.filter((f) => f.again !== null)).toHaveLength(0);
  });

  it('of a child who lacks half of the letters and blends, the cards do not make a blending gap', () => {
    const gaps = all((seed) => {
      const { list, card } = child(0.5, 0.95, seed);
      const { undecided } = look(list);
      return blending(undecided ? [...list, ...undecided.ask.map((gpc, n) => card(gpc, n))] : list) === 'gap';
    });
    expect(gaps.filter(Boolean).length).toBeLessThanOrEqual(2);
  });

  it('of more than one push ask as well, and half of the letters are then no gap in clusters or longer words', () => {
    const found = all((seed) => {
      const { list, card } = child(0.5, 1, seed);
      const { undecided } = look(list);
      const states = look(undecided ? [...list, ...undecided.ask.map((gpc, n) => card(gpc, n))] : list).strands;
      return {
        asked: undecided !== null,
        gaps: (['clusters', 'longer words'] as const).filter((s) => states.get(s)?.state === 'gap').length,
      };
    });
    expect(found.filter((f) => f.asked).length).toBeGreaterThanOrEqual(CHILDREN - 3);
    expect(found.reduce((sum, f) => sum + f.gaps, 0)).toBeLessThanOrEqual(3);
  });

  it('ask for no cards where little went wrong, where the letters were shown before, and where it is long ago', () => {
    expect(all((seed) => look(child(0.95, 0.95, seed).list).undecided).filter((u) => u !== null).length).toBeLessThanOrEqual(1);
    const { list, card } = child(1, 0.05, 4);
    expect(look([...TAUGHT.gpcs.map((gpc, n) => card(gpc, n, AT - 3_600_000)), ...list]).undecided).toBeNull();
    expect(look(list).undecided).not.toBeNull();
    expect(look(list, 40).undecided).toBeNull();
  });

  it('of which it was noted what was said leave nothing open', () => {
    const { list } = child(1, 0.05, 4);
    const noted = list.map((o) =>
      o.outcome === 'wrong'
        ? {
            ...o,
            said: segment(lexicon, o.item!)[0]!
              .units.map((u) => `/${u.sound}/`)
              .join(' '),
          }
        : o,
    );
    expect(look(noted).undecided).toBeNull();
    expect(blending(noted)).toBe('gap');
  });
});
