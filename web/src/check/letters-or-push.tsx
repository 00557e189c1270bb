/**
 * Words that went wrong with nothing noted: it may be their pairs, or pushing sounds together. A few cards tell which, offered at the
 * end of the check and on the child’s page; and at the end of those cards what they told.
 */
import type { ChildLine } from '@sapling/contract';
import { checkKind } from '@sapling/core/checks';
import { isMiss } from '@sapling/core/evidence';
import { allGpcs } from '@sapling/core/phonics';
import type { Undecided } from '@sapling/core/judgement';
import { useEffect, useState } from 'react';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { keptAs } from '../base.js';
import { ShortPair } from '../ui/word-marks.js';
import { inOwnWords, say } from '../wording/say.js';
import { core } from '../workers/core.js';
import { useCore } from '../workers/use-core.js';
import { counting, evidenceOf, type LocalCheck } from './local-check.js';
import { evidenceBefore, readRecallSoFar } from './recall-so-far.js';
import { useStart } from './use-start.js';

const PUSHES = ['blending', 'clusters', 'longer words'] as const;
const KEPT = keptAs('sapling-letters-or-push');
/** The cards with which this child was last asked which it is, on this device. */
const lastAsked = (child: string): string[] => JSON.parse(sessionStorage.getItem(`${KEPT} ${child}`) ?? '[]') as string[];

/** What the child’s record leaves open, as it was worked out from everything known. */
export const undecidedOf = (child: Pick<ChildLine, 'strands'>): Undecided | undefined => child.strands.find((s) => s.undecided)?.undecided;

/** The offer itself: what is open, and a button that asks. */
export function LettersOrPush({ undecided, child, className = '' }: { undecided: Undecided; child: ChildLine; className?: string }) {
  const start = useStart();
  const { words, ask } = undecided;
  const begin = async (): Promise<void> => {
    sessionStorage.setItem(`${KEPT} ${child.id}`, JSON.stringify(ask));
    await start(child, { kind: 'see-say', only: ask });
  };
  return (
    <section
      aria-label="Letters, or pushing together?"
      className={`flex flex-wrap items-center gap-x-5 gap-y-2 border-l-4 border-leaf bg-sheet px-4 py-3 ${className}`}
    >
      <p className="min-w-60 flex-1">
        <span className="font-semibold">Letters, or pushing together?</span> {words} words went wrong with nothing noted: it may be either.
        These cards tell which:{' '}
        {ask.map((gpc) => (
          <span key={gpc} className="mr-3">
            <ShortPair gpc={gpc} />
          </span>
        ))}
        <span className="block text-sm text-ink-2">
          Half a minute. Where they come right, sounds are not pushed together; where they go wrong, it is these pairs.
        </span>
      </p>
      <button className="btn" onClick={() => void begin()}>
        Ask these {ask.length}
      </button>
    </section>
  );
}

/** At the end of a check of words: what it leaves open with all that was known before, worked out on this device. */
export function OpenAfterWords({ check, child }: { check: LocalCheck; child: ChildLine }) {
  const { data: settings } = useData('settings');
  const order = useOrders()?.order(child.classId);
  const { observations, asOf } = evidenceOf(check);
  const wrong = observations.filter((o) => isMiss(o.outcome)).length;
  const { value } = useCore(
    async () => {
      if (wrong === 0 || !order) return null;
      const before = evidenceBefore(await readRecallSoFar(check.child), check.startedAt, check.by);
      return core().undecided({
        before,
        words: observations,
        accent: settings?.accent,
        order: allGpcs(order),
        taught: child.line.map((c) => c.gpc),
        asOf,
      });
    },
    [check.child, wrong, order?.id, observations.map((o) => [o.id, o.outcome, o.said, o.parts]), settings?.accent],
    say('what the words leave open'),
  );
  return value ? <LettersOrPush undecided={value} child={child} className="mb-8" /> : null;
}

/** At the end of those cards: which of the two it is, once all is worked out. */
export function ToldByCards({ check, child }: { check: LocalCheck; child: ChildLine }) {
  const [asked] = useState(() => lastAsked(check.child));
  const own = checkKind(check.kind).byCard && asked.length > 0 && asked.every((gpc) => check.stack.includes(gpc));
  const done = own && check.stack.length === asked.length && check.marks.length === asked.length;
  const counted = child.lastCheck !== null && child.lastCheck >= check.startedAt;
  useEffect(() => {
    if (done && counted) sessionStorage.removeItem(`${KEPT} ${check.child}`);
  }, [done, counted, check.child]);
  if (!done) return null;
  const open = counted ? undecidedOf(child) : undefined;
  if (open) return <LettersOrPush undecided={open} child={child} className="mb-8" />;
  const missed = check.marks.filter((m) => isMiss(counting(m).outcome)).length;
  const gaps = PUSHES.filter((push) => child.strands.some((s) => s.strand === push && s.state === 'gap'));
  return (
    <p role="status" className="mb-8 border-l-4 border-leaf bg-sheet px-4 py-3">
      {counted ? toldBy(gaps, missed) : 'What these cards tell of the words is being worked out…'}
    </p>
  );
}

/** What the cards told. @param gaps which pushes are a gap now @param missed how many of the cards went wrong */
function toldBy(gaps: readonly (typeof PUSHES)[number][], missed: number): string {
  if (gaps[0] === 'blending')
    return missed === 0
      ? 'Sounds are not pushed together yet: these pairs are known.'
      : 'Sounds are not pushed together yet, and what was missed here is missing as well.';
  if (gaps.length > 0) {
    const names = gaps.map(inOwnWords).join(' and ');
    return missed === 0 ? `It is ${names}: these pairs are known.` : `It is ${names}, and what was missed here is missing as well.`;
  }
  return missed > 0
    ? 'It is pairs that are missing, as far as these words tell.'
    : 'These pairs are known. Whether sounds are pushed together, a few more words will tell.';
}
