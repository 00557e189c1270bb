/** Putting any child into a group by name: also one without a gap, or of whom nothing is known yet. */
import type { ChildLine, Group } from '@sapling/contract';
import { fullName } from '@sapling/contract';
import { useState } from 'react';
import { useData } from '../api/data.js';
import { Dialog } from '../ui/dialog.js';
import { useFirstFew } from '../ui/first-few.js';
import { MOST_MEMBERS, needsHelp } from './problem.js';

interface Props {
  readonly group: Group;
  readonly groups: readonly Group[];
  readonly children: ReadonlyMap<string, ChildLine>;
  readonly onAdd: (child: string) => void;
  readonly onClose: () => void;
}
/** So many names are shown at first. */
const SHOWN = 40;

/** Who could come in, the likeliest first: in no group and in need of something, in no group, in another group. */
export function whoCouldJoin(
  group: Pick<Group, 'id'>,
  groups: readonly Pick<Group, 'id' | 'name' | 'members'>[],
  children: Iterable<ChildLine>,
) {
  const groupOf = new Map(groups.flatMap((g) => g.members.map((m) => [m, g] as const)));
  return [...children]
    .flatMap((child) => {
      const now = groupOf.get(child.id);
      if (now?.id === group.id) return [];
      return [{ child, now: now?.name, rank: now ? 2 : needsHelp(child) ? 0 : 1 }];
    })
    .sort((a, b) => a.rank - b.rank || fullName(a.child).localeCompare(fullName(b.child)));
}

export function AddChild({ group, groups, children, onAdd, onClose }: Props) {
  const { data: classes } = useData('classes');
  const [find, setFind] = useState('');
  const wanted = find.trim().toLowerCase();
  const found = whoCouldJoin(group, groups, children.values()).filter(({ child }) => fullName(child).toLowerCase().includes(wanted));
  const [shown, more] = useFirstFew(found, SHOWN);
  const full = group.members.length + group.hidden >= MOST_MEMBERS;
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Add a child to ${group.name}`}
      lead="Those in no group come first. From another group a child moves here."
    >
      {full ? (
        <p>A group has at most {MOST_MEMBERS} children. Take one out first.</p>
      ) : (
        <>
          <input
            className="field mb-3"
            type="search"
            placeholder="Find a child"
            aria-label="Find a child"
            autoFocus
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
          <ul className="ruled max-h-[50vh] overflow-y-auto border-y border-rule-2">
            {shown.map(({ child, now }) => (
              <li key={child.id}>
                <button
                  className="flex w-full items-baseline gap-3 px-2 py-1.5 text-left hover:bg-leaf-wash"
                  onClick={() => {
                    onAdd(child.id);
                    onClose();
                  }}
                >
                  <span className="flex-1 font-semibold">{fullName(child)}</span>
                  <span className="text-sm text-ink-2">{classes?.find((c) => c.id === child.classId)?.name}</span>
                  <span className="w-20 text-right text-sm text-ink-2 sm:w-40">{now === undefined ? whyNot(child) : `now in ${now}`}</span>
                </button>
              </li>
            ))}
            {found.length === 0 && (
              <li className="py-2 text-ink-2">
                {wanted ? `No child here has “${find}” in the name.` : 'Every child you see is in this group.'}
              </li>
            )}
          </ul>
          {more}
        </>
      )}
    </Dialog>
  );
}

/** What is to be known of a child in no group before taking them in. */
function whyNot(child: ChildLine): string {
  const gaps = child.line.filter((c) => c.state === 'gap').length;
  if (gaps > 0) return gaps === 1 ? '1 gap' : `${gaps} gaps`;
  return child.lastCheck === null ? 'never checked' : 'no gap known';
}
