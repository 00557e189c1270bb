/** Rows as CSV: RFC 4180, UTF-8 with a byte-order mark, so that spreadsheets open them rightly. */
import Papa from 'papaparse';

export type Cell = string | number | boolean | null | undefined;
export type Rows = readonly Readonly<Record<string, Cell>>[];

/** A text that a spreadsheet would take for a formula is made a text by an apostrophe. */
const FOR_SPREADSHEETS = { newline: '\r\n', escapeFormulae: true } as const;

/** Lines as they are read by programs: every value as it is. */
export const csvForPrograms = (lines: readonly (readonly Cell[])[]): string =>
  `${Papa.unparse(lines as Cell[][], { newline: '\r\n' })}\r\n`;
/** The heading, with the mark that a file begins with; or some rows under it. */
export function csvLines(columns: readonly string[], rows?: Rows): string {
  const lines = rows === undefined ? [[...columns]] : rows.map((row) => columns.map((c) => row[c]));
  return lines.length === 0 ? '' : `${rows === undefined ? '\uFEFF' : ''}${Papa.unparse(lines, FOR_SPREADSHEETS)}\r\n`;
}
export const csv = (columns: readonly string[], rows: Rows): string => csvLines(columns) + csvLines(columns, rows);
