/** Children: who needs me? Each child's line, last check, direction. */
import { type ChildLine, fullName } from '@sapling/contract';
import { Word } from '../help/word-of-trade.js';
import { memo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useClassInAddress, useInAddress, useTypedInAddress } from '../ui/in-address.js';
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
import { rowAt, useRowsInView, type RowInView } from '../ui/in-view.js';

const gapsOf = (child: ChildLine): number => child.line.filter((c) => c.state === 'gap').length;

type Order = 'need' | 'name' | 'check';

export function Component() {
  const { data: children, error } = useData('children');
  const { data: classes } = useData('classes');
  const [classId, setClass] = useClassInAddress(classes);
  const [first, setFirst] = useInAddress('first');
  const order: Order = first === 'check' || first === 'name' ? first : 'need';
  const [search, setSearch] = useTypedInAddress('find');
  const bringIn = useMay('import');
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
  const lead = (
    <>
      One line a child, every <Word of="pair" /> in taught order: lines can be read down as well as along.
    </>
  );
  if (!children || !classes)
    return (
      <Page title="Children" lead={lead} actions={actions}>
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
  const gaps = new Map(children.map((c) => [c.id, gapsOf(c)]));
  const wanted = search.trim().toLowerCase();
  const shown = children
    .filter((c) => (!classId || c.classId === classId) && fullName(c).toLowerCase().includes(wanted))
    .sort((a, b) =>
      order === 'name'
        ? a.givenName.localeCompare(b.givenName)
        : order === 'check'
          ? (a.lastCheck ?? '').localeCompare(b.lastCheck ?? '')
          : gaps.get(b.id)! - gaps.get(a.id)! || (a.direction ?? 0) - (b.direction ?? 0),
    );
  return (
    <Page title="Children" lead={lead} actions={actions}>
      <div className="mb-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        <ClassPicker classes={classes} value={classId} onChange={setClass} />
        <label className="flex items-center gap-2">
          First
          <select
            className="field !w-auto"
            value={order}
            onChange={(event) => setFirst(event.target.value === 'need' ? null : event.target.value)}
          >
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
      <Lines shown={shown} />
      {shown.length === 0 && (
        <p className="mt-4 text-ink-2">{wanted ? `No child here has “${search}” in the name.` : 'No children in this class yet.'}</p>
      )}
    </Page>
  );
}

/** One row of the table: the name, the line, figures. */
const ROW_REM = 2.0625;
const ROW = 'grid grid-cols-[11rem_minmax(0,1fr)_3.5rem_10.5rem_7rem] items-center max-sm:grid-cols-[7.5rem_minmax(0,1fr)_2.25rem_6rem]';

/** The table; only what is in view is drawn, each row at its place. */
function Lines({ shown }: { shown: readonly ChildLine[] }) {
  const orders = useOrders();
  const list = useRef<HTMLDivElement>(null);
  const { rows, height } = useRowsInView(shown.length, ROW_REM, list);
  return (
    <div role="table" aria-label="Children" aria-rowcount={shown.length + 1} className="sheet">
      <div role="row" aria-rowindex={1} className={`${ROW} py-2 text-left text-sm font-semibold text-ink-2`}>
        <span role="columnheader" className="px-4 max-sm:pl-3 max-sm:pr-2">
          Child
        </span>
        <span role="columnheader">Line, in taught order</span>
        <span role="columnheader" className="text-right">
          Gaps
        </span>
        <span role="columnheader" className="pl-5 max-sm:hidden">
          Known, 3 weeks
        </span>
        <span role="columnheader" className="pr-4 pl-3">
          Last check
        </span>
      </div>
      <div role="rowgroup" ref={list} className="relative" style={{ height }}>
        {rows.map(({ index, top }) => {
          const child = shown[index]!;
          return <Row key={child.id} child={child} total={orders?.total(child.classId)} index={index} top={top} />;
        })}
      </div>
    </div>
  );
}

interface RowProps extends RowInView {
  child: ChildLine;
  /** How many pairs the whole order has. */
  total: number | undefined;
}
const Row = memo(function Row({ child, total, index, top }: RowProps) {
  return (
    <div
      role="row"
      data-index={index}
      aria-rowindex={index + 2}
      style={rowAt(top)}
      className={`${ROW} relative h-[2.0625rem] border-t border-rule-2 hover:bg-paper`}
    >
      <span role="rowheader" className="min-w-0 px-4 font-semibold max-sm:pl-3 max-sm:pr-2">
        <Link
          to={`/children/${child.id}`}
          className="block truncate underline-offset-4 after:absolute after:inset-0 hover:underline"
          title={fullName(child)}
        >
          {child.givenName} {child.familyName}
        </Link>
      </span>
      <span role="cell">
        <Line line={child.line} total={total} width="100%" />
      </span>
      <span role="cell" className="text-right">
        {gapsOf(child)}
      </span>
      <span role="cell" className="pl-5 max-sm:hidden">
        <Direction by={child.direction} clear={child.directionClear} of={child.line} />
      </span>
      <span role="cell" className="truncate pr-4 pl-3 text-sm text-ink-2 max-sm:pr-2">
        {child.lastCheck ? agoWords(child.lastCheck) : 'never'}
      </span>
    </div>
  );
});
