/** Suggestions of groups from the gaps: asked for, laid side by side, looked at, then one is taken or none. */
import type { Colleague, Group, GroupHistory, GroupRule } from '@sapling/contract';
import type { GroupingProblem } from '@sapling/core/grouping';
import { addDays, format } from 'date-fns';
import { useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '../api/client.js';
import { useData } from '../api/data.js';
import { Trouble } from '../ui/form.js';
import { pairShown } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import type { Offer } from '../workers/grouping.js';
import { withProgress } from '../workers/progress.js';
import { arrange, undoing } from './arrange.js';
import { MOST_FOCUS, MOST_MEMBERS, splitFocus, type GroupingContext } from './problem.js';
import { Searching } from './searching.js';
import { SuggestForm } from './suggest-form.js';
import { askedFor, askedWords, firstWish, freeNames, problemFor, type Wish } from './suggest-wish.js';
import { SuggestionGroups, SuggestionTable } from './suggestion-table.js';
import { namedOf, refusedWords } from './words.js';
import { nowDate, todayDay } from '../clock.js';

interface Props {
  around: GroupingContext;
  groups: readonly Group[];
  team: readonly Colleague[];
  rules: readonly GroupRule[];
  lastGroup: ReadonlyMap<string, GroupHistory['past'][number]>;
  /** Chosen on the Gaps place; otherwise those most in need who are in no group. */
  only: readonly string[] | undefined;
  /** Pairs chosen on the Gaps place: what a group made of those children is for. */
  focus: readonly string[];
  onRules: () => void;
  onClose: () => void;
}
interface Found {
  /** What was asked for: the answer to nothing else. */
  readonly wish: Wish;
  readonly problem: GroupingProblem;
  readonly list: readonly Offer[];
  readonly picked: number;
}

export function Suggest({ around, groups, team, rules, lastGroup, only, focus, onRules, onClose }: Props) {
  const { children, settings } = around;
  const { data: classes } = useData('classes');
  const [wish, setWish] = useState(() => firstWish(settings, only !== undefined));
  const [progress, setProgress] = useState<number | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const asked = askedFor(wish, around, groups, rules, only);
  const { pool } = asked;
  // made from another wish than it was found for, it would end groups, or run for weeks, that nobody looked at
  const stale = found !== null && JSON.stringify(found.wish) !== JSON.stringify(wish);
  const byId = new Map(children.map((c) => [c.id, c]));

  const ask = async (): Promise<void> => {
    setTrouble(null);
    setFound(null);
    setProgress(0);
    const problem = problemFor(wish, asked, around, groups, lastGroup);
    // read as wholes in every class of these children
    const wholeWords = around.orders.taughtToAll(pool.map((c) => c.classId)).words;
    try {
      const answer = await withProgress(async (tell) => core().suggestGroups(problem, wholeWords, tell), setProgress);
      if ('refused' in answer) setTrouble(refusedWords(answer, problem, namedOf(byId, [], team)));
      else setFound({ wish, problem, list: answer, picked: 0 });
    } catch (error) {
      setTrouble((error as { message?: string }).message ?? sentenceOf(error));
    } finally {
      setProgress(null);
    }
  };
  const accept = async (
    made: readonly { focus: readonly string[]; members: readonly string[]; slot?: string; adult?: string }[],
  ): Promise<void> => {
    const names = freeNames(made.length, [...(wish.replace ? [] : groups.map((g) => g.name)), ...(classes ?? []).map((c) => c.name)]);
    const add = made.map((g, k) => ({
      name: names[k]!,
      adultId: g.adult ?? null,
      ...splitFocus(g.focus),
      members: [...g.members],
      slot: g.slot ?? null,
      meets: wish.perWeek === settings.sessionsAWeek ? null : wish.perWeek,
      startsOn: todayDay(),
      endsOn: format(addDays(nowDate(), wish.weeks * 7 - 1), 'yyyy-MM-dd'),
    }));
    const end = wish.replace ? groups.map((g) => ({ id: g.id, version: g.version })) : [];
    try {
      const fresh = (await arrange({ add, end })).filter((g) => !groups.some((old) => old.id === g.id));
      const adults = add.every((g) => g.adultId !== null) ? '' : ' Give each an adult.';
      toast(`${fresh.length} ${fresh.length === 1 ? 'group' : 'groups'} made.${end.length > 0 ? ` ${end.length} ended.` : ''}${adults}`, {
        action: undoing({
          end: fresh.map((g) => ({ id: g.id, version: g.version })),
          reopen: end.map((g) => ({ id: g.id, version: g.version + 1 })),
        }),
      });
      onClose();
    } catch (error) {
      setTrouble(sentenceOf(error));
    }
  };
  return (
    <section aria-label="Suggest groups" className="mb-6 border-y-2 border-pine bg-sheet px-5 py-4">
      <SuggestForm
        wish={wish}
        asked={asked}
        classIds={[...new Set(children.map((c) => c.classId))]}
        classes={classes}
        chosen={only?.length ?? 0}
        hasGroups={groups.length > 0}
        hasLast={lastGroup.size > 0}
        onWish={(change) => setWish((now) => ({ ...now, ...change }))}
      >
        <button className="underline underline-offset-4" onClick={onRules}>
          {rules.length === 0 ? 'No rules' : `${rules.length} ${rules.length === 1 ? 'rule' : 'rules'}`}
        </button>
        <span className="ml-auto flex items-center gap-3">
          {progress === null ? (
            <button className="btn btn-main" disabled={!asked.ok} onClick={() => void ask()}>
              {found ? 'Suggest again' : 'Suggest'}
            </button>
          ) : (
            <Searching progress={progress} />
          )}
          {wish.from === 'chosen' && pool.length > 0 && pool.length <= MOST_MEMBERS && (
            <button className="btn" onClick={() => void accept([{ focus: focus.slice(0, MOST_FOCUS), members: pool.map((c) => c.id) }])}>
              One group of these {pool.length}
              {focus.length > 0 && `, on ${focus.map(pairShown).join(', ')}`}
            </button>
          )}
          <button className="btn btn-quiet" onClick={onClose}>
            Close
          </button>
        </span>
      </SuggestForm>
      <p className="mt-2 text-sm text-ink-2">{askedWords(asked, wish.size)}</p>
      <Trouble>{trouble}</Trouble>
      {found && (
        <>
          <SuggestionTable
            list={found.list}
            way={found.wish.way}
            weeks={found.wish.weeks}
            picked={found.picked}
            name={(id) => byId.get(id)?.givenName ?? '?'}
            onPick={(picked) => setFound({ ...found, picked })}
          />
          <SuggestionGroups
            problem={found.problem}
            suggestion={found.list[found.picked]!}
            children={byId}
            settings={settings}
            team={team}
            before={lastGroup}
          />
          {stale && (
            <p role="status" className="mt-4 flex flex-wrap items-center gap-3 border-l-4 border-wobbly bg-note px-3 py-2">
              These groups are for what was asked before.
              <button className="btn btn-small" onClick={() => setWish(found.wish)}>
                Ask for that after all
              </button>
            </p>
          )}
          <div className="mt-4 flex items-center gap-4">
            <button className="btn btn-main" disabled={stale} onClick={() => void accept(found.list[found.picked]!.grouping.groups)}>
              {found.list[found.picked]!.grouping.groups.length === 1
                ? 'Make this group'
                : `Make these ${found.list[found.picked]!.grouping.groups.length} groups`}
            </button>
            {found.wish.replace && (
              <span className="text-sm text-ink-2">
                {groups.length === 1 ? 'The group there is ends' : `The ${groups.length} groups there are end`} today with the sessions to
                come, kept under Before and now.
              </span>
            )}
          </div>
        </>
      )}
    </section>
  );
}
