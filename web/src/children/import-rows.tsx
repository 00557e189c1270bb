/** Every row of a class list with what happens to it, before anything is written. */
import type { Endpoints, ResponseOf } from '@sapling/contract';
import { say } from '../wording/say.js';
import type { readLines } from './columns.js';

export type Preview = ResponseOf<Endpoints['previewImport']>;
type Line = ReturnType<typeof readLines>[number];
type Action = Preview['rows'][number]['action'];
const WORDS = { add: 'new', match: 'already here', move: say('here, moves class'), bad: 'does not fit' } as const;

export type ImportRow = Line & {
  readonly left: boolean;
  /** Undefined until the server has looked at it. */
  readonly action: Action | 'bad' | undefined;
  readonly why: string | undefined;
};

/** The lines of a file with what the server would do with each; those in `out` are left out. */
export function importRows(lines: readonly Line[], preview: Preview | null, out: ReadonlySet<number>): ImportRow[] {
  const judged = new Map((preview?.rows ?? []).map((r) => [r.row, r]));
  return lines.map((line) => {
    const verdict = judged.get(line.row);
    const action = line.value === null ? ('bad' as const) : verdict?.action;
    return { ...line, left: out.has(line.row), action, why: line.reason ?? verdict?.reason };
  });
}

export function ImportRows({ rows, onTurn }: { rows: readonly ImportRow[]; onTurn: (row: number) => void }) {
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
              className={`[&>*]:border-t [&>*]:border-rule-2 ${r.left ? 'text-ink-2 line-through' : r.action === 'bad' ? 'bg-gap-wash' : ''}`}
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
              <td className="px-3">
                {r.left ? 'left out' : r.action ? WORDS[r.action] : '…'}
                {r.why && !r.left && <span className="block text-sm">{r.why}</span>}
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
