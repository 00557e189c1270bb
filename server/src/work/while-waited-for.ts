/** Work that a request waits for: told how far it is, and broken off when nobody waits for it any more. */
import { ProblemError } from '../http/problem.js';
import type { Call } from '../http/route.js';
import type { Work } from './pool.js';

/** @throws as `make`; nothing comes of work that was broken off, as its request has ended */
export async function whileWaitedFor<T>(
  { res, me, live, query }: Pick<Call<'sessionPaper'>, 'res' | 'me' | 'live'> & { readonly query: { readonly work?: string | undefined } },
  make: (work: Work) => Promise<T>,
): Promise<T> {
  const gone = new AbortController();
  const end = (): void => gone.abort();
  res.on('close', end);
  // the page that waits has named the work, and listens for it
  const { work: id } = query;
  try {
    return await make({
      signal: gone.signal,
      ...(id !== undefined ? { onStep: (done, of) => live.say(me.id, { topic: 'work', id, done, of }) } : {}),
    });
  } catch (error) {
    throw gone.signal.aborted ? new ProblemError('stopped') : error;
  } finally {
    res.off('close', end);
  }
}
