/** Changing one group: each change said with a way back; where a colleague was quicker, both are kept to choose from. */
import type { Group } from '@sapling/contract';
import { useRef, useState } from 'react';
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

/** A change that was made here: of which group, the version it made, and what it changed. */
interface Made {
  readonly id: string;
  readonly version: number;
  readonly fields: readonly string[];
}
/**
 * On which version a change is undone: on the newest, where all that came after it was made here and is about something else. Else
 * on the one it made, and what a colleague did meanwhile is laid beside it.
 */
function undoneOn(version: number, newest: number, fields: readonly string[], made: readonly Made[]): number {
  const since = made.filter((one) => one.version > version);
  const here = since.length === newest - version;
  return here && !since.some((one) => one.fields.some((field) => fields.includes(field))) ? newest : version;
}

/** @param onRefused what was typed is not what the group is */
export function useGroup(group: Group, onRefused: () => void): ChangeGroup {
  const [conflict, setConflict] = useState<ChangeGroup['conflict']>(null);
  const inTurn = useWrites(group);
  const made = useRef<readonly Made[]>([]);
  /** @param standsOn the version it stands on, given the newest when its turn comes */
  const write = async (change: GroupChange, standsOn: (newest: number) => number, offerBack: boolean): Promise<void> => {
    const before: GroupChange = Object.fromEntries(Object.keys(change).map((key) => [key, group[key as keyof GroupChange]]));
    try {
      const saved = await inTurn((newest) =>
        call('updateGroup', { params: { id: group.id }, body: { ...change, version: standsOn(newest) } }),
      );
      made.current = [
        ...made.current.filter((one) => one.id === group.id),
        { id: group.id, version: saved.version, fields: Object.keys(change) },
      ];
      await refresh('groups');
      if (offerBack)
        toast(`${saved.name}: ${changedFields(before, change).join(', ')} changed`, {
          action: {
            label: 'Undo',
            onClick: () => void write(before, (newest) => undoneOn(saved.version, newest, Object.keys(change), made.current), false),
          },
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
    save: (change, version) => write(change, (newest) => version ?? newest, true),
    end,
    conflict,
    closeConflict: () => setConflict(null),
  };
}
