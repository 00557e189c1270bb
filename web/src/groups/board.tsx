/** Groups: who should sit together, for what, with whom? Cards that children are dragged between. */
import type { Group } from '@sapling/contract';
import { useMemo, useState, type ReactNode } from 'react';
import { useLocked } from './use-locked.js';
import { Link, useLocation } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay, useMe } from '../shell/me.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { BoardCards } from './board-cards.js';
import { BoardDialogs, type BoardDialog } from './board-dialogs.js';
import { BoardSum } from './board-sum.js';
import { Flat } from './history.js';
import { Improve } from './improve.js';
import { Spread } from './spread.js';
import { Suggest } from './suggest.js';
import { useBoard } from './use-board.js';
import { useMoveChild } from './use-move-child.js';

type Panel = 'suggest' | 'improve' | 'spread' | null;
/** What is known of nobody is one empty list, so that nothing is drawn anew for it. */
const NONE: readonly never[] = [];

/** The first "Group N" that no group is called yet. */
function freeName(groups: readonly Group[]): string {
  const taken = new Set(groups.map((g) => g.name));
  let nth = groups.length + 1;
  while (taken.has(`Group ${nth}`)) nth += 1;
  return `Group ${nth}`;
}
async function addEmptyGroup(name: string): Promise<void> {
  try {
    await call('addGroups', { body: { groups: [{ name, adultId: null, focus: [], members: [] }] } });
    await refresh('groups');
  } catch (error) {
    toast.error(sentenceOf(error));
  }
}

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function Component() {
  const { data: groups, error } = useData('groups');
  const { data: children } = useData('children');
  const { data: team = NONE } = useData('team');
  const { data: classes = NONE } = useData('classes');
  const { data: lendings = NONE } = useData('lendings');
  const me = useMe().colleague.id;
  const may = useMay('form groups');
  const location = useLocation();
  const gaps = location.state as { fromChildren?: string[]; focus?: string[] } | null;
  const board = useBoard(groups, children, may);
  const [panel, setPanel] = useState<Panel>(gaps?.fromChildren !== undefined ? 'suggest' : null);
  const [dialog, setDialog] = useState<BoardDialog>(null);
  const [locked, lock] = useLocked(me);
  const byId = useMemo(() => new Map((children ?? NONE).map((c) => [c.id, c])), [children]);
  const { move, clash, closeClash } = useMoveChild(groups, board?.problem ?? null, (id) => byId.get(id)?.givenName ?? 'The child');
  if (!groups || !children || !board?.ready)
    return (
      <Page title="Groups">
        <Pending error={error} what="the groups" />
      </Page>
    );
  const { view, problem } = board;
  // groups without a child in the school: nothing is worked out of them, and nothing is said to be
  const nothing = problem?.children.length === 0;
  // a group that is this colleague's for a time is run, not changed
  const borrowed = (g: Group): boolean => g.members.length === 0 && lendings.some((l) => l.groupId === g.id && l.colleagueId === me);
  const here = (id: string): boolean => groups.some((g) => g.id === id || g.members.includes(id));
  const toggle = (next: Panel) => () => setPanel(panel === next ? null : next);
  return (
    <Page
      wide
      title="Groups"
      lead={may ? 'Drag a child by the name, or lift with space.' : 'The groups you were given.'}
      actions={
        may && (
          <Actions
            panel={panel}
            improving={groups.some((g) => g.members.length > 0) ? problem !== null && view !== null : null}
            toggle={toggle}
            onDialog={setDialog}
            onAdd={() => void addEmptyGroup(freeName(groups))}
          />
        )
      }
    >
      {panel === 'suggest' && may && (
        <Suggest
          around={board.around}
          groups={groups}
          team={team}
          rules={board.rules}
          lastGroup={board.lastGroup}
          only={gaps?.fromChildren}
          focus={gaps?.focus ?? NONE}
          onRules={() => setDialog({ kind: 'rules' })}
          onClose={() => setPanel(null)}
        />
      )}
      {panel === 'improve' && view && (
        <Improve
          groups={groups}
          around={board.around}
          children={byId}
          team={team}
          locked={new Set([...locked].filter(here))}
          cost={view.total}
          onClose={() => setPanel(null)}
        />
      )}
      {panel === 'spread' && <Spread groups={groups} children={children} classes={classes} />}
      {may && groups.length > 0 && !nothing && panel !== 'suggest' && (
        <BoardSum board={board} groups={groups} children={byId} spread={panel === 'spread'} onSpread={toggle('spread')} />
      )}
      {may && board.history && panel === null && <Flat history={board.history} children={byId} />}
      {groups.length === 0 && panel !== 'suggest' ? (
        <NoGroups may={may} onSuggest={() => setPanel('suggest')} />
      ) : (
        <BoardCards
          groups={groups}
          children={byId}
          team={team}
          board={board}
          may={may}
          borrowed={borrowed}
          locked={locked}
          onLock={lock}
          onWhy={(child) => setDialog({ kind: 'why', child })}
          onMove={move}
        />
      )}
      <BoardDialogs
        open={dialog}
        clash={clash}
        board={board}
        groups={groups}
        children={byId}
        team={team}
        onMove={move}
        onClose={() => setDialog(null)}
        onCloseClash={closeClash}
      />
      {groups.length > 0 && (view !== null || board.trouble !== null || nothing || !may) && (
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

function Actions({
  panel,
  improving,
  toggle,
  onDialog,
  onAdd,
}: {
  panel: Panel;
  /** Whether it can be said yet what to improve; null where there is nothing to. */
  improving: boolean | null;
  toggle: (panel: Panel) => () => void;
  onDialog: (dialog: BoardDialog) => void;
  onAdd: () => void;
}): ReactNode {
  return (
    <>
      <button className="btn btn-quiet" onClick={() => onDialog({ kind: 'rules' })}>
        Rules
      </button>
      <button className="btn btn-quiet" onClick={() => onDialog({ kind: 'history' })}>
        Before and now
      </button>
      <button className="btn btn-quiet" onClick={onAdd}>
        Add an empty group
      </button>
      {improving !== null && (
        <button className="btn" disabled={!improving} onClick={toggle('improve')} aria-expanded={panel === 'improve'}>
          Improve
        </button>
      )}
      <button className={`btn ${panel === 'suggest' ? '' : 'btn-main'}`} onClick={toggle('suggest')} aria-expanded={panel === 'suggest'}>
        Suggest groups
      </button>
    </>
  );
}

function NoGroups({ may, onSuggest }: { may: boolean; onSuggest: () => void }) {
  return (
    <Empty
      title="No groups yet"
      action={
        may && (
          <button className="btn btn-main" onClick={onSuggest}>
            Suggest groups
          </button>
        )
      }
    >
      {may
        ? 'Groups are made from the gaps children share. Ask for a suggestion, look at it, then change what you know better.'
        : 'No group has been given to you yet.'}
    </Empty>
  );
}
