/** Children: who needs me? Each child's line, last check, direction. */
import { Word } from '../help/word-of-trade.js';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { RecordDialog } from './record-dialog.js';
import { useMay } from '../shell/me.js';
import { ChildLine as Line } from '../ui/child-line.js';
import { ClassPicker } from '../ui/class-picker.js';
import { Direction } from '../ui/direction.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { SignKey } from '../ui/signs.js';
import { agoWords } from '../ui/dates.js';

type Order = 'need' | 'name' | 'check';

export function Component() {
  const { data: children, error } = useData('children');
  const { data: classes } = useData('classes');
  const [params, setParams] = useSearchParams();
  const [order, setOrder] = useState<Order>('need');
  const [search, setSearch] = useState('');
  const orders = useOrders();
  const bringIn = useMay('import');
  const classId = params.get('class');
  const [adding, setAdding] = useState(false);
  const go = useNavigate();
  const actions = (
    <>
      <Link className="btn" to="/children/classes">
        Classes and what is taught
      </Link>
      <Link className="btn" to="/children/practise">
        To practise this week
      </Link>
      {bringIn && (
        <>
          <Link className="btn" to="/children/left">
            Who left
          </Link>
          <button
            className="btn"
            onClick={() => setAdding(true)}
            disabled={!classes || classes.length === 0}
            title={classes?.length === 0 ? 'Add a class first' : undefined}
          >
            Add a child
          </button>
          <Link className="btn btn-main" to="/children/import">
            Bring in a class list
          </Link>
        </>
      )}
      <RecordDialog
        open={adding}
        onClose={() => setAdding(false)}
        classes={classes ?? []}
        classId={classId ?? undefined}
        onAdded={(child) => void go(`/children/${child.id}`)}
      />
    </>
  );
  if (!children || !classes)
    return (
      <Page title="Children" actions={actions}>
        <Pending error={error} what="the children" />
      </Page>
    );
  if (children.length === 0)
    return (
      <Page title="Children" actions={actions}>
        <Empty title="No children yet">
          {bringIn
            ? 'Bring in a class list as a CSV file: names and a class are enough. Every row is shown before anything is written.'
            : 'When a class, a group or a session is shared with you, its children stand here.'}
        </Empty>
      </Page>
    );
  const gaps = (id: string): number => children.find((c) => c.id === id)!.line.filter((c) => c.state === 'gap').length;
  const wanted = search.trim().toLowerCase();
  const shown = children
    .filter((c) => (!classId || c.classId === classId) && `${c.givenName} ${c.familyName}`.toLowerCase().includes(wanted))
    .sort((a, b) =>
      order === 'name'
        ? a.givenName.localeCompare(b.givenName)
        : order === 'check'
          ? (a.lastCheck ?? '').localeCompare(b.lastCheck ?? '')
          : gaps(b.id) - gaps(a.id) || (a.direction ?? 0) - (b.direction ?? 0),
    );
  return (
    <Page
      title="Children"
      lead={
        <>
          One line a child, every <Word of="pair" /> in taught order: lines can be read down as well as along.
        </>
      }
      actions={actions}
    >
      <div className="mb-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        <ClassPicker classes={classes} value={classId} onChange={(next) => setParams(next ? { class: next } : {})} />
        <label className="flex items-center gap-2">
          First
          <select className="field !w-auto" value={order} onChange={(event) => setOrder(event.target.value as Order)}>
            <option value="need">most gaps</option>
            <option value="check">longest unchecked</option>
            <option value="name">by name</option>
          </select>
        </label>
        <input
          className="field !w-44"
          type="search"
          placeholder="Find a child"
          aria-label="Find a child"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <div className="ml-auto">
          <SignKey />
        </div>
      </div>
      <table className="sheet w-full border-separate border-spacing-0">
        <thead>
          <tr className="text-left text-sm text-ink-2">
            <th className="px-4 py-2 font-semibold">Child</th>
            <th className="py-2 font-semibold">Line, in taught order</th>
            <th className="w-14 py-2 text-right font-semibold">Gaps</th>
            <th className="w-32 py-2 pl-5 font-semibold">Known, 3 weeks</th>
            <th className="w-32 py-2 pr-4 pl-3 font-semibold">Last check</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((child) => (
            <tr key={child.id} className="[&>*]:border-t [&>*]:border-rule-2 hover:bg-paper">
              <th scope="row" className="w-44 px-4 py-1 text-left font-semibold">
                <Link to={`/children/${child.id}`} className="block py-0.5 underline-offset-4 hover:underline">
                  {child.givenName} {child.familyName}
                </Link>
              </th>
              <td className="max-w-0">
                <Link to={`/children/${child.id}`} tabIndex={-1} aria-hidden className="block">
                  <Line line={child.line} total={orders?.total(child.classId)} width="100%" />
                </Link>
              </td>
              <td className="text-right">{gaps(child.id)}</td>
              <td className="pl-5">
                <Direction by={child.direction} />
              </td>
              <td className="pr-4 pl-3 text-sm text-ink-2">{child.lastCheck ? agoWords(child.lastCheck) : 'never'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {shown.length === 0 && <p className="mt-4 text-ink-2">No child here has “{search}” in the name.</p>}
    </Page>
  );
}
