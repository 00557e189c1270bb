/** Quick checks on simulated children: agreement with the truth beside asking at random, and beside the whole stack asked once. */
import { drawQuickChild, type PupilSort } from '@sapling/data';
import { isMiss, judgeRecall, nextCard, seeded, shuffled, type Gpc, type Observation } from '@sapling/core';

const START = Date.parse('2026-11-24T09:00:00.000Z');

/** Agreement by sort of child: adaptive with at most half of the cards, at random with as many, and the raw answers of the whole stack. */
export function quickChecks(say: (line: string) => void, sorts: readonly PupilSort[], children: number): void {
  say('\nQuick check, at most half of the cards once each: pairs judged as they are (known from 0.6), beside the same number at random,');
  say('and beside the plain answers of the whole stack');
  const all = { quick: 0, random: 0, stack: 0, n: 0 };
  for (const sort of sorts) {
    const sum = { quick: 0, random: 0, stack: 0, n: 0, cards: 0, asks: 0 };
    for (let k = 0; k < children; k += 1) {
      const child = drawQuickChild(sort, 40_000 + k);
      const { order, taught } = child;
      const ask = (gpc: Gpc, n: number, random: () => number): Observation => child.answer(gpc, START + n * 5000, random);
      const asked: Observation[] = [];
      const random = seeded(k + 1);
      for (;;) {
        const asOf = new Date(START + asked.length * 5000).toISOString();
        const next = nextCard({ order, taught, observations: asked, asOf, limits: { once: true, atLeast: 8 } }, { seed: k });
        if ('done' in next) {
          sum.asks += Number(next.done === 'ask everything');
          break;
        }
        asked.push(ask(next.gpc, asked.length, random));
      }
      const other = shuffled(taught, seeded(k + 9))
        .slice(0, asked.length)
        .map((gpc, n) => ask(gpc, n, random));
      const agree = (observations: readonly Observation[]): number =>
        judgeRecall({ order, taught, observations }).filter((j) => j.knows === child.chance(j.gpc) >= 0.6).length;
      sum.quick += agree(asked);
      sum.random += agree(other);
      sum.stack += taught.filter((gpc, n) => !isMiss(ask(gpc, n, random).outcome) === child.chance(gpc) >= 0.6).length;
      sum.n += taught.length;
      sum.cards += asked.length;
    }
    for (const key of ['quick', 'random', 'stack', 'n'] as const) all[key] += sum[key];
    const of = (x: number): string => ((100 * x) / sum.n).toFixed(1);
    say(
      `  ${sort.padEnd(12)} quick ${of(sum.quick)}  random ${of(sum.random)}  whole stack ${of(sum.stack)}   cards ${of(sum.cards)} %   "ask everything" ${sum.asks} of ${children}`,
    );
  }
  const of = (x: number): string => ((100 * x) / all.n).toFixed(1);
  say(`  ${'all'.padEnd(12)} quick ${of(all.quick)}  random ${of(all.random)}  whole stack ${of(all.stack)}`);
}
