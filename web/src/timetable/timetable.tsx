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
import type { Group, WeekMeeting } from '@sapling/contract';
import type { Meeting } from '@sapling/core/planning';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { useMe } from '../shell/me.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { MeetingDialog } from './meeting-dialog.js';
import { PlacePanel } from './place-panel.js';
import { useTimetable } from './use-timetable.js';
import { fromCore, wantedMeetings, type ScheduledMeeting } from './week-facts.js';
import { meetingKey, ToPlace, WeekGrid } from './week-grid.js';
import { timeInWords } from './week-times.js';
import { say } from '../wording/say.js';

export function Component() {
  const data = useTimetable();
  const { may, kept, error, settings, groups, team, classes, slots, clashesOf, roomed, keep, latest } = data;
  const me = useMe().colleague.id;
  const [only, setOnly] = useState<string | null>(null);
  const [carried, setCarried] = useState<ScheduledMeeting | null>(null);
  const [opened, setOpened] = useState<{ group: Group; meeting: ScheduledMeeting | null } | null>(null);
  const [focus, setFocus] = useState<string | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    // the arrow keys move a card by themselves; nothing is lifted by space
    useSensor(KeyboardSensor, { keyboardCodes: { start: [], cancel: ['Escape'], end: [] } }),
  );
  const meetings = useMemo(() => kept?.meetings ?? [], [kept]);
  const found = useMemo(() => clashesOf(meetings), [clashesOf, meetings]);
  const clashing = useMemo(() => {
    const out = new Map<string, string[]>();
    for (const c of found)
      for (const k of c.at) {
        const key = meetingKey(meetings[k]!);
        out.set(key, [...(out.get(key) ?? []), c.words]);
      }
    return out;
  }, [found, meetings]);
  // a card that was moved by key keeps the focus at its new place
  useEffect(() => {
    if (focus === null) return;
    const card = document.querySelector<HTMLElement>(`[data-meeting="${focus}"]`);
    if (!card) return;
    card.focus();
    setFocus(null);
  }, [focus, kept]);

  const moved = (from: ScheduledMeeting | null, to: ScheduledMeeting): ScheduledMeeting[] => [
    ...meetings.filter((m) => from === null || meetingKey(m) !== meetingKey(from)),
    to,
  ];
  const there = (m: ScheduledMeeting, slot: string): ScheduledMeeting =>
    roomed(
      { ...m, slot },
      meetings.filter((x) => m.slot === '' || meetingKey(x) !== meetingKey(m)),
    );
  const wouldClash = (from: ScheduledMeeting | null, to: ScheduledMeeting): string[] => {
    if (meetings.some((m) => m.group === to.group && m.slot === to.slot && (from === null || m.slot !== from.slot)))
      return [`${to.name} meets then already`];
    const after = moved(from, to);
    return clashesOf(after)
      .filter((c) => c.at.includes(after.length - 1))
      .map((c) => c.words);
  };
  const preview = useMemo(
    () =>
      carried ? new Map(slots.map((s) => [s.id, wouldClash(carried.slot === '' ? null : carried, there(carried, s.id))[0] ?? null])) : null,
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [carried, slots, meetings, clashesOf],
  );

  if (!kept || !settings || !groups)
    return (
      <Page title="Timetable">
        <Pending error={error} what="the timetable" />
      </Page>
    );
  const adultName = (id: string | null): string => (id === null ? 'nobody yet' : (team?.find((c) => c.id === id)?.name ?? 'a colleague'));
  const mine = (m: ScheduledMeeting): boolean => may && groups.some((g) => g.id === m.group);
  const put = async (from: ScheduledMeeting | null, to: ScheduledMeeting): Promise<void> => {
    if (from && meetingKey(from) === meetingKey(to) && from.room === to.room && from.adultId === to.adultId) return;
    if (meetings.some((m) => m.group === to.group && m.slot === to.slot && (from === null || m.slot !== from.slot))) {
      toast(`${to.name} meets then already.`);
      return;
    }
    const change = (): WeekMeeting[] => [
      ...latest.current!.meetings.filter((m) => from === null || meetingKey(m) !== meetingKey(from)),
      to,
    ];
    const again = (): void => void keep(change(), `${to.name} is put at ${timeInWords(settings, to.slot)}.`);
    if (await keep(change(), `${to.name}: ${timeInWords(settings, to.slot)}.`, again)) setFocus(meetingKey(to));
  };
  const out = (m: ScheduledMeeting): void =>
    void keep(
      meetings.filter((x) => meetingKey(x) !== meetingKey(m)),
      `${m.name} no longer meets ${timeInWords(settings, m.slot)}.`,
    );
  const step = (m: ScheduledMeeting, days: number, times: number): void => {
    const now = slots.find((s) => s.id === m.slot);
    if (!now) return;
    const row = slots.filter((s) => (times === 0 ? s.time === now.time : s.day === now.day));
    const key = (s: (typeof slots)[number]): number => (times === 0 ? s.day : s.start);
    const ahead = row.sort((a, b) => key(a) - key(b));
    const to = ahead[ahead.findIndex((s) => s.id === now.id) + days + times];
    if (to) void put(m, there(m, to.id));
  };
  const place = async (core: readonly Meeting[]): Promise<void> => {
    const { meetings: next, given } = fromCore(core, groups, meetings);
    if (!(await keep(next, `${next.length} meetings stand in the week.`)) || given.length === 0) return;
    try {
      await call('arrangeGroups', {
        body: {
          change: given.map(({ group, adultId }) => ({ id: group.id, version: group.version, adultId })),
          add: [],
          end: [],
          reopen: [],
        },
      });
      await refresh('groups');
      toast(given.map(({ group, adultId }) => `${group.name} goes to ${adultName(adultId)}`).join(', ') + '.');
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
  };
  const wanted = (id: string): number =>
    wantedMeetings(
      settings,
      groups.find((g) => g.id === id),
    );
  const count = (id: string): number => meetings.filter((m) => m.group === id && slots.some((s) => s.id === m.slot)).length;
  const toPlace = groups.filter((g) => g.members.length + g.hidden > 0 && count(g.id) < wanted(g.id));
  // times that were taken out of the settings
  const lost = meetings.filter((m) => !slots.some((s) => s.id === m.slot));
  const carry = (active: { data: { current?: unknown } }): ScheduledMeeting | null => {
    const { meeting, group: id } = (active.data.current ?? {}) as { meeting?: ScheduledMeeting; group?: string };
    if (meeting) return meeting;
    const group = groups.find((g) => g.id === id);
    return group ? { group: group.id, name: group.name, slot: '', adultId: null, adult: group.adultId, room: '' } : null;
  };
  const dropped = ({ active, over }: DragEndEvent): void => {
    setCarried(null);
    const what = carry(active);
    if (!what || !over) return;
    void put(what.slot === '' ? null : what, there(what, String(over.id)));
  };
  return (
    <Page
      wide
      title="Timetable"
      lead="Who meets when, with whom, where. Sessions, cover sheets and calendars follow it."
      actions={
        <>
          <select
            className="field !w-48"
            aria-label="Whose meetings stand out"
            value={only ?? ''}
            onChange={(event) => setOnly(event.target.value || null)}
          >
            <option value="">everybody’s meetings</option>
            {[...new Set([me, ...meetings.flatMap((m) => m.adult ?? [])])]
              .filter((id) => team?.some((c) => c.id === id))
              .map((id) => (
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
      }
    >
      {slots.length === 0 ? (
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
      ) : (
        <DndContext
          sensors={sensors}
          collisionDetection={pointerWithin}
          onDragStart={({ active }) => setCarried(carry(active))}
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
              <div className="no-print grid content-start gap-5">
                <PlacePanel data={data} wanted={wanted} onPlaced={place} />
                <section aria-labelledby="to-place">
                  <h2 id="to-place" className="mb-1 text-lg">
                    {toPlace.length === 0 ? 'Every group meets as often as it is to' : 'Still to place'}
                  </h2>
                  {toPlace.length > 0 && (
                    <ul className="grid gap-1">
                      {toPlace.map((g) => (
                        <li key={g.id}>
                          <ToPlace
                            id={g.id}
                            name={g.name}
                            has={count(g.id)}
                            wanted={wanted(g.id)}
                            onOpen={() => setOpened({ group: g, meeting: null })}
                          />
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
                      onClick={() =>
                        void keep(
                          meetings.filter((m) => !lost.includes(m) || !mine(m)),
                          'Taken out.',
                        )
                      }
                    >
                      Take them out
                    </button>
                  </section>
                )}
                <section aria-labelledby="clashes">
                  <h2 id="clashes" className="mb-1 text-lg">
                    {!data.request
                      ? 'Looking for clashes…'
                      : found.length === 0
                        ? 'Nothing clashes'
                        : found.length === 1
                          ? '1 clash'
                          : `${found.length} clashes`}
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
          roomed={(next) =>
            roomed(
              next,
              meetings.filter((m) => opened.meeting === null || meetingKey(m) !== meetingKey(opened.meeting)),
            )
          }
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
