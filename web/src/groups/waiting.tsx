/** Children in need of help in no group, with the reason: where they would do best and what that would cost. */
import type { ChildLine, Group, GroupRule } from '@sapling/contract';
import type { Placement } from '@sapling/core/grouping';
import { useDroppable } from '@dnd-kit/core';
import { LOOSE } from './carry.js';
import { ChildChip } from './member.js';
import { waitingWords, type MovePreview } from './words.js';

interface Props {
  children: readonly ChildLine[];
  groups: readonly Group[];
  /** Null while it is worked out: who waits is put in order by it. */
  waiting: readonly Placement[] | null;
  rules: readonly GroupRule[];
  preview: MovePreview | null;
  onWhy: (child: string) => void;
  onMove: (child: string, to: Group | undefined) => void;
}

export function WaitingList({ children, groups, waiting, rules, preview, onWhy, onMove }: Props) {
  const { setNodeRef, isOver } = useDroppable({ id: LOOSE });
  const reason = new Map((waiting ?? []).map((p) => [p.child, p]));
  const order = new Map((waiting ?? []).map((p, k) => [p.child, k]));
  const sorted = waiting ? [...children].sort((a, b) => (order.get(a.id) ?? 0) - (order.get(b.id) ?? 0)) : [];
  const keptOut = (id: string): string | undefined => rules.find((r) => r.kind === 'out' && r.children.includes(id))?.why;
  return (
    <section
      ref={setNodeRef}
      aria-label="In no group"
      className={`relative col-span-full rounded-m border-2 border-dashed p-4 ${isOver ? 'border-pine bg-leaf-wash' : 'border-rule'}`}
    >
      <h2 className="mb-2 text-base text-ink-2">Waiting, with something to work on: {children.length}</h2>
      <ul className="grid max-h-96 gap-x-8 overflow-y-auto [grid-template-columns:repeat(auto-fill,minmax(min(26rem,100%),1fr))]">
        {sorted.map((child) => {
          const placement = reason.get(child.id);
          return (
            <li
              key={child.id}
              className="grid grid-cols-[8.5rem_minmax(0,1fr)] items-center justify-items-start gap-x-3 border-b border-rule-2 py-1"
            >
              <ChildChip
                child={child}
                group={null}
                groups={groups}
                onWhy={() => onWhy(child.id)}
                onMove={(to) => onMove(child.id, to)}
                may
              />
              <span className="text-sm text-ink-2">{placement && waitingWords(placement, groups, keptOut(child.id))}</span>
            </li>
          );
        })}
        {!waiting && children.length > 0 && <li className="py-1 text-ink-2">Working out where each would do best…</li>}
        {children.length === 0 && (
          <li className="py-1 text-ink-2">
            Nobody waits with a gap that is sure. Any child can be added to a group by name, from the group’s menu.
          </li>
        )}
      </ul>
      {preview && (
        <div className="pointer-events-none absolute inset-x-0 bottom-0 border-t-2 border-pine bg-leaf-wash px-4 py-2">
          <p className="font-semibold">{preview.cost}</p>
          <p className="text-sm">{preview.why}</p>
        </div>
      )}
    </section>
  );
}
