/** Closing a year, class by class: what becomes of it, of single children in it, and the last question before it is done. */
import type { ChildLine, SchoolClass } from '@sapling/contract';
import { Dialog } from '../ui/dialog.js';
import type { ClassPlan, FromList, Others } from './year-plan.js';

/** What a list of next year said. */
export function ListRead({ list }: { list: FromList }) {
  return (
    <p role="status" className="mb-4 border-l-4 border-leaf bg-sheet px-4 py-2">
      {list.matched} children of the list are here and stand in their class of next year.{' '}
      {list.unnamed > 0 && `${list.unnamed} of this year are not on it and are set to leave. `}
      {list.unsure.length > 0 &&
        `${[...new Set(list.unsure)].join(', ')}: more than one child has this name, and each goes with the class until you say otherwise. `}
      {list.fresh > 0 && `${list.fresh} on it are new: bring the list in after the year is closed. `}
      {list.unknown.length > 0 && `No class of next year is called ${list.unknown.join(', ')}: name one so, then read the list again.`}
    </p>
  );
}

interface KidsProps {
  kids: readonly ChildLine[];
  /** Classes of next year. */
  names: readonly string[];
  /** Where each child goes; null for whoever leaves. */
  goes: ReadonlyMap<string, string | null>;
  others: Others;
  onSend: (child: ChildLine, to: string) => void;
}
interface RowProps extends KidsProps {
  plan: ClassPlan;
  own: SchoolClass;
  onChange: (part: Partial<ClassPlan>) => void;
}

export function ClassRow({ plan, own, kids, names, goes, others, onChange, onSend }: RowProps) {
  return (
    <li className="px-4 py-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <span className="w-52">
          <b>{own.name}</b>
          <span className="block text-sm text-ink-2">
            {own.year && `${/^\d/.test(own.year) ? 'year ' : ''}${own.year}, `}
            {kids.length} {kids.length === 1 ? 'child' : 'children'}
          </span>
        </span>
        <select
          className="field !w-auto"
          aria-label={`What becomes of ${own.name}`}
          value={plan.leaves ? 'leaves' : 'up'}
          onChange={(e) => onChange({ leaves: e.target.value === 'leaves' })}
        >
          <option value="up">goes up as</option>
          <option value="leaves">leaves the school</option>
        </select>
        {!plan.leaves && (
          <>
            <input
              className="field !w-40"
              aria-label={`Name of ${own.name} next year`}
              value={plan.name}
              maxLength={60}
              onChange={(e) => onChange({ name: e.target.value })}
            />
            <label className="flex items-center gap-2 text-ink-2">
              year
              <input
                className="field !w-24 text-ink"
                aria-label={`Year of ${own.name} next year`}
                value={plan.year}
                maxLength={20}
                onChange={(e) => onChange({ year: e.target.value })}
              />
            </label>
          </>
        )}
      </div>
      {kids.length > 0 && <SingleChildren {...{ kids, names, goes, others, onSend }} />}
    </li>
  );
}

function SingleChildren({ kids, names, goes, others, onSend }: KidsProps) {
  const apart = kids.filter((c) => others.has(c.id));
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-sm text-ink-2">
        {apart.length === 0
          ? 'All of them together; change single children'
          : `${apart.length} of them another way: ${apart
              .slice(0, 5)
              .map((c) => `${c.givenName} ${goes.get(c.id) === null ? 'leaves' : `into ${goes.get(c.id)}`}`)
              .join(', ')}${apart.length > 5 ? ` and ${apart.length - 5} more` : ''}`}
      </summary>
      <ul className="mt-2 grid gap-x-6 gap-y-1 sm:grid-cols-2">
        {kids.map((child) => (
          <li key={child.id} className="flex items-center justify-between gap-3">
            <span>
              {child.givenName} {child.familyName}
            </span>
            <select
              className="field !w-48"
              aria-label={`Next year of ${child.givenName} ${child.familyName}`}
              value={!others.has(child.id) ? 'with' : goes.get(child.id) === null ? 'leaves' : `.${goes.get(child.id)!}`}
              onChange={(e) => onSend(child, e.target.value)}
            >
              <option value="with">with the class</option>
              {names.map((name) => (
                <option key={name} value={`.${name}`}>
                  into {name}
                </option>
              ))}
              <option value="leaves">leaves the school</option>
            </select>
          </li>
        ))}
      </ul>
    </details>
  );
}

interface ConfirmProps {
  ending: string;
  stay: number;
  leaving: readonly ChildLine[];
  names: readonly string[];
  groups: number;
  sessions: number;
  busy: boolean;
  onClose: () => void;
  onYes: () => void;
}
export function Confirm({ ending, stay, leaving, names, groups, sessions, busy, onClose, onYes }: ConfirmProps) {
  return (
    <Dialog open onClose={onClose} title={`Close ${ending}?`}>
      <ul className="mb-4 grid list-disc gap-1 pl-5">
        <li>
          {stay} children go into {names.join(', ')}.
        </li>
        <li>
          {leaving.length} leave{leaving.length > 0 && leaving.length <= 6 && `: ${leaving.map((c) => c.givenName).join(', ')}`}. They are
          in no list any more, and can be put back.
        </li>
        <li>
          {groups} groups and {sessions} sessions to come end, and the timetable is empty. Logs, checks, readings and notes stay.
        </li>
        <li>A backup is made first, and for 30 days the year can be opened again as it was.</li>
      </ul>
      <div className="flex gap-3">
        <button className="btn btn-main" disabled={busy} onClick={() => onYes()}>
          {busy ? 'Closing…' : 'Close the year'}
        </button>
        <button className="btn" onClick={onClose}>
          Not yet
        </button>
      </div>
    </Dialog>
  );
}
