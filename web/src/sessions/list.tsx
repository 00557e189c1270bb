/** Sessions: this week, what is ready, what happened. */
import type { Group, Session } from '@sapling/contract';
import { clockTime, weekday } from '@sapling/core';
import { daysOff, termOn, holidayOn, meetingOn, weekSlots } from '@sapling/core/planning';
import { addDays, format, isValid, parseISO, startOfWeek } from 'date-fns';
import { CheckCheck, ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useInAddress } from '../ui/in-address.js';
import { useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { Page, Pending } from '../ui/page.js';
import { Pair } from '../ui/word-marks.js';
import { PaperDialog } from './paper-dialog.js';
import { nowDate, todayDay } from '../clock.js';
import { dateText } from '../wording/date-text.js';
import { joinedSince } from './joined.js';

const iso = (date: Date): string => format(date, 'yyyy-MM-dd');

export function Component() {
  const [at, setAt] = useInAddress('week');
  const { data: settings } = useData('settings');
  const weekOf = (day: Date): Date => startOfWeek(day, { weekStartsOn: ((settings?.weekStart ?? 1) % 7) as 0 | 1 | 6 });
  const asked = parseISO(at ?? '');
  const monday = weekOf(isValid(asked) ? asked : nowDate());
  const thisWeek = iso(monday) === iso(weekOf(nowDate()));
  const toWeek = (day: Date): void => setAt(iso(day) === iso(weekOf(nowDate())) ? null : iso(day));
  const days = Array.from({ length: 7 }, (_, k) => addDays(monday, k));
  const { data: sessions, error } = useData('sessions', { query: { from: iso(days[0]!), to: iso(days[6]!) } });
  const { data: team } = useData('team');
  const plan = useMay('plan');
  const [paper, setPaper] = useState(false);
  const { data: table } = useData('timetable');
  const { data: groups } = useData('groups');
  const slots = weekSlots(settings?.slots ?? []);
  const off = settings ? daysOff(settings) : [];
  const holiday = (on: string): string | undefined => holidayOn(on, off)?.name;
  const inTerm = termOn(iso(monday), settings?.terms ?? []) ?? termOn(iso(days[4]!), settings?.terms ?? []);
  /** What the timetable has for a day and no session was made for yet. */
  const unmade = (on: string): { group: Group; starts: number }[] =>
    !sessions || holiday(on) || on < todayDay()
      ? []
      : (groups ?? [])
          .flatMap((group) => {
            const found = meetingOn(on, group.id, table?.meetings ?? [], slots);
            const lasts = on >= group.startsOn && (group.endsOn === null || on <= group.endsOn);
            return found && lasts && !sessions.some((s) => s.groupId === group.id && s.on === on)
              ? [{ group, starts: found.slot.start }]
              : [];
          })
          .sort((a, b) => a.starts - b.starts);
  const shown = days.filter((day) => {
    const n = weekday(iso(day));
    return n <= 5 || slots.some((s) => s.day === n) || (sessions ?? []).some((s) => s.on === iso(day));
  });
  return (
    <Page
      wide
      title="Sessions"
      lead={`${thisWeek ? 'This week' : `Week of ${dateText(monday, 'd MMMM')}`}${inTerm ? ` · ${inTerm.term.name}, week ${inTerm.week}` : ''}`}
      actions={
        <>
          <button className="btn" onClick={() => toWeek(addDays(monday, -7))} aria-label="The week before">
            <ChevronLeft size={18} aria-hidden />
          </button>
          <button className="btn" onClick={() => setAt(null)} disabled={thisWeek}>
            This week
          </button>
          <button className="btn" onClick={() => toWeek(addDays(monday, 7))} aria-label="The week after">
            <ChevronRight size={18} aria-hidden />
          </button>
          <Link className="btn" to="/sessions/timetable">
            Timetable
          </Link>
          <button className="btn" disabled={!sessions || sessions.length === 0} onClick={() => setPaper(true)}>
            Paper for the week
          </button>
          {plan && (
            <Link className="btn btn-main" to="/sessions/new">
              Make a session
            </Link>
          )}
        </>
      }
    >
      {!sessions ? (
        <Pending error={error} what="the sessions" />
      ) : (
        <>
          <div
            className="grid gap-3 sm:[grid-template-columns:var(--days)]"
            style={{ '--days': `repeat(${shown.length}, minmax(0, 1fr))` } as React.CSSProperties}
          >
            {shown.map((day) => {
              const on = iso(day);
              const today = on === todayDay();
              return (
                <section key={on} aria-label={dateText(day, 'EEEE d MMMM')}>
                  <h2 className={`mb-2 border-b-2 pb-1 text-base ${today ? 'border-pine' : 'border-rule text-ink-2'}`}>
                    {dateText(day, 'EEE d MMM')}
                    {today && ', today'}
                  </h2>
                  {holiday(on) && <p className="mb-2 text-sm text-ink-2">{holiday(on)}: no group meets.</p>}
                  <ul className="grid gap-2">
                    {sessions
                      .filter((s) => s.on === on)
                      .map((session) => (
                        <Card key={session.id} session={session} adult={team?.find((c) => c.id === session.adultId)?.name} />
                      ))}
                    {plan &&
                      unmade(on).map(({ group, starts }) => (
                        <li key={group.id}>
                          <Link
                            className="block rounded-m border border-dashed border-ink-2 p-3 hover:border-ink"
                            to={`/sessions/new?group=${group.id}&on=${on}`}
                          >
                            <span className="block text-sm text-ink-2 tabular-nums">{clockTime(starts)}</span>
                            <span className="font-serif font-semibold">{group.name}</span>
                            <span className="block text-sm underline underline-offset-4">make the session</span>
                          </Link>
                        </li>
                      ))}
                  </ul>
                </section>
              );
            })}
          </div>
          {sessions.length === 0 && (
            <p className="mt-6 text-ink-2">
              Nothing in this week.{' '}
              {plan ? (
                <Link className="underline" to="/sessions/new">
                  Make a session for a group.
                </Link>
              ) : (
                'When a colleague gives you a session, it stands here and under Today.'
              )}
            </p>
          )}
        </>
      )}
      <p className="mt-6 text-sm" hidden={!sessions && !error}>
        <Link className="text-ink-2 underline underline-offset-4" to="/bin">
          The bin
        </Link>
      </p>
      {paper && <PaperDialog of={`/api/paper/week?from=${iso(days[0]!)}`} onClose={() => setPaper(false)} />}
    </Page>
  );
}

function Card({ session, adult }: { session: Session; adult: string | undefined }) {
  const joined = joinedSince(session);
  return (
    <li>
      <Link
        to={`/sessions/${session.id}`}
        className={`block rounded-m border p-3 hover:border-ink ${session.log ? 'border-rule-2 bg-transparent' : 'border-rule bg-sheet'}`}
      >
        {session.starts !== null && (
          <span className="block text-sm text-ink-2 tabular-nums">
            {clockTime(session.starts)}
            {session.room && `, ${session.room}`}
          </span>
        )}
        <span className="flex items-center justify-between gap-2">
          <span className="font-serif font-semibold">{session.groupName}</span>
          {session.log && <CheckCheck size={16} aria-label="run and logged" className="shrink-0 text-leaf" />}
        </span>
        <span className="my-0.5 flex flex-wrap gap-x-3">
          {session.plan.focus.map((gpc) => (
            <Pair key={gpc} gpc={gpc} className="text-lg" />
          ))}
        </span>
        <span className="block text-sm text-ink-2">
          {session.minutes} min, {adult ?? <span className="font-semibold text-gap">nobody yet</span>}
        </span>
        {joined && <span className="block text-sm font-semibold text-wobbly">{joined} joined since it was planned</span>}
        {session.notes.length > 0 && (
          <span className="mt-1 inline-block rounded-s bg-note px-1.5 text-sm">
            {session.notes.length} {session.notes.length === 1 ? 'note' : 'notes'}
          </span>
        )}
      </Link>
    </li>
  );
}
