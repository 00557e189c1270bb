/** Paper from facts that were looked up before: nothing here asks the database, so that it can run in another thread. */
import type { PracticeRow, SchoolSettings } from '@sapling/contract';
import type { ForFamily } from '../practice/family-sentences.js';
import { writeHomeSheet } from '../practice/home-sheet-paper.js';
import type { PaperFacts, PaperKind } from './facts.js';
import { handwritingFont } from './fonts.js';
import { writeSession } from './session-paper.js';
import { Sheet, type PaperSize } from './sheet.js';

interface Print {
  readonly size: PaperSize;
  readonly title: string;
  readonly footer: string;
  readonly handwriting: SchoolSettings['handwriting'];
}

/** The sheets wanted of one session or of several, as one PDF. */
export async function printSessions(
  print: Print & { readonly facts: readonly PaperFacts[]; readonly wanted: readonly PaperKind[] },
  tell: (done: number, of: number) => void = () => undefined,
): Promise<Uint8Array> {
  const sheet = new Sheet(print.size, print.title, print.footer);
  sheet.useHandwriting(await handwritingFont(print.handwriting));
  let fresh = true;
  print.facts.forEach((facts, k) => {
    tell(k, print.facts.length);
    if (writeSession(sheet, facts, print.wanted, fresh).length > 0) fresh = false;
  });
  tell(print.facts.length, print.facts.length);
  return sheet.end();
}

/** What one child takes home. */
export async function printHomeSheet(
  print: Print & {
    readonly child: PracticeRow;
    readonly keyWords: ReadonlyMap<string, string>;
    readonly family: ForFamily;
    readonly ruling: SchoolSettings['ruling'];
  },
): Promise<Uint8Array> {
  const sheet = new Sheet(print.size, print.title, print.footer, print.family.tag);
  sheet.useHandwriting(await handwritingFont(print.handwriting));
  writeHomeSheet(sheet, print.child, print.keyWords, print.family, print.ruling);
  return sheet.end();
}
