/** What a session of a cycle is for, in a line. */
import { capital } from '@sapling/core';
import type { PlannedSession } from '@sapling/core/planning';
import { needNamed } from '../groups/words.js';

export function purposeWords(s: Pick<PlannedSession, 'fresh' | 'again' | 'recheck' | 'purpose' | 'skill'>): string {
  const again = s.again.map((a) =>
    needNamed(
      a.gpc,
      s.again.map((x) => x.gpc),
    ),
  );
  const back = again.length > 0 ? `${again.join(', ')} ${again.length === 1 ? 'comes' : 'come'} back` : '';
  const ask = s.recheck.length > 0 ? `ask ${s.recheck.map((g) => needNamed(g)).join(', ')}` : '';
  const head = s.fresh
    ? `New: ${needNamed(s.fresh)}`
    : s.skill === 'fluency'
      ? 'Reading and fluency'
      : s.skill
        ? capital(s.skill)
        : s.purpose === 'mixed'
          ? 'Mixed practice'
          : '';
  const rest = [back, ask].filter(Boolean).join('; ');
  return head === '' ? capital(rest) : [head, rest].filter(Boolean).join('; ');
}
