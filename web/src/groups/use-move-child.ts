/** The board's moves: written, told with a way back, and laid side by side where a colleague was quicker. */
import type { Group } from '@sapling/contract';
import type { GroupingProblem } from '@sapling/core/grouping';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { core } from '../workers/core.js';
import { moveChild, type Clash, type FromTo, type Moving } from './move-child.js';
import { toCoreGroup } from './problem.js';

const send: Moving['send'] = async (body) => {
  try {
    return await call('moveChild', { body });
  } catch (error) {
    if (error instanceof Problem && error.code === 'newer-version') return { newer: error.data.current as Group[] };
    throw error;
  }
};

export interface MoveChild {
  readonly move: (child: string, from: Group | undefined, to: Group | undefined) => void;
  /** What a colleague left meanwhile beside what was wanted; null where nothing stands against one another. */
  readonly clash: Clash | null;
  readonly closeClash: () => void;
}

export function useMoveChild(
  groups: readonly Group[] | undefined,
  problem: GroupingProblem | null,
  nameOf: (child: string) => string,
): MoveChild {
  const [clash, setClash] = useState<Clash | null>(null);
  const run = async (child: string, way: FromTo, offerBack: boolean): Promise<void> => {
    if (!groups) return;
    const moving: Moving = {
      send,
      refresh: () => refresh('groups'),
      movesOf: async (id) => (problem ? core().movesOf(problem, groups.map(toCoreGroup), id) : []),
      nameOf,
      tell: (what, description, back) =>
        void toast(what, { description, action: { label: 'Undo', onClick: () => void run(child, back, false) } }),
    };
    try {
      setClash(await moveChild(moving, groups, child, way, offerBack));
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return { move: (child, from, to) => void run(child, [from, to], true), clash, closeClash: () => setClash(null) };
}
