/** The solver at work, and what makes a timetable impossible, with what does fit. */
import { demandInWords, weekRequest, type Demand, type TimetableResult } from '@sapling/core/planning';
import { useRef, useState } from 'react';
import { sentenceOf } from '../api/client.js';
import { placeMeetings } from '../workers/place.js';
import type { Placed } from './use-meetings.js';
import type { TimetableData } from './use-timetable.js';
import { toCore } from './week-facts.js';

interface Props {
  data: TimetableData;
  /** How often a group is to meet. */
  wanted: (group: string) => number;
  /** Keeps what was placed, where the sheet still is the one it was placed on; says how many. */
  onPlaced: (placed: Placed) => Promise<void>;
}

type Failed = Exclude<TimetableResult, { conflict: null }> & Pick<Placed, 'of' | 'sheet'>;

export function PlacePanel({ data, wanted, onPlaced }: Props) {
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState<Failed | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const stop = useRef<() => void>(undefined);
  const { facts, kept, groups, words, may } = data;
  if (!may || !facts || !kept || !groups) return null;
  const open = groups.filter((g) => kept.meetings.filter((m) => m.group === g.id).length < wanted(g.id) && g.members.length + g.hidden > 0);
  const place = async (anew: boolean): Promise<void> => {
    setBusy(true);
    setFailed(null);
    setTrouble(null);
    const clashing = new Set(data.clashesOf(kept.meetings).flatMap((c) => c.at));
    // what belongs to groups of others stays in any case; of one's own, what clashes is placed anew
    const stays = kept.meetings.filter((m, k) => !groups.some((g) => g.id === m.group) || (!anew && !clashing.has(k)));
    const used = facts.groups.filter(
      (g) => stays.some((m) => m.group === g.id) || groups.some((o) => o.id === g.id && o.members.length + o.hidden > 0),
    );
    const asking = placeMeetings(
      weekRequest(
        { ...facts, groups: used.map((g) => (anew && groups.some((o) => o.id === g.id) ? { ...g, meetings: wanted(g.id) } : g)) },
        stays.map(toCore),
      ),
    );
    stop.current = asking.stop;
    try {
      const result = await asking.result;
      const asked = { of: groups, sheet: kept };
      if (result?.meetings) await onPlaced({ found: result.meetings, ...asked });
      else if (result) setFailed({ ...result, ...asked });
    } catch (problem) {
      setTrouble(sentenceOf(problem));
    }
    setBusy(false);
  };
  return (
    <div className="grid gap-2">
      {busy ? (
        <span role="status" className="flex items-center gap-3">
          Looking for a place for each…
          <button className="btn btn-small" onClick={() => stop.current?.()}>
            Stop
          </button>
        </span>
      ) : (
        <span className="flex flex-wrap gap-2">
          <button
            className="btn btn-main"
            disabled={open.length === 0 && data.clashesOf(kept.meetings).length === 0}
            onClick={() => void place(false)}
          >
            Place the rest
          </button>
          <button className="btn" disabled={groups.length === 0} onClick={() => void place(true)}>
            Place all anew
          </button>
        </span>
      )}
      <p className="text-sm text-ink-2">What stands and clashes with nothing stays where it is, unless all is placed anew.</p>
      {trouble && <p className="text-sm text-gap">{trouble}</p>}
      {failed && (
        <section aria-label="Why not" className="border-l-4 border-gap bg-gap-wash px-3 py-2">
          <p className="font-semibold">
            {failed.proven
              ? 'There is no timetable in which all of this holds:'
              : 'None was found, and it was not shown that there is none.'}
          </p>
          {failed.proven && (
            <>
              <ul className="my-1 list-disc pl-5">
                {inShort(failed.conflict, words.name, wanted).map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
              <p className="text-sm">
                {failed.enough.length === failed.conflict.length
                  ? 'Giving up any one of these makes the whole week possible.'
                  : failed.enough.length > 0
                    ? `Giving up one of these makes the whole week possible: ${inShort(failed.enough, words.name, wanted).join('; ')}.`
                    : 'More than one of these has to give way: no single one was found that makes the whole week possible.'}
                {!failed.irreducible && ' There may be a shorter reason; it was not looked for to the end.'}
              </p>
            </>
          )}
          {failed.most.length > 0 && (
            <button
              className="btn btn-small mt-2"
              onClick={() => {
                setFailed(null);
                void onPlaced({ ...failed, found: failed.most });
              }}
            >
              Place the {failed.most.length} that fit
            </button>
          )}
          <button className="btn btn-quiet btn-small mt-2" onClick={() => setFailed(null)}>
            Close
          </button>
        </section>
      )}
    </div>
  );
}

const MANY = 3;
/** Demands in words, the same ones of many groups, children or adults taken together. */
export function inShort(conflict: readonly Demand[], name: (id: string) => string, wanted: (group: string) => number): string[] {
  const who = (ids: readonly string[]): string =>
    ids.length <= MANY ? ids.map(name).join(' and ') : `${ids.slice(0, 2).map(name).join(', ')} and ${ids.length - 2} more`;
  const of = <K extends Demand['kind']>(kind: K): Extract<Demand, { kind: K }>[] =>
    conflict.filter((d): d is Extract<Demand, { kind: K }> => d.kind === kind);
  const meetings = of('meetings').map((d) => d.group);
  const one = of('one adult').map((d) => d.group);
  const hours = of('adult hours').map((d) => d.adult);
  const load = of('adult load').map((d) => d.adult);
  const lessons = of('lessons').map((d) => d.child);
  const plural = (ids: readonly string[], single: string, many: string): string => (ids.length === 1 ? single : many);
  return [
    ...[...new Set(meetings.map(wanted))].map((times) => {
      const these = meetings.filter((g) => wanted(g) === times);
      return `${who(these)} ${plural(these, 'meets', 'meet')} ${times === 1 ? 'once' : `${times} times`} a week, once a day at most`;
    }),
    ...(one.length > 0 ? [`${who(one)} ${plural(one, 'has', 'each have')} one adult all week`] : []),
    ...(hours.length > 0 ? [`${who(hours)} ${plural(hours, 'is', 'are')} there only at the times set, for one group at a time`] : []),
    ...(load.length > 0 ? [`${who(load)} ${plural(load, 'takes', 'take')} no more groups than set`] : []),
    ...(lessons.length > 0 ? [`${who(lessons)} ${plural(lessons, 'misses', 'miss')} none of the lessons set`] : []),
    ...of('rooms').map((d) => demandInWords(d, name)),
    ...of('kept').map((d) => demandInWords(d, name)),
  ];
}
