/** The board's moves: written, told with a way back, and laid side by side where a colleague was quicker. */
import type { Group } from '@sapling/contract';
import type { GroupingProblem } from '@sapling/core/grouping';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { useInLine } from '../api/use-writes.js';
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
  const inLine = useInLine();
  // the groups as the moves before left them, which the next may come before they are read back
  const left = useRef(new Map<string, Group>());
  const newest = (group: Group): Group => {
    const known = left.current.get(group.id);
    return known && known.version > group.version ? known : group;
  };
  /** Where a child is moved from: where it is drawn, or where one's own last move put it. */
  const whereIs = (child: string, drawn: Group): Group => {
    const now = newest(drawn);
    return now.members.includes(child) ? now : ([...left.current.values()].find((g) => g.members.includes(child)) ?? now);
  };
  const move = async (child: string, [from, to]: FromTo, offerBack: boolean): Promise<void> => {
    if (!groups) return;
    const moving: Moving = {
      send: async (body) => {
        const after = await send(body);
        if (!('newer' in after)) for (const group of after) left.current.set(group.id, group);
        return after;
      },
      refresh: () => refresh('groups'),
      movesOf: async (id) => (problem ? core().movesOf(problem, groups.map(toCoreGroup), id) : []),
      nameOf,
      tell: (what, description, back) =>
        void toast(what, { description, action: { label: 'Undo', onClick: () => void run(child, back, false) } }),
    };
    try {
      setClash(await moveChild(moving, groups, child, [from && whereIs(child, from), to && newest(to)], offerBack));
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const run = (child: string, way: FromTo, offerBack: boolean): Promise<void> => inLine(() => move(child, way, offerBack));
  return { move: (child, from, to) => void run(child, [from, to], true), clash, closeClash: () => setClash(null) };
}
