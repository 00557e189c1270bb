/** One meeting of a group: when, with whom, where. Also the way to place one without dragging. */
import type { Colleague, Group, SchoolSettings } from '@sapling/contract';
import type { WeekSlot } from '@sapling/core/planning';
import { useState } from 'react';
import { AdultOptions } from '../ui/adult-options.js';
import { Dialog } from '../ui/dialog.js';
import type { ScheduledMeeting } from './week-facts.js';
import { timeInWords } from './week-times.js';

interface Props {
  group: Group;
  /** Null for one that is to be placed. */
  meeting: ScheduledMeeting | null;
  settings: SchoolSettings;
  slots: readonly WeekSlot[];
  team: readonly Colleague[];
  /** What would clash with these choices, in sentences. */
  wouldClash: (next: ScheduledMeeting) => readonly string[];
  /** The same with a room that is free then. */
  roomed: (next: ScheduledMeeting) => ScheduledMeeting;
  onKeep: (next: ScheduledMeeting) => void;
  onOut: () => void;
  onClose: () => void;
}

export function MeetingDialog({ group, meeting, settings, slots, team, wouldClash, roomed, onKeep, onOut, onClose }: Props) {
  const [adultId, setAdult] = useState(meeting?.adultId ?? '');
  const at = (slot: string, room: string): ScheduledMeeting => ({
    group: group.id,
    name: group.name,
    slot,
    adultId: adultId || null,
    adult: adultId || group.adultId,
    room,
  });
  // a new one begins at the first time that clashes with nothing, in a room that is free then
  const [{ slot, room }, setWhere] = useState<Pick<ScheduledMeeting, 'slot' | 'room'>>(() => {
    if (meeting) return meeting;
    const all = slots.map((s) => roomed(at(s.id, '')));
    return all.find((m) => wouldClash(m).length === 0) ?? all[0] ?? { slot: '', room: '' };
  });
  const clashing = wouldClash(at(slot, room));
  const own = team.find((c) => c.id === group.adultId)?.name;
  return (
    <Dialog open onClose={onClose} title={`${group.name}: ${meeting ? 'a meeting' : 'a new meeting'}`}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          onKeep(at(slot, room));
        }}
      >
        <label>
          <span className="mb-1 block font-semibold">When</span>
          <select className="field" value={slot} onChange={(event) => setWhere(roomed(at(event.target.value, room)))}>
            {slots.map((s) => (
              <option key={s.id} value={s.id}>
                {timeInWords(settings, s.id)}
                {wouldClash(roomed(at(s.id, room))).length > 0 ? ' (clashes)' : ''}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="mb-1 block font-semibold">With</span>
          <select className="field" value={adultId} onChange={(event) => setAdult(event.target.value)}>
            <AdultOptions
              team={team.filter((c) => c.id !== group.adultId)}
              now={adultId || null}
              none={own ? `the group’s adult, ${own}` : 'the group’s adult, nobody yet'}
            />
          </select>
        </label>
        {settings.rooms.length > 0 && (
          <label>
            <span className="mb-1 block font-semibold">Where</span>
            <select className="field" value={room} onChange={(event) => setWhere({ slot, room: event.target.value })}>
              <option value="">no room yet</option>
              {settings.rooms.map((r) => (
                <option key={r.id} value={r.id}>
                  {r.name}
                </option>
              ))}
            </select>
          </label>
        )}
        {clashing.length > 0 && (
          <ul className="border-l-4 border-gap bg-gap-wash px-3 py-2">
            {clashing.map((words) => (
              <li key={words}>{words}.</li>
            ))}
          </ul>
        )}
        <div className="flex flex-wrap gap-3">
          <button className="btn btn-main">{clashing.length > 0 ? 'Keep, though it clashes' : 'Keep'}</button>
          <button type="button" className="btn" onClick={onClose}>
            Leave as it was
          </button>
          {meeting && (
            <button type="button" className="btn btn-quiet ml-auto" onClick={onOut}>
              Take it out
            </button>
          )}
        </div>
      </form>
    </Dialog>
  );
}
