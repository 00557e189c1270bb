/** What a session of a cycle is for, in a line. */
import type { PlannedSession } from '@sapling/core';
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
        ? s.skill.charAt(0).toUpperCase() + s.skill.slice(1)
        : s.purpose === 'mixed'
          ? 'Mixed practice'
          : '';
  const rest = [back, ask].filter(Boolean).join('; ');
  return head === '' ? rest.charAt(0).toUpperCase() + rest.slice(1) : [head, rest].filter(Boolean).join('; ');
}
