/**
 * The exact optimum of a small grouping problem, by mixed-integer programming: one column for every set of
 * children that may be a group (and every slot it may meet in), each child in one column (set partitioning:
 * Balas and Padberg 1976). The columns that can be in an optimum are found by pricing all of them against
 * the linear relaxation's duals; those whose reduced cost exceeds the gap to a known answer are left out,
 * which loses no optimum.
 */
import loadHighs from 'highs';
import { broken, costOf, type Group, type GroupingProblem } from '../../src/index.js';
import { bestFocus, groupCost, numbersOf } from '../../src/grouping/cost.js';

interface Column {
  members: number[];
  slot: number;
  label: number;
  cost: number;
}
type Highs = Awaited<ReturnType<typeof loadHighs>>;
let highs: Promise<Highs> | undefined;

/** @param known cost of a legal answer, the gap's other end */
export async function exactCost(problem: GroupingProblem, known: number): Promise<number> {
  const solver = await (highs ??= loadHighs());
  const columns = columnsOf(problem);
  const children = problem.children.length;
  const slots = problem.slots ?? [];
  const labels = labelsOf(problem);
  const rows = (c: Column): string[] => [
    ...c.members.map((m) => `child${m}`),
    ...(slots.length > 0 ? [`slot${c.slot}`] : []),
    `label${c.label}`,
  ];
  const rightHand = new Map<string, string>([
    ...problem.children.map((_, m): [string, string] => [`child${m}`, '= 1']),
    ...slots.map((s, k): [string, string] => [`slot${k}`, `<= ${s.rooms}`]),
    ...labels.map((l, k): [string, string] => [`label${k}`, `= ${l.groups.length}`]),
  ]);
  const solve = (list: readonly Column[], whole: boolean) => {
    const terms = new Map<string, string[]>();
    list.forEach((c, k) => rows(c).forEach((row) => terms.set(row, [...(terms.get(row) ?? []), `x${k}`])));
    // children may be left over in the relaxation of too few columns, at a price no optimum pays
    const slack = problem.children.map((_, m) => `u${m}`);
    const text = [
      'Minimize',
      `obj: ${[...list.map((c, k) => `${c.cost.toFixed(6)} x${k}`), ...slack.map((u) => `100000 ${u}`)].join('\n + ')}`,
      'Subject To',
      ...[...rightHand].map(([row, right]) => {
        const left = [...(terms.get(row) ?? []), ...(row.startsWith('child') ? [`u${row.slice(5)}`] : [`v${row}`])];
        return ` ${row}: ${left.join(' + ')} ${right}`;
      }),
      'Bounds',
      ...[...rightHand.keys()]
        .filter((r) => !r.startsWith('child'))
        .map((r) => ` 0 <= v${r} <= ${whole || r.startsWith('slot') ? 0 : 1000}`),
      ...(whole ? ['Binary', ...list.map((_, k) => ` x${k}`)] : []),
      'End',
    ].join('\n');
    return solver.solve(text, whole ? { mip_rel_gap: 1e-9 } : {});
  };
  const price = (duals: ReadonlyMap<string, number>, c: Column): number =>
    rows(c).reduce((sum, row) => sum - (duals.get(row) ?? 0), c.cost);
  let active = columns
    .slice()
    .sort((a, b) => a.cost / a.members.length - b.cost / b.members.length)
    .slice(0, 300);
  let relaxed = 0;
  let duals = new Map<string, number>();
  const inIt = new Set(active);
  for (let round = 0; round < 60; round += 1) {
    const answer = solve(active, false);
    relaxed = answer.ObjectiveValue;
    duals = new Map(answer.Rows.flatMap((r) => ('Dual' in r && 'Name' in r ? [[r.Name, r.Dual] as const] : [])));
    const wanted = columns
      .map((c) => ({ c, price: inIt.has(c) ? 0 : price(duals, c) }))
      .filter((x) => x.price < -1e-6)
      .sort((a, b) => a.price - b.price)
      .slice(0, 400);
    if (wanted.length === 0) break;
    for (const { c } of wanted) inIt.add(c);
    active = [...inIt];
  }
  const gap = known - relaxed + 1e-4;
  const last = columns.filter((c) => price(duals, c) <= gap);
  const exact = solve(last, true);
  if (exact.Status !== 'Optimal') throw new Error(`The solver says ${exact.Status}; ${children} children, ${last.length} columns.`);
  return exact.ObjectiveValue;
}

/** Groups about which nothing different is said are one label: their columns are counted, not told apart. */
function labelsOf(problem: GroupingProblem): { groups: number[] }[] {
  const by = new Map<string, number[]>();
  for (let g = 0; g < problem.groups; g += 1) {
    const key = (problem.notIn ?? [])
      .filter(([, at]) => at === g)
      .map(([id]) => id)
      .sort()
      .join();
    by.set(key, [...(by.get(key) ?? []), g]);
  }
  return [...by.values()].map((groups) => ({ groups }));
}

function columnsOf(problem: GroupingProblem): Column[] {
  const n = numbersOf(problem);
  const labels = labelsOf(problem);
  const out: Column[] = [];
  const index = (id: string): number => n.index.get(id)!;
  const together = (problem.together ?? []).map(([a, b]) => [index(a), index(b)] as const);
  const apart = (problem.apart ?? []).map(([a, b]) => [index(a), index(b)] as const);
  const take = (members: number[]): void => {
    if (together.some(([a, b]) => members.includes(a) !== members.includes(b))) return;
    const cost = groupCost(n, members, bestFocus(n, members)).total;
    const free = (problem.slots ?? []).flatMap((s, k) => (members.some((m) => problem.children[m]!.busy?.includes(s.id)) ? [] : [k]));
    labels.forEach(({ groups }, label) => {
      const keptOut = (problem.notIn ?? []).some(([id, g]) => groups.includes(g) && members.includes(index(id)));
      if (keptOut) return;
      for (const slot of problem.slots ? free : [-1]) out.push({ members: members.slice(), slot, label, cost });
    });
  };
  const grow = (from: number, members: number[]): void => {
    if (members.length >= problem.sizeFrom) take(members);
    if (members.length === problem.sizeTo) return;
    for (let m = from; m < n.ids.length; m += 1) {
      if (apart.some(([a, b]) => (m === a && members.includes(b)) || (m === b && members.includes(a)))) continue;
      members.push(m);
      grow(m + 1, members);
      members.pop();
    }
  };
  grow(0, []);
  return out;
}

/** The claims of an answer, checked without the engine: rules kept, costs as said. */
export function faultsOf(problem: GroupingProblem, grouping: { groups: readonly Group[]; cost: { total: number } }): string[] {
  const faults = broken(problem, grouping).map((c) => JSON.stringify(c));
  const cost = costOf(problem, grouping).total;
  if (Math.abs(cost - grouping.cost.total) > 1e-6) faults.push(`cost ${grouping.cost.total} is ${cost}`);
  return faults;
}
