/** The rest improved around what is locked: what would change is shown first, then done in one go or left. */
import { listed } from '@sapling/core';
import type { ChildLine, Colleague, Group } from '@sapling/contract';
import type { CostBreakdown, Grouping } from '@sapling/core/grouping';
import { useState } from 'react';
import { toast } from 'sonner';
import { Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { Trouble } from '../ui/form.js';
import { core } from '../workers/core.js';
import { withProgress } from '../workers/progress.js';
import { arrange, undoing } from './arrange.js';
import { changeOf, focusOf, improveRequest, touchedGroups, type GroupsChange } from './improve-request.js';
import { toCoreGroup, type GroupingContext } from './problem.js';
import { Searching } from './searching.js';
import { changeWords, minutes, namedOf, needShown, PART_WORDS, PARTS, refusedWords } from './words.js';

interface Props {
  groups: readonly Group[];
  around: GroupingContext;
  children: ReadonlyMap<string, ChildLine>;
  team: readonly Colleague[];
  /** Children and groups that stay as they are. */
  locked: ReadonlySet<string>;
  cost: CostBreakdown;
  onClose: () => void;
}

export function Improve({ groups, around, children, team, locked, cost, onClose }: Props) {
  const [keep, setKeep] = useState(true);
  const [progress, setProgress] = useState<number | null>(null);
  const [found, setFound] = useState<Grouping | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const name = (id: string): string => children.get(id)?.givenName ?? '?';
  const lockedGroups = groups.filter((g) => locked.has(g.id));
  const lockedChildren = groups.flatMap((g) => g.members).filter((id) => locked.has(id));

  const ask = async (): Promise<void> => {
    setTrouble(null);
    setFound(null);
    setProgress(0);
    const free = improveRequest(groups, around, locked, keep);
    try {
      const answer = await withProgress(async (tell) => core().improveGroups(free, groups.map(toCoreGroup), tell), setProgress);
      if ('refused' in answer) setTrouble(refusedWords(answer, free, namedOf(children, groups, team)));
      else setFound(answer);
    } catch (error) {
      setTrouble((error as { message?: string }).message ?? sentenceOf(error));
    } finally {
      setProgress(null);
    }
  };
  const change = found ? changeOf(groups, found, (id) => children.has(id)) : null;
  const apply = async (): Promise<void> => {
    const { moves, refocused } = change!;
    const touched = touchedGroups(groups, found!, change!);
    try {
      const after = await arrange({ change: touched.map(({ group, body }) => ({ id: group.id, version: group.version, ...body })) });
      const versionOf = (id: string): number => after.find((g) => g.id === id)!.version;
      toast(
        `${moves.length} ${moves.length === 1 ? 'child' : 'children'} moved, ${refocused.length === 1 ? '1 group has' : `${refocused.length} groups have`} a new focus.`,
        {
          action: undoing({
            change: touched.map(({ group: { id, members, focus, skills, slot } }) => ({
              id,
              version: versionOf(id),
              members,
              focus,
              skills,
              slot,
            })),
          }),
        },
      );
      onClose();
    } catch (error) {
      await refresh('groups');
      setFound(null);
      setTrouble(
        error instanceof Problem && error.code === 'newer-version'
          ? 'Somebody else changed a group meanwhile. Nothing of this was done; the board shows it as it is. Ask again.'
          : sentenceOf(error),
      );
    }
  };
  return (
    <section aria-label="Improve the groups" className="mb-6 border-y-2 border-pine bg-sheet px-5 py-4">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-3">
        <p className="min-w-0 flex-1">
          {locked.size === 0
            ? 'Everybody may move. Lock a child or a group on the board to keep them where they are.'
            : `Staying as they are: ${listed([...lockedGroups.map((g) => g.name), ...lockedChildren.map(name)])}.`}
        </p>
        <label className="flex items-center gap-2">
          <input type="checkbox" className="size-4" checked={keep} onChange={(event) => setKeep(event.target.checked)} />
          staying together counts
        </label>
        {progress === null ? (
          <button className="btn btn-main" onClick={() => void ask()}>
            {found ? 'Try again' : 'Improve the rest'}
          </button>
        ) : (
          <Searching progress={progress} />
        )}
        <button className="btn btn-quiet" onClick={onClose}>
          Close
        </button>
      </div>
      <Trouble>{trouble}</Trouble>
      {found && change && (
        <Found groups={groups} children={children} cost={cost} found={found} change={change} onDo={apply} onLeave={() => setFound(null)} />
      )}
    </section>
  );
}

interface FoundProps extends Pick<Props, 'groups' | 'children' | 'cost'> {
  readonly found: Grouping;
  readonly change: GroupsChange;
  readonly onDo: () => Promise<void>;
  readonly onLeave: () => void;
}
/** What would change, and what it is worth. */
function Found({ groups, children, cost, found, change: { at, to, moves, refocused }, onDo, onLeave }: FoundProps) {
  if (moves.length === 0 && refocused.length === 0) return <p className="mt-3">Nothing better was found: the groups stay as they are.</p>;
  const name = (id: string): string => children.get(id)?.givenName ?? '?';
  return (
    <div className="mt-3 grid gap-x-8 gap-y-3 md:grid-cols-[1fr_16rem]">
      <ul className="ruled">
        {moves.map((id) => (
          <li key={id} className="py-1">
            <span className="font-semibold">{name(id)}</span> {at.has(id) ? `from ${groups[at.get(id)!]!.name}` : 'from the waiting list'}{' '}
            {to.has(id) ? `to ${groups[to.get(id)!]!.name}` : 'to the waiting list'}
          </li>
        ))}
        {refocused.map((k) => (
          <li key={groups[k]!.id} className="py-1">
            <span className="font-semibold">{groups[k]!.name}</span> works on {listed(found.groups[k]!.focus.map(needShown))}
            <span className="text-sm text-ink-2"> instead of {listed(focusOf(groups[k]!).map(needShown)) || 'nothing yet'}</span>
          </li>
        ))}
      </ul>
      <div>
        <p>
          {minutes(cost.total)} → <strong>{minutes(found.cost.total - found.cost.continuity)}</strong>
        </p>
        <ul className="text-sm text-ink-2">
          {PARTS.filter((part) => part !== 'continuity' && Math.round(found.cost[part] - cost[part]) !== 0).map((part) => (
            <li key={part}>
              {PART_WORDS[part].short}: {changeWords(found.cost[part] - cost[part])}
            </li>
          ))}
        </ul>
        <div className="mt-3 flex gap-3">
          <button className="btn btn-main" onClick={() => void onDo()}>
            Do this
          </button>
          <button className="btn" onClick={onLeave}>
            Leave it
          </button>
        </div>
      </div>
    </div>
  );
}
