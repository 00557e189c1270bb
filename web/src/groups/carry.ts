/** Carrying a child by keys and for screen readers: from place to place, each said with what it would change. */
import type { Group } from '@sapling/contract';
import type { Announcements, KeyboardCoordinateGetter } from '@dnd-kit/core';
import type { MovePreview } from './words.js';

/** Arrow keys carry a lifted child from place to place, not pixel by pixel. */
export const placeByPlace: KeyboardCoordinateGetter = (event, { context: { droppableRects, over, collisionRect } }) => {
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

/** The place of children in no group, among the groups' ids. */
export const LOOSE = 'loose';

/** What is said while a child is carried. `preview` gives what a place would change, null for *in no group*. */
export function announcements(
  groups: readonly Group[],
  nameOf: (child: string) => string,
  preview: (group: number | null) => MovePreview | null,
): Announcements {
  const carried = (child: unknown): string => nameOf(String(child));
  const placeName = (id: string): string => (id === LOOSE ? 'in no group' : (groups.find((g) => g.id === id)?.name ?? 'in no group'));
  return {
    onDragStart: ({ active }) =>
      `${carried(active.data.current?.child)} lifted. Arrow keys choose a group, space puts down, escape leaves it.`,
    onDragOver: ({ over }) => {
      if (!over) return undefined;
      const words = preview(over.id === LOOSE ? null : groups.findIndex((g) => g.id === over.id));
      return `Over ${placeName(String(over.id))}.${words ? ` ${words.cost}. ${words.why}` : ''}`;
    },
    onDragEnd: ({ active, over }) =>
      over
        ? `${carried(active.data.current?.child)} put down ${over.id === LOOSE ? '' : 'in '}${placeName(String(over.id))}.`
        : 'Left where it was.',
    onDragCancel: () => 'Left where it was.',
  };
}
