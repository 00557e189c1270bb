/**
 * Two further schools, so that no judgement is right in one school only: other adults, other weeks, other ways of knowing than
 * in pupil.ts and minds.ts.
 *
 * - `floor`: a pair's strength on the logistic scale falls back to what the child never lacks, sooner where it is newly learned.
 *   Adults hear leniently, children tire during a check, three months without school follow. Some numbers of the judgement are
 *   fitted on it as well (scripts/fit.ts).
 * - `stages`: a pair climbs six stages one by one, and drops one now and then; a check every week. Nothing is fitted on it.
 *
 * Nothing in core/ may look at this.
 */
import { gauss, seeded, shuffled, type Random } from '@sapling/core';
import { isMiss, type Observation, type ObservationKind, type Outcome } from '@sapling/core/evidence';
import { allGpcs, type Gpc } from '@sapling/core/phonics';
import { TEACHING_ORDERS } from '../orders/index.js';
import { logistic } from './minds.js';
import type { Snapshot } from './pupil.js';

export const ELSEWHERE = ['floor', 'stages'] as const;
export type Elsewhere = (typeof ELSEWHERE)[number];
const SORTS = ['steady', 'steady', 'steady', 'slow', 'late joiner', 'erratic', 'mirror', 'holes'] as const;
type Sort = (typeof SORTS)[number];

/** A record as pupil.ts makes it. */
export interface PupilElsewhere {
  readonly id: string;
  readonly sort: Sort;
  readonly order: readonly Gpc[];
  readonly observations: readonly Observation[];
  /** Of each observation: the true chance then of a right free recall on an ordinary day. */
  readonly chances: readonly number[];
  readonly snapshots: readonly Snapshot[];
  /** The same at the end of each week of school. */
  readonly weeks: readonly Snapshot[];
}
/** One card, for checks that are drawn as they go: on the first day, by the adult who marks most. */
export interface CheckElsewhere {
  readonly order: readonly Gpc[];
  readonly taught: readonly Gpc[];
  chance(gpc: Gpc): number;
  /** The nth answer of the check, counted from 0, at a moment in milliseconds. */
  answer(gpc: Gpc, at: number, n: number, random: Random): Observation;
}

interface Adult {
  readonly id: string;
  readonly often: number;
  /** How often a wrong answer passes, and a right one is marked wrong. */
  readonly passes: number;
  readonly fails: number;
  readonly press: number;
}
interface School {
  readonly adults: readonly Adult[];
  /** What each further card beyond the twentieth takes from a child, log odds. */
  readonly tires: number;
  readonly breakDays: number;
  readonly looks: readonly number[];
  readonly holidays: readonly number[];
  readonly weeks: number;
}
const SCHOOLS: Readonly<Record<Elsewhere, School>> = {
  floor: {
    adults: [
      { id: 'here', often: 0.5, passes: 0.02, fails: 0.02, press: 600 },
      { id: 'kind', often: 0.25, passes: 0.18, fails: 0.01, press: 1200 },
      { id: 'hard', often: 0.25, passes: 0.01, fails: 0.06, press: 400 },
    ],
    tires: 0.012,
    breakDays: 91,
    looks: [5, 9, 13, 19],
    holidays: [7, 14, 15],
    weeks: 20,
  },
  stages: {
    adults: [
      { id: 'one', often: 0.6, passes: 0.03, fails: 0.02, press: 500 },
      { id: 'other', often: 0.4, passes: 0.09, fails: 0.02, press: 900 },
    ],
    tires: 0,
    breakDays: 63,
    looks: [6, 11, 18],
    holidays: [7, 15, 16, 22],
    weeks: 24,
  },
};

/** What a child has in mind: pairs by number, days by number. */
interface Memory {
  pass(days: number, inTerm: boolean, taught: number): void;
  teach(k: number): void;
  meet(k: number, right: boolean): void;
  chance(k: number): number;
}
const STAGES = [0.04, 0.22, 0.5, 0.76, 0.91, 0.97];

function memoryOf(kind: Elsewhere, sort: Sort, pairs: number, taught: number, random: Random): Memory {
  const readiness = gauss(random);
  const late = sort === 'late joiner';
  if (kind === 'stages') {
    const up = logistic(-0.1 + 0.7 * readiness);
    const down = 0.012 * Math.exp(-0.4 * readiness + 0.4 * gauss(random));
    const stage = Array.from({ length: pairs }, (_, k) => {
      const place = k / taught;
      const usual = 5.2 * (1 - place ** 2.2) + 0.5 * readiness + 0.9 * gauss(random);
      const own = place >= 1 ? 0 : !late ? usual : place < 0.4 ? 0.8 + 0.6 * gauss(random) : 4 + 0.7 * gauss(random);
      return Math.max(0, Math.min(5, Math.round(sort === 'holes' && random() < 0.25 ? 0.5 : own)));
    });
    const teach = (k: number): void => {
      if (stage[k]! < 5 && random() < up * (stage[k]! >= 3 ? 0.5 : 1)) stage[k]! += 1;
    };
    return {
      pass: (days, inTerm, known) =>
        stage.forEach((at, k) => {
          const rate = down * (inTerm ? 0.6 : 1.6) * (at === 5 ? 0.25 : at === 4 ? 0.6 : 1);
          if (at > 0 && random() < 1 - Math.exp(-rate * days)) stage[k]! -= 1;
          if (inTerm && k < known && stage[k]! < 4 && random() < 1 - Math.exp(-0.006 * days)) stage[k]! += 1;
        }),
      teach,
      meet: (k, right) => {
        if (!right && random() < 0.25) teach(k);
      },
      chance: (k) => STAGES[stage[k]!]!,
    };
  }
  const quick = Math.exp(0.35 * gauss(random) + 0.2 * readiness);
  const fades = 0.35 * Math.exp(0.4 * gauss(random));
  const floor = -2.2 + 0.4 * readiness;
  const front = taught * (0.45 + 0.5 * random());
  const at = Array.from({ length: pairs }, (_, k) => {
    const usual = floor + 4.2 * logistic((front - k) / 6) + 0.6 * readiness + 0.85 * gauss(random);
    return late ? (k >= 0.48 * taught ? 2 : -1.8) + 0.7 * gauss(random) : usual;
  });
  const lasts = at.map((_, k) => (k < front ? 60 + 80 * random() : 15));
  const touch = (k: number, by: number, lasting: number): void => {
    at[k] = Math.min(4.5, at[k]! + by * quick);
    lasts[k] = Math.min(250, lasts[k]! * lasting);
  };
  return {
    pass: (days, inTerm, known) =>
      at.forEach((value, k) => {
        at[k] = floor + (value - floor) * Math.exp((-fades * days) / lasts[k]!);
        if (inTerm && k < known && random() < 0.06 * days) touch(k, 0.1, 1.12);
      }),
    teach: (k) => touch(k, 0.6, 1.35),
    meet: (k, right) => touch(k, right ? 0.12 : 0.25, 1.12),
    chance: (k) => 0.03 + 0.94 * logistic(at[k]!),
  };
}

interface Child {
  readonly kind: Elsewhere;
  readonly id: string;
  readonly sort: Sort;
  readonly order: readonly Gpc[];
  readonly taught: number;
  readonly memory: Memory;
  readonly pace: number;
  readonly dayToDay: number;
}
function childOf(kind: Elsewhere, seed: number, random: Random): Child {
  const order = allGpcs(TEACHING_ORDERS[seed % TEACHING_ORDERS.length]!).slice(0, 70);
  const sort = SORTS[Math.floor(SORTS.length * random())]!;
  const taught = 28 + Math.floor(26 * random());
  return {
    kind,
    id: `pupil-${kind}-${seed}`,
    sort,
    order,
    taught,
    memory: memoryOf(kind, sort, order.length, taught, random),
    pace: sort === 'slow' ? 2900 + 900 * random() : 800 + 700 * random(),
    dayToDay: sort === 'erratic' ? 1.4 : 0.35,
  };
}
const chanceOf = ({ sort, order, memory }: Child, k: number): number =>
  sort === 'mirror' && /^[bdpq]:/.test(order[k]!) ? 0.2 + 0.25 * memory.chance(k) : memory.chance(k);

/** How often a right answer of a kind comes otherwise, and a wrong one though known. */
const BESIDE: Partial<Record<ObservationKind, readonly [other: number, astray: number]>> = {
  word: [0.2, 0.08],
  text: [0.3, 0.05],
  session: [0.2, 0],
};

/** One answer, as an adult marks it; `n` is how many came before it in this sitting. */
function respond(
  child: Child,
  { k, kind, adult, day, n, at, id }: { k: number; kind: ObservationKind; adult: Adult; day: number; n: number; at: number; id: string },
  random: Random,
): { readonly observation: Observation; readonly right: boolean } {
  const chance = Math.min(0.99, Math.max(0.01, chanceOf(child, k)));
  const tired = SCHOOLS[child.kind].tires * Math.max(0, n - 20);
  const today = logistic(Math.log(chance / (1 - chance)) + day - tired);
  const [other, astray] = BESIDE[kind] ?? [0, 0];
  const right = random() < today ? random() >= astray : random() < other;
  const heard = right ? random() >= adult.fails : random() < adult.passes;
  const ms = Math.round(child.pace * Math.exp(0.35 * gauss(random)) * (1.6 - 0.6 * today) + adult.press * Math.exp(0.25 * gauss(random)));
  const late = ms > 3900 && random() < 0.6;
  const outcome: Outcome = !heard ? (random() < 0.2 ? 'no answer' : 'wrong') : random() < 0.045 ? 'put right' : late ? 'slow' : 'right';
  const timed = random() < 0.85 ? { ms } : {};
  const where = { id, child: child.id, by: adult.id, at: new Date(at).toISOString() };
  return { right, observation: { ...where, kind, gpc: child.order[k]!, outcome, ...timed } };
}

const DAY = 86_400_000;
const START = Date.parse('2025-09-08T08:30:00Z');

/** A year, a long break and the check after it. */
export function drawPupilElsewhere(kind: Elsewhere, seed: number): PupilElsewhere {
  const random = seeded(seed * 7919 + 13 + kind.length);
  const school = SCHOOLS[kind];
  const child = childOf(kind, seed, random);
  const { order, memory } = child;
  const observations: Observation[] = [];
  const chances: number[] = [];
  const snapshots: Snapshot[] = [];
  const weeks: Snapshot[] = [];
  const last = new Map<number, boolean>();
  let taught = child.taught;
  let focus: number[] = [];

  const sit = (day: number, hour: number, ks: readonly number[], how: ObservationKind): void => {
    let left = random();
    const adult = school.adults.find((a) => (left -= a.often) <= 0) ?? school.adults[0]!;
    const mood = child.dayToDay * gauss(random);
    ks.forEach((k, n) => {
      const at = START + day * DAY + hour * 3_600_000 + n * 6000;
      const id = `${child.id}-${String(observations.length).padStart(5, '0')}`;
      chances.push(chanceOf(child, k));
      const made = respond(child, { k, kind: how, adult, day: mood, n, at, id }, random);
      observations.push(made.observation);
      last.set(k, !isMiss(made.observation.outcome));
      memory.meet(k, made.right);
    });
  };
  const all = (): number[] =>
    shuffled(
      Array.from({ length: taught }, (_, k) => k),
      random,
    );
  const missed = (): number[] => [...last].flatMap(([k, right]) => (right ? [] : [k]));
  const lookAt = (day: number, when: Snapshot['when']): Snapshot => ({
    at: new Date(START + day * DAY).toISOString(),
    when,
    chance: new Map(Array.from({ length: taught }, (_, k) => [order[k]!, chanceOf(child, k)])),
  });

  for (let week = 0; week < school.weeks; week += 1) {
    const monday = 7 * week;
    if (school.holidays.includes(week)) {
      memory.pass(7, false, taught);
      continue;
    }
    if (taught < order.length && random() < 0.75) {
      for (let time = 0; time < 3; time += 1) memory.teach(taught);
      taught += 1;
    }
    if (week === 0 || week === 11) sit(monday, 0, all(), 'see-say');
    else if (kind === 'stages' || week % 5 === 0)
      sit(monday, 0, shuffled([...missed().slice(-8), ...all().slice(0, 7)], random), 'see-say');
    memory.pass(2, true, taught);
    if (week % 3 === 1) focus = shuffled(missed(), random).slice(0, 4);
    for (const k of focus) memory.teach(k);
    if (focus.length > 0 && random() < 0.8) sit(monday + 2, 1, focus, 'session');
    memory.pass(1, true, taught);
    if (random() < 0.6) sit(monday + 3, 1, all().slice(0, 6), (['word', 'text', 'see-say'] as const)[Math.floor(3 * random())]!);
    memory.pass(2, true, taught);
    weeks.push(lookAt(monday + 5, 'in term'));
    if (school.looks.includes(week)) snapshots.push(weeks.at(-1)!);
    memory.pass(2, true, taught);
  }
  const back = 7 * school.weeks + school.breakDays;
  memory.pass(school.breakDays, false, taught);
  snapshots.push(lookAt(back, 'after a break'));
  sit(back, 2, all(), 'see-say');
  return { id: child.id, sort: child.sort, order, observations, chances, snapshots, weeks };
}

/** A child to be checked on the first day. */
export function drawCheckElsewhere(kind: Elsewhere, seed: number): CheckElsewhere {
  const random = seeded(seed * 6121 + 5 + kind.length);
  const child = childOf(kind, seed, random);
  const mood = child.dayToDay * gauss(random);
  const place = new Map(child.order.map((gpc, k) => [gpc, k]));
  const adult = SCHOOLS[kind].adults[0]!;
  return {
    order: child.order,
    taught: child.order.slice(0, child.taught),
    chance: (gpc) => chanceOf(child, place.get(gpc)!),
    answer: (gpc, at, n, own) =>
      respond(child, { k: place.get(gpc)!, kind: 'see-say', adult, day: mood, n, at, id: `${child.id}-${n}-${own()}` }, own).observation,
  };
}
