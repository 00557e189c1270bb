/** The groups side by side with those who wait, between which a child is carried by pointer or keys. */
import type { ChildLine, Colleague, Group } from '@sapling/contract';
import { DndContext, DragOverlay, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useMemo, useState } from 'react';
import { core } from '../workers/core.js';
import { say } from '../wording/say.js';
import { useAnswer } from '../workers/use-core.js';
import { announcements, placeByPlace } from './carry.js';
import { GroupCard } from './group-card.js';
import { needsHelp, toCoreGroup } from './problem.js';
import type { Board } from './use-board.js';
import { WaitingList } from './waiting.js';
import { moveWords, namedOf, ruleWords, type MovePreview } from './words.js';

interface Props {
  groups: readonly Group[];
  children: ReadonlyMap<string, ChildLine>;
  team: readonly Colleague[];
  board: Board;
  may: boolean;
  /** Whether a group is this colleague's for a time only: it is run, not changed. */
  borrowed: (group: Group) => boolean;
  locked: ReadonlySet<string>;
  onLock: (id: string) => void;
  onWhy: (child: string) => void;
  onMove: (child: string, from: Group | undefined, to: Group | undefined) => void;
}

export function BoardCards({ groups, children, team, board, may, borrowed, locked, onLock, onWhy, onMove }: Props) {
  const { view, problem } = board;
  const [lifted, setLifted] = useState<string | null>(null);
  // what carrying would change is said as soon as the figures are there, also of a child who was lifted before
  const ask = useMemo(
    () => (lifted && problem ? () => core().movesOf(problem, groups.map(toCoreGroup), lifted) : null),
    [lifted, problem, groups],
  );
  const { value: moves, settled } = useAnswer(ask, say('what a move would change'));
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: placeByPlace }),
  );
  const longest = Math.max(1, ...groups.flatMap((g) => g.members.map((id) => children.get(id)?.line.length ?? 0)));
  const grouped = new Set(groups.flatMap((g) => g.members));
  const loose = [...children.values()].filter((c) => !grouped.has(c.id) && needsHelp(c));
  const named = namedOf(children, groups, team);
  const nameOf = (id: string): string => children.get(id)?.givenName ?? 'The child';
  const rulesBroken = (k: number): string[] => {
    if (!view || !problem) return [];
    const inGroup = new Set(groups[k]!.members);
    return view.breaks
      .filter((c) => ('children' in c ? c.children.every((id) => inGroup.has(id)) : 'child' in c && inGroup.has(c.child)))
      .map((c) => ruleWords(problem, c, named));
  };
  const previewOf = (k: number | null): MovePreview | null => {
    if (lifted === null || !settled || !moves || !problem) return null;
    const move = moves.find((m) => m.to === k);
    const here = k === null ? !grouped.has(lifted) : groups[k]!.members.includes(lifted);
    return move && !here ? moveWords(move, problem, named) : null;
  };
  return (
    <DndContext
      sensors={sensors}
      accessibility={{
        announcements: announcements(groups, nameOf, previewOf),
        screenReaderInstructions: { draggable: 'Press space to lift, arrow keys to choose a group, space to put down.' },
      }}
      onDragStart={({ active }) => setLifted(String(active.data.current?.child))}
      onDragCancel={() => setLifted(null)}
      onDragEnd={({ active, over }) => {
        setLifted(null);
        if (!over) return;
        const from = groups.find((g) => g.id === active.data.current?.group);
        const to = groups.find((g) => g.id === over.id);
        onMove(String(active.data.current?.child), from, to);
      }}
    >
      <div className="grid gap-4 [grid-template-columns:repeat(auto-fill,minmax(min(27rem,100%),1fr))]">
        {groups.map((group, k) => (
          <GroupCard
            key={group.id}
            group={group}
            groups={groups}
            children={children}
            team={team}
            around={board.around}
            settings={board.settings}
            cost={view?.groups[k] ?? null}
            working={view === null && board.trouble === null}
            thin={view?.thin[k] ?? null}
            breaks={rulesBroken(k)}
            preview={previewOf(k)}
            locked={locked}
            onLock={onLock}
            onWhy={onWhy}
            total={longest}
            may={may && !borrowed(group)}
            onMove={(child, to) => onMove(child, group, to)}
            onAdd={(child) =>
              onMove(
                child,
                groups.find((g) => g.members.includes(child)),
                group,
              )
            }
          />
        ))}
        {may && (
          <WaitingList
            children={loose}
            groups={groups}
            waiting={view?.waiting ?? (board.trouble === null ? null : [])}
            rules={board.rules}
            preview={previewOf(null)}
            onWhy={onWhy}
            onMove={(child, to) => onMove(child, undefined, to)}
          />
        )}
      </div>
      <DragOverlay dropAnimation={null}>
        {lifted && (
          <span className="block w-fit rounded-m border border-ink bg-white px-3 py-1.5 font-semibold shadow-lg">{nameOf(lifted)}</span>
        )}
      </DragOverlay>
    </DndContext>
  );
}
