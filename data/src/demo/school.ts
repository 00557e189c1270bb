/**
 * The demo school: invented people, three classes, six weeks of history made by the simulator. All of it
 * follows from the seed and the moment it is made for.
 */
import { seeded, seedFrom } from '@sapling/core';
import { makeStack } from '@sapling/core/checks';
import type { Observation } from '@sapling/core/evidence';
import { taughtAfter, type Gpc } from '@sapling/core/phonics';
import { TEACHING_ORDERS } from '../orders/index.js';
import { DEMO_CAST } from './cast.js';
import { drawChild, KNOWN_STAGE, respond, stageIn, uuidAt, type HiddenChild } from './simulate.js';

export const DEMO_SEED = 20_261;
export const DEMO_WEEKS = 6;
/**
 * The moment the demo's story is drawn for: a Wednesday in term. Who fills a school with it lays it on their own calendar, so
 * that the same children know and lack the same things whatever day it is opened on.
 */
export const DEMO_REFERENCE = '2026-11-25T10:00:00.000Z';
const DAY = 86_400_000;

type Role = 'lead' | 'teacher' | 'tutor' | 'class teacher';
export interface DemoColleague {
  id: string;
  name: string;
  email: string;
  role: Role;
  classIds: string[];
}
export interface DemoClass {
  id: string;
  name: string;
  year: string;
  orderId: string;
  taughtSteps: number;
}
export interface DemoChild {
  id: string;
  givenName: string;
  familyName: string;
  classId: string;
  externalId: string;
  firstLanguage: string;
  needs: string;
}
export interface DemoCheck {
  id: string;
  child: string;
  by: string;
  startedAt: string;
  finishedAt: string | null;
  stack: Gpc[];
}
export interface DemoSchool {
  school: { id: string; name: string };
  colleagues: DemoColleague[];
  classes: DemoClass[];
  children: DemoChild[];
  checks: DemoCheck[];
  observations: (Observation & { check: string })[];
  /** What is really true of each child: for tests of judgement, never stored by the server. */
  hidden: Map<string, HiddenChild>;
}

const PEOPLE: [name: string, role: Role, classes: number[]][] = [
  ['Maren Oyelaran', 'lead', [0, 1, 2]],
  ['Tobias Quill', 'teacher', [0, 1, 2]],
  ['Wilma Sandoval', 'tutor', []],
  ['Idris Penhale', 'tutor', []],
  ['Leonie Kwarteng', 'class teacher', [0]],
  ['Joss Fennimore', 'class teacher', [1]],
];
const CLASSES: [name: string, year: string, taughtSteps: number, size: number][] = [
  ['Wrens', 'Year 1', 12, 14],
  ['Otters', 'Year 2', 20, 14],
  ['Hares', 'Year 3', 25, 12],
];
const GIVEN = `Adaeze Bram Cosima Dewi Emre Fenna Gethin Hana Ilse Jomo Kezia Lorcan Minh Nasrin Otto Priya Quentin Rhosyn Samir Tamsin
Umar Vesna Wojtek Xanthe Yusuf Zuri Alba Benat Chidi Darya Elif Florin Greta Hamza Isolde Juno Kofi Liesel Marek Nia`.split(/\s+/);
const FAMILY =
  `Abara Bexley Calder Drummer Eszter Fairweather Gallow Hollins Ivory Jansma Kettle Larkin Mbeki Nettleton Osei Pavlik Quarrie Rasul Selwyn Tremlett
Uddin Varga Wetherby Xiong Yarrow Zeller Appleby Boateng Carver Dragan Ember Farrow Glover Haddow Ingram Jessop Kowal Lovage Moreno Noor`.split(
    /\s+/,
  );

const LANGUAGES = ['English', 'English', 'English', 'Polish', 'English', 'Somali', 'English', 'English', 'Portuguese', 'Urdu', 'English'];
const NEEDS = ['', '', '', 'speech and language plan', '', '', 'glasses', '', '', '', '', 'hearing checked each year', ''];

const HOUR = 3_600_000;
/** A moment within the school day (9 to 14, UTC) of this day, or of the Friday before where it is a weekend. */
export function schoolTime(ms: number, part: number): number {
  const day = Math.floor(ms / DAY) * DAY;
  const weekday = new Date(day).getUTCDay();
  const back = weekday === 6 ? 1 : weekday === 0 ? 2 : 0;
  return day - back * DAY + (9 + 5 * part) * HOUR;
}

/** What a group's cycle did for one of its children. */
export interface DemoCycle {
  readonly focus: readonly Gpc[];
  /** Share of the focus that the child learns in it. */
  readonly learns: number;
}
/** The week of the history in which the cycle began. */
export const CYCLE_WEEK = 3.7;

/**
 * Makes the demo school for a moment: its history ends the day before.
 * @example demoSchool({ asOf: '2026-11-24T09:00:00.000Z' }).children.length // 40
 */
export function demoSchool(options: { asOf: string; seed?: number; cycles?: ReadonlyMap<string, DemoCycle> }): DemoSchool {
  const seed = options.seed ?? DEMO_SEED;
  const random = seeded(seed);
  const end = Date.parse(options.asOf);
  const id = (): string => uuidAt(end - 60 * DAY, random);
  const order = TEACHING_ORDERS[0]!;
  const classes = CLASSES.map(([name, year, taughtSteps]) => ({ id: id(), name, year, orderId: order.id, taughtSteps }));
  const colleagues = PEOPLE.map(([name, role, indexes]) => ({
    id: id(),
    name,
    email: `${name.split(' ')[0]!.toLowerCase()}@fernhollow.example`,
    role,
    classIds: indexes.map((k) => classes[k]!.id),
  }));
  const children: DemoChild[] = [];
  CLASSES.forEach(([, , , size], k) => {
    for (let n = 0; n < size; n += 1) {
      const at = children.length;
      children.push({
        id: id(),
        givenName: GIVEN[at]!,
        familyName: FAMILY[(at * 7 + 3) % FAMILY.length]!,
        classId: classes[k]!.id,
        externalId: `FH${String(1001 + at)}`,
        firstLanguage: LANGUAGES[(at * 3) % LANGUAGES.length]!,
        needs: NEEDS[(at * 5 + 2) % NEEDS.length]!,
      });
    }
  });
  const hidden = new Map<string, HiddenChild>();
  const checks: DemoCheck[] = [];
  const observations: (Observation & { check: string })[] = [];
  const checkers = colleagues.filter((c) => c.role !== 'lead');
  const kindOf = new Map(
    classes.flatMap((c, k) => children.filter((x) => x.classId === c.id).map((x, n) => [x.id, DEMO_CAST[k]![n]!] as const)),
  );
  for (const child of children) {
    // each child's own, so that what a group did for some changes nothing for the others
    const random = seeded(seedFrom(`${seed} ${child.id}`));
    const schoolClass = classes.find((c) => c.id === child.classId)!;
    const taught = taughtAfter(order, schoolClass.taughtSteps).gpcs;
    const kind = kindOf.get(child.id)!;
    const truth = afterCycle(drawChild(child.id, taught, DEMO_WEEKS, kind, random), options.cycles?.get(child.id), seed);
    hidden.set(child.id, truth);
    const reachable = checkers.filter((c) => c.classIds.includes(child.classId));
    // everybody at the start, most again in the middle and near the end, a few twice in between
    for (const [week, chance] of [
      [0, kind === 'late' ? 0 : 1],
      [2, kind === 'late' ? 0 : 0.55],
      [3, kind === 'late' ? 1 : 0.8],
      [5, 0.9],
    ] as const) {
      if (random() > chance) continue;
      const by = reachable[Math.floor(random() * reachable.length)]!.id;
      const startedAt = schoolTime(end - (DEMO_WEEKS - week) * 7 * DAY + DAY * (1 + Math.floor(random() * 4)), random());
      const checkId = uuidAt(startedAt, random);
      const stack = makeStack(taught, { seed: seedFrom(checkId) });
      const asked = week === 0 || kind === 'late' ? stack : stack.slice(0, Math.ceil(stack.length * (0.6 + 0.4 * random())));
      let at = startedAt;
      for (const gpc of asked) {
        const response = respond(truth, gpc, week, taught, random);
        at += response.ms + 1200;
        observations.push({
          id: uuidAt(at, random),
          child: child.id,
          by,
          at: new Date(at).toISOString(),
          kind: 'see-say',
          skill: 'recall',
          gpc,
          check: checkId,
          ...response,
        });
      }
      checks.push({
        id: checkId,
        child: child.id,
        by,
        startedAt: new Date(startedAt).toISOString(),
        finishedAt: new Date(at).toISOString(),
        stack: asked,
      });
    }
  }
  return { school: { id: id(), name: 'Fernhollow Primary School' }, colleagues, classes, children, checks, observations, hidden };
}

/** Where each pair stands, with what the group worked on: climbed to where it stays, or back where it began. */
function afterCycle(child: HiddenChild, cycle: DemoCycle | undefined, seed: number): HiddenChild {
  if (!cycle) return child;
  const random = seeded(seedFrom(`${seed} ${child.id} cycle`));
  const stages = new Map(child.stages);
  for (const gpc of cycle.focus) {
    if (stageIn(child, gpc, CYCLE_WEEK) >= KNOWN_STAGE) continue;
    const learned = random() < cycle.learns;
    stages.set(
      gpc,
      stages.get(gpc)!.map((stage, week) => {
        const since = week - CYCLE_WEEK;
        return since < 0 ? stage : learned ? Math.max(stage, since < 1 ? KNOWN_STAGE : KNOWN_STAGE + 1) : Math.min(stage, 1);
      }),
    );
  }
  return { ...child, stages };
}
