/** What stands where figures will be: that they are being worked out, or that they could not be, with a way to ask once more. */
import type { ReactNode } from 'react';

interface Props {
  error: string | null;
  /** As it follows *Working out*: "what this suggests". */
  what: string;
  onAgain: (() => void) | undefined;
  /** What goes on all the same. */
  children?: ReactNode;
}

export function Working({ error, what, onAgain, children }: Props) {
  if (error === null)
    return (
      <p role="status" className="mb-4 text-ink-2">
        Working out {what}…
      </p>
    );
  return (
    <p role="alert" className="mb-4 max-w-4xl" title={error}>
      It could not be worked out {what}. {children}{' '}
      <button className="underline underline-offset-4" onClick={onAgain}>
        Try again
      </button>
    </p>
  );
}
