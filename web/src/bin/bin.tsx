/** The bin: checks and sessions that count for nothing, each with the way back. */
import type { Binned } from '@sapling/contract';
import { checkKind } from '@sapling/core/checks';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { dayInside, onDay, timeWords } from '../ui/dates.js';
import { useFirstFew } from '../ui/first-few.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { inOwnWords } from '../wording/say.js';

/** So many of each are shown at first. */
const SHOWN = 40;

export function Component() {
  const { data, error } = useData('binned');
  const [checks, moreChecks] = useFirstFew(data?.checks ?? [], SHOWN);
  const [sessions, moreSessions] = useFirstFew(data?.sessions ?? [], SHOWN);
  return (
    <Page
      title="The bin"
      lead="What lies here counts for nothing and is in no list. Taken out, it counts again, with every mark. Readings that were set aside stand below each child’s readings."
    >
      {!data ? (
        <Pending error={error} what="the bin" />
      ) : data.checks.length + data.sessions.length === 0 ? (
        <Empty title="The bin is empty">
          A check is put here at the end of its own page, a session on its page. Whoever marked it, and a lead, sees it here.
        </Empty>
      ) : (
        <>
          {data.checks.length > 0 && (
            <section aria-labelledby="binned-checks" className="mb-8">
              <h2 id="binned-checks" className="mb-2 text-lg">
                Checks
              </h2>
              <ul className="sheet ruled">
                {checks.map((check) => (
                  <Row key={check.id} back={() => call('binCheck', { params: { id: check.id }, body: { binned: false } })}>
                    <Link className="w-full font-semibold sm:w-52 underline-offset-4 hover:underline" to={`/check/${check.id}`}>
                      {check.childName}
                    </Link>
                    <span className="min-w-56 flex-1">
                      {inOwnWords(checkKind(check.kind).title)}, {timeWords(check.startedAt)}, by {check.by}
                    </span>
                    <When at={check.binnedAt} />
                  </Row>
                ))}
              </ul>
              {moreChecks}
            </section>
          )}
          {data.sessions.length > 0 && (
            <section aria-labelledby="binned-sessions">
              <h2 id="binned-sessions" className="mb-2 text-lg">
                Sessions
              </h2>
              <ul className="sheet ruled">
                {sessions.map((session) => (
                  <Row key={session.id} back={() => call('binSession', { params: { id: session.id }, body: { binned: false } })}>
                    <span className="w-full font-semibold sm:w-52">{session.groupName}</span>
                    <span className="min-w-56 flex-1">{sessionWords(session)}</span>
                    <When at={session.binnedAt} />
                  </Row>
                ))}
              </ul>
              {moreSessions}
            </section>
          )}
        </>
      )}
    </Page>
  );
}

const sessionWords = ({ on, held, by }: Binned['sessions'][number]): string =>
  held ? `held ${onDay(on)} by ${by}` : `planned for ${dayInside(on)} by ${by}`;

const When = ({ at }: { at: string }) => <span className="text-sm text-ink-2">put here {timeWords(at)}</span>;

function Row({ back, children }: { back: () => Promise<unknown>; children: React.ReactNode }) {
  const [busy, setBusy] = useState(false);
  const takeOut = async (): Promise<void> => {
    setBusy(true);
    try {
      await back();
      await refresh('children', 'checks', 'sessions');
      toast('It is back where it was.');
    } catch (problem) {
      setBusy(false);
      toast.error(sentenceOf(problem));
    }
  };
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-2">
      {children}
      <button className="btn btn-small" disabled={busy} onClick={() => void takeOut()}>
        Take out
      </button>
    </li>
  );
}
