/** Which teaching order a class follows and how far it has been taught. */
import { Word } from '../help/word-of-trade.js';
import type { SchoolClass, TeachingOrderRow } from '@sapling/contract';
import { nearestStep, type NearestStep } from '@sapling/core/phonics';
import { useState } from 'react';
import { Link } from 'react-router';
import { useInAddress } from '../ui/in-address.js';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useWrites } from '../api/use-writes.js';
import { useMay } from '../shell/me.js';
import { ClassRecord } from './class-record.js';
import { Dialog } from '../ui/dialog.js';
import { SelectField, TextField, Trouble } from '../ui/form.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { GraphemeChip, graphemeShown } from '../ui/word-marks.js';

export function Component() {
  const { data: classes, error } = useData('classes');
  const { data: orders } = useData('orders');
  const [chosen, setChosen] = useInAddress('class');
  const [adding, setAdding] = useState(false);
  const add = useMay('import');
  const actions = add && (
    <button className="btn" onClick={() => setAdding(true)}>
      Add a class
    </button>
  );
  const lead = (
    <>
      What a class has been taught of its <Word of="teaching order" /> decides what is checked, what counts as a <Word of="gap" />, and
      which words its children can be given.
    </>
  );
  if (!classes || !orders)
    return (
      <Page title="Classes and what is taught" lead={lead} actions={actions}>
        <Pending error={error} what="the classes" />
      </Page>
    );
  const selected = classes.find((c) => c.id === chosen) ?? classes[0];
  return (
    <Page title="Classes and what is taught" lead={lead} actions={actions}>
      {classes.length === 0 ? (
        <Empty
          title="No classes yet"
          action={
            add && (
              <Link className="btn btn-main" to="/children/import">
                Bring in a class list
              </Link>
            )
          }
        >
          Classes come with a class list, or can be added one by one.
        </Empty>
      ) : (
        <div className="grid gap-8 lg:grid-cols-[14rem_1fr]">
          <ul aria-label="Classes" className="content-start">
            {classes.map((c) => (
              <li key={c.id}>
                <button
                  onClick={() => setChosen(c.id)}
                  aria-current={c === selected}
                  className={`w-full border-l-4 px-3 py-2 text-left ${c === selected ? 'border-pine bg-sheet' : 'border-transparent hover:bg-sheet'}`}
                >
                  <span className="block font-semibold">{c.name}</span>
                  <span className="text-sm text-ink-2">
                    {c.year && `${c.year}, `}
                    {c.children > 0 && (c.children === 1 ? '1 child, ' : `${c.children} children, `)}step {c.taughtSteps}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {selected && <Taught key={selected.id} schoolClass={selected} orders={orders} classes={classes} />}
        </div>
      )}
      {adding && <AddClass orders={orders} onClose={() => setAdding(false)} onAdded={setChosen} />}
    </Page>
  );
}

type Orders = readonly TeachingOrderRow[];

function Taught({ schoolClass, orders, classes }: { schoolClass: SchoolClass; orders: Orders; classes: readonly SchoolClass[] }) {
  const may = useMay('set taught');
  const order = orders.find((o) => o.id === schoolClass.orderId) ?? orders[0]!;
  const [moved, setMoved] = useState<NearestStep | null>(null);
  const write = useWrites(schoolClass);
  const change = async (body: { orderId?: string; taughtSteps?: number }): Promise<void> => {
    const undo = { orderId: order.id, taughtSteps: schoolClass.taughtSteps };
    const to = orders.find((o) => o.id === body.orderId);
    try {
      const saved = await write((version) => call('updateClass', { params: { id: schoolClass.id }, body: { ...body, version } }));
      await refresh('classes');
      setMoved(to && undo.taughtSteps > 0 ? nearestStep(order, undo.taughtSteps, to) : null);
      toast(
        to
          ? `${saved.name} follows ${to.name} now, taught up to step ${saved.taughtSteps}`
          : `${saved.name}: taught up to step ${saved.taughtSteps}`,
        {
          action: {
            label: 'Undo',
            onClick: () =>
              void call('updateClass', { params: { id: saved.id }, body: { ...undo, version: saved.version } }).then(
                () => (setMoved(null), refresh('classes')),
                (error: unknown) => toast.error(sentenceOf(error)),
              ),
          },
        },
      );
    } catch (error) {
      await refresh('classes');
      toast.error(
        error instanceof Problem && error.code === 'newer-version'
          ? 'Somebody else changed this class just now. The new state is shown; set it again if it should be different.'
          : sentenceOf(error),
      );
    }
  };
  return (
    <section aria-label={schoolClass.name}>
      <ClassRecord schoolClass={schoolClass} classes={classes} />
      <div className="mb-4 grid max-w-md gap-3">
        <SelectField
          label={`${schoolClass.name} follows`}
          value={order.id}
          disabled={!may}
          onChange={(event) => void change({ orderId: event.target.value })}
        >
          {orders.map((o) => (
            <option key={o.id} value={o.id}>
              {o.name}
            </option>
          ))}
        </SelectField>
      </div>
      {moved && <Moved {...moved} />}
      <h2 className="text-lg">How far has {schoolClass.name} been taught?</h2>
      <p className="mb-2 text-ink-2">
        {may ? 'Press the last step that has been taught.' : 'Set by the class teacher, the intervention teacher or the lead.'}
      </p>
      <ol className="sheet ruled">
        <li>
          <button
            className={`flex w-full gap-4 px-4 py-1.5 text-left ${schoolClass.taughtSteps === 0 ? 'font-semibold' : 'text-ink-2'}`}
            disabled={!may}
            onClick={() => void change({ taughtSteps: 0 })}
            aria-pressed={schoolClass.taughtSteps === 0}
          >
            Nothing yet
          </button>
        </li>
        {order.steps.map((step, k) => {
          const taught = k < schoolClass.taughtSteps;
          const last = k + 1 === schoolClass.taughtSteps;
          return (
            <li key={step.name} className={last ? '!border-b-2 !border-b-pine' : ''}>
              <button
                className={`flex w-full flex-wrap items-baseline gap-x-4 gap-y-1 px-4 py-1.5 text-left sm:flex-nowrap ${taught ? 'bg-leaf-wash/60' : ''}`}
                disabled={!may}
                aria-pressed={last}
                aria-label={`Taught up to ${step.name}`}
                onClick={() => void change({ taughtSteps: k + 1 })}
              >
                <span className="w-16 shrink-0 text-sm font-semibold">{step.name}</span>
                <span className="flex flex-1 flex-wrap gap-1.5">
                  {step.gpcs.map((gpc) => (
                    <GraphemeChip key={gpc} gpc={gpc} sound />
                  ))}
                </span>
                <span className="shrink-0 font-child max-sm:basis-full sm:w-56 text-ink-2">{step.words.join('  ')}</span>
                <span className="w-20 shrink-0 text-right text-sm text-ink-2">{last ? 'up to here' : taught ? 'taught' : ''}</span>
              </button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** After another order was chosen: how its steps were set, and what that does not say of what was taught. */
function Moved({ steps, gone, come }: NearestStep) {
  const named = (gpcs: readonly string[]): string => gpcs.map(graphemeShown).join(', ');
  return (
    <div role="status" className="mb-4 max-w-3xl border-l-4 border-wobbly bg-wobbly-wash px-4 py-2">
      <p className="font-semibold">
        {steps === 0 ? 'Nothing of this order counts as taught yet' : `Step ${steps} is nearest to what was taught before`}: look whether it
        is so, and press another step if not.
      </p>
      {come.length > 0 && <p>Counted as taught now, and not before: {named(come)}.</p>}
      {gone.length > 0 && <p>Taught before, and not counted until its step: {named(gone)}.</p>}
      <p className="text-sm text-ink-2">What was seen of each child is held by pair and stays.</p>
    </div>
  );
}

function AddClass({ orders, onClose, onAdded }: { orders: Orders; onClose: () => void; onAdded: (id: string) => void }) {
  const [trouble, setTrouble] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  return (
    <Dialog open onClose={onClose} title="Add a class">
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (busy) return;
          setBusy(true);
          setTrouble(null);
          const form = new FormData(event.currentTarget);
          call('addClass', { body: { name: String(form.get('name')), year: String(form.get('year')), orderId: String(form.get('order')) } })
            .then(async (made) => {
              await refresh('classes');
              onAdded(made.id);
              onClose();
            })
            .catch((error: unknown) => {
              setTrouble(error);
              setBusy(false);
            });
        }}
      >
        <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
        <TextField label="Name" name="name" required maxLength={80} autoFocus />
        <TextField label="Year" name="year" maxLength={20} hint="As your school says it. Can stay empty." />
        <SelectField label="Teaching order" name="order">
          {orders.map((o) => (
            <option key={o.id} value={o.id}>
              {o.name}
            </option>
          ))}
        </SelectField>
        <button className="btn btn-main justify-self-start" disabled={busy}>
          Add the class
        </button>
      </form>
    </Dialog>
  );
}
