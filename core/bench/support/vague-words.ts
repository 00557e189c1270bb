/** Words that were only marked right or wrong, of children of plain rules: how well it is believed which pairs each knows. */
import {
  allGpcs,
  decodingItems,
  derive,
  judge,
  loadLexicon,
  seeded,
  segment,
  taughtAfter,
  type Observation,
  type Random,
} from '@sapling/core';
import { TEACHING_ORDERS } from '@sapling/data';

const AT = Date.parse('2026-11-24T09:00:00.000Z');
const ORDER = TEACHING_ORDERS[0]!;
const LEAST_CHANCE = 0.005;

type GoesWrong = (units: readonly string[], knows: ReadonlySet<string>, random: Random) => boolean;
const byLetters: GoesWrong = (units, knows, random) => units.some((gpc) => random() < (knows.has(gpc) ? 0.02 : 0.95));
const byChance =
  (of: number): GoesWrong =>
  (_units, _knows, random) =>
    random() < of;
const CHILDREN: readonly (readonly [name: string, letters: number, goesWrong: GoesWrong])[] = [
  ['knows all, 5 % of words wrong', 1, byChance(0.05)],
  ['knows all, 15 % of words wrong', 1, byChance(0.15)],
  ['knows all, 40 % of words wrong', 1, byChance(0.4)],
  ['knows all, cannot blend', 1, byChance(0.93)],
  ['knows all, fails from four sounds', 1, (units, _, random) => random() < (units.length > 3 ? 0.93 : 0.05)],
  ['90 % of the letters, blends', 0.9, byLetters],
  ['70 % of the letters, blends', 0.7, byLetters],
  ['half of the letters, blends', 0.5, byLetters],
  [
    '70 % of the letters, no clusters',
    0.7,
    (units, knows, random) => byLetters(units, knows, random) || (units.length > 3 && random() < 0.9),
  ],
];

export async function vagueWords(say: (line: string) => void, children: number): Promise<void> {
  say('\nWords of which only right or wrong was noted: log loss of how likely each pair is said to be known, and what is said of pairs');
  const lexicon = await loadLexicon();
  let [sum, rows] = [0, 0];
  for (const cards of [true, false])
    for (const step of [8, 20])
      for (const [name, letters, goesWrong] of CHILDREN) {
        const taught = taughtAfter(ORDER, step);
        const of = { loss: 0, known: 0, asKnown: 0, lacking: 0, asLacking: 0, recallGap: 0 };
        for (let seed = 0; seed < children; seed += 1) {
          const random = seeded(seed * 13 + 1);
          const knows = new Set(taught.gpcs.filter(() => random() < letters));
          const base = { child: 'c', by: 'b' };
          const answers: Observation[] = (cards ? taught.gpcs : []).map((gpc, k) => ({
            ...base,
            id: `c${k}`,
            at: new Date(AT - 3_600_000 + k * 2000).toISOString(),
            kind: 'see-say',
            gpc,
            skill: 'recall',
            outcome: random() < (knows.has(gpc) ? 0.97 : 0.05) ? 'right' : 'wrong',
          }));
          const words = decodingItems(lexicon, { taught, madeUp: false, perLevel: 8, seed }).flatMap(({ word }) => word ?? []);
          words.forEach((item, n) => {
            const units = segment(lexicon, item)[0]!.units.map((u) => `${u.grapheme}:${u.sound}`);
            const outcome = goesWrong(units, knows, random) ? 'wrong' : 'right';
            answers.push({ ...base, id: `w${n}`, at: new Date(AT + n * 6000).toISOString(), kind: 'word', item, outcome });
          });
          const found = judge(derive(lexicon, answers), { asOf: new Date(AT + 86_400_000).toISOString(), order: allGpcs(ORDER) });
          of.recallGap += Number(found.strands.get('recall')?.state === 'gap');
          for (const [gpc, { known }] of found.pairs) {
            if (!taught.gpcs.includes(gpc)) continue;
            const is = knows.has(gpc);
            of.loss -= Math.log(Math.min(1 - LEAST_CHANCE, Math.max(LEAST_CHANCE, is ? known : 1 - known)));
            of.known += Number(is);
            of.asKnown += Number(is && known > 0.5);
            of.lacking += Number(!is);
            of.asLacking += Number(!is && known < 0.5);
          }
        }
        const loss = of.loss / (of.known + of.lacking);
        sum += loss;
        rows += 1;
        const share = (part: number, whole: number): string => (whole === 0 ? '-' : `${((100 * part) / whole).toFixed(0)} %`);
        say(
          `  step ${String(step).padEnd(2)} ${cards ? 'cards before' : 'no cards    '} ${name.padEnd(34)} ${loss.toFixed(3)}  known, judged known ${share(of.asKnown, of.known)}; lacking, judged so ${share(of.asLacking, of.lacking)}; recall a gap ${share(of.recallGap, children)}`,
        );
      }
  say(`  mean ${(sum / rows).toFixed(3)}`);
}
