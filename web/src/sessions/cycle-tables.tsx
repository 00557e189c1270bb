/** A cycle as two tables: its sessions with what each is for, and what each child will have met by the end. */
import type { Group } from '@sapling/contract';
import type { CyclePlan, CycleRequest, PlannedSession } from '@sapling/core/planning';
import { Link } from 'react-router';
import { needNamed } from '../groups/words.js';
import { shortDay } from '../ui/dates.js';
import { GraphemeChip, graphemeShown, Pair, pairShown, ShortPair } from '../ui/word-marks.js';
import { sessionAddress, TO_COME } from './cycle-request.js';
import { purposeWords } from './purpose.js';

const STATES: Record<PlannedSession['state'], string> = { held: 'held', missed: 'did not take place', ahead: 'to come' };

interface SessionsProps {
  plan: CyclePlan;
  group: Group;
  may: boolean;
  /** A child's first name. */
  name: (child: string) => string;
}
export function CycleSessions({ plan, group, may, name }: SessionsProps) {
  return (
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
                    {pairShown(a)} beside {pairShown(b)}
                  </span>
                ))}
              </span>
            </td>
            <td>
              <span className="flex flex-wrap gap-x-2">
                {s.recheck.map((gpc) => (
                  <ShortPair key={gpc} gpc={gpc} className="text-sm" />
                ))}
              </span>
            </td>
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
  );
}

interface MetProps extends Omit<SessionsProps, 'may'> {
  request: CycleRequest;
}
export function MetByTheEnd({ plan, request, group, name }: MetProps) {
  return (
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
  );
}
