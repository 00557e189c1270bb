/** Several groups changed in one go: all of it or nothing, with a way back. */
import type { Arrangement, Group } from '@sapling/contract';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';

export async function arrange(parts: Partial<Arrangement>): Promise<Group[]> {
  const after = await call('arrangeGroups', { body: { change: [], add: [], end: [], reopen: [], ...parts } });
  await refresh('groups');
  return after;
}

/** The Undo of a message: does the opposite, or says why it cannot be done any more. */
export function undoing(parts: Partial<Arrangement>): { label: string; onClick: () => void } {
  return {
    label: 'Undo',
    onClick: () =>
      void arrange(parts).catch(async (error: unknown) => {
        await refresh('groups');
        toast.error(sentenceOf(error));
      }),
  };
}
