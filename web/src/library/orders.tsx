/** Teaching orders: those that ship and the school's own, with what each opens. */
import { isCoreError } from '@sapling/core';
import { orderFromJson, orderFromRows, type OrderDraft, type StepOpening } from '@sapling/core/phonics';
import type { TeachingOrderRow } from '@sapling/contract';
import Papa from 'papaparse';
import { useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { FileButton } from '../ui/file-button.js';
import { Trouble } from '../ui/form.js';
import { core } from '../workers/core.js';
import { FindOrder } from './find-order.js';
import { useShelf } from './frame.js';
import { keepDraft } from './order-draft.js';
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';
import { useGoOn } from '../shell/go-on.js';

export const STYLE_WORDS: Record<TeachingOrderRow['style'], string> = {
  'revisit to apply': 'Built for revisiting, teaching, practising, applying: at each place the pair that opens most.',
  'cue and answer': 'Built for cue and answer: sounds that can be held come first, one or two new ones a step, mix-ups far apart.',
  'cards and dictation': 'Built for cards and dictation: what is read is spelled too, so pairs that are sure both ways come first.',
};

export function Component() {
  const { data: orders } = useData('orders');
  const { data: classes } = useData('classes');
  const { search } = useShelf();
  const finding = new URLSearchParams(useLocation().search).has('find');
  const may = useMay('shape library');
  const go = useNavigate();
  const goOn = useGoOn();
  const [trouble, setTrouble] = useState<string | null>(null);
  const list = orders ?? [];
  const { value: curves } = useCore(
    () => Promise.all(list.map((o) => core().orderCurve(o.steps))),
    list,
    say('how many words each order opens'),
  );
  const open = async (file: File | undefined): Promise<void> => {
    setTrouble(null);
    if (!file) return;
    try {
      const text = await file.text();
      const name = file.name.replace(/\.[a-z]+$/i, '');
      const draft: OrderDraft = /\.json$/i.test(file.name)
        ? orderFromJson(text)
        : orderFromRows(Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' }).data, name, 'revisit to apply');
      keepDraft(draft);
      await goOn(`/library/orders/${uuidv7()}${search}`);
    } catch (error) {
      setTrouble(
        `“${file.name}” is no teaching order that can be read. ${isCoreError(error) ? `${error.message} (${error.field})` : ''} Nothing was kept of it.`,
      );
    }
  };
  return (
    <div className="max-w-5xl">
      <div className="mb-5 flex flex-wrap items-center justify-between gap-3">
        <p className="max-w-2xl text-ink-2">
          An order says what is taught when. Those that ship were worked out by counting, not taken from anywhere; copy one and make it your
          school’s. Changing an order never changes what was observed of a child.
        </p>
        {may && (
          <>
            <FileButton label="A teaching order as CSV or JSON" accept=".json,.csv" onFile={(file) => void open(file)} />
          </>
        )}
      </div>
      <Trouble>{trouble}</Trouble>
      {finding ? (
        list.length > 0 && <FindOrder orders={list} />
      ) : (
        <p className="mb-4">
          <Link className="underline underline-offset-4" to="/library/orders?find">
            Two questions find the one that is nearest to yours
          </Link>
        </p>
      )}
      <ul className="grid gap-4">
        {list.map((order, k) => {
          const following = (classes ?? []).filter((c) => c.orderId === order.id);
          return (
            <li key={order.id} className="sheet grid gap-x-8 gap-y-3 p-5 md:grid-cols-[1fr_19rem]">
              <div>
                <h2 className="text-xl">
                  <Link to={`/library/orders/${order.id}${search}`} className="hover:underline">
                    {order.name}
                  </Link>
                </h2>
                <p className="mt-1 text-ink-2">
                  {order.version === null ? STYLE_WORDS[order.style] : `Your school’s own. Style: ${order.style}.`}
                </p>
                <p className="mt-2">
                  {order.steps.length} steps, {new Set(order.steps.flatMap((s) => s.gpcs)).size} pairs,{' '}
                  {order.steps.reduce((sum, s) => sum + s.words.length, 0)} irregular words.{' '}
                  {following.length > 0 && <span className="font-semibold">Followed by {following.map((c) => c.name).join(', ')}.</span>}
                </p>
                <p className="mt-3 flex gap-2">
                  <Link to={`/library/orders/${order.id}${search}`} className="btn">
                    {order.version === null || !may ? 'Look at it' : 'Change it'}
                  </Link>
                  {may && (
                    <button
                      className="btn btn-quiet"
                      onClick={() => {
                        keepDraft({ name: `${order.name}, our copy`, style: order.style, steps: order.steps });
                        void go(`/library/orders/${uuidv7()}${search}`);
                      }}
                    >
                      Copy it
                    </button>
                  )}
                </p>
              </div>
              <Sparkline curve={curves?.[k]} />
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** Words readable by step, as one small line: the end figure says it in words. */
function Sparkline({ curve }: { curve: readonly StepOpening[] | undefined }) {
  if (!curve || curve.length === 0) return <div className="h-24" />;
  const most = curve.at(-1)!.words;
  const points = curve.map((s, k) => `${(k / Math.max(1, curve.length - 1)) * 200},${60 - (s.words / Math.max(1, most)) * 56}`).join(' ');
  return (
    <figure>
      <svg viewBox="0 0 200 62" className="h-20 w-full" preserveAspectRatio="none" aria-hidden>
        <line x1="0" x2="200" y1="61" y2="61" stroke="var(--color-rule)" vectorEffect="non-scaling-stroke" />
        <polyline points={points} fill="none" stroke="var(--color-pine)" strokeWidth="2" vectorEffect="non-scaling-stroke" />
      </svg>
      <figcaption className="text-sm text-ink-2">
        <span className="font-semibold text-ink">{most.toLocaleString('en')}</span> common words readable at the end,{' '}
        {curve[Math.floor(curve.length / 3)]!.words.toLocaleString('en')} after a third of the steps
      </figcaption>
    </figure>
  );
}
