/** What opens over the board: rules, what groups were, why a child is where it is, and two versions side by side. */
import type { ChildLine, Colleague, Group } from '@sapling/contract';
import type { Board } from './use-board.js';
import type { Clash } from './move-child.js';
import { Conflict } from './conflict.js';
import { History } from './history.js';
import { Rules } from './rules.js';
import { Why } from './why.js';

export type BoardDialog =
  { readonly kind: 'rules' } | { readonly kind: 'history' } | { readonly kind: 'why'; readonly child: string } | null;

interface Props {
  open: BoardDialog;
  clash: Clash | null;
  board: Board;
  groups: readonly Group[];
  children: ReadonlyMap<string, ChildLine>;
  team: readonly Colleague[];
  onMove: (child: string, from: Group | undefined, to: Group | undefined) => void;
  onClose: () => void;
  onCloseClash: () => void;
}

export function BoardDialogs({ open, clash, board, groups, children, team, onMove, onClose, onCloseClash }: Props) {
  const { rules, settings, history, problem, lastGroup } = board;
  const groupOf = (child: string): Group | undefined => groups.find((g) => g.members.includes(child));
  const asked = open?.kind === 'why' ? children.get(open.child) : undefined;
  return (
    <>
      {open?.kind === 'rules' && <Rules rules={rules} children={[...children.values()]} settings={settings} onClose={onClose} />}
      {open?.kind === 'history' && history && (
        <History history={history} groups={groups} children={children} problem={problem} lastGroup={lastGroup} onClose={onClose} />
      )}
      {clash && (
        <Conflict
          mine={clash.mine}
          theirs={clash.theirs}
          children={children}
          team={team}
          onClose={onCloseClash}
          onMine={() =>
            onMove(
              clash.child,
              groupOf(clash.child),
              groups.find((g) => g.id === clash.to),
            )
          }
        />
      )}
      {asked && problem && (
        <Why
          child={asked}
          groups={groups}
          children={children}
          team={team}
          problem={problem}
          rules={rules}
          last={lastGroup.get(asked.id)}
          onMove={(to) => onMove(asked.id, groupOf(asked.id), to)}
          onClose={onClose}
        />
      )}
    </>
  );
}
