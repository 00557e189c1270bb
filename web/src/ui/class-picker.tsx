/** Choosing one class or all: in one press, or from a list where a school has too many for a row. */
import type { SchoolClass } from '@sapling/contract';
import { ToggleGroup } from 'radix-ui';

/** More classes than this are several rows of a page, and most of a phone. */
const ONE_ROW = 8;

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
  if (classes.length > ONE_ROW)
    return (
      <label className="flex items-center gap-2">
        {all && <span className="text-ink-2">Class</span>}
        <select className="field !w-48" aria-label="Class" value={value ?? ''} onChange={(event) => onChange(event.target.value || null)}>
          {all && <option value="">All</option>}
          {classes.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </select>
      </label>
    );
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
