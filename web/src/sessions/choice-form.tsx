/** What a session to be made is for, when, how long, in which style, and who runs it. */
import { clockTime } from '@sapling/core';
import type { ChildLine, Colleague, Group, SchoolSettings, StyleRow, Timetable } from '@sapling/contract';
import { daysOff, holidayOn, meetingOn, SESSION_SKILLS, weekSlots, type SessionSkill } from '@sapling/core/planning';
import { parseISO } from 'date-fns';
import { AdultOptions } from '../ui/adult-options.js';
import { SelectField, TextField } from '../ui/form.js';
import { Pair } from '../ui/word-marks.js';

import { dateText } from '../wording/date-text.js';
import { planWords } from '../wording/plan-words.js';
import type { Aim, SessionChoice } from './session-choice.js';

const LENGTHS = [10, 15, 20, 25, 30];

interface Props {
  groups: readonly Group[];
  group: Group;
  members: readonly ChildLine[];
  on: string;
  minutes: number;
  aim: Aim;
  adult: string;
  style: StyleRow | undefined;
  styles: readonly StyleRow[] | undefined;
  team: readonly Colleague[] | undefined;
  settings: SchoolSettings | undefined;
  table: Timetable | undefined;
  onGroup: (id: string) => void;
  onChoose: (choice: Partial<SessionChoice>) => void;
  /** Opens the choice of pairs. */
  onPick: () => void;
}

export function ChoiceForm(props: Props) {
  const { groups, group, members, on, minutes, aim, adult, style, styles, team, settings, table, onGroup, onChoose, onPick } = props;
  return (
    <div className="grid content-start gap-4">
      <SelectField label="Group" value={group.id} onChange={(event) => onGroup(event.target.value)}>
        {groups.map((g) => (
          <option key={g.id} value={g.id}>
            {g.name}
          </option>
        ))}
      </SelectField>
      <p className="-mt-2 text-sm text-ink-2">{members.map((m) => m.givenName).join(', ')}</p>
      <TextField label="Day" type="date" value={on} onChange={(event) => onChoose({ on: event.target.value || null })} />
      <DayLine on={on} group={group.id} settings={settings} table={table} />
      <SelectField label="Length" value={minutes} onChange={(event) => onChoose({ minutes: Number(event.target.value) })}>
        {LENGTHS.map((n) => (
          <option key={n} value={n}>
            {n} minutes
          </option>
        ))}
      </SelectField>
      <SelectField label="Style" value={style?.id ?? ''} onChange={(event) => onChoose({ style: event.target.value })}>
        {(styles ?? []).map((st) => (
          <option key={st.id} value={st.id}>
            {st.name}
          </option>
        ))}
      </SelectField>
      <SelectField
        label="Run by"
        value={adult}
        onChange={(event) => onChoose({ adult: event.target.value })}
        hint="They find it under Today."
      >
        <AdultOptions team={team} />
      </SelectField>
      <div>
        <p className="mb-1 font-semibold">Focus</p>
        <p className="mb-2 flex flex-wrap gap-2">
          {aim.focus.map((gpc) => (
            <span key={gpc} className="rounded-s border border-rule bg-white px-2.5 py-0.5">
              <Pair gpc={gpc} className="text-2xl" />
            </span>
          ))}
          {aim.focus.length === 0 && <span className="text-ink-2">none yet</span>}
        </p>
        <p className="flex flex-wrap gap-2">
          <button className="btn btn-small" onClick={() => onPick()}>
            Choose the focus
          </button>
          {aim.skill && aim.focus.length > 0 && (
            <button className="btn btn-small" onClick={() => onChoose({ focus: [] })}>
              No pairs, only {planWords(aim.skill)}
            </button>
          )}
        </p>
      </div>
      <SelectField label="Skill" value={aim.skill ?? ''} onChange={(event) => onChoose({ skill: event.target.value as SessionSkill | '' })}>
        <option value="">none beside the pairs</option>
        {SESSION_SKILLS.map((s) => (
          <option key={s} value={s}>
            {planWords(s)}
          </option>
        ))}
      </SelectField>
    </div>
  );
}

/** Whether and when the group meets on the day. */
function DayLine({ on, group, settings, table }: { on: string; group: string } & Pick<Props, 'settings' | 'table'>) {
  const holiday = settings && holidayOn(on, daysOff(settings));
  if (holiday) return <p className="-mt-2 text-sm font-semibold text-wobbly">{holiday.name}: no group meets on this day.</p>;
  const met = settings && meetingOn(on, group, table?.meetings ?? [], weekSlots(settings.slots));
  const day = dateText(parseISO(on), 'EEEE');
  if (!met) return <p className="-mt-2 text-sm text-ink-2">{day}, no time set</p>;
  const room = settings.rooms.find((r) => r.id === met.meeting.room)?.name;
  return <p className="-mt-2 text-sm text-ink-2">{[`${day} at ${clockTime(met.slot.start)}`, room].filter(Boolean).join(', ')}</p>;
}
