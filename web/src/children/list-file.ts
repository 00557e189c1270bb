/**
 * A class list out of a file: CSV with whatever separator and encoding, an Excel workbook, or the ZIP of a OneRoster export.
 * Nothing leaves the device.
 */
import { isCoreError } from '@sapling/core';
import { readRoster } from '@sapling/core/lists';
import Papa from 'papaparse';
import { decode } from '../ui/decode.js';
import { recognise } from './columns.js';

export interface ListFile {
  readonly header: readonly string[];
  readonly lines: readonly string[][];
  /** Lines above the header that were passed over. */
  readonly skipped: number;
}
export class ListTrouble extends Error {
  override readonly name = 'ListTrouble';
}
const LARGEST = 2_000_000;
const LARGEST_ZIP = 20_000_000;
const LARGEST_UNPACKED = 60_000_000;
/** The header that rows of a roster are given: the names under which the columns are recognised. */
const ROSTER_HEADER = ['First name', 'Family name', 'Class', 'Year', 'ID'];

/** What a file is by its first octets, where it is no list. */
const KINDS: readonly (readonly [start: readonly number[], name: string])[] = [
  [[0x25, 0x50, 0x44, 0x46], 'a PDF'],
  [[0x89, 0x50, 0x4e, 0x47], 'a picture'],
  [[0xff, 0xd8, 0xff], 'a picture'],
  [[0x47, 0x49, 0x46, 0x38], 'a picture'],
  [[0xd0, 0xcf, 0x11, 0xe0], 'a file of an old office program'],
];
const startsWith = (bytes: Uint8Array, start: readonly number[]): boolean => start.every((octet, k) => bytes[k] === octet);

/** @throws ListTrouble with a sentence that says what was wrong. */
export async function readListFile(file: File): Promise<ListFile> {
  if (file.size > LARGEST_ZIP) throw new ListTrouble(`“${file.name}” is larger than 20 MB, which no class list is. Nothing was read.`);
  const bytes = new Uint8Array(await file.arrayBuffer());
  const kind = KINDS.find(([start]) => startsWith(bytes, start))?.[1];
  if (kind)
    throw new ListTrouble(
      `“${file.name}” is ${kind}, and no list can be read out of it. Save the list as CSV or as an Excel file (.xlsx) and take that.`,
    );
  if (startsWith(bytes, [0x50, 0x4b])) return fromPacked(file.name, bytes);
  if (file.size > LARGEST) throw new ListTrouble(`“${file.name}” is larger than 2 MB, which no class list is. Nothing was read.`);
  return listFromText(file.name, decode(bytes));
}

/** @throws ListTrouble */
function listFromText(name: string, text: string): ListFile {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  if (errors[0]?.type === 'Quotes')
    throw new ListTrouble(`“${name}” has a quotation mark that is not closed, in line ${(errors[0].row ?? 0) + 1}. Nothing was read.`);
  return listFromRows(name, data);
}

/** So many lines from the top a header is looked for: a title, the school, the date it was printed. */
const TITLE_LINES = 12;
/**
 * Rows as a list. Lines above the header (a title, a date) are passed over: the header is the first line that names a column of
 * names and one more, else the first line of all.
 * @throws ListTrouble where there are no rows under a header
 */
function listFromRows(name: string, rows: readonly (readonly string[])[]): ListFile {
  const known = rows.slice(0, TITLE_LINES).findIndex((row) => {
    const found = recognise(row);
    return (
      (found.givenName !== undefined || found.fullName !== undefined || found.familyName !== undefined) && Object.keys(found).length >= 2
    );
  });
  const at = Math.max(0, known);
  if (rows.length < at + 2)
    throw new ListTrouble(`“${name}” holds no rows under a header line. Save the list with the column names in a line above the children.`);
  return { header: rows[at]!.map((column) => column.trim()), lines: rows.slice(at + 1).map((row) => [...row]), skipped: at };
}

/** A workbook, or a ZIP of CSV files: both are packed alike. */
async function fromPacked(name: string, bytes: Uint8Array): Promise<ListFile> {
  if (!/\.(xlsx|xlsm)$/i.test(name)) return fromZip(name, bytes);
  try {
    const { default: readSheets } = await import('read-excel-file/universal');
    const sheets = await readSheets(new Blob([new Uint8Array(bytes)]));
    // the first sheet that holds something
    const data = sheets.map((s) => s.data).find((rows) => rows.length > 0) ?? [];
    return listFromRows(
      name,
      data.map((row) => row.map(cellText)).filter((row) => row.some((cell) => cell !== '')),
    );
  } catch (error) {
    if (error instanceof ListTrouble) throw error;
    throw new ListTrouble(`“${name}” cannot be opened as an Excel file. Save the list as CSV and take that. Nothing was read.`);
  }
}
const cellText = (cell: unknown): string =>
  cell === null || cell === undefined
    ? ''
    : cell instanceof Date
      ? cell.toISOString().slice(0, 10)
      : String(cell as string | number | boolean);

async function fromZip(name: string, bytes: Uint8Array): Promise<ListFile> {
  const { unzipSync } = await import('fflate');
  let files: Record<string, Uint8Array>;
  try {
    let unpacked = 0;
    files = unzipSync(bytes, {
      filter: (f) => {
        if (!/\.csv$/i.test(f.name)) return false;
        unpacked += f.originalSize;
        if (unpacked > LARGEST_UNPACKED)
          throw new ListTrouble(`“${name}” unpacks to more than 60 MB, which no class list does. Nothing was read.`);
        return true;
      },
    });
  } catch (error) {
    if (error instanceof ListTrouble) throw error;
    throw new ListTrouble(`“${name}” cannot be opened as a ZIP file. Nothing was read.`);
  }
  try {
    const tables = Object.fromEntries(
      Object.entries(files).map(([file, data]) => [
        file,
        Papa.parse<string[]>(decode(data).replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' }).data,
      ]),
    );
    const rows = readRoster(tables);
    if (rows.length === 0) throw new ListTrouble(`“${name}” enrols no child in any class. Nothing was read.`);
    return { header: ROSTER_HEADER, lines: rows.map((r) => [r.givenName, r.familyName, r.className, r.year, r.externalId]), skipped: 0 };
  } catch (error) {
    if (isCoreError(error))
      throw new ListTrouble(`“${name}” is no OneRoster export that can be read: ${error.message} Nothing was kept of it.`);
    throw error;
  }
}
