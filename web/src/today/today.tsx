/** Today: what to do now, with whom, is it ready; and what colleagues left. */
import type { Session } from '@sapling/contract';
import { clockTime } from '@sapling/core';
import { parseISO } from 'date-fns';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { useData } from '../api/data.js';
import { useStart } from '../check/use-start.js';
import { FirstDay, useFirstDay } from './first-day.js';
import { ForTheSchool, useSchoolLines } from './for-the-school.js';
import { Left } from './left.js';
import { useMay, useMe } from '../shell/me.js';
import { dayWords, agoWords } from '../ui/dates.js';
import { useFirstFew } from '../ui/first-few.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { GraphemeChip } from '../ui/word-marks.js';
import { nowDate, todayDay } from '../clock.js';
import { dateText } from '../wording/date-text.js';
import { joinedSince } from '../sessions/joined.js';
import { useLate } from '../ui/use-late.js';

/** So long the sessions wait for what stands above them. */
const WAIT_MS = 1500;
/** What keeps plans in step is large, and nobody waits for it. */
const KEEP_IN_STEP_AFTER_MS = 2000;
const AllInStep = lazy(() => import('../sessions/redraw.js'));

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function Component() {
  const me = useMe();
  const start = useStart();
  const { data, error } = useData('today');
  const { data: children } = useData('children');
  const plan = useMay('plan');
  const bringIn = useMay('import');
  const steps = useFirstDay();
  const lines = useSchoolLines();
  const waited = useLate(WAIT_MS);
  const settled = useLate(KEEP_IN_STEP_AFTER_MS);
  const first = me.colleague.name.split(' ')[0];
  // what stands above the sessions comes with them, where it comes soon: nothing moves under a finger
  const above = lines !== undefined && (steps !== undefined || !bringIn);
  if (!data || (!above && !waited))
    return (
      <Page title={`Hello, ${first}`}>
        <Pending error={error} what="today" />
      </Page>
    );
  const day = todayDay();
  const now = data.sessions.filter((s) => s.on === day);
  // on a day without sessions the next day that has some is got ready instead
  const ahead = now.length === 0 ? data.sessions.find((s) => s.on > day && s.log === null)?.on : undefined;
  const next = data.sessions.filter((s) => s.on === ahead);
  const missing = data.sessions.filter((s) => s.on < day && s.log === null).reverse();
  const later = data.sessions.filter((s) => s.on > (ahead ?? day));
  const startDue = async (childId: string): Promise<void> => {
    const child = children?.find((c) => c.id === childId);
    if (!child) return;
    await start(child);
  };
  const nothing = data.sessions.length === 0 && data.left.length === 0 && data.due.length === 0;
  return (
    <Page title={`Hello, ${first}`} lead={dateText(nowDate(), 'EEEE d MMMM')}>
      <Suspense>{settled && <AllInStep />}</Suspense>
      {bringIn && steps && <FirstDay steps={steps} />}
      {nothing && !bringIn ? (
        <Empty title="A clear page">
          Nothing has been shared with you yet. When a colleague gives you a group or a session, it stands here.
        </Empty>
      ) : nothing && steps?.some((s) => !s.done) ? null : (
        <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[1fr_22rem]">
          <div className="grid content-start gap-8">
            {lines && <ForTheSchool lines={lines} />}
            <section aria-labelledby="now">
              <h2 id="now" className="mb-2 text-lg">
                {now.length === 0 ? 'No session today' : 'Sessions today'}
              </h2>
              {now.length === 0 ? (
                <p className="text-ink-2">
                  {plan ? (
                    <>
                      Plan one for a group under{' '}
                      <Link className="underline" to="/sessions/new">
                        Make a session
                      </Link>
                      .
                    </>
                  ) : (
                    'Nothing has been given to you for today.'
                  )}
                </p>
              ) : (
                <SessionCards sessions={now} />
              )}
            </section>
            {next.length > 0 && (
              <section aria-labelledby="next">
                <h2 id="next" className="mb-2 text-lg">
                  Next: {dateText(parseISO(ahead!), 'EEEE d MMMM')}
                </h2>
                <SessionCards sessions={next} />
              </section>
            )}
            {missing.length > 0 && (
              <section aria-labelledby="missing">
                <h2 id="missing" className="mb-2 text-lg">
                  Not logged yet
                </h2>
                <SessionList sessions={missing} />
              </section>
            )}
            {later.length > 0 && (
              <section aria-labelledby="later">
                <h2 id="later" className="mb-2 text-lg">
                  Coming
                </h2>
                <SessionList sessions={later} />
              </section>
            )}
            {data.openChecks.length > 0 && (
              <section aria-labelledby="open">
                <h2 id="open" className="mb-2 text-lg">
                  Checks to carry on
                </h2>
                <ul className="flex flex-wrap gap-3">
                  {data.openChecks.map((check) => (
                    <li key={check.id}>
                      <Link className="btn" to={`/check/${check.id}`}>
                        {check.childName}{' '}
                        <span className="font-normal text-ink-2">
                          {check.marked} of {check.stack.length}
                        </span>
                      </Link>
                    </li>
                  ))}
                </ul>
              </section>
            )}
            {data.due.length > 0 && (
              <section aria-labelledby="due">
                <h2 id="due" className="mb-2 text-lg">
                  To check next
                </h2>
                <ul className="ruled border-y border-rule-2">
                  {data.due.map((child) => (
                    <li key={child.childId} className="flex items-center gap-4 py-1.5">
                      <Link className="w-48 font-semibold underline-offset-4 hover:underline" to={`/children/${child.childId}`}>
                        {child.name}
                      </Link>
                      <span className="flex-1 text-sm text-ink-2">
                        {child.lastCheck ? `checked ${agoWords(child.lastCheck)}` : 'never checked'}
                      </span>
                      <button className="btn btn-small" onClick={() => void startDue(child.childId)} aria-label={`Check ${child.name}`}>
                        Check
                      </button>
                    </li>
                  ))}
                </ul>
              </section>
            )}
          </div>
          <section aria-labelledby="left" className="content-start">
            <Left data={data} />
          </section>
        </div>
      )}
    </Page>
  );
}

/** What there is to run on a day, each with what can be done with it. */
function SessionCards({ sessions }: { sessions: readonly Session[] }) {
  const me = useMe();
  const plan = useMay('plan');
  const { data: team } = useData('team');
  return (
    <ul className="grid gap-3">
      {sessions.map((session) => {
        const mine = session.adultId === me.colleague.id;
        const adult = mine ? 'you' : (team?.find((c) => c.id === session.adultId)?.name ?? 'nobody yet');
        return (
          <li key={session.id} className="sheet p-4">
            <SessionHead session={session} adult={adult} />
            <div className="mt-3 flex flex-wrap items-center gap-3">
              {session.log ? (
                <>
                  <span className="font-semibold text-leaf">Run and logged</span>
                  <Link className="btn" to={`/sessions/${session.id}`}>
                    What happened
                  </Link>
                </>
              ) : (
                <>
                  {(mine || plan) && (
                    <Link className={`btn ${mine ? 'btn-main' : ''}`} to={`/sessions/${session.id}/run`}>
                      Run it
                    </Link>
                  )}
                  <Link className="btn" to={`/sessions/${session.id}`}>
                    Look through
                  </Link>
                  <Link className="btn btn-quiet" to={`/sessions/${session.id}/print`}>
                    Print
                  </Link>
                </>
              )}
            </div>
          </li>
        );
      })}
    </ul>
  );
}

/** A session of today whose time is over and that has no log. */
function overAndNotLogged({ on, starts, minutes, log }: Session): boolean {
  if (log || starts === null || on !== todayDay()) return false;
  const now = nowDate();
  return now.getHours() * 60 + now.getMinutes() > starts + minutes;
}

function SessionHead({ session, adult }: { session: Session; adult: string }) {
  const joined = joinedSince(session);
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h3 className="text-xl">{session.groupName}</h3>
        <span className="text-ink-2">
          {session.starts !== null && <b className="mr-2 text-ink tabular-nums">{clockTime(session.starts)}</b>}
          {session.minutes} minutes with {adult}
          {session.room && `, ${session.room}`}
        </span>
        {overAndNotLogged(session) && <span className="font-semibold text-wobbly">over, not logged yet</span>}
        <span className="flex flex-wrap gap-1.5">
          {session.plan.focus.map((gpc) => (
            <GraphemeChip key={gpc} gpc={gpc} sound />
          ))}
        </span>
      </div>
      <p className="mt-1">
        {session.members.map((m) => m.name.split(' ')[0]).join(', ')}
        {session.hidden > 0 && ` and ${session.hidden} of another class`}
        {joined && <span className="ml-3 font-semibold text-wobbly">{joined} joined since it was planned</span>}
      </p>
    </>
  );
}

/** So many sessions of a list are shown at first. */
const SHOWN = 5;

function SessionList({ sessions }: { sessions: readonly Session[] }) {
  const [shown, more] = useFirstFew(sessions, SHOWN);
  return (
    <>
      <ul className="ruled border-y border-rule-2">
        {shown.map((session) => (
          <li key={session.id}>
            <Link to={`/sessions/${session.id}`} className="flex items-center gap-4 py-2 hover:bg-sheet">
              <span className="w-28 text-ink-2">{dayWords(session.on)}</span>
              <span className="w-36 font-semibold">{session.groupName}</span>
              <span className="flex gap-1.5">
                {session.plan.focus.map((gpc) => (
                  <GraphemeChip key={gpc} gpc={gpc} />
                ))}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {more}
    </>
  );
}
