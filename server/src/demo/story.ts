/**
 * The demo's story: who the children are, what each answered, the groups that were formed on it and what was planned and
 * held. Drawn once from its seed for the day it is written for (a Wednesday in term), the same in every process.
 */
import { demoReadings, demoSchool, demoWords, PICTURED, teachingOrder, TEXTS, uuidAt, DEMO_REFERENCE, DEMO_SEED } from '@sapling/data';
import {
  estimate,
  formGroups,
  loadLexicon,
  planCycle,
  planSession,
  practisableFocus,
  seeded,
  taughtAfter,
  YES_OR_NO,
  type Gpc,
  type GroupingChild,
  type GroupingProblem,
  type Observation,
  type SessionPlan,
} from '@sapling/core';
import { DEMO_SLOTS } from './groups.js';

const DAY = 86_400_000;
/** On which days groups met and meet, counted in meeting days from the story's present. */
const MEETINGS = [-6, -4, -2, 0, 1];
const NAMES = ['Willow', 'Hazel', 'Rowan', 'Alder'];

export interface StorySession {
  readonly id: string;
  /** In meeting days from the story's present. */
  readonly distance: number;
  readonly plan: SessionPlan;
  readonly log?: {
    readonly id: string;
    readonly attendance: { child: string; present: boolean }[];
    readonly done: string[];
    readonly happened: string;
  };
  readonly note?: { readonly id: string; readonly text: string };
}
export interface StoryGroup {
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
  const demo = demoSchool({ asOf: DEMO_REFERENCE });
  const random = seeded(DEMO_SEED + 1);
  const time = Date.parse(DEMO_REFERENCE);
  const byChild = new Map<string, Observation[]>();
  for (const o of demo.observations) byChild.set(o.child, [...(byChild.get(o.child) ?? []), o]);
  const tutors = demo.colleagues.filter((c) => c.role === 'tutor');
  const groups: StoryGroup[] = [];
  for (const schoolClass of demo.classes.slice(0, 2)) {
    const order = teachingOrder(schoolClass.orderId)!;
    const taught = taughtAfter(order, schoolClass.taughtSteps);
    // what was known of them when the cycle began: groups work on what their children lacked then
    const began = new Date(time - 16 * DAY).toISOString();
    const known: GroupingChild[] = demo.children
      .filter((c) => c.classId === schoolClass.id)
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
      })
      .sort((a, b) => sum(a.known) - sum(b.known))
      .slice(0, 8);
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
      const nth = groups.length;
      const adult = tutors[nth % tutors.length]!;
      const id = uuidAt(time - 15 * DAY + nth, random);
      const met: string[] = [];
      const read: string[] = [];
      let lastWords: string[] = [];
      const children = known.filter((c) => members.includes(c.id));
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
        return {
          id: uuidAt(at - 12 * DAY + nth, random),
          distance,
          plan,
          ...(distance < 0
            ? {
                log: {
                  id: uuidAt(at, random),
                  attendance: members.map((child) => ({ child, present: random() > 0.12 })),
                  done: plan.parts.slice(0, random() > 0.5 ? plan.parts.length : plan.parts.length - 1).map((p) => p.id),
                  happened: HAPPENED[Math.floor(random() * HAPPENED.length)]!,
                },
              }
            : {}),
          ...(distance === -2 && nth % 2 === 0 ? { note: { id: uuidAt(at + 1, random), text: NOTES[(nth / 2) % NOTES.length]! } } : {}),
        };
      });
      groups.push({
        id,
        name: NAMES[nth]!,
        adultId: adult.id,
        classId: schoolClass.id,
        focus,
        slot: DEMO_SLOTS[nth % DEMO_SLOTS.length]!.id,
        members,
        sessions,
      });
    }
  }
  return { demo, words: demoWords(lexicon, demo, DEMO_REFERENCE), read: demoReadings(lexicon, demo, DEMO_REFERENCE), groups };
}

const sum = (known: Readonly<Record<string, number>>): number => Object.values(known).reduce((a, b) => a + b, 0);
const HAPPENED = [
  'Quick review went well. Two of them still stop before pushing the sounds together.',
  'Needed the focus card three times before it stuck. Spelling took longer than planned.',
  'Good pace today; all words read at the second try.',
  'Fire bell in the middle, so spelling is carried over.',
];
const NOTES = [
  'They answer better when the card comes back after a short gap. Could we start with the spelling next time?',
  'One of the children was very tired; I stopped a little early.',
];
