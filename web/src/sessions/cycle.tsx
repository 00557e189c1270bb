/** A group's cycle: which focus pair comes when, what comes back for whom, and what each child will have met by the end. */
import { movedBetween, planCycle, type PlannedSession } from '@sapling/core/planning';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { GraphemeChip, graphemeShown, Pair } from '../ui/word-marks.js';
import { asPlanned, cycleRequest, meetingDays, sessionAddress, TO_COME } from './cycle-request.js';
import { needNamed } from '../groups/words.js';
import { todayDay } from '../clock.js';
import { outOfStep } from './draft-cycle.js';
import { purposeWords } from './purpose.js';
import { drawsItself, InStep, Redraw } from './redraw.js';
import { shortDay } from '../ui/dates.js';

const STATES: Record<PlannedSession['state'], string> = { held: 'held', missed: 'did not take place', ahead: 'to come' };

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
                    <b className="font-child">{graphemeShown(m.gpc)}</b> moved from {dayOf(m.from)} to {dayOf(m.to)}
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
            <table aria-label="Sessions of the cycle" className="sheet w-full text-left">
              <thead className="text-sm text-ink-2">
                <tr>
                  <th className="px-4 py-2 font-semibold">Day</th>
                  <th className="py-2 font-semibold">New</th>
                  <th className="py-2 font-semibold">Comes back</th>
                  <th className="py-2 font-semibold">Ask again</th>
                  <th className="py-2 pr-4" />
                </tr>
              </thead>
              <tbody>
                {plan.sessions.map((s) => (
                  <tr key={s.id} className={`[&>*]:border-t [&>*]:border-rule-2 [&>*]:py-1.5 ${s.state === 'ahead' ? '' : 'text-ink-2'}`}>
                    <th scope="row" className="px-4 font-semibold whitespace-nowrap">
                      {shortDay(s.on)}
                      {s.state !== 'ahead' && <span className="ml-2 text-sm font-normal">{STATES[s.state]}</span>}
                    </th>
                    <td>{s.fresh && <Pair gpc={s.fresh} className="text-2xl" />}</td>
                    <td>
                      <span className="flex flex-wrap items-center gap-x-3 gap-y-1">
                        {s.again.map((a) => (
                          <span key={a.gpc} className="inline-flex items-baseline gap-1">
                            <GraphemeChip gpc={a.gpc} />
                            {a.for.length > 0 && a.for.length < group.members.length && s.state === 'ahead' && (
                              <span className="text-sm text-ink-2">{a.for.map(name).join(', ')}</span>
                            )}
                          </span>
                        ))}
                        {s.again.length === 0 && !s.fresh && s.state === 'ahead' && <span className="text-sm">{purposeWords(s)}</span>}
                        {s.contrast.map(([a, b]) => (
                          <span key={a + b} className="text-sm">
                            {graphemeShown(a)} beside {graphemeShown(b)}
                          </span>
                        ))}
                      </span>
                    </td>
                    <td className="font-child">{s.recheck.map(graphemeShown).join(' ')}</td>
                    <td className="pr-4 text-right">
                      {s.id.startsWith(TO_COME) ? (
                        may && (
                          <Link
                            className="btn btn-small"
                            to={`/sessions/new?${sessionAddress(group.id, s)}`}
                            aria-label={`Make the session of ${shortDay(s.on)}`}
                          >
                            Make it
                          </Link>
                        )
                      ) : (
                        <Link className="btn btn-quiet btn-small" to={`/sessions/${s.id}`} aria-label={`The session of ${shortDay(s.on)}`}>
                          Open
                        </Link>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            <section aria-label="By the end">
              {plan.askAfter.length > 0 && (
                <p className="mb-3 text-sm">
                  One to two weeks after the last session ask again: {plan.askAfter.map((g) => needNamed(g, plan.askAfter)).join(', ')}.
                </p>
              )}
              <h2 className="mb-1 text-lg">Met by the end</h2>
              <p className="mb-2 text-sm text-ink-2">How often each child will have met each pair; so far in brackets.</p>
              <table className="sheet w-full text-left text-sm">
                <thead>
                  <tr>
                    <th className="px-3 py-1.5 font-semibold text-ink-2">Child</th>
                    {group.focus.map((gpc) => (
                      <th key={gpc} className="py-1.5 text-center font-child text-base">
                        {graphemeShown(gpc)}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {request.children.map((c) => (
                    <tr key={c.id} className="[&>*]:border-t [&>*]:border-rule-2 [&>*]:py-1">
                      <th scope="row" className="px-3 font-semibold">
                        {name(c.id)}
                      </th>
                      {group.focus.map((gpc) => {
                        const m = plan.met[c.id]![gpc]!;
                        return (
                          <td key={gpc} className={`text-center ${m.byEnd === 0 ? 'text-gap' : ''}`}>
                            {m.byEnd} <span className="text-ink-2">({m.soFar})</span>
                          </td>
                        );
                      })}
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          </div>
        </>
      )}
    </Page>
  );
}
