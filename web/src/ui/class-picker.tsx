/** Choosing one class or all, in one press. */
import type { SchoolClass } from '@sapling/contract';
import { ToggleGroup } from 'radix-ui';

export function ClassPicker({
  classes,
  value,
  onChange,
  all = true,
}: {
  classes: readonly SchoolClass[];
  value: string | null;
  onChange: (classId: string | null) => void;
  all?: boolean;
}) {
  if (classes.length < 2 && all) return null;
  const item =
    'border-b-[3px] border-transparent px-3 py-1.5 font-semibold text-ink-2 hover:text-ink data-[state=on]:border-pine data-[state=on]:text-ink';
  return (
    <ToggleGroup.Root
      type="single"
      value={value ?? 'all'}
      onValueChange={(next) => next && onChange(next === 'all' ? null : next)}
      aria-label="Class"
      className="flex flex-wrap"
    >
      {all && (
        <ToggleGroup.Item value="all" className={item}>
          All
        </ToggleGroup.Item>
      )}
      {classes.map((c) => (
        <ToggleGroup.Item key={c.id} value={c.id} className={item}>
          {c.name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
