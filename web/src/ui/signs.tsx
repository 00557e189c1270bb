/** The tool's own signs for the states of a pair. The more a state asks of the adult, the heavier its sign. */
import type { PairStateRow } from '@sapling/contract';
import { Word } from '../help/word-of-trade.js';
import { WORDS, type TradeWord } from '../help/words.js';
import { say } from '../wording/say.js';

export type SignState = PairStateRow['state'] | 'slow' | 'due' | 'not taught';

/** The sign of a pair: known but slow, and secure once but not looked at for long, have signs of their own. */
export function signOf({ state, slow, due }: { state: PairStateRow['state']; slow?: boolean; due?: boolean }): SignState {
  if (due && state === 'wobbly') return 'due';
  return slow && (state === 'secure' || state === 'wobbly') ? 'slow' : state;
}
export const SIGN_WORDS: Record<SignState, string> = {
  secure: say('secure'),
  slow: say('known, slow'),
  due: say('due for another look'),
  wobbly: say('wobbly'),
  gap: say('gap'),
  unchecked: say('unchecked'),
  'not taught': say('not taught yet'),
};
const COLOUR: Record<SignState, string> = {
  secure: 'var(--color-leaf)',
  slow: 'var(--color-leaf)',
  due: 'var(--color-ink-2)',
  wobbly: 'var(--color-wobbly)',
  gap: 'var(--color-gap)',
  unchecked: 'var(--color-ink-2)',
  'not taught': 'var(--color-rule)',
};

/** The shapes of the signs in a 14 by 14 box: lines of a width, or filled where there is none. Only their beginnings are absolute. */
const SHAPES: Record<SignState, { readonly d: string; readonly width?: number; readonly dashes?: string }> = {
  secure: { d: 'M7 12.5v-7M7 7.5c0-3.5 2-5.3 5-5.5c0 3.4-2 5.5-5 5.5Z', width: 1.4 },
  slow: { d: 'M7 9.6v-5M7 6c0-2.6 1.8-4.2 4.4-4.4c0 2.8-1.6 4.4-4.4 4.4ZM2 12.6h10', width: 1.4 },
  due: { d: 'M7 12.5v-7M7 7.5c0-3.5 2-5.3 5-5.5c0 3.4-2 5.5-5 5.5Z', width: 1.3, dashes: '1.7 1.9' },
  wobbly: { d: 'M1.6 8.6c1.3-4 3.6-4 5.2-1s3.8 3 5.4-1.6', width: 2.4 },
  gap: { d: 'M1.5 1.5h6.2l-.7 3.5l3 .8-.6 2.4 3.1.9v3.4h-11Z' },
  unchecked: { d: 'M4.4 7a2.6 2.6 0 1 0 5.2 0a2.6 2.6 0 1 0-5.2 0Z', width: 1.3 },
  'not taught': { d: 'M5 7h4', width: 1.3 },
};

function SignShape({ state }: { state: SignState }) {
  const { d, width, dashes } = SHAPES[state];
  if (width === undefined) return <path d={d} fill={COLOUR[state]} />;
  const round = { strokeLinecap: 'round', strokeLinejoin: 'round' } as const;
  return <path d={d} fill="none" stroke={COLOUR[state]} strokeWidth={width} strokeDasharray={dashes} {...round} />;
}

/** Many signs as one drawing, one path a state: where thousands stand on a page each element costs. @param at the left edge of a sign */
export function SignRow({ signs, at, top }: { signs: readonly SignState[]; at: (k: number) => number; top: number }) {
  return (Object.keys(SHAPES) as SignState[]).map((state) => {
    const { d, width, dashes } = SHAPES[state];
    const all = signs.map((sign, k) =>
      sign === state ? d.replace(/M([\d.]+) ([\d.]+)/g, (_, x: string, y: string) => `M${at(k) + Number(x)} ${top + Number(y)}`) : '',
    );
    const path = all.join('');
    if (path === '') return null;
    if (width === undefined) return <path key={state} d={path} fill={COLOUR[state]} />;
    return <path key={state} d={path} fill="none" stroke={COLOUR[state]} strokeWidth={width} strokeDasharray={dashes} />;
  });
}

export function Sign({ state, size = 14, label = true }: { state: SignState; size?: number; label?: boolean }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 14 14"
      role={label ? 'img' : undefined}
      aria-label={label ? SIGN_WORDS[state] : undefined}
      aria-hidden={label ? undefined : true}
      className="inline-block shrink-0"
    >
      <SignShape state={state} />
    </svg>
  );
}

export function SignKey() {
  return (
    <ul className="flex flex-wrap gap-x-4 gap-y-1 text-sm text-ink-2">
      {(Object.keys(SIGN_WORDS) as SignState[]).map((state) => (
        <li key={state} className="flex items-center gap-1.5">
          <Sign state={state} label={false} />{' '}
          {state in WORDS ? <Word of={state as TradeWord}>{SIGN_WORDS[state]}</Word> : SIGN_WORDS[state]}
        </li>
      ))}
    </ul>
  );
}
