/** A first check with a child who is nobody: what they say stands beside the card, and at the end how it was marked. Nothing is kept. */
import { seedFrom } from '@sapling/core';
import { practiceAnswers } from '@sapling/core/checks';
import { splitGpc, type Gpc } from '@sapling/core/phonics';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { useData } from '../api/data.js';
import { clock } from '../clock.js';
import { useMe } from '../shell/me.js';
import { Opening } from '../shell/opening.js';
import { notePractice } from '../today/first-day-kept.js';
import { graphemeShown } from '../ui/word-marks.js';
import { markWord } from './kinds.js';
import { amend, begin, cardNow, counting, finish, mark, takeBack, type LocalCheck, type Marker, type Step } from './local-check.js';
import { Marking } from './marking.js';
import type { CheckHandle } from './use-check.js';

const CARDS = 10;
/** Nobody: no child of the school has this name, and the id is none of theirs. */
const NOBODY = 'Nobody Inparticular';

/** A check that lives on this page alone. */
function usePractice(stack: readonly Gpc[], by: string): CheckHandle & { again(): void } {
  const marker = useMemo((): Marker => ({ by, now: () => clock.now(), newId: () => uuidv7() }), [by]);
  const fresh = useCallback(
    (): LocalCheck => begin({ id: uuidv7(), name: NOBODY }, { kind: 'see-say', stack }, uuidv7(), marker).check,
    [marker, stack],
  );
  const [check, setCheck] = useState(fresh);
  const take = (step: (now: LocalCheck) => Step): void => setCheck((now) => step(now).check);
  return {
    check,
    trouble: null,
    mark: (answer, key) => take((c) => (key === undefined ? mark(c, answer, marker) : mark(c, answer, marker, key))),
    takeBack: () => take((c) => takeBack(c, marker)),
    amend: (key, change) => take((c) => amend(c, key, change, marker)),
    finish: (reason) => take((c) => finish(c, reason, marker)),
    again: () => setCheck(fresh()),
  };
}

export function Component() {
  const { data: orders } = useData('orders');
  // each grapheme with the sound it is taught with first
  const stack = useMemo(() => {
    const first = new Map<string, Gpc>();
    for (const gpc of (orders?.[0]?.steps ?? []).flatMap((s) => s.gpcs)) {
      const { grapheme } = splitGpc(gpc);
      if (!first.has(grapheme)) first.set(grapheme, gpc);
    }
    return [...first.values()].slice(0, CARDS);
  }, [orders]);
  return stack.length === 0 ? <Opening /> : <Practice stack={stack} />;
}

function Practice({ stack }: { stack: readonly Gpc[] }) {
  const me = useMe();
  const handle = usePractice(stack, me.colleague.id);
  const check = handle.check!;
  const answers = useMemo(() => practiceAnswers(check.stack, seedFrom(check.id)), [check.stack, check.id]);
  const key = check.finishedAt ? null : cardNow(check);
  useEffect(() => {
    if (key === null) notePractice();
  }, [key]);
  if (key !== null) {
    const answer = answers.find((a) => a.gpc === key)!;
    return (
      <Marking
        handle={handle}
        practice={{ says: <Says key={`${check.id} ${key}`} happens={answer.happens} after={answer.after} />, leave: '/' }}
      />
    );
  }
  const marked = answers.flatMap((answer) => {
    const found = check.marks.find((m) => m.key === answer.gpc);
    return found ? [{ answer, outcome: counting(found).outcome }] : [];
  });
  const fitting = marked.filter(({ answer, outcome }) => answer.fits.includes(outcome)).length;
  return (
    <main className="mx-auto max-w-3xl px-4 py-8">
      <title>Practice check · Keen Sapling</title>
      <h1 className="text-2xl">
        {fitting} of {marked.length} marked as it was said
      </h1>
      <p className="mt-1 mb-5 text-ink-2">
        Nobody was checked, and nothing of this is kept. A real check works the same: one key an answer, and every mark can be taken back.
      </p>
      <table className="sheet w-full">
        <thead className="text-left text-sm text-ink-2">
          <tr>
            <th className="px-4 py-2 font-semibold">Card</th>
            <th className="py-2 font-semibold">What they did</th>
            <th className="py-2 font-semibold">Your mark</th>
            <th className="py-2 pr-4 font-semibold">It is called</th>
          </tr>
        </thead>
        <tbody className="ruled">
          {marked.map(({ answer, outcome }) => {
            const fits = answer.fits.includes(outcome);
            return (
              <tr key={answer.gpc} className={fits ? '' : 'bg-gap-wash'}>
                <th scope="row" className="px-4 py-1.5 text-left font-child text-lg font-normal">
                  {graphemeShown(answer.gpc)}
                </th>
                <td>{answer.happens}</td>
                <td>{markWord(outcome)}</td>
                <td className="pr-4">{fits ? 'as marked' : markWord(answer.fits[0]!)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="mt-6 flex flex-wrap gap-3">
        <Link className="btn btn-main" to="/check">
          Check a real child
        </Link>
        <button className="btn" onClick={() => handle.again()}>
          Once more
        </button>
        <Link className="btn" to="/">
          To Today
        </Link>
      </div>
    </main>
  );
}

/** What the practice child does, after the time it takes them. */
function Says({ happens, after }: { happens: string; after: number }) {
  const [now, setNow] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setNow(true), 1000 * after);
    return () => clearTimeout(timer);
  }, [after]);
  return (
    <p className="border-t border-rule bg-note px-4 py-2" role="status">
      <b>Practice.</b>{' '}
      {now ? `The child ${/^[a-z]/.test(happens) ? happens : `says ${happens}`}. Mark it below.` : 'The child looks at the card…'}
    </p>
  );
}
