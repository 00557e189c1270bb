/** Files that were cut, swapped about or made to do harm: each is read, or refused in a sentence; nothing else is thrown, and none is swallowed whole. */
import { zipSync, strToU8 } from 'fflate';
import { seeded, type Random } from '@sapling/core';
import { describe, expect, it } from 'vitest';
import { recognise, readLines } from '../src/children/columns.js';
import { ListTrouble, readListFile } from '../src/children/list-file.js';
import { FileTrouble, readTextFile } from '../src/library/open-file.js';

const file = (name: string, bytes: Uint8Array): File => new File([new Uint8Array(bytes)], name);
const WORKBOOK = zipSync({
  '[Content_Types].xml': strToU8('<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>'),
  'xl/workbook.xml': strToU8(
    '<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="A" sheetId="1" r:id="rId1"/></sheets></workbook>',
  ),
  'xl/_rels/workbook.xml.rels': strToU8(
    '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
  ),
  'xl/worksheets/sheet1.xml': strToU8(
    '<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData><row r="1"><c r="A1" t="inlineStr"><is><t>First name</t></is></c><c r="B1" t="inlineStr"><is><t>Class</t></is></c></row><row r="2"><c r="A2" t="inlineStr"><is><t>Ada</t></is></c><c r="B2" t="inlineStr"><is><t>Oak</t></is></c></row></sheetData></worksheet>',
  ),
});
const ROSTER = zipSync({
  'users.csv': strToU8('sourcedId,givenName,familyName\nu1,Zoë,Ray\nu2,Ben,Ode\n'),
  'classes.csv': strToU8('sourcedId,title\nc1,Wrens\n'),
  'enrollments.csv': strToU8('userSourcedId,classSourcedId,role\nu1,c1,student\nu2,c1,student\n'),
});
const LIST = strToU8(
  'Class list of Oak\n\nFirst name;Family name;Class;Date of birth\nZoë;"Ray; b";Oak;3.4.2020\nBen;Ode;Oak;2020-05-06\n',
);
const DOCX = zipSync({
  '[Content_Types].xml': strToU8(
    '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
  ),
  '_rels/.rels': strToU8(
    '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
  ),
  'word/document.xml': strToU8(
    '<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body><w:p><w:r><w:t>The hen sat.</w:t></w:r></w:p></w:body></w:document>',
  ),
});
const TEXT = strToU8('---\ntitle: The hen\n---\n# One\n\nThe *hen* sat [here](x).\n');

/** The same octets with some changed, cut, doubled or moved. */
function spoilt(bytes: Uint8Array, random: Random): Uint8Array {
  const at = (n = bytes.length): number => Math.floor(random() * n);
  const out = new Uint8Array(bytes);
  const way = random();
  if (way < 0.45) for (let k = 0; k <= 12 * random(); k += 1) out[at()] = Math.floor(random() * 256);
  else if (way < 0.65) return out.slice(0, at());
  else if (way < 0.75) return out.slice(at());
  else if (way < 0.9) {
    const [from, to] = [at(), at()].sort((a, b) => a - b) as [number, number];
    return Uint8Array.from([...out.slice(0, from), ...out.slice(from, to), ...out.slice(from)]);
  } else return Uint8Array.from([...out, ...Array.from({ length: at(400) }, () => Math.floor(random() * 256))]);
  return out;
}

describe('spoilt files', () => {
  const lists: readonly (readonly [string, Uint8Array])[] = [
    ['list.csv', LIST],
    ['list.xlsx', WORKBOOK],
    ['roster.zip', ROSTER],
    ['list.txt', WORKBOOK],
    ['list.xlsx', ROSTER],
  ];
  it('as class lists', async () => {
    let read = 0;
    for (let n = 0; n < 1500; n += 1) {
      const [name, bytes] = lists[n % lists.length]!;
      const random = seeded(n + 1);
      try {
        const list = await readListFile(file(name, n < lists.length ? bytes : spoilt(bytes, random)));
        const lines = readLines(list.lines, recognise(list.header), { today: '2026-11-25' });
        for (const line of lines) expect(line.value !== null || line.reason !== undefined).toBe(true);
        read += 1;
      } catch (error) {
        if (!(error instanceof ListTrouble)) throw new Error(`${n} ${name}: ${String(error)}`, { cause: error });
        expect(error.message).toMatch(/“|\./);
      }
    }
    expect(read).toBeGreaterThan(100);
  }, 120_000);

  it('as texts', async () => {
    let read = 0;
    for (let n = 0; n < 600; n += 1) {
      const [name, bytes] = ([['t.docx', DOCX], ['t.md', TEXT], ['t.txt', TEXT], ['t.docx', TEXT]] as const)[n % 4]!; // prettier-ignore
      try {
        expect(typeof (await readTextFile(file(name, n < 4 ? bytes : spoilt(bytes, seeded(n + 77)))))).toBe('string');
        read += 1;
      } catch (error) {
        if (!(error instanceof FileTrouble)) throw new Error(`${n} ${name}: ${String(error)}`, { cause: error });
      }
    }
    expect(read).toBeGreaterThan(100);
  }, 120_000);

  it('a small archive that unpacks to a very large list is refused before it is unpacked', async () => {
    const bomb = zipSync({ 'users.csv': new Uint8Array(120_000_000) }, { level: 9 });
    expect(bomb.length).toBeLessThan(1_000_000);
    const before = process.memoryUsage().arrayBuffers;
    await expect(readListFile(file('roster.zip', bomb))).rejects.toThrow(ListTrouble);
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(60_000_000);
  });
});
