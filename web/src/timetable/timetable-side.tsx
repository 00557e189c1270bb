/** Beside the week: the solver, which groups still want a time, and what clashes. */
import type { Group } from '@sapling/contract';
import type { WeekSlot } from '@sapling/core/planning';
import { say } from '../wording/say.js';
import type { FoundClash } from './move-meeting.js';
import { PlacePanel } from './place-panel.js';
import type { Placed } from './use-meetings.js';
import type { TimetableData } from './use-timetable.js';
import { wantedMeetings, type ScheduledMeeting } from './week-facts.js';
import { ToPlace } from './week-grid.js';

interface Props {
  data: TimetableData;
  groups: readonly Group[];
  slots: readonly WeekSlot[];
  meetings: readonly ScheduledMeeting[];
  found: readonly FoundClash[];
  /** Whether a meeting is one that this colleague may move. */
  mine: (meeting: ScheduledMeeting) => boolean;
  onPlaced: (placed: Placed) => Promise<void>;
  onOpen: (group: Group) => void;
}

export function TimetableSide({ data, groups, slots, meetings, found, mine, onPlaced, onOpen }: Props) {
  const { settings, keep } = data;
  if (!settings) return null;
  const wanted = (id: string): number =>
    wantedMeetings(
      settings,
      groups.find((g) => g.id === id),
    );
  const count = (id: string): number => meetings.filter((m) => m.group === id && slots.some((s) => s.id === m.slot)).length;
  const toPlace = groups.filter((g) => g.members.length + g.hidden > 0 && count(g.id) < wanted(g.id));
  // times that were taken out of the settings
  const lost = meetings.filter((m) => !slots.some((s) => s.id === m.slot));
  return (
    <div className="no-print grid content-start gap-5">
      <PlacePanel data={data} wanted={wanted} onPlaced={onPlaced} />
      <section aria-labelledby="to-place">
        <h2 id="to-place" className="mb-1 text-lg">
          {toPlace.length === 0 ? 'Every group meets as often as it is to' : 'Still to place'}
        </h2>
        {toPlace.length > 0 && (
          <ul className="grid gap-1">
            {toPlace.map((g) => (
              <li key={g.id}>
                <ToPlace id={g.id} name={g.name} has={count(g.id)} wanted={wanted(g.id)} onOpen={() => onOpen(g)} />
              </li>
            ))}
          </ul>
        )}
      </section>
      {lost.length > 0 && (
        <section aria-label="Without a time" className="border-l-4 border-wobbly py-1 pl-3">
          <p>Their time was taken out of the week: {lost.map((m) => m.name || say('another group')).join(', ')}.</p>
          <button
            className="btn btn-small mt-1"
            onClick={() => void keep((now) => now.filter((m) => slots.some((s) => s.id === m.slot) || !mine(m)), 'Taken out.')}
          >
            Take them out
          </button>
        </section>
      )}
      <section aria-labelledby="clashes">
        <h2 id="clashes" className="mb-1 text-lg">
          {data.request ? clashCount(found.length) : 'Looking for clashes…'}
        </h2>
        <ul className="ruled">
          {found.map((c, k) => (
            <li key={k} className="py-1.5">
              {c.words}.
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
const clashCount = (n: number): string => (n === 0 ? 'Nothing clashes' : n === 1 ? '1 clash' : `${n} clashes`);
