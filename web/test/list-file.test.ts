/** Class lists as other tools save them: separators, encodings, line ends, byte-order marks. */
import { zipSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { dateOrder, familyFirst, plainYear, readDate, readLines, recognise } from '../src/children/columns.js';
import { ListTrouble, readListFile } from '../src/children/list-file.js';

const file = (name: string, bytes: Uint8Array | string): File =>
  new File([typeof bytes === 'string' ? bytes : new Uint8Array(bytes)], name);
const latin1 = (text: string): Uint8Array => Uint8Array.from(text, (c) => c.charCodeAt(0));

describe('a class list as a file', () => {
  it('is the same list with a byte-order mark, semicolons, tabs, Windows line ends or an old encoding', async () => {
    const rows = [
      ['First name', 'Class'],
      ['Zoë', 'Wrens'],
      ['Anaïs, Mae', 'Wrens'],
    ];
    const written = (separator: string, end: string): string =>
      rows.map((r) => r.map((c) => (c.includes(',') ? `"${c}"` : c)).join(separator)).join(end) + end;
    const lists = [
      written(',', '\n'),
      `\uFEFF${written(',', '\r\n')}`,
      written(';', '\r\n'),
      written('\t', '\r\n'),
      latin1(written(';', '\r\n')),
      `${written(',', '\n')}\n\n`,
    ];
    for (const list of lists)
      expect(await readListFile(file('list.csv', list))).toEqual({ header: rows[0], lines: rows.slice(1), skipped: 0 });
  });

  it('a roster ZIP becomes rows of a list; what is none says what is missing', async () => {
    const good = {
      'users.csv': strToU8('\uFEFFsourcedId,givenName,familyName\r\nu1,Zoë,Ray\r\n'),
      'classes.csv': strToU8('sourcedId,title\r\nc1,Wrens\r\n'),
      'enrollments.csv': strToU8('userSourcedId;classSourcedId;role\r\nu1;c1;student\r\n'),
    };
    expect(await readListFile(file('r.zip', zipSync(good)))).toEqual({
      header: ['First name', 'Family name', 'Class', 'Year', 'ID'],
      lines: [['Zoë', 'Ray', 'Wrens', '', 'u1']],
      skipped: 0,
    });
    const { 'classes.csv': _gone, ...without } = good;
    await expect(readListFile(file('r.zip', zipSync(without)))).rejects.toThrow(/classes.csv is missing/);
    await expect(readListFile(file('r.zip', 'no zip'))).rejects.toThrow(ListTrouble);
    await expect(readListFile(file('x.csv', 'only a header'))).rejects.toThrow(/no rows under a header/);
    await expect(readListFile(file('x.csv', 'a,b\n"open,1\n'))).rejects.toThrow(/not closed/);
  });
});

describe('a class list as schools have it', () => {
  const utf16 = (text: string, mark: boolean): Uint8Array => {
    const all = (mark ? '\uFEFF' : '') + text;
    return new Uint8Array(Uint16Array.from(all, (c) => c.charCodeAt(0)).buffer);
  };
  const cell = (value: string | number, at: string): string =>
    typeof value === 'number' ? `<c r="${at}"><v>${value}</v></c>` : `<c r="${at}" t="inlineStr"><is><t>${value}</t></is></c>`;
  /** A workbook as a spreadsheet program packs it, the least there can be. */
  const workbook = (rows: readonly (readonly (string | number)[])[]): Uint8Array => {
    const body = rows
      .map((row, r) => `<row r="${r + 1}">${row.map((value, c) => cell(value, `${String.fromCharCode(65 + c)}${r + 1}`)).join('')}</row>`)
      .join('');
    const xml = (text: string): Uint8Array => strToU8(`<?xml version="1.0" encoding="UTF-8"?>${text}`);
    const ns = 'http://schemas.openxmlformats.org';
    return zipSync({
      '[Content_Types].xml': xml(`<Types xmlns="${ns}/package/2006/content-types"/>`),
      'xl/workbook.xml': xml(
        `<workbook xmlns="${ns}/spreadsheetml/2006/main" xmlns:r="${ns}/officeDocument/2006/relationships"><sheets><sheet name="List" sheetId="1" r:id="rId1"/></sheets></workbook>`,
      ),
      'xl/_rels/workbook.xml.rels': xml(
        `<Relationships xmlns="${ns}/package/2006/relationships"><Relationship Id="rId1" Type="${ns}/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
      ),
      'xl/worksheets/sheet1.xml': xml(`<worksheet xmlns="${ns}/spreadsheetml/2006/main"><sheetData>${body}</sheetData></worksheet>`),
    });
  };

  it('UTF-16 with and without its mark', async () => {
    const text = 'First name\tClass\r\nŁucja\tWrens\r\nZoë\tWrens\r\n';
    for (const mark of [true, false])
      expect((await readListFile(file('list.txt', utf16(text, mark)))).lines).toEqual([['Łucja', 'Wrens'], ['Zoë', 'Wrens']]); // prettier-ignore
  });

  it('an Excel file, with a title above the header', async () => {
    const rows = [
      ['Hill Street: pupils'],
      ['Printed 1.9.2026'],
      ['Name (Surname, First)', 'Reg group', 'UPN'],
      ['Löwe, Ada', '1W', 'A123'],
      ['Ode, Ben', '1W', 7],
    ];
    const read = await readListFile(file('list.xlsx', workbook(rows)));
    expect(read).toEqual({ header: rows[2], lines: [['Löwe, Ada', '1W', 'A123'], ['Ode, Ben', '1W', '7']], skipped: 2 }); // prettier-ignore
    const lines = readLines(read.lines, recognise(read.header), { above: 3, today: '2026-11-25' });
    expect(lines.map((l) => [l.row, l.value?.givenName, l.value?.familyName, l.value?.externalId])).toEqual([[4, 'Ada', 'Löwe', 'A123'], [5, 'Ben', 'Ode', '7']]); // prettier-ignore
    await expect(readListFile(file('list.xlsx', zipSync({ 'a.txt': strToU8('no workbook') })))).rejects.toThrow(/Excel file/);
  });

  it('title lines of a CSV are passed over; a list without any known heading keeps its first line as the header', async () => {
    const list = await readListFile(file('x.csv', 'Class list,,\nHill Street,,\n,,\nFirst name,Surname,Class\nAda,Löwe,Wrens\n'));
    expect(list).toMatchObject({ header: ['First name', 'Surname', 'Class'], skipped: 2 });
    expect(await readListFile(file('x.csv', 'a,b\n1,2\n'))).toMatchObject({ header: ['a', 'b'], skipped: 0 });
  });

  it('a picture or a PDF is refused by what it is, whatever it is called', async () => {
    await expect(readListFile(file('list.csv', Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 13, 10)))).rejects.toThrow(/is a picture/);
    await expect(readListFile(file('list.csv', '%PDF-1.7 …'))).rejects.toThrow(/is a PDF/);
  });

  it('needs are taken only when asked for; years are what they are; a family name comes first where the heading says so', () => {
    expect(recognise(['First name', 'Class', 'Needs'])).toEqual({ givenName: 0, className: 1 });
    expect(['01', '1', 'Year 01', '10', '0', ''].map(plainYear)).toEqual(['1', '1', 'Year 01', '10', '0', '']);
    expect(['Surname Forename', 'Last name, first name', 'Name (Surname First)', 'Name', 'First name'].map(familyFirst)).toEqual([
      true,
      true,
      true,
      false,
      false,
    ]);
  });

  it('dates of birth in any order; what can be read two ways is asked, what is none is said', () => {
    const today = '2026-11-25';
    expect(['2019-03-04', '4.3.2019', '04/03/19', '4 Mar 2019', '4-March-2019'].map((d) => readDate(d, 'day first', today))).toEqual(
      Array(5).fill('2019-03-04'),
    );
    expect(readDate('03/04/2019', 'month first', today)).toBe('2019-03-04');
    expect(['31.2.2019', '4.13.2019', 'soon', '2030-01-01', ''].map((d) => readDate(d, 'day first', today))).toEqual(Array(5).fill(null));
    expect(dateOrder(['03/04/2019', '13/04/2019'])).toBe('day first');
    expect(dateOrder(['03/04/2019', '04/13/2019'])).toBe('month first');
    expect(dateOrder(['03/04/2019', '', '1.1.2020'])).toBeNull();
    expect(dateOrder(['2019-03-04'])).toBe('day first');
    const [good, bad] = readLines([['Ada', 'Wrens', '4.3.2019'], ['Ben', 'Wrens', 'May']], { givenName: 0, className: 1, dateOfBirth: 2 }, { today }); // prettier-ignore
    expect(good!.value).toMatchObject({ dateOfBirth: '2019-03-04' });
    expect(bad!.reason).toContain('“May” is no date of birth');
  });
});
