/** Over a reading: whose it is and when it was, and what can be done with it as a whole. */
import type { Marking } from '@sapling/core/reading';
import { Printer } from 'lucide-react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { OtherChild } from '../check/other-child.js';
import { atSchool } from '../clock.js';
import { dateText } from '../wording/date-text.js';
import type { ReadingHandle } from './use-reading.js';

interface Props {
  handle: ReadingHandle;
  shown: Marking | undefined;
  /** Whether the marking that is shown is one's own. */
  mine: boolean;
  /** Whether it is set aside. */
  aside: boolean;
}

export function ReviewHead({ handle, shown, mine, aside }: Props) {
  const { record, childName } = handle.reading!;
  const go = useNavigate();
  const setAside = (): void => {
    handle.steps({ what: 'set aside', aside: true });
    toast('Set aside: it counts for nothing and is in no list.', {
      action: { label: 'Undo', onClick: () => handle.steps({ what: 'set aside', aside: false }) },
    });
    void go(`/children/${record.child}/readings`);
  };
  return (
    <header className="mb-5 flex flex-wrap items-end justify-between gap-4">
      <div>
        <p className="eyebrow">
          <Link className="underline-offset-4 hover:underline" to={`/children/${record.child}/readings`}>
            {childName}
          </Link>
          , {dateText(atSchool(record.at), 'd MMMM yyyy, HH:mm')}
          {record.paper && ', typed in from paper'}
        </p>
        <h1 className="text-[1.75rem] leading-tight">{record.title}</h1>
      </div>
      <div className="flex flex-wrap gap-2">
        <Link className="btn" to={`/reading/print?reading=${record.id}`}>
          <Printer size={16} aria-hidden /> On paper
        </Link>
        <OtherChild what="reading" id={record.id} by={record.by} child={record.child} goTo={(child) => `/children/${child}/readings`} />
        {!aside && (
          <button className="btn" onClick={setAside}>
            Set aside
          </button>
        )}
        {mine && shown?.done ? (
          <Link className="btn btn-main" to={`/check/reading?child=${record.child}`}>
            Done
          </Link>
        ) : mine && shown ? (
          <button className="btn btn-main" onClick={() => handle.steps({ what: 'done' })}>
            My marking is finished
          </button>
        ) : null}
      </div>
    </header>
  );
}
