/** A child's strands at a glance: each with its sign, the chance with its interval drawn, and what it rests on. */
import type { ChildLine } from '@sapling/contract';
import { STRANDS, type Strand } from '@sapling/core/evidence';
import { restsOn, STRAND_MEANS } from '../gaps/strand-panel.js';
import { Sign, SIGN_WORDS, signOf } from '../ui/signs.js';
import { inOwnWords } from '../wording/say.js';

export function Strands({ child, onStrand }: { child: ChildLine; onStrand?: (strand: Strand) => void }) {
  const seen = STRANDS.flatMap((strand) => {
    const state = child.strands.find((s) => s.strand === strand);
    return state ? [state] : [];
  });
  const never = STRANDS.filter((strand) => strand !== 'fluency' && !seen.some((s) => s.strand === strand));
  return (
    <section aria-label="Strands">
      <h2 className="mb-2 text-lg">Strands</h2>
      {seen.length > 0 && (
        <ul className="border-t border-rule-2">
          {seen.map((s) => (
            <li key={s.strand} className="border-b border-rule-2">
              <button
                className="grid w-full grid-cols-[1.4rem_7.5rem_minmax(3rem,1fr)_6.5rem] items-center gap-2 sm:grid-cols-[1.4rem_9rem_minmax(5rem,1fr)_9rem] py-1.5 text-left hover:bg-leaf-wash"
                disabled={!onStrand}
                onClick={() => onStrand?.(s.strand)}
                title={STRAND_MEANS[s.strand]}
                aria-label={`${inOwnWords(s.strand)}: ${SIGN_WORDS[signOf(s)]}, ${Math.round(s.p * 100)} % from ${s.basedOn} ${restsOn(s.strand, s.basedOn)}. Show what it rests on`}
              >
                <Sign state={signOf(s)} label={false} size={16} />
                <span className="font-semibold">{inOwnWords(s.strand)}</span>
                <Interval p={s.p} low={s.low} high={s.high} />
                <span className="text-right text-sm text-ink-2">
                  {Math.round(s.p * 100)} %, {s.basedOn} {restsOn(s.strand, s.basedOn)}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {never.length > 0 && <p className="mt-2 text-sm text-ink-2">Never looked at: {never.map(inOwnWords).join(', ')}.</p>}
    </section>
  );
}

/** A chance from 0 to 1 as a mark on its interval. */
function Interval({ p, low, high }: { p: number; low: number; high: number }) {
  const at = (x: number): string => `${x * 100}%`;
  return (
    <span aria-hidden className="relative block h-4">
      <span className="absolute inset-x-0 top-1/2 border-t border-rule" />
      <span
        className="absolute top-1/2 h-1.5 -translate-y-1/2 bg-ink-2/50"
        style={{ left: at(low), width: at(Math.max(0.01, high - low)) }}
      />
      <span className="absolute top-0 h-4 w-[3px] -translate-x-1/2 bg-ink" style={{ left: at(p) }} />
    </span>
  );
}
