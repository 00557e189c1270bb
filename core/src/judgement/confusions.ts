/** What a child says instead: which pair was taken for which sound, how often, and what kind of mix-up it is. */
import { checkKindOf } from '../checks/kinds/index.js';
import { effective, type Observation } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import { splitGpc } from '../phonics/segment.js';
import { confusability } from '../phonics/shape.js';

export interface Confusion {
  readonly gpc: Gpc;
  /** What was said: a sound id, or `name b`, as it was marked. */
  readonly said: string;
  readonly times: number;
  /** How often the pair was asked in all. */
  readonly of: number;
  /** The taught pair it was most likely taken for, where one spells what was said. */
  readonly takenFor?: Gpc;
  /** Whether the two are taken for each other both ways. */
  readonly bothWays: boolean;
  /** When it was last seen, ISO 8601 UTC. */
  readonly last: string;
}

/**
 * A child's confusions, most frequent first. Only recall answers with what was said count; a mark that was
 * corrected counts as corrected.
 * @example confusions(observations, taught)[0] // { gpc: 'b:b', said: 'd', times: 4, of: 6, takenFor: 'd:d', bothWays: true, … }
 */
export function confusions(observations: readonly Observation[], taught: readonly Gpc[]): Confusion[] {
  const asked = new Map<Gpc, number>();
  const seen = new Map<string, { gpc: Gpc; said: string; times: number; last: string }>();
  for (const o of effective(observations)) {
    if (o.gpc === undefined || !checkKindOf(o.kind)?.confuses) continue;
    asked.set(o.gpc, (asked.get(o.gpc) ?? 0) + 1);
    if (!o.said || o.outcome === 'right' || o.outcome === 'slow' || o.outcome === 'accent') continue;
    const key = `${o.gpc} ${o.said}`;
    const entry = seen.get(key) ?? { gpc: o.gpc, said: o.said, times: 0, last: o.at };
    seen.set(key, { ...entry, times: entry.times + 1, last: o.at > entry.last ? o.at : entry.last });
  }
  const sounds = new Map(taught.map((gpc) => [gpc, splitGpc(gpc)]));
  const takenFor = ({ gpc, said }: { gpc: Gpc; said: string }): Gpc | undefined =>
    taught
      .filter((other) => other !== gpc && sounds.get(other)!.sound === said)
      .sort((a, b) => confusability(gpc, b) - confusability(gpc, a) || taught.indexOf(a) - taught.indexOf(b))[0];
  const list = [...seen.values()].map((entry) => ({ ...entry, of: asked.get(entry.gpc)!, takenFor: takenFor(entry) }));
  return list
    .map((c): Confusion => {
      const other = c.takenFor ? sounds.get(c.takenFor)! : undefined;
      const own = sounds.get(c.gpc) ?? splitGpc(c.gpc);
      const bothWays = other !== undefined && list.some((d) => splitGpc(d.gpc).grapheme === other.grapheme && d.said === own.sound);
      return {
        gpc: c.gpc,
        said: c.said,
        times: c.times,
        of: c.of,
        ...(c.takenFor ? { takenFor: c.takenFor } : {}),
        bothWays,
        last: c.last,
      };
    })
    .sort((a, b) => b.times - a.times || (a.last < b.last ? 1 : -1) || (a.gpc < b.gpc ? -1 : 1));
}
