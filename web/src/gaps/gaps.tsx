/** Gaps: what is missing, and for whom together? Children against taught pairs. */
import type { ChildLine } from '@sapling/contract';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { useMay } from '../shell/me.js';
import { ClassPicker } from '../ui/class-picker.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { SignKey } from '../ui/signs.js';
import { EvidencePanel } from './evidence-panel.js';
import { Grid } from './grid.js';

export function Component() {
  const { data: children, error } = useData('children');
  const { data: classes } = useData('classes');
  const orders = useOrders();
  const go = useNavigate();
  const [params, setParams] = useSearchParams();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [seen, setSeen] = useState<{ child: ChildLine; gpc: string } | null>(null);
  const [only, setOnly] = useState(false);
  const mayGroup = useMay('form groups');
  const teaches = (classes ?? []).filter((c) => c.children > 0 || (children ?? []).some((child) => child.classId === c.id));
  const wanted = params.get('class') ?? teaches[0]?.id ?? null;
  const classId = wanted === 'all' ? null : wanted;
  const shown = useMemo(() => {
    const rows = (children ?? []).filter((c) => !classId || c.classId === classId);
    const gaps = (c: ChildLine): number => c.line.filter((p) => p.state === 'gap').length;
    return rows.sort((a, b) => gaps(b) - gaps(a));
  }, [children, classId]);
  const pairs = useMemo(() => {
    if (!orders) return [];
    const longest =
      [...new Set(shown.map((c) => c.classId))].map((id) => orders.taught(id).gpcs).sort((a, b) => b.length - a.length)[0] ?? [];
    if (!only) return longest;
    return longest.filter((gpc) => shown.some((c) => c.line.some((p) => p.gpc === gpc && (p.state === 'gap' || p.state === 'wobbly'))));
  }, [orders, shown, only]);
  const toggle = (ids: readonly string[], on: boolean): void =>
    setChosen((now) => {
      const next = new Set(now);
      for (const id of ids)
        if (on) next.add(id);
        else next.delete(id);
      return next;
    });

  if (!children || !classes || !orders)
    return (
      <Page title="Gaps">
        <Pending error={error} what="the gaps" />
      </Page>
    );
  return (
    <Page
      wide
      title="Gaps"
      lead="One row a child, one column a taught pair. Press a cell for what it rests on; press a pair to choose everyone who needs it."
      actions={
        mayGroup &&
        chosen.size > 0 && (
          <>
            <button className="btn" onClick={() => setChosen(new Set())}>
              Choose none
            </button>
            <button className="btn btn-main" onClick={() => void go('/groups', { state: { fromChildren: [...chosen] } })}>
              Group these {chosen.size}
            </button>
          </>
        )
      }
    >
      {children.length === 0 ? (
        <Empty title="No children yet">Gaps show once children are here and have been checked.</Empty>
      ) : (
        <>
          <div className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-2">
            <ClassPicker classes={teaches} value={classId} onChange={(next) => setParams({ class: next ?? 'all' })} />
            <label className="flex items-center gap-2">
              <input type="checkbox" checked={only} onChange={(event) => setOnly(event.target.checked)} className="size-4" /> only pairs
              somebody needs
            </label>
            <div className="ml-auto">
              <SignKey />
            </div>
          </div>
          {pairs.length === 0 ? (
            <Empty
              title={only ? 'Nobody here needs anything' : 'Nothing is set as taught yet'}
              action={
                !only && (
                  <Link className="btn btn-main" to="/children/classes">
                    Set how far the class has been taught
                  </Link>
                )
              }
            >
              {only
                ? 'No pair is a gap or wobbly for these children, as far as it has been checked.'
                : 'What a class has been taught makes the columns of this page.'}
            </Empty>
          ) : (
            <Grid
              rows={shown}
              pairs={pairs}
              chosen={chosen}
              choose={mayGroup ? toggle : undefined}
              onCell={(child, gpc) => setSeen({ child, gpc })}
            />
          )}
        </>
      )}
      {seen && <EvidencePanel child={seen.child} gpc={seen.gpc} onClose={() => setSeen(null)} />}
    </Page>
  );
}
