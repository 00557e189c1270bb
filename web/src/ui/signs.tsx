/** The tool's own signs for the states of a pair. The more a state asks of the adult, the heavier its sign. */
import type { PairStateRow } from '@sapling/contract';
import { Word } from '../help/word-of-trade.js';
import { WORDS, type TradeWord } from '../help/words.js';

export type SignState = PairStateRow['state'] | 'slow' | 'due' | 'not taught';

/** The sign of a pair: known but slow, and secure once but not looked at for long, have signs of their own. */
export function signOf({ state, slow, due }: { state: PairStateRow['state']; slow?: boolean; due?: boolean }): SignState {
  if (due && state === 'wobbly') return 'due';
  return slow && (state === 'secure' || state === 'wobbly') ? 'slow' : state;
}
export const SIGN_WORDS: Record<SignState, string> = {
  secure: 'secure',
  slow: 'known, slow',
  due: 'due for another look',
  wobbly: 'wobbly',
  gap: 'gap',
  unchecked: 'unchecked',
  'not taught': 'not taught yet',
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

/** The shape of a sign in a 14 by 14 box. */
export function SignShape({ state }: { state: SignState }) {
  const stroke = { fill: 'none', stroke: COLOUR[state], strokeLinecap: 'round' as const, strokeLinejoin: 'round' as const };
  switch (state) {
    case 'secure':
      return <path d="M7 12.5V5.5M7 7.5C7 4 9 2.2 12 2c0 3.4-2 5.5-5 5.5Z" {...stroke} strokeWidth={1.4} />;
    case 'slow':
      return <path d="M7 9.6V4.6M7 6C7 3.4 8.8 1.8 11.4 1.6c0 2.8-1.6 4.4-4.4 4.4ZM2 12.6h10" {...stroke} strokeWidth={1.4} />;
    case 'due':
      return <path d="M7 12.5V5.5M7 7.5C7 4 9 2.2 12 2c0 3.4-2 5.5-5 5.5Z" {...stroke} strokeWidth={1.3} strokeDasharray="1.7 1.9" />;
    case 'wobbly':
      return <path d="M1.6 8.6c1.3-4 3.6-4 5.2-1s3.8 3 5.4-1.6" {...stroke} strokeWidth={2.4} />;
    case 'gap':
      return <path d="M1.5 1.5h6.2L7 5l3 .8-.6 2.4 3.1.9v3.4h-11Z" fill={COLOUR.gap} />;
    case 'unchecked':
      return <circle cx={7} cy={7} r={2.6} {...stroke} strokeWidth={1.3} />;
    case 'not taught':
      return <path d="M5 7h4" {...stroke} strokeWidth={1.3} />;
  }
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
