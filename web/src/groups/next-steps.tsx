/** What a cycle suggests for the groups that come next: each step said with its reason, chosen or not, made in one go. */
import { listed } from '@sapling/core';
import type { ChildLine, Group } from '@sapling/contract';
import type { ChildStep } from '@sapling/core/grouping';
import type { GroupOutcome } from '@sapling/core/judgement';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { sentenceOf } from '../api/client.js';
import { useData } from '../api/data.js';
import { core } from '../workers/core.js';
import { useAnswer } from '../workers/use-core.js';
import { arrange, undoing } from './arrange.js';
import { Working } from './working.js';
import { splitFocus, toCoreGroup } from './problem.js';
import { useBoard } from './use-board.js';
import { changeWords, namedOf, needShown, ruleWords } from './words.js';

interface Props {
  group: Group;
  groups: readonly Group[];
  children: readonly ChildLine[];
  outcome: GroupOutcome;
  /** Told once it stands as high as it will. */
  onThere: () => void;
}
const FOCUS = 'focus';
const needs = (all: readonly string[]): string => listed(all.map((n) => (n.includes(':') ? `‘${needShown(n)}’` : n)));

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function NextSteps({ group, groups, children, outcome, onThere }: Props) {
  const board = useBoard(groups, children, true);
  const { data: team } = useData('team');
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const problem = board?.problem;
  const ask = useMemo(() => {
    if (!problem) return null;
    const at = groups.findIndex((g) => g.id === group.id);
    return () => core().afterCycle(problem, groups.map(toCoreGroup), at, outcome);
  }, [problem, groups, group.id, outcome]);
  const { value: answer, error, again } = useAnswer(ask, null);
  const byId = useMemo(() => new Map(children.map((c) => [c.id, c])), [children]);
  const there = answer !== undefined || (error ?? board?.trouble ?? null) !== null;
  useEffect(() => {
    if (there) onThere();
  }, [there, onThere]);
  if (!answer || !problem)
    return <Working error={error ?? board?.trouble ?? null} what="what this suggests" onAgain={error ? again : board?.askAgain} />;
  const named = namedOf(byId, groups, team ?? []);
  const changes = answer.steps.filter((s) => s.step === 'leaves' || s.step === 'moves');
  const look = answer.steps.filter((s) => s.step === 'look closer').map((s) => named.child(s.child));
  const check = answer.steps.filter((s) => s.step === 'check first').map((s) => named.child(s.child));
  const stay = answer.steps.filter((s) => s.step === 'stays').map((s) => named.child(s.child));
  // a step that breaks a rule is not taken unless somebody says so
  const barred = new Set(changes.flatMap((s) => (s.step === 'leaves' && s.breaks.length > 0 ? [s.child] : [])));
  const taken = (key: string): boolean => left.has(key) === barred.has(key);
  const turn = (key: string): void => setLeft(new Set(left.has(key) ? [...left].filter((k) => k !== key) : [...left, key]));
  const words = (s: ChildStep): string => {
    const who = named.child(s.child);
    if (s.step === 'moves')
      return `${who} moves to ${groups[s.to]!.name}, which works on ${needs(s.move.needs)}: ${changeWords(s.move.change.total)} lost in a cycle, over all children.`;
    if (s.step !== 'leaves') return '';
    const rules = s.breaks.map((c) => ruleWords(problem, c, named));
    return `${who} leaves: every focus pair is secure.${rules.length > 0 ? ` But a rule would no longer hold: ${rules.join('; ')}.` : ''}`;
  };
  const chosen = changes.filter((s) => taken(s.child));
  const focusTaken = answer.focus !== null && taken(FOCUS);
  const make = async (): Promise<void> => {
    setBusy(true);
    const out = new Set(chosen.map((s) => s.child));
    const into = (g: Group): string[] => chosen.flatMap((s) => (s.step === 'moves' && groups[s.to]!.id === g.id ? [s.child] : []));
    const touched = groups.filter((g) => g.id === group.id || into(g).length > 0);
    const change = touched.map((g) => ({
      id: g.id,
      version: g.version,
      members: g.id === group.id ? g.members.filter((m) => !out.has(m)) : [...g.members, ...into(g)],
      ...(g.id === group.id && focusTaken && splitFocus(answer.focus!.needs)),
    }));
    try {
      const after = await arrange({ change });
      toast.success('The groups are changed.', {
        action: undoing({
          change: touched.map((g) => ({
            id: g.id,
            version: after.find((a) => a.id === g.id)!.version,
            members: g.members,
            focus: g.focus,
            skills: g.skills,
          })),
        }),
      });
      setLeft(new Set());
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
    setBusy(false);
  };
  const row = (key: string, text: string) => (
    <li key={key}>
      <label className="flex items-baseline gap-2 py-0.5">
        <input type="checkbox" className="size-4 translate-y-0.5" checked={taken(key)} onChange={() => turn(key)} />
        <span>{text}</span>
      </label>
    </li>
  );
  const old = [...group.focus, ...group.skills];
  const next = answer.focus?.needs ?? [];
  const [gone, fresh] = [old.filter((n) => !next.includes(n)), next.filter((n) => !old.includes(n))];
  return (
    <section aria-label="What this suggests" className="mb-5 border-l-4 border-leaf py-1 pl-4">
      <h2 className="text-lg">What this suggests</h2>
      {changes.length + (answer.focus ? 1 : 0) > 0 ? (
        <ul className="mb-1">
          {changes.map((s) => row(s.child, words(s)))}
          {answer.focus &&
            row(
              FOCUS,
              `${group.name} takes up ${needs(fresh)}${gone.length > 0 ? ` and drops ${needs(gone)}` : ''}: ${changeWords(-answer.focus.saves)} lost in a cycle.`,
            )}
        </ul>
      ) : (
        <p>No move and no other focus would serve better: the group goes on as it is.</p>
      )}
      {stay.length > 0 && (
        <p className="text-ink-2">
          {listed(stay)} {stay.length === 1 ? 'stays' : 'stay'}: on the way.
        </p>
      )}
      {check.length > 0 && (
        <p>
          Nothing is suggested for {listed(check)} before they are checked again.{' '}
          <Link className="underline underline-offset-4" to="/check">
            Check now
          </Link>
        </p>
      )}
      {look.length > 0 && (
        <p>
          {listed(look)} gained hardly anything here, and no other group would serve better: other teaching, or a look by somebody who is
          qualified.
        </p>
      )}
      <p className="mt-2 flex flex-wrap items-center gap-4">
        {changes.length + (answer.focus ? 1 : 0) > 0 && (
          <button className="btn btn-main" disabled={busy || (chosen.length === 0 && !focusTaken)} onClick={() => void make()}>
            Make these changes
          </button>
        )}
        <Link className="inline-block py-1 underline underline-offset-4" to="/groups">
          Form all groups anew instead
        </Link>
      </p>
    </section>
  );
}
