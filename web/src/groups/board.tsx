/** Groups: who should sit together, for what, with whom? Cards that children are dragged between. */
import type { ChildLine, Group } from '@sapling/contract';
import {
  DndContext,
  DragOverlay,
  KeyboardSensor,
  PointerSensor,
  useDroppable,
  useSensor,
  useSensors,
  type Announcements,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import { useMemo, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { useMay } from '../shell/me.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { ChildChip, GroupCard } from './group-card.js';
import { Suggest } from './suggest.js';

/** Arrow keys carry a lifted child from place to place, not pixel by pixel. */
const placeByPlace: KeyboardCoordinateGetter = (event, { context: { droppableRects, over, collisionRect } }) => {
  const step =
    event.code === 'ArrowRight' || event.code === 'ArrowDown' ? 1 : event.code === 'ArrowLeft' || event.code === 'ArrowUp' ? -1 : 0;
  if (step === 0 || !collisionRect) return undefined;
  event.preventDefault();
  const places = [...droppableRects.entries()].sort((a, b) =>
    Math.abs(a[1].top - b[1].top) > 40 ? a[1].top - b[1].top : a[1].left - b[1].left,
  );
  const at = places.findIndex(([id]) => id === over?.id);
  const next = places[(at + step + places.length) % places.length];
  return next ? { x: next[1].left + 20, y: next[1].top + 60 } : undefined;
};

export function Component() {
  const { data: groups, error } = useData('groups');
  const { data: children } = useData('children');
  const { data: team } = useData('team');
  const orders = useOrders();
  const may = useMay('form groups');
  const location = useLocation();
  const gaps = location.state as { fromChildren?: string[]; focus?: string[] } | null;
  const fromGaps = gaps?.fromChildren;
  const [suggesting, setSuggesting] = useState(fromGaps !== undefined);
  const [lifted, setLifted] = useState<string | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: placeByPlace }),
  );
  const byId = useMemo(() => new Map((children ?? []).map((c) => [c.id, c])), [children]);
  if (!groups || !children || !orders)
    return (
      <Page title="Groups">
        <Pending error={error} what="the groups" />
      </Page>
    );

  const longest = Math.max(1, ...groups.flatMap((g) => g.members.map((id) => byId.get(id)?.line.length ?? 0)));
  const grouped = new Set(groups.flatMap((g) => g.members));
  const loose = children.filter((c) => !grouped.has(c.id) && c.line.some((p) => p.state === 'gap'));
  const nameOf = (id: string): string => byId.get(id)?.givenName ?? 'The child';
  const groupName = (id: string | undefined): string => groups.find((g) => g.id === id)?.name ?? 'in no group';

  const move = async (child: string, from: Group | undefined, to: Group | undefined, undo = true): Promise<void> => {
    if (from?.id === to?.id) return;
    const side = (g: Group | undefined) => (g ? { id: g.id, version: g.version } : null);
    try {
      const after = await call('moveChild', { body: { child, from: side(from), to: side(to) } });
      await refresh('groups');
      if (undo)
        toast(`${nameOf(child)} ${to ? `moved to ${to.name}` : `taken out of ${from?.name}`}`, {
          action: {
            label: 'Undo',
            onClick: () =>
              void move(
                child,
                after.find((g) => g.id === to?.id),
                after.find((g) => g.id === from?.id),
                false,
              ),
          },
        });
    } catch (error) {
      await refresh('groups');
      toast.error(
        error instanceof Problem && error.code === 'newer-version'
          ? `Somebody else changed ${to?.name ?? from?.name} just now. It is shown as it is; ${nameOf(child)} was not moved.`
          : sentenceOf(error),
      );
    }
  };
  const addEmpty = async (): Promise<void> => {
    try {
      await call('addGroups', { body: { groups: [{ name: `Group ${groups.length + 1}`, adultId: null, focus: [], members: [] }] } });
      await refresh('groups');
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const announcements: Announcements = {
    onDragStart: ({ active }) =>
      `${nameOf(String(active.data.current?.child))} lifted. Arrow keys choose a group, space puts down, escape leaves it.`,
    onDragOver: ({ over }) => (over ? `Over ${over.id === 'loose' ? 'in no group' : groupName(String(over.id))}.` : undefined),
    onDragEnd: ({ active, over }) =>
      over
        ? `${nameOf(String(active.data.current?.child))} put down ${over.id === 'loose' ? 'in no group' : `in ${groupName(String(over.id))}`}.`
        : 'Left where it was.',
    onDragCancel: () => 'Left where it was.',
  };
  const taughtFor = (members: readonly string[]): string[] => [
    ...orders.taughtToAll(members.flatMap((id) => byId.get(id)?.classId ?? [])).gpcs,
  ];

  return (
    <Page
      wide
      title="Groups"
      lead={may ? 'Drag a child by the name, or lift with space and choose a group with the arrow keys.' : 'The groups you were given.'}
      actions={
        may && (
          <>
            <button className="btn" onClick={() => void addEmpty()}>
              Add an empty group
            </button>
            <button className={`btn ${suggesting ? '' : 'btn-main'}`} onClick={() => setSuggesting(!suggesting)} aria-expanded={suggesting}>
              Suggest groups
            </button>
          </>
        )
      }
    >
      {suggesting && may && (
        <Suggest
          children={children}
          orders={orders}
          team={team ?? []}
          taken={grouped}
          only={fromGaps}
          focus={gaps?.focus ?? []}
          existing={groups.length}
          onClose={() => setSuggesting(false)}
        />
      )}
      {groups.length === 0 && !suggesting ? (
        <Empty
          title="No groups yet"
          action={
            may && (
              <button className="btn btn-main" onClick={() => setSuggesting(true)}>
                Suggest groups
              </button>
            )
          }
        >
          {may
            ? 'Groups are made from the gaps children share. Ask for a suggestion, look at it, then change what you know better.'
            : 'No group has been given to you yet.'}
        </Empty>
      ) : (
        <DndContext
          sensors={sensors}
          accessibility={{
            announcements,
            screenReaderInstructions: { draggable: 'Press space to lift, arrow keys to choose a group, space to put down.' },
          }}
          onDragStart={({ active }) => setLifted(String(active.data.current?.child))}
          onDragCancel={() => setLifted(null)}
          onDragEnd={({ active, over }) => {
            setLifted(null);
            if (!over) return;
            const from = groups.find((g) => g.id === active.data.current?.group);
            const to = groups.find((g) => g.id === over.id);
            void move(String(active.data.current?.child), from, to);
          }}
        >
          <div className="grid gap-4 [grid-template-columns:repeat(auto-fill,minmax(27rem,1fr))]">
            {groups.map((group) => (
              <GroupCard
                key={group.id}
                group={group}
                groups={groups}
                children={byId}
                team={team ?? []}
                taught={taughtFor(group.members)}
                total={longest}
                may={may}
                onMove={(child, to) => void move(child, group, to)}
              />
            ))}
            {may && <Loose children={loose} groups={groups} onMove={(child, to) => void move(child, undefined, to)} />}
          </div>
          <DragOverlay dropAnimation={null}>
            {lifted && (
              <span className="block w-fit rounded-m border border-ink bg-white px-3 py-1.5 font-semibold shadow-lg">{nameOf(lifted)}</span>
            )}
          </DragOverlay>
        </DndContext>
      )}
      {groups.length > 0 && (
        <p className="mt-6">
          Next:{' '}
          <Link className="underline" to={may ? '/sessions/new' : '/sessions'}>
            {may ? 'make a session for a group' : 'see the sessions of your groups'}
          </Link>
          .
        </p>
      )}
    </Page>
  );
}

function Loose({
  children,
  groups,
  onMove,
}: {
  children: readonly ChildLine[];
  groups: readonly Group[];
  onMove: (child: string, to: Group | undefined) => void;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: 'loose' });
  return (
    <section
      ref={setNodeRef}
      aria-label="In no group"
      className={`rounded-m border-2 border-dashed p-4 ${isOver ? 'border-pine bg-leaf-wash' : 'border-rule'}`}
    >
      <h2 className="mb-2 text-base text-ink-2">With gaps, in no group: {children.length}</h2>
      <ul className="flex max-h-80 flex-wrap gap-1.5 overflow-y-auto">
        {children.map((child) => (
          <ChildChip key={child.id} child={child} group={null} groups={groups} onMove={(to) => onMove(child.id, to)} may />
        ))}
      </ul>
    </section>
  );
}
