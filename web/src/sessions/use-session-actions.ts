/** What may be done with a session from its own page: given to somebody, moved to another day, taken out of the plan, put in the bin. */
import type { Session } from '@sapling/contract';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { useWrites } from '../api/use-writes.js';
import { useGoOn } from '../shell/go-on.js';

export interface SessionActions {
  /** Gives it to somebody, or moves it to another day. */
  readonly change: (body: { adultId?: string | null; on?: string }) => Promise<void>;
  /** Takes a session that was not held out of the plan. */
  readonly remove: () => Promise<void>;
  /** Puts one that was held in the bin. */
  readonly bin: () => Promise<void>;
}

export function useSessionActions(session: Session): SessionActions {
  const goOn = useGoOn();
  const write = useWrites(session);
  const change = async (body: { adultId?: string | null; on?: string }): Promise<void> => {
    try {
      await write((version) => call('updateSession', { params: { id: session.id }, body: { ...body, version } }));
      await refresh('sessions');
    } catch (problem) {
      await refresh('sessions');
      toast.error(
        problem instanceof Problem && problem.code === 'newer-version'
          ? 'Somebody else changed this session just now. It is shown as it is now; your change was not made.'
          : sentenceOf(problem),
      );
    }
  };
  const remove = async (): Promise<void> => {
    try {
      await call('removeSession', { params: { id: session.id }, query: { version: session.version } });
      await goOn('/sessions');
      await refresh('sessions');
      toast('The session is in the bin.', {
        action: {
          label: 'Undo',
          onClick: () =>
            // the same one, with its notes and links
            void call('binSession', { params: { id: session.id }, body: { binned: false } }).then(
              () => refresh('sessions'),
              (problem: unknown) => toast.error(sentenceOf(problem)),
            ),
        },
      });
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
  };
  const bin = async (): Promise<void> => {
    const put = (binned: boolean): Promise<unknown> =>
      call('binSession', { params: { id: session.id }, body: { binned } }).then(() => refresh('sessions', 'children'));
    try {
      await put(true);
      await goOn('/sessions');
      toast('The session is in the bin: its log and its marks count no more.', {
        action: { label: 'Undo', onClick: () => void put(false).catch((problem: unknown) => toast.error(sentenceOf(problem))) },
      });
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
  };
  return { change, remove, bin };
}
