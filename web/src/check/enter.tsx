/** A code from a sheet brings up the sheet to be typed in. */
import { checkKind } from '@sapling/core/checks';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useData } from '../api/data.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { sheetCode } from './sheet-code.js';
import { agoWords } from '../ui/dates.js';
import { inOwnWords } from '../wording/say.js';

export function Component() {
  const { data: open, error } = useData('checks');
  const go = useNavigate();
  const [typed, setTyped] = useState('');
  if (!open)
    return (
      <Page title="Type in a sheet">
        <Pending error={error} what="the sheets" />
      </Page>
    );
  const sheets = open.filter((c) => c.late === 'paper');
  const code = typed.trim().toUpperCase();
  const found = sheets.filter((c) => sheetCode(c.id).startsWith(code));
  return (
    <Page title="Type in a sheet" lead="The code stands at the top right of the sheet. One key a mark; what is typed is kept at once.">
      {sheets.length === 0 ? (
        <Empty
          title="No sheet waits"
          action={
            <Link className="btn btn-main" to="/check/paper">
              Print sheets
            </Link>
          }
        >
          Sheets that were printed and not typed in yet stand here.
        </Empty>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (found.length === 1) void go(`/check/${found[0]!.id}`);
          }}
        >
          <label className="mb-5 grid w-64 gap-1">
            Code
            <input
              className="field min-h-14 font-child !text-3xl uppercase"
              autoFocus
              autoComplete="off"
              maxLength={5}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
            />
          </label>
          {code.length === 5 && found.length === 0 && (
            <p role="alert" className="mb-4 text-gap">
              No sheet that waits has this code. It may have been typed in already, or the child is not one you teach.
            </p>
          )}
          <ul className="sheet ruled">
            {found.map((c) => (
              <li key={c.id} className="flex items-center gap-4 px-4 py-2">
                <span className="w-20 font-child text-lg">{sheetCode(c.id)}</span>
                <span className="w-52 font-semibold">{c.childName}</span>
                <span className="flex-1">{inOwnWords(checkKind(c.kind).title)}</span>
                <span className="text-sm text-ink-2">
                  printed {agoWords(c.startedAt)}
                  {c.marked > 0 && `, ${c.marked} of ${c.stack.length} typed in`}
                </span>
                <Link className="btn btn-small" to={`/check/${c.id}`}>
                  Type in
                </Link>
              </li>
            ))}
          </ul>
        </form>
      )}
    </Page>
  );
}
