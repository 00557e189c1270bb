/**
 * How good and how fast is the grouping engine? `npm run bench:grouping`. Against the exact optimum on small
 * problems, against sorting by total score and cutting, and against k-means on the gap vectors, on the same
 * problems and costed alike; what more search buys; and how time grows with size.
 */
import { formGroups, NoGrouping, seeded, shuffled, suggestFocus, costOf, type GroupingProblem } from '../src/index.js';
import { numbersOf } from '../src/grouping/cost.js';
import { exactCost, faultsOf } from '../test/support/exact.js';
import { problemLike } from '../test/support/problems.js';

const PROBLEMS = Number(process.env.PROBLEMS ?? 108);
const say = (text: string): void => void process.stdout.write(`${text}\n`);
const seconds = (from: number): string => `${((performance.now() - from) / 1000).toFixed(2)} s`;

/** Children in order of their total score, cut into groups of equal size: what is done by hand. */
function sortAndCut(p: GroupingProblem): number {
  const score = (known: Readonly<Record<string, number>>): number => p.taught.reduce((sum, gpc) => sum + (known[gpc] ?? 0.65), 0);
  const sorted = [...p.children].sort((a, b) => score(a.known) - score(b.known)).map((c) => c.id);
  return costOfMembers(
    p,
    Array.from({ length: p.groups }, (_, g) =>
      sorted.slice(Math.round((g * sorted.length) / p.groups), Math.round(((g + 1) * sorted.length) / p.groups)),
    ),
  );
}

/** k-means on the gap vectors (Lloyd 1982), best of ten starts, each child to the nearest centre with room. */
function kMeans(p: GroupingProblem): number {
  const n = numbersOf(p);
  let best = Infinity;
  for (let start = 0; start < 10; start += 1) {
    const random = seeded(start);
    let centres = shuffled(n.need, random)
      .slice(0, p.groups)
      .map((row) => Float64Array.from(row));
    let of = new Int32Array(n.ids.length);
    for (let round = 0; round < 25; round += 1) {
      const size = new Int32Array(p.groups);
      const near = n.need.flatMap((row, m) =>
        centres.map((centre, g) => ({ m, g, d: row.reduce((sum, x, k) => sum + (x - centre[k]!) ** 2, 0) })),
      );
      near.sort((a, b) => a.d - b.d);
      of = new Int32Array(n.ids.length).fill(-1);
      // first so that every group has enough, then where there is room
      for (const least of [p.sizeFrom, p.sizeTo])
        for (const { m, g } of near)
          if (of[m]! < 0 && size[g]! < least) {
            of[m] = g;
            size[g]! += 1;
          }
      centres = centres.map((centre, g) => {
        const rows = n.need.filter((_, m) => of[m] === g);
        return rows.length === 0 ? centre : centre.map((_, k) => rows.reduce((sum, row) => sum + row[k]!, 0) / rows.length);
      });
    }
    best = Math.min(
      best,
      costOfMembers(
        p,
        Array.from({ length: p.groups }, (_, g) => n.ids.filter((_id, m) => of[m] === g)),
      ),
    );
  }
  return best;
}
function costOfMembers(p: GroupingProblem, members: readonly (readonly string[])[]): number {
  return costOf(p, { groups: members.map((list) => ({ members: [...list], focus: suggestFocus(p, list) })) }).total;
}

say(`Against the exact optimum: ${PROBLEMS} problems of 12 to 20 children in 3 or 4 groups`);
const ratios: number[] = [];
let engineMs = 0;
let exactMs = 0;
let none = 0;
for (let seed = 0; ratios.length < PROBLEMS; seed += 1) {
  const children = 12 + (seed % 9);
  const groups = children < 15 ? 3 : 3 + (seed % 2);
  const spare = groups === 3 && children > 17 ? 0 : 1;
  const p = problemLike(
    {
      children,
      groups,
      sizeFrom: Math.floor(children / groups) - spare,
      sizeTo: Math.ceil(children / groups) + spare,
      ...(seed % 3 === 0 && { slots: 3 }),
    },
    seed,
  );
  let from = performance.now();
  let answer;
  try {
    answer = formGroups(p, { seed: 1 });
  } catch (error) {
    if (!(error instanceof NoGrouping)) throw error;
    none += 1;
    continue;
  }
  engineMs += performance.now() - from;
  if (faultsOf(p, answer).length > 0) throw new Error(faultsOf(p, answer).join());
  from = performance.now();
  const best = await exactCost(p, answer.cost.total);
  exactMs += performance.now() - from;
  ratios.push(answer.cost.total / best);
}
const mean = ratios.reduce((a, b) => a + b, 0) / ratios.length;
say(
  `  mean ${mean.toFixed(5)}, worst ${Math.max(...ratios).toFixed(5)} of the optimum; ${ratios.filter((r) => r < 1.000001).length} of them the optimum itself`,
);
say(
  `  ${(engineMs / ratios.length).toFixed(0)} ms each, the solver ${(exactMs / ratios.length).toFixed(0)} ms; ${none} problems whose rules cannot all hold were passed over`,
);

// what was promised; a run that misses it fails
if (mean > 1.01 || Math.max(...ratios) > 1.05) process.exitCode = 1;

say('\nAgainst what is done otherwise, without rules about children: child-minutes saved against no groups at all,');
say('those that the engine saves being 1');
say('  children  groups   sort and cut   k-means   engine');
for (const [children, groups] of [
  [20, 4],
  [60, 10],
  [120, 20],
  [400, 60],
] as const) {
  const kind = { children, groups, sizeFrom: 3, sizeTo: 9, pairs: 48, rich: false };
  let [cut, means, took] = [0, 0, 0];
  const tries = children > 100 ? 1 : 5;
  for (let seed = 0; seed < tries; seed += 1) {
    const p = problemLike(kind, seed);
    const from = performance.now();
    const { cost } = formGroups(p, { seed: 1 });
    took += performance.now() - from;
    const none = costOf(p, { groups: [] }).total;
    cut += (none - sortAndCut(p)) / (none - cost.total) / tries;
    means += (none - kMeans(p)) / (none - cost.total) / tries;
  }
  say(
    `  ${String(children).padStart(8)}  ${String(groups).padStart(6)}   ${cut.toFixed(3).padStart(12)}   ${means.toFixed(3).padStart(7)}   ${(took / tries / 1000).toFixed(2)} s`,
  );
}

say('\nWhat more search buys: 60 children in 10 groups');
const p = problemLike({ children: 60, groups: 10, sizeFrom: 4, sizeTo: 8, pairs: 48, slots: 8 }, 5);
const longest = formGroups(p, { seed: 9, iterations: 3_000_000 }).cost.total;
for (const iterations of [1000, 10_000, 50_000, 120_000, 400_000, 1_000_000]) {
  const from = performance.now();
  const { cost } = formGroups(p, { seed: 1, iterations });
  say(`  ${String(iterations).padStart(9)} steps  ${seconds(from).padStart(8)}   ${(cost.total / longest).toFixed(4)} of the best known`);
}

say('\nHow it grows: with slots, rooms and adults, pace, last groups and rules, 60 pairs');
let last = 0;
for (const [children, groups] of [
  [30, 5],
  [60, 10],
  [120, 20],
  [240, 40],
  [400, 60],
] as const) {
  const base = problemLike({ children, groups, sizeFrom: 4, sizeTo: 9, pairs: 60, slots: 8 }, 5);
  const problem = {
    ...base,
    slots: base.slots!.map((s) => ({ ...s, rooms: Math.ceil(groups / 5) })),
    adults: Array.from({ length: Math.ceil(groups / 3) }, (_, k) => ({ id: `a${k}`, groups: 5 })),
  };
  const from = performance.now();
  const answer = formGroups(problem, { seed: 1 });
  const ms = performance.now() - from;
  say(
    `  ${String(children).padStart(4)} children in ${String(groups).padStart(2)} groups  ${(ms / 1000).toFixed(2)} s${last > 0 ? ` (x${(ms / last).toFixed(1)})` : ''}${faultsOf(problem, answer).join()}`,
  );
  last = ms;
}
