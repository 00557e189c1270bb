/** Library: words by what has been taught, a text held against it, and the teaching orders. */
import type { FoundWord, TextReport } from '@sapling/core';
import { useEffect, useMemo, useState } from 'react';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { ClassPicker } from '../ui/class-picker.js';
import { Page, Pending } from '../ui/page.js';
import { GraphemeChip, graphemeShown, WordMarks } from '../ui/word-marks.js';
import { core } from '../workers/core.js';

const SHAPES = ['', 'VC', 'CVC', 'CCVC', 'CVCC', 'CCVCC', 'CVCVC', 'CVCCVC'];

export function Component() {
  const { data: classes, error } = useData('classes');
  const orders = useOrders();
  const [classId, setClassId] = useState<string | null>(null);
  if (!classes || !orders)
    return (
      <Page title="Library">
        <Pending error={error} what="the library" />
      </Page>
    );
  const chosen = classes.find((c) => c.id === classId) ?? classes[0];
  if (!chosen)
    return (
      <Page title="Library" lead="Words and texts are held against what a class has been taught. There is no class yet.">
        <Steps />
      </Page>
    );
  return (
    <Page title="Library" lead="What can be read with what a class has been taught.">
      <ClassPicker classes={classes} value={chosen.id} onChange={setClassId} all={false} />
      <div className="mt-5 grid gap-10">
        <Words key={chosen.id} classId={chosen.id} />
        <TextCheck classId={chosen.id} className={chosen.name} />
        <Steps />
      </div>
    </Page>
  );
}

function Words({ classId }: { classId: string }) {
  const orders = useOrders()!;
  const taught = useMemo(() => orders.taught(classId), [orders, classId]);
  const pairs = [...taught.gpcs].reverse();
  const [pair, setPair] = useState('');
  const [shape, setShape] = useState('');
  const [seed, setSeed] = useState(1);
  const [found, setFound] = useState<FoundWord[] | null>(null);
  useEffect(() => {
    let gone = false;
    void core()
      .findWords({ taught, limit: 24, seed, ...(pair ? { mustUse: [pair] } : {}), ...(shape ? { shape } : {}) })
      .then((words) => !gone && setFound(words));
    return () => {
      gone = true;
    };
  }, [taught, pair, shape, seed]);
  return (
    <section aria-labelledby="words">
      <h2 id="words" className="mb-2 text-lg">
        Words
      </h2>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <label className="flex items-center gap-2">
          with
          <select className="field !w-auto" value={pair} onChange={(event) => setPair(event.target.value)}>
            <option value="">any taught pair</option>
            {pairs.map((gpc) => (
              <option key={gpc} value={gpc}>
                {graphemeShown(gpc)} /{gpc.split(':')[1]}/
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          shaped
          <select className="field !w-auto" value={shape} onChange={(event) => setShape(event.target.value)}>
            {SHAPES.map((s) => (
              <option key={s} value={s}>
                {s || 'any way'}
              </option>
            ))}
          </select>
        </label>
        <button className="btn" onClick={() => setSeed(seed + 1)}>
          Others
        </button>
      </div>
      {found === null ? (
        <p role="status" className="text-ink-2">
          Looking through the words…
        </p>
      ) : found.length === 0 ? (
        <p className="text-ink-2">No word uses only taught pairs in this way.</p>
      ) : (
        <ul className="sheet flex flex-wrap gap-x-8 gap-y-5 p-5">
          {found.map((w) => (
            <li key={w.word}>
              <WordMarks word={w.word} units={w.segmentation.units} focus={pair ? [pair] : []} className="text-2xl" />
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function TextCheck({ classId, className }: { classId: string; className: string }) {
  const orders = useOrders()!;
  const [text, setText] = useState('The fox ran up the steep hill and slept in the sun.');
  const [report, setReport] = useState<TextReport | null>(null);
  useEffect(() => {
    let gone = false;
    const timer = setTimeout(
      () =>
        void core()
          .decodability(text, orders.taught(classId))
          .then((r) => !gone && setReport(r)),
      150,
    );
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [text, orders, classId]);
  const missing = new Map<string, number>();
  for (const word of report?.words ?? []) for (const gpc of word.missing) missing.set(gpc, (missing.get(gpc) ?? 0) + 1);
  return (
    <section aria-labelledby="text">
      <h2 id="text" className="mb-2 text-lg">
        Can {className} read this?
      </h2>
      <textarea
        className="field font-child text-lg"
        rows={3}
        maxLength={20_000}
        aria-label="A text"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {report && report.words.length > 0 && (
        <div className="mt-3">
          <p>
            <span className="font-serif text-xl font-semibold">{Math.round(report.share * 100)} %</span> of {report.words.length} words can
            be read.
            {missing.size > 0 && ' Missing: '}
            {[...missing]
              .sort((a, b) => b[1] - a[1])
              .slice(0, 8)
              .map(([gpc, n]) => (
                <span key={gpc} className="mr-2">
                  <GraphemeChip gpc={gpc} sound /> {n > 1 && `in ${n}`}
                </span>
              ))}
          </p>
          <p className="mt-2 leading-loose">
            {report.words.map((word, k) => (
              <span
                key={k}
                title={word.status === 'not yet' ? `not taught: ${word.missing.join(', ')}` : word.status}
                className={`mr-2 font-child text-lg ${word.status === 'not yet' ? 'bg-gap-wash text-gap underline decoration-wavy underline-offset-4' : word.status === 'unread' ? 'text-ink-2 line-through' : word.status === 'known whole' ? 'italic' : ''}`}
              >
                {word.text}
              </span>
            ))}
          </p>
          <p className="mt-2 text-sm text-ink-2">
            Wavy: uses a pair not taught yet. Slanted: taught as a whole word. Struck: the tool cannot read it.
          </p>
        </div>
      )}
    </section>
  );
}

function Steps() {
  const { data: orders } = useData('orders');
  return (
    <section aria-labelledby="orders">
      <h2 id="orders" className="mb-2 text-lg">
        Teaching orders
      </h2>
      {(orders ?? []).map((order) => (
        <details key={order.id} className="sheet">
          <summary className="px-4 py-3">
            <span className="font-semibold">{order.name}</span>{' '}
            <span className="text-ink-2">
              {order.steps.length} steps, {new Set(order.steps.flatMap((s) => s.gpcs)).size} pairs,{' '}
              {order.steps.reduce((sum, s) => sum + s.words.length, 0)} irregular words. Style: {order.style}.
            </span>
          </summary>
          <ol className="ruled border-t border-rule">
            {order.steps.map((step) => (
              <li key={step.name} className="flex items-baseline gap-4 px-4 py-1.5">
                <span className="w-16 shrink-0 text-sm font-semibold">{step.name}</span>
                <span className="flex flex-1 flex-wrap gap-1.5">
                  {step.gpcs.map((gpc) => (
                    <GraphemeChip key={gpc} gpc={gpc} sound />
                  ))}
                </span>
                <span className="w-56 shrink-0 font-child text-ink-2">{step.words.join('  ')}</span>
              </li>
            ))}
          </ol>
        </details>
      ))}
    </section>
  );
}
