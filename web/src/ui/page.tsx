/** The head of a place, and what stands where nothing is yet. */
import type { ReactNode } from 'react';
import { sentenceOf } from '../api/client.js';
import { refreshAll } from '../api/data.js';
import { TryAgain } from './try-again.js';
import { useLate } from './use-late.js';

export function Page({
  title,
  lead,
  actions,
  wide = false,
  tab = title,
  children,
}: {
  title: string;
  /** What the window is called, where the title of the page is that of several. */
  tab?: string;
  lead?: ReactNode;
  actions?: ReactNode;
  wide?: boolean;
  children: ReactNode;
}) {
  return (
    <div className={`px-4 pt-5 pb-12 sm:px-8 sm:pt-6 ${wide ? '' : 'max-w-6xl'}`}>
      <title>{`${tab} · Keen Sapling`}</title>
      <header className="mb-5 flex flex-wrap items-end justify-between gap-x-6 gap-y-3 lg:flex-nowrap">
        <div className="min-w-0">
          <h1 className="text-[1.75rem] leading-tight">{title}</h1>
          {lead && <p className="mt-1 max-w-3xl text-ink-2">{lead}</p>}
        </div>
        {actions && <div className="flex min-w-0 flex-wrap items-center gap-2 lg:shrink-0">{actions}</div>}
      </header>
      {children}
    </div>
  );
}

export function Empty({ title, children, action }: { title: string; children: ReactNode; action?: ReactNode }) {
  return (
    <div className="max-w-xl border-l-4 border-rule py-2 pl-5">
      <h2 className="mb-1 text-lg">{title}</h2>
      <p className="text-ink-2">{children}</p>
      {action && <div className="mt-4">{action}</div>}
    </div>
  );
}

/** So long a page waits without a word, in milliseconds. */
const LONG_MS = 12_000;

/** What one reading of the server's data looks like while it is not there. */
export function Pending({ error, what }: { error?: Error | undefined; what: string }) {
  const long = useLate(LONG_MS);
  if (error)
    return (
      <div role="alert" className="max-w-xl border-l-4 border-gap py-2 pl-5">
        <p>
          {what.slice(0, 1).toUpperCase() + what.slice(1)} cannot be shown. {sentenceOf(error)}
        </p>
        <div className="mt-3">
          <TryAgain again={refreshAll} still="Tried again: it is the same still." />
        </div>
      </div>
    );
  return (
    <div className="py-6">
      <p role="status" className="text-ink-2">
        Opening {what}…
      </p>
      {long && (
        <div className="mt-3">
          <p className="mb-2 text-ink-2">It takes longer than usual.</p>
          <TryAgain again={refreshAll} still="Tried again: it is the same still." />
        </div>
      )}
    </div>
  );
}
