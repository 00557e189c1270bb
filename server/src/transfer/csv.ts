/** Rows as CSV: RFC 4180, UTF-8 with a byte-order mark, so that spreadsheets open them rightly. */
export type Cell = string | number | boolean | null | undefined;
export type Rows = readonly Readonly<Record<string, Cell>>[];

/** A value as a CSV field. A text that a spreadsheet would take for a formula is made a text by an apostrophe. */
export function field(value: Cell): string {
  if (value === null || value === undefined) return '';
  const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : String(value);
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}
/** The heading, with the mark that a file begins with; or some rows under it. */
export function csvLines(columns: readonly string[], rows?: Rows): string {
  const lines = rows === undefined ? [columns.map(field)] : rows.map((row) => columns.map((c) => field(row[c])));
  return `${rows === undefined ? '\uFEFF' : ''}${lines.map((line) => `${line.join(',')}\r\n`).join('')}`;
}
export const csv = (columns: readonly string[], rows: Rows): string => csvLines(columns) + csvLines(columns, rows);
