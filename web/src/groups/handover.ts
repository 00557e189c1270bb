/** A group handed over in plain sentences, written from its records alone: what whoever takes it next has to know. */
import type { GroupOutcomeFacts, Group, Session } from '@sapling/contract';
import type { GroupOutcome } from '@sapling/core/judgement';
import { carryOver } from '@sapling/core/planning';
import { parseISO } from 'date-fns';
import { graphemeShown } from '../ui/word-marks.js';
import { say } from '../wording/say.js';
import { dateText } from '../wording/date-text.js';

export interface Handover {
  readonly group: readonly string[];
  readonly children: readonly { readonly id: string; readonly name: string; readonly lines: readonly string[] }[];
  readonly notes: readonly { readonly on: string; readonly text: string; readonly by: string }[];
}
const day = (on: string): string => dateText(parseISO(on), 'd MMMM');
const pairs = (list: readonly string[]): string => list.map((g) => `${graphemeShown(g)} /${g.split(':')[1]}/`).join(', ');
const times = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;
const LATEST_NOTES = 6;

/** @example handoverOf({ group, sessions, facts, outcome, who }).group[0] // 'Willow meets since 10 November …' */
export function handoverOf(given: {
  readonly group: Pick<Group, 'id' | 'name' | 'focus' | 'endsOn'>;
  readonly sessions: readonly Session[];
  readonly facts: GroupOutcomeFacts;
  readonly outcome: GroupOutcome;
  /** A colleague’s name by id. */
  readonly who: (id: string) => string;
}): Handover {
  const { group, facts, outcome, who } = given;
  const own = given.sessions.filter((s) => s.groupId === group.id).sort((a, b) => (a.on < b.on ? -1 : 1));
  const held = own.filter((s) => s.log !== null);
  const last = held.at(-1);
  const next = own.find((s) => s.log === null && (!last || s.on >= last.on));
  const left = last ? carryOver({ plan: last.plan, done: last.log!.done, left: last.log!.left }) : [];
  const about = [
    `${group.name} meets since ${day(facts.startsOn)}${group.endsOn ? `, until ${day(group.endsOn)}` : ''}, for ${pairs(group.focus) || 'no focus yet'}.`,
    held.length === 0
      ? 'No session has been held yet.'
      : `${times(held.length, say('session has'), say('sessions have'))} been held, the last on ${day(last!.on)}${last!.log!.by ? ` by ${who(last!.log!.by)}` : ''}${last!.plan.style ? `, in the style “${last!.plan.style}”` : ''}.`,
    ...(outcome.done.length > 0 ? [`Everybody is sure of ${pairs(outcome.done)} now.`] : []),
    ...(outcome.notTaught.length > 0 ? [`Not begun yet: ${pairs(outcome.notTaught)}.`] : []),
    ...(left.length > 0
      ? [
          `Left over from the last session: ${left.map((c) => `${c.kind}${c.words.length > 0 ? ` (${c.words.join(', ')})` : ''}`).join('; ')}. It comes first in the next plan by itself.`,
        ]
      : []),
    next
      ? `The next session, on ${day(next.on)}, is ${next.plan.parts.length > 0 ? 'planned' : 'not planned'}.`
      : 'No session is planned ahead.',
    ...(facts.hidden > 0
      ? [`${times(facts.hidden, 'child', 'children')} of another class ${facts.hidden === 1 ? 'is' : 'are'} not described here.`]
      : []),
  ];
  return {
    group: about,
    children: facts.children.map((child) => {
      const o = outcome.children.find((c) => c.id === child.id)!;
      return {
        id: child.id,
        name: child.name,
        lines: [
          ...(child.startsOn === facts.startsOn ? [] : [`In the group since ${day(child.startsOn)}.`]),
          `Was in ${child.sessions.attended} of ${times(child.sessions.held, say('session'), say('sessions'))}.`,
          ...(o.closed.length > 0 ? [`Has got ${pairs(o.closed)}.`] : []),
          ...(o.due.length > 0 ? [`Had got ${pairs(o.due)}: due for another look.`] : []),
          ...(o.still.length > 0 ? [`Not sure yet of ${pairs(o.still)}.`] : []),
          ...(o.notTaught.length > 0 ? [`Has still to meet ${pairs(o.notTaught)}.`] : []),
          ...(o.advice === 'ready to leave' ? ['Every focus pair is secure: could leave the group.'] : []),
          ...(o.advice === 'needs something else'
            ? ['Little has changed after enough sessions: may need something else, and is worth raising.']
            : []),
          ...(o.advice === 'check first' ? ['Not looked at enough to say: check before planning.'] : []),
        ],
      };
    }),
    notes: own
      .flatMap((s) => [
        ...s.notes.map((n) => ({ at: n.at, on: s.on, text: n.text, by: who(n.by) })),
        ...(s.log?.happened ? [{ at: s.log.at, on: s.on, text: s.log.happened, by: who(s.log.by) }] : []),
      ])
      .sort((a, b) => (a.at < b.at ? 1 : -1))
      .slice(0, LATEST_NOTES)
      .map(({ on, text, by }) => ({ on, text, by })),
  };
}
