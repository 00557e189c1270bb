/**
 * One adult's marking of one reading, as the steps it was made of. Steps are append-only and carry ids made on the
 * device; taking one back is a step too. The marking is what the steps come to, whatever order they arrive in.
 */
import { compareText } from '../compare-text.js';
import { CoreError } from '../errors.js';
import { READING_MARK_KINDS, scoreReading, type ReadingMark, type ReadingScore, type ReadingSettings } from './score-reading.js';

/** The four parts of the fluency scale, each given 1 to 4. */
export const FLUENCY_PARTS = ['pauses', 'phrases', 'stress', 'pace'] as const;
export type FluencyPart = (typeof FLUENCY_PARTS)[number];
export const ANSWERS = ['right', 'partly', 'after looking back', 'not'] as const;
export type Answered = (typeof ANSWERS)[number];

/** Times are milliseconds of reading time: the clock stands still between `stop` and the next `start`. */
export type ReadingStep =
  | { readonly what: 'start' }
  | { readonly what: 'stop'; readonly ms: number }
  /** Words reached while following along: [word, ms]. */
  | { readonly what: 'along'; readonly taps: readonly (readonly [number, number])[] }
  | { readonly what: 'mark'; readonly word: number; readonly mark: ReadingMark['kind']; readonly said?: string; readonly ms?: number }
  /** Says otherwise what a mark was; its time is kept. */
  | { readonly what: 'change'; readonly of: string; readonly mark?: ReadingMark['kind']; readonly said?: string }
  | { readonly what: 'last'; readonly word: number }
  /** The time, set by hand; null goes back to the clock. */
  | { readonly what: 'seconds'; readonly seconds: number | null }
  | { readonly what: 'scale'; readonly part: FluencyPart; readonly level: number | null }
  | { readonly what: 'answer'; readonly question: number; readonly answered: Answered | null; readonly said?: string }
  /** Whether a punctuation mark was heeded, by its number in the text. */
  | { readonly what: 'heeded'; readonly at: number; readonly heeded: boolean | null }
  | { readonly what: 'undo'; readonly of: string }
  | { readonly what: 'done' }
  /** This marking is the one that counts from now on. */
  | { readonly what: 'settled' }
  /** The whole reading was begun by mistake: it counts for nothing, and is kept. */
  | { readonly what: 'set aside'; readonly aside: boolean };

export interface StepRecord {
  readonly id: string;
  readonly marking: string;
  readonly by: string;
  /** ISO 8601 UTC. */
  readonly at: string;
  /** Its number in the marking, from 0: two steps of one millisecond keep their order. */
  readonly n: number;
  readonly step: ReadingStep;
}
export interface MarkMade extends ReadingMark {
  /** The id of the step that made it. */
  readonly id: string;
  /** Reading time at which it was made; undefined where no clock ran. */
  readonly ms?: number;
}
export interface Marking {
  readonly id: string;
  readonly by: string;
  readonly at: string;
  readonly marks: readonly MarkMade[];
  /** When each word was reached, in reading time; the last tap of a word counts. */
  readonly reached: ReadonlyMap<number, number>;
  /** The word last tapped; -1 before the first. */
  readonly place: number;
  /** Index of the last word read; null until somebody said. */
  readonly lastWord: number | null;
  /** Reading time so far without the stretch that runs now, in milliseconds. */
  readonly clockedMs: number;
  /** When the stretch that runs now began; null where the clock stands. */
  readonly runningSince: string | null;
  /** The time set by hand, in seconds. */
  readonly setSeconds: number | null;
  readonly scale: Readonly<Partial<Record<FluencyPart, number>>>;
  readonly answers: ReadonlyMap<number, { answered: Answered; said?: string }>;
  readonly heeded: ReadonlyMap<number, boolean>;
  readonly done: boolean;
  /** When it was chosen to count; null where it was not. */
  readonly settledAt: string | null;
  /** Steps that can be taken back, oldest first. */
  readonly undoable: readonly StepRecord[];
}

/**
 * What the steps of one marking come to. Steps sent twice count once; a step that was undone counts for nothing, and
 * undoing an undo brings it back.
 * @throws CoreError `empty` without a step, `bad-input` for steps of several markings.
 */
export function foldMarking(records: readonly StepRecord[]): Marking {
  const first = records[0];
  if (!first) throw new CoreError('empty', 'steps', 'A marking has at least one step.');
  if (records.some((r) => r.marking !== first.marking)) throw new CoreError('bad-input', 'steps', 'The steps are of several markings.');
  const steps = inOrder([...new Map(records.map((r) => [r.id, r])).values()]);
  const gone = undone(steps);
  const counting = steps.filter((r) => !gone.has(r.id) && r.step.what !== 'undo');
  const marks = new Map<string, MarkMade>();
  const reached = new Map<number, number>();
  const scale = new Map<FluencyPart, number>();
  const answers = new Map<number, { answered: Answered; said?: string }>();
  const heeded = new Map<number, boolean>();
  let place = -1;
  let lastWord: number | null = null;
  let clockedMs = 0;
  let runningSince: string | null = null;
  let setSeconds: number | null = null;
  let done = false;
  let settledAt: string | null = null;
  for (const { id, at, step } of counting) {
    switch (step.what) {
      case 'start':
        runningSince ??= at;
        break;
      case 'stop':
        runningSince = null;
        clockedMs = step.ms;
        break;
      case 'along':
        for (const [word, ms] of step.taps) {
          reached.set(word, ms);
          place = word;
        }
        break;
      case 'mark': {
        const { what: _what, mark, ...rest } = step;
        marks.set(id, { id, kind: mark, ...rest });
        break;
      }
      case 'change': {
        const mark = marks.get(step.of);
        if (mark)
          marks.set(step.of, {
            ...mark,
            ...(step.mark ? { kind: step.mark } : {}),
            ...(step.said === undefined ? {} : { said: step.said }),
          });
        break;
      }
      case 'last':
        lastWord = step.word;
        break;
      case 'seconds':
        setSeconds = step.seconds;
        break;
      case 'scale':
        if (step.level === null) scale.delete(step.part);
        else scale.set(step.part, step.level);
        break;
      case 'answer':
        if (step.answered === null) answers.delete(step.question);
        else answers.set(step.question, { answered: step.answered, ...(step.said ? { said: step.said } : {}) });
        break;
      case 'heeded':
        if (step.heeded === null) heeded.delete(step.at);
        else heeded.set(step.at, step.heeded);
        break;
      case 'done':
        done = true;
        break;
      case 'settled':
        settledAt = at;
        break;
      case 'set aside':
        // of the reading and not of this marking: `isSetAside`
        break;
    }
  }
  return {
    id: first.marking,
    by: steps[0]!.by,
    at: steps[0]!.at,
    marks: [...marks.values()].sort((a, b) => a.word - b.word),
    reached,
    place,
    lastWord,
    clockedMs,
    runningSince,
    setSeconds,
    scale: Object.fromEntries(scale),
    answers,
    heeded,
    done,
    settledAt,
    undoable: counting.filter((r) => r.step.what !== 'start' || counting.every((c) => c.step.what !== 'along')),
  };
}

/** Steps of one marking as they were made, whatever order they arrived in. */
const inOrder = (steps: readonly StepRecord[]): StepRecord[] =>
  [...steps].sort((a, b) => a.n - b.n || compareText(a.at, b.at) || compareText(a.id, b.id));

function byMarking(records: readonly StepRecord[]): StepRecord[][] {
  const found = new Map<string, StepRecord[]>();
  for (const record of records) found.set(record.marking, [...(found.get(record.marking) ?? []), record]);
  return [...found.values()];
}

/** The markings of a reading, by when they were begun. Who only set it aside, or had it count again, has marked nothing. */
export function foldReading(records: readonly StepRecord[]): Marking[] {
  const marked = byMarking(records).filter((own) => own.some((r) => r.step.what !== 'set aside'));
  return marked.map(foldMarking).sort((a, b) => compareText(a.at, b.at) || compareText(a.id, b.id));
}

/** Whether a reading counts for nothing: as whoever of those who may mark it said last. */
export function isSetAside(records: readonly StepRecord[]): boolean {
  const said = byMarking(records).flatMap((own) => {
    const gone = undone(inOrder(own));
    return own.flatMap(({ id, at, step }) => (step.what === 'set aside' && !gone.has(id) ? [{ id, at, aside: step.aside }] : []));
  });
  return said.sort((a, b) => compareText(a.at, b.at) || compareText(a.id, b.id)).at(-1)?.aside ?? false;
}

/**
 * The marking that counts: the one settled on last, else the first. Undefined for none. Of two that were settled on at the very
 * same moment it is always the same one.
 */
export function countingMarking(markings: readonly Marking[]): Marking | undefined {
  const settled = markings
    .filter((m) => m.settledAt !== null)
    .sort((a, b) => compareText(a.settledAt!, b.settledAt!) || compareText(a.id, b.id));
  return settled.at(-1) ?? markings[0];
}

/** Ids of steps that were undone: an undo counts unless it was undone itself. */
function undone(steps: readonly StepRecord[]): Set<string> {
  const gone = new Set<string>();
  for (const record of [...steps].reverse()) if (record.step.what === 'undo' && !gone.has(record.id)) gone.add(record.step.of);
  return gone;
}

/** Seconds the reading took: set by hand, or by the clock; `now` is used while the clock runs. */
export function secondsOf(marking: Marking, now?: string): number {
  if (marking.setSeconds !== null) return marking.setSeconds;
  const running = marking.runningSince && now ? Math.max(0, Date.parse(now) - Date.parse(marking.runningSince)) : 0;
  return (marking.clockedMs + running) / 1000;
}

/** The last word read: as said, else the furthest one tapped or marked; -1 for none. */
export function lastWordOf(marking: Marking): number {
  if (marking.lastWord !== null) return marking.lastWord;
  return Math.max(-1, ...marking.reached.keys(), ...marking.marks.map((m) => (m.kind === 'insertion' ? m.word - 1 : m.word)));
}

/**
 * The score of a marking, by `scoreReading`. Marks after the last word stay in the marking and are not counted.
 * @param now the present time where the clock still runs.
 */
export function scoreMarking(words: readonly string[], marking: Marking, settings?: ReadingSettings, now?: string): ReadingScore {
  const lastWord = Math.min(lastWordOf(marking), words.length - 1);
  const marks = marking.marks.filter((m) => m.word <= (m.kind === 'insertion' ? lastWord + 1 : lastWord));
  return scoreReading({ words, marks, seconds: secondsOf(marking, now), lastWord, ...(settings ? { settings } : {}) });
}

/** Holds a step against the text it is about. @throws CoreError with the field that does not fit. */
export function checkedStep(step: ReadingStep, text: { readonly words: number; readonly questions: number }): ReadingStep {
  const within = (value: number, field: string, most: number): void => {
    if (!Number.isInteger(value) || value < 0 || value > most)
      throw new CoreError('out-of-range', field, `${value} is no place in this text: it has ${text.words} words.`, {
        from: 0,
        to: most,
        is: value,
      });
  };
  if (step.what === 'mark') {
    if (!READING_MARK_KINDS.includes(step.mark)) throw new CoreError('bad-input', 'mark', `"${step.mark}" is no kind of mark.`);
    within(step.word, 'word', step.mark === 'insertion' ? text.words : text.words - 1);
  }
  if (step.what === 'last' && step.word !== -1) within(step.word, 'word', text.words - 1);
  if (step.what === 'along') step.taps.forEach(([word], k) => within(word, `taps.${k}`, text.words - 1));
  if (step.what === 'answer') within(step.question, 'question', text.questions - 1);
  return step;
}
