/** What a plan says about its group: what is short, why, and what would help. */
import { remarkWords } from '@sapling/core/planning';
import type { Plan } from './part-view.js';

export function PlanRemarks({ plan, names }: { plan: Plan; names: ReadonlyMap<string, string> }) {
  const remarks = plan.remarks ?? [];
  if (remarks.length === 0) return null;
  const say = (k: number): string => remarkWords(remarks[k]!, (id) => names.get(id) ?? 'A child');
  return (
    <details className="mt-3 max-w-4xl rounded-m border-l-4 border-wobbly bg-sheet px-3 py-2" open={remarks.length < 3}>
      <summary className="cursor-pointer font-semibold">
        {remarks.length === 1 ? 'One thing' : `${remarks.length} things`} to know about this plan
      </summary>
      <ul className="mt-1 grid list-disc gap-1 pl-5">
        {remarks.map((remark, k) => (
          <li key={JSON.stringify(remark)}>{say(k)}</li>
        ))}
      </ul>
    </details>
  );
}
