/** Marking: the whole screen is the card, with a thin strip for the adult. */
import { useOpen } from '../shell/open.js';
import { checkKind } from '@sapling/core/checks';
import { isMiss } from '@sapling/core/evidence';
import { pairSound, splitGpc } from '@sapling/core/phonics';
import { useEffect, useEffectEvent, useMemo, useState, type ReactNode } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useMe } from '../shell/me.js';
import { Opening } from '../shell/opening.js';
import { ChoiceRow, MarkRow, WriteRow } from './answers.js';
import { Card } from './card.js';
import { LateSheet } from './late-sheet.js';
import { isChosen, isWritten } from './kinds.js';
import { cardNow, counting, isSecondSound, itemOf, otherSounds } from './local-check.js';
import { core } from '../workers/core.js';
import { cardKey, carriesOn, type CardAction, type CardState } from './marking-keys.js';
import { usePainted } from './painted.js';
import { Said } from './said.js';
import { useSecondScreen } from './second-screen.js';
import { Strip } from './strip.js';
import { Summary } from './summary.js';
import { useAnswering } from './use-answering.js';
import { useCheck, type CheckHandle } from './use-check.js';
import { useAwake } from '../ui/use-awake.js';
import { withModifier } from '../ui/with-modifier.js';

export function Component() {
  const { id } = useParams();
  return <Opened key={id} id={id!} />;
}

function Opened({ id }: { id: string }) {
  const me = useMe();
  const handle = useCheck(id, me.colleague.id);
  if (handle.trouble)
    return (
      <main className="mx-auto max-w-xl p-10">
        <h1 className="mb-3 text-2xl">This check cannot be opened</h1>
        <p className="mb-6">{handle.trouble}</p>
        <Link className="btn btn-main" to="/check">
          Back to Check
        </Link>
      </main>
    );
  if (!handle.check) return <Opening />;
  const done = handle.check.finishedAt !== null || cardNow(handle.check) === null;
  return done ? <Summary handle={handle} /> : <Marking handle={handle} />;
}

/** So many in a row without a right answer: the adult is asked whether it is enough. */
const ENOUGH = 4;

interface MarkingProps {
  handle: CheckHandle;
  practice?: { readonly says: ReactNode; readonly leave: string };
}

/** @param practice with a child who is nobody: what they say, and the way out; nothing is kept then */
export function Marking({ handle, practice }: MarkingProps) {
  useAwake();
  const check = handle.check!;
  const key = cardNow(check)!;
  const { kind } = check;
  const item = useMemo(() => itemOf(check, key), [check, key]);
  const [paused, setPaused] = useState(false);
  const [asking, setAsking] = useState(false);
  const [again, setAgain] = useState(false);
  // help or the command list lies over it: the check waits
  const { opened } = useOpen();
  const [wasOpened, setWasOpened] = useState(opened);
  if (opened !== wasOpened) {
    setWasOpened(opened);
    if (opened) setPaused(true);
  }
  const covered = paused || asking;
  const painted = usePainted(covered ? null : key, check.marks.length);
  const answering = useAnswering(handle, item, painted, key, covered);
  const last = check.marks.at(-1);
  const second = isSecondSound(check, key);
  const screen = useSecondScreen(covered ? null : { kind, item, second });
  const others = useMemo(() => otherSounds(check, key).map((gpc) => ({ gpc, label: pairSound(gpc) })), [check, key]);
  const tired = check.marks.length >= ENOUGH && check.marks.slice(-ENOUGH).every((m) => isMiss(counting(m).outcome));
  const choose = (option: string, at: number): void => {
    answering.choose(option, again, at);
    setAgain(false);
  };
  const turnAgain = (): void => setAgain((now) => !now);

  useEffect(() => {
    // what the likeliest slips need is loaded while the first card is read, so that they are there when asked for
    const first = check.items?.find((i) => i.word && !i.gpc && !/\s/.test(i.word))?.word;
    if (first && !isChosen(kind)) void core().likelyResponses({ word: first, taught: [], madeUp: checkKind(kind).madeUp === true });
    // only once, when the check is opened
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  const act = (action: CardAction, at: number): void => {
    switch (action.do) {
      case 'pause':
        return setPaused(true);
      case 'take back':
        return handle.takeBack();
      case 'say':
        return setAsking(true);
      case 'again':
        return turnAgain();
      case 'no answer':
        return answering.press('no answer', at);
      case 'choose':
        return choose(action.option, at);
      case 'other':
        return answering.other(action.gpc, at);
      case 'mark':
        return answering.mark(action.mark, at);
    }
  };
  useCardKeys(
    { kind, options: item.options ?? [], other: others[0]?.gpc, marked: last !== undefined },
    { asking, paused, opened, onCarryOn: () => setPaused(false) },
    act,
  );

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
          <Card key={key} kind={kind} item={item} second={second} onChoose={isChosen(kind) ? choose : undefined} />
        )}
        {paused && <Paused handle={handle} practice={practice} onCarryOn={() => setPaused(false)} />}
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
          <WriteRow key={key} item={item} disabled={covered} onWritten={answering.write} />
        ) : isChosen(kind) ? (
          <ChoiceRow item={item} disabled={covered} onChoose={choose} onPress={answering.press} again={again} onAgain={turnAgain} />
        ) : (
          <MarkRow
            kind={kind}
            disabled={covered}
            onMark={answering.mark}
            others={others.filter((o) => splitGpc(o.gpc).grapheme === splitGpc(item.gpc ?? ':').grapheme)}
            onOther={answering.other}
          />
        )}
      </div>
    </main>
  );
}

/** Over the card while the check waits. */
function Paused({ handle, practice, onCarryOn }: MarkingProps & { practice: MarkingProps['practice'] | undefined; onCarryOn: () => void }) {
  const check = handle.check!;
  const go = useNavigate();
  return (
    <div className="absolute inset-0 grid place-items-center bg-[#fbfaf3]">
      <div className="max-w-md text-center">
        <h2 className="mb-2 text-2xl">Paused</h2>
        <p className="mb-6 text-ink-2">
          {practice ? 'This is practice: nothing is kept. ' : ''}
          {check.quick ? `${check.marks.length} cards` : `${check.marks.length} of ${check.stack.length} cards`} are marked
          {practice ? '.' : ' and kept. Carry on now, or later from Check or Today.'}
        </p>
        <div className="flex justify-center gap-3">
          <button className="btn btn-main" autoFocus onClick={onCarryOn}>
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
  );
}

interface Covering {
  asking: boolean;
  paused: boolean;
  opened: unknown;
  onCarryOn: () => void;
}
/** Keys of the whole window, but while something lies over the card. */
function useCardKeys(
  state: CardState,
  { asking, paused, opened, onCarryOn }: Covering,
  act: (action: CardAction, at: number) => void,
): void {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (event.repeat || withModifier(event) || asking || opened || event.defaultPrevented) return;
    const pressed = event.key.toLowerCase();
    if (paused) {
      if (!carriesOn(pressed, event.target instanceof HTMLButtonElement)) return;
      event.preventDefault();
      return onCarryOn();
    }
    const action = cardKey(pressed, event.target instanceof HTMLInputElement, state);
    if (!action) return;
    act(action, event.timeStamp);
    event.preventDefault();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}
