/** Groups: who should sit together, for what, with whom? Cards that children are dragged between. */
import type { Group } from '@sapling/contract';
import type { Move } from '@sapling/core/grouping';
import {
  DndContext,
  DragOverlay,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay, useMe } from '../shell/me.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { core } from '../workers/core.js';
import { Conflict } from './conflict.js';
import { GainLittle } from './gain-little.js';
import { GroupCard, type GroupChange } from './group-card.js';
import { Flat, History } from './history.js';
import { Improve } from './improve.js';
import { Rules } from './rules.js';
import { Spread } from './spread.js';
import { Suggest } from './suggest.js';
import { toCoreGroup } from './problem.js';
import { underWay } from './under-way.js';
import { useBoard } from './use-board.js';
import { WaitingList } from './waiting.js';
import { Why } from './why.js';
import { changeWords, mainReason, minutes, moveWords, boardWords, namedOf, PART_WORDS, PARTS, ruleWords } from './words.js';

/** Arrow keys carry a lifted child from place to place, not pixel by pixel. */
const placeByPlace: KeyboardCoordinateGetter = (event, { context: { droppableRects, over, collisionRect } }) => {
  const step =
    event.code === 'ArrowRight' || event.code === 'ArrowDown' ? 1 : event.code === 'ArrowLeft' || event.code === 'ArrowUp' ? -1 : 0;
  if (step === 0 || !collisionRect) return undefined;
  event.preventDefault();
  const places = [...droppableRects.entries()].sort((a, b) =>
    Math.abs(a[1].top - b[1].top) > 40 ? a[1].top - b[1].top : a[1].left - b[1].left,
  );
  const at = places.findIndex(([id]) => id === over?.id);
  const next = places[(at + step + places.length) % places.length];
  return next ? { x: next[1].left + 20, y: next[1].top + 60 } : undefined;
};

export function Component() {
  const { data: groups, error } = useData('groups');
  const { data: children } = useData('children');
  const { data: team } = useData('team');
  const { data: classes } = useData('classes');
  const { data: lendings } = useData('lendings');
  const me = useMe().colleague.id;
  const may = useMay('form groups');
  const location = useLocation();
  const gaps = location.state as { fromChildren?: string[]; focus?: string[] } | null;
  const fromGaps = gaps?.fromChildren;
  const board = useBoard(groups, children, may);
  type Panel = 'suggest' | 'improve' | 'spread' | null;
  const [panel, setPanel] = useState<Panel>(fromGaps !== undefined ? 'suggest' : null);
  const [dialog, setDialog] = useState<'rules' | 'history' | null>(null);
  const [asked, setAsked] = useState<string | null>(null);
  const [locked, setLocked] = useState<ReadonlySet<string>>(new Set());
  const [lifted, setLifted] = useState<string | null>(null);
  const [moves, setMoves] = useState<readonly Move[] | null>(null);
  const [clash, setClash] = useState<{ child: string; to: string | null; theirs: Group; mine: GroupChange } | null>(null);
  const problem = board?.problem ?? null;
  // what carrying would change is said as soon as the figures are there, also of a child who was lifted before
  useEffect(() => {
    if (!lifted || !problem || !groups) return;
    let gone = false;
    void core()
      .movesOf(problem, groups.map(toCoreGroup), lifted)
      .then((found) => gone || setMoves(found));
    return () => {
      gone = true;
    };
  }, [lifted, problem, groups]);
  const toggle = (next: Panel) => () => setPanel(panel === next ? null : next);
  const lock = useCallback((id: string): void => {
    setLocked((before) => {
      const after = new Set(before);
      if (!after.delete(id)) after.add(id);
      return after;
    });
  }, []);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: placeByPlace }),
  );
  const byId = useMemo(() => new Map((children ?? []).map((c) => [c.id, c])), [children]);
  if (!groups || !children || !board)
    return (
      <Page title="Groups">
        <Pending error={error} what="the groups" />
      </Page>
    );

  const longest = Math.max(1, ...groups.flatMap((g) => g.members.map((id) => byId.get(id)?.line.length ?? 0)));
  const grouped = new Set(groups.flatMap((g) => g.members));
  const loose = children.filter((c) => !grouped.has(c.id) && c.line.some((p) => p.state === 'gap'));
  const named = namedOf(byId, groups, team ?? []);
  const { view } = board;
  // a group that is this colleague's for a time is run, not changed
  const borrowed = (g: Group): boolean =>
    g.members.length === 0 && (lendings ?? []).some((l) => l.groupId === g.id && l.colleagueId === me);
  const rulesBroken = (k: number): string[] => {
    if (!view || !problem) return [];
    const inGroup = new Set(groups[k]!.members);
    return view.breaks
      .filter((c) => ('children' in c ? c.children.every((id) => inGroup.has(id)) : 'child' in c && inGroup.has(c.child)))
      .map((c) => ruleWords(problem, c, named));
  };
  const lift = (child: string): void => {
    setLifted(child);
    setMoves(null);
  };
  const drop = (): void => {
    setLifted(null);
    setMoves(null);
  };
  const previewOf = (k: number | null) => {
    const move = moves?.find((m) => m.to === k);
    const here = lifted === null || (k === null ? !grouped.has(lifted) : groups[k]!.members.includes(lifted));
    return move && problem && !here ? moveWords(move, problem, named) : null;
  };
  const nameOf = (id: string): string => byId.get(id)?.givenName ?? 'The child';
  const groupName = (id: string | undefined): string => groups.find((g) => g.id === id)?.name ?? 'in no group';

  const move = async (child: string, from: Group | undefined, to: Group | undefined, undo = true): Promise<void> => {
    if (from?.id === to?.id) return;
    const side = (g: Group | undefined) => (g ? { id: g.id, version: g.version } : null);
    const known = problem ? core().movesOf(problem, groups.map(toCoreGroup), child) : Promise.resolve([]);
    try {
      const after = await call('moveChild', { body: { child, from: side(from), to: side(to) } });
      await refresh('groups');
      if (undo)
        toast(`${nameOf(child)} ${to ? `moved to ${to.name}` : `taken out of ${from?.name}`}`, {
          description: await known.then((all) => {
            const change = all.find((m) => m.to === (to ? groups.findIndex((g) => g.id === to.id) : null))?.change;
            if (!change) return undefined;
            const reason = mainReason(change);
            return `Lost in a cycle: ${changeWords(change.total)}${reason && `, mostly ${reason}`}.`;
          }),
          action: {
            label: 'Undo',
            onClick: () =>
              void move(
                child,
                after.find((g) => g.id === to?.id),
                after.find((g) => g.id === from?.id),
                false,
              ),
          },
        });
    } catch (error) {
      await refresh('groups');
      if (!(error instanceof Problem) || error.code !== 'newer-version') {
        toast.error(sentenceOf(error));
        return;
      }
      // nothing was moved: what the colleague left and what was wanted are laid side by side
      const now = error.data.current as Group[];
      const meant = to ?? from!;
      const theirs = now.find((g) => g.id === meant.id && g.version !== meant.version) ?? now.find((g) => g.id === meant.id) ?? meant;
      const mine = to ? [...to.members, child] : from!.members.filter((m) => m !== child);
      setClash({ child, to: to?.id ?? null, theirs, mine: { members: mine } });
    }
  };
  const addEmpty = async (): Promise<void> => {
    try {
      await call('addGroups', { body: { groups: [{ name: `Group ${groups.length + 1}`, adultId: null, focus: [], members: [] }] } });
      await refresh('groups');
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const announcements: Announcements = {
    onDragStart: ({ active }) =>
      `${nameOf(String(active.data.current?.child))} lifted. Arrow keys choose a group, space puts down, escape leaves it.`,
    onDragOver: ({ over }) => {
      if (!over) return undefined;
      const words = previewOf(over.id === 'loose' ? null : groups.findIndex((g) => g.id === over.id));
      return `Over ${over.id === 'loose' ? 'in no group' : groupName(String(over.id))}.${words ? ` ${words.cost}. ${words.why}` : ''}`;
    },
    onDragEnd: ({ active, over }) =>
      over
        ? `${nameOf(String(active.data.current?.child))} put down ${over.id === 'loose' ? 'in no group' : `in ${groupName(String(over.id))}`}.`
        : 'Left where it was.',
    onDragCancel: () => 'Left where it was.',
  };
  const improving = problem && view && groups.some((g) => g.members.length > 0);
  return (
    <Page
      wide
      title="Groups"
      lead={may ? 'Drag a child by the name, or lift with space.' : 'The groups you were given.'}
      actions={
        may && (
          <>
            <button className="btn btn-quiet" onClick={() => setDialog('rules')}>
              Rules
            </button>
            <button className="btn btn-quiet" onClick={() => setDialog('history')}>
              Before and now
            </button>
            <button className="btn btn-quiet" onClick={() => void addEmpty()}>
              Add an empty group
            </button>
            {improving && (
              <button className="btn" onClick={toggle('improve')} aria-expanded={panel === 'improve'}>
                Improve
              </button>
            )}
            <button
              className={`btn ${panel === 'suggest' ? '' : 'btn-main'}`}
              onClick={toggle('suggest')}
              aria-expanded={panel === 'suggest'}
            >
              Suggest groups
            </button>
          </>
        )
      }
    >
      {panel === 'suggest' && may && (
        <Suggest
          around={board.around}
          groups={groups}
          team={team ?? []}
          rules={board.rules}
          lastGroup={board.lastGroup}
          only={fromGaps}
          focus={gaps?.focus ?? []}
          onRules={() => setDialog('rules')}
          onClose={() => setPanel(null)}
        />
      )}
      {panel === 'improve' && view && (
        <Improve
          groups={groups}
          around={board.around}
          children={byId}
          team={team ?? []}
          locked={new Set([...locked].filter((id) => grouped.has(id) || groups.some((g) => g.id === id)))}
          cost={view.total}
          onClose={() => setPanel(null)}
        />
      )}
      {panel === 'spread' && <Spread groups={groups} children={children} classes={classes ?? []} />}
      {may && groups.length > 0 && panel !== 'suggest' && (
        <div className="mb-4">
          <p className="max-w-4xl text-lg" role="status">
            {view
              ? boardWords(view.learning, board.settings.cycleWeeks, underWay(groups, byId), nameOf)
              : 'Working out what these groups are likely to teach…'}
          </p>
          <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 text-sm text-ink-2">
            <button className="underline underline-offset-4" onClick={toggle('spread')} aria-expanded={panel === 'spread'}>
              How groups fall
            </button>
            {view && <GainLittle little={view.learning.little} name={nameOf} />}
            {view && (
              <details>
                <summary className="cursor-pointer underline underline-offset-4">In child-minutes</summary>
                <span>
                  <strong className="text-ink">{minutes(view.total.total)}</strong> lost in a cycle, for {problem!.children.length}{' '}
                  children:
                </span>
                {PARTS.filter((part) => Math.round(view.total[part]) !== 0).map((part) => (
                  <span key={part} className="ml-3" title={PART_WORDS[part].means}>
                    {PART_WORDS[part].short} {minutes(view.total[part])}
                  </span>
                ))}
              </details>
            )}
          </p>
        </div>
      )}
      {may && board.history && panel === null && <Flat history={board.history} children={byId} />}
      {groups.length === 0 && panel !== 'suggest' ? (
        <Empty
          title="No groups yet"
          action={
            may && (
              <button className="btn btn-main" onClick={() => setPanel('suggest')}>
                Suggest groups
              </button>
            )
          }
        >
          {may
            ? 'Groups are made from the gaps children share. Ask for a suggestion, look at it, then change what you know better.'
            : 'No group has been given to you yet.'}
        </Empty>
      ) : (
        <DndContext
          sensors={sensors}
          accessibility={{
            announcements,
            screenReaderInstructions: { draggable: 'Press space to lift, arrow keys to choose a group, space to put down.' },
          }}
          onDragStart={({ active }) => lift(String(active.data.current?.child))}
          onDragCancel={drop}
          onDragEnd={({ active, over }) => {
            drop();
            if (!over) return;
            const from = groups.find((g) => g.id === active.data.current?.group);
            const to = groups.find((g) => g.id === over.id);
            void move(String(active.data.current?.child), from, to);
          }}
        >
          <div className="grid gap-4 [grid-template-columns:repeat(auto-fill,minmax(27rem,1fr))]">
            {groups.map((group, k) => (
              <GroupCard
                key={group.id}
                group={group}
                groups={groups}
                children={byId}
                team={team ?? []}
                around={board.around}
                settings={board.settings}
                cost={view?.groups[k] ?? null}
                thin={view?.thin[k] ?? null}
                breaks={rulesBroken(k)}
                preview={previewOf(k)}
                locked={locked}
                onLock={lock}
                onWhy={setAsked}
                total={longest}
                may={may && !borrowed(group)}
                onMove={(child, to) => void move(child, group, to)}
              />
            ))}
            {may && (
              <WaitingList
                children={loose}
                groups={groups}
                waiting={view?.waiting ?? []}
                rules={board.rules}
                preview={previewOf(null)}
                onWhy={setAsked}
                onMove={(child, to) => void move(child, undefined, to)}
              />
            )}
          </div>
          <DragOverlay dropAnimation={null}>
            {lifted && (
              <span className="block w-fit rounded-m border border-ink bg-white px-3 py-1.5 font-semibold shadow-lg">{nameOf(lifted)}</span>
            )}
          </DragOverlay>
        </DndContext>
      )}
      {dialog === 'rules' && <Rules rules={board.rules} children={children} settings={board.settings} onClose={() => setDialog(null)} />}
      {dialog === 'history' && board.history && (
        <History
          history={board.history}
          groups={groups}
          children={byId}
          problem={problem}
          lastGroup={board.lastGroup}
          onClose={() => setDialog(null)}
        />
      )}
      {clash && (
        <Conflict
          mine={clash.mine}
          theirs={clash.theirs}
          children={byId}
          team={team ?? []}
          onClose={() => setClash(null)}
          onMine={() =>
            void move(
              clash.child,
              groups.find((g) => g.members.includes(clash.child)),
              groups.find((g) => g.id === clash.to),
            )
          }
        />
      )}
      {asked && problem && byId.has(asked) && (
        <Why
          child={byId.get(asked)!}
          groups={groups}
          children={byId}
          team={team ?? []}
          problem={problem}
          rules={board.rules}
          last={board.lastGroup.get(asked)}
          onMove={(to) =>
            void move(
              asked,
              groups.find((g) => g.members.includes(asked)),
              to,
            )
          }
          onClose={() => setAsked(null)}
        />
      )}
      {groups.length > 0 && (
        <p className="mt-6">
          Next:{' '}
          <Link className="underline" to={may ? '/sessions/new' : '/sessions'}>
            {may ? 'make a session for a group' : 'see the sessions of your groups'}
          </Link>
          .
        </p>
      )}
    </Page>
  );
}
