/** Did it work? What a group's cycle came to for each child, with its uncertainty, and what that suggests. */
import { outcomeOf, ENOUGH_DAYS, ENOUGH_SESSIONS, type ChildOutcome, type OutcomeAdvice } from '@sapling/core/judgement';
import type { GroupOutcomeFacts } from '@sapling/contract';
import { useMemo, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { dayInside } from '../ui/dates.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { NextSteps } from './next-steps.js';
import { GraphemeChip } from '../ui/word-marks.js';
import { useStands } from '../ui/use-late.js';

const tenth = (x: number): string => (Math.round(x * 10) / 10).toFixed(1).replace('-', '−');
const ADVICE: Record<OutcomeAdvice, string> = {
  'ready to leave': 'Ready to leave',
  'needs something else': 'Needs something else',
  'on the way': 'On the way',
  'check first': 'Check first',
};

export function Component() {
  const { id } = useParams();
  const may = useMay('plan');
  const { data: groups } = useData('groups');
  const { data: children, error: noChildren } = useData('children');
  const { data: facts, error } = useData('groupOutcome', { params: { id: id! } });
  const group = groups?.find((g) => g.id === id);
  const outcome = useMemo(
    () => (facts && facts.children.length > 0 ? outcomeOf({ children: facts.children, taught: facts.taught, days: facts.days }) : null),
    [facts],
  );
  // what comes next stands over the table: it is there first, or is not waited for
  const [stands, onNext] = useStands();
  const title = group ? `${group.name}: did it work?` : 'Did it work?';
  // what comes next stands over the table, and needs the children
  if (!facts || !groups || (may && !children && !noChildren))
    return (
      <Page title={title}>
        <Pending error={error} what="the group" />
      </Page>
    );
  // of whoever joined later, fewer
  const held = Math.max(0, ...facts.children.map((c) => c.sessions.held));
  if (!outcome || facts.children.every((c) => c.pairs.length === 0))
    return (
      <Page title={title}>
        <Empty
          title="Nothing to compare yet"
          action={
            <Link className="btn btn-main" to={`/groups#${id}`}>
              To the group
            </Link>
          }
        >
          A group needs children and focus pairs before it can be said what its sessions came to.
        </Empty>
      </Page>
    );
  const suggests = may && group !== undefined && children !== undefined && group.members.length > 0;
  return (
    <Page
      wide
      title={title}
      lead={`Since ${dayInside(facts.startsOn)}: ${held} ${held === 1 ? 'session' : 'sessions'} held, ${outcome.minutes} child minutes.`}
      actions={
        <>
          <Link className="btn" to={`/groups/${id}/cycle`}>
            The cycle
          </Link>
          <Link className="btn" to={`/groups#${id}`}>
            The group
          </Link>
        </>
      }
    >
      <p className="mb-1 text-lg">
        <span className="font-serif text-2xl font-semibold">
          {outcome.gain.expected < -0.05
            ? `${tenth(-outcome.gain.expected)} fewer pairs`
            : `${tenth(Math.max(0, outcome.gain.expected))} more pairs`}
        </span>{' '}
        are known than at the start, over all children: between {tenth(outcome.gain.low)} and {tenth(outcome.gain.high)} with 90 %
        confidence.
        {outcome.gain.low <= 0 && ' So it may be no change at all: more checks would tell.'}
        {outcome.minutesPerPair && (
          <>
            {' '}
            {Math.round(outcome.minutesPerPair.expected)} minutes of a child’s time for each ({Math.round(outcome.minutesPerPair.low)} to{' '}
            {Math.round(outcome.minutesPerPair.high)}).
          </>
        )}
      </p>
      <p className="mb-4 max-w-3xl text-sm text-ink-2">
        This is what happened, not proof of why: children also learn in class and at home, and a check on a bad day looks like a loss.
        {facts.hidden > 0 && ` ${facts.hidden} of another class are not counted here.`}
      </p>
      {suggests && <NextSteps group={group} groups={groups} children={children} outcome={outcome} onThere={onNext} />}
      <table aria-label="What it came to for each child" className="sheet w-full text-left" hidden={suggests && !stands}>
        <thead className="text-sm text-ink-2">
          <tr>
            <th className="px-4 py-2 font-semibold">Child</th>
            <th className="py-2 font-semibold">Closed</th>
            <th className="py-2 font-semibold">Still open</th>
            <th className="py-2 font-semibold">Not taught yet</th>
            <th className="py-2 font-semibold">More known</th>
            <th className="py-2 font-semibold">There</th>
            <th className="py-2 font-semibold">Words a minute</th>
            <th className="py-2 pr-4 font-semibold">So far</th>
          </tr>
        </thead>
        <tbody>
          {facts.children.map((child) => (
            <ChildRow key={child.id} child={child} startsOn={facts.startsOn} outcome={outcome.children.find((c) => c.id === child.id)!} />
          ))}
        </tbody>
      </table>
      <p className="mt-3 max-w-3xl text-sm text-ink-2">
        Ready to leave: every focus pair is secure. Needs something else: at least {ENOUGH_SESSIONS} sessions attended over at least{' '}
        {ENOUGH_DAYS} days, and hardly a taught pair gained even at the high end. Check first: fewer than half of the taught pairs were seen
        since the start, or the last of them are due for another look. Where progress stays flat after good teaching, the school’s own
        procedures and qualified specialists decide.
      </p>
    </Page>
  );
}

interface RowProps {
  child: GroupOutcomeFacts['children'][number];
  outcome: ChildOutcome;
  /** The first day of the group: a child may have joined later. */
  startsOn: string;
}
function ChildRow({ child, outcome, startsOn }: RowProps) {
  const chips = (list: readonly string[]): ReactNode =>
    list.length === 0 ? (
      <span className="text-ink-2">–</span>
    ) : (
      <span className="flex flex-wrap gap-1">
        {list.map((g) => (
          <GraphemeChip key={g} gpc={g} />
        ))}
      </span>
    );
  const { gain, advice } = outcome;
  return (
    <tr className="[&>*]:border-t [&>*]:border-rule-2 [&>*]:py-2 [&>*]:pr-3 [&>*]:align-top">
      <th scope="row" className="px-4 font-semibold">
        <Link className="underline-offset-4 hover:underline" to={`/children/${child.id}`}>
          {child.name}
        </Link>
        {child.startsOn !== startsOn && <span className="block text-sm font-normal text-ink-2">since {dayInside(child.startsOn)}</span>}
      </th>
      <td>
        {outcome.closed.length === 0 && outcome.due.length > 0 ? null : chips(outcome.closed)}
        {outcome.due.length > 0 && (
          <div>
            {chips(outcome.due)}
            <span className="block max-w-44 text-sm text-ink-2">secure when last seen, due for another look</span>
          </div>
        )}
      </td>
      <td>{chips(outcome.still)}</td>
      <td>{chips(outcome.notTaught)}</td>
      <td>
        {outcome.open.length === 0 ? (
          'nothing was open'
        ) : (
          <>
            {tenth(gain.expected)} of {outcome.open.length}
            <span className="block text-sm text-ink-2">
              {tenth(gain.low)} to {tenth(gain.high)}
            </span>
          </>
        )}
      </td>
      <td>
        {child.sessions.attended} of {child.sessions.held}
        <span className="block text-sm text-ink-2">{child.sessions.minutes} min</span>
      </td>
      <td>
        {child.before || child.after ? (
          <>
            {child.before ? Math.round(child.before.wcpm) : '–'} → {child.after ? Math.round(child.after.wcpm) : '–'}
            {child.before && child.after && child.before.title !== child.after.title && (
              <span className="block text-sm text-ink-2">different texts</span>
            )}
          </>
        ) : (
          <span className="text-ink-2">not read</span>
        )}
      </td>
      <td className={`font-semibold ${advice === 'ready to leave' ? 'text-leaf' : advice === 'needs something else' ? 'text-gap' : ''}`}>
        {child.sessions.held === 0 && advice === 'on the way' ? <span className="font-normal text-ink-2">Just begun</span> : ADVICE[advice]}
        {advice === 'check first' && (
          <span className="block text-sm font-normal text-ink-2">
            {outcome.due.length > 0
              ? 'nobody has looked for weeks'
              : `${outcome.because.seen} of ${outcome.because.of} taught pairs seen since`}
          </span>
        )}
      </td>
    </tr>
  );
}
