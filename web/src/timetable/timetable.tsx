/** The timetable: which group meets when, with whom, where; what clashes; and the solver that places them. */
import {
  DndContext,
  DragOverlay,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import type { Colleague, Group } from '@sapling/contract';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useInAddress } from '../ui/in-address.js';
import { useMe } from '../shell/me.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { MeetingDialog } from './meeting-dialog.js';
import { clashesByMeeting, without } from './move-meeting.js';
import { TimetableSide } from './timetable-side.js';
import { useMeetings } from './use-meetings.js';
import { useTimetable } from './use-timetable.js';
import type { ScheduledMeeting } from './week-facts.js';
import { WeekGrid } from './week-grid.js';

interface Opened {
  readonly group: Group;
  /** Null for one that is still to be placed. */
  readonly meeting: ScheduledMeeting | null;
}

/** Whatever is carried: a meeting, or a group that has no time yet. */
function carriedOf(active: { data: { current?: unknown } }, groups: readonly Group[]): ScheduledMeeting | null {
  const { meeting, group: id } = (active.data.current ?? {}) as { meeting?: ScheduledMeeting; group?: string };
  if (meeting) return meeting;
  const group = groups.find((g) => g.id === id);
  return group ? { group: group.id, name: group.name, slot: '', adultId: null, adult: group.adultId, room: '' } : null;
}

/** A card that was moved by key keeps the focus at its new place, as soon as it stands there; once. */
function useFocusMoved(): (key: string) => void {
  const pending = useRef<string | null>(null);
  const [, look] = useState(0);
  useEffect(() => {
    const card = pending.current === null ? null : document.querySelector<HTMLElement>(`[data-meeting="${pending.current}"]`);
    if (!card) return;
    card.focus();
    pending.current = null;
  });
  return useCallback((key) => {
    pending.current = key;
    look((n) => n + 1);
  }, []);
}

export function Component() {
  const data = useTimetable();
  const { may, kept, error, settings, groups, team, classes, slots, clashesOf, roomed } = data;
  const [only, setOnly] = useInAddress('only');
  const [carried, setCarried] = useState<ScheduledMeeting | null>(null);
  const [opened, setOpened] = useState<Opened | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    // the arrow keys move a card by themselves; nothing is lifted by space
    useSensor(KeyboardSensor, { keyboardCodes: { start: [], cancel: ['Escape'], end: [] } }),
  );
  const week = useMeetings(data, useFocusMoved());
  const { meetings, there, put, out, step, place, wouldClash } = week;
  const found = useMemo(() => clashesOf(meetings), [clashesOf, meetings]);
  const clashing = useMemo(() => clashesByMeeting(found, meetings), [found, meetings]);
  if (!kept || !settings || !groups)
    return (
      <Page title="Timetable">
        <Pending error={error} what="the timetable" />
      </Page>
    );
  const preview =
    carried && new Map(slots.map((s) => [s.id, wouldClash(carried.slot === '' ? null : carried, there(carried, s.id))[0] ?? null]));
  const adultName = (id: string | null): string => (id === null ? 'nobody yet' : (team?.find((c) => c.id === id)?.name ?? 'a colleague'));
  const mine = (m: ScheduledMeeting): boolean => may && groups.some((g) => g.id === m.group);
  const dropped = ({ active, over }: DragEndEvent): void => {
    setCarried(null);
    const what = carriedOf(active, groups);
    if (what && over) void put(what.slot === '' ? null : what, there(what, String(over.id)));
  };
  return (
    <Page
      wide
      title="Timetable"
      lead="Who meets when, with whom, where. Sessions, cover sheets and calendars follow it."
      actions={<Actions only={only} onOnly={setOnly} meetings={meetings} team={team ?? []} adultName={adultName} />}
    >
      {slots.length === 0 ? (
        <NoTimes />
      ) : (
        <DndContext
          sensors={sensors}
          collisionDetection={pointerWithin}
          onDragStart={({ active }) => setCarried(carriedOf(active, groups))}
          onDragCancel={() => setCarried(null)}
          onDragEnd={dropped}
        >
          <div className={`grid gap-6 ${may ? 'xl:grid-cols-[minmax(0,1fr)_19rem]' : ''}`}>
            <div>
              <WeekGrid
                settings={settings}
                classNames={new Map((classes ?? []).map((c) => [c.id, c.name]))}
                slots={slots}
                meetings={meetings}
                adultName={adultName}
                clashing={clashing}
                preview={preview}
                only={only}
                may={mine}
                onOpen={(meeting) => {
                  const group = groups.find((g) => g.id === meeting.group);
                  if (group) setOpened({ group, meeting });
                }}
                onStep={step}
                onOut={out}
              />
              <p className="mt-2 text-sm text-ink-2">
                {kept.savedAt ? `Kept last by ${kept.savedBy ?? 'a colleague'}. ` : 'Nothing is kept yet. '}
                {may && 'Arrow keys move a meeting, Enter opens it, Delete takes it out.'}
              </p>
            </div>
            {may && (
              <TimetableSide
                {...{ data, groups, slots, meetings, found, mine }}
                onPlaced={(placed) => place(placed, adultName)}
                onOpen={(group) => setOpened({ group, meeting: null })}
              />
            )}
          </div>
          <DragOverlay dropAnimation={null}>
            {carried && (
              <span className="block w-fit rounded-s border border-ink bg-white px-2.5 py-1 font-semibold shadow-lg">{carried.name}</span>
            )}
          </DragOverlay>
        </DndContext>
      )}
      {opened && (
        <MeetingDialog
          group={opened.group}
          meeting={opened.meeting}
          settings={settings}
          slots={slots}
          team={team ?? []}
          wouldClash={(next) => wouldClash(opened.meeting, next)}
          roomed={(next) => roomed(next, without(meetings, opened.meeting))}
          onKeep={(next) => {
            setOpened(null);
            void put(opened.meeting, next);
          }}
          onOut={() => {
            setOpened(null);
            if (opened.meeting) out(opened.meeting);
          }}
          onClose={() => setOpened(null)}
        />
      )}
    </Page>
  );
}

interface ActionsProps {
  only: string | null;
  onOnly: (colleague: string | null) => void;
  meetings: readonly ScheduledMeeting[];
  team: readonly Colleague[];
  adultName: (id: string) => string;
}
function Actions({ only, onOnly, meetings, team, adultName }: ActionsProps) {
  const me = useMe().colleague.id;
  const meeting = [...new Set([me, ...meetings.flatMap((m) => m.adult ?? [])])].filter((id) => team.some((c) => c.id === id));
  return (
    <>
      <select
        className="field !w-48"
        aria-label="Whose meetings stand out"
        value={only ?? ''}
        onChange={(event) => onOnly(event.target.value || null)}
      >
        <option value="">everybody’s meetings</option>
        {meeting.map((id) => (
          <option key={id} value={id}>
            {id === me ? 'mine' : adultName(id)}
          </option>
        ))}
      </select>
      <button className="btn" onClick={() => window.print()}>
        Print
      </button>
      <Link className="btn" to="/sessions/timetable/set-up">
        Times, rooms, lessons
      </Link>
      <Link className="btn" to="/sessions">
        Sessions
      </Link>
    </>
  );
}

function NoTimes() {
  return (
    <Empty
      title="No times with a clock yet"
      action={
        <Link className="btn btn-main" to="/sessions/timetable/set-up">
          Set the times
        </Link>
      }
    >
      The week is made of the times at which groups can meet: days and a clock time. The lead sets them.
    </Empty>
  );
}
