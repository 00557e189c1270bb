/** Quick checks on simulated children: agreement with the truth beside asking at random, and beside the whole stack asked once. */
import { drawCheckElsewhere, drawQuickChild, ELSEWHERE, TEACHING_ORDERS, type PupilSort } from '@sapling/data';
import { allGpcs, isMiss, judgeRecall, nextCard, seeded, shuffled, type Gpc, type Observation, type Random } from '@sapling/core';

const START = Date.parse('2026-11-24T09:00:00.000Z');

const of = (x: number, n: number): string => ((100 * x) / n).toFixed(1);
const shares = (sum: ReturnType<typeof NOTHING>): string =>
  `quick ${of(sum.quick, sum.n)}  random ${of(sum.random, sum.n)}  whole stack ${of(sum.stack, sum.n)}`;
const NOTHING = () => ({ quick: 0, random: 0, stack: 0, n: 0 });

interface Checked {
  readonly order: readonly Gpc[];
  readonly taught: readonly Gpc[];
  chance(gpc: Gpc): number;
  /** The nth answer of a check, counted from 0. */
  ask(gpc: Gpc, n: number, random: Random): Observation;
}
type Sums = ReturnType<typeof NOTHING>;
interface Found {
  readonly sum: Sums;
  readonly clear: Sums;
  readonly cards: number;
  readonly asks: number;
}
const add = (to: Sums, from: Sums): void => {
  for (const key of ['quick', 'random', 'stack', 'n'] as const) to[key] += from[key];
};
const linesOf = ({ sum, clear, cards }: Found): string => `${shares(sum)} | ${shares(clear)}   cards ${of(cards, sum.n)} %`;

/** What three ways of asking judge rightly: of all pairs, and of clear ones. */
function checksOf(list: readonly Checked[]): Found {
  const sum = NOTHING();
  const clear = NOTHING();
  let [cards, asks] = [0, 0];
  for (const [k, child] of list.entries()) {
    const { order, taught } = child;
    const asked: Observation[] = [];
    const random = seeded(k + 1);
    for (;;) {
      const asOf = new Date(START + asked.length * 5000).toISOString();
      const next = nextCard({ order, taught, observations: asked, asOf, limits: { once: true, atLeast: 8 } }, { seed: k });
      if ('done' in next) {
        asks += Number(next.done === 'ask everything');
        break;
      }
      asked.push(child.ask(next.gpc, asked.length, random));
    }
    const other = shuffled(taught, seeded(k + 9))
      .slice(0, asked.length)
      .map((gpc, n) => child.ask(gpc, n, random));
    const isClear = (gpc: Gpc): boolean => child.chance(gpc) >= 0.7 || child.chance(gpc) <= 0.35;
    const count = (key: 'quick' | 'random' | 'stack', right: readonly Gpc[]): void => {
      sum[key] += right.length;
      clear[key] += right.filter(isClear).length;
    };
    const judged = (observations: readonly Observation[]): Gpc[] =>
      judgeRecall({ order, taught, observations }).flatMap((j) => (j.knows === child.chance(j.gpc) >= 0.6 ? [j.gpc] : []));
    count('quick', judged(asked));
    count('random', judged(other));
    count(
      'stack',
      taught.filter((gpc, n) => !isMiss(child.ask(gpc, n, random).outcome) === child.chance(gpc) >= 0.6),
    );
    sum.n += taught.length;
    clear.n += taught.filter(isClear).length;
    cards += asked.length;
  }
  return { sum, clear, cards, asks };
}

/** The same in the two schools elsewhere. */
export function quickChecksElsewhere(say: (line: string) => void, children: number): void {
  say('\nThe same in two schools elsewhere');
  for (const kind of ELSEWHERE) {
    const found = checksOf(
      Array.from({ length: children }, (_, k) => {
        const child = drawCheckElsewhere(kind, 41_000 + k);
        return { ...child, ask: (gpc, n, random) => child.answer(gpc, START + n * 5000, n, random) };
      }),
    );
    say(`  ${kind.padEnd(12)} ${linesOf(found)}`);
  }
}

/**
 * Agreement by sort of child: adaptive with at most half of the cards, at random with as many, and the raw answers of the whole
 * stack. Of all pairs, cut at a chance of 0.6, and of clear pairs alone (known from 0.7, a gap to 0.35): of what lies between
 * neither word is wrong.
 */
export function quickChecks(say: (line: string) => void, sorts: readonly PupilSort[], children: number): void {
  say('\nQuick check, at most half of the cards once each: pairs judged as they are (known from 0.6), beside the same number at random,');
  say('and beside the plain answers of the whole stack; after the bar the same of clear pairs alone (known from 0.7, a gap to 0.35)');
  const all = NOTHING();
  const allClear = NOTHING();
  for (const sort of sorts) {
    const found = checksOf(
      Array.from({ length: children }, (_, k) => {
        const child = drawQuickChild(sort, 40_000 + k);
        return { ...child, ask: (gpc, n, random) => child.answer(gpc, START + n * 5000, random) };
      }),
    );
    add(all, found.sum);
    add(allClear, found.clear);
    say(`  ${sort.padEnd(12)} ${linesOf(found)}   "ask everything" ${found.asks} of ${children}`);
  }
  say(`  ${'all'.padEnd(12)} ${shares(all)} | ${shares(allClear)}`);
}

/** Late joiners with an edge: everything from one place of the order is known and nothing before it, and so many answers slip either way. */
export function edgedQuickChecks(say: (line: string) => void, children: number): void {
  say('\nQuick check of late joiners who know the later pairs of 64 and none of the earlier ones: pairs judged wrongly, by how many');
  say('answers in a hundred slip either way, with at most half of the cards');
  for (const slips of [0, 0.05, 0.1]) {
    const rows = [8, 12, 20, 31, 40].map((from) => {
      let [wrong, n, cards] = [0, 0, 0];
      for (let k = 0; k < children; k += 1) {
        const order = allGpcs(TEACHING_ORDERS[k % TEACHING_ORDERS.length]!);
        const taught = order.slice(0, 64);
        const random = seeded(k + 77_000);
        const knows = (gpc: Gpc): boolean => taught.indexOf(gpc) >= from;
        const asked: Observation[] = [];
        for (;;) {
          const at = new Date(START + asked.length * 5000).toISOString();
          const next = nextCard({ order, taught, observations: asked, asOf: at, limits: { once: true, atLeast: 8 } }, { seed: k });
          if ('done' in next) break;
          const right = knows(next.gpc) !== random() < slips;
          const id = `edged-${k}-${asked.length}`;
          asked.push({ id, child: 'edged', by: 'adult', at, kind: 'see-say', gpc: next.gpc, outcome: right ? 'right' : 'wrong', ms: 1500 });
        }
        wrong += judgeRecall({ order, taught, observations: asked }).filter((j) => j.knows !== knows(j.gpc)).length;
        n += taught.length;
        cards += asked.length;
      }
      return `from ${from}: ${of(wrong, n)} % (cards ${of(cards, n)} %)`;
    });
    say(`  ${String(100 * slips).padStart(2)} in 100 slip   ${rows.join('  ')}`);
  }
}
