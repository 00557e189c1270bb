/** Moving one child from group to group: done, said with what it changes and a way back, or laid beside what a colleague did meanwhile. */
import type { Group } from '@sapling/contract';
import type { Move } from '@sapling/core/grouping';
import type { GroupChange } from './group-change.js';
import { changeWords, mainReason } from './words.js';

/** A group as it is named to the server: which version of it is meant. */
type Side = Pick<Group, 'id' | 'version'> | null;
/** A move that was refused because a colleague was quicker: nothing was moved. */
export interface Clash {
  readonly child: string;
  readonly to: string | null;
  readonly theirs: Group;
  readonly mine: GroupChange;
}
export interface Moving {
  /** Writes the move. Returns the groups it touched as they are now; the refusal of a newer version says what those are. */
  readonly send: (move: { child: string; from: Side; to: Side }) => Promise<Group[] | { newer: Group[] }>;
  readonly refresh: () => Promise<unknown>;
  /** What each place for the child would change, asked before the move. */
  readonly movesOf: (child: string) => Promise<readonly Move[]>;
  readonly nameOf: (child: string) => string;
  /** Says that it was done, what it changes, and between which groups the child would go back. */
  readonly tell: (what: string, more: string | undefined, back: FromTo) => void;
}
/** Nothing stands for *in no group*. */
export type FromTo = readonly [from: Group | undefined, to: Group | undefined];

/** What a move changed, in words; nothing where that is not known. */
export function moveSaid(moves: readonly Move[], to: number | null): string | undefined {
  const change = moves.find((m) => m.to === to)?.change;
  if (!change) return undefined;
  const reason = mainReason(change);
  return `Lost in a cycle: ${changeWords(change.total)}${reason && `, mostly ${reason}`}.`;
}

const sideOf = (group: Group | undefined): Side => (group ? { id: group.id, version: group.version } : null);

/**
 * Moves a child, and offers to move it back. Returns a clash where a colleague changed one of the two groups meanwhile.
 * @throws what `send` throws for any other reason; the groups are read again before
 */
export async function moveChild(
  { send, refresh, movesOf, nameOf, tell }: Moving,
  groups: readonly Group[],
  child: string,
  [from, to]: FromTo,
  offerBack = true,
): Promise<Clash | null> {
  if (from?.id === to?.id) return null;
  // asked of the board as it was; what cannot be worked out is left unsaid, the move is made all the same
  const known = movesOf(child).catch((): readonly Move[] => []);
  let after: Group[] | { newer: Group[] };
  try {
    after = await send({ child, from: sideOf(from), to: sideOf(to) });
  } finally {
    await refresh();
  }
  if ('newer' in after) {
    const meant = (to ?? from)!;
    const now = after.newer;
    const theirs = now.find((g) => g.id === meant.id && g.version !== meant.version) ?? now.find((g) => g.id === meant.id) ?? meant;
    const members = to ? [...to.members, child] : from!.members.filter((m) => m !== child);
    return { child, to: to?.id ?? null, theirs, mine: { members } };
  }
  if (!offerBack) return null;
  const said = moveSaid(await known, to ? groups.findIndex((g) => g.id === to.id) : null);
  const now = after;
  tell(`${nameOf(child)} ${to ? `moved to ${to.name}` : `taken out of ${from?.name}`}`, said, [
    now.find((g) => g.id === to?.id),
    now.find((g) => g.id === from?.id),
  ]);
  return null;
}
