/** Marking: the whole screen is the card, with a thin strip for the adult. */
import { useOpen } from '../shell/open.js';
import { checkKind, spelledApart, pairPointedAt } from '@sapling/core/checks';
import { isMiss, type Outcome } from '@sapling/core/evidence';
import { pairSound, splitGpc } from '@sapling/core/phonics';
import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useMe } from '../shell/me.js';
import { Opening } from '../shell/opening.js';
import { ChoiceRow, MarkRow, WriteRow } from './answers.js';
import { Card } from './card.js';
import { LateSheet } from './late-sheet.js';
import { ACCENT_KEY, asSaid, isChosen, isSpoken, isWritten, marksOf, type MarkWord } from './kinds.js';
import { cardNow, counting, isSecondSound, itemOf, otherSounds } from './local-check.js';
import { core } from '../workers/core.js';
import { placeOf } from './own-keys.js';
import { usePainted } from './painted.js';
import { Said } from './said.js';
import { useSecondScreen } from './second-screen.js';
import { Strip } from './strip.js';
import { Summary } from './summary.js';
import { useCheck, type CheckHandle } from './use-check.js';
import { under } from '../base.js';

export function Component() {
  const { id } = useParams();
  const me = useMe();
  const handle = useCheck(id!, me.colleague.id);
  if (handle.trouble)
    return (
      <main className="mx-auto max-w-xl p-10">
        <h1 className="mb-3 text-2xl">This check cannot be opened</h1>
        <p className="mb-6">{handle.trouble}</p>
        <a className="btn btn-main" href={under('/check')}>
          Back to Check
        </a>
      </main>
    );
  if (!handle.check) return <Opening />;
  const done = handle.check.finishedAt !== null || cardNow(handle.check) === null;
  return done ? <Summary key={id} handle={handle} /> : <Marking key={id} handle={handle} />;
}

/** So many in a row without a right answer: the adult is asked whether it is enough. */
const ENOUGH = 4;

/** @param practice with a child who is nobody: what they say, and the way out; nothing is kept then */
export function Marking({ handle, practice }: { handle: CheckHandle; practice?: { readonly says: ReactNode; readonly leave: string } }) {
  const check = handle.check!;
  const key = cardNow(check)!;
  const { kind } = check;
  const item = useMemo(() => itemOf(check, key), [check, key]);
  const go = useNavigate();
  const [paused, setPaused] = useState(false);
  const [asking, setAsking] = useState(false);
  const [again, setAgain] = useState(false);
  const covered = paused || asking;
  const painted = usePainted(covered ? null : key, check.marks.length);
  const last = check.marks.at(-1);
  const second = isSecondSound(check, key);
  const screen = useSecondScreen(covered ? null : { kind, item, second });
  const pressedAt = useRef<number | null>(null);
  const others = useMemo(() => otherSounds(check, key).map((gpc) => ({ gpc, label: pairSound(gpc) })), [check, key]);
  const tired = check.marks.length >= ENOUGH && check.marks.slice(-ENOUGH).every((m) => isMiss(counting(m).outcome));

  /** Time from the painted card to the press, or null where the press cannot be about it. */
  const timed = (at: number): number | null => {
    // typed in afterwards there is nothing to time, and no press comes too early
    if (check.late) return covered ? null : 0;
    if (covered || painted.current === null || at < painted.current) return null;
    pressedAt.current = at;
    const ms = at - painted.current;
    painted.current = null;
    return ms;
  };
  const press = (outcome: Outcome, at: number, said?: string): void => {
    const ms = timed(at);
    if (ms !== null) handle.mark({ outcome, ms, said });
  };
  const onMark = (mark: MarkWord | 'accent', at: number): void => {
    if (mark === 'accent') press('accent', at);
    else press(mark.outcome, at, mark.apart && item.units ? spelledApart(item.units) : undefined);
  };
  const onOther = (gpc: string, at: number): void => {
    const ms = timed(at);
    if (ms !== null) handle.mark({ outcome: 'right', ms }, gpc);
  };
  const onChoose = (option: string, at: number): void => {
    const ms = timed(at);
    if (ms === null) return;
    const right = item.accept!.includes(option);
    const gpc = right ? pairPointedAt(item, option) : item.gpc;
    handle.mark({
      outcome: right ? (again ? 'put right' : 'right') : 'wrong',
      ms,
      gpc,
      ...(right && option === item.accept![0] ? {} : { said: option }),
    });
    setAgain(false);
  };
  const onWritten = (written: string | null, at: number): void => {
    const ms = timed(at);
    if (ms === null) return;
    const same = written !== null && asSaid(item.word!, written);
    handle.mark({
      outcome: written === null ? 'no answer' : same ? 'right' : 'wrong',
      ...(same || written === null ? {} : { said: written }),
    });
  };

  useEffect(() => {
    // what the likeliest slips need is loaded while the first card is read, so that they are there when asked for
    const first = check.items?.find((i) => i.word && !i.gpc && !/\s/.test(i.word))?.word;
    if (first && !isChosen(kind)) void core().likelyResponses({ word: first, taught: [], madeUp: checkKind(kind).madeUp === true });
    // only once, when the check is opened
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

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
  }, [key]);

  // help or the command list lies over it: the check waits
  const { opened } = useOpen();
  useEffect(() => {
    if (opened) setPaused(true);
  }, [opened]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || asking || opened || event.defaultPrevented) return;
      const pressed = event.key.toLowerCase();
      if (paused) {
        if (pressed === 'escape' || pressed === 'enter') {
          event.preventDefault();
          setPaused(false);
        }
        return;
      }
      const typing = event.target instanceof HTMLInputElement;
      if (pressed === 'escape') setPaused(true);
      else if (typing) return;
      else if (pressed === 'z' || pressed === 'backspace') handle.takeBack();
      else if (pressed === 's' && last && !isWritten(kind)) setAsking(true);
      else if (isChosen(kind)) {
        const option = item.options![Number(pressed) - 1];
        if (pressed === '0') press('no answer', event.timeStamp);
        else if (pressed === 't') setAgain((now) => !now);
        else if (option !== undefined) onChoose(option, event.timeStamp);
        else return;
      } else if (pressed === ACCENT_KEY && isSpoken(kind)) press('accent', event.timeStamp);
      else if (placeOf(pressed) === '7' && others[0]) onOther(others[0].gpc, event.timeStamp);
      else {
        const mark = marksOf(kind).find((m) => m.key === placeOf(pressed));
        if (!mark) return;
        onMark(mark, event.timeStamp);
      }
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  return (
    <main className="flex h-dvh flex-col bg-[#fbfaf3]">
      <title>{`Check of ${check.childName} · Keen Sapling`}</title>
      <h1 className="sr-only">Check of {check.childName}</h1>
      <div className="relative grid min-h-0 flex-1 place-items-center overflow-hidden">
        {covered ? (
          <p className="text-lg text-ink-2">{paused ? '' : 'The card waits.'}</p>
        ) : check.late ? (
          <LateSheet check={check} now={key} />
        ) : (
          <Card key={key} kind={kind} item={item} second={second} onChoose={isChosen(kind) ? onChoose : undefined} />
        )}
        {paused && (
          <div className="absolute inset-0 grid place-items-center bg-[#fbfaf3]">
            <div className="max-w-md text-center">
              <h2 className="mb-2 text-2xl">Paused</h2>
              <p className="mb-6 text-ink-2">
                {practice ? 'This is practice: nothing is kept. ' : ''}
                {check.quick ? `${check.marks.length} cards` : `${check.marks.length} of ${check.stack.length} cards`} are marked
                {practice ? '.' : ' and kept. Carry on now, or later from Check or Today.'}
              </p>
              <div className="flex justify-center gap-3">
                <button className="btn btn-main" autoFocus onClick={() => setPaused(false)}>
                  Carry on
                </button>
                <button className="btn" onClick={() => void go(practice?.leave ?? '/check')}>
                  {practice ? 'Leave' : 'Leave for later'}
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
          kind={kind}
          item={itemOf(check, last.key)}
          taught={check.stack}
          onSaid={(said) => {
            handle.amend(last.key, { said });
            setAsking(false);
          }}
          onParts={(parts) => {
            handle.amend(last.key, { parts });
            setAsking(false);
          }}
          onClose={() => setAsking(false)}
        />
      )}
      {practice && !covered && practice.says}
      <div className="border-t border-rule bg-sheet px-4 pt-2 pb-3 text-ink">
        <Strip
          handle={handle}
          item={item}
          second={second}
          tired={tired}
          asking={asking}
          onAsk={() => setAsking(true)}
          onPause={() => setPaused(true)}
          paused={paused}
          screen={screen}
          practice={practice !== undefined}
        />
        {isWritten(kind) ? (
          <WriteRow key={key} item={item} disabled={covered} onWritten={onWritten} />
        ) : isChosen(kind) ? (
          <ChoiceRow
            item={item}
            disabled={covered}
            onChoose={onChoose}
            onPress={press}
            again={again}
            onAgain={() => setAgain((now) => !now)}
          />
        ) : (
          <MarkRow
            kind={kind}
            disabled={covered}
            onMark={onMark}
            others={others.filter((o) => splitGpc(o.gpc).grapheme === splitGpc(item.gpc ?? ':').grapheme)}
            onOther={onOther}
          />
        )}
      </div>
    </main>
  );
}
