/**
 * Schools whose rules were drawn by lot (data/src/simulated/any-school.ts), on none of which a number was fitted: the model beside
 * the simple rules, and beside the regression fitted on other children of that very school, which knows what no tool can know.
 */
import { drawAnySchool, drawPupilAnywhere } from '@sapling/data';
import { baselinesOf, cardsSaid, rowsOf, waysOf } from './foretelling.js';
import type { Drawn } from './pupils.js';
import { SaidOfPairs } from './said-of-pairs.js';

const WAYS = ['model', 'last answer', 'last five', 'prior', 'regression of this school', 'truth'];
const FIRST = 301;

export function anySchools(say: (line: string) => void, schools: number, children: number): void {
  say(
    `\n${schools} schools whose rules were drawn by lot, ${children} children each: cards foretold (log loss), and what is said of pairs`,
  );
  const sums = new Map(['in term', 'after a break'].map((when) => [when, { n: 0, of: new Array<number>(WAYS.length).fill(0) }]));
  const said = { 'in term': new SaidOfPairs(), 'after a break': new SaidOfPairs() };
  let worse = 0;
  for (let seed = FIRST; seed < FIRST + schools; seed += 1) {
    const school = drawAnySchool(seed);
    const draw = (k: number): Drawn => ({ ...drawPupilAnywhere(school, k), teaching: [] });
    const own = baselinesOf(Array.from({ length: 3 * children }, (_, k) => rowsOf(draw(500 + k))).flat());
    const here = new Array<number>(WAYS.length).fill(0);
    for (let k = 1; k <= children; k += 1) {
      const pupil = draw(k);
      const cards = cardsSaid(pupil);
      rowsOf(pupil).forEach((r, at) => {
        const sum = sums.get(r.when);
        if (!sum) return;
        sum.n += 1;
        waysOf(cards[at]!, r, own, [own]).forEach((x, w) => {
          sum.of[w]! += x;
          here[w]! += x;
        });
      });
      for (const when of ['in term', 'after a break'] as const) said[when].add(pupil, when);
    }
    worse += Number(here[0]! > here[4]!);
  }
  for (const [when, { n, of }] of sums) {
    const best = Math.min(of[1]!, of[2]!, of[3]!);
    say(`  ${when.padEnd(14)} ${WAYS.map((way, w) => `${way} ${(of[w]! / n).toFixed(3)}`).join(', ')}`);
    say(
      `      ${(100 * (1 - of[0]! / best)).toFixed(1)} % below the best of three, the regression ${(100 * (1 - of[4]! / best)).toFixed(1)} %`,
    );
    say(`      ${said[when as keyof typeof said].line()}`);
  }
  say(`  the regression of the school itself foretells better in ${worse} of ${schools}`);
}
