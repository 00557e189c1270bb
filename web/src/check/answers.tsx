/** The adult's answers: five marks for what is said, one key an option for what is pointed at, a line to type for what is written. */
import type { CheckItem, CheckKind } from '@sapling/core/checks';
import type { Outcome } from '@sapling/core/evidence';
import { useState } from 'react';
import { ACCENT_KEY, isSpoken, marksOf, type MarkWord } from './kinds.js';
import { shownKey } from './own-keys.js';
import { withModifier } from '../ui/with-modifier.js';

interface Press {
  readonly disabled: boolean;
  readonly onPress: (outcome: Outcome, at: number, said?: string) => void;
}
/** Touch answers on the way down, a mouse on the way up, each once. */
const pressed = (act: (at: number) => void): object => ({
  onPointerDown: (event: React.PointerEvent) => event.pointerType !== 'mouse' && act(event.timeStamp),
  onClick: (event: React.MouseEvent) => (event.nativeEvent as PointerEvent).pointerType === 'touch' || act(event.timeStamp),
});

export function MarkRow({
  kind,
  disabled,
  onMark,
  others,
  onOther,
}: {
  kind: CheckKind;
  disabled: boolean;
  onMark: (mark: MarkWord | 'accent', at: number) => void;
  others: readonly { gpc: string; label: string }[];
  onOther: (gpc: string, at: number) => void;
}) {
  const marks = marksOf(kind);
  return (
    <div
      // on a phone three in a row: under a thumb, and whole words
      className="grid grid-cols-3 gap-2 sm:[grid-template-columns:var(--marks)]"
      style={
        {
          '--marks': `repeat(${marks.length + Math.min(1, others.length)}, minmax(0, 1fr))${isSpoken(kind) ? ' 6.5rem' : ''}`,
        } as React.CSSProperties
      }
    >
      {marks.map((mark) => (
        <button
          key={mark.key}
          disabled={disabled}
          className="btn min-h-16 !px-2 text-lg !whitespace-normal leading-tight"
          {...pressed((at) => onMark(mark, at))}
        >
          {mark.word} <span className="kbd">{shownKey(mark.key)}</span>
        </button>
      ))}
      {others[0] && (
        <button
          disabled={disabled}
          className="btn min-h-16 !px-2 !whitespace-normal leading-tight"
          {...pressed((at) => onOther(others[0]!.gpc, at))}
        >
          Its other sound, {others[0].label} <span className="kbd">{shownKey('7')}</span>
        </button>
      )}
      {isSpoken(kind) && (
        <button
          disabled={disabled}
          className="btn min-h-16"
          title="An accent or a speech difference: counts as right, and is kept"
          {...pressed((at) => onMark('accent', at))}
        >
          Accent <span className="kbd uppercase">{ACCENT_KEY}</span>
        </button>
      )}
    </div>
  );
}

export function ChoiceRow({
  item,
  disabled,
  onChoose,
  onPress,
  again,
  onAgain,
}: Press & { item: CheckItem; onChoose: (option: string, at: number) => void; again: boolean; onAgain: () => void }) {
  return (
    <div className="flex flex-wrap items-stretch gap-2">
      <span className="self-center pr-1 text-sm text-ink-2">The child points, or you press what they chose:</span>
      {item.options!.map((option, k) => (
        <button
          key={option}
          disabled={disabled}
          className="btn min-h-14 min-w-20 font-child text-lg"
          {...pressed((at) => onChoose(option, at))}
        >
          {option.replace('_', '‑')} {k < 9 && <span className="kbd font-sans">{k + 1}</span>}
        </button>
      ))}
      <button disabled={disabled} className="btn ml-auto min-h-14" {...pressed((at) => onPress('no answer', at))}>
        No answer <span className="kbd">0</span>
      </button>
      <button
        disabled={disabled}
        aria-pressed={again}
        className={`btn min-h-14 ${again ? 'btn-main' : ''}`}
        onClick={onAgain}
        title="The next one pressed is a second try"
      >
        Second try <span className="kbd uppercase">t</span>
      </button>
    </div>
  );
}

/** What is on the paper, typed. The same letters as were said count as right. */
export function WriteRow({
  item,
  disabled,
  onWritten,
}: {
  item: CheckItem;
  disabled: boolean;
  onWritten: (written: string | null, at: number) => void;
}) {
  const [typed, setTyped] = useState('');
  const done = (written: string | null, at: number): void => {
    onWritten(written, at);
    setTyped('');
  };
  return (
    <form
      className="flex items-center gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed.trim()) done(typed.trim(), event.timeStamp);
      }}
    >
      <label className="flex flex-1 items-center gap-3">
        <span className="text-sm text-ink-2">On the paper</span>
        <input
          className="field min-h-14 font-child !text-2xl"
          autoFocus
          autoComplete="off"
          autoCapitalize="off"
          autoCorrect="off"
          spellCheck={false}
          maxLength={300}
          disabled={disabled}
          value={typed}
          aria-label={`What the child wrote for ${item.word}`}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => {
            if (typed !== '' || withModifier(event)) return;
            if (event.key === '=') done(item.word!, event.timeStamp);
            else if (event.key === '0') done(null, event.timeStamp);
            else return;
            event.preventDefault();
          }}
        />
      </label>
      <button className="btn btn-main min-h-14" disabled={disabled || typed.trim() === ''}>
        Keep <span className="kbd">Enter</span>
      </button>
      <button type="button" className="btn min-h-14" disabled={disabled} onClick={(event) => done(item.word!, event.timeStamp)}>
        Just as said <span className="kbd">=</span>
      </button>
      <button type="button" className="btn min-h-14" disabled={disabled} onClick={(event) => done(null, event.timeStamp)}>
        Nothing <span className="kbd">0</span>
      </button>
    </form>
  );
}
