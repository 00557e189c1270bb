/** The demo children's readings of texts: simulated readers with errors that children make, marked by those who teach them. */
import { seeded, seedFrom, type Random } from '@sapling/core';
import { decodability, taughtAfter, wordsOf, type Lexicon, type Taught } from '@sapling/core/phonics';
import {
  punctuationOf,
  scriptedReading,
  FLUENCY_PARTS,
  type ReadingMark,
  type ReadingStep,
  type StepRecord,
  type TextQuestion,
} from '@sapling/core/reading';
import { TEACHING_ORDERS } from '../orders/index.js';
import { TEXTS, type ShippedText } from '../texts.js';
import { DEMO_WEEKS, schoolTime, type DemoSchool } from './school.js';
import { isThere, KNOWN_STAGE, stageIn, uuidAt, type HiddenChild } from './simulate.js';
import { NOT_PUSHED, slipsOf } from './slips.js';

const DAY = 86_400_000;
export interface DemoReading {
  id: string;
  child: string;
  by: string;
  at: string;
  textId: string;
  title: string;
  kind: ShippedText['kind'];
  text: string;
  words: string[];
  questions: readonly TextQuestion[];
  steps: StepRecord[];
}
/** Days ago of each reading, by how much a child has read to somebody. */
const PLANS: readonly (readonly number[])[] = [[45, 38, 31, 24, 17, 10, 3], [43, 36, 29, 22, 15, 8, 1], [30, 16, 4], [12], []];
const KINDS: readonly (readonly [ReadingMark['kind'], number])[] = [
  ['substitution', 0.62],
  ['told', 0.14],
  ['omission', 0.1],
  ['self-correction', 0.14],
];

/** Words a minute of a child who reads as their year does in autumn, in unpractised connected text. */
const SPEEDS: Readonly<Record<string, number>> = { 'Year 1': 30, 'Year 2': 62, 'Year 3': 88 };

/** How often a word comes right although one of its pairs is not known: by the sentence, the picture, a guess; once for each pair. */
const BY_THE_SENTENCE = 0.4;
/** How often a word goes wrong of a child who knows the letters and cannot push the sounds together. */
const NOT_BLENDED = 0.25;
/** A text is for a child who can read so much of it with the pairs known to them. */
const FITS = 0.95;

/** What a child can read in a week of the history, by the pairs known then. */
const readBy = (truth: HiddenChild, taught: Taught, week: number): Taught => ({
  gpcs: taught.gpcs.filter((gpc) => stageIn(truth, gpc, week) >= KNOWN_STAGE),
  words: taught.words,
});
/** The same at one reading: what is there this time. */
const readNow = (truth: HiddenChild, taught: Taught, week: number, random: Random): Taught => ({
  gpcs: taught.gpcs.filter((gpc) => random() < isThere(truth, gpc, week)),
  words: taught.words,
});
const weekOf = (daysAgo: number): number => Math.max(0, DEMO_WEEKS - daysAgo / 7);

/** Readings with the steps of their marking; the same school gives the same ones. */
export function demoReadings(lexicon: Lexicon, school: DemoSchool, asOf: string): DemoReading[] {
  const out: DemoReading[] = [];
  const end = Date.parse(asOf);
  school.children.forEach((child, k) => {
    const random = seeded(seedFrom(`${child.id} reads`));
    const schoolClass = school.classes.find((c) => c.id === child.classId)!;
    const order = TEACHING_ORDERS.find((o) => o.id === schoolClass.orderId)!;
    const taught = taughtAfter(order, schoolClass.taughtSteps);
    const truth = school.hidden.get(child.id)!;
    const by = school.colleagues.filter((c) => c.role !== 'lead' && c.classIds.includes(child.classId)).map((c) => c.id);
    const offered = TEXTS.filter((t) => t.offered.some((o) => o.order === order.id && o.step <= schoolClass.taughtSteps)).sort(
      (a, b) => stepOf(a, order.id) - stepOf(b, order.id),
    );
    const plan = PLANS[k % PLANS.length]!;
    const base = SPEEDS[schoolClass.year] ?? 20;
    const halting = truth.kind === 'slow' || truth.kind === 'blend' ? 0.55 : 1;
    const quick = halting * base * (0.35 + 0.85 * truth.ability + 0.3 * (random() - 0.5));
    const gains = 0.02 * base * (0.2 + 1.6 * random());
    const shaky = 0.008 + 0.022 * random() + (truth.kind === 'blend' ? NOT_BLENDED : 0);
    // each reads what they can read best, and of that the latest, in the order of the steps
    const own = bestRead(lexicon, offered, readBy(truth, taught, DEMO_WEEKS))
      .slice(0, plan.length)
      .sort((a, b) => a - b);
    plan.forEach((daysAgo, nth) => {
      const text = offered[own[nth] ?? -1];
      if (!text) return;
      // the last text of some is read three times over a few days
      const times = nth === plan.length - 1 && k % 4 === 1 ? 3 : 1;
      for (let again = 0; again < times; again += 1) {
        const at = schoolTime(end - DAY * (daysAgo + 2 * (times - 1 - again)), random());
        if (at >= end) continue;
        const wpm = (quick + (gains * (45 - daysAgo)) / 7) * (1 + 0.14 * again) * (0.93 + 0.14 * random());
        out.push(
          reading(
            lexicon,
            child.id,
            by[Math.floor(random() * by.length)] ?? by[0]!,
            at,
            text,
            {
              wpm,
              shaky: shaky / (1 + again),
              pushes: truth.kind !== 'blend',
              taught,
              knows: readNow(truth, taught, weekOf(daysAgo), random),
            },
            random,
          ),
        );
      }
    });
  });
  return out;
}
/** Places of these texts, those first of which the child can read enough, or most, and of those the later ones. */
function bestRead(lexicon: Lexicon, offered: readonly ShippedText[], knows: Taught): number[] {
  const shares = offered.map(({ text }) => Math.min(FITS, decodability(lexicon, text, knows).share));
  return offered.map((_, at) => at).sort((a, b) => shares[b]! - shares[a]! || b - a);
}
const stepOf = (text: ShippedText, order: string): number => text.offered.find((o) => o.order === order)!.step;

function reading(
  lexicon: Lexicon,
  child: string,
  by: string,
  at: number,
  text: ShippedText,
  reader: { wpm: number; shaky: number; pushes: boolean; taught: Taught; knows: Taught },
  random: Random,
): DemoReading {
  const id = uuidAt(at, random);
  const words = wordsOf(text.text).map((w) => w.text);
  const met = decodability(lexicon, text.text, reader.taught).words;
  const known = decodability(lexicon, text.text, reader.knows).words;
  const script = scriptedReading(text.text, { wpm: reader.wpm, seed: seedFrom(id), stumble: reader.shaky });
  const last = random() < 0.2 ? Math.floor(words.length * (0.75 + 0.2 * random())) : words.length - 1;
  const steps: ReadingStep[] = [{ what: 'start' }];
  let taps: [number, number][] = [];
  const along = random() < 0.6;
  for (let word = 0; word <= last; word += 1) {
    const ms = script[word]!.from;
    if (along) taps.push([word, ms]);
    const careless = words[word]!.length > 4 ? 2 * reader.shaky : reader.shaky;
    const lacks = met[word]!.status === 'not yet' ? [] : known[word]!.missing;
    const right = met[word]!.status === 'not yet' ? 0.55 : (1 - careless) * BY_THE_SENTENCE ** lacks.length;
    if (random() < right) {
      if (random() < 0.012) steps.push({ what: 'mark', word, mark: random() < 0.5 ? 'repetition' : 'hesitation', ms });
      continue;
    }
    let draw = random();
    const kind = KINDS.find(([, share]) => (draw -= share) < 0)?.[0] ?? 'substitution';
    const likely = kind === 'substitution' || kind === 'self-correction' ? slipsOf(lexicon, words[word]!.toLowerCase(), lacks) : [];
    // who cannot push sounds together loses some, or guesses from the first letters
    const slips = reader.pushes || lacks.length > 0 ? likely : likely.filter((s) => NOT_PUSHED.has(s.why));
    const said = slips[Math.floor(random() * Math.min(3, slips.length))]?.said;
    if (taps.length > 0) steps.push({ what: 'along', taps });
    taps = [];
    steps.push({ what: 'mark', word, mark: kind, ...(said ? { said } : {}), ms });
  }
  if (taps.length > 0) steps.push({ what: 'along', taps });
  const took = script[last]!.to;
  steps.push({ what: 'stop', ms: took }, { what: 'last', word: last });
  if (random() < 0.7)
    for (const part of FLUENCY_PARTS)
      steps.push({ what: 'scale', part, level: Math.max(1, Math.min(4, Math.round(reader.wpm / 24 + 0.9 * (random() - 0.5)))) });
  if (random() < 0.75)
    text.questions.forEach((_, question) => {
      const draw = random();
      steps.push({
        what: 'answer',
        question,
        answered: draw < 0.6 ? 'right' : draw < 0.78 ? 'after looking back' : draw < 0.9 ? 'partly' : 'not',
      });
    });
  if (punctuationOf(text.text).length > 0 && random() < 0.3) steps.push({ what: 'heeded', at: 0, heeded: random() < 0.7 });
  steps.push({ what: 'done' });
  return {
    id,
    child,
    by,
    at: new Date(at).toISOString(),
    textId: text.id,
    title: text.title,
    kind: text.kind,
    text: text.text,
    words,
    questions: text.questions,
    steps: steps.map((step, n) => ({
      id: uuidAt(at + 100 + n, random),
      marking: id,
      by,
      at: new Date(at + 100 + n).toISOString(),
      n,
      step,
    })),
  };
}
