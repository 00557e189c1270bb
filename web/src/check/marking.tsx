/** Marking: the whole screen is the card, with a thin strip for the adult. */
import { likelySlips } from '@sapling/core';
import { Pause, Undo2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useOutbox } from '../outbox/outbox.js';
import { useMe } from '../shell/me.js';
import { Opening } from '../shell/opening.js';
import { graphemeShown } from '../ui/word-marks.js';
import { cardNow, counting } from './local-check.js';
import { usePainted } from './painted.js';
import { Said } from './said.js';
import { Summary } from './summary.js';
import { useCheck, type CheckHandle } from './use-check.js';
import { MARKS, markWord, pairLabel, saidShown } from './words.js';

export function Component() {
  const { id } = useParams();
  const me = useMe();
  const handle = useCheck(id!, me.colleague.id);
  if (handle.trouble)
    return (
      <main className="mx-auto max-w-xl p-10">
        <h1 className="mb-3 text-2xl">This check cannot be opened</h1>
        <p className="mb-6">{handle.trouble}</p>
        <a className="btn btn-main" href="/check">
          Back to Check
        </a>
      </main>
    );
  if (!handle.check) return <Opening />;
  const done = handle.check.finishedAt !== null || cardNow(handle.check) === null;
  return done ? <Summary key={id} handle={handle} /> : <Marking key={id} handle={handle} />;
}

function Marking({ handle }: { handle: CheckHandle }) {
  const check = handle.check!;
  const card = cardNow(check)!;
  const go = useNavigate();
  const outbox = useOutbox();
  const [paused, setPaused] = useState(false);
  const [asking, setAsking] = useState(false);
  const covered = paused || asking;
  const painted = usePainted(covered ? null : card);
  const last = check.marks.at(-1);
  const lastMark = last ? counting(last) : undefined;
  const most = check.quick ? Math.ceil(check.stack.length / 2) : check.stack.length;
  const left = most - check.marks.length;
  const pressedAt = useRef<number | null>(null);
  const slips = useMemo(() => (last ? likelySlips(last.gpc, check.stack) : []), [last, check.stack]);

  const press = (outcome: (typeof MARKS)[number]['outcome'], at: number): void => {
    // a press before the card was on screen cannot be about it
    if (covered || painted.current === null || at < painted.current) return;
    pressedAt.current = at;
    const ms = at - painted.current;
    painted.current = null;
    handle.mark(outcome, ms);
  };
  useEffect(() => {
    const from = pressedAt.current;
    if (from === null) return;
    pressedAt.current = null;
    const channel = new MessageChannel();
    channel.port1.onmessage = () => {
      performance.measure('mark-to-paint', { start: from, end: performance.now() });
      channel.port1.close();
    };
    requestAnimationFrame(() => channel.port2.postMessage(null));
  }, [card]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || asking) return;
      const key = event.key.toLowerCase();
      if (paused) {
        if (key === 'escape' || key === 'enter') {
          event.preventDefault();
          setPaused(false);
        }
        return;
      }
      const mark = MARKS.find((m) => m.key === key);
      if (mark) press(mark.outcome, event.timeStamp);
      else if (key === 'z' || key === 'backspace') handle.takeBack();
      else if (key === 's' && last) setAsking(true);
      else if (key === 'escape') setPaused(true);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  return (
    <div className="flex h-dvh flex-col bg-[#fbfaf3]">
      <h1 className="sr-only">Check of {check.childName}</h1>
      <div className="relative grid min-h-0 flex-1 place-items-center overflow-hidden">
        {covered ? (
          <p className="text-lg text-ink-2">{paused ? '' : 'The card waits.'}</p>
        ) : (
          <p key={card} data-card={card} className="font-child leading-none select-none" style={{ fontSize: 'min(46vh, 26vw)' }}>
            {graphemeShown(card)}
          </p>
        )}
        {paused && (
          <div className="absolute inset-0 grid place-items-center bg-[#fbfaf3]">
            <div className="max-w-md text-center">
              <h2 className="mb-2 text-2xl">Paused</h2>
              <p className="mb-6 text-ink-2">
                {check.quick ? `${check.marks.length} cards` : `${check.marks.length} of ${check.stack.length} cards`} are marked and kept.
                Carry on now, or later from Check or Today.
              </p>
              <div className="flex justify-center gap-3">
                <button className="btn btn-main" autoFocus onClick={() => setPaused(false)}>
                  Carry on
                </button>
                <button className="btn" onClick={() => void go('/check')}>
                  Leave for later
                </button>
                <button className="btn" onClick={() => handle.finish('stopped')}>
                  End here
                </button>
              </div>
            </div>
          </div>
        )}
      </div>
      {asking && last && (
        <Said
          gpc={last.gpc}
          slips={slips}
          onSaid={(said) => {
            handle.amend(last.gpc, { said });
            setAsking(false);
          }}
          onClose={() => setAsking(false)}
        />
      )}
      <div className="border-t border-rule bg-sheet px-4 pt-2 pb-3 text-ink">
        <div className="mb-2 flex min-h-8 items-center gap-5 text-sm">
          <span className="font-semibold">{check.childName}</span>
          <span>{pairLabel(card)}</span>
          <span className="text-ink-2">{check.quick ? `at most ${left} left` : `${left} left`}</span>
          <span className="text-ink-2" role="status">
            {outbox.reach === 'offline'
              ? `Offline: ${outbox.waiting} kept on this device`
              : outbox.waiting > 0
                ? `${outbox.waiting} waiting`
                : 'All sent'}
          </span>
          <span className="ml-auto flex items-center gap-2">
            {lastMark && (
              <>
                <span className="text-ink-2">
                  Last: <span className="font-child text-base text-ink">{graphemeShown(last!.gpc)}</span> {markWord(lastMark.outcome)}
                  {lastMark.said && `, ${saidShown(lastMark.said)}`}
                </span>
                <button className="btn btn-quiet btn-small" onClick={() => handle.takeBack()}>
                  <Undo2 size={15} aria-hidden /> Take back <span className="kbd">Z</span>
                </button>
                <button className="btn btn-quiet btn-small" onClick={() => setAsking(true)} disabled={asking}>
                  What did they say? <span className="kbd">S</span>
                </button>
              </>
            )}
            <button className="btn btn-quiet btn-small" onClick={() => setPaused(true)} disabled={paused}>
              <Pause size={15} aria-hidden /> Pause <span className="kbd">Esc</span>
            </button>
          </span>
        </div>
        <div className="grid grid-cols-5 gap-2">
          {MARKS.map(({ outcome, word, key }) => (
            <button
              key={outcome}
              disabled={covered}
              className="btn min-h-16 text-lg"
              onPointerDown={(event) => event.pointerType !== 'mouse' && press(outcome, event.timeStamp)}
              onClick={(event) => (event.nativeEvent as PointerEvent).pointerType === 'touch' || press(outcome, event.timeStamp)}
            >
              {word} <span className="kbd">{key}</span>
            </button>
          ))}
        </div>
      </div>
    </div>
  );
}
