/** How far a long call is, for as long as it lasts. */
import { proxy } from 'comlink';

/**
 * Asks with a teller of progress. What is told travels by a port of its own and may arrive after the answer: it is dropped
 * then, or a search that is over would seem to go on for ever.
 */
export async function withProgress<T>(ask: (tell: (done: number) => void) => Promise<T>, tell: (done: number) => void): Promise<T> {
  let over = false;
  try {
    return await ask(
      proxy((done: number) => {
        if (!over) tell(done);
      }),
    );
  } finally {
    over = true;
  }
}
