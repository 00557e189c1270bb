/** One group on the board: its name, adult, focus, and its children with their lines. */
import { listed } from '@sapling/core';
import type { ChildLine, Colleague, Group, SchoolSettings } from '@sapling/contract';
import type { CostBreakdown, LowEvidence } from '@sapling/core/grouping';
import { useDroppable } from '@dnd-kit/core';
import { CalendarPlus } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { sentenceOf } from '../api/client.js';
import { useStart } from '../check/use-start.js';
import { graphemeShown, Sound } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { Conflict } from './conflict.js';
import { AddChild } from './add-child.js';
import { Details } from './details.js';
import { FocusPicker } from './focus-picker.js';
import { GroupHead } from './group-head.js';
import { LendDialog, LentLines } from './lend.js';
import { Member, memberColumns } from './member.js';
import { taughtToAny } from '../api/orders.js';
import { MOST_FOCUS, needOf, problemOf, splitFocus, type GroupingContext } from './problem.js';
import { useGroup } from './use-group.js';
import { minutes, PART_WORDS, PARTS, type MovePreview } from './words.js';

interface Props {
  group: Group;
  groups: readonly Group[];
  children: ReadonlyMap<string, ChildLine>;
  team: readonly Colleague[];
  around: GroupingContext;
  settings: SchoolSettings;
  /** What the group costs as it stands, and what is known too little in it; null until that is worked out. */
  cost: CostBreakdown | null;
  /** Whether that is being worked out. */
  working: boolean;
  thin: LowEvidence | null;
  /** Rules it breaks, in words. */
  breaks: readonly string[];
  /** What dropping the child that is carried would do here. */
  preview: MovePreview | null;
  locked: ReadonlySet<string>;
  onLock: (id: string) => void;
  onWhy: (child: string) => void;
  /** Pairs of the longest line on the board, so that all lines share one scale. */
  total: number;
  may: boolean;
  onMove: (child: string, to: Group | undefined) => void;
  /** A child of the school comes in, from wherever it is. */
  onAdd: (child: string) => void;
}
/** Which dialog of the card is open. */
type Opened = 'focus' | 'details' | 'lend' | 'add' | null;

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function GroupCard(props: Props) {
  const { group, groups, children, team, around, settings, preview, locked, onLock, onWhy, total, may, onMove, onAdd } = props;
  const { setNodeRef, isOver } = useDroppable({ id: group.id, disabled: !may });
  const [name, setName] = useState(group.name);
  const [nameRead, setNameRead] = useState(group.name);
  // a name that a colleague wrote stands in the field at once
  if (nameRead !== group.name) {
    setNameRead(group.name);
    setName(group.name);
  }
  const [opened, setOpened] = useState<Opened>(null);
  const close = (): void => setOpened(null);
  const { save, end, conflict, closeConflict } = useGroup(group, () => setName(group.name));
  const members = group.members.flatMap((id) => children.get(id) ?? []);
  const suggestFocus = async (): Promise<void> => {
    const problem = problemOf(members, around, { groups: 1, size: [1, Math.max(1, members.length)] });
    const wholeWords = around.orders.taughtToAll(members.map((c) => c.classId)).words;
    try {
      await save(splitFocus(await core().suggestFocus(problem, group.members, wholeWords)));
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const isLocked = locked.has(group.id);
  const over = isOver ? (preview?.barred ? '!border-gap !bg-gap-wash' : '!border-pine !bg-leaf-wash') : '';
  return (
    <section ref={setNodeRef} id={group.id} aria-label={group.name} className={`sheet relative flex flex-col p-4 ${over}`}>
      <GroupHead
        group={group}
        team={team}
        settings={settings}
        may={may}
        name={name}
        onName={setName}
        isLocked={isLocked}
        onLock={() => onLock(group.id)}
        onSave={(change) => void save(change)}
        onSuggestFocus={() => void suggestFocus()}
        onOpen={setOpened}
        onEnd={() => void end()}
      />
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
        {members.map((child) => (
          <Member
            key={child.id}
            child={child}
            group={group}
            groups={groups}
            total={total}
            may={may}
            locked={locked.has(child.id) || isLocked}
            onLock={() => onLock(child.id)}
            onWhy={() => onWhy(child.id)}
            onMove={(to) => onMove(child.id, to)}
          />
        ))}
        {group.members.length + group.hidden === 0 && (
          <li className="py-3 text-ink-2">
            No children yet.{' '}
            {may && (
              <>
                Drag one here, or{' '}
                <button className="underline underline-offset-4" onClick={() => setOpened('add')}>
                  add one by name
                </button>
                .
              </>
            )}
          </li>
        )}
        {group.hidden > 0 && (
          <li className="py-1 text-sm text-ink-2">
            {group.members.length === 0
              ? `${group.hidden} ${group.hidden === 1 ? 'child' : 'children'} whose records you do not see`
              : `and ${group.hidden} of another class`}
          </li>
        )}
      </ul>
      <Notes {...props} />
      {preview && (
        <div
          className={`pointer-events-none absolute inset-x-0 top-12 min-h-24 border-y-2 px-4 py-2 ${preview.barred ? 'border-gap bg-gap-wash' : 'border-pine bg-leaf-wash'}`}
        >
          <p className="font-semibold">{preview.cost}</p>
          <p className="text-sm">{preview.why}</p>
        </div>
      )}
      {may && group.members.length > 0 && <GroupLinks id={group.id} />}
      {opened === 'focus' && (
        <FocusPicker
          group={group}
          taught={taughtToAny(members, around.orders)}
          children={children}
          most={Math.min(MOST_FOCUS, Math.max(6, group.focus.length))}
          onClose={close}
          onPicked={(focus) => void save({ focus })}
        />
      )}
      {opened === 'add' && <AddChild group={group} groups={groups} children={children} onAdd={onAdd} onClose={close} />}
      {opened === 'lend' && <LendDialog group={group} team={team} onClose={close} />}
      {opened === 'details' && <Details group={group} settings={settings} onClose={close} onSave={(change) => void save(change)} />}
      {conflict && (
        <Conflict
          mine={conflict.mine}
          theirs={conflict.theirs}
          children={children}
          team={team}
          onClose={closeConflict}
          onMine={() => void save(conflict.mine, conflict.theirs.version)}
        />
      )}
    </section>
  );
}

/** What stands against the group as it is: rules it breaks, what is known too little, and what it costs. */
function Notes({
  group,
  children,
  cost,
  working,
  thin,
  breaks,
  may,
}: Pick<Props, 'group' | 'children' | 'cost' | 'working' | 'thin' | 'breaks' | 'may'>) {
  const start = useStart();
  return (
    <>
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
      {working && may && group.members.length > 0 && <p className="mb-2 text-sm text-ink-2">Working out what is lost in a cycle…</p>}
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
    </>
  );
}

function GroupLinks({ id }: { id: string }) {
  return (
    <>
      <span className="flex flex-wrap gap-x-4 text-sm">
        <Link className="inline-block py-1 underline" to={`/groups/${id}/cycle`}>
          The cycle
        </Link>
        <Link className="inline-block py-1 underline" to={`/groups/${id}/outcome`}>
          Did it work?
        </Link>
        <Link className="inline-block py-1 underline" to={`/groups/${id}/handover`}>
          Hand over
        </Link>
      </span>
      <Link className="btn btn-small self-start" to={`/sessions/new?group=${id}`}>
        <CalendarPlus size={15} aria-hidden /> Make a session
      </Link>
    </>
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
