/** Suggestions side by side, each with what it costs and for whom; and the groups of the one looked at. */
import type { ChildLine, Colleague, SchoolSettings } from '@sapling/contract';
import { explain, thinEvidence, type GroupingProblem, type Suggestion } from '@sapling/core';
import { ChildLine as Line } from '../ui/child-line.js';
import { Pair } from '../ui/word-marks.js';
import { list as andList, minutes, PART_WORDS, PARTS } from './words.js';

export function aimWords(aim: Suggestion['aim'], way: string): string {
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
  list: readonly Suggestion[];
  way: string;
  picked: number;
  name: (id: string) => string;
  onPick: (k: number) => void;
}

export function SuggestionTable({ list, way, picked, name, onPick }: TableProps) {
  const parts = PARTS.filter((part) => list.some((s) => Math.round(s.grouping.cost[part]) !== 0));
  const cell = (k: number): string => `border-l border-rule-2 px-3 py-1 text-right align-top ${k === picked ? 'bg-leaf-wash' : ''}`;
  const who = (all: Suggestion['worse']): string =>
    all.length === 0 ? '–' : all.map((c) => `${name(c.child)} ${c.change > 0 ? '+' : '−'}${Math.abs(Math.round(c.change))}`).join(', ');
  const row = (head: string, title: string, value: (s: Suggestion, k: number) => React.ReactNode, strong = false) => (
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
  return (
    <table className="mt-4">
      <caption className="sr-only">Suggestions side by side, in child-minutes of one cycle</caption>
      <thead>
        <tr>
          <td className="pr-4 text-sm text-ink-2">child-minutes of one cycle</td>
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
        {row('lost altogether', 'All parts together', (s) => minutes(s.grouping.cost.total), true)}
        {parts.map((part) => (
          <RowOf key={part}>{row(PART_WORDS[part].short, PART_WORDS[part].means, (s) => minutes(s.grouping.cost[part]))}</RowOf>
        ))}
        {list.length > 1 &&
          row('differs from the first', 'Pairs of children together in one of the two only', (s, k) =>
            k === 0 ? '' : `${Math.round(s.difference * 100)} % of pairs`,
          )}
        {list.length > 1 && row('costs most more for', 'Against the first, child-minutes', (s, k) => (k === 0 ? '' : who(s.worse)))}
        {list.length > 1 && row('and less for', 'Against the first, child-minutes', (s, k) => (k === 0 ? '' : who(s.better)))}
        {list.some((s) => s.grouping.waiting.length > 0) &&
          row('wait', 'In no group', (s) => {
            const names = s.grouping.waiting.map((w) => name(w.child));
            return names.length > 4 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ') || 'nobody';
          })}
      </tbody>
    </table>
  );
}
const RowOf = ({ children }: { children: React.ReactNode }) => <>{children}</>;

interface GroupsProps {
  problem: GroupingProblem;
  suggestion: Suggestion;
  children: ReadonlyMap<string, ChildLine>;
  settings: SchoolSettings;
  team: readonly Colleague[];
}

export function SuggestionGroups({ problem, suggestion, children, settings, team }: GroupsProps) {
  const { grouping } = suggestion;
  const why = explain(problem, grouping);
  const thin = thinEvidence(problem, grouping);
  const name = (id: string): string => children.get(id)?.givenName ?? '?';
  const longest = Math.max(1, ...problem.children.map((c) => children.get(c.id)?.line.length ?? 0));
  return (
    <>
      <div className="mt-5 grid gap-x-8 gap-y-5 [grid-template-columns:repeat(auto-fill,minmax(24rem,1fr))]">
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
              {why[k]!.worst && (
                <p className="text-sm text-ink-2">
                  Fits least: {name(why[k]!.worst!.child)}, {why[k]!.worst!.covered} of {why[k]!.shared.length} focus pairs needed.
                </p>
              )}
              {ask.length > 0 && thin[k]!.share >= 0.25 && (
                <p className="text-sm text-wobbly">
                  Thin evidence: check {andList(ask.slice(0, 3).map((a) => name(a.child)))} first; two minutes would settle it.
                </p>
              )}
            </div>
          );
        })}
      </div>
      {grouping.waiting.length > 0 && (
        <p className="mt-3 text-sm text-ink-2">
          In no group:{' '}
          {grouping.waiting
            .map(
              (w) =>
                `${name(w.child)} (${w.why === 'kept out' ? 'by rule' : w.why === 'no gaps' ? 'no gap is likely' : 'another grouping serves the rest better'})`,
            )
            .join(', ')}
          .
        </p>
      )}
    </>
  );
}
