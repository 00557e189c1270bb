/** What colleagues left on my children, groups and sessions. */
import type { Endpoints, ResponseOf } from '@sapling/contract';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { timeWords } from '../ui/dates.js';
import { useFirstFew } from '../ui/first-few.js';

/** So many are shown at first. */
const SHOWN = 7;

/** What others left: notes that name me first, then the newest; what came since I last looked is marked as new. */
export function Left({ data }: { data: ResponseOf<Endpoints['today']> }) {
  const isNew = (at: string): boolean => data.lookedAt === null || at > data.lookedAt;
  const items = [
    ...data.remarks.map((r) => ({
      key: r.id,
      at: r.at,
      by: r.byName,
      text: r.text,
      note: true,
      forMe: r.mentionsMe,
      to: r.about === 'child' ? `/children/${r.subject}` : `/groups/${r.subject}/handover`,
      link: `${r.name}: note`,
    })),
    ...data.left.map((l) => ({
      key: l.id,
      at: l.at,
      by: l.by,
      text: l.text || 'Logged, with nothing to add.',
      note: l.kind === 'note',
      forMe: l.mentionsMe,
      to: `/sessions/${l.sessionId}`,
      link: `${l.groupName}: ${l.kind === 'note' ? 'note' : 'what happened'}`,
    })),
  ].sort((x, y) => Number(y.forMe && isNew(y.at)) - Number(x.forMe && isNew(x.at)) || (x.at < y.at ? 1 : -1));
  const fresh = items.filter((i) => isNew(i.at)).length;
  const [shown, more] = useFirstFew(items, SHOWN);
  const looked = async (): Promise<void> => {
    try {
      await call('looked');
      await refresh('remarks');
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
  };
  const seen = fresh > 0 && (
    <button className="text-sm underline underline-offset-4" onClick={() => void looked()}>
      I have seen the {fresh} new
    </button>
  );
  return (
    <>
      <div className="mb-2 flex items-baseline gap-3">
        <h2 id="left" className="mr-auto text-lg">
          Left by colleagues
        </h2>
        {fresh > shown.length ? <span className="text-sm font-semibold text-leaf">{fresh} new</span> : seen}
      </div>
      {items.length === 0 ? (
        <p className="text-ink-2">
          Nothing new. Notes on your children and groups, and logs of their sessions, stand here as they come in.
        </p>
      ) : (
        <ul className="grid gap-3">
          {shown.map((item) => (
            <li
              key={item.key}
              className={`rounded-m border p-3 ${item.forMe ? 'border-pine' : 'border-rule'} ${item.note ? 'bg-note' : 'bg-sheet'}`}
            >
              <p className="text-sm text-ink-2">
                {item.by}, {timeWords(item.at)}
                {item.forMe && <b className="ml-2 text-ink">for you</b>}
                {isNew(item.at) && <span className="ml-2 font-semibold text-leaf">new</span>}
              </p>
              <p className="my-1 line-clamp-4">{item.text}</p>
              <Link className="text-sm font-semibold underline underline-offset-4" to={item.to}>
                {item.link}
              </Link>
            </li>
          ))}
        </ul>
      )}
      {more ?? (items.length > SHOWN && <p className="mt-3">{seen}</p>)}
    </>
  );
}
