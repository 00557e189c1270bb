/** A reading as this device holds it, and the steps it can take. Pure: what is to be sent comes back with each step. */
import type { LibraryText, OutboxEntry, ReadingRecord, ReadingStepRecord, WholeReading } from '@sapling/contract';
import { wordsOf } from '@sapling/core/phonics';
import { foldMarking, type Marking, type ReadingMark, type ReadingStep, type StepRecord } from '@sapling/core/reading';

export interface LocalReading {
  readonly record: ReadingRecord;
  readonly childName: string;
  /** Every step known here, of all markings. */
  readonly steps: readonly ReadingStepRecord[];
  /** Words tapped along and not sent yet: one step for many, so that a reading is not hundreds of records. */
  readonly taps: readonly (readonly [number, number])[];
}
export interface ReadingChange {
  readonly reading: LocalReading;
  readonly entries: readonly OutboxEntry[];
}
export interface StepMaker {
  readonly by: string;
  readonly marking: string;
  readonly now: () => string;
  readonly newId: () => string;
}
/** So many taps are sent as one step. */
export const TAPS_AT_ONCE = 8;

export function beginReading(
  child: { id: string; name: string },
  text: Pick<LibraryText, 'id' | 'title' | 'kind' | 'text' | 'questions'>,
  made: { id: string; by: string; at: string; paper?: boolean },
): ReadingChange {
  const record: ReadingRecord = {
    id: made.id,
    child: child.id,
    by: made.by,
    at: made.at,
    textId: text.id,
    title: text.title,
    kind: text.kind,
    text: text.text,
    words: wordsOf(text.text).map((w) => w.text),
    questions: text.questions,
    ...(made.paper ? { paper: true } : {}),
  };
  return { reading: { record, childName: child.name, steps: [], taps: [] }, entries: [{ type: 'reading', id: made.id, record }] };
}

const ofMarking = (reading: LocalReading, marking: string): ReadingStepRecord[] => reading.steps.filter((s) => s.marking === marking);

/** The marking as it stands with what has not been sent; undefined before its first step. */
export function markingOf(reading: LocalReading, marking: string): Marking | undefined {
  const steps = ofMarking(reading, marking) as unknown as StepRecord[];
  if (steps.length === 0) return undefined;
  const folded = foldMarking(steps);
  if (reading.taps.length === 0) return folded;
  const reached = new Map(folded.reached);
  for (const [word, ms] of reading.taps) reached.set(word, ms);
  return { ...folded, reached, place: reading.taps.at(-1)![0] };
}

/** Adds steps; what was tapped before them goes first. */
export function addSteps(reading: LocalReading, steps: readonly ReadingStep[], maker: StepMaker): ReadingChange {
  const all: ReadingStep[] = [...(reading.taps.length > 0 ? [{ what: 'along', taps: reading.taps } as const] : []), ...steps];
  let n = Math.max(-1, ...ofMarking(reading, maker.marking).map((s) => s.n));
  const records = all.map((step): ReadingStepRecord => ({
    id: maker.newId(),
    reading: reading.record.id,
    child: reading.record.child,
    marking: maker.marking,
    by: maker.by,
    at: maker.now(),
    n: (n += 1),
    step: step as ReadingStepRecord['step'],
  }));
  return {
    reading: { ...reading, steps: [...reading.steps, ...records], taps: [] },
    entries: records.map((record) => ({ type: 'reading step', id: record.id, record })),
  };
}

/** The child has come to a word. Sent with the next step, or when there are enough. */
export function tapWord(reading: LocalReading, word: number, ms: number, maker: StepMaker): ReadingChange {
  const next = { ...reading, taps: [...reading.taps, [word, Math.round(ms)] as const] };
  return next.taps.length >= TAPS_AT_ONCE ? addSteps(next, [], maker) : { reading: next, entries: [] };
}

/** Back by one word: a tap that was not sent is dropped, else the word before is the place again, at its own time. */
export function tapBack(reading: LocalReading, maker: StepMaker): ReadingChange {
  if (reading.taps.length > 1) return { reading: { ...reading, taps: reading.taps.slice(0, -1) }, entries: [] };
  const marking = markingOf(reading, maker.marking);
  if (!marking || marking.place < 1) return { reading, entries: [] };
  const word = marking.place - 1;
  return { reading: { ...reading, taps: [...reading.taps, [word, marking.reached.get(word) ?? 0]] }, entries: [] };
}

/** A mark of a kind on a word. The same kind again takes it off; another kind says the last one otherwise where that asks for nothing else. */
export function toggleMark(
  reading: LocalReading,
  mark: { word: number; kind: ReadingMark['kind']; ms?: number; said?: string },
  maker: StepMaker,
): ReadingChange {
  const same = markingOf(reading, maker.marking)?.marks.find((m) => m.word === mark.word && m.kind === mark.kind);
  if (same && mark.said === undefined) return addSteps(reading, [{ what: 'undo', of: same.id }], maker);
  if (same) return addSteps(reading, [{ what: 'change', of: same.id, said: mark.said! }], maker);
  return addSteps(
    reading,
    [
      {
        what: 'mark',
        word: mark.word,
        mark: mark.kind,
        ...(mark.said === undefined ? {} : { said: mark.said }),
        ...(mark.ms === undefined ? {} : { ms: Math.round(mark.ms) }),
      },
    ],
    maker,
  );
}

/** Steps an adult would call one: what can be taken back by itself. */
const TAKEN_BACK = new Set<ReadingStep['what']>([
  'mark',
  'change',
  'last',
  'seconds',
  'scale',
  'answer',
  'heeded',
  'stop',
  'done',
  'undo',
  'settled',
]);

/** Takes the last step back (an undo too: what it took comes back). Words followed and the start of the clock are not taken back. */
export function undoLast(reading: LocalReading, maker: StepMaker): ReadingChange {
  const steps = ofMarking(reading, maker.marking);
  const gone = new Set(steps.flatMap((s) => (s.step.what === 'undo' ? [s.step.of] : [])));
  const last = steps.findLast((s) => TAKEN_BACK.has(s.step.what) && s.step.what !== 'undo' && !gone.has(s.id));
  return last ? addSteps(reading, [{ what: 'undo', of: last.id }], maker) : { reading, entries: [] };
}

/** What the server knows laid over what this device holds: steps are only ever added, so both are kept. */
export function mergeReading(local: LocalReading | undefined, remote: WholeReading): LocalReading {
  const { childName, steps, counts: _counts, setAside: _setAside, recording: _recording, people: _people, ...record } = remote;
  const known = new Set(steps.map((s) => s.id));
  return {
    record,
    childName: childName || (local?.childName ?? ''),
    steps: [...steps, ...(local?.steps ?? []).filter((s) => !known.has(s.id))],
    taps: local?.taps ?? [],
  };
}
