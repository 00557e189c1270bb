/** A child who left comes back. */
import type { Child } from '@sapling/contract';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';

/** Puts a child back on the lists, in a class. @param groups whether also into the groups they left with that, as after a slip. @returns the child, or null where it did not work */
export async function returnChild(id: string, classId: string, groups = false): Promise<Child | null> {
  let child: Child | null = null;
  try {
    child = await call('childReturns', { params: { id }, body: { classId, ...(groups && { groups }) } });
    toast(`${child.givenName} is back ${groups ? 'as before.' : 'on the lists. Groups have to be joined anew.'}`);
  } catch (error) {
    toast.error(sentenceOf(error));
  }
  await refresh('children', 'classes', ...(groups ? (['groups', 'sessions'] as const) : []));
  return child;
}
