/** A session as it is run: what was reached, who was there, single marks; and the records that come of it. */
import type { OutboxEntry, Session } from '@sapling/contract';
import { seeded, shuffled } from '@sapling/core';
import type { Strand } from '@sapling/core/evidence';
import { partKind, partsDone } from '@sapling/core/planning';
import type { Part } from './part-view.js';

export type SessionMark = 'slipped' | 'right alone';

export interface RunDraft {
  readonly away: readonly string[];
  /** Parts that were done, by id. */
  readonly done: readonly string[];
  readonly happened: string;
  readonly note: string;
  /** The part that is open; as many as there are for what happened. */
  readonly at: number;
  /** The item that is shown, by part. */
  readonly items: Readonly<Record<string, number>>;
  /** Seeds of parts that were shuffled. */
  readonly shuffles: Readonly<Record<string, number>>;
  /** Words of parts that were left before their end. */
  readonly left: Readonly<Record<string, readonly string[]>>;
  /** By part, item and child, with a tab between. */
  readonly marks: Readonly<Record<string, SessionMark>>;
  /** Seconds spent on each part. */
  readonly spent: readonly number[];
  /** Minutes as the adult said, where they said; of single children who were there for less. */
  readonly minutes: number | null;
  readonly childMinutes: Readonly<Record<string, number>>;
}
export const EMPTY_RUN: RunDraft = {
  away: [],
  done: [],
  happened: '',
  note: '',
  at: 0,
  items: {},
  shuffles: {},
  left: {},
  marks: {},
  spent: [],
  minutes: null,
  childMinutes: {},
};

export interface RunItem {
  /** Unlike every other item of its part. */
  readonly key: string;
  readonly gpc?: string;
  /** Its place among the part's words or lines. */
  readonly word?: number;
  readonly line?: number;
  readonly row?: number;
}

/** What is shown one after the other in a part; one empty item where the part is a whole. */
export function itemsOf(part: Part, shuffle?: number): RunItem[] {
  const items: RunItem[] = part.text
    ? []
    : part.kind === 'review' && part.stack
      ? part.stack.map((gpc, k) => ({ key: `${k} ${gpc}`, gpc }))
      : part.kind === 'sort spellings'
        ? part.words.map((w, word) => ({ key: w.word, word }))
        : [
            ...part.gpcs.map((gpc) => ({ key: gpc, gpc })),
            ...part.words.map((w, word) => ({ key: w.word, word })),
            ...(part.lines ?? []).map((l, line) => ({ key: l.text, line })),
            ...(part.rows ?? []).map((r, row) => ({ key: `${row} ${r.show ?? r.picture ?? r.items.join(' ')}`, row })),
          ];
  return shuffle === undefined ? items : shuffled(items, seeded(shuffle));
}

export const markKey = (part: string, item: string, child: string): string => [part, item, child].join('\t');

/** What a key for a child does: nothing, slipped, right alone, nothing. */
export function nextMark(mark: SessionMark | undefined): SessionMark | undefined {
  return mark === undefined ? 'slipped' : mark === 'slipped' ? 'right alone' : undefined;
}

/** What is left of a part when it is ended at its item `at`: the items after it, as words and lines. */
export function leftOf(part: Part, at: number, shuffle?: number): string[] {
  if (part.text) return [part.text.id];
  return itemsOf(part, shuffle)
    .slice(at)
    .flatMap((item) =>
      item.word !== undefined ? [part.words[item.word]!.word] : item.line !== undefined ? [part.lines![item.line]!.text] : [],
    );
}

/** What a log starts from: an older log, or nothing. */
export function draftOf(session: Session): RunDraft {
  const { log, plan } = session;
  if (!log) return EMPTY_RUN;
  return {
    ...EMPTY_RUN,
    away: log.attendance.filter((a) => !a.present).map((a) => a.child),
    done: partsDone(plan, log.done),
    happened: log.happened,
    left: Object.fromEntries((log.left ?? []).map((l) => [l.part, l.words])),
    minutes: log.minutes ?? null,
    childMinutes: Object.fromEntries(log.attendance.flatMap((a) => (a.minutes === undefined ? [] : [[a.child, a.minutes] as const]))),
    at: plan.parts.length,
  };
}

/** Minutes it took: as said, else as the clock counted, else as planned. */
export function minutesTaken(session: Session, draft: RunDraft): number {
  if (draft.minutes !== null) return draft.minutes;
  const seconds = draft.spent.reduce((sum, s) => sum + (s ?? 0), 0);
  return seconds >= 60 ? Math.round(seconds / 60) : session.minutes;
}

/**
 * The records of a session that was run: its log, single marks as observations about the pair that was practised, and a
 * note. `id` makes ids; marks of children who are away are none.
 */
export function recordsOf(session: Session, draft: RunDraft, by: string, at: string, id: () => string): OutboxEntry[] {
  const { parts } = session.plan;
  const logId = id();
  const left = parts.flatMap((p) =>
    draft.left[p.id] && !draft.done.includes(p.id) ? [{ part: p.id, words: [...draft.left[p.id]!] }] : [],
  );
  // the words somebody slipped on, once each; marks of an older log are kept by themselves, what was missed in them stays with it
  const missed = [
    ...new Set([
      ...(session.log?.missed ?? []),
      ...Object.entries(draft.marks).flatMap(([key, mark]): string[] => {
        const [partId, item, child] = key.split('\t') as [string, string, string];
        const part = parts.find((p) => p.id === partId);
        const found = part && mark === 'slipped' && !draft.away.includes(child) ? itemsOf(part).find((i) => i.key === item) : undefined;
        const word = found?.word === undefined ? undefined : part!.words[found.word];
        return word && !word.madeUp && !word.heard ? [word.word] : [];
      }),
    ]),
  ];
  const log: OutboxEntry = {
    type: 'log',
    id: logId,
    record: {
      id: logId,
      session: session.id,
      by,
      at,
      attendance: session.members.map((m) => ({
        child: m.id,
        present: !draft.away.includes(m.id),
        ...(draft.childMinutes[m.id] === undefined || draft.away.includes(m.id) ? {} : { minutes: draft.childMinutes[m.id]! }),
      })),
      done: partsDone(session.plan, draft.done),
      minutes: minutesTaken(session, draft),
      ...(left.length > 0 ? { left } : {}),
      ...(missed.length > 0 ? { missed } : {}),
      happened: draft.happened.trim(),
      ...(session.log ? { replaces: session.log.id } : {}),
    },
  };
  const marks = Object.entries(draft.marks).flatMap(([key, mark]): OutboxEntry[] => {
    const [partId, item, child] = key.split('\t') as [string, string, string];
    const part = parts.find((p) => p.id === partId);
    const about = part && aboutOf(part, item);
    if (!about || draft.away.includes(child)) return [];
    const observation = id();
    return [
      {
        type: 'observation',
        id: observation,
        record: { id: observation, child, by, at, kind: 'session', outcome: mark === 'slipped' ? 'wrong' : 'right', ...about },
      },
    ];
  });
  const note =
    draft.note.trim() === ''
      ? []
      : [id()].map((n): OutboxEntry => ({ type: 'note', id: n, record: { id: n, session: session.id, by, at, text: draft.note.trim() } }));
  return [log, ...marks, ...note];
}

/** What a mark on an item is evidence about, as its kind of part says: the pair it practises, or a skill; nothing for a line or a row. */
export function aboutOf(part: Part, item: string): { gpc: string; item?: string } | { skill: Strand; item: string } | null {
  const { evidence } = partKind(part.kind);
  const found = itemsOf(part).find((i) => i.key === item);
  if (!found || evidence === null) return null;
  if (found.gpc) return evidence === 'pair' ? { gpc: found.gpc } : null;
  const word = found.word === undefined ? undefined : part.words[found.word];
  if (!word) return null;
  if (evidence !== 'pair') return { skill: evidence, item: word.word };
  if (word.focus[0]) return { gpc: word.focus[0], item: word.word };
  return { skill: 'blending', item: word.word };
}
