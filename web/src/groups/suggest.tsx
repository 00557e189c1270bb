/** Suggestions of groups from the gaps: asked for, laid side by side, looked at, then one is taken or none. */
import type { ChildLine, Colleague, Group, GroupHistory, GroupRule } from '@sapling/contract';
import type { Strand } from '@sapling/core/evidence';
import { DEFAULT_CONTINUITY, pairsInCycle, type GroupingProblem } from '@sapling/core/grouping';
import { proxy } from 'comlink';
import { addDays, format } from 'date-fns';
import { useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '../api/client.js';
import { useData } from '../api/data.js';
import { Trouble } from '../ui/form.js';
import { graphemeShown } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import type { Offer } from '../workers/grouping.js';
import { arrange, undoing } from './arrange.js';
import {
  GROUP_SKILLS,
  inNeed,
  MOST_FOCUS,
  MOST_MEMBERS,
  possible,
  problemOf,
  roomsAt,
  splitFocus,
  type GroupingContext,
} from './problem.js';
import { Searching } from './searching.js';
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
type Way = 'shared gaps' | 'next step' | Strand;
/** What staying with last cycle's companions is worth, in child-minutes of one who keeps none of them. */
const KEEP = { 'as the evidence says': 0, 'a little': DEFAULT_CONTINUITY, 'keep groups': 40 } as const;
type Keep = keyof typeof KEEP;
const NAMES = ['Willow', 'Hazel', 'Rowan', 'Alder', 'Aspen', 'Birch', 'Cedar', 'Linden', 'Maple', 'Juniper', 'Elder', 'Larch'];

/** Names not taken yet, in order, then numbers. */
function freeNames(count: number, taken: readonly string[]): string[] {
  const free = NAMES.filter((n) => !taken.includes(n));
  return Array.from({ length: count }, (_, k) => free[k] ?? `Group ${taken.length + k + 1}`);
}

/** How many groups times, rooms and adults still have room for; without limits where none are set. */
function freeRoom(settings: GroupingContext['settings'], beside: readonly Group[]): number {
  const rooms = settings.slots.reduce((n, s) => n + Math.max(0, roomsAt(settings, s) - beside.filter((g) => g.slot === s.id).length), 0);
  const adults = settings.groupAdults.reduce((n, a) => n + Math.max(0, a.groups - beside.filter((g) => g.adultId === a.id).length), 0);
  return Math.min(settings.slots.length > 0 ? rooms : Infinity, settings.groupAdults.length > 0 ? adults : Infinity);
}

export function Suggest({ around, groups, team, rules, lastGroup, only, focus, onRules, onClose }: Props) {
  const { children, settings } = around;
  const { data: classes } = useData('classes');
  const classIds = [...new Set(children.map((c) => c.classId))];
  const [from, setFrom] = useState<string>(only ? 'chosen' : 'all');
  const [replace, setReplace] = useState(false);
  const [way, setWay] = useState<Way>(settings.groupWay);
  const [weeks, setWeeks] = useState(settings.cycleWeeks);
  const [perWeek, setPerWeek] = useState(settings.sessionsAWeek);
  const [count, setCount] = useState<number | null>(null);
  const [size, setSize] = useState<[number, number]>([3, 6]);
  const [keep, setKeep] = useState<Keep>('a little');
  const [progress, setProgress] = useState<number | null>(null);
  const [found, setFound] = useState<{ problem: GroupingProblem; list: readonly Offer[]; picked: number } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);

  const taken = new Set(groups.flatMap((g) => g.members));
  const skill = way === 'shared gaps' || way === 'next step' ? undefined : way;
  const lacks = (c: ChildLine): boolean =>
    skill === undefined || c.strands.some((s) => s.strand === skill && (s.state === 'gap' || s.state === 'wobbly'));
  const own = children.filter(
    (c) => (from === 'all' || from === 'chosen' || c.classId === from) && (replace || !taken.has(c.id)) && lacks(c),
  );
  const pool = from === 'chosen' ? children.filter((c) => only?.includes(c.id)) : skill ? own : inNeed(own);
  const room = freeRoom(around.settings, replace ? [] : groups);
  // as many as times, rooms and adults allow, and as there are children for
  const number = count ?? Math.max(1, Math.min(room, Math.ceil(pool.length / Math.max(1, size[1] - 1))));
  const out = new Set(rules.filter((r) => r.kind === 'out').flatMap((r) => r.children));
  const free = pool.filter((c) => !out.has(c.id)).length;
  const ok = possible(Math.min(free, number * size[1]), number, size[0], size[1]);
  const byId = new Map(children.map((c) => [c.id, c]));
  const focusSize = pairsInCycle(weeks, perWeek);

  const ask = async (): Promise<void> => {
    setTrouble(null);
    setFound(null);
    setProgress(0);
    const now = new Map(groups.flatMap((g) => g.members.map((m) => [m, g.name] as const)));
    const before = new Map([...lastGroup].map(([id, g]) => [id, g.name] as const));
    const asked = {
      ...problemOf(pool, around, {
        groups: number,
        size,
        way,
        focusSize,
        weeks,
        mayWait: true,
        beside: replace ? [] : groups,
        last: replace ? now : before,
      }),
      continuity: KEEP[keep],
    };
    // read as wholes in every class of these children
    const wholeWords = around.orders.taughtToAll(pool.map((c) => c.classId)).words;
    try {
      const answer = await core().suggestGroups(
        asked,
        wholeWords,
        proxy((done: number) => setProgress(done)),
      );
      if ('refused' in answer) setTrouble(refusedWords(answer, asked, namedOf(byId, [], team)));
      else setFound({ problem: asked, list: answer, picked: 0 });
    } catch (error) {
      setTrouble((error as { message?: string }).message ?? sentenceOf(error));
    } finally {
      setProgress(null);
    }
  };
  const accept = async (
    made: readonly { focus: readonly string[]; members: readonly string[]; slot?: string; adult?: string }[],
  ): Promise<void> => {
    const names = freeNames(made.length, [...(replace ? [] : groups.map((g) => g.name)), ...(classes ?? []).map((c) => c.name)]);
    const add = made.map((g, k) => ({
      name: names[k]!,
      adultId: g.adult ?? null,
      ...splitFocus(g.focus),
      members: [...g.members],
      slot: g.slot ?? null,
      meets: perWeek === settings.sessionsAWeek ? null : perWeek,
      startsOn: todayDay(),
      endsOn: format(addDays(nowDate(), weeks * 7 - 1), 'yyyy-MM-dd'),
    }));
    const end = replace ? groups.map((g) => ({ id: g.id, version: g.version })) : [];
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
  const field = (label: string, value: number, most: number, change: (value: number) => void) => (
    <label className="flex items-center gap-2">
      {label}
      <input
        className="field !w-16"
        type="number"
        min={1}
        max={most}
        value={value}
        onChange={(event) => change(Math.max(1, Math.min(most, Number(event.target.value) || 1)))}
      />
    </label>
  );
  return (
    <section aria-label="Suggest groups" className="mb-6 border-y-2 border-pine bg-sheet px-5 py-4">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-3">
        <label className="flex items-center gap-2">
          From
          <select className="field !w-auto" value={from} onChange={(event) => setFrom(event.target.value)}>
            {only && <option value="chosen">the {only.length} chosen under Gaps</option>}
            <option value="all">{replace ? 'all children with gaps' : 'all children with gaps, in no group'}</option>
            {classIds.length > 1 &&
              classIds.map((id) => (
                <option key={id} value={id}>
                  {classes?.find((c) => c.id === id)?.name ?? 'one class'} only
                </option>
              ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          by
          <select
            className="field !w-auto"
            aria-label="How groups are formed"
            value={way}
            onChange={(event) => setWay(event.target.value as Way)}
          >
            <option value="shared gaps">shared gaps, wherever they are</option>
            <option value="next step">next step in the order</option>
            {GROUP_SKILLS.map((s) => (
              <option key={s} value={s}>
                one skill: {s}
              </option>
            ))}
          </select>
        </label>
        {field('Groups', number, 60, setCount)}
        {field('of', size[0], MOST_MEMBERS, (value) => setSize([value, Math.max(value, size[1])]))}
        {field('to', size[1], MOST_MEMBERS, (value) => setSize([Math.min(size[0], value), value]))}
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-3">
        {field('Weeks', weeks, 20, setWeeks)}
        {field('Sessions', perWeek, 10, setPerWeek)}
        <span className="text-sm text-ink-2" title="A pair needs four sessions to be met, to come back and to be read">
          a week, for {focusSize} {focusSize === 1 ? 'pair' : 'pairs'}
        </span>
        {groups.length > 0 && (
          <label className="flex items-center gap-2">
            <input type="checkbox" className="size-4" checked={replace} onChange={(event) => setReplace(event.target.checked)} /> New cycle:
            these groups end
          </label>
        )}
        {(lastGroup.size > 0 || groups.length > 0) && (
          <label className="flex items-center gap-2">
            Staying together
            <select className="field !w-auto" value={keep} onChange={(event) => setKeep(event.target.value as Keep)}>
              {Object.keys(KEEP).map((k) => (
                <option key={k}>{k}</option>
              ))}
            </select>
          </label>
        )}
        <button className="underline underline-offset-4" onClick={onRules}>
          {rules.length === 0 ? 'No rules' : `${rules.length} ${rules.length === 1 ? 'rule' : 'rules'}`}
        </button>
        <span className="ml-auto flex items-center gap-3">
          {progress === null ? (
            <button className="btn btn-main" disabled={!ok} onClick={() => void ask()}>
              {found ? 'Suggest again' : 'Suggest'}
            </button>
          ) : (
            <Searching progress={progress} />
          )}
          {from === 'chosen' && pool.length > 0 && pool.length <= MOST_MEMBERS && (
            <button className="btn" onClick={() => void accept([{ focus: focus.slice(0, MOST_FOCUS), members: pool.map((c) => c.id) }])}>
              One group of these {pool.length}
              {focus.length > 0 && `, on ${focus.map((gpc) => graphemeShown(gpc)).join(', ')}`}
            </button>
          )}
          <button className="btn btn-quiet" onClick={onClose}>
            Close
          </button>
        </span>
      </div>
      <p className="mt-2 text-sm text-ink-2">
        {pool.length === 0
          ? skill
            ? `Nobody was found to need ${skill}. Check it first.`
            : own.length > 0
              ? own.some((c) => c.lastCheck !== null)
                ? 'Nobody of these has a gap that is sure enough to form groups by. A card that was missed becomes one when it is missed again: press “Ask once more” after a check, or check on another day.'
                : 'Nobody of these has been checked yet. Check first.'
              : 'Everybody is in a group already.'
          : ok
            ? `${pool.length} children ${skill ? `who need ${skill}` : 'with gaps'}${free > number * size[1] ? `, of whom ${free - number * size[1]} will wait` : ''}.`
            : `${free} children do not make ${number} groups of ${size[0]} to ${size[1]}.`}
      </p>
      <Trouble>{trouble}</Trouble>
      {found && (
        <>
          <SuggestionTable
            list={found.list}
            way={way}
            weeks={weeks}
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
          <div className="mt-4 flex items-center gap-4">
            <button className="btn btn-main" onClick={() => void accept(found.list[found.picked]!.grouping.groups)}>
              {found.list[found.picked]!.grouping.groups.length === 1
                ? 'Make this group'
                : `Make these ${found.list[found.picked]!.grouping.groups.length} groups`}
            </button>
            {replace && (
              <span className="text-sm text-ink-2">The {groups.length} groups there are end today and are kept under Before and now.</span>
            )}
          </div>
        </>
      )}
    </section>
  );
}
