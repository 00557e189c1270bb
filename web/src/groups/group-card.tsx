/** One group on the board: its name, adult, focus, and its children with their lines. */
import { listed } from '@sapling/core';
import type { ChildLine, Colleague, Group, SchoolSettings } from '@sapling/contract';
import type { CostBreakdown, LowEvidence } from '@sapling/core/grouping';
import { useDroppable } from '@dnd-kit/core';
import { CalendarPlus, EllipsisVertical, Lock, LockOpen } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useStart } from '../check/use-start.js';
import { AdultOptions } from '../ui/adult-options.js';
import { dayWords } from '../ui/dates.js';
import { graphemeShown, Sound } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { arrange, undoing } from './arrange.js';
import { Conflict } from './conflict.js';
import { meetingWords } from '../timetable/week-times.js';
import { Details } from './details.js';
import { LendDialog, LentLines } from './lend.js';
import { FocusPicker } from './focus-picker.js';
import { Member, memberColumns, Menu, MenuItem } from './member.js';
import { MOST_FOCUS, needOf, problemOf, splitFocus, taughtToAny, type GroupingContext } from './problem.js';
import { minutes, PART_WORDS, PARTS } from './words.js';

interface Props {
  group: Group;
  groups: readonly Group[];
  children: ReadonlyMap<string, ChildLine>;
  team: readonly Colleague[];
  around: GroupingContext;
  settings: SchoolSettings;
  /** What the group costs as it stands, and what is known too little in it; null until that is worked out. */
  cost: CostBreakdown | null;
  thin: LowEvidence | null;
  /** Rules it breaks, in words. */
  breaks: readonly string[];
  /** What dropping the child that is carried would do here. */
  preview: { cost: string; why: string; barred: boolean } | null;
  locked: ReadonlySet<string>;
  onLock: (id: string) => void;
  onWhy: (child: string) => void;
  /** Pairs of the longest line on the board, so that all lines share one scale. */
  total: number;
  may: boolean;
  onMove: (child: string, to: Group | undefined) => void;
}
export type GroupChange = Partial<
  Pick<Group, 'name' | 'adultId' | 'focus' | 'members' | 'skills' | 'slot' | 'meets' | 'startsOn' | 'endsOn'>
>;

const CHANGED: Record<keyof GroupChange, string> = {
  name: 'name',
  adultId: 'adult',
  focus: 'focus',
  members: 'children',
  skills: 'skills',
  slot: 'time',
  meets: 'meetings a week',
  startsOn: 'first day',
  endsOn: 'last day',
};

export function GroupCard(props: Props) {
  const { group, groups, children, team, around, settings, cost, thin, breaks, preview, locked, onLock, onWhy, total, may, onMove } = props;
  const start = useStart();
  const { setNodeRef, isOver } = useDroppable({ id: group.id, disabled: !may });
  const [name, setName] = useState(group.name);
  const [picking, setPicking] = useState(false);
  const [detailing, setDetailing] = useState(false);
  const [lending, setLending] = useState(false);
  const [conflict, setConflict] = useState<{ mine: GroupChange; theirs: Group } | null>(null);
  useEffect(() => setName(group.name), [group.name]);
  // a second change can come before the first has been read back: it stands on the version the first made
  const latest = useRef(group.version);
  useEffect(() => {
    latest.current = Math.max(latest.current, group.version);
  }, [group.version]);

  const save = async (change: GroupChange, version = latest.current, undo = true): Promise<void> => {
    const before: GroupChange = Object.fromEntries(Object.keys(change).map((key) => [key, group[key as keyof GroupChange]]));
    try {
      const saved = await call('updateGroup', { params: { id: group.id }, body: { ...change, version } });
      latest.current = saved.version;
      await refresh('groups');
      if (undo)
        toast(
          `${saved.name}: ${Object.keys(change)
            .filter((key) => JSON.stringify(before[key as keyof GroupChange]) !== JSON.stringify(change[key as keyof GroupChange]))
            .map((key) => CHANGED[key as keyof GroupChange])
            .join(', ')} changed`,
          { action: { label: 'Undo', onClick: () => void save(before, saved.version, false) } },
        );
    } catch (error) {
      if (error instanceof Problem && error.code === 'newer-version') setConflict({ mine: change, theirs: error.data.current as Group });
      else toast.error(sentenceOf(error));
      await refresh('groups');
      setName(group.name);
    }
  };
  const remove = async (): Promise<void> => {
    try {
      await arrange({ end: [{ id: group.id, version: group.version }] });
      toast(`${group.name} ended. Its sessions stay, and it is kept under Before and now.`, {
        action: undoing({ reopen: [{ id: group.id, version: group.version + 1 }] }),
      });
    } catch (error) {
      await refresh('groups');
      toast.error(sentenceOf(error));
    }
  };
  const suggestFocus = async (): Promise<void> => {
    const members = group.members.flatMap((id) => children.get(id) ?? []);
    const problem = problemOf(members, around, { groups: 1, size: [1, Math.max(1, members.length)] });
    const wholeWords = around.orders.taughtToAll(members.map((c) => c.classId)).words;
    await save(splitFocus(await core().suggestFocus(problem, group.members, wholeWords)));
  };
  const { data: table } = useData('timetable');
  const meets = meetingWords(group.id, table, settings) || settings.slots.find((s) => s.id === group.slot)?.name;
  const isLocked = locked.has(group.id);
  const taught = taughtToAny(
    group.members.flatMap((id) => children.get(id) ?? []),
    around.orders,
  );
  const adult = team.find((c) => c.id === group.adultId);
  return (
    <section
      ref={setNodeRef}
      id={group.id}
      aria-label={group.name}
      className={`sheet relative flex flex-col p-4 ${isOver ? (preview?.barred ? '!border-gap !bg-gap-wash' : '!border-pine !bg-leaf-wash') : ''}`}
    >
      <div className="flex items-center gap-2">
        {may ? (
          <input
            className="min-w-0 flex-1 rounded-s border border-transparent bg-transparent font-serif text-lg font-semibold hover:border-rule focus:border-rule"
            value={name}
            aria-label={`Name of ${group.name}`}
            maxLength={80}
            onChange={(event) => setName(event.target.value)}
            onBlur={() => (name.trim() === '' ? setName(group.name) : name.trim() !== group.name && void save({ name: name.trim() }))}
            onKeyDown={(event) => {
              if (event.key === 'Enter') event.currentTarget.blur();
              if (event.key === 'Escape') {
                setName(group.name);
                event.stopPropagation();
              }
            }}
          />
        ) : (
          <h2 className="flex-1 text-lg">{group.name}</h2>
        )}
        {may && (
          <button
            className="btn btn-quiet btn-small !px-1"
            aria-pressed={isLocked}
            aria-label={isLocked ? `Unlock ${group.name}` : `Lock ${group.name}`}
            title={isLocked ? 'Locked: stays as it is when the rest is improved' : 'Keep as it is when the rest is improved'}
            onClick={() => onLock(group.id)}
          >
            {isLocked ? <Lock size={16} aria-hidden /> : <LockOpen size={16} aria-hidden className="text-ink-2" />}
          </button>
        )}
        {may && (
          <DropdownMenu.Root>
            <DropdownMenu.Trigger className="btn btn-quiet btn-small !px-1" aria-label={`More for ${group.name}`}>
              <EllipsisVertical size={18} aria-hidden />
            </DropdownMenu.Trigger>
            <Menu>
              <MenuItem onSelect={() => void suggestFocus()}>Take the focus that fits best</MenuItem>
              <MenuItem onSelect={() => setPicking(true)}>Choose the focus</MenuItem>
              <MenuItem onSelect={() => setDetailing(true)}>Set time, dates and skills</MenuItem>
              <MenuItem onSelect={() => setLending(true)}>Give to a colleague for a time</MenuItem>
              <MenuItem onSelect={() => void remove()}>End this group</MenuItem>
            </Menu>
          </DropdownMenu.Root>
        )}
      </div>
      <div className="mt-1 mb-2 flex flex-wrap items-center gap-x-2 gap-y-1 text-ink-2">
        {may ? (
          <label className="flex items-center gap-2">
            with
            <select
              className="rounded-s border border-rule bg-white px-1.5 py-0.5 text-ink"
              value={group.adultId ?? ''}
              onChange={(event) => void save({ adultId: event.target.value || null })}
              aria-label={`Adult of ${group.name}`}
            >
              <AdultOptions team={team} now={group.adultId} />
            </select>
          </label>
        ) : (
          <span>with {adult?.name ?? 'nobody yet'}</span>
        )}
        <span className="text-sm">
          {meets && `${meets} · `}
          {dayWords(group.startsOn)}
          {group.endsOn ? ` to ${dayWords(group.endsOn)}` : ' on'}
        </span>
      </div>
      <LentLines group={group} team={team} />
      {group.skills.length > 0 && <p className="mb-1">Skills: {listed(group.skills)}</p>}
      {group.focus.length + group.skills.length === 0 && group.members.length > 0 && may && (
        <div className="mb-2">
          <button className="btn btn-small" onClick={() => void suggestFocus()}>
            Take the focus that fits best
          </button>
        </div>
      )}
      {group.members.length > 0 && group.focus.length > 0 && <FocusHead group={group} children={children} />}
      <ul className="ruled mb-3 flex-1">
        {group.members.map((id) => {
          const child = children.get(id);
          return child ? (
            <Member
              key={id}
              child={child}
              group={group}
              groups={groups}
              total={total}
              may={may}
              locked={locked.has(id) || isLocked}
              onLock={() => onLock(id)}
              onWhy={() => onWhy(id)}
              onMove={(to) => onMove(id, to)}
            />
          ) : null;
        })}
        {group.members.length + group.hidden === 0 && <li className="py-3 text-ink-2">No children yet. {may && 'Drag one here.'}</li>}
        {group.hidden > 0 && (
          <li className="py-1 text-sm text-ink-2">
            {group.members.length === 0
              ? `${group.hidden} ${group.hidden === 1 ? 'child' : 'children'} whose records you do not see`
              : `and ${group.hidden} of another class`}
          </li>
        )}
      </ul>
      {breaks.map((words) => (
        <p key={words} className="mb-2 border-l-4 border-gap bg-gap-wash px-2 py-1 text-sm">
          Breaks a rule: {words}.
        </p>
      ))}
      {thin && thin.share >= 0.2 && may && (
        <p className="mb-2 text-sm">
          <span className="text-wobbly">Thin evidence for {Math.round(thin.share * 100)} % of its focus.</span> Two minutes would settle it:{' '}
          {thin.ask.slice(0, 3).map(({ child: id, needs }, k) => {
            const child = children.get(id);
            const pairs = needs.filter((n) => n.includes(':'));
            return child && pairs.length > 0 ? (
              <span key={id}>
                {k > 0 && ', '}
                <button className="underline underline-offset-4" onClick={() => void start(child, { kind: 'see-say', only: pairs })}>
                  ask {child.givenName} {listed(pairs.map(graphemeShown))}
                </button>
              </span>
            ) : null;
          })}
        </p>
      )}
      {cost && may && group.members.length > 0 && (
        <p
          className="mb-2 text-sm text-ink-2"
          title={PARTS.filter((p) => Math.round(cost[p]) !== 0)
            .map((p) => `${PART_WORDS[p].short}: ${minutes(cost[p])} (${PART_WORDS[p].means})`)
            .join('\n')}
        >
          Lost in a cycle: {minutes(cost.total)}, of it {minutes(cost.notCovered)} {PART_WORDS.notCovered.short}
        </p>
      )}
      {preview && (
        <div
          className={`pointer-events-none absolute inset-x-0 top-12 min-h-24 border-y-2 px-4 py-2 ${preview.barred ? 'border-gap bg-gap-wash' : 'border-pine bg-leaf-wash'}`}
        >
          <p className="font-semibold">{preview.cost}</p>
          <p className="text-sm">{preview.why}</p>
        </div>
      )}
      {may && group.members.length > 0 && (
        <span className="flex flex-wrap gap-x-4 text-sm">
          <Link className="inline-block py-1 underline" to={`/groups/${group.id}/cycle`}>
            The cycle
          </Link>
          <Link className="inline-block py-1 underline" to={`/groups/${group.id}/outcome`}>
            Did it work?
          </Link>
          <Link className="inline-block py-1 underline" to={`/groups/${group.id}/handover`}>
            Hand over
          </Link>
        </span>
      )}
      {may && group.members.length > 0 && (
        <Link className="btn btn-small self-start" to={`/sessions/new?group=${group.id}`}>
          <CalendarPlus size={15} aria-hidden /> Make a session
        </Link>
      )}
      {picking && (
        <FocusPicker
          group={group}
          taught={taught}
          children={children}
          most={Math.min(MOST_FOCUS, Math.max(6, group.focus.length))}
          onClose={() => setPicking(false)}
          onPicked={(focus) => void save({ focus })}
        />
      )}
      {lending && <LendDialog group={group} team={team} onClose={() => setLending(false)} />}
      {detailing && (
        <Details group={group} settings={settings} onClose={() => setDetailing(false)} onSave={(change) => void save(change)} />
      )}
      {conflict && (
        <Conflict
          mine={conflict.mine}
          theirs={conflict.theirs}
          children={children}
          team={team}
          onClose={() => setConflict(null)}
          onMine={() => void save(conflict.mine, conflict.theirs.version)}
        />
      )}
    </section>
  );
}

/** Over the members' columns: each focus pair with its sound and how many need it. */
function FocusHead({ group, children }: { group: Group; children: ReadonlyMap<string, ChildLine> }) {
  return (
    <div className="grid items-end gap-x-1" style={{ gridTemplateColumns: memberColumns(group.focus.length) }}>
      <span />
      <span />
      {group.focus.map((gpc) => {
        const need = needOf(group, children, gpc);
        return (
          <span key={gpc} className="text-center" title={`${need} of ${group.members.length} need it`}>
            <span className="block font-child leading-tight">{graphemeShown(gpc)}</span>
            <Sound gpc={gpc} className="block text-xs leading-none text-ink-2" />
            <span className="sr-only">
              {need} of {group.members.length} need it
            </span>
          </span>
        );
      })}
      <span className="text-center text-xs leading-tight text-ink-2">other gaps</span>
      <span />
    </div>
  );
}
