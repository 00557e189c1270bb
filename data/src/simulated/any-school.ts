/**
 * Schools whose rules are drawn by lot: how children come to know a pair and lose it, how what they know lies, how sure an answer
 * is, who marks and how often. The judgement was fitted in a few schools that were written down; whether it holds in one that nobody
 * wrote is asked in many of these, and no number is fitted on them. Nothing in core/ may look at this.
 *
 * What is drawn here and nowhere else: knowledge that lies by what a grapheme looks like (a letter, two, a split one) and by its
 * sound instead of its place in the order; schools in which children slip hardly ever, and such in which they do all the time.
 */
import { gauss, seeded, shuffled, type Random } from '@sapling/core';
import { isMiss, type Observation, type ObservationKind, type Outcome } from '@sapling/core/evidence';
import { allGpcs, type Gpc } from '@sapling/core/phonics';
import { TEACHING_ORDERS } from '../orders/index.js';
import type { PupilElsewhere } from './elsewhere.js';
import { logistic } from './minds.js';

/** How a pair is learned: all at once, a step up each time, or less the more is there already. */
const LEARNS = ['at once', 'by steps', 'towards a ceiling'] as const;
/** How it is lost: never, by chance, a share of what is there a day, or with the logarithm of the days. */
const LOSES = ['never', 'by chance', 'by a share', 'by the logarithm'] as const;
/** What pairs have in common: their place, what they look like, their sound. */
const LIES = ['place', 'look', 'sound'] as const;
const SORTS = ['steady', 'steady', 'steady', 'slow', 'late joiner', 'erratic', 'mirror', 'holes'] as const;

interface Adult {
  readonly id: string;
  readonly passes: number;
  readonly fails: number;
  readonly press: number;
}
/** What holds for all children of a school. */
export interface AnySchool {
  readonly seed: number;
  readonly learns: (typeof LEARNS)[number];
  readonly loses: (typeof LOSES)[number];
  readonly lies: (typeof LIES)[number];
  /** How far apart known and unknown pairs lie, logistic scale. */
  readonly apart: number;
  /** Up to which share of the order its children know pairs, from the weakest child to the strongest. */
  readonly fronts: readonly [low: number, high: number];
  /** Standard deviation of a pair's own part. */
  readonly own: number;
  readonly step: number;
  /** How much a month takes from what is known, more or less so by the rule. */
  readonly month: number;
  /** How many times as much a day of holidays takes. */
  readonly holiday: number;
  readonly slip: number;
  readonly guess: number;
  readonly day: number;
  readonly adults: readonly Adult[];
  /** Weeks between whole checks, chance of a look at what was missed, of a session and of reading in a week. */
  readonly every: number;
  readonly looks: number;
  readonly sessions: number;
  readonly reads: number;
  readonly weeks: number;
  readonly breakDays: number;
}

export function drawAnySchool(seed: number): AnySchool {
  const random = seeded(seed * 15_485_863 + 7);
  for (let k = 0; k < 5; k += 1) random();
  const one = <T>(list: readonly T[]): T => list[Math.floor(list.length * random())]!;
  const between = (low: number, high: number): number => low + (high - low) * random();
  /** Small ones as often as large ones. */
  const ratio = (low: number, high: number): number => low * (high / low) ** random();
  const noise = random() ** 1.5;
  return {
    seed,
    learns: one(LEARNS),
    loses: one(LOSES),
    lies: one(LIES),
    apart: between(3, 9),
    fronts: [between(-0.1, 0.35), between(0.55, 1.1)],
    own: ratio(0.3, 2.5),
    step: ratio(0.25, 1.2),
    month: ratio(0.1, 1),
    holiday: ratio(0.7, 3),
    slip: 0.005 + 0.1 * noise * random(),
    guess: 0.005 + 0.12 * noise * random(),
    day: 0.1 + 0.9 * noise * random(),
    adults: Array.from({ length: 1 + Math.floor(4 * random()) }, (_, k) => ({
      id: `adult-${k}`,
      passes: random() < 0.3 ? between(0.05, 0.2) : between(0, 0.04),
      fails: random() < 0.2 ? between(0.02, 0.06) : between(0, 0.02),
      press: between(300, 1400),
    })),
    every: one([6, 8, 12, 20]),
    looks: between(0.1, 1),
    sessions: between(0, 1),
    reads: between(0, 1),
    weeks: 18 + Math.floor(18 * random()),
    breakDays: 49 + Math.floor(56 * random()),
  };
}

interface Child {
  readonly school: AnySchool;
  readonly sort: (typeof SORTS)[number];
  readonly order: readonly Gpc[];
  /** Strength of each pair, logistic scale. */
  readonly at: number[];
  readonly floor: readonly number[];
  readonly days: number[];
  readonly pace: number;
  readonly learnsFast: number;
  readonly losesFast: number;
  readonly day: number;
}
/** Letters of a grapheme, a split one counting more. */
const lookOf = (gpc: Gpc): number => {
  const grapheme = gpc.split(':')[0]!;
  return grapheme.includes('_') ? 3 : Math.min(4, grapheme.length - 1 + (grapheme.length > 2 ? 1 : 0));
};

function drawChild(school: AnySchool, seed: number): Child {
  const random = seeded(school.seed * 99_991 + seed * 7907 + 3);
  const order = allGpcs(TEACHING_ORDERS[(school.seed + seed) % TEACHING_ORDERS.length]!).slice(0, 60 + Math.floor(30 * random()));
  const sort = SORTS[Math.floor(SORTS.length * random())]!;
  const ready = gauss(random);
  const [weakest, strongest] = school.fronts;
  const front = weakest + (strongest - weakest) * random();
  const edge = 0.03 + 0.15 * random();
  const bySound = new Map<string, number>();
  const half = school.apart / 2;
  const at = order.map((gpc, k) => {
    const place = k / order.length;
    const sound = gpc.split(':')[1]!;
    if (!bySound.has(sound)) bySound.set(sound, 1.2 * gauss(random));
    const shared =
      sort === 'late joiner'
        ? place < 0.35
          ? -half
          : half
        : school.lies === 'place'
          ? school.apart * (logistic((front - place) / edge) - 0.5)
          : school.lies === 'look'
            ? school.apart * (logistic((4.5 * front - lookOf(gpc) + 0.4) / 0.5) - 0.5) - 1.5 * place
            : half * bySound.get(sound)! + school.apart * (front - place);
    const hole = sort === 'holes' && random() < 0.2;
    return (hole ? -half : shared) + school.own * gauss(random) + 0.4 * ready;
  });
  return {
    school,
    sort,
    order,
    at,
    floor: at.map((x) => Math.min(x, -half)),
    days: at.map(() => 1 + 15 * random()),
    pace: sort === 'slow' ? 2800 + 1200 * random() : 700 + 800 * random(),
    learnsFast: Math.exp(0.4 * gauss(random) + 0.2 * ready),
    losesFast: Math.exp(0.4 * gauss(random) - 0.2 * ready),
    day: school.day * (sort === 'erratic' ? 3 : 1),
  };
}

const MOST = 4.5;
function teach(child: Child, k: number, share: number, random: Random): void {
  const { school, at, days, learnsFast } = child;
  const by = school.step * learnsFast * share;
  const top = Math.max(school.apart / 2, 2);
  days[k] = 0;
  if (school.learns === 'at once') {
    if (random() < 1 - Math.exp(-by)) at[k] = Math.max(at[k]!, top + 0.3 * gauss(random));
  } else if (school.learns === 'by steps') at[k] = Math.min(MOST, at[k]! + by);
  else at[k] = at[k]! + Math.max(0, top + 1 - at[k]!) * (1 - Math.exp(-0.5 * by));
}
function pass(child: Child, by: number, inTerm: boolean, taught: number, random: Random): void {
  const { school, at, floor, days, losesFast } = child;
  const rate = (school.month / 30) * losesFast * (inTerm ? 1 : school.holiday);
  at.forEach((value, k) => {
    const before = days[k]!;
    days[k] = before + by;
    if (school.loses === 'by chance') {
      if (value > 0 && random() < 1 - Math.exp(-0.25 * rate * by)) at[k] = floor[k]!;
    } else if (school.loses === 'by a share') at[k] = floor[k]! + (value - floor[k]!) * Math.exp(-0.4 * rate * by);
    else if (school.loses === 'by the logarithm')
      at[k] = Math.max(floor[k]!, value - 30 * rate * 0.6 * Math.log((2 + days[k]) / (2 + before)));
    if (inTerm && k < taught && random() < 0.02 * by) teach(child, k, 0.3, random);
  });
}
const chanceOf = ({ school, sort, order, at }: Child, k: number): number => {
  const plain = school.guess + (1 - school.guess - school.slip) * logistic(at[k]!);
  return sort === 'mirror' && /^[bdpq]:/.test(order[k]!) ? 0.15 + 0.3 * plain : plain;
};
const BESIDE: Partial<Record<ObservationKind, readonly [other: number, astray: number]>> = {
  word: [0.15, 0.06],
  text: [0.3, 0.03],
  session: [0.2, 0],
};

const DAY = 86_400_000;
const START = Date.parse('2025-09-08T08:30:00Z');

/** A child's record in a school: a year, a long break, and the check after it. */
export function drawPupilAnywhere(school: AnySchool, seed: number): PupilElsewhere {
  const child = drawChild(school, seed);
  const random = seeded(school.seed * 31_337 + seed * 104_729 + 11);
  const { order } = child;
  const id = `pupil-any-${school.seed}-${seed}`;
  const observations: Observation[] = [];
  const chances: number[] = [];
  const snapshots: PupilElsewhere['snapshots'][number][] = [];
  const weeks: PupilElsewhere['weeks'][number][] = [];
  const last = new Map<number, boolean>();
  let taught = Math.floor(order.length * (0.45 + 0.3 * random()));
  let focus: number[] = [];

  const sit = (day: number, hour: number, ks: readonly number[], kind: ObservationKind): void => {
    const adult = school.adults[Math.floor(school.adults.length * random())]!;
    const mood = child.day * gauss(random);
    const [other, astray] = BESIDE[kind] ?? [0, 0];
    ks.forEach((k, n) => {
      const chance = Math.min(0.995, Math.max(0.005, chanceOf(child, k)));
      const today = logistic(Math.log(chance / (1 - chance)) + mood);
      const right = random() < today ? random() >= astray : random() < other;
      const heard = right ? random() >= adult.fails : random() < adult.passes;
      const ms = Math.round(
        child.pace * Math.exp(0.35 * gauss(random)) * (1.7 - 0.7 * today) + adult.press * Math.exp(0.3 * gauss(random)),
      );
      const outcome: Outcome = !heard
        ? random() < 0.25
          ? 'no answer'
          : 'wrong'
        : random() < 0.03
          ? 'put right'
          : ms > 3800 && random() < 0.6
            ? 'slow'
            : 'right';
      const at = new Date(START + day * DAY + hour * 3_600_000 + n * 6000).toISOString();
      chances.push(chanceOf(child, k));
      observations.push({
        id: `${id}-${String(observations.length).padStart(5, '0')}`,
        child: id,
        by: adult.id,
        at,
        kind,
        gpc: order[k]!,
        outcome,
        ...(random() < 0.85 ? { ms } : {}),
      });
      last.set(k, !isMiss(outcome));
      teach(child, k, right ? 0.1 : 0.2, random);
    });
  };
  const all = (): number[] =>
    shuffled(
      Array.from({ length: taught }, (_, k) => k),
      random,
    );
  const missed = (): number[] => [...last].flatMap(([k, right]) => (right ? [] : [k]));
  const lookAt = (day: number, when: 'in term' | 'after a break'): PupilElsewhere['snapshots'][number] => ({
    at: new Date(START + day * DAY).toISOString(),
    when,
    chance: new Map(Array.from({ length: taught }, (_, k) => [order[k]!, chanceOf(child, k)])),
  });

  for (let week = 0; week < school.weeks; week += 1) {
    const monday = 7 * week;
    if (week % 7 === 6) {
      pass(child, 7, false, taught, random);
      continue;
    }
    if (taught < order.length && random() < 0.6) {
      for (let time = 0; time < 3; time += 1) teach(child, taught, 1, random);
      taught += 1;
    }
    if (week % school.every === 0) sit(monday, 0, all(), 'see-say');
    else if (random() < school.looks) sit(monday, 0, shuffled([...missed().slice(-8), ...all().slice(0, 6)], random), 'see-say');
    pass(child, 2, true, taught, random);
    if (week % 3 === 0) focus = shuffled(missed(), random).slice(0, 4);
    if (random() < school.sessions) {
      for (const k of focus) teach(child, k, 1, random);
      if (focus.length > 0 && random() < 0.7) sit(monday + 2, 1, focus, 'session');
    }
    pass(child, 1, true, taught, random);
    if (random() < school.reads) sit(monday + 3, 1, all().slice(0, 6), random() < 0.5 ? 'word' : 'text');
    pass(child, 2, true, taught, random);
    weeks.push(lookAt(monday + 5, 'in term'));
    if (week % 5 === 3) snapshots.push(weeks.at(-1)!);
    pass(child, 2, true, taught, random);
  }
  const back = 7 * school.weeks + school.breakDays;
  pass(child, school.breakDays, false, taught, random);
  snapshots.push(lookAt(back, 'after a break'));
  sit(back, 2, all(), 'see-say');
  return { id, sort: child.sort as PupilElsewhere['sort'], order, observations, chances, snapshots, weeks };
}
