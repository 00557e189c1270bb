/** Everything said and marked of a child in time order, newest first; opened when wanted, in pages. */
import { useState } from 'react';
import { useData } from '../api/data.js';
import { Pending } from '../ui/page.js';
import { Marked } from './marked.js';

const PAGE = 60;

export function Timeline({ childId }: { childId: string }) {
  const { data: evidence, error } = useData('evidence', { params: { id: childId } });
  const [shown, setShown] = useState(0);
  if (!evidence) return <Pending error={error} what="what was marked" />;
  return (
    <section aria-label="All that was marked" className="mt-10">
      <div className="flex items-baseline gap-4">
        <h2 className="text-lg">All that was said and marked</h2>
        {shown === 0 && (
          <button className="btn btn-small" onClick={() => setShown(PAGE)} disabled={evidence.length === 0}>
            {evidence.length === 0 ? 'Nothing yet' : `Show, newest first (${evidence.length})`}
          </button>
        )}
      </div>
      {shown > 0 && (
        <div className="mt-2 sheet p-4">
          <Marked list={evidence.slice(0, shown)} withKind />
          {evidence.length > shown && (
            <button className="btn btn-small mt-3" onClick={() => setShown(shown + PAGE)}>
              Older ({evidence.length - shown} more)
            </button>
          )}
        </div>
      )}
    </section>
  );
}
