/**
 * Is fitting the judgement to a school's own answers worth it? `npm run bench:refit [children]`. A school of one kind of mind is
 * fitted on, and other children of that kind are foretold: as shipped, as fitted, by the last five answers, and by the truth.
 */
import { drawPupil, MIND_KINDS, type MindKind } from '@sapling/data';
import { DEFAULT_MODEL, foretell, movedParameters, refit, tallyOf, type EstimateModel } from '@sapling/core';

const CHILDREN = Number(process.argv[2] ?? 30);
const say = (line: string): void => void process.stdout.write(`${line}\n`);
const drawn = (mind: MindKind, from: number) => Array.from({ length: CHILDREN }, (_, k) => drawPupil(mind, from + k));

say(
  `Log loss of every answer of ${CHILDREN} children who were not fitted on: as shipped, fitted to a school of as many of that kind, last five`,
);
for (const mind of [...MIND_KINDS, 'all'] as const) {
  const schools = (from: number) =>
    mind === 'all' ? MIND_KINDS.flatMap((m, k) => drawn(m, from + 1000 * k).slice(0, Math.ceil(CHILDREN / 4))) : drawn(mind, from);
  const began = performance.now();
  const found = refit(schools(60_001).map((p) => ({ pairs: p.observations, order: p.order })))!;
  const seconds = (performance.now() - began) / 1000;
  const others = schools(80_001);
  const score = (model: EstimateModel) => {
    const all = others.map((p) => tallyOf(foretell(p.observations, { order: p.order, model })));
    const n = all.reduce((sum, t) => sum + t.answers, 0);
    return [all.reduce((sum, t) => sum + t.loss, 0) / n, all.reduce((sum, t) => sum + t.plain, 0) / n] as const;
  };
  const [as, plain] = score(DEFAULT_MODEL);
  const [alone] = score({ ...DEFAULT_MODEL, recall: { ...DEFAULT_MODEL.recall, ears: found.ears } });
  const [fitted] = score({ ...DEFAULT_MODEL, recall: movedParameters(DEFAULT_MODEL.recall, found.steps, found.ears) });
  say(
    `  ${mind.padEnd(9)} shipped ${as.toFixed(4)}  adults alone ${alone.toFixed(4)}  fitted ${fitted.toFixed(4)}  last five ${plain.toFixed(4)}   own guess of the gain ${found.gain.toFixed(4)} ± ${found.error.toFixed(4)}, ${found.better ? 'offered' : 'not offered'}; ${seconds.toFixed(0)} s`,
  );
  say(
    `      ${Object.entries(found.steps)
      .map(([d, s]) => `${d} ${s}`)
      .join(', ')}; ${Object.entries(found.ears)
      .map(([by, e]) => `${by} passes ×${e.guess.toFixed(2)}, marks down ×${e.lapse.toFixed(2)}`)
      .join(', ')}`,
  );
}
