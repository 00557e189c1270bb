/** The record of one child on paper, for a family or the next school: plain words first, every figure after. */
import { type Child, fullName, type PairStateRow, type SchoolSettings, type StrandStateRow } from '@sapling/contract';
import type { checks, observations, readings, readingSteps, remarks, withdrawals } from '../db/schema.js';
import { dayIn } from '@sapling/core';
import { checkKind, type CheckKind } from '@sapling/core/checks';
import { effective, isMiss, type Observation } from '@sapling/core/evidence';
import { hasOtherSound, keyWordOf, splitGpc } from '@sapling/core/phonics';
import { ownWording } from '@sapling/core/wording';
import type { ReadingOutcome } from '../readings/outcome.js';
import { Sheet, type PaperSize } from '../paper/sheet.js';

export interface ChildRecord {
  readonly child: Child;
  readonly school: string;
  readonly zone: string;
  readonly paper: PaperSize;
  /** How the school speaks: its own words, and the order of its dates. */
  readonly wording: Pick<SchoolSettings, 'ownWords' | 'dateOrder'>;
  readonly className: string;
  readonly line: readonly PairStateRow[];
  readonly strands: readonly StrandStateRow[];
  readonly rows: {
    readonly checks: readonly (typeof checks.$inferSelect)[];
    readonly observations: readonly (typeof observations.$inferSelect)[];
    readonly withdrawals: readonly (typeof withdrawals.$inferSelect)[];
    readonly readings: readonly (typeof readings.$inferSelect)[];
    readonly readingSteps: readonly (typeof readingSteps.$inferSelect)[];
    readonly remarks: readonly (typeof remarks.$inferSelect)[];
  };
  /** How each reading came out, by its key. */
  readonly outcomes: Readonly<Record<string, ReadingOutcome>>;
  readonly recordings: readonly { readonly reading: string; readonly mime: string; readonly parts: number }[];
  readonly groups: readonly { readonly at: string; readonly what: string; readonly group: string }[];
  readonly sessions: readonly { readonly on: string; readonly group: string; readonly present: boolean; readonly minutes: number }[];
  /** Names of colleagues by their keys; whoever is not there worked elsewhere. */
  readonly people: Readonly<Record<string, string>>;
}

/** Who somebody was, as a family reads it. */
export const whoWas = ({ people }: Pick<ChildRecord, 'people'>, colleague: string): string => people[colleague] ?? 'a colleague elsewhere';

/** A day (YYYY-MM-DD) in words. */
const inWords = (day: string, order: SchoolSettings['dateOrder']): string =>
  new Date(`${day}T12:00:00Z`).toLocaleDateString(order === 'Nov 24' ? 'en-US' : 'en-GB', {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  });
/** A spelling as the family reads it: with a word where it stands for more than one sound. */
const spelling = (gpc: string): string => {
  const grapheme = splitGpc(gpc).grapheme.replace('_', '-');
  return hasOtherSound(gpc) ? `${grapheme} (${keyWordOf(gpc)})` : grapheme;
};

/** A check in a line: what was done, and how many came right of how many. */
function checkWords(
  { rows }: ChildRecord,
  check: { readonly id: string; readonly kind: CheckKind; readonly binnedAt: string | null },
): string {
  const title = checkKind(check.kind).title.toLowerCase();
  if (check.binnedAt !== null) return `${title}, taken back: it counts for nothing`;
  const taken = new Set(rows.withdrawals.map((w) => w.observation));
  const marks = effective(
    rows.observations.flatMap((o) => (o.check === check.id ? [o as unknown as Observation] : [])),
    taken,
  );
  const right = marks.filter((m) => !isMiss(m.outcome)).length;
  return `${title}, ${right} of ${marks.length} right`;
}

/** A reading in a line: how much of it was right, and how fast where it was timed to its end. */
export function readingWords(
  { outcomes }: Pick<ChildRecord, 'outcomes'>,
  reading: { readonly id: string; readonly title: string; readonly words: readonly string[] },
): string {
  const about = `${reading.title} (${reading.words.length} words)`;
  const outcome = outcomes[reading.id];
  if (outcome?.setAside) return `${about}, taken back: it counts for nothing`;
  if (!outcome?.done || outcome.score.accuracy === null) return `${about}, not marked to its end`;
  const { accuracy, wcpm } = outcome.score;
  return `${about}: ${Math.round(100 * accuracy)} % right${wcpm === null ? '' : `, ${Math.round(wcpm)} right words a minute`}`;
}

/** The PDF as bytes. */
export async function writeChildSheet(record: ChildRecord, now: string): Promise<Buffer> {
  /** The school's day of a moment, in words. */
  const day = (at: string): string => inWords(dayIn(at, record.zone), record.wording.dateOrder);
  const said = ownWording(record.wording.ownWords);
  const { child } = record;
  const name = fullName(child);
  const sheet = new Sheet(record.paper, `Record of ${name}`, `${record.school}, ${day(now)}`);
  sheet.heading(name);
  const facts = [
    record.className && `${said('Class')} ${record.className}`,
    child.dateOfBirth && `born ${inWords(child.dateOfBirth, record.wording.dateOrder)}`,
    child.firstLanguage && `first language ${child.firstLanguage}`,
    child.needs && `needs on record: ${child.needs}`,
    child.externalId && `number ${child.externalId}`,
  ].filter(Boolean);
  sheet.write(facts.join('; '), { gap: 8 });
  sheet.write(
    'This is everything Keen Sapling keeps about this child. It tells which letters and sounds were known when they were last looked at, to teach what comes next. It is not a diagnosis of anything.',
    { gap: 12 },
  );
  const of = (state: string, want: (c: PairStateRow) => boolean = () => true): string =>
    record.line
      .filter((c) => c.state === state && want(c))
      .map((c) => spelling(c.gpc))
      .join(',  ');
  const block = (title: string, text: string): void => {
    sheet.write(said(title), { bold: true, size: 12, gap: 3 });
    sheet.write(text, { gap: 10 });
  };
  block('Known', of('secure', (c) => !c.slow) || 'nothing yet for sure');
  const slow = record.line.filter((c) => c.slow).map((c) => spelling(c.gpc));
  if (slow.length > 0) block('Known, and slow: to practise', slow.join(',  '));
  block('Not certain', of('wobbly', (c) => !c.due) || 'nothing');
  const due = of('wobbly', (c) => c.due);
  if (due !== '') block('Known when last looked at, long ago', due);
  block('To be taught', of('gap') || 'nothing that was found');
  block('Not looked at yet', of('unchecked') || 'nothing');
  const held = record.sessions.filter((s) => s.present);
  block(
    'Small group sessions',
    record.sessions.length === 0
      ? 'none'
      : `In ${held.length} of ${record.sessions.length}, ${held.reduce((sum, s) => sum + s.minutes, 0)} minutes in all. ${said('Groups')}: ${[...new Set(record.groups.map((g) => g.group))].join(', ')}.`,
  );
  block(
    'Checks',
    record.rows.checks.length === 0
      ? 'none'
      : record.rows.checks.map((c) => `${day(c.startedAt)}: ${said(checkWords(record, c))}, by ${whoWas(record, c.by)}`).join('\n'),
  );
  block(
    'Texts read aloud',
    record.rows.readings.length === 0 ? 'none' : record.rows.readings.map((r) => `${day(r.at)}: ${readingWords(record, r)}`).join('\n'),
  );
  block(
    'Notes',
    record.rows.remarks.length === 0
      ? 'none'
      : record.rows.remarks.map((r) => `${day(r.at)}, ${whoWas(record, r.by)}: ${r.text}`).join('\n'),
  );
  sheet.write(`Every single answer (${record.rows.observations.length}) stands in the file answers.csv beside this page.`, { gap: 4 });
  return sheet.end();
}
