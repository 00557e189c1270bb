/** Times of the week as a small grid, a row a time and a column a day, each pressed or not. */
import type { SchoolSettings, Timetable } from '@sapling/contract';
import { clockTime } from '@sapling/core';
import { weekCell, weekSlots } from '@sapling/core/planning';

export const DAY_NAMES = ['', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
type Times = Pick<SchoolSettings, 'slots'>;

/** A time as people call it: its clock time, or its name where it has none. */
const timeName = (slot: SchoolSettings['slots'][number]): string =>
  slot.start === null ? slot.name : `${clockTime(slot.start)} to ${clockTime(slot.start + slot.minutes)}`;

/** A time, or one day of it, in words. */
export function timeInWords({ slots }: Times, id: string): string {
  const [time, day] = id.split('@') as [string, string | undefined];
  const slot = slots.find((s) => s.id === time);
  if (!slot) return 'a time that is gone';
  return day === undefined ? slot.name : `${DAY_NAMES[Number(day)]} ${slot.start === null ? slot.name : clockTime(slot.start)}`;
}

/** When a group meets, as the timetable has it: "Mo We 9:10, Th 13:15". Empty where it has nothing. */
export function meetingWords(group: string, table: Timetable | undefined, { slots }: Times): string {
  const all = weekSlots(slots).filter((s) => table?.meetings.some((m) => m.group === group && m.slot === s.id));
  const starts = [...new Set(all.map((s) => s.start))];
  return starts
    .map((start) => {
      const days = all.filter((s) => s.start === start).map((s) => DAY_NAMES[s.day]!.slice(0, 2));
      return `${days.join(' ')} ${clockTime(start)}`;
    })
    .join(', ');
}

interface Props {
  settings: Times;
  /** Times, or days of times. A time that is chosen on all its days is named by itself. */
  chosen: readonly string[];
  onChange: (chosen: string[]) => void;
  /** What a pressed one means, for whoever does not see the grid. */
  label: string;
  /** Shown the other way round: a day is pressed where it is not in the list. */
  inverted?: boolean;
}

export function WeekTimes({ settings, chosen, onChange, label, inverted = false }: Props) {
  const days = [...new Set(settings.slots.flatMap((s) => s.days))].sort();
  const holds = (time: SchoolSettings['slots'][number], day?: number): boolean =>
    chosen.includes(time.id) ||
    (day === undefined
      ? weekSlots([time]).length > 0 && weekSlots([time]).every((s) => chosen.includes(s.id))
      : chosen.includes(weekCell(time.id, day)));
  const turn = (time: SchoolSettings['slots'][number], day?: number): void => {
    const own = [time.id, ...time.days.map((d) => weekCell(time.id, d))];
    const rest = chosen.filter((id) => !own.includes(id));
    if (day === undefined || time.days.length === 0) return onChange(holds(time) ? rest : [...rest, time.id]);
    const kept = time.days.filter((d) => (d === day ? !holds(time, d) : holds(time, d)));
    onChange([...rest, ...(kept.length === time.days.length ? [time.id] : kept.map((d) => weekCell(time.id, d)))]);
  };
  if (settings.slots.length === 0) return <span className="text-sm text-ink-2">No times are set yet.</span>;
  const pressed = (on: boolean): string => (on ? 'border-pine bg-pine text-white' : 'border-rule bg-white text-ink-2 hover:border-ink-2');
  return (
    <table className="w-fit justify-self-start border-separate border-spacing-0.5 text-sm">
      <tbody>
        {settings.slots.map((time) => (
          <tr key={time.id}>
            <th scope="row" className="pr-2 text-left font-normal">
              <button
                type="button"
                className={`min-h-7 w-32 rounded-s border px-1.5 text-left whitespace-nowrap ${time.days.length === 0 ? pressed(holds(time) !== inverted) : 'border-transparent hover:underline'}`}
                aria-pressed={holds(time) !== inverted}
                aria-label={`${label} ${time.name}, every day`}
                onClick={() => turn(time)}
              >
                {timeName(time) || 'a time'}
              </button>
            </th>
            {days.map((day) => (
              <td key={day}>
                {time.days.includes(day) && (
                  <button
                    type="button"
                    className={`size-7 rounded-s border ${pressed(holds(time, day) !== inverted)}`}
                    aria-pressed={holds(time, day) !== inverted}
                    aria-label={`${label} ${DAY_NAMES[day]} ${timeName(time)}`}
                    onClick={() => turn(time, day)}
                  >
                    {DAY_NAMES[day]!.slice(0, 2)}
                  </button>
                )}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Days of the week, each pressed or not. */
export function Days({ chosen, onChange, label }: { chosen: readonly number[]; onChange: (days: number[]) => void; label: string }) {
  return (
    <span className="flex gap-0.5">
      {[1, 2, 3, 4, 5].map((day) => (
        <button
          key={day}
          type="button"
          className={`size-7 rounded-s border text-sm ${chosen.includes(day) ? 'border-pine bg-pine text-white' : 'border-rule bg-white text-ink-2 hover:border-ink-2'}`}
          aria-pressed={chosen.includes(day)}
          aria-label={`${label}: ${DAY_NAMES[day]}`}
          onClick={() => onChange(chosen.includes(day) ? chosen.filter((d) => d !== day) : [...chosen, day].sort())}
        >
          {DAY_NAMES[day]!.slice(0, 2)}
        </button>
      ))}
    </span>
  );
}

/** A clock time of the day, in minutes since midnight. */
export function ClockField({
  value,
  onChange,
  label,
}: {
  value: number | null;
  onChange: (minutes: number | null) => void;
  label: string;
}) {
  const text = value === null ? '' : `${String(Math.floor(value / 60)).padStart(2, '0')}:${String(value % 60).padStart(2, '0')}`;
  return (
    <input
      className="field !w-34"
      type="time"
      aria-label={label}
      value={text}
      onChange={(event) => {
        const [hours, minutes] = event.target.value.split(':').map(Number);
        onChange(hours === undefined || minutes === undefined || Number.isNaN(hours + minutes) ? null : hours * 60 + minutes);
      }}
    />
  );
}
