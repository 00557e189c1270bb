/** Gaps: what is missing, and for whom together? Children against skill strands and taught pairs. */
import { type ChildLine, fullName } from '@sapling/contract';
import { FileDown } from 'lucide-react';
import { useCallback, useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { useMay } from '../shell/me.js';
import { ClassPicker } from '../ui/class-picker.js';
import { save } from '../ui/save.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { SignKey } from '../ui/signs.js';
import { core } from '../workers/core.js';
import { useCore } from '../workers/use-core.js';
import { cellsOf, gapsCsv, needs, pairColumn, statesOf, strandColumn, strandsSeen, type Column } from './columns.js';
import { EvidencePanel } from './evidence-panel.js';
import { StrandPanel } from './strand-panel.js';
import { Grid } from './grid.js';
import { say } from '../wording/say.js';

type Order = 'taught' | 'alike';

export function Component() {
  const { data: children, error } = useData('children');
  const { data: classes } = useData('classes');
  const orders = useOrders();
  const go = useNavigate();
  const [params, setParams] = useSearchParams();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [seen, setSeen] = useState<{ child: ChildLine; column: Column } | null>(null);
  const [only, setOnly] = useState(false);
  const [order, setOrder] = useState<Order>('taught');
  const [find, setFind] = useState('');
  const mayGroup = useMay('form groups');
  const teaches = (classes ?? []).filter((c) => c.children > 0 || (children ?? []).some((child) => child.classId === c.id));
  const wanted = params.get('class') ?? teaches[0]?.id ?? null;
  const classId = wanted === 'all' ? null : wanted;
  const ofClass = useMemo(() => (children ?? []).filter((c) => !classId || c.classId === classId), [children, classId]);
  const columns = useMemo(() => {
    if (!orders) return [];
    const longest =
      [...new Set(ofClass.map((c) => c.classId))].map((id) => orders.taught(id).gpcs).sort((a, b) => b.length - a.length)[0] ?? [];
    const all = [...strandsSeen(ofClass).map(strandColumn), ...longest.map(pairColumn)];
    const states = only ? ofClass.map(statesOf) : [];
    return only ? all.filter((c) => states.some((s) => needs(s.get(c.key)))) : all;
  }, [orders, ofClass, only]);
  const rows = useMemo(() => {
    const gaps = new Map(ofClass.map((c) => [c, c.line.filter((p) => p.state === 'gap').length]));
    const text = find.trim().toLowerCase();
    // words filter by name; a grapheme or a strand filters to those who need it
    const column = columns.find((c) => c.head.toLowerCase() === text || c.name === text);
    return ofClass
      .filter(
        (c) => text === '' || fullName(c).toLowerCase().includes(text) || (column !== undefined && needs(statesOf(c).get(column.key))),
      )
      .sort((a, b) => gaps.get(b)! - gaps.get(a)!);
  }, [ofClass, find, columns]);
  // strands stay in the order of the work; children and pairs are put like with like
  const pairs = useMemo(() => columns.filter((c) => c.gpc), [columns]);
  const table = useMemo(() => (order === 'alike' ? cellsOf(rows, pairs) : []), [order, rows, pairs]);
  const { value: alike, busy } = useCore(() => (order === 'alike' ? core().seriate(table) : Promise.resolve(null)), [order, table]);
  const fits = order === 'alike' && alike && alike.rows.length === rows.length && alike.columns.length === pairs.length;
  const shownRows = useMemo(() => (fits ? alike.rows.map((k) => rows[k]!) : rows), [fits, alike, rows]);
  const shownColumns = useMemo(
    () => (fits ? [...columns.filter((c) => c.strand), ...alike.columns.map((k) => pairs[k]!)] : columns),
    [fits, alike, columns, pairs],
  );
  const closer = fits && alike.before.pathLength > 0 ? Math.round((1 - alike.after.pathLength / alike.before.pathLength) * 100) : null;

  const toggle = useCallback(
    (ids: readonly string[], on: boolean): void =>
      setChosen((now) => {
        const next = new Set(now);
        for (const id of ids)
          if (on) next.add(id);
          else next.delete(id);
        return next;
      }),
    [],
  );
  const pick = (column: Column, needing: readonly string[], on: boolean): void => {
    setPicked((now) => {
      const next = new Set(now);
      if (on) next.add(column.key);
      else next.delete(column.key);
      return next;
    });
    toggle(needing, on);
  };
  const clear = (): void => {
    setChosen(new Set());
    setPicked(new Set());
  };

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
              save(`gaps ${classId ? className(classId) : say('all classes')}.csv`, gapsCsv(shownRows, shownColumns, className), 'text/csv')
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
                onClick={() =>
                  void go('/groups', { state: { fromChildren: [...chosen], focus: [...picked].filter((key) => key.includes(':')) } })
                }
              >
                Make a group of these {chosen.size}
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
          <div className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
            <ClassPicker classes={teaches} value={classId} onChange={(next) => setParams({ class: next ?? 'all' })} />
            <label className="flex items-center gap-2">
              Order
              <select className="field !w-auto" value={order} onChange={(event) => setOrder(event.target.value as Order)}>
                <option value="taught">most gaps first, as taught</option>
                <option value="alike">like with like</option>
              </select>
            </label>
            <label className="flex items-center gap-2">
              <input type="checkbox" checked={only} onChange={(event) => setOnly(event.target.checked)} className="size-4" /> only what
              somebody needs
            </label>
            <input
              className="field !w-52"
              type="search"
              placeholder="name, or a pair needed"
              aria-label="Filter by name, grapheme or skill"
              value={find}
              onChange={(event) => setFind(event.target.value)}
            />
            <div className="ml-auto">
              <SignKey />
            </div>
          </div>
          {order === 'alike' && (
            <p className="mb-2 text-sm text-ink-2" role="status">
              {busy || closer === null
                ? 'Putting like with like…'
                : `Neighbours differ ${closer} % less than in the taught order (sum of differences between neighbours, ${alike!.before.pathLength.toFixed(0)} to ${alike!.after.pathLength.toFixed(0)}).`}
            </p>
          )}
          {columns.length === 0 || rows.length === 0 ? (
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
          ) : (
            <Grid
              rows={shownRows}
              columns={shownColumns}
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
