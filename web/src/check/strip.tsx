/** The adult's thin strip: who, what to say, what is left, the last mark with the key that takes it back. */
import { checkKind, type CheckItem } from '@sapling/core/checks';
import { Monitor, Pause, Undo2 } from 'lucide-react';
import { graphemeShown } from '../ui/word-marks.js';
import { isWritten, markWord } from './kinds.js';
import { counting, itemOf } from './local-check.js';
import { ScreenChip, SentLine } from './screen-chip.js';
import type { SecondScreen } from './second-screen.js';
import type { CheckHandle } from './use-check.js';
import { saidShown } from './words.js';

export function Strip({
  handle,
  item,
  second,
  tired,
  asking,
  paused,
  onAsk,
  onPause,
  screen,
  practice = false,
}: {
  handle: CheckHandle;
  item: CheckItem;
  second: boolean;
  tired: boolean;
  asking: boolean;
  paused: boolean;
  onAsk: () => void;
  onPause: () => void;
  screen: SecondScreen;
  /** With a child who is nobody: nothing is sent, and there is no second screen. */
  practice?: boolean;
}) {
  const check = handle.check!;
  const last = check.marks.at(-1);
  const lastMark = last ? counting(last) : undefined;
  const lastItem = last ? itemOf(check, last.key) : undefined;
  const most = check.quick ? Math.ceil(check.stack.length / 2) : check.stack.length;
  const left = most - check.marks.length;
  return (
    <div className="mb-2 flex min-h-8 flex-wrap items-center gap-x-5 gap-y-1 text-sm">
      <span className="font-semibold">{check.childName}</span>
      <span className="text-base">
        {checkKind(check.kind).ask(item)}
        {second && ', its other sound'}
      </span>
      {/* the steps of “where” are its answers */}
      {item.level && checkKind(check.kind).childSees !== 'picture and places' && <span className="text-ink-2">{item.level}</span>}
      <span className="text-ink-2">{check.quick ? `at most ${left} left` : `${left} left`}</span>
      {!practice && <SentLine />}
      {tired && (
        <button className="btn btn-small" onClick={() => handle.finish('stopped')}>
          Enough for today?
        </button>
      )}
      <ScreenChip screen={screen} />
      <span className="ml-auto flex items-center gap-2">
        {/* there before it says anything: a live region that comes with its words is not read out */}
        <span className="text-ink-2" role="status">
          {lastMark && (
            <>
              Last: <span className="font-child text-base text-ink">{lastItem!.gpc ? graphemeShown(lastItem!.gpc) : lastItem!.word}</span>{' '}
              {markWord(lastMark.outcome, check.kind, lastMark.said)}
              {lastMark.said && `, ${saidShown(lastMark.said, lastItem!.gpc === undefined || lastItem!.options !== undefined)}`}
            </>
          )}
        </span>
        {lastMark && (
          <>
            <button className="btn btn-quiet btn-small" onClick={() => handle.takeBack()}>
              <Undo2 size={15} aria-hidden /> Take back <span className="kbd">Z</span>
            </button>
            {!isWritten(check.kind) && (
              <button className="btn btn-quiet btn-small" onClick={onAsk} disabled={asking}>
                What did they say? <span className="kbd">S</span>
              </button>
            )}
          </>
        )}
        {!screen.code && !practice && (
          <button
            className="btn btn-quiet btn-small"
            onClick={() => screen.open()}
            title="Show the card on another window or device, for the child"
          >
            <Monitor size={15} aria-hidden /> Second screen
          </button>
        )}
        <button className="btn btn-quiet btn-small" onClick={onPause} disabled={paused}>
          <Pause size={15} aria-hidden /> Pause <span className="kbd">Esc</span>
        </button>
      </span>
    </div>
  );
}
