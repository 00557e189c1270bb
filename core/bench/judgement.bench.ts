/**
 * Is the judgement right, about every kind of child? `npm run bench:judgement [children]`. Children of four kinds of mind that
 * differ from one another and from the model (data/src/simulated/minds.ts), of two schools elsewhere (elsewhere.ts), and of schools
 * whose rules are drawn by lot (any-school.ts). The
 * numbers were fitted on other children of the four kinds and, some of them, of one school; never on the other one, `stages`. Printed
 * beside what anybody could foretell by hand, beside a regression on ten features, and beside the truth.
 */
import { PUPIL_SORTS, type MindKind } from '@sapling/data';
import { anySchools } from './support/any-schools.js';
import { baselinesOf, cardsSaid, loss, rowsOf, waysOf } from './support/foretelling.js';
import { drawOf, isElsewhere, KINDS, type Drawn, type Kind } from './support/pupils.js';
import { edgedQuickChecks, quickChecks, quickChecksElsewhere } from './support/quick-checks.js';
import { strandChecks } from './support/strand-checks.js';
import { vagueWords } from './support/vague-words.js';
import { knownOverTime, littleChange, nextPairs, readingTrends } from './support/warnings.js';
import { outcomes } from './support/outcomes.js';
import { SaidOfPairs } from './support/said-of-pairs.js';

const CHILDREN = Number(process.argv[2] ?? 40);
/** The regression is fitted on these, and tried on all. */
const FITTED: readonly MindKind[] = ['switch', 'strength'];
const percent = (x: number, of: number): string => (of === 0 ? '-' : `${((100 * x) / of).toFixed(1)} %`);
const say = (line: string): void => void process.stdout.write(`${line}\n`);

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
      const said = cardsSaid(pupil);
      const toldSaid = cardsSaid(pupil, { teaching: pupil.teaching });
      rowsOf(pupil).forEach((r, k) => {
        if (r.when !== when) return;
        n += 1;
        [...waysOf(said[k]!, r, own, [cross, own]), loss(toldSaid[k]!, r.right)].forEach((x, w) => (sums[w]! += x));
        const entry = bySort.get(pupil.sort) ?? [0, 0];
        bySort.set(pupil.sort, [entry[0] + loss(said[k]!, r.right), entry[1] + loss(r.five, r.right)]);
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
    const said = new SaidOfPairs();
    for (const pupil of pupilsOf.get(mind)!) said.add(pupil, when, told);
    say(`  ${mind.padEnd(9)} ${when.padEnd(14)} ${told ? 'told    ' : 'not told'} ${said.line()}`);
  }
}
anySchools(say, CHILDREN, 8);
quickChecks(say, PUPIL_SORTS, Math.max(20, CHILDREN));
quickChecksElsewhere(say, Math.max(40, 2 * CHILDREN));
edgedQuickChecks(say, Math.max(20, CHILDREN));
await strandChecks(say, 3 * CHILDREN);
await vagueWords(say, Math.min(30, CHILDREN));
littleChange(say, CHILDREN);
knownOverTime(say, CHILDREN);
outcomes(say, CHILDREN);
await nextPairs(say, CHILDREN);
readingTrends(say, 2000);
