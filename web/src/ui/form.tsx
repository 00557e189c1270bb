/** Form parts: a labelled field with its error, and a line that says what went wrong. */
import { useId, type InputHTMLAttributes, type ReactNode, type SelectHTMLAttributes } from 'react';

interface Label {
  label: string;
  hint?: ReactNode;
  error?: string | undefined;
}

function Frame({ id, label, hint, error, children }: Label & { id: string; children: ReactNode }) {
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-semibold">
        {label}
      </label>
      {children}
      {hint && !error && (
        <p id={`${id}-hint`} className="mt-1 text-sm text-ink-2">
          {hint}
        </p>
      )}
      {error && (
        <p id={`${id}-error`} className="mt-1 text-sm font-semibold text-gap">
          {error}
        </p>
      )}
    </div>
  );
}

export function TextField({ label, hint, error, ...input }: Label & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  return (
    <Frame id={id} label={label} {...(hint ? { hint } : {})} error={error}>
      <input
        id={id}
        className="field"
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : hint ? `${id}-hint` : undefined}
        {...input}
      />
    </Frame>
  );
}

export function SelectField({ label, hint, error, children, ...select }: Label & SelectHTMLAttributes<HTMLSelectElement>) {
  const id = useId();
  return (
    <Frame id={id} label={label} {...(hint ? { hint } : {})} error={error}>
      <select id={id} className="field" aria-invalid={error ? true : undefined} {...select}>
        {children}
      </select>
    </Frame>
  );
}

export function Trouble({ children }: { children: ReactNode }) {
  return children ? (
    <p role="alert" className="rounded-m border-l-4 border-gap bg-gap-wash px-3 py-2">
      {children}
    </p>
  ) : null;
}
