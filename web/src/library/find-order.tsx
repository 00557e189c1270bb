/** Two questions that find the teaching order nearest to how a school works, and one press that has classes follow it. */
import type { TeachingOrderRow } from '@sapling/contract';
import { nearestOrder, ORDER_PACES, type OrderPace } from '@sapling/core/phonics';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay } from '../shell/me.js';

const WAYS: readonly { readonly style: TeachingOrderRow['style']; readonly title: string; readonly about: string }[] = [
  {
    style: 'revisit to apply',
    title: 'We go back over the old, teach the new, practise it, and read with it',
    about: 'in this order, each time',
  },
  {
    style: 'cue and answer',
    title: 'The teacher gives a cue and all answer together',
    about: 'quick, with a picture or a movement to each sound',
  },
  { style: 'cards and dictation', title: 'Cards to read and words to write, every day', about: 'what is read is spelled too' },
];

export function FindOrder({ orders }: { orders: readonly TeachingOrderRow[] }) {
  const may = useMay('manage team');
  const { data: classes } = useData('classes');
  const { data: settings } = useData('settings');
  const [style, setStyle] = useState<TeachingOrderRow['style'] | null>(null);
  const [pace, setPace] = useState<OrderPace | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const found = style && pace ? nearestOrder(orders, { style, pace }) : null;
  // where nothing was taught yet nobody loses anything
  const fresh = (classes ?? []).filter((c) => c.taughtSteps === 0);
  const others = (classes ?? []).filter((c) => c.taughtSteps > 0 && c.orderId !== found?.order.id);
  const follow = async (): Promise<void> => {
    if (!found || !settings) return;
    setTrouble(null);
    try {
      await call('saveSettings', { body: { ...settings, newClassOrder: found.order.id } });
      for (const c of fresh) await call('updateClass', { params: { id: c.id }, body: { orderId: found.order.id, version: c.version } });
      toast(`${found.order.name} is followed by every class without anything taught, and by those that come in.`);
    } catch (error) {
      setTrouble(sentenceOf(error));
    }
    await refresh('settings', 'classes');
  };
  return (
    <section aria-labelledby="find-order" className="sheet mb-6 grid gap-5 p-5">
      <h2 id="find-order" className="text-xl">
        Which is nearest to yours?
      </h2>
      <fieldset>
        <legend className="mb-2 font-semibold">1. How does a session go with you?</legend>
        <div className="grid gap-2">
          {WAYS.map((way) => (
            <label key={way.style} className="flex items-start gap-3">
              <input type="radio" name="way" className="mt-1.5 size-4" checked={style === way.style} onChange={() => setStyle(way.style)} />
              <span>
                {way.title} <span className="text-ink-2">({way.about})</span>
              </span>
            </label>
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend className="mb-2 font-semibold">2. How many graphemes are new in a week, while children begin?</legend>
        <div className="flex flex-wrap gap-x-6 gap-y-2">
          {ORDER_PACES.map((p) => (
            <label key={p} className="flex items-center gap-2">
              <input type="radio" name="pace" className="size-4" checked={pace === p} onChange={() => setPace(p)} /> {p}
            </label>
          ))}
        </div>
      </fieldset>
      <div aria-live="polite" className="border-l-4 border-leaf pl-4">
        {!found ? (
          <p className="text-ink-2">Answer both, and the nearest order stands here with why. Each can be looked at below.</p>
        ) : (
          <>
            <p>
              <Link className="font-semibold underline underline-offset-4" to={`/library/orders/${found.order.id}`}>
                {found.order.name}
              </Link>
              : {found.sameStyle ? 'it is built for this way of working' : 'no order is built for this way of working at this pace'}, and
              brings {found.newInAStep.toFixed(1)} new pairs a step in its first third, in {found.order.steps.length} steps. Its style of
              session can be chosen apart from it.
            </p>
            {may && (
              <p className="mt-3 flex flex-wrap items-center gap-3">
                <button
                  className="btn btn-main"
                  disabled={!settings || settings.newClassOrder === found.order.id}
                  onClick={() => void follow()}
                >
                  {settings?.newClassOrder === found.order.id ? 'Followed by new classes' : 'Follow this order'}
                </button>
                {others.length > 0 && (
                  <span className="text-sm text-ink-2">
                    {others.map((c) => c.name).join(', ')} {others.length === 1 ? 'follows' : 'follow'} another order and stay with it:
                    something was taught in it. Change that under{' '}
                    <Link className="underline" to="/children/classes">
                      Classes
                    </Link>
                    .
                  </span>
                )}
              </p>
            )}
          </>
        )}
        {trouble && (
          <p role="alert" className="mt-2 text-gap">
            {trouble}
          </p>
        )}
      </div>
    </section>
  );
}
