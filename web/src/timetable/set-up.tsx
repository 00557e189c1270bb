/** What the timetable rests on: times, rooms, who takes groups and when they are there, lessons not to be missed, holidays. */
import type { SchoolSettings } from '@sapling/contract';
import { clockTime, daysAfter } from '@sapling/core';
import { Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { useSettingsDraft, type SettingsDraft } from '../team/use-settings-draft.js';
import { Trouble } from '../ui/form.js';
import { Page, Pending } from '../ui/page.js';
import { ClockField, Days, WeekTimes } from './week-times.js';
import { todayDay } from '../clock.js';
import { NumberField } from '../ui/number-field.js';

const newId = (): string => crypto.randomUUID().slice(0, 8);
const SCHOOL_WEEK = [1, 2, 3, 4, 5];
type Lists = 'slots' | 'rooms' | 'groupAdults' | 'lessons' | 'holidays' | 'terms';

/** A list of the settings, changed one row at a time. */
function rows<K extends Lists>(draft: SettingsDraft, key: K) {
  type Row = SchoolSettings[K][number];
  const all = draft.now![key] as readonly Row[];
  const write = (next: Row[]): void => draft.set(key, next as SchoolSettings[K]);
  return {
    all,
    add: (row: Row): void => write([...all, row]),
    change: (k: number, part: Partial<Row>): void => write(all.map((row, n) => (n === k ? { ...row, ...part } : row))),
    remove: (k: number): void => write(all.filter((_, n) => n !== k)),
  };
}

export function Component() {
  const lead = useMay('manage team');
  const draft = useSettingsDraft('Kept. The timetable and what it says of sessions follow.');
  if (!draft.now)
    return (
      <Page title="Times, rooms, lessons">
        <Pending what="the settings" />
      </Page>
    );
  return (
    <Page
      title="Times, rooms, lessons"
      lead={lead ? 'What the timetable rests on. Groups are formed by it too.' : 'What the timetable rests on. The lead sets it.'}
      actions={
        <Link className="btn" to="/sessions/timetable">
          To the timetable
        </Link>
      }
    >
      <fieldset disabled={!lead} className="grid gap-8 lg:grid-cols-2">
        <Times draft={draft} />
        <Rooms draft={draft} />
        <Adults draft={draft} />
        <div className="grid content-start gap-8">
          <Lessons draft={draft} />
          <Dated
            draft={draft}
            of="terms"
            one="Term"
            title="Terms"
            lead="First and last day of school. What lies between two terms is a holiday; sessions say which week of the term it is."
          />
          <Dated
            draft={draft}
            of="holidays"
            one="Holiday"
            title="Holidays and single days off"
            lead="Days on which no group meets. Cycles and calendars leave them out."
          />
        </div>
      </fieldset>
      {(draft.changed || draft.trouble) && (
        <div className="sticky bottom-0 mt-6 border-t border-rule bg-paper py-3">
          <Trouble>{draft.trouble}</Trouble>
          <div className="flex gap-3">
            <button className="btn btn-main" onClick={() => void draft.save()}>
              Keep
            </button>
            <button className="btn" onClick={draft.leave}>
              Leave as it was
            </button>
          </div>
        </div>
      )}
    </Page>
  );
}

function Part({
  title,
  lead,
  add,
  onAdd,
  children,
}: {
  title: string;
  lead: string;
  add: string;
  onAdd?: () => void;
  children: ReactNode;
}) {
  return (
    <section aria-label={title} className="content-start">
      <h2 className="text-lg">{title}</h2>
      <p className="mb-2 text-sm text-ink-2">{lead}</p>
      <div className="grid gap-2">{children}</div>
      {onAdd && (
        <button type="button" className="btn btn-small mt-2" onClick={onAdd}>
          <Plus size={15} aria-hidden /> {add}
        </button>
      )}
    </section>
  );
}
function Gone({ what, onRemove }: { what: string; onRemove: () => void }) {
  return (
    <button type="button" className="btn btn-quiet btn-small !px-1" aria-label={`Remove ${what}`} onClick={onRemove}>
      <Trash2 size={15} aria-hidden />
    </button>
  );
}

function Times({ draft }: { draft: SettingsDraft }) {
  const { all, add, change, remove } = rows(draft, 'slots');
  const named = draft.now!.rooms.length > 0;
  const next = all.at(-1);
  return (
    <Part
      title="Times"
      lead="When groups can meet. Without a clock time a time is only a name, and stands in no timetable."
      add="A time"
      onAdd={() =>
        add({
          id: newId(),
          name: `Time ${all.length + 1}`,
          rooms: next?.rooms ?? 1,
          days: [...(next?.days ?? SCHOOL_WEEK)],
          start: next?.start === undefined || next.start === null ? 9 * 60 : Math.min(16 * 60, next.start + 60),
          minutes: next?.minutes ?? 25,
        })
      }
    >
      {all.map((slot, k) => (
        <div key={slot.id} className="sheet grid gap-1.5 p-2.5">
          <span className="flex items-center gap-2">
            <input
              className="field min-w-0 flex-1"
              aria-label={`Name of time ${k + 1}`}
              value={slot.name}
              maxLength={60}
              onChange={(e) => change(k, { name: e.target.value })}
            />
            <Gone what={slot.name || 'this time'} onRemove={() => remove(k)} />
          </span>
          <span className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
            <Days chosen={slot.days} label={slot.name} onChange={(days) => change(k, { days })} />
            <ClockField value={slot.start} label={`${slot.name} begins`} onChange={(start) => change(k, { start })} />
            <label className="flex items-center gap-1.5 text-sm">
              <NumberField
                className="field !w-16"
                least={5}
                most={120}
                aria-label={`Minutes of ${slot.name}`}
                value={slot.minutes}
                onNumber={(minutes) => change(k, { minutes })}
              />
              minutes
            </label>
            {!named && (
              <label className="flex items-center gap-1.5 text-sm">
                <NumberField
                  className="field !w-14"
                  least={1}
                  most={20}
                  aria-label={`Rooms at ${slot.name}`}
                  value={slot.rooms}
                  onNumber={(rooms) => change(k, { rooms })}
                />
                at once
              </label>
            )}
          </span>
        </div>
      ))}
    </Part>
  );
}

function Rooms({ draft }: { draft: SettingsDraft }) {
  const { all, add, change, remove } = rows(draft, 'rooms');
  return (
    <Part
      title="Rooms"
      lead="Where groups can meet, and when each is free (dark). With none named, a time says how many meet at once."
      add="A room"
      onAdd={() => add({ id: newId(), name: `Room ${all.length + 1}`, busy: [] })}
    >
      {all.map((room, k) => (
        <div key={room.id} className="sheet grid gap-1.5 p-2.5">
          <span className="flex items-center gap-2">
            <input
              className="field min-w-0 flex-1"
              aria-label={`Name of room ${k + 1}`}
              value={room.name}
              maxLength={60}
              onChange={(e) => change(k, { name: e.target.value })}
            />
            <Gone what={room.name || 'this room'} onRemove={() => remove(k)} />
          </span>
          <WeekTimes
            settings={draft.now!}
            chosen={room.busy}
            inverted
            label={`${room.name} is free`}
            onChange={(busy) => change(k, { busy })}
          />
        </div>
      ))}
    </Part>
  );
}

function Adults({ draft }: { draft: SettingsDraft }) {
  const { data: team } = useData('team');
  const { all, add, change, remove } = rows(draft, 'groupAdults');
  const free = (team ?? []).filter((c) => c.active && !all.some((a) => a.id === c.id));
  return (
    <Part title="Who takes groups" lead="How many each takes, and when they are there (dark). They take one group at a time." add="">
      {all.map((adult, k) => {
        const name = team?.find((c) => c.id === adult.id)?.name ?? 'A colleague';
        return (
          <div key={adult.id} className="sheet grid gap-1.5 p-2.5">
            <span className="flex items-center gap-2">
              <span className="flex-1 font-semibold">{name}</span>
              <label className="flex items-center gap-1.5 text-sm">
                up to
                <NumberField
                  className="field !w-14"
                  least={0}
                  most={20}
                  aria-label={`Groups that ${name} takes`}
                  value={adult.groups}
                  onNumber={(groups) => change(k, { groups })}
                />
                groups
              </label>
              <Gone what={name} onRemove={() => remove(k)} />
            </span>
            <WeekTimes
              settings={draft.now!}
              chosen={adult.busy}
              inverted
              label={`${name} is there`}
              onChange={(busy) => change(k, { busy })}
            />
          </div>
        );
      })}
      {free.length > 0 && (
        <select
          className="field"
          aria-label="Who takes groups"
          value=""
          onChange={(e) => e.target.value && add({ id: e.target.value, groups: 2, busy: [] })}
        >
          <option value="">add a colleague…</option>
          {free.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </select>
      )}
    </Part>
  );
}

function Lessons({ draft }: { draft: SettingsDraft }) {
  const { data: classes } = useData('classes');
  const { all, add, change, remove } = rows(draft, 'lessons');
  return (
    <Part
      title="Lessons not to be missed"
      lead="By class. What one child must not miss is a rule on the Groups page."
      add="A lesson"
      onAdd={() =>
        add({ id: newId(), name: `Lesson ${all.length + 1}`, classId: classes?.[0]?.id ?? null, days: [1], start: 9 * 60, end: 10 * 60 })
      }
    >
      {all.map((lesson, k) => (
        <div key={lesson.id} className="sheet grid gap-1.5 p-2.5">
          <span className="flex flex-wrap items-center gap-2">
            <input
              className="field min-w-0 flex-1"
              aria-label={`Name of lesson ${k + 1}`}
              value={lesson.name}
              maxLength={60}
              onChange={(e) => change(k, { name: e.target.value })}
            />
            <select
              className="field !w-36"
              aria-label={`Class of ${lesson.name}`}
              value={lesson.classId ?? ''}
              onChange={(e) => change(k, { classId: e.target.value || null })}
            >
              <option value="">every class</option>
              {(classes ?? []).map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
            </select>
            <Gone what={lesson.name || 'this lesson'} onRemove={() => remove(k)} />
          </span>
          <span className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
            <Days chosen={lesson.days} label={lesson.name} onChange={(days) => change(k, { days })} />
            <ClockField value={lesson.start} label={`${lesson.name} begins`} onChange={(start) => start !== null && change(k, { start })} />
            to
            <ClockField value={lesson.end} label={`${lesson.name} ends`} onChange={(end) => end !== null && change(k, { end })} />
          </span>
          {lesson.end <= lesson.start && (
            <span className="text-sm text-gap">
              It ends at {clockTime(lesson.end)}, before it begins. Nothing is kept until that is put right.
            </span>
          )}
        </div>
      ))}
    </Part>
  );
}

/** Stretches of days with a name: terms, holidays. */
function Dated({
  draft,
  of,
  one,
  title,
  lead,
}: {
  draft: SettingsDraft;
  of: 'terms' | 'holidays';
  one: string;
  title: string;
  lead: string;
}) {
  const { all, add, change, remove } = rows(draft, of);
  return (
    <Part
      title={title}
      lead={lead}
      add={of === 'terms' ? 'A term' : 'A holiday'}
      onAdd={() => {
        // after the last there is, so that two never share a day
        const from = all.reduce((day, row) => (row.to >= day ? daysAfter(row.to, 1) : day), todayDay());
        // a term is some three months, a holiday often a day
        add({ name: `${one} ${all.length + 1}`, from, to: of === 'terms' ? daysAfter(from, 83) : from });
      }}
    >
      {all.map((row, k) => (
        <div key={k} className="sheet flex flex-wrap items-center gap-2 p-2.5">
          <input
            className="field min-w-24 flex-1"
            aria-label={`Name of ${one.toLowerCase()} ${k + 1}`}
            value={row.name}
            maxLength={60}
            onChange={(e) => change(k, { name: e.target.value })}
          />
          <input
            className="field !w-36"
            type="date"
            aria-label={`First day of ${row.name}`}
            value={row.from}
            onChange={(e) =>
              e.target.value && change(k, { from: e.target.value, ...(e.target.value > row.to ? { to: e.target.value } : {}) })
            }
          />
          to
          <input
            className="field !w-36"
            type="date"
            aria-label={`Last day of ${row.name}`}
            min={row.from}
            value={row.to}
            onChange={(e) => e.target.value && change(k, { to: e.target.value })}
          />
          <Gone what={row.name || one} onRemove={() => remove(k)} />
        </div>
      ))}
    </Part>
  );
}
