/** A child on the board: carried by the name, laid against the focus of the group, moved or explained from a menu. */
import { LOOSE } from './carry.js';
import { type ChildLine, fullName, type Group } from '@sapling/contract';
import { useDraggable } from '@dnd-kit/core';
import { EllipsisVertical, GripVertical, Lock } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Menu, MenuItem } from '../ui/menu.js';
import { Link } from 'react-router';
import { ChildLine as Line } from '../ui/child-line.js';
import { Sign, SIGN_WORDS, signOf, type SignState } from '../ui/signs.js';
import { graphemeShown } from '../ui/word-marks.js';

/** Name, line, one column for each focus pair, other gaps, menu. */
export const memberColumns = (focus: number): string =>
  `6.2rem minmax(2rem, 1fr) repeat(${focus}, ${focus > 6 ? 1.35 : 1.9}rem) 2.6rem 1.75rem`;
const stateOf = (child: ChildLine, gpc: string): SignState => {
  const pair = child.line.find((c) => c.gpc === gpc);
  return pair ? signOf(pair) : 'not taught';
};

export interface MemberProps {
  child: ChildLine;
  group: Group | null;
  groups: readonly Group[];
  may: boolean;
  locked?: boolean;
  onLock?: () => void;
  onWhy?: () => void;
  onMove: (to: Group | undefined) => void;
}

export function Member({ child, group, total, ...rest }: MemberProps & { total: number; group: Group }) {
  const others = child.line.filter((c) => c.state === 'gap' && !group.focus.includes(c.gpc)).length;
  return (
    <li className="grid items-center gap-x-1 py-0.5" style={{ gridTemplateColumns: memberColumns(group.focus.length) }}>
      <Grip child={child} group={group} {...rest} className="" />
      <Link to={`/children/${child.id}`} className="min-w-0" aria-label={fullName(child)}>
        {group.focus.length <= 6 && <Line small line={child.line} total={total} width="100%" />}
      </Link>
      {group.focus.map((gpc) => {
        const state = stateOf(child, gpc);
        return (
          <span key={gpc} className="grid place-items-center" title={`${graphemeShown(gpc)}: ${SIGN_WORDS[state]}`}>
            <Sign state={state} size={15} />
          </span>
        );
      })}
      <span className="text-center text-sm text-ink-2" title={`${others} gaps that this group does not work on`}>
        {others > 0 ? `+${others}` : ''}
      </span>
      {rest.may ? <MoveMenu child={child} group={group} {...rest} /> : <span />}
    </li>
  );
}

export function ChildChip(props: MemberProps) {
  return (
    <span className="flex items-center rounded-s border border-rule bg-sheet pr-0.5">
      <Grip {...props} className="" />
      <MoveMenu {...props} />
    </span>
  );
}
function Grip({ child, group, may, locked, className }: MemberProps & { className: string }) {
  const { attributes, listeners, setNodeRef, isDragging } = useDraggable({
    id: `${group?.id ?? LOOSE}:${child.id}`,
    data: { child: child.id, group: group?.id ?? null },
    disabled: !may,
  });
  if (!may) return <span className={`truncate py-1 font-semibold ${className}`}>{child.givenName}</span>;
  return (
    <button
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      aria-label={`${child.givenName} ${child.familyName}, move`}
      title={fullName(child)}
      className={`flex shrink-0 cursor-grab touch-none items-center gap-1 py-1 text-left font-semibold ${isDragging ? 'opacity-40' : ''} ${className}`}
    >
      {locked ? (
        <Lock size={13} aria-label="locked" className="shrink-0" />
      ) : (
        <GripVertical size={14} aria-hidden className="shrink-0 text-ink-2" />
      )}
      <span className="truncate">{child.givenName}</span>
    </button>
  );
}

function MoveMenu({ child, group, groups, locked, onLock, onWhy, onMove }: MemberProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="grid size-7 place-items-center rounded-s text-ink-2 hover:bg-paper"
        aria-label={`Move ${child.givenName} to…`}
      >
        <EllipsisVertical size={15} aria-hidden />
      </DropdownMenu.Trigger>
      <Menu>
        {onWhy && <MenuItem onSelect={onWhy}>Why {group ? 'here' : 'in no group'}?</MenuItem>}
        {onLock && <MenuItem onSelect={onLock}>{locked ? `Unlock ${child.givenName}` : `Lock ${child.givenName} here`}</MenuItem>}
        {groups
          .filter((g) => g.id !== group?.id)
          .map((g) => (
            <MenuItem key={g.id} onSelect={() => onMove(g)}>
              Move to {g.name}
            </MenuItem>
          ))}
        {group && <MenuItem onSelect={() => onMove(undefined)}>Take out of {group.name}</MenuItem>}
      </Menu>
    </DropdownMenu.Root>
  );
}
