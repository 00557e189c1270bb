/** A class list out of a file: CSV with whatever separator and encoding, or the ZIP of a OneRoster export. Nothing leaves the device. */
import { isCoreError, readRoster } from '@sapling/core';
import Papa from 'papaparse';
import { decode } from '../ui/decode.js';

export interface ListFile {
  readonly header: readonly string[];
  readonly lines: readonly string[][];
}
export class ListTrouble extends Error {
  override readonly name = 'ListTrouble';
}
const LARGEST = 2_000_000;
const LARGEST_ZIP = 20_000_000;
/** The header that rows of a roster are given: the names under which the columns are recognised. */
const ROSTER_HEADER = ['First name', 'Family name', 'Class', 'Year', 'ID'];

/** @throws ListTrouble with a sentence that says what was wrong. */
export async function readListFile(file: File): Promise<ListFile> {
  const zip = /\.zip$/i.test(file.name);
  if (file.size > (zip ? LARGEST_ZIP : LARGEST))
    throw new ListTrouble(`“${file.name}” is larger than ${zip ? 20 : 2} MB, which no class list is. Nothing was read.`);
  const bytes = new Uint8Array(await file.arrayBuffer());
  return zip ? fromZip(file.name, bytes) : listFromText(file.name, decode(bytes));
}

/** @throws ListTrouble */
export function listFromText(name: string, text: string): ListFile {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  if (data.length < 2)
    throw new ListTrouble(`“${name}” holds no rows under a header line. Save the list as CSV with the column names in the first line.`);
  if (errors[0]?.type === 'Quotes')
    throw new ListTrouble(`“${name}” has a quotation mark that is not closed, in line ${(errors[0].row ?? 0) + 1}. Nothing was read.`);
  return { header: data[0]!.map((column) => column.trim()), lines: data.slice(1) };
}

async function fromZip(name: string, bytes: Uint8Array): Promise<ListFile> {
  const { unzipSync } = await import('fflate');
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, { filter: (f) => /\.csv$/i.test(f.name) });
  } catch {
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
    return { header: ROSTER_HEADER, lines: rows.map((r) => [r.givenName, r.familyName, r.className, r.year, r.externalId]) };
  } catch (error) {
    if (isCoreError(error))
      throw new ListTrouble(`“${name}” is no OneRoster export that can be read: ${error.message} Nothing was kept of it.`);
    throw error;
  }
}
