/** At the end of a check of words what it leaves open, and at the end of the cards that were asked for it what they told. */
import type { ChildLine } from '@sapling/contract';
import { checkKind } from '@sapling/core/checks';
import { isMiss } from '@sapling/core/evidence';
import { PUSHES, type Push } from '@sapling/core/judgement';
import { allGpcs } from '@sapling/core/phonics';
import { useEffect, useState } from 'react';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { inOwnWords, say } from '../wording/say.js';
import { core } from '../workers/core.js';
import { useCore } from '../workers/use-core.js';
import { lastAsked, LettersOrPush, noLongerAsked, undecidedOf } from './letters-or-push.js';
import { counting, evidenceOf, type LocalCheck } from './local-check.js';
import { evidenceBefore, readRecallSoFar } from './recall-so-far.js';

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
  // all of them, not the first alone
  const counted = child.lastCheck !== null && child.lastCheck >= evidenceOf(check).asOf;
  useEffect(() => {
    if (done && counted) noLongerAsked(check.child);
  }, [done, counted, check.child]);
  if (!done) return null;
  const open = counted ? undecidedOf(child) : undefined;
  if (open) return <LettersOrPush undecided={open} child={child} className="mb-8" />;
  const missed = check.marks.filter((m) => isMiss(counting(m).outcome)).length;
  const gaps = PUSHES.filter((push) => child.strands.some((s) => s.strand === push && s.state === 'gap'));
  return (
    <p role="status" className="mb-8 border-l-4 border-leaf bg-sheet px-4 py-3">
      {counted ? toldBy(gaps, missed) : 'What these cards tell of the words is shown here once they have reached the server.'}
    </p>
  );
}

/** What the cards told. @param gaps which pushes are a gap now @param missed how many of the cards went wrong */
export function toldBy(gaps: readonly Push[], missed: number): string {
  if (gaps[0] === 'blending')
    return missed === 0
      ? 'Sounds are not pushed together yet: these pairs came right.'
      : 'Sounds are not pushed together yet; what was missed here may be missing as well.';
  if (gaps.length > 0) {
    const names = gaps.map(inOwnWords).join(' and ');
    return missed === 0 ? `It is ${names}: these pairs came right.` : `It is ${names}; what was missed here may be missing as well.`;
  }
  return missed > 0
    ? 'It is pairs that are missing, as far as these words tell.'
    : 'These pairs came right. Whether sounds are pushed together, a few more words will tell.';
}
