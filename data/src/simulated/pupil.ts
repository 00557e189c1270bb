/**
 * A simulated pupil's year as a school would record it: who asked what when, what the adult heard and marked, and what was
 * true. The mind behind it is one of four that differ in kind (minds.ts); the sorts of children differ in how they
 * answer. Nothing in core/ may look at this.
 */
import { gauss, seeded, shuffled, type Random } from '@sapling/core';
import { isMiss, type Observation, type ObservationKind, type Outcome } from '@sapling/core/evidence';
import { allGpcs, confusability, type Gpc } from '@sapling/core/phonics';
import { TEACHING_ORDERS } from '../orders/index.js';
import { uuidAt } from '../demo/simulate.js';
import { drawMind, logistic, type Mind, type MindKind } from './minds.js';

export const PUPIL_SORTS = ['steady', 'slow', 'late joiner', 'erratic', 'mirror', 'bilingual', 'guessing'] as const;
export type PupilSort = (typeof PUPIL_SORTS)[number];

/** How often anybody looks. */
type Rhythm = 'now and then' | 'weekly' | 'close';

export interface Snapshot {
  /** ISO 8601 UTC; the answers before it are those with `at` below. */
  readonly at: string;
  readonly when: 'in term' | 'after a break';
  /** Chance of a right free recall on an ordinary day, of each taught pair. */
  readonly chance: ReadonlyMap<Gpc, number>;
}
export interface Pupil {
  readonly id: string;
  readonly mind: MindKind;
  readonly sort: PupilSort;
  readonly order: readonly Gpc[];
  readonly observations: Observation[];
  /** What the logs of its sessions say was taught, in order of time: an adult forgets to log some. */
  readonly teaching: readonly { readonly gpc: Gpc; readonly at: string }[];
  /** Of each observation: the true chance then of a right free recall on an ordinary day. */
  readonly chances: readonly number[];
  readonly snapshots: Snapshot[];
  /** The same at the end of each week of school. */
  readonly weeks: readonly Snapshot[];
}

const DAY = 86_400_000;
/** The first Monday of the school year. */
const START = Date.parse('2025-09-08T08:00:00Z');
/** Weeks of the year without school, counted from the first; the last stretch is the long break. */
const HOLIDAYS = new Set([7, 15, 16, 23, 30, 31, 38, ...Array.from({ length: 9 }, (_, k) => 46 + k)]);
const WEEKS = 60;
/** Of ten sessions that are held, so many are logged. */
const LOGGED = 0.9;

const ADULTS = [
  { id: 'adult-strict', often: 0.3, passes: 0.01, fails: 0.05, press: 450, slowFrom: 2600 },
  { id: 'adult-usual', often: 0.45, passes: 0.03, fails: 0.015, press: 700, slowFrom: 3500 },
  { id: 'adult-lenient', often: 0.25, passes: 0.15, fails: 0.005, press: 1300, slowFrom: 5000 },
] as const;
type Adult = (typeof ADULTS)[number];

/** What a kind adds: a right answer by another way, a wrong one that is not about the pair, and among how many one chooses. */
const KINDS: readonly { kind: ObservationKind; often: number; other: number; astray: number; options?: number }[] = [
  { kind: 'see-say', often: 0.64, other: 0, astray: 0 },
  { kind: 'hear-point', often: 0.06, other: 0, astray: 0.01, options: 4 },
  { kind: 'word', often: 0.09, other: 0.22, astray: 0.05 },
  { kind: 'made-up word', often: 0.05, other: 0.05, astray: 0.07 },
  { kind: 'text', often: 0.06, other: 0.4, astray: 0.03 },
  { kind: 'spelling', often: 0.04, other: 0.01, astray: 0.25 },
];

const SORT_SHARES: readonly (readonly [PupilSort, number])[] = [
  ['steady', 0.4],
  ['slow', 0.12],
  ['late joiner', 0.13],
  ['erratic', 0.1],
  ['mirror', 0.09],
  ['bilingual', 0.08],
  ['guessing', 0.08],
];

function pick<T extends { readonly often: number }>(list: readonly T[], random: Random): T {
  let left = random() * list.reduce((sum, item) => sum + item.often, 0);
  for (const item of list) if ((left -= item.often) <= 0) return item;
  return list.at(-1)!;
}
const drawRhythm = (random: Random): Rhythm => {
  const r = random();
  return r < 0.4 ? 'now and then' : r < 0.8 ? 'weekly' : 'close';
};
function drawSort(random: Random): PupilSort {
  let left = random();
  for (const [sort, share] of SORT_SHARES) if ((left -= share) <= 0) return sort;
  return 'steady';
}

/** How a child of a sort turns what is in mind into an answer. */
interface Answerer {
  readonly sort: PupilSort;
  readonly pace: number;
  /** Standard deviation of a day, logistic scale. */
  readonly dayToDay: number;
  readonly mirrored: ReadonlySet<number>;
  readonly accented: ReadonlySet<number>;
}
const logit = (p: number): number => Math.log(p / (1 - p));

/** Chance of a right free recall on an ordinary day, with what the sort does to it. */
const ordinary = (mind: Mind, who: Answerer, k: number): number => (who.mirrored.has(k) ? 0.25 + 0.2 * mind.chance(k) : mind.chance(k));

function drawAnswerer(sort: PupilSort, order: readonly Gpc[], random: Random): Answerer {
  const twin = (k: number): boolean =>
    order.some((other, j) => j !== k && confusability(order[k]!, other) === 2 && /^[bdpqnu]:/.test(order[k]!) && j < 60);
  return {
    sort,
    pace: (700 + 700 * random()) * (sort === 'slow' ? 2.6 + random() : 1),
    dayToDay: sort === 'erratic' ? 1.3 + 0.7 * random() : 0.15 + 0.35 * random(),
    mirrored: new Set(sort === 'mirror' ? order.flatMap((_, k) => (twin(k) ? [k] : [])) : []),
    accented: new Set(
      sort === 'bilingual' ? order.flatMap((gpc, k) => (/:(th|dh|v|w|i|ee|a|u)$/.test(gpc) && random() < 0.7 ? [k] : [])) : [],
    ),
  };
}

/** One answer, as an adult marks it. */
function respond(
  {
    chance,
    k,
    gpc,
    who,
    adult,
    day,
    kind,
    at,
    child,
    fromMemory,
  }: {
    chance: number;
    k: number;
    gpc: Gpc;
    who: Answerer;
    adult: Adult;
    day: number;
    kind: (typeof KINDS)[number];
    at: number;
    child: string;
    fromMemory: boolean;
  },
  random: Random,
): { observation: Observation; right: boolean } {
  const today = logistic(logit(Math.min(0.995, Math.max(0.005, chance))) + day);
  const other = Math.max(kind.other, kind.options ? 1 / kind.options : 0, who.sort === 'guessing' && kind.kind !== 'see-say' ? 0.2 : 0);
  const knows = random() < today;
  const right = knows ? random() >= kind.astray : random() < other || (who.sort === 'guessing' && random() < 0.06);
  const heard = right ? random() >= adult.fails : random() < adult.passes;
  const firm = 0.75 + 1.1 * (1 - today);
  const own = who.pace * firm * Math.exp(0.35 * gauss(random));
  const ms = Math.round(own + (kind.options ? 0 : adult.press * Math.exp(0.3 * gauss(random))));
  const outcome: Outcome = !heard
    ? who.sort !== 'guessing' && random() < 0.3
      ? 'no answer'
      : 'wrong'
    : who.accented.has(k) && random() < 0.6
      ? 'accent'
      : random() < 0.02 + 0.12 * (1 - today)
        ? 'put right'
        : ms > adult.slowFrom && random() < 0.7
          ? 'slow'
          : 'right';
  return {
    right,
    observation: {
      id: uuidAt(at, random),
      child,
      by: adult.id,
      at: new Date(at).toISOString(),
      kind: kind.kind,
      gpc,
      outcome,
      ...(fromMemory ? { fromMemory } : random() < 0.8 ? { ms } : {}),
      ...(kind.options ? { options: kind.options } : {}),
    },
  };
}
const SEE_SAY = KINDS[0]!;
const USUAL_ADULT: Adult = ADULTS[1];

/** How much each pair had been met before the year, by sort: early ones most, except where a child learned elsewhere. */
function drawEase(sort: PupilSort, pairs: number, taught: number, random: Random): number[] {
  const front = 0.35 + 0.75 * random();
  const blur = 0.1 + 0.2 * random();
  const from = 0.25 + 0.35 * random();
  return Array.from({ length: pairs }, (_, k) => {
    const place = k / Math.max(1, taught);
    const usual = logistic((front - place) / blur);
    const elsewhere = place > from && place < 1.05 ? 0.85 : 0.08;
    return Math.min(1, Math.max(0, (sort === 'late joiner' ? elsewhere : usual) + 0.12 * gauss(random)));
  });
}

/** One pupil's year and the first weeks of the next. */
export function drawPupil(mindKind: MindKind, seed: number, sortOf?: PupilSort): Pupil {
  const random = seeded(seed * 9176 + 77 + mindKind.length * 1_000_003);
  const order = allGpcs(TEACHING_ORDERS[seed % TEACHING_ORDERS.length]!);
  const sort = sortOf ?? drawSort(random);
  const id = `pupil-${mindKind}-${seed}`;
  const begin = 24 + Math.floor(36 * random());
  const ease = drawEase(sort, order.length, begin, random);
  const mind = drawMind(mindKind, { ease, readiness: 0.9 * gauss(random) }, random);
  const who = drawAnswerer(sort, order, random);
  const rhythm: Rhythm = drawRhythm(random);
  const observations: Observation[] = [];
  const chances: number[] = [];
  const snapshots: Snapshot[] = [];
  const weeks: Snapshot[] = [];
  const teaching: { gpc: Gpc; at: string }[] = [];
  // of its own, so that who logs changes nothing about the child
  const logs = seeded(seed * 4211 + 19);
  const last = new Map<number, boolean>();
  let taught = begin;
  let focus: number[] = [];

  const sit = (at: number, ks: readonly number[], kinds: 'cards' | 'mixed' | 'session'): void => {
    const adult = pick(ADULTS, random);
    const day = who.dayToDay * gauss(random);
    const fromMemory = random() < 0.04;
    ks.forEach((k, n) => {
      const kind =
        kinds === 'cards'
          ? SEE_SAY
          : kinds === 'session'
            ? { kind: 'session' as const, often: 0, other: 0.15, astray: 0.02 }
            : pick(KINDS, random);
      const made = respond(
        { chance: ordinary(mind, who, k), k, gpc: order[k]!, who, adult, day, kind, at: at + n * 5000, child: id, fromMemory },
        random,
      );
      observations.push(made.observation);
      chances.push(ordinary(mind, who, k));
      last.set(k, !isMiss(made.observation.outcome));
      mind.meet(k, made.right);
    });
  };
  const lookAt = (at: number, when: Snapshot['when']): Snapshot => ({
    at: new Date(at).toISOString(),
    when,
    chance: new Map(Array.from({ length: taught }, (_, k) => [order[k]!, ordinary(mind, who, k)])),
  });
  const all = (): number[] =>
    shuffled(
      Array.from({ length: taught }, (_, k) => k),
      random,
    );
  const missed = (): number[] => [...last].flatMap(([k, right]) => (right ? [] : [k]));

  for (let week = 0; week < WEEKS; week += 1) {
    const monday = START + week * 7 * DAY;
    const inTerm = !HOLIDAYS.has(week);
    if (!inTerm) {
      mind.pass(7, false);
      continue;
    }
    const back = week === 55;
    if (week > 1 && taught < order.length && random() < 0.6) {
      mind.teach(taught);
      mind.teach(taught);
      taught += 1;
    }
    if (back) snapshots.push(lookAt(monday + DAY, 'after a break'));
    // a whole check at the start, in the middle of the year and after the long break
    if (week === 1 || week === 24 || back) sit(monday + DAY + 3_600_000, all(), 'cards');
    else if (week % 6 === 0) sit(monday + DAY + 3_600_000, shuffled([...missed(), ...all().slice(0, 8)], random), 'cards');
    if (week % 3 === 0) focus = shuffled(missed(), random).slice(0, 4);
    mind.pass(2, true);
    const sittings = rhythm === 'close' ? 2 : rhythm === 'weekly' ? 1 : random() < 0.35 ? 1 : 0;
    for (let s = 0; s < sittings; s += 1) {
      sit(monday + (2 + s) * DAY + 7_200_000, shuffled([...focus, ...all().slice(0, 5)], random), s === 0 ? 'mixed' : 'cards');
      mind.pass(1, true);
    }
    // taught in a group, seen by the adult who teaches it
    if (focus.length > 0 && rhythm !== 'now and then') {
      for (const k of focus) mind.teach(k);
      const at = new Date(monday + 4 * DAY + 9_000_000).toISOString();
      if (logs() < LOGGED) teaching.push(...focus.map((k) => ({ gpc: order[k]!, at })));
      if (random() < 0.6) sit(monday + 4 * DAY + 10_800_000, focus, 'session');
    }
    mind.pass(5 - sittings, true);
    weeks.push(lookAt(monday + 5 * DAY, 'in term'));
    if (week % 7 === 4 && week < 46) snapshots.push(weeks.at(-1)!);
  }
  return { id, mind: mindKind, sort, order, observations, teaching, chances, snapshots, weeks };
}

/** A simulated child on one day, for checks that are drawn as they go. */
export interface QuickChild {
  readonly sort: PupilSort;
  readonly order: readonly Gpc[];
  readonly taught: readonly Gpc[];
  /** Chance of a right free recall on an ordinary day. */
  chance(gpc: Gpc): number;
  /** One answer to a card, at a moment in milliseconds. */
  answer(gpc: Gpc, at: number, random: Random): Observation;
}
export function drawQuickChild(sort: PupilSort, seed: number): QuickChild {
  const random = seeded(seed * 6121 + 5);
  const order = allGpcs(TEACHING_ORDERS[seed % TEACHING_ORDERS.length]!);
  const count = 28 + Math.floor(50 * random());
  const kinds = ['switch', 'strength', 'place', 'spacing'] as const;
  const mind = drawMind(
    kinds[Math.floor(4 * random())]!,
    { ease: drawEase(sort, order.length, count, random), readiness: 0.9 * gauss(random) },
    random,
  );
  const who = drawAnswerer(sort, order, random);
  const day = who.dayToDay * gauss(random);
  const place = new Map(order.map((gpc, k) => [gpc, k]));
  const chance = (gpc: Gpc): number => ordinary(mind, who, place.get(gpc)!);
  return {
    sort,
    order,
    taught: order.slice(0, count),
    chance,
    answer: (gpc, at, own) =>
      respond(
        {
          chance: chance(gpc),
          k: place.get(gpc)!,
          gpc,
          who,
          adult: USUAL_ADULT,
          day,
          kind: SEE_SAY,
          at,
          child: `quick-${sort}-${seed}`,
          fromMemory: false,
        },
        own,
      ).observation,
  };
}
