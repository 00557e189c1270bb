/** The week as a sheet: a row a time, a column a day. Meetings are carried by the mouse or moved by the arrow keys. */
import type { SchoolSettings } from '@sapling/contract';
import { clockTime } from '@sapling/core';
import { inLesson, weekCell, type WeekSlot } from '@sapling/core/planning';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { TriangleAlert } from 'lucide-react';
import type { KeyboardEvent } from 'react';
import type { ScheduledMeeting } from './week-facts.js';
import { DAY_NAMES, timeInWords } from './week-times.js';

export const meetingKey = (m: Pick<ScheduledMeeting, 'group' | 'slot'>): string => `${m.group} ${m.slot}`;

interface Props {
  settings: SchoolSettings;
  classNames: ReadonlyMap<string, string>;
  slots: readonly WeekSlot[];
  meetings: readonly ScheduledMeeting[];
  adultName: (id: string | null) => string;
  /** Sentences of what clashes, by the key of a meeting. */
  clashing: ReadonlyMap<string, readonly string[]>;
  /** What putting down what is carried would do, by slot; null while nothing is carried. */
  preview: ReadonlyMap<string, string | null> | null;
  /** Only this adult's meetings stand out; null for everybody's. */
  only: string | null;
  may: (m: ScheduledMeeting) => boolean;
  onOpen: (m: ScheduledMeeting) => void;
  onStep: (m: ScheduledMeeting, days: number, times: number) => void;
  onOut: (m: ScheduledMeeting) => void;
}

export function WeekGrid({ settings, classNames, slots, ...rest }: Props) {
  const days = [...new Set(slots.map((s) => s.day))].sort();
  const times = settings.slots.filter((t) => t.start !== null && t.days.length > 0).sort((a, b) => a.start! - b.start!);
  const lessonsAt = (slot: WeekSlot): string[] =>
    settings.lessons
      .filter((l) => inLesson(l.classId ?? '', slot, [l]))
      .map((l) => `${l.name}${l.classId ? ` (${classNames.get(l.classId) ?? 'a class'})` : ''}`);
  return (
    <table aria-label="The week" className="sheet w-full table-fixed border-collapse">
      <thead>
        <tr>
          <th className="w-24 border-b border-rule p-2 text-left text-sm font-semibold text-ink-2">Time</th>
          {days.map((day) => (
            <th key={day} scope="col" className="border-b border-l border-rule p-2 text-left font-serif font-semibold">
              {DAY_NAMES[day]}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {times.map((time) => (
          <tr key={time.id}>
            <th scope="row" className="border-b border-rule p-2 text-left align-top">
              <span className="block font-serif text-lg leading-tight font-semibold tabular-nums">{clockTime(time.start!)}</span>
              <span className="text-sm font-normal text-ink-2">to {clockTime(time.start! + time.minutes)}</span>
            </th>
            {days.map((day) => {
              const slot = slots.find((s) => s.id === weekCell(time.id, day));
              return slot ? (
                <Slot key={day} slot={slot} lessons={lessonsAt(slot)} settings={settings} {...rest} />
              ) : (
                <td key={day} className="border-b border-l border-rule bg-paper" />
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

type SlotProps = Omit<Props, 'classNames' | 'slots'> & { slot: WeekSlot; lessons: readonly string[] };

function Slot({ slot, lessons, settings, meetings, preview, ...rest }: SlotProps) {
  const { setNodeRef, isOver } = useDroppable({ id: slot.id });
  const here = meetings.filter((m) => m.slot === slot.id);
  const said = preview?.get(slot.id);
  const wash = preview === null ? '' : said ? (isOver ? 'bg-gap-wash' : '') : isOver ? 'bg-leaf-wash' : 'bg-white';
  return (
    <td
      ref={setNodeRef}
      aria-label={timeInWords(settings, slot.id)}
      className={`h-20 border-b border-l border-rule p-1.5 align-top ${wash} ${isOver ? (said ? 'outline-2 -outline-offset-2 outline-gap' : 'outline-2 -outline-offset-2 outline-pine') : ''}`}
    >
      <ul className="grid grid-cols-[minmax(0,1fr)] gap-1">
        {here.map((m) => (
          <Card key={m.group} meeting={m} settings={settings} {...rest} />
        ))}
      </ul>
      {preview !== null && said && <p className="mt-1 text-xs text-gap">{said}</p>}
      {preview === null && lessons.length > 0 && <p className="mt-1 text-xs text-ink-2">{lessons.join(', ')}</p>}
    </td>
  );
}

const STEPS: Record<string, readonly [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

function Card({
  meeting,
  settings,
  adultName,
  clashing,
  only,
  may,
  onOpen,
  onStep,
  onOut,
}: Omit<SlotProps, 'slot' | 'lessons' | 'meetings' | 'preview'> & { meeting: ScheduledMeeting }) {
  const mine = may(meeting);
  const { attributes, listeners, setNodeRef, isDragging } = useDraggable({ id: meetingKey(meeting), data: { meeting }, disabled: !mine });
  const words = clashing.get(meetingKey(meeting)) ?? [];
  const room = settings.rooms.find((r) => r.id === meeting.room)?.name;
  const name = meeting.name || 'Another group';
  const faded = only !== null && meeting.adult !== only;
  const look = `block w-full min-w-0 rounded-s border px-2 py-1 text-left leading-snug ${
    words.length > 0 ? 'border-l-4 border-gap bg-gap-wash' : mine ? 'border-rule bg-white' : 'border-dashed border-rule bg-transparent'
  } ${isDragging || faded ? 'opacity-40' : ''}`;
  const body = (
    <>
      <span className="flex items-center gap-1 font-semibold">
        <span className="truncate">{name}</span>
        {words.length > 0 && <TriangleAlert size={14} aria-hidden className="ml-auto shrink-0 text-gap" />}
      </span>
      <span className="block truncate text-sm text-ink-2">{adultName(meeting.adult)}</span>
      {room && <span className="block truncate text-sm text-ink-2">{room}</span>}
    </>
  );
  const label = `${name}, ${timeInWords(settings, meeting.slot)}, with ${adultName(meeting.adult)}${room ? `, ${room}` : ''}${words.length > 0 ? `. Clash: ${words.join('; ')}` : ''}`;
  if (!mine)
    return (
      <li>
        <span className={look} title={words.join('\n')}>
          {body}
        </span>
      </li>
    );
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = STEPS[event.key];
    if (step) onStep(meeting, ...step);
    else if (event.key === 'Delete' || event.key === 'Backspace') onOut(meeting);
    else return;
    event.preventDefault();
  };
  return (
    <li>
      <button
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        aria-label={label}
        aria-roledescription="meeting that can be moved"
        title={words.join('\n') || 'Drag it, or move it with the arrow keys; press Enter for adult and room'}
        data-meeting={meetingKey(meeting)}
        className={`${look} cursor-grab touch-none hover:border-ink-2`}
        onClick={() => onOpen(meeting)}
        onKeyDown={onKeyDown}
      >
        {body}
      </button>
    </li>
  );
}

/** A group that meets less often than it is to: carried onto the sheet, or opened. */
export function ToPlace({ id, name, has, wanted, onOpen }: { id: string; name: string; has: number; wanted: number; onOpen: () => void }) {
  const { attributes, listeners, setNodeRef, isDragging } = useDraggable({ id: `new ${id}`, data: { group: id } });
  return (
    <button
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      aria-roledescription="group that can be placed"
      className={`flex w-full cursor-grab touch-none items-baseline gap-2 rounded-s border border-rule bg-white px-2.5 py-1.5 text-left hover:border-ink-2 ${isDragging ? 'opacity-40' : ''}`}
      onClick={onOpen}
    >
      <span className="min-w-0 flex-1 truncate font-semibold">{name}</span>
      <span className="text-sm text-ink-2">
        {has} of {wanted}
      </span>
    </button>
  );
}
