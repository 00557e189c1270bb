/**
 * The demo's story: who the children are, what each answered, the groups that were formed on it and what was planned and
 * held. Drawn once from its seed for the day it is written for (a Wednesday in term), the same in every process.
 */
import {
  DEMO_CAST,
  DEMO_REFERENCE,
  DEMO_SEED,
  DEMO_WEEKS,
  demoReadings,
  demoSchool,
  demoWords,
  IN_GROUPS,
  PICTURED,
  respond,
  teachingOrder,
  TEXTS,
  uuidAt,
  type DemoCycle,
  type DemoSchool,
} from '@sapling/data';
import { loadLexicon, seeded } from '@sapling/core';
import type { Observation } from '@sapling/core/evidence';
import { formGroups, practisableFocus, type GroupingChild, type GroupingProblem } from '@sapling/core/grouping';
import { estimate } from '@sapling/core/judgement';
import { taughtAfter, type Gpc } from '@sapling/core/phonics';
import { planCycle, planSession, YES_OR_NO, type SessionPlan } from '@sapling/core/planning';
import { DEMO_SLOTS } from './groups.js';

const DAY = 86_400_000;
/** On which days groups met and meet, counted in meeting days from the story's present: the cycle is half over. */
const MEETINGS = [-9, -8, -7, -6, -5, -4, -3, -2, -1, 0, 1];
const MEETINGS_A_WEEK = 4;
/** Each group, and how much of its focus its children take from the cycle: one does well, one hardly moves. */
const GROUPS = [
  { name: 'Willow', learns: 0.85 },
  { name: 'Hazel', learns: 0.5 },
  { name: 'Rowan', learns: 0.08 },
  { name: 'Alder', learns: 0.5 },
];

interface StorySession {
  readonly id: string;
  /** In meeting days from the story's present. */
  readonly distance: number;
  readonly plan: SessionPlan;
  readonly log?: {
    readonly id: string;
    readonly attendance: { child: string; present: boolean }[];
    readonly done: string[];
    readonly happened: string;
    readonly marks: Observation[];
  };
  readonly note?: { readonly id: string; readonly text: string };
}
interface StoryGroup {
  readonly id: string;
  readonly name: string;
  readonly adultId: string;
  readonly classId: string;
  readonly focus: string[];
  readonly slot: string;
  readonly members: string[];
  readonly sessions: StorySession[];
}
export interface Story {
  readonly demo: ReturnType<typeof demoSchool>;
  readonly words: ReturnType<typeof demoWords>;
  readonly read: ReturnType<typeof demoReadings>;
  readonly groups: StoryGroup[];
}

let drawn: Promise<Story> | undefined;
/** The story; drawing it takes some seconds the first time. */
export const demoStory = (): Promise<Story> => (drawn ??= draw());

async function draw(): Promise<Story> {
  const lexicon = await loadLexicon();
  // groups are formed on what was answered before the cycle; what it did for its children comes after
  let demo = demoSchool({ asOf: DEMO_REFERENCE });
  const random = seeded(DEMO_SEED + 1);
  const time = Date.parse(DEMO_REFERENCE);
  const byChild = new Map<string, Observation[]>();
  for (const o of demo.observations) byChild.set(o.child, [...(byChild.get(o.child) ?? []), o]);
  const tutors = demo.colleagues.filter((c) => c.role === 'tutor');
  const formed: { classId: string; members: readonly string[]; focus: Gpc[]; children: GroupingChild[] }[] = [];
  for (const [nthClass, schoolClass] of demo.classes.slice(0, 2).entries()) {
    const order = teachingOrder(schoolClass.orderId)!;
    const taught = taughtAfter(order, schoolClass.taughtSteps);
    // what was known of them when the cycle began: groups work on what their children lacked then
    const began = new Date(time - 16 * DAY).toISOString();
    const known: GroupingChild[] = demo.children
      .filter((c) => c.classId === schoolClass.id)
      .filter((_c, k) => IN_GROUPS.has(DEMO_CAST[nthClass]![k]!))
      .map((c) => {
        const states = [
          ...estimate(
            (byChild.get(c.id) ?? []).filter((o) => o.at < began),
            { asOf: began },
          ),
        ];
        return {
          id: c.id,
          known: Object.fromEntries(states.map(([gpc, e]) => [gpc, e.known])),
          unsure: Object.fromEntries(states.map(([gpc, e]) => [gpc, e.high - e.low])),
        };
      });
    const problem: GroupingProblem = {
      children: known,
      taught: taught.gpcs,
      groups: 2,
      sizeFrom: 3,
      sizeTo: 5,
      focusSize: 4,
      textOpened: Object.fromEntries(lexicon.pairs.map((p) => [p.gpc, p.count])),
    };
    for (const { members } of formGroups(problem, { seed: 5 }).groups) {
      const focus = practisableFocus(lexicon, problem, members, taught.words).focus as Gpc[];
      formed.push({ classId: schoolClass.id, members, focus, children: known.filter((c) => members.includes(c.id)) });
    }
  }
  const cycles = new Map(
    formed.flatMap(({ members, focus }, nth) => members.map((id): [string, DemoCycle] => [id, { focus, learns: GROUPS[nth]!.learns }])),
  );
  demo = demoSchool({ asOf: DEMO_REFERENCE, cycles });
  const groups = formed.map(({ classId, members, focus, children }, nth): StoryGroup => {
    const schoolClass = demo.classes.find((c) => c.id === classId)!;
    const taught = taughtAfter(teachingOrder(schoolClass.orderId)!, schoolClass.taughtSteps);
    const adult = tutors[nth % tutors.length]!;
    const id = uuidAt(time - 15 * DAY + nth, random);
    const met: string[] = [];
    const read: string[] = [];
    let lastWords: string[] = [];
    const days = MEETINGS.map((distance) => ({ id: `${distance}`, on: new Date(time + distance * DAY).toISOString().slice(0, 10) }));
    const cycle = planCycle({ focus, sessions: days, children }).sessions;
    const sessions = MEETINGS.map((distance, k): StorySession => {
      const { fresh, again, contrast, recheck, skill } = cycle[k]!;
      const plan = planSession(lexicon, {
        taught,
        focus: [...(fresh ? [fresh] : []), ...again.map((a) => a.gpc)],
        fresh: fresh ? [fresh] : [],
        contrast,
        recheck,
        ...(skill ? { skill } : {}),
        children,
        minutes: 20,
        seed: nth * 100 + k,
        avoid: met,
        lastWords,
        textsRead: read,
        sources: { texts: TEXTS, pictures: Object.keys(PICTURED), yesOrNo: YES_OR_NO },
      });
      lastWords = plan.parts.flatMap((p) => p.words.map((w) => w.word));
      read.push(...plan.parts.flatMap((p) => p.text?.id ?? []));
      met.push(...plan.parts.flatMap((p) => p.words.map((w) => w.word)));
      const at = time + distance * DAY;
      const attendance = members.map((child) => ({ child, present: random() > 0.12 }));
      return {
        id: uuidAt(at - 12 * DAY + nth, random),
        distance,
        plan,
        ...(distance < 0
          ? {
              log: {
                id: uuidAt(at, random),
                attendance,
                done: plan.parts.slice(0, random() > 0.5 ? plan.parts.length : plan.parts.length - 1).map((p) => p.id),
                happened: (nth === 2 ? STUCK : HAPPENED)[Math.floor(random() * HAPPENED.length)]!,
                marks: attendance.flatMap(({ child, present }) =>
                  present ? marksOf(demo, child, adult.id, fresh, again, at, distance, taught.gpcs, random) : [],
                ),
              },
            }
          : {}),
        ...(distance === -2 && nth % 2 === 0 ? { note: { id: uuidAt(at + 1, random), text: NOTES[(nth / 2) % NOTES.length]! } } : {}),
      };
    });
    return {
      id,
      name: GROUPS[nth]!.name,
      adultId: adult.id,
      classId,
      focus,
      slot: DEMO_SLOTS[nth % DEMO_SLOTS.length]!.id,
      members: [...members],
      sessions,
    };
  });
  return { demo, words: demoWords(lexicon, demo, DEMO_REFERENCE), read: demoReadings(lexicon, demo, DEMO_REFERENCE), groups };
}

/** What the adult marked of one child in a session: its pairs, each once. */
function marksOf(
  demo: DemoSchool,
  child: string,
  by: string,
  fresh: Gpc | null,
  again: readonly { readonly gpc: Gpc }[],
  at: number,
  distance: number,
  taught: readonly Gpc[],
  random: () => number,
): Observation[] {
  const week = DEMO_WEEKS + distance / MEETINGS_A_WEEK;
  return [...(fresh ? [fresh] : []), ...again.map((a) => a.gpc)].map((gpc, k) => {
    const { outcome } = respond(demo.hidden.get(child)!, gpc, week, taught, random);
    const right = outcome === 'right' || outcome === 'slow' || outcome === 'put right';
    return {
      id: uuidAt(at + k, random),
      child,
      by,
      at: new Date(at + k).toISOString(),
      kind: 'session',
      gpc,
      outcome: right ? 'right' : 'wrong',
    };
  });
}
const HAPPENED = [
  'Quick review went well. Two of them still stop before pushing the sounds together.',
  'Needed the focus card three times before it stuck. Spelling took longer than planned.',
  'Good pace today; all words read at the second try.',
  'Fire bell in the middle, so spelling is carried over.',
];
const STUCK = [
  'The new sound was gone again by the end. I went back over last week’s instead.',
  'Slow going: they guess from the first letter and look at me.',
  'Read the words with help, none alone. We did not get to the text.',
  'A hard one. Two of them mix up today’s sound with the last one.',
];
const NOTES = [
  'They answer better when the card comes back after a short gap. Could we start with the spelling next time?',
  'One of the children was very tired; I stopped a little early.',
];
