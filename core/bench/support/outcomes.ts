/** What a cycle is said to have come to, held against what children whose knowledge is known truly gained in it. */
import { drawTwoCycles, TWO_CYCLES } from '@sapling/data';
import { outcomeOf, type Gpc, type Observation } from '@sapling/core';
import { estimateOver, type Estimate, type LoggedTeaching } from '@sapling/core/judgement';
import { drawOf, KINDS } from './pupils.js';

const DAY = 86_400_000;
const KNOWN = 0.6;
const CYCLE_OF = 6;

interface Told {
  readonly truth: number;
  readonly gain: { readonly expected: number; readonly low: number; readonly high: number };
  readonly minutes: boolean;
}
function told(
  seen: readonly Observation[],
  about: { readonly order: readonly Gpc[]; readonly teaching: readonly LoggedTeaching[] },
  [from, to]: readonly [string, string],
  focusOf: (then: ReadonlyMap<Gpc, Estimate>) => readonly Gpc[],
  truth: (open: readonly Gpc[]) => number,
): Told | null {
  const weeks = Math.max(0, Math.ceil((Date.parse(to) - Date.parse(from)) / (7 * DAY)) - 1);
  const between = Array.from({ length: weeks }, (_, k) => new Date(Date.parse(from) + (k + 1) * 7 * DAY).toISOString());
  const states = estimateOver(seen, [from, ...between, to], about);
  const [then, now] = [states[0]!, states.at(-1)!];
  const focus = focusOf(then);
  const pairs = focus.flatMap((gpc) => {
    const [a, b] = [then.get(gpc), now.get(gpc)];
    const middle = states.slice(1, -1).map((s) => s.get(gpc)?.known ?? 0.5);
    return a && b
      ? [
          {
            gpc,
            then: { state: a.state, p: a.known },
            between: middle,
            now: { state: b.state, p: b.known, due: b.due },
            since: b.basedOn - a.basedOn,
          },
        ]
      : [];
  });
  if (pairs.length < 1) return null;
  const days = (Date.parse(to) - Date.parse(from)) / DAY;
  const out = outcomeOf({
    children: [{ id: 'child', pairs, sessions: { held: 12, attended: 12, minutes: 240 } }],
    taught: focus.filter((gpc) => about.teaching.some((t) => t.gpc === gpc && t.at > from && t.at <= to)),
    days,
  });
  return { truth: truth(out.children[0]!.open), gain: out.gain, minutes: out.minutesPerPair !== null };
}
function lineOf(rows: readonly Told[]): string {
  const mean = (of: (r: Told) => number): string => (rows.reduce((sum, r) => sum + of(r), 0) / rows.length).toFixed(2);
  const inside = rows.filter((r) => r.truth >= r.gain.low - 1e-9 && r.truth <= r.gain.high + 1e-9).length;
  const none = rows.filter((r) => r.truth < 0.5);
  return `gained ${mean((r) => r.truth)}, said ${mean((r) => r.gain.expected)} (${mean((r) => r.gain.low)} to ${mean((r) => r.gain.high)}), inside ${((100 * inside) / rows.length).toFixed(0)} %; minutes a pair said of ${((100 * rows.filter((r) => r.minutes).length) / rows.length).toFixed(0)} %, of those who gained none ${none.length === 0 ? '-' : `${((100 * none.filter((r) => r.minutes).length) / none.length).toFixed(0)} %`}`;
}

/** One of the children of two cycles, by its place in the list. */
export function twoCyclesTold(child: (typeof TWO_CYCLES)[number], again: 'all' | 'focus', seed: number): Told {
  const { order, observations, teaching, moments, known } = drawTwoCycles(child, again, seed);
  const focus = [...new Set(teaching.map((t) => t.gpc))];
  const learned = new Set(focus.slice(0, child.learns));
  return told(
    observations,
    { order, teaching },
    moments,
    () => focus,
    (open) => open.filter((gpc) => learned.has(gpc) && known.has(gpc)).length,
  )!;
}

export function outcomes(say: (line: string) => void, children: number): void {
  say('\nWhat a cycle came to: pairs truly gained of those open at its start, and what is said of it with its 90 % interval');
  for (const child of TWO_CYCLES.filter((c) => c.focus > 0))
    for (const again of ['all', 'focus'] as const) {
      const rows = Array.from({ length: children }, (_, k) => twoCyclesTold(child, again, 74_001 + k));
      say(`  ${child.name.padEnd(36)} ${again.padEnd(6)} ${lineOf(rows)}`);
    }
  for (const kind of KINDS) {
    const rows: Told[] = [];
    for (let seed = 75_001; seed <= 75_000 + children; seed += 1) {
      const pupil = drawOf(kind, seed);
      const looks = pupil.snapshots.filter((l) => l.when === 'in term');
      for (const [k, to] of looks.slice(1).entries()) {
        const from = looks[k]!;
        const knows = (look: typeof from, gpc: Gpc): number => ((look.chance.get(gpc) ?? 0) > KNOWN ? 1 : 0);
        const one = told(
          pupil.observations.filter((o) => o.at < to.at),
          pupil,
          [from.at, to.at],
          (then) => pupil.order.filter((gpc) => from.chance.has(gpc) && then.get(gpc)?.state === 'gap').slice(0, CYCLE_OF),
          (open) => open.reduce((sum, gpc) => sum + knows(to, gpc) - knows(from, gpc), 0),
        );
        if (one) rows.push(one);
      }
    }
    say(`  ${`the first ${CYCLE_OF} gaps of ${kind}`.padEnd(43)} ${lineOf(rows)}`);
  }
}
