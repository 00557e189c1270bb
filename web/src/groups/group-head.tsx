/** The head of a group's card: its name, who works with it and when, and all that can be done to it. */
import type { Colleague, Group, SchoolSettings } from '@sapling/contract';
import { EllipsisVertical, Lock, LockOpen } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useData } from '../api/data.js';
import { meetingWords } from '../timetable/week-times.js';
import { AdultOptions } from '../ui/adult-options.js';
import { dayInside } from '../ui/dates.js';
import type { GroupChange } from './group-change.js';
import { Menu, MenuItem } from '../ui/menu.js';

interface Props {
  group: Group;
  team: readonly Colleague[];
  settings: SchoolSettings;
  may: boolean;
  /** The name as it is being typed. */
  name: string;
  onName: (name: string) => void;
  isLocked: boolean;
  onLock: () => void;
  onSave: (change: GroupChange) => void;
  onSuggestFocus: () => void;
  onOpen: (dialog: 'focus' | 'details' | 'lend' | 'add') => void;
  onEnd: () => void;
}

export function GroupHead(props: Props) {
  const { group, team, settings, may, onSave } = props;
  const { data: table } = useData('timetable');
  const meets = meetingWords(group.id, table, settings) || settings.slots.find((s) => s.id === group.slot)?.name;
  const adult = team.find((c) => c.id === group.adultId);
  return (
    <>
      <div className="flex items-center gap-2">
        {may ? <NameField {...props} /> : <h2 className="flex-1 text-lg">{group.name}</h2>}
        {may && <Tools {...props} />}
      </div>
      <div className="mt-1 mb-2 flex flex-wrap items-center gap-x-2 gap-y-1 text-ink-2">
        {may ? (
          <label className="flex items-center gap-2">
            with
            <select
              className="rounded-s border border-rule bg-white px-1.5 py-0.5 text-ink"
              value={group.adultId ?? ''}
              onChange={(event) => onSave({ adultId: event.target.value || null })}
              aria-label={`Adult of ${group.name}`}
            >
              <AdultOptions team={team} now={group.adultId} />
            </select>
          </label>
        ) : (
          <span>with {adult?.name ?? 'nobody yet'}</span>
        )}
        <span className="text-sm">
          {meets && `${meets} · `}
          {dayInside(group.startsOn)}
          {group.endsOn ? ` to ${dayInside(group.endsOn)}` : ' on'}
        </span>
      </div>
    </>
  );
}

function NameField({ group, name, onName, onSave }: Props) {
  return (
    <input
      className="min-w-0 flex-1 rounded-s border border-transparent bg-transparent font-serif text-lg font-semibold hover:border-rule focus:border-rule"
      value={name}
      aria-label={`Name of ${group.name}`}
      maxLength={80}
      onChange={(event) => onName(event.target.value)}
      onBlur={() => (name.trim() === '' ? onName(group.name) : name.trim() !== group.name && onSave({ name: name.trim() }))}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') {
          onName(group.name);
          event.stopPropagation();
        }
      }}
    />
  );
}

function Tools({ group, isLocked, onLock, onSuggestFocus, onOpen, onEnd }: Props) {
  return (
    <>
      <button
        className="btn btn-quiet btn-small !px-1"
        aria-pressed={isLocked}
        aria-label={isLocked ? `Unlock ${group.name}` : `Lock ${group.name}`}
        title={isLocked ? 'Locked: stays as it is when the rest is improved' : 'Keep as it is when the rest is improved'}
        onClick={() => onLock()}
      >
        {isLocked ? <Lock size={16} aria-hidden /> : <LockOpen size={16} aria-hidden className="text-ink-2" />}
      </button>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="btn btn-quiet btn-small !px-1" aria-label={`More for ${group.name}`}>
          <EllipsisVertical size={18} aria-hidden />
        </DropdownMenu.Trigger>
        <Menu>
          <MenuItem onSelect={() => onOpen('add')}>Add a child by name</MenuItem>
          <MenuItem onSelect={() => onSuggestFocus()}>Take the focus that fits best</MenuItem>
          <MenuItem onSelect={() => onOpen('focus')}>Choose the focus</MenuItem>
          <MenuItem onSelect={() => onOpen('details')}>Set time, dates and skills</MenuItem>
          <MenuItem onSelect={() => onOpen('lend')}>Give to a colleague for a time</MenuItem>
          <MenuItem onSelect={() => onEnd()}>End this group</MenuItem>
        </Menu>
      </DropdownMenu.Root>
    </>
  );
}
