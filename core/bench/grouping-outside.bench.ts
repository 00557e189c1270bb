/**
 * What children learn in the groups that the engine forms, by a model of learning it does not share (support/classroom.ts),
 * beside a direct search of that very model on the same estimates, and beside what is done otherwise. `npm run bench:outside`
 */
import { teachingOrder } from '@sapling/data';
import { formGroups, loadLexicon, seeded, shuffled, suggestFocus, taughtAfter, type GroupingProblem } from '../src/index.js';
import { beliefOf, bestFor, byTotal, classroomOf, directSearch, learned, truthOf, type Classroom } from './support/classroom.js';

const SCHOOLS = Number(process.env.SCHOOLS ?? 30);
/** The engine's numbers were tuned from 100 on; what is reported is from 0 on. */
const FIRST = Number(process.env.FIRST ?? 0);
const say = (text: string): void => void process.stdout.write(`${text}\n`);
const lexicon = await loadLexicon();
const frequency = Object.fromEntries(lexicon.pairs.map((p) => [p.gpc, p.count]));
const orders = [14, 20, 28].map((step) => taughtAfter(teachingOrder('riverbank')!, step).gpcs);

type Groups = { members: number[]; focus: number[] }[];
const cut = (room: Classroom, list: readonly number[]): Groups => {
  const { groups, sizeTo, focusSize } = room.problem;
  const at = list.slice(0, groups * sizeTo);
  return Array.from({ length: groups }, (_, g) => {
    const members = at.slice(Math.round((g * at.length) / groups), Math.round(((g + 1) * at.length) / groups));
    return {
      members,
      focus: suggestFocus(
        { ...room.problem, focusSize },
        members.map((m) => room.problem.children[m]!.id),
      ).map((n) => room.problem.taught.indexOf(n)),
    };
  });
};
const engine = (room: Classroom, change: Partial<GroupingProblem> = {}): Groups =>
  formGroups({ ...room.problem, ...change }, { seed: 1 }).groups.map((g) => ({
    members: g.members.map((id) => room.problem.children.findIndex((c) => c.id === id)),
    focus: g.focus.map((n) => room.problem.taught.indexOf(n)),
  }));
const nextStep = (room: Classroom): number[] => {
  const first = (m: number): number => {
    const c = room.problem.children[m]!;
    const gaps = room.problem.taught.flatMap((gpc, k) => ((c.known[gpc] ?? 0.65) < 0.5 ? [k] : [])).slice(0, 4);
    return gaps.length === 0 ? 999 : gaps.reduce((a, b) => a + b, 0) / gaps.length;
  };
  return [...room.problem.children.keys()].sort((a, b) => first(a) - first(b));
};
function kMeans(room: Classroom): Groups {
  const { problem } = room;
  const need = beliefOf(room).need;
  const random = seeded(3);
  let centres = shuffled(need, random)
    .slice(0, problem.groups)
    .map((row) => [...row]);
  let of: number[] = [];
  for (let round = 0; round < 25; round += 1) {
    const near = need
      .flatMap((row, m) => centres.map((c, g) => ({ m, g, d: row.reduce((s, x, k) => s + (x - c[k]!) ** 2, 0) })))
      .sort((a, b) => a.d - b.d);
    of = need.map(() => -1);
    const size = centres.map(() => 0);
    for (const least of [problem.sizeFrom, problem.sizeTo])
      for (const { m, g } of near)
        if (of[m]! < 0 && size[g]! < least) {
          of[m] = g;
          size[g]! += 1;
        }
    centres = centres.map((c, g) =>
      c.map((x, k) => {
        const rows = need.filter((_r, m) => of[m] === g);
        return rows.length === 0 ? x : rows.reduce((s, r) => s + r[k]!, 0) / rows.length;
      }),
    );
  }
  return centres
    .map((_, g) => {
      const members = of.flatMap((at, m) => (at === g ? [m] : []));
      return {
        members,
        focus: bestFor(
          beliefOf(room),
          members,
          problem.focusSize,
          room.weight.map(() => 1),
        ).focus,
      };
    })
    .filter((g) => g.members.length > 0);
}

const methods: [string, (room: Classroom, k: number) => Groups][] = [
  ['engine', (room) => engine(room)],
  [
    'direct search, pairs',
    (room, k) =>
      directSearch(
        room,
        beliefOf(room),
        room.weight.map(() => 1),
        k,
      ),
  ],
  ['direct search, log text', (room, k) => directSearch(room, beliefOf(room), room.weight, k)],
  [
    'direct search, least served',
    (room, k) =>
      directSearch(
        room,
        beliefOf(room),
        room.weight.map(() => 1),
        k,
        Math.sqrt,
      ),
  ],
  ['sort by total, cut', (room) => cut(room, byTotal(room))],
  ['sort by next step, cut', (room) => cut(room, nextStep(room))],
  ['k-means, focus by this model', kMeans],
  ['by chance', (room, k) => cut(room, shuffled([...room.problem.children.keys()], seeded(k)))],
];
const sums = new Map(methods.map(([name]) => [name, { pairs: 0, text: 0, worst: 0, ms: 0, waiting: 0 }]));
const ratios: { pairs: number[]; text: number[]; worst: number[] } = { pairs: [], text: [], worst: [] };
for (let s = 0; s < SCHOOLS; s += 1) {
  const room = classroomOf(orders, frequency, FIRST + s);
  const truth = truthOf(room);
  const here = new Map<string, { pairs: number; text: number; worst: number }>();
  for (const [name, make] of methods.slice(0, process.env.QUICK ? 4 : undefined)) {
    const from = performance.now();
    const groups = make(room, s);
    const ms = performance.now() - from;
    const own = room.problem.children.map(() => 0);
    let text = 0;
    for (const g of groups)
      learned(truth, g.members, g.focus).forEach((row, i) =>
        row.forEach((x, k) => {
          own[g.members[i]!]! += x;
          text += x * room.weight[g.focus[k]!]!;
        }),
      );
    const pairs = own.reduce((a, b) => a + b, 0);
    // of those who lack something to learn
    const needy = own.filter((_x, m) => truth.need[m]!.reduce((a, b) => a + b, 0) >= 4).sort((a, b) => a - b);
    const tenth = Math.max(1, Math.round(needy.length / 10));
    const worst = needy.slice(0, tenth).reduce((a, b) => a + b, 0) / tenth;
    here.set(name, { pairs, text, worst });
    const sum = sums.get(name)!;
    sum.pairs += pairs / SCHOOLS;
    sum.text += text / SCHOOLS;
    sum.worst += worst / SCHOOLS;
    sum.ms += ms / SCHOOLS;
    sum.waiting += own.filter((_x, m) => !groups.some((g) => g.members.includes(m))).length / SCHOOLS;
  }
  const e = here.get('engine')!;
  ratios.pairs.push(e.pairs / here.get('direct search, pairs')!.pairs);
  ratios.text.push(e.text / here.get('direct search, log text')!.text);
}
const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;
const half = (list: readonly number[]): number => 1.96 * Math.sqrt(mean(list.map((x) => (x - mean(list)) ** 2)) / list.length);
say(`${SCHOOLS} schools of 20 to 40 children, one check each, cycles of 4 pairs\n`);
say('method                          pairs learnt   log-text   worst tenth, pairs a child   waiting      ms');
for (const [name, x] of sums)
  say(
    `${name.padEnd(30)} ${x.pairs.toFixed(1).padStart(13)} ${x.text.toFixed(1).padStart(10)} ${x.worst.toFixed(2).padStart(28)} ${x.waiting.toFixed(1).padStart(9)} ${x.ms.toFixed(0).padStart(7)}`,
  );
say(
  `\nengine / direct search: pairs ${mean(ratios.pairs).toFixed(3)} ± ${half(ratios.pairs).toFixed(3)}, log text ${mean(ratios.text).toFixed(3)} ± ${half(ratios.text).toFixed(3)}`,
);
const w =
  sums.get('engine')!.worst /
  Math.max(...['direct search, pairs', 'direct search, log text', 'direct search, least served'].map((n) => sums.get(n)!.worst));
say(`worst tenth, engine / the best search: ${w.toFixed(3)}`);
