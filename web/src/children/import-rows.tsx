/** Every row of a class list with what happens to it, before anything is written. */
import type { Endpoints, ResponseOf } from '@sapling/contract';
import { dateWords } from '../ui/dates.js';
import { say } from '../wording/say.js';
import { FIELD_WORDS, type readLines } from './columns.js';

export type Preview = ResponseOf<Endpoints['previewImport']>;
type Line = ReturnType<typeof readLines>[number];
type Verdict = Preview['rows'][number];
const WORDS: Record<Verdict['action'], string> = {
  add: 'new',
  match: say('already here'),
  move: say('here, moves class'),
  return: say('left, comes back'),
  ask: say('the same child?'),
  bad: say('does not fit'),
};

export type ImportRow = Line & {
  readonly left: boolean;
  /** Undefined until the server has looked at it. */
  readonly action: Verdict['action'] | undefined;
  readonly why: string | undefined;
  readonly here: Verdict['here'];
  /** What of a record that is here the list changes. */
  readonly writes: Verdict['writes'];
  /** What was answered where it was asked whether this is a child who is here or was. */
  readonly same: boolean | undefined;
};

/** The lines of a file with what the server would do with each; those in `out` are left out. */
export function importRows(
  lines: readonly Line[],
  preview: Preview | null,
  { out, same }: { out: ReadonlySet<number>; same: ReadonlyMap<number, boolean> },
): ImportRow[] {
  const judged = new Map((preview?.rows ?? []).map((r) => [r.row, r]));
  return lines.map((line) => {
    const verdict = judged.get(line.row);
    const action = line.value === null ? ('bad' as const) : verdict?.action;
    const { here, writes = [] } = verdict ?? {};
    return { ...line, left: out.has(line.row), action, why: line.reason ?? verdict?.reason, here, writes, same: same.get(line.row) };
  });
}

/** The name a child is called by here, where the list has another one. */
export const calledHere = ({ value, here }: ImportRow): string | null =>
  value && here && here.name !== `${value.givenName} ${value.familyName}`.trim() ? here.name : null;

/** Whom a row means or may mean, and what it changes. */
function About({ row, onSame }: { row: ImportRow; onSame: (row: number, same: boolean) => void }) {
  const { action, here, writes, same } = row;
  const called = calledHere(row);
  const facts = writes.flatMap((fact) => (fact === 'givenName' || fact === 'familyName' ? [] : [FIELD_WORDS[fact].toLowerCase()]));
  const ofNumber = action === 'ask' && here?.by === 'number';
  const left = here?.left && dateWords(here.left);
  const who =
    here &&
    (ofNumber
      ? `${row.value!.externalId} is the number of ${here.name}, ${left ? `who left ${here.className} on ${left}` : `in ${here.className}`}`
      : left
        ? `${here.name} of ${here.className} left on ${left}`
        : `${here.name} is in ${here.className}`);
  return (
    <>
      {action === 'ask' ? (
        <span className="block text-sm">{who}.</span>
      ) : action === 'move' || action === 'return' ? (
        <span className="block text-sm">{who}</span>
      ) : (
        called && <span className="block text-sm">{writes.includes('givenName') || writes.includes('familyName') ? `${called} until now` : `here as ${called}`}</span> // prettier-ignore
      )}
      {facts.length > 0 && <span className="block text-sm">fills in {facts.join(', ')}</span>}
      {(action === 'ask' || same !== undefined) && (
        <span className="mt-1 flex gap-2">
          {same !== true && (
            <button className="btn btn-small" onClick={() => onSame(row.row, true)} aria-label={`Row ${row.row}: the same child`}>
              Same child
            </button>
          )}
          {same !== false && (
            <button className="btn btn-small" onClick={() => onSame(row.row, false)} aria-label={`Row ${row.row}: another child`}>
              Another child
            </button>
          )}
        </span>
      )}
    </>
  );
}

interface RowsProps {
  rows: readonly ImportRow[];
  onTurn: (row: number) => void;
  onSame: (row: number, same: boolean) => void;
}
export function ImportRows({ rows, onTurn, onSame }: RowsProps) {
  return (
    <div className="sheet overflow-x-auto">
      <table className="w-full text-left">
        <thead className="text-sm text-ink-2">
          <tr>
            {['Row', 'First name', 'Family name', 'Class', 'Year', 'Number', 'What happens', ''].map((head) => (
              <th key={head} className="px-3 py-2 font-semibold">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr
              key={r.row}
              className={`[&>*]:border-t [&>*]:border-rule-2 ${r.left ? 'text-ink-2 line-through' : r.action === 'bad' ? 'bg-gap-wash' : r.action === 'ask' ? 'bg-note' : ''}`}
            >
              <td className="px-3 py-1 tabular-nums">{r.row}</td>
              {r.value ? (
                <>
                  <td className="px-3">{r.value.givenName}</td>
                  <td className="px-3">{r.value.familyName}</td>
                  <td className="px-3">{r.value.className}</td>
                  <td className="px-3">{r.value.year}</td>
                  <td className="px-3">{r.value.externalId}</td>
                </>
              ) : (
                <td colSpan={5} className="px-3 text-ink-2">
                  {r.cells.join(' · ')}
                </td>
              )}
              <td className="px-3 py-1">
                {r.left ? 'left out' : r.action ? WORDS[r.action] : '…'}
                {r.why && !r.left && <span className="block text-sm">{r.why}</span>}
                {r.value && !r.left && <About row={r} onSame={onSame} />}
              </td>
              <td className="px-3 text-right">
                <button
                  className="btn btn-quiet btn-small"
                  onClick={() => onTurn(r.row)}
                  aria-label={`${r.left ? 'Take in' : 'Leave out'} row ${r.row}`}
                >
                  {r.left ? 'Take in' : 'Leave out'}
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
