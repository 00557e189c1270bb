/**
 * Are the warnings right? *Little change*, what to teach next and the reading trend, on children whose learning is known: how often
 * each is said of a child it is not true of, and left out of one it is true of.
 */
import { drawPupil, drawTwoCycles, MIND_KINDS, TWO_CYCLES, type TwoCycles } from '@sapling/data';
import { estimate, gauss, loadLexicon, seeded, teachNext, trend, type Gpc, type TrendPoint } from '@sapling/core';
import { changeBetween, estimateOver, type ChangeSays, type Estimate } from '@sapling/core/judgement';
import { drawOf, KINDS } from './pupils.js';

const DAY = 86_400_000;
const START = Date.parse('2026-01-12T09:00:00.000Z');
const daysApart = ([from, to]: readonly [string, string]): number => (Date.parse(to) - Date.parse(from)) / DAY;
const percent = (x: number, of: number): string => (of === 0 ? '-' : `${((100 * x) / of).toFixed(1)} %`);
const SAYS: readonly ChangeSays[] = ['grew', 'little change', 'not enough known', 'near the ceiling'];

type Said = Record<ChangeSays, number>;
const nothing = (): Said => ({ grew: 0, 'little change': 0, 'not enough known': 0, 'near the ceiling': 0 });
const shown = (said: Said): string => {
  const n = SAYS.reduce((sum, s) => sum + said[s], 0);
  return SAYS.map((s) => `${s} ${percent(said[s], n)}`).join('  ');
};
const lineOf = (states: ReadonlyMap<Gpc, Estimate>) =>
  [...states].map(([gpc, { state, known, basedOn }]) => ({ gpc, state, known, basedOn }));

/** What is said of such a child after the two cycles. */
function afterTwoCycles(child: TwoCycles, again: 'all' | 'focus', seed: number): ChangeSays {
  const { order, observations, teaching, moments } = drawTwoCycles(child, again, seed);
  const [then, now] = estimateOver(observations, moments, { order, teaching });
  return changeBetween(lineOf(then!), lineOf(now!), daysApart(moments)).says;
}

/** Of open pairs, the part that must truly be gained for a child to count as growing, and under which one counts as flat. */
const GROWS = 0.3;
const FLAT = 0.1;

export function littleChange(say: (line: string) => void, children: number): void {
  say('\nLittle change, said after two cycles of a child of forty pairs (all looked at again; the focus alone)');
  const sum = { flat: nothing(), growing: nothing() };
  for (const child of TWO_CYCLES)
    for (const again of ['all', 'focus'] as const) {
      if (again === 'focus' && child.focus === 0) continue;
      const said = nothing();
      for (let seed = 63_001; seed <= 63_000 + 5 * children; seed += 1) said[afterTwoCycles(child, again, seed)] += 1;
      say(`  ${child.name.padEnd(36)} ${again.padEnd(6)} ${shown(said)}`);
      if (again === 'all') for (const s of SAYS) sum[child.flat ? 'flat' : 'growing'][s] += said[s];
    }
  say(`  of all who grew or could not: ${shown(sum.growing)}`);
  say(`  of all flat ones looked at again: ${shown(sum.flat)}`);
  say(
    '\nLittle change from one look at a simulated pupil to a later one (seven weeks and a half-year), by what their open pairs truly gained',
  );
  const all = { flat: nothing(), growing: nothing() };
  for (const mind of MIND_KINDS) {
    const by = { flat: nothing(), growing: nothing() };
    for (let seed = 64_001; seed <= 64_000 + children; seed += 1) {
      const pupil = drawPupil(mind, seed);
      const looks = pupil.snapshots;
      for (const [from, to] of [1, 3].flatMap((apart) => looks.slice(apart).map((_, k) => [looks[k]!, looks[k + apart]!] as const))) {
        const seen = pupil.observations.filter((o) => o.at < to.at);
        const [then, now] = estimateOver(seen, [from.at, to.at], { order: pupil.order, teaching: pupil.teaching });
        const open = [...then!.keys()].filter((gpc) => from.chance.get(gpc)! < 0.6);
        const room = open.reduce((left, gpc) => left + 1 - from.chance.get(gpc)!, 0);
        const gained = open.reduce((more, gpc) => more + to.chance.get(gpc)! - from.chance.get(gpc)!, 0);
        if (open.length < 3) continue;
        const kind = gained >= GROWS * room ? 'growing' : gained <= FLAT * room ? 'flat' : undefined;
        if (kind) by[kind][changeBetween(lineOf(then!), lineOf(now!), daysApart([from.at, to.at])).says] += 1;
      }
    }
    say(`  ${mind.padEnd(9)} gained ${100 * GROWS} % or more   ${shown(by.growing)}`);
    say(`  ${''.padEnd(9)} gained ${100 * FLAT} % or less   ${shown(by.flat)}`);
    for (const s of SAYS) {
      all.growing[s] += by.growing[s];
      all.flat[s] += by.flat[s];
    }
  }
  say(`  all       gained ${100 * GROWS} % or more   ${shown(all.growing)}`);
  say(`  ${''.padEnd(9)} gained ${100 * FLAT} % or less   ${shown(all.flat)}`);
  const told = all.flat['little change'] + all.flat.grew;
  say(`  of the flat ones of whom enough is known and who have room: missed ${percent(all.flat.grew, told)} of ${told}`);
}

/** Known pairs then and now: how often *more* and *fewer* are said, how many pairs, and what was true; beside the plain difference of what was believed. */
export function knownOverTime(say: (line: string) => void, children: number): void {
  say('\nMore or fewer pairs known than some weeks before, said where it is clear (known from 0.7)');
  for (const [weeks, many] of [
    [3, 3],
    [7, 5],
  ] as const) {
    const [ours, plain] = toldOver(weeks, children);
    for (const [name, all] of [
      ['with its uncertainty', ours],
      ['the plain difference', plain],
    ] as const)
      for (const [word, sign] of [
        ['more', 1],
        ['fewer', -1],
      ] as const) {
        const told = all.filter((t) => t.clear && sign * t.expected > 0);
        const mean = (of: (t: Told) => number): string =>
          told.length === 0 ? '-' : (told.reduce((sum, t) => sum + of(t), 0) / told.length).toFixed(1);
        const wrong = told.filter((t) => sign * t.truly < 0).length;
        const much = all.filter((t) => sign * t.truly >= many);
        say(
          `  ${weeks} weeks  ${name}  ${word.padEnd(6)} said of ${percent(told.length, all.length)}: ${mean((t) => t.expected)} pairs, truly ${mean((t) => t.truly)}; the other way ${percent(wrong, told.length)}, no change ${percent(told.filter((t) => t.truly === 0).length, told.length)}; of those by ${many} or more said of ${percent(much.filter((t) => t.clear && sign * t.expected > 0).length, much.length)}`,
        );
      }
  }
}

interface Told {
  readonly expected: number;
  readonly truly: number;
  readonly clear: boolean;
}
function toldOver(weeks: number, children: number): [ours: Told[], plain: Told[]] {
  const [ours, plain]: [Told[], Told[]] = [[], []];
  for (const kind of KINDS)
    for (let seed = 65_001; seed <= 65_000 + children; seed += 1) {
      const pupil = drawOf(kind, seed);
      for (let k = seed % 7; k < pupil.weeks.length; k += 7) {
        const from = pupil.weeks[k]!;
        const to = pupil.weeks.find((w) => Math.abs(daysApart([from.at, w.at]) - 7 * weeks) < 1);
        if (!to) continue;
        const seen = pupil.observations.filter((o) => o.at < to.at);
        const [then, now] = estimateOver(seen, [from.at, to.at], { order: pupil.order, teaching: pupil.teaching });
        const again = [...then!].filter(([gpc, e]) => e.basedOn > 0 && (now!.get(gpc)?.basedOn ?? 0) > e.basedOn);
        if (again.length < 5) continue;
        const known = (chance: ReadonlyMap<Gpc, number>): number => again.filter(([gpc]) => chance.get(gpc)! >= 0.7).length;
        const truly = known(to.chance) - known(from.chance);
        const { change, now: after } = changeBetween(lineOf(then!), lineOf(now!), 7 * weeks);
        const expected = after - again.reduce((sum, [, e]) => sum + e.known, 0);
        ours.push({ ...change, truly });
        plain.push({ expected, truly, clear: Math.abs(expected) >= 0.5 });
      }
    }
  return [ours, plain];
}

/** Of the first three pairs to teach next, how many the child knows; beside the earliest pairs that are not secure. */
export async function nextPairs(say: (line: string) => void, children: number): Promise<void> {
  const lexicon = await loadLexicon();
  say(
    '\nTeach next: of the first three pairs that are named, how many are known (from 0.7), beside the earliest three that are not secure',
  );
  for (const mind of MIND_KINDS) {
    let [named, known, plain, plainKnown] = [0, 0, 0, 0];
    for (let seed = 62_001; seed <= 62_000 + children; seed += 1) {
      const pupil = drawPupil(mind, seed);
      for (const look of pupil.snapshots) {
        const seen = pupil.observations.filter((o) => o.at < look.at);
        const states = estimate(seen, { asOf: look.at, order: pupil.order, teaching: pupil.teaching });
        const taught = [...look.chance.keys()].map((gpc) => {
          const e = states.get(gpc);
          return { gpc, state: e?.state ?? ('unchecked' as const), p: e?.p ?? 0.5 };
        });
        for (const { gpc } of teachNext(lexicon, { taught, limit: 3 })) {
          if (gpc === undefined) continue;
          named += 1;
          known += Number(look.chance.get(gpc)! >= 0.7);
        }
        for (const { gpc } of taught.filter((t) => t.state !== 'secure').slice(0, 3)) {
          plain += 1;
          plainKnown += Number(look.chance.get(gpc)! >= 0.7);
        }
      }
    }
    say(
      `  ${mind.padEnd(9)} known ${percent(known, named)} of ${named}   the earliest not secure ${percent(plainKnown, plain)} of ${plain}`,
    );
  }
}

/** Terms of thirteen weekly readings, each look counted: who is told once in it to change the teaching. */
export function readingTrends(say: (line: string) => void, terms: number): void {
  say('\nThe reading trend over a term of weekly readings, looked at after each: terms in which it is said once');
  const on = (day: number): string => new Date(START + day * DAY).toISOString().slice(0, 10);
  for (const [name, slope] of [
    ['exactly on the aim', 1.5],
    ['half of what the aim asks', 0.75],
    ['standing still', 0],
  ] as const)
    for (const spread of [4, 9]) {
      const said = new Map<string, number>();
      for (let seed = 1; seed <= terms; seed += 1) {
        const random = seeded(seed * 8867 + 11);
        const seen: TrendPoint[] = [];
        const once = new Set<string>();
        for (let week = 0; week < 13; week += 1) {
          seen.push({ on: on(7 * week), value: 40 + slope * week + spread * gauss(random) });
          once.add(trend(seen, { aim: { on: on(210), value: 85 } }).decision);
        }
        for (const decision of once) said.set(decision, (said.get(decision) ?? 0) + 1);
      }
      const of = (decision: string): string => percent(said.get(decision) ?? 0, terms);
      say(
        `  ${name.padEnd(26)} readings ${spread} words a minute about it   change the teaching ${of('change the teaching')}  raise the aim ${of('raise the aim')}`,
      );
    }
}
