/** The columns of Gaps: skill strands first, then taught pairs; and the table written out as CSV. */
import type { ChildLine, PairStateRow, StrandStateRow } from '@sapling/contract';
import { STRANDS, type Strand } from '@sapling/core/evidence';
import type { Cell } from '@sapling/core/grouping';
import { asksForWork } from '@sapling/core/judgement';
import Papa from 'papaparse';
import { dayOf } from '../clock.js';
import { SIGN_WORDS, signOf } from '../ui/signs.js';
import { graphemeShown, graphemeSpoken } from '../ui/word-marks.js';
import { say } from '../wording/say.js';
import { inOwnWords } from '../wording/say.js';

export type ColumnState = Omit<PairStateRow, 'gpc' | 'known' | 'slow' | 'due'> & Partial<Pick<PairStateRow, 'slow' | 'due'>>;
export interface Column {
  readonly key: string;
  readonly strand?: Strand;
  readonly gpc?: string;
  /** Short, over the column. */
  readonly head: string;
  readonly below: string;
  /** In full, for reading out. */
  readonly name: string;
}

const SHORT: Record<Strand, string> = {
  recall: 'Recall',
  listening: 'Listening',
  blending: 'Blending',
  clusters: say('Clusters'),
  'longer words': 'Longer',
  'irregular words': 'Irregular',
  spelling: 'Spelling',
  fluency: 'Fluency',
};
export const strandColumn = (strand: Strand): Column => ({
  key: `strand ${strand}`,
  strand,
  head: SHORT[strand],
  below: '',
  name: inOwnWords(strand),
});
export const pairColumn = (gpc: string): Column => ({
  key: gpc,
  gpc,
  head: graphemeShown(gpc),
  below: gpc.split(':')[1]!,
  name: graphemeSpoken(gpc),
});

/** Strands that were looked at for any of these children, in the order of the work. Recall is what the pairs show, so it is left to them. */
export const strandsSeen = (rows: readonly ChildLine[]): Strand[] =>
  STRANDS.filter((strand) => strand !== 'recall' && rows.some((c) => c.strands.some((s) => s.strand === strand)));

export function statesOf(child: ChildLine): ReadonlyMap<string, ColumnState> {
  return new Map<string, ColumnState>([
    ...child.strands.map((s: StrandStateRow): [string, ColumnState] => [`strand ${s.strand}`, s]),
    ...child.line.map((c): [string, ColumnState] => [c.gpc, c]),
  ]);
}

export const needs = (state: ColumnState | undefined): boolean => state !== undefined && asksForWork(state);

/** The table for putting in order: how likely each is known, nothing where it was never looked at. */
export function cellsOf(rows: readonly ChildLine[], columns: readonly Column[]): Cell[][] {
  return rows.map((child) => {
    const states = statesOf(child);
    return columns.map((c) => {
      const state = states.get(c.key);
      return state === undefined || state.state === 'unchecked' ? null : state.p;
    });
  });
}

/**
 * The table as CSV: one row a child, for each column its state, and the chance with its interval, the number of
 * observations and the day last seen.
 */
export function gapsCsv(rows: readonly ChildLine[], columns: readonly Column[], className: (id: string) => string): string {
  const head = [
    'given name',
    'family name',
    'class',
    ...columns.flatMap((c) => [
      c.name,
      `${c.name}: chance`,
      `${c.name}: from`,
      `${c.name}: to`,
      `${c.name}: observations`,
      `${c.name}: last seen`,
    ]),
  ];
  const body = rows.map((child) => {
    const states = statesOf(child);
    return [
      child.givenName,
      child.familyName,
      className(child.classId),
      ...columns.flatMap((c) => {
        const s = states.get(c.key);
        if (!s) return [c.strand ? 'never looked at' : SIGN_WORDS['not taught'], '', '', '', '0', ''];
        if (s.state === 'unchecked') return [SIGN_WORDS.unchecked, '', '', '', '0', ''];
        return [
          SIGN_WORDS[signOf(s)],
          s.p.toFixed(3),
          s.low.toFixed(3),
          s.high.toFixed(3),
          String(s.basedOn),
          s.lastSeen ? dayOf(s.lastSeen) : '',
        ];
      }),
    ];
  });
  return Papa.unparse([head, ...body], { newline: '\r\n', escapeFormulae: true });
}
