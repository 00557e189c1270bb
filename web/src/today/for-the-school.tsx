/** For who answers for the whole: what is late or coming, one line each. A line goes when what it says is done. */
import type { ChildLine, EndpointName, Endpoints, Group, ResponseOf, SchoolSettings, Session } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { daysOff } from '@sapling/core/planning';
import { Link } from 'react-router';
import { useData } from '../api/data.js';
import { todayDay } from '../clock.js';
import { useMay } from '../shell/me.js';
import { dayInside, onDay } from '../ui/dates.js';

/** As far as everybody's own list of what is not logged yet. */
const LOOK_BACK = 14;
const HOLIDAY_AHEAD = 14;
const ENDING_AHEAD = 7;
const ERASED_AHEAD = 30;

export interface Line {
  readonly key: string;
  readonly says: string;
  readonly to: string;
  readonly link: string;
}
const NONE: readonly never[] = [];
const counted = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;
const few = (names: readonly string[]): string =>
  names.length > 4 ? `${names.slice(0, 4).join(', ')} and ${names.length - 4} more` : names.join(', ');

/** What is late or coming in the school of a lead; nothing for anybody else; undefined while it is read. */
export function useSchoolLines(): readonly Line[] | undefined {
  const leads = useMay('manage team');
  const today = todayDay();
  const past = useData(leads ? 'sessions' : null, { query: { from: daysAfter(today, -LOOK_BACK), to: daysAfter(today, -1) } });
  const groups = useData('groups');
  const children = useData('children');
  const settings = useData('settings');
  const leavers = useData(leads ? 'leavers' : null);
  const going = useData(leads ? 'retention' : null);
  if (!leads) return NONE;
  // what cannot be read keeps no other line back
  if ([past, groups, children, settings, leavers, going].some((read) => !read.data && !read.error)) return undefined;
  return schoolLines({
    today,
    past: past.data ?? NONE,
    groups: groups.data ?? NONE,
    children: children.data ?? NONE,
    settings: settings.data,
    leavers: leavers.data ?? NONE,
    going: going.data,
  });
}

interface School {
  readonly today: string;
  readonly past: readonly Session[];
  readonly groups: readonly Group[];
  readonly children: readonly ChildLine[];
  readonly settings: SchoolSettings | undefined;
  readonly leavers: readonly Answered<'leavers'>[number][];
  readonly going: Answered<'retention'> | undefined;
}
type Answered<N extends EndpointName> = ResponseOf<Endpoints[N]>;

function schoolLines({ today, past, groups, children, settings, leavers, going }: School): readonly Line[] {
  const unlogged = past.filter((s) => !s.log);
  const ending = groups.filter((g) => g.endsOn && g.endsOn >= daysAfter(today, -14) && g.endsOn <= daysAfter(today, ENDING_AHEAD));
  const holiday = (settings ? daysOff(settings) : [])
    .filter((h) => h.from > today && h.from <= daysAfter(today, HOLIDAY_AHEAD))
    .sort((a, b) => a.from.localeCompare(b.from))[0];
  const never = children.filter((c) => c.line.length > 0 && c.lastCheck === null);
  const erased = leavers.filter((l) => l.erasedOn <= daysAfter(today, ERASED_AHEAD));
  const adultless = groups.filter((g) => g.adultId === null);
  return [
    ...(unlogged.length > 0
      ? [
          {
            key: 'unlogged',
            says: `${counted(unlogged.length, 'session')} of the last ${LOOK_BACK} days ${unlogged.length === 1 ? 'is' : 'are'} not logged: ${few([...new Set(unlogged.map((s) => s.groupName))])}.`,
            to: '/sessions',
            link: 'Sessions',
          },
        ]
      : []),
    ...(adultless.length > 0
      ? [{ key: 'adultless', says: `Nobody takes ${few(adultless.map((g) => g.name))} yet.`, to: '/groups', link: 'Groups' }]
      : []),
    ...ending.map((g) => ({
      key: g.id,
      says: `${g.name} ${g.endsOn! < today ? 'ended' : 'ends'} ${onDay(g.endsOn!)}: check its children again, then look whether it worked.`,
      to: `/groups/${g.id}/outcome`,
      link: 'Did it work?',
    })),
    ...(never.length > 0
      ? [
          {
            key: 'never',
            says: `${counted(never.length, 'child').replace('childs', 'children')} ${never.length === 1 ? 'was' : 'were'} never checked: ${few(never.map((c) => c.givenName))}.`,
            to: '/check',
            link: 'Check',
          },
        ]
      : []),
    ...(holiday
      ? [
          {
            key: 'holiday',
            says: `${holiday.name} from ${dayInside(holiday.from)}: no sessions until ${dayInside(holiday.to)}.`,
            to: '/sessions/timetable',
            link: 'Timetable',
          },
        ]
      : []),
    ...(erased.length > 0
      ? [
          {
            key: 'erased',
            says: `${few(erased.map((l) => `${l.givenName} (${dayInside(l.erasedOn)})`))} left, and everything about them is erased on the day named. Take it out or put them back before.`,
            to: '/children/left',
            link: 'Children who left',
          },
        ]
      : []),
    ...(going && going.logs + going.remarks + going.recordings > 0
      ? [
          {
            key: 'going',
            says: `By ${dayInside(going.until)} these go, because the school keeps them no longer: ${[
              ...(going.logs > 0 ? [`what was written of ${counted(going.logs, 'session')}`] : []),
              ...(going.remarks > 0 ? [counted(going.remarks, 'note')] : []),
              ...(going.recordings > 0 ? [counted(going.recordings, 'recording')] : []),
            ].join(', ')}.`,
            to: '/team#settings',
            link: 'How long',
          },
        ]
      : []),
  ];
}

export function ForTheSchool({ lines }: { lines: readonly Line[] }) {
  if (lines.length === 0) return null;
  return (
    <section aria-labelledby="school-today">
      <h2 id="school-today" className="mb-2 text-lg">
        In the school
      </h2>
      <ul className="ruled border-y border-rule-2">
        {lines.map((line) => (
          <li key={line.key} className="flex items-center gap-4 py-1.5">
            <span className="flex-1">{line.says}</span>
            <Link className="btn btn-small shrink-0" to={line.to}>
              {line.link}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
