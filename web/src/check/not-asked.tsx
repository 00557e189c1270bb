/** What a quick check left out, judged from the rest: said as such, and counted as evidence for nothing. */
import { judgeRecall } from '@sapling/core/checks';
import { ShortPair } from '../ui/word-marks.js';
import { quickEvidence, type LocalCheck } from './local-check.js';

export function NotAsked({ check }: { check: LocalCheck }) {
  const asked = new Set(check.marks.map((m) => m.key));
  const judged = judgeRecall({ order: check.stack, taught: check.stack, ...quickEvidence(check) }).filter((p) => !asked.has(p.gpc));
  const rows = [
    { title: 'Most likely known', pairs: judged.filter((p) => p.p >= 0.85) },
    { title: 'Hard to say', pairs: judged.filter((p) => p.p < 0.85 && p.p > 0.15) },
    { title: 'Most likely not known', pairs: judged.filter((p) => p.p <= 0.15) },
  ].filter((row) => row.pairs.length > 0);
  if (rows.length === 0) return null;
  return (
    <section className="mb-8" aria-label="Not asked">
      <h2 className="text-lg">Not asked</h2>
      <p className="mb-2 text-sm text-ink-2">
        Judged from the cards that were asked
        {check.soFar && check.soFar.observations.length > 0 && ' and from what was seen before, which counts for less with time'}; nothing
        is recorded about these.
      </p>
      <dl className="sheet ruled">
        {rows.map((row) => (
          <div key={row.title} className="flex items-baseline gap-4 px-4 py-2">
            <dt className="w-44 shrink-0 font-semibold">
              {row.title} <span className="font-normal text-ink-2">{row.pairs.length}</span>
            </dt>
            <dd className="flex flex-wrap gap-x-4 gap-y-1">
              {row.pairs.map((p) => (
                <ShortPair key={p.gpc} gpc={p.gpc} />
              ))}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
