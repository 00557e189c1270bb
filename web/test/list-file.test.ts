/** Class lists as other tools save them: separators, encodings, line ends, byte-order marks. */
import { zipSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
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
    for (const list of lists) expect(await readListFile(file('list.csv', list))).toEqual({ header: rows[0], lines: rows.slice(1) });
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
    });
    const { 'classes.csv': _gone, ...without } = good;
    await expect(readListFile(file('r.zip', zipSync(without)))).rejects.toThrow(/classes.csv is missing/);
    await expect(readListFile(file('r.zip', 'no zip'))).rejects.toThrow(ListTrouble);
    await expect(readListFile(file('x.csv', 'only a header'))).rejects.toThrow(/no rows under a header/);
    await expect(readListFile(file('x.csv', 'a,b\n"open,1\n'))).rejects.toThrow(/not closed/);
  });
});
