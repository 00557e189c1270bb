/** One group on the board: its name, adult, focus, and its children with their lines. */
import type { ChildLine, Colleague, Group } from '@sapling/contract';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { CalendarPlus, EllipsisVertical, GripVertical } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { ChildLine as Line } from '../ui/child-line.js';
import { Pair } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { Conflict } from './conflict.js';
import { FocusPicker } from './focus-picker.js';
import { FOCUS_SIZE, needOf, problemOf } from './problem.js';

interface Props {
  group: Group;
  groups: readonly Group[];
  children: ReadonlyMap<string, ChildLine>;
  team: readonly Colleague[];
  taught: readonly string[];
  /** Pairs of the longest line on the board, so that all lines share one scale. */
  total: number;
  may: boolean;
  onMove: (child: string, to: Group | undefined) => void;
}
export type GroupChange = Partial<Pick<Group, 'name' | 'adultId' | 'focus' | 'members'>>;

const CHANGED: Record<keyof GroupChange, string> = { name: 'name', adultId: 'adult', focus: 'focus', members: 'children' };

export function GroupCard({ group, groups, children, team, taught, total, may, onMove }: Props) {
  const { setNodeRef, isOver } = useDroppable({ id: group.id, disabled: !may });
  const [name, setName] = useState(group.name);
  const [picking, setPicking] = useState(false);
  const [conflict, setConflict] = useState<{ mine: GroupChange; theirs: Group } | null>(null);
  useEffect(() => setName(group.name), [group.name]);
  // a second change can come before the first has been read back: it stands on the version the first made
  const latest = useRef(group.version);
  useEffect(() => {
    latest.current = Math.max(latest.current, group.version);
  }, [group.version]);

  const save = async (change: GroupChange, version = latest.current, undo = true): Promise<void> => {
    const before: GroupChange = Object.fromEntries(Object.keys(change).map((key) => [key, group[key as keyof GroupChange]]));
    try {
      const saved = await call('updateGroup', { params: { id: group.id }, body: { ...change, version } });
      latest.current = saved.version;
      await refresh('groups');
      if (undo)
        toast(
          `${saved.name}: ${Object.keys(change)
            .map((key) => CHANGED[key as keyof GroupChange])
            .join(', ')} changed`,
          { action: { label: 'Undo', onClick: () => void save(before, saved.version, false) } },
        );
    } catch (error) {
      if (error instanceof Problem && error.code === 'newer-version') setConflict({ mine: change, theirs: error.data.current as Group });
      else toast.error(sentenceOf(error));
      await refresh('groups');
      setName(group.name);
    }
  };
  const remove = async (): Promise<void> => {
    try {
      await call('removeGroup', { params: { id: group.id }, query: { version: group.version } });
      await refresh('groups');
      toast(`${group.name} removed. Its sessions stay.`, {
        action: {
          label: 'Undo',
          onClick: () =>
            void call('addGroups', {
              body: { groups: [{ name: group.name, adultId: group.adultId, focus: group.focus, members: group.members }] },
            }).then(
              () => refresh('groups'),
              (error: unknown) => toast.error(sentenceOf(error)),
            ),
        },
      });
    } catch (error) {
      await refresh('groups');
      toast.error(sentenceOf(error));
    }
  };
  const suggestFocus = async (): Promise<void> => {
    const members = group.members.flatMap((id) => children.get(id) ?? []);
    const focus = await core().suggestFocus(problemOf(members, taught, 1, [1, Math.max(1, members.length)]), group.members);
    await save({ focus });
  };
  const adult = team.find((c) => c.id === group.adultId);
  return (
    <section
      ref={setNodeRef}
      id={group.id}
      aria-label={group.name}
      className={`sheet flex flex-col p-4 ${isOver ? '!border-pine !bg-leaf-wash' : ''}`}
    >
      <div className="flex items-center gap-2">
        {may ? (
          <input
            className="min-w-0 flex-1 rounded-s border border-transparent bg-transparent font-serif text-lg font-semibold hover:border-rule focus:border-rule"
            value={name}
            aria-label={`Name of ${group.name}`}
            maxLength={80}
            onChange={(event) => setName(event.target.value)}
            onBlur={() => (name.trim() === '' ? setName(group.name) : name.trim() !== group.name && void save({ name: name.trim() }))}
            onKeyDown={(event) => {
              if (event.key === 'Enter') event.currentTarget.blur();
              if (event.key === 'Escape') {
                setName(group.name);
                event.stopPropagation();
              }
            }}
          />
        ) : (
          <h2 className="flex-1 text-lg">{group.name}</h2>
        )}
        {may && (
          <DropdownMenu.Root>
            <DropdownMenu.Trigger className="btn btn-quiet btn-small !px-1" aria-label={`More for ${group.name}`}>
              <EllipsisVertical size={18} aria-hidden />
            </DropdownMenu.Trigger>
            <Menu>
              <MenuItem onSelect={() => void suggestFocus()}>Take the focus that fits best</MenuItem>
              <MenuItem onSelect={() => setPicking(true)}>Choose the focus</MenuItem>
              <MenuItem onSelect={() => void remove()}>Remove this group</MenuItem>
            </Menu>
          </DropdownMenu.Root>
        )}
      </div>
      <div className="mt-1 mb-3 flex items-center gap-2 text-ink-2">
        {may ? (
          <label className="flex items-center gap-2">
            with
            <select
              className="rounded-s border border-rule bg-white px-1.5 py-0.5 text-ink"
              value={group.adultId ?? ''}
              onChange={(event) => void save({ adultId: event.target.value || null })}
              aria-label={`Adult of ${group.name}`}
            >
              <option value="">nobody yet</option>
              {team
                .filter((c) => c.active || c.id === group.adultId)
                .map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.name}
                  </option>
                ))}
            </select>
          </label>
        ) : (
          <span>with {adult?.name ?? 'nobody yet'}</span>
        )}
      </div>
      <div className="mb-3 flex flex-wrap gap-1.5">
        {group.focus.map((gpc) => (
          <span
            key={gpc}
            className="inline-flex items-baseline gap-1.5 rounded-s bg-paper px-2 py-0.5"
            title={`${needOf(group, children, gpc)} of ${group.members.length} need it`}
          >
            <Pair gpc={gpc} />
            <span className="text-sm">
              {needOf(group, children, gpc)} of {group.members.length}
            </span>
          </span>
        ))}
        {group.focus.length === 0 && group.members.length > 0 && may && (
          <button className="btn btn-small" onClick={() => void suggestFocus()}>
            Take the focus that fits best
          </button>
        )}
      </div>
      <ul className="ruled mb-3 flex-1">
        {group.members.map((id) => {
          const child = children.get(id);
          return child ? (
            <Member key={id} child={child} group={group} groups={groups} total={total} may={may} onMove={(to) => onMove(id, to)} />
          ) : null;
        })}
        {group.members.length === 0 && <li className="py-3 text-ink-2">No children yet. {may && 'Drag one here.'}</li>}
        {group.hidden > 0 && <li className="py-1 text-sm text-ink-2">and {group.hidden} of another class</li>}
      </ul>
      {may && group.members.length > 0 && (
        <Link className="btn btn-small self-start" to={`/sessions/new?group=${group.id}`}>
          <CalendarPlus size={15} aria-hidden /> Make a session
        </Link>
      )}
      {picking && (
        <FocusPicker
          group={group}
          taught={taught}
          children={children}
          most={FOCUS_SIZE + 2}
          onClose={() => setPicking(false)}
          onPicked={(focus) => void save({ focus })}
        />
      )}
      {conflict && (
        <Conflict
          mine={conflict.mine}
          theirs={conflict.theirs}
          children={children}
          team={team}
          onClose={() => setConflict(null)}
          onMine={() => void save(conflict.mine, conflict.theirs.version)}
        />
      )}
    </section>
  );
}

interface MemberProps {
  child: ChildLine;
  group: Group | null;
  groups: readonly Group[];
  may: boolean;
  onMove: (to: Group | undefined) => void;
}

function Member({ child, total, ...rest }: MemberProps & { total: number; group: Group }) {
  return (
    <li className="flex items-center gap-2 py-0.5">
      <Grip child={child} {...rest} className="w-24" />
      <Link to={`/children/${child.id}`} className="min-w-0 flex-1" aria-label={`${child.givenName} ${child.familyName}`}>
        <Line small line={child.line} total={total} width="100%" />
      </Link>
      {rest.may && <MoveMenu child={child} {...rest} />}
    </li>
  );
}

export function ChildChip(props: MemberProps) {
  return (
    <li className="flex items-center rounded-s border border-rule bg-sheet pr-0.5">
      <Grip {...props} className="" />
      <MoveMenu {...props} />
    </li>
  );
}

function Grip({ child, group, may, className }: MemberProps & { className: string }) {
  const { attributes, listeners, setNodeRef, isDragging } = useDraggable({
    id: `${group?.id ?? 'loose'}:${child.id}`,
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
      title={`${child.givenName} ${child.familyName}`}
      className={`flex shrink-0 cursor-grab touch-none items-center gap-1 py-1 text-left font-semibold ${isDragging ? 'opacity-40' : ''} ${className}`}
    >
      <GripVertical size={14} aria-hidden className="shrink-0 text-ink-2" />
      <span className="truncate">{child.givenName}</span>
    </button>
  );
}

function MoveMenu({ child, group, groups, onMove }: MemberProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="grid size-7 place-items-center rounded-s text-ink-2 hover:bg-paper"
        aria-label={`Move ${child.givenName} to…`}
      >
        <EllipsisVertical size={15} aria-hidden />
      </DropdownMenu.Trigger>
      <Menu>
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

function Menu({ children }: { children: React.ReactNode }) {
  return (
    <DropdownMenu.Portal>
      <DropdownMenu.Content align="end" sideOffset={4} className="z-50 min-w-48 rounded-m border border-rule bg-sheet py-1 shadow-lg">
        {children}
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  );
}
function MenuItem({ onSelect, children }: { onSelect: () => void; children: React.ReactNode }) {
  return (
    <DropdownMenu.Item onSelect={onSelect} className="cursor-pointer px-4 py-1.5 outline-none data-[highlighted]:bg-leaf-wash">
      {children}
    </DropdownMenu.Item>
  );
}
