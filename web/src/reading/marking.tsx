/** A reading: marked live while the child reads, then looked at with everything it tells. */
import { Link, useParams } from 'react-router';
import { useMe } from '../shell/me.js';
import { Opening } from '../shell/opening.js';
import { Live } from './live.js';
import { Review } from './review.js';
import { useReading } from './use-reading.js';

export function Component() {
  const { id } = useParams();
  const me = useMe();
  const handle = useReading(id!, me.colleague.id);
  if (handle.trouble)
    return (
      <main className="mx-auto max-w-xl p-10">
        <h1 className="mb-3 text-2xl">This reading cannot be opened</h1>
        <p className="mb-6">{handle.trouble}</p>
        <Link className="btn btn-main" to="/check/reading">
          Back to Check
        </Link>
      </main>
    );
  if (!handle.reading) return <Opening />;
  const mine = handle.reading.record.by === me.colleague.id;
  const live = mine && !handle.marking?.done && !handle.reading.record.paper;
  return live ? <Live key={id} handle={handle} /> : <Review key={id} handle={handle} />;
}
