/** One thing that schools differ over: its name, what is decided, and why the default is what it is. */
import type { ReactNode } from 'react';

interface RowProps {
  title: string;
  /** The default, and why. */
  why: string;
}
export function SettingRow({ title, why, children }: RowProps & { children: ReactNode }) {
  return (
    <div className="grid gap-x-6 gap-y-1 px-4 py-3 md:grid-cols-[15rem_17rem_1fr]">
      <span className="font-semibold">{title}</span>
      <span>{children}</span>
      <span className="text-sm text-ink-2">{why}</span>
    </div>
  );
}

interface ChoiceProps<V extends string | number> extends RowProps {
  value: V;
  options: readonly { readonly value: V; readonly label: string }[];
  onChoose: (value: V) => void;
}
/** One of several, chosen from a list. */
export function SettingChoice<V extends string | number>({ title, why, value, options, onChoose }: ChoiceProps<V>) {
  return (
    <SettingRow title={title} why={why}>
      <select
        className="field"
        aria-label={title}
        value={value}
        onChange={(event) => onChoose(options.find((o) => String(o.value) === event.target.value)!.value)}
      >
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </SettingRow>
  );
}
