/**
 * What one child’s records say, worked out from what was read of them. Nothing here asks the database: a child with years of
 * answers takes most of a second, so that it runs in another thread.
 */
import { NOTHING_SAID, type PairStateRow, type SchoolSettings, type StrandStateRow } from '@sapling/contract';
import { derive, effective, type Derived, type Observation } from '@sapling/core/evidence';
import {
  foretell,
  judge,
  PUSHES,
  type Estimate,
  type EstimateModel,
  type Foretold,
  type LoggedTeaching,
  type Unasked,
} from '@sapling/core/judgement';
import { allGpcs, taughtAfter, type Gpc, type TeachingOrder } from '@sapling/core/phonics';
import { countingMarking, foldReading, isSetAside, nextAim, readingEvidence, type StepRecord } from '@sapling/core/reading';
import { lexiconOf, type BookFacts } from '../library/lexicon-of.js';

/** Everything kept about a child that speaks of what they know, as JSON that the database writes: it is made out in the thread. */
export interface ChildFacts {
  /** Lists of all answers. */
  readonly marks: readonly string[];
  /** Ids of answers that were taken back. */
  readonly withdrawn: readonly string[];
  /** Readings, and the steps of their markings. */
  readonly readings: readonly string[];
  readonly steps: readonly string[];
  /** What logged sessions worked on with the child. */
  readonly teaching: readonly LoggedTeaching[];
  /** The child’s year, by which the school sets aims. */
  readonly year: string;
}
/** What it is judged by. */
export interface Grounds {
  readonly book: BookFacts;
  readonly model: EstimateModel;
  readonly order: TeachingOrder | undefined;
  readonly taughtSteps: number;
  readonly reading: Pick<SchoolSettings, 'readAlone' | 'selfCorrectionIsRight' | 'readingAims'>;
}

/** What the records speak of: answers about pairs, those derived from words too, and about skills; in order of time. */
export async function evidenceFrom(facts: ChildFacts, { book, reading }: Pick<Grounds, 'book' | 'reading'>): Promise<Derived> {
  const lexicon = await lexiconOf(book);
  const list = effective(whole<Observation>(facts.marks), new Set(facts.withdrawn));
  const parts = [
    derive(lexicon, list, { accent: book.accent }),
    ...readingsThatCount(facts).map((r) =>
      readingEvidence(
        lexicon,
        r,
        {
          alone: reading.readAlone,
          selfCorrectionIsRight: reading.selfCorrectionIsRight,
          aim: nextAim(reading.readingAims, facts.year, r.at)?.value,
        },
        book.accent,
      ),
    ),
  ];
  if (parts.length === 1) return parts[0]!;
  const time = (a: { at: string }, b: { at: string }): number => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0);
  return {
    pairs: parts.flatMap((p) => p.pairs).sort(time),
    skills: parts.flatMap((p) => p.skills).sort((a, b) => time(a.observation, b.observation)),
    words: parts.flatMap((p) => p.words),
  };
}

const whole = <T>(pieces: readonly string[]): T[] => pieces.flatMap((piece) => JSON.parse(piece) as T[]);

type Reading = Parameters<typeof readingEvidence>[1];
/** Finished readings, each with the marking that counts; those set aside are left out. */
function readingsThatCount({ readings, steps }: ChildFacts): Reading[] {
  const byReading = new Map<string, StepRecord[]>();
  for (const step of whole<StepRecord & { reading: string }>(steps)) {
    const own = byReading.get(step.reading);
    if (own) own.push(step);
    else byReading.set(step.reading, [step]);
  }
  return whole<Omit<Reading, 'marking'>>(readings).flatMap((reading) => {
    const own = byReading.get(reading.id) ?? [];
    const marking = countingMarking(foldReading(own));
    return marking?.done && !isSetAside(own) ? [{ ...reading, marking }] : [];
  });
}

export interface Judged {
  /** The state of every taught pair, in taught order, at each moment asked for; from what had been seen by then. */
  readonly lines: readonly PairStateRow[][];
  /** The same now of every pair of the order, those not taught yet behind the others, and then of what was seen beside the order. */
  readonly all: PairStateRow[];
  /** Answers by each of the moments, one for each card, word or reading however many pairs it speaks of. */
  readonly answers: readonly number[];
  /** Answers about each taught pair after the first moment. */
  readonly since: Readonly<Record<Gpc, number>>;
  readonly strands: readonly StrandStateRow[];
  /** When the child was last checked, by whatever kind of check. */
  readonly lastCheck: string | null;
}

/** Where a child stands at these moments, the last of them now. @param moments ISO 8601 UTC in order of time, at least one */
export async function judgeChild({
  facts,
  grounds,
  moments,
}: {
  facts: ChildFacts;
  grounds: Grounds;
  moments: readonly string[];
}): Promise<Judged> {
  const { order, taughtSteps, model } = grounds;
  const evidence = await evidenceFrom(facts, grounds);
  const taught = order ? [...new Set(taughtAfter(order, Math.min(taughtSteps, order.steps.length)).gpcs)] : [];
  const { pairs, unasked, strands, undecided, earlier } = judge(evidence, {
    asOf: moments.at(-1)!,
    earlier: moments.slice(0, -1),
    teaching: facts.teaching,
    model,
    ...(order ? { order: allGpcs(order), taught } : {}),
  });
  const line = (states: ReadonlyMap<Gpc, Estimate>, beside?: ReadonlyMap<Gpc, Unasked>): PairStateRow[] =>
    taught.map((gpc) => stateRow(gpc, states.get(gpc), beside?.get(gpc)));
  // said once, of the plainest push that was looked at
  const asks = PUSHES.find((strand) => strands.has(strand));
  const after = evidence.pairs.filter((o) => o.at > moments[0]!);
  const single = evidence.pairs.filter((o) => !o.id.includes('#'));
  return {
    // of an earlier moment it is not said what was believed of pairs that nobody had asked about
    lines: [...earlier.map((states) => line(states)), line(pairs, unasked)],
    all: [...new Set([...(order ? allGpcs(order) : []), ...pairs.keys()])].map((gpc) => stateRow(gpc, pairs.get(gpc), unasked.get(gpc))),
    // by now: all there is, since a clock that runs a little ahead is believed
    answers: moments.map((moment, k) => (k === moments.length - 1 ? single.length : single.filter((o) => o.at <= moment).length)),
    since: Object.fromEntries(taught.map((gpc) => [gpc, after.filter((o) => o.gpc === gpc).length])),
    strands: [...strands].map(([strand, e]) => ({
      strand,
      ...rounded(e),
      ...(e.doubted ? { doubted: true as const } : {}),
      ...(strand === asks && undecided ? { undecided: { words: undecided.words, ask: [...undecided.ask] } } : {}),
    })),
    lastCheck: evidence.pairs.findLast((o) => o.kind !== 'session' && o.kind !== 'text')?.at ?? null,
  };
}

/** A child's newest answers about pairs, in order of time: what words and readings say of theirs among them. */
export async function pairAnswers({ facts, grounds, most }: { facts: ChildFacts; grounds: Grounds; most: number }): Promise<Observation[]> {
  const { pairs } = await evidenceFrom(facts, grounds);
  return pairs.filter((o) => o.gpc !== undefined).slice(-most);
}

/** What was expected before each answer of a child. What a word says of its pairs is no answer of its own. */
export async function foretellChild({ facts, grounds }: { facts: ChildFacts; grounds: Grounds }): Promise<Foretold[]> {
  const { pairs, words } = await evidenceFrom(facts, grounds);
  const { teaching } = facts;
  const all = foretell(pairs, { model: grounds.model, words, teaching, ...(grounds.order ? { order: allGpcs(grounds.order) } : {}) });
  return all.filter((f) => !f.id.includes('#'));
}

function stateRow(gpc: string, found: Estimate | undefined, unasked?: Unasked): PairStateRow {
  const { p, known } = unasked ?? { p: NOTHING_SAID, known: NOTHING_SAID };
  if (!found)
    return {
      gpc,
      state: 'unchecked',
      p: thousandth(p),
      low: 0,
      high: 1,
      basedOn: 0,
      lastSeen: null,
      known: thousandth(known),
      slow: false,
      due: false,
    };
  return { gpc, ...rounded(found), known: thousandth(found.known), due: found.due };
}
const thousandth = (x: number): number => Math.round(x * 1000) / 1000;
const rounded = (found: Omit<Estimate, 'known' | 'due'>): Omit<StrandStateRow, 'strand'> => ({
  state: found.state,
  p: thousandth(found.p),
  low: thousandth(found.low),
  high: thousandth(found.high),
  basedOn: found.basedOn,
  lastSeen: found.lastSeen,
  slow: found.slow,
});
