/** One teaching order: looked at, or changed by drag, by keys and by typing, with what each step opens beside it. */
import { DndContext, PointerSensor, pointerWithin, useSensor, useSensors } from '@dnd-kit/core';
import { orderToJson, orderToRows, taughtAfter, type OrderDraft, type TeachingStep } from '@sapling/core/phonics';
import type { SchoolClass, TeachingOrderRow } from '@sapling/contract';
import { Download, Plus, Undo2 } from 'lucide-react';
import Papa from 'papaparse';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { save as saveFile } from '../ui/save.js';
import { useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { Dialog } from '../ui/dialog.js';
import { useFirstFew } from '../ui/first-few.js';
import { Trouble } from '../ui/form.js';
import { Pending } from '../ui/page.js';
import { graphemeShown } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { useOpened, useShelf } from './frame.js';
import { addStep, draftTaken, movePair, placeOf, takeDraft } from './order-draft.js';
import { Step } from './order-step.js';
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';
import { useOrderDraft, type OrderDraftHandle } from './use-order-draft.js';

const Curve = lazy(() => import('./order-curve.js'));

export function Component() {
  const { id } = useParams();
  const { data: orders, error } = useData('orders');
  const [opened] = useState(takeDraft);
  useEffect(draftTaken, []);
  if (!orders) return <Pending error={error} what="the order" />;
  const saved = orders.find((o) => o.id === id);
  const start = saved ?? opened;
  if (!start)
    return (
      <p>
        This teaching order is not here any more. <Link to="/library/orders">Back to all orders</Link>
      </p>
    );
  return <Editor key={id} id={id!} saved={saved} start={start} />;
}

function Editor({ id, saved, start }: { id: string; saved: TeachingOrderRow | undefined; start: OrderDraft }) {
  const { search } = useShelf();
  const mine = useMay('shape library');
  const may = mine && saved?.version !== null;
  const { data: classes } = useData('classes');
  const handle = useOrderDraft(id, saved, start, may, `/library/orders${search}`);
  const { draft, changed, changeSteps, undo } = handle;
  const { steps } = draft;
  useOpened(draft.name);
  const { value: curve } = useCore(() => core().orderCurve(steps), steps, say('how many words the order opens'));
  const { value: before } = useCore(() => core().orderCurve(start.steps), 'start', say('how many words the order opens'));
  const { value: remarks } = useCore(() => core().orderRemarks(steps), steps, say('what to look at in the order'), 200);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const download = (kind: 'json' | 'csv'): void => {
    const text = kind === 'json' ? orderToJson({ id, ...draft }) : Papa.unparse(orderToRows(draft), { newline: '\r\n' });
    saveFile(`${draft.name}.${kind}`, text, kind === 'json' ? 'application/json' : 'text/csv');
  };

  return (
    <div>
      <Head handle={handle} saved={saved} may={may} back={`/library/orders${search}`} onDownload={download} />
      <Trouble>{handle.trouble}</Trouble>
      {saved && may && changed && <Effect start={start.steps} steps={steps} classes={(classes ?? []).filter((c) => c.orderId === id)} />}
      <div className="grid gap-x-8 gap-y-6 xl:grid-cols-[1fr_19rem]">
        <div>
          {may && (
            <p className="mb-3 text-sm text-ink-2">
              Drag a pair, or go to it with Tab and press <Key>Alt</Key> with an arrow: left and right along the order, up and down by a
              whole step. <Key>Delete</Key> takes it out, <Key>Ctrl Z</Key> takes the last change back.
            </p>
          )}
          <DndContext
            sensors={sensors}
            collisionDetection={pointerWithin}
            onDragEnd={({ active, over }) => {
              if (!over || active.id === over.id) return;
              const [kind, at] = splitId(String(over.id));
              const place = kind === 'pair' ? placeOf(steps, at) : { step: Number(at), at: steps[Number(at)]!.gpcs.length };
              if (place) changeSteps(movePair(steps, String(active.id), place));
            }}
          >
            <ol
              className="sheet ruled"
              onKeyDown={(event) => {
                if (
                  may &&
                  (event.ctrlKey || event.metaKey) &&
                  event.key.toLowerCase() === 'z' &&
                  !(event.target instanceof HTMLInputElement)
                ) {
                  event.preventDefault();
                  undo();
                }
              }}
            >
              {steps.map((step, k) => (
                <Step key={k} at={k} step={step} steps={steps} may={may} opening={curve?.[k]} onChange={changeSteps} />
              ))}
            </ol>
          </DndContext>
          {may && (
            <button className="btn mt-3" onClick={() => changeSteps(addStep(steps, steps.length - 1))}>
              <Plus size={16} aria-hidden /> Add a step
            </button>
          )}
        </div>
        <Opens curve={curve} before={changed && saved ? before : undefined} steps={steps} remarks={remarks} />
      </div>
      <Newer handle={handle} />
    </div>
  );
}

interface HeadProps {
  handle: OrderDraftHandle;
  saved: TeachingOrderRow | undefined;
  may: boolean;
  /** The address of all orders. */
  back: string;
  onDownload: (kind: 'json' | 'csv') => void;
}
function Head({ handle: { draft, changed, canUndo, change, undo, save, removeOrder }, saved, may, back, onDownload }: HeadProps) {
  return (
    <div className="mb-4 flex flex-wrap items-end gap-3">
      <div className="min-w-64 flex-1">
        <Link to={back} className="block w-fit text-sm text-ink-2 underline underline-offset-2">
          All orders
        </Link>
        {may ? (
          <input
            className="field mt-1 !w-full max-w-md font-serif text-xl font-semibold"
            aria-label="Name of the order"
            value={draft.name}
            maxLength={80}
            onChange={(event) => change({ name: event.target.value })}
          />
        ) : (
          <h2 className="text-xl">{draft.name}</h2>
        )}
      </div>
      <div className="flex flex-wrap gap-2">
        {may && (
          <button className="btn" onClick={undo} disabled={!canUndo}>
            <Undo2 size={16} aria-hidden /> Undo
          </button>
        )}
        <button className="btn" onClick={() => onDownload('csv')}>
          <Download size={16} aria-hidden /> CSV
        </button>
        <button className="btn" onClick={() => onDownload('json')}>
          <Download size={16} aria-hidden /> JSON
        </button>
        {may && saved && (
          <button className="btn" onClick={() => void removeOrder()}>
            Put away
          </button>
        )}
        {may && (
          <button className="btn btn-main" disabled={!changed} onClick={() => void save()}>
            Keep this order
          </button>
        )}
      </div>
    </div>
  );
}

interface OpensProps {
  curve: Awaited<ReturnType<ReturnType<typeof core>['orderCurve']>> | undefined;
  before: OpensProps['curve'];
  steps: readonly TeachingStep[];
  remarks: Awaited<ReturnType<ReturnType<typeof core>['orderRemarks']>> | undefined;
}
/** So many are shown at first. */
const REMARKS_SHOWN = 40;
/** What each step opens, and what a colleague might ask about. */
function Opens({ curve, before, steps, remarks }: OpensProps) {
  const [shown, more] = useFirstFew(remarks ?? [], REMARKS_SHOWN);
  return (
    <aside aria-label="What the order opens" className="content-start xl:sticky xl:top-6 xl:self-start">
      <h3 className="text-lg">Words readable after each step</h3>
      <Suspense fallback={<div className="h-64" />}>{curve && <Curve curve={curve} before={before} steps={steps} />}</Suspense>
      {remarks && remarks.length > 0 && (
        <details className="mt-4">
          <summary className="font-semibold">
            {remarks.length} {remarks.length === 1 ? 'thing' : 'things'} a colleague might ask about
          </summary>
          <ul className="mt-1 grid gap-1 text-sm">
            {shown.map((r, k) => (
              <li key={k}>
                <span className="text-ink-2">{steps[r.step]?.name}:</span>{' '}
                <span className="font-child">{r.gpc ? graphemeShown(r.gpc) : r.word}</span> {r.remark}.
              </li>
            ))}
          </ul>
          {more}
        </details>
      )}
    </aside>
  );
}

function Newer({ handle: { newer, draft, settle, leaveOpen } }: { handle: OrderDraftHandle }) {
  return (
    <Dialog
      open={newer !== null}
      onClose={leaveOpen}
      title="Somebody else changed this order"
      lead="Both are kept until you choose. Nothing was overwritten."
    >
      {newer && (
        <div className="grid gap-3">
          <p>Theirs differs from yours in: {differences(newer.steps, draft.steps)}.</p>
          <div className="flex flex-wrap gap-2">
            <button className="btn btn-main" onClick={() => settle('theirs')}>
              Show theirs
            </button>
            <button className="btn" onClick={() => settle('mine')}>
              Keep mine
            </button>
          </div>
        </div>
      )}
    </Dialog>
  );
}

const Key = ({ children }: { children: string }) => <span className="kbd">{children}</span>;
const splitId = (id: string): [kind: string, at: string] => [id.slice(0, id.indexOf(' ')), id.slice(id.indexOf(' ') + 1)];

/** What the change means for classes that follow the order, said before it is kept. */
function Effect({
  start,
  steps,
  classes,
}: {
  start: readonly TeachingStep[];
  steps: readonly TeachingStep[];
  classes: readonly SchoolClass[];
}) {
  const rows = classes.flatMap((c) => {
    const of = (list: readonly TeachingStep[]): Set<string> =>
      new Set(taughtAfter({ id: '', name: '', style: 'cue and answer', steps: list }, Math.min(c.taughtSteps, list.length)).gpcs);
    const [then, now] = [of(start), of(steps)];
    const gone = [...then].filter((gpc) => !now.has(gpc));
    const come = [...now].filter((gpc) => !then.has(gpc));
    return gone.length + come.length > 0 ? [{ c, gone, come }] : [];
  });
  if (rows.length === 0) return null;
  return (
    <div className="mb-4 border-l-4 border-wobbly bg-wobbly-wash px-4 py-2">
      <p className="font-semibold">What counts as taught changes for classes on this order. No observation changes.</p>
      <ul>
        {rows.map(({ c, gone, come }) => (
          <li key={c.id}>
            {c.name} (up to step {c.taughtSteps}): {come.length > 0 && <>also taught {come.map(graphemeShown).join(', ')}</>}
            {come.length > 0 && gone.length > 0 && '; '}
            {gone.length > 0 && <>no longer taught {gone.map(graphemeShown).join(', ')}</>}
          </li>
        ))}
      </ul>
    </div>
  );
}

function differences(theirs: readonly TeachingStep[], mine: readonly TeachingStep[]): string {
  const where = (list: readonly TeachingStep[]): Map<string, number> =>
    new Map(list.flatMap((s, k) => [...s.gpcs, ...s.words].map((x) => [x, k] as const)));
  const [a, b] = [where(theirs), where(mine)];
  const moved = [...new Set([...a.keys(), ...b.keys()])].filter((x) => a.get(x) !== b.get(x));
  return moved.length === 0
    ? 'names only'
    : `${moved.slice(0, 12).map(graphemeShown).join(', ')}${moved.length > 12 ? ` and ${moved.length - 12} more` : ''}`;
}
