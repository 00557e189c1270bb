/** Names what the page beside it lacks, where the core worker gave no answer. */
import { TryAgain } from './try-again.js';
import { askOnceMore, useLacking } from '../workers/lacking.js';

/** So long another try is given before it is said that nothing came of it, in milliseconds. */
const TRY_MS = 3000;
const tryOnce = (): Promise<void> => {
  askOnceMore();
  return new Promise((done) => setTimeout(done, TRY_MS));
};

export function LackingLine({ className = '' }: { className?: string }) {
  const { what, reasons } = useLacking();
  if (what.length === 0) return null;
  return (
    <div role="alert" className={`border-l-4 border-gap bg-sheet px-4 py-2 text-sm ${className}`}>
      <p>
        <b>Missing on this page: {what.join('; ')}.</b> It could not be worked out on this device.{' '}
        <span className="text-ink-2">{reasons.join(' ')}</span>
      </p>
      <TryAgain
        again={tryOnce}
        still="Not this time either. What is written down is safe; loading the page anew may help."
        className="underline underline-offset-4"
      />
    </div>
  );
}
