import { ArrowDownRight, ArrowUpRight, Minus } from 'lucide-react';

/** Change in secure pairs over three weeks, with its sign and a shape that reads in grey. */
export function Direction({ by }: { by: number }) {
  const Icon = by > 0 ? ArrowUpRight : by < 0 ? ArrowDownRight : Minus;
  return (
    <span className={`inline-flex items-center gap-1 ${by < 0 ? 'text-gap' : by > 0 ? 'text-leaf' : 'text-ink-2'}`}>
      <Icon size={16} aria-hidden />
      {by === 0 ? 'as before' : `${by > 0 ? '+' : '−'}${Math.abs(by)} secure`}
    </span>
  );
}
