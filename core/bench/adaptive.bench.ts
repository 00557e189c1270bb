/**
 * The adaptive check on simulated children who set nothing: agreement with the truth against cards asked,
 * beside asking in order and at random. `npm run bench:adaptive [children]`.
 */
import { allGpcs, judgeRecall, nextCard, seeded, shuffled, taughtAfter, type Gpc, type Observation } from '../src/index.js';
import { answer, drawTrueChild, FITTING_SEEDS, TEACHING_ORDERS } from '@sapling/data';

const CHILDREN = Number(process.argv[2] ?? 1000);
const SHARES = [0.1, 0.2, 0.3, 0.4, 0.5, 0.75, 1];
const order = TEACHING_ORDERS[0]!;
const all = allGpcs(order);
const START = Date.parse('2026-11-24T09:00:00.000Z');

interface Way {
  readonly name: string;
  /** The next card, or null for enough. */
  pick(input: { taught: readonly Gpc[]; observations: readonly Observation[]; at: number; seed: number; limit: number }): Gpc | null;
}
const rows = new Map<number, Gpc[]>();
const WAYS: Way[] = [
  {
    name: 'adaptive',
    pick: ({ taught, observations, at, seed, limit }) => {
      const next = nextCard(
        { order: all, taught, observations, asOf: new Date(at).toISOString(), limits: { cards: limit, wrongShare: 0 } },
        { seed },
      );
      return 'gpc' in next ? next.gpc : null;
    },
  },
  {
    name: 'in order',
    pick: ({ taught, observations, limit }) => (observations.length < limit ? (taught[observations.length] ?? null) : null),
  },
  {
    name: 'at random',
    pick: ({ taught, observations, seed, limit }) => {
      if (!rows.has(seed)) rows.set(seed, shuffled(taught, seeded(seed)));
      return observations.length < limit ? (rows.get(seed)![observations.length] ?? null) : null;
    },
  },
];

/** Share of taught pairs judged as they are. */
function agreement(taught: readonly Gpc[], observations: readonly Observation[], knows: ReadonlySet<Gpc>): number {
  const judged = judgeRecall({ order: all, taught, observations });
  return judged.filter((pair) => pair.knows === knows.has(pair.gpc)).length / judged.length;
}

/** The nth child of the benchmark, somewhere along the order. */
function drawn(n: number) {
  const seed = FITTING_SEEDS + n;
  const { gpcs: taught } = taughtAfter(order, 12 + (n % (order.steps.length - 11)));
  return { seed, taught, child: drawTrueChild(taught, seed), random: seeded(seed) };
}

const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;
console.log(
  `${CHILDREN} simulated children, taught 12 to ${order.steps.length} steps of the ${order.name}; agreement on known against not:`,
);
for (const way of WAYS) {
  const at = SHARES.map(() => [] as number[]);
  const sorts = { front: [] as number[], patchy: [] as number[] };
  for (let n = 0; n < CHILDREN; n += 1) {
    const { seed, taught, child, random } = drawn(n);
    const observations: Observation[] = [];
    const marks = SHARES.map((share) => Math.round(share * taught.length));
    for (;;) {
      const limit = taught.length;
      const gpc = way.pick({ taught, observations, at: START + observations.length * 4000, seed, limit });
      // a check that ends early is judged from there on by what it has
      if (gpc !== null) observations.push(answer(child, gpc, START + observations.length * 4000, random));
      marks.forEach((mark, k) => {
        if (at[k]!.length === n && (observations.length === mark || gpc === null))
          at[k]!.push(agreement(taught, observations, child.knows));
      });
      if (at.every((list) => list.length === n + 1)) break;
    }
    sorts[child.sort].push(at[SHARES.indexOf(0.5)]![n]!);
  }
  console.log(
    `${way.name.padEnd(10)} ${SHARES.map((share, k) => `${share * 100} % of cards ${(100 * mean(at[k]!)).toFixed(1)}`).join(' · ')}` +
      `   (at half: front ${(100 * mean(sorts.front)).toFixed(1)}, patchy ${(100 * mean(sorts.patchy)).toFixed(1)})`,
  );
}
{
  // as it is used: ends by itself
  const agree: number[] = [];
  const cards: number[] = [];
  const why = new Map<string, number>();
  const began = performance.now();
  for (let n = 0; n < CHILDREN; n += 1) {
    const { seed, taught, child, random } = drawn(n);
    const observations: Observation[] = [];
    for (;;) {
      const at = START + observations.length * 4000;
      const next = nextCard({ order: all, taught, observations, asOf: new Date(at).toISOString() }, { seed });
      if ('done' in next) {
        why.set(next.done, (why.get(next.done) ?? 0) + 1);
        break;
      }
      observations.push(answer(child, next.gpc, at, random));
    }
    agree.push(agreement(taught, observations, child.knows));
    cards.push(observations.length / taught.length);
  }
  console.log(
    `as used: agreement ${(100 * mean(agree)).toFixed(1)} %, cards ${(100 * mean(cards)).toFixed(0)} % of asking everything once (most ${(100 * Math.max(...cards)).toFixed(0)} %), ` +
      `worst tenth of children ${(100 * mean(agree.sort((a, b) => a - b).slice(0, Math.max(1, CHILDREN / 10)))).toFixed(1)} %; ended: ${[...why].map(([k, v]) => `${k} ${v}`).join(', ')}; ` +
      `${((performance.now() - began) / cards.reduce((a, c) => a + c, 0) / 70).toFixed(2)} ms a card`,
  );
}
