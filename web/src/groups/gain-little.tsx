/** The way to the rest where a headline names only the first of those who would gain little. */
import { listed, MOST_NAMED } from '@sapling/core';

export function GainLittle({ little, name }: { little: readonly string[]; name: (id: string) => string }) {
  if (little.length <= MOST_NAMED) return null;
  return (
    <details>
      <summary className="cursor-pointer underline underline-offset-4">All {little.length} who would gain little</summary>
      <span>{listed(little.map(name))}</span>
    </details>
  );
}
