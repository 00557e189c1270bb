/** Changing one group: each change said with a way back; where a colleague was quicker, both are kept to choose from. */
import type { Group } from '@sapling/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { useWrites } from '../api/use-writes.js';
import { arrange, undoing } from './arrange.js';
import { changedFields, type GroupChange } from './group-change.js';

export interface ChangeGroup {
  /** Resolves once the change is written, or was refused and said so. */
  readonly save: (change: GroupChange, version?: number) => Promise<void>;
  readonly end: () => Promise<void>;
  /** What was wanted, and what a colleague wrote meanwhile. */
  readonly conflict: { readonly mine: GroupChange; readonly theirs: Group } | null;
  readonly closeConflict: () => void;
}

/** @param onRefused what was typed is not what the group is */
export function useGroup(group: Group, onRefused: () => void): ChangeGroup {
  const [conflict, setConflict] = useState<ChangeGroup['conflict']>(null);
  const inTurn = useWrites(group);
  /** @param version that it stands on; left out for the newest when its turn comes */
  const write = async (change: GroupChange, version: number | undefined, offerBack: boolean): Promise<void> => {
    const before: GroupChange = Object.fromEntries(Object.keys(change).map((key) => [key, group[key as keyof GroupChange]]));
    try {
      const saved = await inTurn((newest) =>
        call('updateGroup', { params: { id: group.id }, body: { ...change, version: version ?? newest } }),
      );
      await refresh('groups');
      if (offerBack)
        toast(`${saved.name}: ${changedFields(before, change).join(', ')} changed`, {
          action: { label: 'Undo', onClick: () => void write(before, saved.version, false) },
        });
    } catch (error) {
      if (error instanceof Problem && error.code === 'newer-version') setConflict({ mine: change, theirs: error.data.current as Group });
      else toast.error(sentenceOf(error));
      await refresh('groups');
      onRefused();
    }
  };
  const end = async (): Promise<void> => {
    try {
      await arrange({ end: [{ id: group.id, version: group.version }] });
      toast(`${group.name} ended, and its sessions to come with it. What was held stays, and it is kept under Before and now.`, {
        action: undoing({ reopen: [{ id: group.id, version: group.version + 1 }] }),
      });
    } catch (error) {
      await refresh('groups');
      toast.error(sentenceOf(error));
    }
  };
  return {
    save: (change, version) => write(change, version, true),
    end,
    conflict,
    closeConflict: () => setConflict(null),
  };
}
