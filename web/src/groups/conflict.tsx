/** Two people changed one group: both versions side by side, and one is chosen. */
import type { ChildLine, Colleague, Group } from '@sapling/contract';
import { Dialog } from '../ui/dialog.js';
import { graphemeShown } from '../ui/word-marks.js';
import type { GroupChange } from './group-change.js';

export function Conflict({
  mine,
  theirs,
  children,
  team,
  onClose,
  onMine,
}: {
  mine: GroupChange;
  theirs: Group;
  children: ReadonlyMap<string, ChildLine>;
  team: readonly Colleague[];
  onClose: () => void;
  onMine: () => void;
}) {
  const show = (group: GroupChange): [string, string][] => [
    ...(group.name === undefined ? [] : [['Name', group.name] as [string, string]]),
    ...(group.adultId === undefined ? [] : [['Adult', team.find((c) => c.id === group.adultId)?.name ?? 'nobody yet'] as [string, string]]),
    ...(group.focus === undefined ? [] : [['Focus', group.focus.map(graphemeShown).join(', ') || 'none'] as [string, string]]),
    ...(group.members === undefined
      ? []
      : [['Children', group.members.map((id) => children.get(id)?.givenName ?? '?').join(', ') || 'none'] as [string, string]]),
  ];
  const column = (title: string, group: GroupChange) => (
    <div className="rounded-m border border-rule p-3">
      <h3 className="mb-2 text-base">{title}</h3>
      <dl>
        {show(group).map(([what, value]) => (
          <div key={what} className="mb-1">
            <dt className="text-sm text-ink-2">{what}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
  return (
    <Dialog
      open
      onClose={onClose}
      title="Somebody else changed this group too"
      lead="Nothing of theirs was overwritten. Choose which stays."
    >
      <div className="grid grid-cols-2 gap-3">
        {column('As it is now', { name: theirs.name, adultId: theirs.adultId, focus: theirs.focus, members: theirs.members })}
        {column('Your change', mine)}
      </div>
      <div className="mt-5 flex gap-3">
        <button className="btn btn-main" onClick={onClose}>
          Keep what is there now
        </button>
        <button
          className="btn"
          onClick={() => {
            onMine();
            onClose();
          }}
        >
          Put my change on top
        </button>
      </div>
    </Dialog>
  );
}
