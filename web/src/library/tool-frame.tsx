/** What every word tool has: its controls, drawing others, copying, printing, and what stands there when nothing comes. */
import { Copy, Printer, RefreshCw } from 'lucide-react';
import type { ReactNode } from 'react';
import { toast } from 'sonner';
import type { Asked } from '../workers/use-core.js';

export function Tool<T>({
  controls,
  asked,
  empty,
  nothing,
  copy,
  onOthers,
  children,
}: {
  controls?: ReactNode;
  asked: Asked<T>;
  /** Whether the answer holds nothing. */
  empty: (value: T) => boolean;
  nothing: string;
  copy: (value: T) => string;
  onOthers?: () => void;
  children: (value: T) => ReactNode;
}) {
  const { value, error } = asked;
  const some = value !== undefined && !empty(value);
  return (
    <>
      <div className="no-print mb-4 flex flex-wrap items-center gap-3">
        {controls}
        <span className="ml-auto flex gap-1">
          {onOthers && (
            <button className="btn" onClick={onOthers}>
              <RefreshCw size={16} aria-hidden /> Others
            </button>
          )}
          <button
            className="btn btn-quiet"
            aria-label="Copy"
            title="Copy"
            disabled={!some}
            onClick={() =>
              void navigator.clipboard.writeText(copy(value!)).then(
                () => toast('Copied.'),
                () => toast.error('This browser does not let the page copy.'),
              )
            }
          >
            <Copy size={18} aria-hidden />
          </button>
          <button className="btn btn-quiet" aria-label="Print" title="Print" disabled={!some} onClick={() => print()}>
            <Printer size={18} aria-hidden />
          </button>
        </span>
      </div>
      {error ? (
        <p className="max-w-2xl border-l-4 border-rule py-1 pl-4">{error}</p>
      ) : value === undefined ? (
        <p role="status" className="text-ink-2">
          Looking through the words…
        </p>
      ) : some ? (
        children(value)
      ) : (
        <p className="max-w-2xl border-l-4 border-rule py-1 pl-4">{nothing}</p>
      )}
    </>
  );
}

export function Choice({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  options: readonly (readonly [string, string])[];
}) {
  return (
    <label className="flex items-center gap-2">
      <span className="text-ink-2">{label}</span>
      <select className="field !w-auto max-w-48" value={value} onChange={(event) => onChange(event.target.value)}>
        {options.map(([id, text]) => (
          <option key={id} value={id}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}
