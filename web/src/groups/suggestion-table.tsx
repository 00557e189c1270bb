/** Suggestions side by side, each with what it costs and for whom; and the groups of the one looked at. */
import type { ChildLine, Colleague, GroupHistory, SchoolSettings } from '@sapling/contract';
import { capital, fewOf, listed } from '@sapling/core';
import { explain, LITTLE, placementOf, SKILL_SIZE, thinEvidence, type GroupingProblem, type Suggestion } from '@sapling/core/grouping';
import { useState } from 'react';
import { ChildLine as Line } from '../ui/child-line.js';
import { Pair } from '../ui/word-marks.js';
import { GainLittle } from './gain-little.js';
import type { Offer } from '../workers/grouping.js';
import { learningWords, minutes, PART_WORDS, PARTS, allShortWords, waitingWords } from './words.js';
import { say } from '../wording/say.js';

function aimWords(aim: Suggestion['aim'], way: string): string {
  switch (aim) {
    case 'least cost':
      return 'Least lost';
    case 'keeps together':
      return 'Keeps company';
    case 'other way':
      return way === 'next step' ? 'By shared gaps' : 'By next step';
    case 'other groups':
      return 'Cut otherwise';
  }
}

interface TableProps {
  list: readonly Offer[];
  way: string;
  weeks: number;
  picked: number;
  name: (id: string) => string;
  onPick: (k: number) => void;
}

export function SuggestionTable({ list, way, weeks, picked, name, onPick }: TableProps) {
  const [detail, setDetail] = useState(false);
  const parts = PARTS.filter((part) => list.some((s) => Math.round(s.grouping.cost[part]) !== 0));
  const cell = (k: number): string => `border-l border-rule-2 px-3 py-1 text-right align-top ${k === picked ? 'bg-leaf-wash' : ''}`;
  const who = (all: Suggestion['worse']): string =>
    all.length === 0 ? '–' : all.map((c) => `${name(c.child)} ${c.change > 0 ? '+' : '−'}${Math.abs(Math.round(c.change))}`).join(', ');
  const row = (head: string, title: string, value: (s: Offer, k: number) => React.ReactNode, strong = false) => (
    <tr className="border-t border-rule-2" title={title}>
      <th scope="row" className={`py-1 pr-4 text-left ${strong ? '' : 'font-normal text-ink-2'}`}>
        {head}
      </th>
      {list.map((s, k) => (
        <td key={k} className={`${cell(k)} ${strong ? 'font-semibold' : ''}`}>
          {value(s, k)}
        </td>
      ))}
    </tr>
  );
  const keeps = list.find((s) => s.aim === 'keeps together');
  const lost = keeps ? Math.round(list[0]!.learning.pairs - keeps.learning.pairs) : 0;
  return (
    <>
      <p className="mt-4 max-w-3xl text-lg" role="status">
        {capital(learningWords(list[picked]!.learning, weeks, name))}
      </p>
      <div className="text-sm text-ink-2">
        <GainLittle little={list[picked]!.learning.little} name={name} />
      </div>
      {keeps && lost > 0 && (
        <p className="text-sm text-ink-2">
          Keeping last cycle’s groups together would cost about {lost === 1 ? '1 new pair' : `${lost} new pairs`}.
        </p>
      )}
      <table className="mt-3">
        <caption className="sr-only">Suggestions side by side</caption>
        <thead>
          <tr>
            <td className="pr-4 text-sm text-ink-2">expected in one cycle</td>
            {list.map((s, k) => (
              <th key={k} scope="col" className={`border-l border-rule-2 ${k === picked ? 'bg-leaf-wash' : ''}`}>
                <button
                  aria-pressed={k === picked}
                  className={`w-full px-3 py-1.5 text-right font-serif text-base ${k === picked ? 'border-t-[3px] border-pine' : 'border-t-[3px] border-transparent underline underline-offset-4'}`}
                  onClick={() => onPick(k)}
                >
                  {aimWords(s.aim, way)}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {row(
            say('new pairs, all children'),
            'Pairs that are gaps now and likely known at the end',
            (s) => Math.round(s.learning.pairs),
            true,
          )}
          {list.some((s) => s.learning.skills.length > 0) &&
            row(
              'skills in hand',
              'Children likely to have a skill in hand at the end who have not now',
              (s) => s.learning.skills.map((x) => `${x.skill} ${Math.round(x.children)}`).join(', ') || '–',
            )}
          {list.some((s) => s.learning.skills.length > 0) &&
            row('taken together', `A skill in hand counted as ${SKILL_SIZE} pairs, which is the time it takes`, (s) =>
              Math.round(s.learning.pairs + SKILL_SIZE * s.learning.skills.reduce((sum, x) => sum + x.children, 0)),
            )}
          {row('would gain little', 'Less than one pair in the cycle', (s) => fewOf(s.learning.little.map(name), 3) || 'nobody')}
          {list.some((s) => s.short.flat().length > 0) &&
            row(
              'too little to practise with',
              'Focus pairs with too few words or sentences that all can read',
              (s) => s.short.flat().length || 'none',
            )}
          {list.some((s) => s.grouping.waiting.length > 0) &&
            row(
              'wait',
              'In no group',
              (s) =>
                fewOf(
                  s.grouping.waiting.map((w) => name(w.child)),
                  3,
                ) || 'nobody',
            )}
          {list.length > 1 &&
            row('differs from the first', 'Pairs of children together in one of the two only', (s, k) =>
              k === 0 ? '' : `${Math.round(s.difference * 100)} % of pairs`,
            )}
          {detail && (
            <>
              {row('lost altogether', 'All parts together, in child-minutes of one cycle', (s) => minutes(s.grouping.cost.total), true)}
              {parts.map((part) => (
                <RowOf key={part}>{row(PART_WORDS[part].short, PART_WORDS[part].means, (s) => minutes(s.grouping.cost[part]))}</RowOf>
              ))}
              {list.length > 1 && row('costs most more for', 'Against the first, child-minutes', (s, k) => (k === 0 ? '' : who(s.worse)))}
              {list.length > 1 && row('and less for', 'Against the first, child-minutes', (s, k) => (k === 0 ? '' : who(s.better)))}
            </>
          )}
        </tbody>
      </table>
      <button className="mt-1 text-sm underline underline-offset-4" aria-expanded={detail} onClick={() => setDetail(!detail)}>
        {detail ? 'Without' : 'With'} what each costs in child-minutes
      </button>
    </>
  );
}
const RowOf = ({ children }: { children: React.ReactNode }) => <>{children}</>;

interface GroupsProps {
  problem: GroupingProblem;
  suggestion: Offer;
  children: ReadonlyMap<string, ChildLine>;
  settings: SchoolSettings;
  team: readonly Colleague[];
  /** The last group each child was in. */
  before: ReadonlyMap<string, GroupHistory['past'][number]>;
}

export function SuggestionGroups({ problem, suggestion, children, settings, team, before }: GroupsProps) {
  const { grouping } = suggestion;
  const why = explain(problem, grouping);
  const thin = thinEvidence(problem, grouping);
  const name = (id: string): string => children.get(id)?.givenName ?? '?';
  const ownSkills = (id: string, focus: readonly string[]): string => {
    const skills = problem.children.find((c) => c.id === id)?.skills ?? {};
    const own = focus.filter((need) => !need.includes(':') && (skills[need as keyof typeof skills] ?? 1) < 0.5);
    return own.length > 0 ? `, but works on ${listed(own)}` : '';
  };
  const longest = Math.max(1, ...problem.children.map((c) => children.get(c.id)?.line.length ?? 0));
  return (
    <>
      <div className="mt-5 grid gap-x-8 gap-y-5 [grid-template-columns:repeat(auto-fill,minmax(min(24rem,100%),1fr))]">
        {grouping.groups.map((group, k) => {
          const slot = settings.slots.find((s) => s.id === group.slot)?.name;
          const adult = team.find((c) => c.id === group.adult)?.name;
          const ask = thin[k]!.ask;
          return (
            <div key={k} className="border-t border-rule pt-2">
              {(slot ?? adult) && <p className="mb-1 text-sm text-ink-2">{[slot, adult && `with ${adult}`].filter(Boolean).join(', ')}</p>}
              <p className="flex flex-wrap gap-1.5">
                {why[k]!.shared.map(({ gpc, need, of }) => (
                  <span key={gpc} className="inline-flex items-baseline gap-1.5 rounded-s bg-paper px-2">
                    {gpc.includes(':') ? <Pair gpc={gpc} /> : <span className="font-semibold">{gpc}</span>}
                    <span className="text-sm">
                      {need} of {of}
                    </span>
                  </span>
                ))}
              </p>
              <ul className="my-2">
                {group.members.map((id) => (
                  <li key={id} className="flex items-center gap-3">
                    <span className="w-20 truncate font-semibold">{name(id)}</span>
                    <span className="min-w-0 flex-1">
                      <Line small line={children.get(id)?.line ?? []} total={longest} width="100%" />
                    </span>
                  </li>
                ))}
              </ul>
              {why[k]!.worst && group.members.length > 1 && group.focus.some((need) => need.includes(':')) && (
                <p className="text-sm text-ink-2">
                  Gains fewest pairs: {name(why[k]!.worst!.child)}, {pairsWords(why[k]!.worst!.learns)}
                  {ownSkills(why[k]!.worst!.child, group.focus)}.
                </p>
              )}
              {allShortWords(suggestion.short[k]!, group.members.length, name).map((sentence) => (
                <p key={sentence} className="text-sm text-wobbly">
                  {sentence}
                </p>
              ))}
              {ask.length > 0 && thin[k]!.share >= 0.25 && (
                <p className="text-sm text-wobbly">
                  Thin evidence: check {listed(ask.slice(0, 3).map((a) => name(a.child)))} first; two minutes would settle it.
                </p>
              )}
            </div>
          );
        })}
      </div>
      <Waiting problem={problem} suggestion={suggestion} name={name} before={before} />
    </>
  );
}
const pairsWords = (pairs: number): string =>
  pairs < 0.25
    ? 'hardly a new one'
    : pairs < LITTLE
      ? say('less than one new pair')
      : `about ${pairs < 1.5 ? '1 new pair' : `${Math.round(pairs)} new pairs`}`;

/** Who waits and why, as the board will say it; and who would wait a second cycle, with what would change that. */
function Waiting({
  problem,
  suggestion,
  name,
  before,
}: Pick<GroupsProps, 'problem' | 'suggestion' | 'before'> & { name: (id: string) => string }) {
  const { grouping } = suggestion;
  const [all, setAll] = useState(false);
  if (grouping.waiting.length === 0) return null;
  const groups = grouping.groups.map((_, k) => ({ name: `group ${k + 1}` }));
  const why = (w: (typeof grouping.waiting)[number]): string =>
    w.why === 'kept out'
      ? 'To be in no group, by rule.'
      : w.why === 'no gaps'
        ? 'No gap is likely.'
        : waitingWords(placementOf(problem, grouping, w.child)!, groups, undefined);
  const again = before.size > 0 ? grouping.waiting.filter((w) => w.why === 'not served' && !before.has(w.child)) : [];
  // children who wait for one reason stand together
  const reasons = new Map<string, string[]>();
  for (const w of grouping.waiting) reasons.set(why(w), [...(reasons.get(why(w)) ?? []), name(w.child)]);
  const lines = [...reasons].sort((a, b) => b[1].length - a[1].length);
  const shown = all ? lines : lines.slice(0, 5);
  return (
    <div className="mt-4 max-w-3xl border-t border-rule pt-2 text-sm">
      {again.length > 0 && (
        <p className="mb-1 font-semibold text-wobbly">
          {fewOf(again.map((w) => name(w.child)))} {again.length === 1 ? 'was' : 'were'} in no group last cycle either. One group more, or
          groups of up to {problem.sizeTo + Math.ceil(again.length / Math.max(1, problem.groups))}, would take{' '}
          {again.length === 1 ? 'this child' : 'them'} in.
        </p>
      )}
      <p className="font-semibold">In no group</p>
      <ul>
        {shown.map(([reason, who]) => (
          <li key={reason}>
            {all ? listed(who) : fewOf(who)}: {reason}
          </li>
        ))}
      </ul>
      {(lines.length > shown.length || shown.some(([, who]) => who.length > 5)) && !all && (
        <button className="underline underline-offset-4" onClick={() => setAll(true)}>
          Show everybody
        </button>
      )}
    </div>
  );
}
