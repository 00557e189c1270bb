/** The command list: every place, child, group and next step, by typing a few letters. */
import { Command } from 'cmdk';
import { useNavigate } from 'react-router';
import { useData } from '../api/data.js';
import { useMay, useMe } from './me.js';
import { placesFor } from './places.js';

export default function Commands({ onClose }: { onClose: () => void }) {
  const me = useMe();
  const go = useNavigate();
  const { data: children } = useData('children');
  const { data: groups } = useData('groups');
  const plan = useMay('plan');
  const bringIn = useMay('import');
  const to = (path: string) => () => {
    onClose();
    void go(path);
  };
  const item = 'flex cursor-pointer items-baseline gap-3 px-4 py-2 data-[selected=true]:bg-leaf-wash';
  const heading =
    '[&_[cmdk-group-heading]]:px-4 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-ink-2';
  return (
    <Command.Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      label="Go to"
      loop
      overlayClassName="fixed inset-0 z-40 bg-pine/45"
      contentClassName="fixed top-[12dvh] left-1/2 z-50 w-[36rem] max-w-[94vw] -translate-x-1/2 overflow-hidden rounded-m border border-rule bg-sheet shadow-xl"
    >
      <Command.Input
        placeholder="A place, a child, a group…"
        className="w-full border-b border-rule bg-transparent px-4 py-3 text-lg outline-none"
      />
      <Command.List className="max-h-[55dvh] overflow-y-auto pb-2">
        <Command.Empty className="px-4 py-5 text-ink-2">Nothing of that name that you can see.</Command.Empty>
        <Command.Group heading="Places" className={heading}>
          {placesFor(me.colleague.role).map((place) => (
            <Command.Item key={place.to} value={`${place.name} ${place.asks}`} onSelect={to(place.to)} className={item}>
              <span className="w-24 font-semibold">{place.name}</span> <span className="text-ink-2">{place.asks}</span>
            </Command.Item>
          ))}
          {plan && (
            <Command.Item value="make a session new plan" onSelect={to('/sessions/new')} className={item}>
              Make a session
            </Command.Item>
          )}
          <Command.Item value="timetable week rooms times" onSelect={to('/sessions/timetable')} className={item}>
            Timetable
          </Command.Item>
          <Command.Item
            value="times rooms adults hours lessons holidays set up"
            onSelect={to('/sessions/timetable/set-up')}
            className={item}
          >
            Times, rooms, lessons, holidays
          </Command.Item>
          {bringIn && (
            <Command.Item value="bring in a class list import csv" onSelect={to('/children/import')} className={item}>
              Bring in a class list
            </Command.Item>
          )}
          <Command.Item value="read a text reading fluency" onSelect={to('/check/reading')} className={item}>
            Read a text
          </Command.Item>
          <Command.Item value="how they read accuracy speed quarters" onSelect={to('/progress/reading')} className={item}>
            How they read: accuracy and speed
          </Command.Item>
          {bringIn && (
            <Command.Item value="can it be trusted here reliability foretold" onSelect={to('/progress/trust')} className={item}>
              Can it be trusted here?
            </Command.Item>
          )}
          <Command.Item value="classes taught so far teaching order" onSelect={to('/children/classes')} className={item}>
            Classes and what has been taught
          </Command.Item>
        </Command.Group>
        {children && children.length > 0 && (
          <Command.Group heading="Children" className={heading}>
            {children.map((child) => (
              <Command.Item
                key={child.id}
                value={`${child.givenName} ${child.familyName} ${child.id}`}
                onSelect={to(`/children/${child.id}`)}
                className={item}
              >
                {child.givenName} {child.familyName}
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {groups && groups.length > 0 && (
          <Command.Group heading="Groups" className={heading}>
            {groups.map((group) => (
              <Command.Item key={group.id} value={`group ${group.name} ${group.id}`} onSelect={to(`/groups#${group.id}`)} className={item}>
                {group.name}
              </Command.Item>
            ))}
          </Command.Group>
        )}
      </Command.List>
    </Command.Dialog>
  );
}
