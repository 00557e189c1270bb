/** Gaps: what is missing, and for whom together? Children against skill strands and taught pairs. */
import type { ChildLine } from '@sapling/contract';
import { FileDown } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { useClassInAddress, useInAddress, useTypedInAddress } from '../ui/in-address.js';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { useMay, useMe } from '../shell/me.js';
import { ClassPicker } from '../ui/class-picker.js';
import { save } from '../ui/save.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { SignKey } from '../ui/signs.js';
import { gapsCsv, type Column } from './columns.js';
import { EvidencePanel } from './evidence-panel.js';
import { StrandPanel } from './strand-panel.js';
import { Grid } from './grid.js';
import { useChosen } from './use-chosen.js';
import { useTable, type Order } from './use-table.js';
import { say } from '../wording/say.js';

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function Component() {
  const { data: children, error } = useData('children');
  const { data: classes } = useData('classes');
  const orders = useOrders();
  const go = useNavigate();
  const [classAt, setClass] = useClassInAddress(classes, true);
  const [seen, setSeen] = useState<{ child: ChildLine; column: Column } | null>(null);
  const [onlyAt, setOnly] = useInAddress('only');
  const only = onlyAt !== null;
  const [orderAt, setOrder] = useInAddress('order');
  const order: Order = orderAt === 'alike' ? 'alike' : 'taught';
  const [find, setFind] = useTypedInAddress('find');
  const mayGroup = useMay('form groups');
  const teaches = (classes ?? []).filter((c) => c.children > 0 || (children ?? []).some((child) => child.classId === c.id));
  const wanted = classAt ?? teaches[0]?.id ?? null;
  const classId = wanted === 'all' ? null : wanted;
  const { rows, columns, busy, closer, paths } = useTable({ children, orders, classId, only, order, find });
  const { chosen: all, picked, toggle, pick, clear } = useChosen(useMe().colleague.id);
  // chosen a while ago, a child may have left since
  const chosen = useMemo(() => new Set((children ?? []).map((c) => c.id).filter((id) => all.has(id))), [children, all]);
  if (!children || !classes || !orders)
    return (
      <Page title="Gaps">
        <Pending error={error} what="the gaps" />
      </Page>
    );
  const className = (id: string): string => classes.find((c) => c.id === id)?.name ?? '';
  return (
    <Page
      wide
      title="Gaps"
      lead="Press a cell for what it rests on, a heading to choose everyone who needs it. By keys: arrows, Enter a cell, Space a child, P a column."
      actions={
        <>
          <button
            className="btn"
            onClick={() =>
              save(`gaps ${classId ? className(classId) : say('all classes')}.csv`, gapsCsv(rows, columns, className), 'text/csv')
            }
          >
            <FileDown size={16} aria-hidden /> CSV
          </button>
          {mayGroup && chosen.size > 0 && (
            <>
              <button className="btn" onClick={clear}>
                Choose none
              </button>
              <button
                className="btn btn-main"
                onClick={() => {
                  clear();
                  void go('/groups', { state: { fromChildren: [...chosen], focus: [...picked].filter((key) => key.includes(':')) } });
                }}
              >
                {chosen.size === 1 ? 'Make a group of this child' : `Make a group of these ${chosen.size}`}
              </button>
            </>
          )}
        </>
      }
    >
      {children.length === 0 ? (
        <Empty title="No children yet">Gaps show once children are here and have been checked.</Empty>
      ) : (
        <>
          <Filters
            {...{ order, only, find }}
            onOrder={(next) => setOrder(next === 'taught' ? null : next)}
            onOnly={(on) => setOnly(on ? 'needed' : null)}
            onFind={setFind}
          >
            <ClassPicker classes={teaches} value={classId} onChange={(next) => setClass(next ?? 'all')} />
          </Filters>
          {order === 'alike' && (
            <p className="mb-2 text-sm text-ink-2" role="status">
              {busy || closer === null
                ? 'Putting like with like…'
                : `Neighbours differ ${closer} % less than in the taught order (sum of differences between neighbours, ${paths![0].toFixed(0)} to ${paths![1].toFixed(0)}).`}
            </p>
          )}
          {columns.length === 0 || rows.length === 0 ? (
            <Nobody find={find} only={only} />
          ) : (
            <Grid
              rows={rows}
              columns={columns}
              chosen={chosen}
              picked={picked}
              choose={mayGroup ? toggle : undefined}
              pick={mayGroup ? pick : undefined}
              onCell={(child, column) => setSeen({ child, column })}
            />
          )}
        </>
      )}
      {seen?.column.gpc && <EvidencePanel child={seen.child} gpc={seen.column.gpc} onClose={() => setSeen(null)} />}
      {seen?.column.strand && <StrandPanel child={seen.child} strand={seen.column.strand} onClose={() => setSeen(null)} />}
    </Page>
  );
}

interface FiltersProps {
  order: Order;
  only: boolean;
  find: string;
  onOrder: (order: Order) => void;
  onOnly: (only: boolean) => void;
  onFind: (text: string) => void;
  /** What comes first. */
  children: ReactNode;
}
function Filters({ order, only, find, onOrder, onOnly, onFind, children }: FiltersProps) {
  return (
    <div className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
      {children}
      <label className="flex items-center gap-2">
        Order
        <select className="field !w-auto" value={order} onChange={(event) => onOrder(event.target.value as Order)}>
          <option value="taught">most gaps first, as taught</option>
          <option value="alike">like with like</option>
        </select>
      </label>
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={only} onChange={(event) => onOnly(event.target.checked)} className="size-4" /> only what somebody
        needs
      </label>
      <input
        className="field !w-52"
        type="search"
        placeholder="name, or a pair needed"
        aria-label="Filter by name, grapheme or skill"
        value={find}
        onChange={(event) => onFind(event.target.value)}
      />
      <div className="ml-auto">
        <SignKey />
      </div>
    </div>
  );
}

function Nobody({ find, only }: { find: string; only: boolean }) {
  return (
    <Empty
      title={find ? 'Nobody fits' : only ? 'Nobody here needs anything' : 'Nothing is set as taught yet'}
      action={
        !only &&
        !find && (
          <Link className="btn btn-main" to="/children/classes">
            Set how far the class has been taught
          </Link>
        )
      }
    >
      {find
        ? 'No child has this in the name, and nobody needs a grapheme or skill called so.'
        : only
          ? 'No pair is a gap or wobbly for these children, as far as it has been checked.'
          : 'What a class has been taught makes the columns of this page.'}
    </Empty>
  );
}
