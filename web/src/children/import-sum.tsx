/** What the rows of a class list come to, what has to be said first, and the press that writes them. */
import type { Endpoints, ResponseOf } from '@sapling/contract';
import { calledHere, type ImportRow, type Preview } from './import-rows.js';

type Record = ResponseOf<Endpoints['runImport']>;
/** What a list did. */
export function broughtIn({ added, moved, returned, changed }: Pick<Record, 'added' | 'moved' | 'returned' | 'changed'>): string {
  const did = [
    ...(added > 0 || moved + returned + changed === 0 ? [`${added} ${added === 1 ? 'child' : 'children'} added`] : []),
    ...(moved > 0 ? [`${moved} moved`] : []),
    ...(returned > 0 ? [`${returned} came back`] : []),
    ...(changed > 0 ? [`${changed} ${changed === 1 ? 'record' : 'records'} filled in`] : []),
  ];
  return did.join(', ');
}

/** What taking it back did: who stays, and why, is said by name. */
export function takenBack({
  added,
  moved,
  changed,
  kept = [],
  stayed = [],
}: Pick<Record, 'added' | 'moved' | 'changed'> & {
  readonly kept?: readonly string[] | undefined;
  readonly stayed?: readonly string[] | undefined;
}): string {
  const back = Math.max(0, moved - stayed.length);
  const did = [
    ...(added > 0 ? [`${added} ${added === 1 ? 'child' : 'children'} taken out again`] : []),
    ...(back > 0 ? [`${back} back in the class they came from`] : []),
    ...(changed > 0 ? [`${changed} ${changed === 1 ? 'record' : 'records'} as before`] : []),
  ];
  return [
    did.length > 0 ? `Undone: ${did.join(', ')}.` : 'Undone.',
    ...(kept.length > 0 ? [`Kept, because something has been recorded of them since: ${kept.join(', ')}.`] : []),
    ...(stayed.length > 0 ? [`Still where the list put them, because the class they came from has ended: ${stayed.join(', ')}.`] : []),
  ].join(' ');
}

interface SumProps {
  rows: readonly ImportRow[];
  preview: Preview | null;
  /** How many rows are left out. */
  outside: number;
  ready: boolean;
  /** Whether children who are here are called as the list calls them. */
  names: boolean;
  onNames: (names: boolean) => void;
  onLeaveOut: (rows: readonly ImportRow[]) => void;
  onSame: (rows: readonly ImportRow[], same: boolean) => void;
  onWrite: () => void;
}
/** What the press does. */
function doing(fresh: number, filled: number, asked: number): string {
  if (fresh > 0) return `Bring in ${fresh}${filled > 0 ? `, fill in ${filled}` : ''}`;
  if (filled > 0) return `Fill in ${filled} ${filled === 1 ? 'record' : 'records'}`;
  return asked > 0 ? 'Say first who is who' : 'Nothing to bring in';
}

export function ImportSum({ rows, preview, outside, ready, names, onNames, onLeaveOut, onSame, onWrite }: SumProps) {
  const inside = rows.filter((r) => !r.left);
  const bad = inside.filter((r) => r.action === 'bad');
  const ask = inside.filter((r) => r.action === 'ask');
  const others = inside.filter((r) => r.action !== 'ask' && calledHere(r) !== null);
  const count = (action: ImportRow['action']): number => inside.filter((r) => r.action === action).length;
  const fresh = count('add') + count('move') + count('return');
  const filled = inside.filter((r) => r.action === 'match' && r.writes.length > 0).length;
  return (
    <div className="sticky top-0 z-10 mb-3 border-y border-rule bg-paper py-3">
      <div className="flex flex-wrap items-center gap-4">
        <p role="status">
          <span className="font-semibold">{count('add')} new</span>, {count('match')} already here
          {count('move') > 0 && `, ${count('move')} move class`}
          {count('return') > 0 && `, ${count('return')} come back`}
          {bad.length > 0 && (
            <span className="font-semibold text-gap">
              , {bad.length} {bad.length === 1 ? 'row does' : 'rows do'} not fit
            </span>
          )}
          {outside > 0 && `, ${outside} left out`}
          {preview && preview.newClasses.length > 0 && `. New classes: ${preview.newClasses.join(', ')}`}
        </p>
        {bad.length > 0 && (
          <button className="btn btn-small" onClick={() => onLeaveOut(bad)}>
            Leave out {bad.length === 1 ? 'the row that does not fit' : `all ${bad.length} that do not fit`}
          </button>
        )}
        <button
          className="btn btn-main ml-auto"
          disabled={!ready || bad.length > 0 || ask.length > 0 || fresh + filled === 0}
          onClick={onWrite}
        >
          {doing(fresh, filled, ask.length)}
        </button>
      </div>
      {ask.length > 0 && <WhoIsWho ask={ask} onSame={onSame} />}
      {others.length > 0 && (
        <label className="mt-2 flex items-center gap-2">
          <input type="checkbox" checked={names} onChange={(event) => onNames(event.target.checked)} />
          {others.length === 1 ? 'One child is' : `${others.length} children are`} called otherwise here: call{' '}
          {others.length === 1 ? 'them' : 'them all'} as this list does
        </label>
      )}
    </div>
  );
}

/**
 * Who is the child of that name: asked, since nobody is made one of two, or two of one, unasked. Of a number that is another child's
 * here it is said row by row.
 */
function WhoIsWho({ ask, onSame }: { ask: readonly ImportRow[]; onSame: SumProps['onSame'] }) {
  const named = ask.filter((r) => r.here?.by === 'name');
  const numbers = ask.length - named.length;
  return (
    <div className="mt-2 grid gap-2 border-l-4 border-wobbly pl-3">
      {named.length > 0 && (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <p>
            <b>{named.length === 1 ? 'One has' : `${named.length} have`} the name of a child who is here or was.</b> The same child keeps
            all that was ever seen of them. Say so for each, or for all:
          </p>
          <span className="flex gap-2">
            <button className="btn btn-small" onClick={() => onSame(named, true)}>
              {named.length === 1 ? 'The same child' : `All ${named.length} are the same children`}
            </button>
            <button className="btn btn-small" onClick={() => onSame(named, false)}>
              {named.length === 1 ? 'Another child' : 'All are others'}
            </button>
          </span>
        </div>
      )}
      {numbers > 0 && (
        <p>
          <b>{numbers === 1 ? 'One has' : `${numbers} have`} the number of a child of another name.</b> Say in its row whether it is the
          same child; of another one, correct the number in the list.
        </p>
      )}
    </div>
  );
}
