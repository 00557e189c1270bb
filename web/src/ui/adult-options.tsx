/** The colleagues something can be given to, as options: those on the team, and whoever has it now. */
import type { Colleague } from '@sapling/contract';

export function AdultOptions({
  team,
  now = null,
  none = 'nobody yet',
}: {
  team: readonly Colleague[] | undefined;
  now?: string | null;
  none?: string;
}) {
  return (
    <>
      <option value="">{none}</option>
      {(team ?? [])
        .filter((c) => c.active || c.id === now)
        .map((c) => (
          <option key={c.id} value={c.id}>
            {c.name}
          </option>
        ))}
    </>
  );
}
