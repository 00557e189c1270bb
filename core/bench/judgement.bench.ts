/**
 * Is the judgement right, about every kind of child? `npm run bench:judgement [children]`. Children of four kinds of mind that
 * differ from one another and from the model (data/src/simulated/minds.ts), and of two schools elsewhere (elsewhere.ts). The
 * numbers were fitted on other children of the four kinds and, some of them, of one school; never on the other one, `stages`. Printed
 * beside what anybody could foretell by hand, beside a regression on ten features, and beside the truth.
 */
import { PUPIL_SORTS, type MindKind } from '@sapling/data';
import { estimate, foretell, type Gpc } from '@sapling/core';
import { fitLogistic, foretellLogistic, isRight, Notebook } from './support/baselines.js';
import { drawOf, isElsewhere, KINDS, type Drawn, type Kind } from './support/pupils.js';
import { edgedQuickChecks, quickChecks, quickChecksElsewhere } from './support/quick-checks.js';
import { strandChecks } from './support/strand-checks.js';
import { knownOverTime, littleChange, nextPairs, readingTrends } from './support/warnings.js';
import { outcomes } from './support/outcomes.js';

const CHILDREN = Number(process.argv[2] ?? 40);
/** The regression is fitted on these, and tried on all. */
const FITTED: readonly MindKind[] = ['switch', 'strength'];
const BREAK_MS = 45 * 86_400_000;
const loss = (p: number, right: boolean): number => -Math.log(Math.min(1 - 1e-4, Math.max(1e-4, right ? p : 1 - p)));
const percent = (x: number, of: number): string => (of === 0 ? '-' : `${((100 * x) / of).toFixed(1)} %`);
const say = (line: string): void => void process.stdout.write(`${line}\n`);

interface Row {
  readonly right: boolean;
  readonly when: 'first' | 'in term' | 'after a break';
  readonly features: number[];
  readonly five: number;
  readonly last: boolean | undefined;
  readonly truth: number;
}
/** The see-and-say answers of a pupil, each with what was known before it. */
function rowsOf(pupil: Drawn): Row[] {
  const notes = new Notebook(pupil.order);
  return pupil.observations.flatMap((o, k) => {
    const before = notes.answers(o.gpc!);
    const last = before.at(-1);
    const row: Row = {
      right: isRight(o),
      when: last === undefined ? 'first' : Date.parse(o.at) - last.at > BREAK_MS ? 'after a break' : 'in term',
      features: notes.features(o),
      five: notes.lastFive(o.gpc!),
      last: last?.right,
      truth: pupil.chances[k]!,
    };
    notes.note(o);
    return o.kind === 'see-say' ? [row] : [];
  });
}
const share = (list: readonly Row[]): number => list.filter((r) => r.right).length / Math.max(1, list.length);
function baselinesOf(rows: readonly Row[]) {
  return {
    weights: fitLogistic(
      rows.map((r) => r.features),
      rows.map((r) => r.right),
    ),
    prior: share(rows),
    afterRight: share(rows.filter((r) => r.last === true)),
    afterWrong: share(rows.filter((r) => r.last === false)),
  };
}
const drawn = (kind: Kind, from: number, n: number): Drawn[] => Array.from({ length: n }, (_, k) => drawOf(kind, from + k));

say(
  `${CHILDREN} children of each kind of mind; the model was fitted on other children of all four kinds, the regression on ${FITTED.join(' and ')}.`,
);
say('\nForetelling the next answer to a card (log loss): model, last answer, last five, prior, regression of ten features fitted');
say('on other kinds, the same fitted on this kind, the truth itself, and the model where it is told what logged sessions worked on');
const cross = baselinesOf(FITTED.flatMap((mind) => drawn(mind, 2001, CHILDREN).flatMap(rowsOf)));
const pupilsOf = new Map<Kind, Drawn[]>();
for (const mind of KINDS) {
  const own = baselinesOf(drawn(mind, 3001, CHILDREN).flatMap(rowsOf));
  const pupils = drawn(mind, 20_001, CHILDREN);
  pupilsOf.set(mind, pupils);
  for (const when of ['in term', 'after a break'] as const) {
    const sums = new Array<number>(8).fill(0);
    const bySort = new Map<string, [number, number]>();
    let n = 0;
    for (const pupil of pupils) {
      const cards = (told: Pick<Parameters<typeof foretell>[1] & {}, 'teaching'>) =>
        foretell(pupil.observations, { order: pupil.order, ...told }).filter((f) => f.kind === 'see-say');
      const said = cards({});
      const toldSaid = cards({ teaching: pupil.teaching });
      rowsOf(pupil).forEach((r, k) => {
        if (r.when !== when) return;
        n += 1;
        const ways = [
          said[k]!.p,
          r.last ? own.afterRight : own.afterWrong,
          r.five,
          own.prior,
          foretellLogistic(cross.weights, r.features),
          foretellLogistic(own.weights, r.features),
          r.truth,
          toldSaid[k]!.p,
        ];
        ways.forEach((p, w) => (sums[w]! += loss(p, r.right)));
        const entry = bySort.get(pupil.sort) ?? [0, 0];
        bySort.set(pupil.sort, [entry[0] + loss(said[k]!.p, r.right), entry[1] + loss(r.five, r.right)]);
      });
    }
    const best = Math.min(sums[1]!, sums[2]!, sums[3]!);
    say(
      `  ${mind.padEnd(9)} ${when.padEnd(14)} ${sums.map((s) => (s / n).toFixed(3)).join('  ')}   ${percent(best - sums[0]!, best)} below the best of three, told of sessions ${percent(best - sums[7]!, best)} (truth ${percent(best - sums[6]!, best)})`,
    );
    say(`      by child, below the last five: ${[...bySort].map(([sort, [m, five]]) => `${sort} ${percent(five - m, five)}`).join(', ')}`);
  }
}

say('\nWhat is said of pairs against the true chance of a right answer (known from 0.7, clear gap to 0.35), told of no session and told');
for (const mind of KINDS) {
  for (const [when, told] of [
    ['in term', false],
    ['in term', true],
    ['after a break', false],
    ['after a break', true],
  ] as const) {
    if (told && isElsewhere(mind)) continue;
    const bins = Array.from({ length: 10 }, () => [0, 0, 0]);
    let [clear, named, calledSecure, secure, secureKnown, gaps, gapsKnown, slowKnown, slowAll] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
    for (const pupil of pupilsOf.get(mind)!)
      for (const look of pupil.snapshots.filter((s) => s.when === when)) {
        const seen = pupil.observations.filter((o) => o.at < look.at);
        const teaching = told ? pupil.teaching : [];
        for (const [gpc, e] of estimate(seen, { asOf: look.at, order: pupil.order, teaching })) {
          const chance = look.chance.get(gpc as Gpc)!;
          const bin = bins[Math.min(9, Math.floor(e.p * 10))]!;
          bin[0]! += 1;
          bin[1]! += e.p;
          bin[2]! += chance;
          if (chance <= 0.35 && e.basedOn >= 2) {
            clear += 1;
            named += Number(e.state === 'gap');
            calledSecure += Number(e.state === 'secure');
          }
          if (e.state === 'secure') {
            secure += 1;
            secureKnown += Number(chance >= 0.7);
          }
          if (e.state === 'gap') {
            gaps += 1;
            gapsKnown += Number(chance >= 0.7);
          }
          if (pupil.sort === 'slow' && chance >= 0.85 && e.basedOn >= 2) {
            slowAll += 1;
            slowKnown += Number(e.known >= 0.5);
          }
        }
      }
    const off = bins.reduce((sum, [, said, was]) => sum + Math.abs(said! - was!), 0) / bins.reduce((sum, [n]) => sum + n!, 0);
    say(
      `  ${mind.padEnd(9)} ${when.padEnd(14)} ${told ? 'told    ' : 'not told'} calibration error ${(100 * off).toFixed(1)} points; clear gaps named ${percent(named, clear)}, called secure ${percent(calledSecure, clear)}; secure that are known ${percent(secureKnown, secure)}; named gaps that are known ${percent(gapsKnown, gaps)}; slow and known, judged known ${percent(slowKnown, slowAll)}`,
    );
  }
}
quickChecks(say, PUPIL_SORTS, Math.max(20, CHILDREN));
quickChecksElsewhere(say, Math.max(40, 2 * CHILDREN));
edgedQuickChecks(say, Math.max(20, CHILDREN));
await strandChecks(say, 3 * CHILDREN);
littleChange(say, CHILDREN);
knownOverTime(say, CHILDREN);
outcomes(say, CHILDREN);
await nextPairs(say, CHILDREN);
readingTrends(say, 2000);
