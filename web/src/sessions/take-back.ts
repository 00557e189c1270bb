/** Taking sessions out again that were just made. */
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';

/** Returns whether they are gone; where they are not, it is said why. */
export async function takeBack(made: readonly { readonly id: string; readonly version: number }[]): Promise<boolean> {
  try {
    await Promise.all(made.map(({ id, version }) => call('removeSession', { params: { id }, query: { version } })));
    await refresh('sessions');
    return true;
  } catch (problem) {
    toast.error(sentenceOf(problem));
    return false;
  }
}
