/** A group's cycle: which focus pair comes when, what comes back for whom, and what each child will have met by the end. */
import { movedBetween, planCycle } from '@sapling/core/planning';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { graphemeShown, ShortPair } from '../ui/word-marks.js';
import { asPlanned, cycleRequest, meetingDays, TO_COME } from './cycle-request.js';
import { todayDay } from '../clock.js';
import { CycleSessions, MetByTheEnd } from './cycle-tables.js';
import { outOfStep } from './draft-cycle.js';
import { drawsItself, InStep, Redraw } from './redraw.js';
import { shortDay } from '../ui/dates.js';

export function Component() {
  const { id } = useParams();
  const may = useMay('plan');
  const { data: groups, error } = useData('groups');
  const { data: children } = useData('children');
  const { data: settings } = useData('settings');
  const { data: table } = useData('timetable');
  const group = groups?.find((g) => g.id === id);
  const { data: sessions } = useData(group ? 'sessions' : null, { query: group?.startsOn ? { from: group.startsOn } : {} });
  const request = useMemo(
    () =>
      group && children && settings && sessions
        ? cycleRequest(group, sessions, children, settings, todayDay(), meetingDays(group, table, settings))
        : null,
    [group, children, settings, sessions, table],
  );
  const plan = useMemo(() => (request ? planCycle(request) : null), [request]);
  const stale = useMemo(
    () =>
      request && plan && sessions ? outOfStep(plan, sessions, request).filter((s) => !drawsItself({ past: sessions }, s, todayDay())) : [],
    [request, plan, sessions],
  );
  const moved = useMemo(() => (request && plan ? movedBetween(planCycle(asPlanned(request)), plan) : []), [request, plan]);
  if (!groups || !children || !settings)
    return (
      <Page title="Cycle">
        <Pending error={error} what="the group" />
      </Page>
    );
  if (!group)
    return (
      <Page title="Cycle">
        <Empty
          title="This group is not here"
          action={
            <Link className="btn btn-main" to="/groups">
              To Groups
            </Link>
          }
        >
          It ended, or it was not shared with you.
        </Empty>
      </Page>
    );
  const name = (child: string): string => children.find((c) => c.id === child)?.givenName ?? 'a child';
  const dayOf = (session: string | null): string =>
    session === null ? 'not at all' : shortDay(plan!.sessions.find((s) => s.id === session)?.on ?? session.replace(TO_COME, ''));
  return (
    <Page
      title={`${group.name}: the cycle`}
      lead="One new pair at a time; what was met comes back at growing distances. Planned again from what really happened each time."
      actions={
        <>
          {may && plan?.sessions.some((s) => s.id.startsWith(TO_COME)) && (
            <Link className="btn btn-main" to={`/groups/${group.id}/cycle/make`}>
              Make the whole cycle
            </Link>
          )}
          <Link className="btn" to={`/groups/${group.id}/outcome`}>
            Did it work?
          </Link>
          <Link className="btn" to={`/groups#${group.id}`}>
            The group
          </Link>
        </>
      }
    >
      {!request || !plan ? (
        <Empty
          title="Nothing to plan yet"
          action={
            <Link className="btn btn-main" to={`/groups#${group.id}`}>
              To the group
            </Link>
          }
        >
          A cycle needs children, focus pairs or a skill, and days left until the group’s cycle ends.
        </Empty>
      ) : (
        <>
          {moved.length > 0 && (
            <section aria-label="What moved" className="mb-4 border-l-4 border-wobbly py-1 pl-4">
              <p>
                Against the plan as it would have gone:{' '}
                {moved.map((m, k) => (
                  <span key={m.gpc}>
                    {k > 0 && '; '}
                    <ShortPair gpc={m.gpc} className="font-bold" /> moved from {dayOf(m.from)} to {dayOf(m.to)}
                  </span>
                ))}
                .
              </p>
            </section>
          )}
          {may && <InStep group={group} />}
          {may && stale.length > 0 && <Redraw stale={stale} group={group} />}
          {plan.left.length > 0 && (
            <p className="mb-4 border-l-4 border-gap py-1 pl-4">
              Not enough sessions are left for {plan.left.map(graphemeShown).join(', ')}: a pair needs three to be met and to come back.
            </p>
          )}
          <div className="grid gap-x-8 gap-y-6 xl:grid-cols-[minmax(0,1fr)_20rem]">
            <CycleSessions plan={plan} group={group} may={may} name={name} />
            <MetByTheEnd plan={plan} request={request} group={group} name={name} />
          </div>
        </>
      )}
    </Page>
  );
}
