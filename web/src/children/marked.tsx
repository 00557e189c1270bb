/** What was said and marked, as a list: when, what was asked, how it was marked, what was said, by whom. */
import type { ObservationRow } from '@sapling/contract';
import { checkKindOf } from '@sapling/core/checks';
import { Link } from 'react-router';
import { useData } from '../api/data.js';
import { isChosen, isWritten, markWord } from '../check/kinds.js';
import { saidShown } from '../check/words.js';
import { timeWords } from '../ui/dates.js';
import { graphemeShown } from '../ui/word-marks.js';
import { inOwnWords } from '../wording/say.js';

export type MarkedRow = ObservationRow & { counts: boolean; reading?: string | undefined };

export function Marked({ list, withKind = false }: { list: readonly MarkedRow[]; withKind?: boolean }) {
  const { data: team } = useData('team');
  if (list.length === 0) return <p className="text-ink-2">Nothing has been marked yet.</p>;
  return (
    <ol className="ruled">
      {list.map((o) => (
        <li key={o.id} className={`grid grid-cols-[8.5rem_1fr] gap-x-3 py-1.5 ${o.counts ? '' : 'text-ink-2 line-through'}`}>
          <span className="text-sm text-ink-2">{timeWords(o.at)}</span>
          <span>
            <span className="font-child text-lg">{o.item ?? (o.gpc ? graphemeShown(o.gpc) : '')}</span>{' '}
            <span className="font-semibold">{markWord(o.outcome, o.kind, o.said)}</span>
            {o.said &&
              `, ${isWritten(o.kind) ? 'wrote' : isChosen(o.kind) ? 'chose' : 'said'} ${saidShown(o.said, o.gpc === undefined || isChosen(o.kind))}`}
            {o.ms !== undefined && `, ${(o.ms / 1000).toFixed(1)} s`}
            <span className="block text-sm text-ink-2">
              {withKind && checkKindOf(o.kind) && `${inOwnWords(checkKindOf(o.kind)!.title)}, `}
              {o.fromMemory && 'from memory, '}
              {team?.find((c) => c.id === o.by)?.name ?? 'a colleague'}
              {!o.counts && ' (taken back or corrected)'}
              {o.reading && (
                <>
                  {' · '}
                  <Link className="underline" to={`/reading/${o.reading}`}>
                    the reading
                  </Link>
                </>
              )}
              {o.check && (
                <>
                  {' · '}
                  <Link className="underline" to={`/check/${o.check}`}>
                    the check
                  </Link>
                </>
              )}
            </span>
          </span>
        </li>
      ))}
    </ol>
  );
}
