/** Whom the rows of a class list mean: nobody is doubled, and nobody is taken for another child unasked. */
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { ImportRow } from '@sapling/contract';
import { matchList, type ListContext, type ListedChild } from '../src/imports/match-list.js';

const child = (id: string, name: string, more: Partial<ListedChild> = {}): ListedChild => {
  const [givenName = '', familyName = ''] = name.split(' ');
  return { id, givenName, familyName, classId: 'wrens', externalId: null, firstLanguage: '', needs: '', dateOfBirth: null, left: null, ...more }; // prettier-ignore
};
const row = (n: number, name: string, more: Partial<ImportRow> = {}): ImportRow => {
  const [givenName = '', familyName = ''] = name.split(/ +/);
  return { row: n, givenName, familyName, className: 'Wrens', year: '1', externalId: null, ...more };
};
const school = (children: readonly ListedChild[], more: Partial<ListContext> = {}): ListContext => ({
  children,
  classes: [
    { id: 'wrens', name: 'Wrens', inReach: true, ended: false },
    { id: 'owls', name: 'Owls', inReach: true, ended: false },
    { id: 'rooks', name: 'Rooks', inReach: false, ended: false },
    { id: 'old wrens', name: 'Wrens', inReach: false, ended: true },
  ],
  numbersElsewhere: [],
  names: false,
  ...more,
});
const says = (context: ListContext, ...rows: ImportRow[]) => matchList(rows, context).verdicts;

describe('a child is known', () => {
  const ada = child('a', 'Ada Bell');
  it('by name in the class, and by number wherever they are; what the record lacks is filled in', () => {
    expect(says(school([ada]), row(2, 'ada  BELL', { externalId: 'N1', dateOfBirth: '2020-02-02' }))).toEqual([
      { row: 2, action: 'match', childId: 'a', here: { name: 'Ada Bell', className: 'Wrens', left: null, by: 'name' }, writes: ['externalId', 'dateOfBirth'] }, // prettier-ignore
    ]);
    const numbered = child('a', 'Ada Bell', { externalId: 'N1', classId: 'owls' });
    expect(says(school([numbered]), row(2, 'Ada Bell', { externalId: 'n1' }))[0]).toMatchObject({ action: 'move', childId: 'a', here: { className: 'Owls' } }); // prettier-ignore
    // a number is never changed by a list: another one of this name is another child
    expect(says(school([numbered]), row(2, 'Ada Bell', { externalId: 'N2', className: 'Owls' }))[0]).toMatchObject({ action: 'add' });
  });
  it('by number, though called otherwise, and is called as the list does where that is asked for', () => {
    const zoe = child('z', 'Zoe Baker', { externalId: 'N7' });
    expect(says(school([zoe]), row(2, 'Zoë Baker', { externalId: 'N7' }))[0]).toMatchObject({ action: 'match', here: { name: 'Zoe Baker' }, writes: [] }); // prettier-ignore
    expect(says(school([zoe], { names: true }), row(2, 'Zoë Baker', { externalId: 'N7' }))[0]).toMatchObject({ writes: ['givenName'] });
  });
  it('who left, by number or by name and date of birth: they come back', () => {
    const left = child('l', 'Ada Bell', { externalId: 'N1', dateOfBirth: '2020-02-02', left: '2026-07-03' });
    for (const more of [{ externalId: 'N1' }, { dateOfBirth: '2020-02-02' }])
      expect(says(school([left]), row(2, 'Ada Bell', { className: 'Owls', ...more }))[0]).toMatchObject({ action: 'return', childId: 'l', here: { left: '2026-07-03' } }); // prettier-ignore
    // of a class of an earlier year that had the name of one of today's
    const of = says(school([{ ...left, classId: 'old wrens' }]), row(2, 'Ada Bell', { externalId: 'N1' }))[0];
    expect(of).toMatchObject({ action: 'return', here: { className: 'Wrens', left: '2026-07-03' } });
    // who is here comes before who left
    expect(says(school([left, ada]), row(2, 'Ada Bell'))[0]).toMatchObject({ action: 'match', childId: 'a' });
  });
});

describe('whoever brings a list in is asked', () => {
  const ada = child('a', 'Ada Bell', { classId: 'owls', dateOfBirth: '2020-02-02' });
  it.each([
    ['where the name is that of a child of another class', [ada], {}],
    ['where it is written a little otherwise', [child('a', 'Adá Be-ll')], {}],
    ['where the dates of birth differ', [child('a', 'Ada Bell', { dateOfBirth: '2019-02-02' })], { dateOfBirth: '2020-02-02' }],
    ['where the name is that of one who left', [child('a', 'Ada Bell', { left: '2026-07-03' })], {}],
  ])('%s; the answer decides', (_, children, more) => {
    expect(says(school(children), row(2, 'Ada Bell', more))[0]).toMatchObject({ action: 'ask', childId: 'a' });
    const yes = says(school(children), row(2, 'Ada Bell', { ...more, same: true }))[0]!;
    expect(['match', 'move', 'return']).toContain(yes.action);
    expect(yes.childId).toBe('a');
    expect(says(school(children), row(2, 'Ada Bell', { ...more, same: false }))[0]).toMatchObject({ action: 'add' });
  });
  it('where a number is that of a child of quite another name, and no child is made of it', () => {
    const tom = child('t', 'Tom Fox', { externalId: 'N1' });
    expect(says(school([tom]), row(2, 'Ada Bell', { externalId: 'N1' }))[0]).toMatchObject({
      action: 'ask',
      here: { name: 'Tom Fox', by: 'number' },
    });
    expect(says(school([tom]), row(2, 'Ada Bell', { externalId: 'N1', same: true }))[0]).toMatchObject({ action: 'match', childId: 't' });
    expect(says(school([tom]), row(2, 'Ada Bell', { externalId: 'N1', same: false }))[0]).toMatchObject({ action: 'bad' });
  });
  it('and not where another row of the list is that child', () => {
    const here = [ada];
    const verdicts = says(school(here), row(2, 'Ada Bell'), row(3, 'Ada Bell', { className: 'Owls' }));
    expect(verdicts.map((v) => v.action)).toEqual(['add', 'match']);
  });
});

it('says of a class or a number out of reach that it is, and not whose', () => {
  const [of, number] = says(school([], { numbersElsewhere: ['N9'] }), row(2, 'Ada Bell', { className: 'rooks' }), row(3, 'Bo Cane', { externalId: 'n9' })); // prettier-ignore
  expect([of!.action, number!.action]).toEqual(['bad', 'bad']);
  expect(of!.reason).toContain('rooks');
  expect(number!.reason).toContain('Ask the lead');
});

it('never takes one child for two rows, nor for one of another name unless a number or an answer says so', () => {
  const names = fc.constantFrom('Ada Bell', 'Adá Bell', 'Bo Cane', 'Cy Dorn');
  const maybe = <T>(...of: T[]) => fc.option(fc.constantFrom(...of), { nil: undefined });
  const facts = { number: maybe('N1', 'N2', 'N3'), born: maybe('2020-02-02', '2019-03-03'), of: fc.constantFrom('wrens', 'owls') };
  fc.assert(
    fc.property(
      fc.array(fc.record({ ...facts, name: names, left: fc.boolean() }), { maxLength: 6 }),
      fc.array(fc.record({ ...facts, name: names, same: fc.option(fc.boolean(), { nil: undefined }) }), { maxLength: 6 }),
      (here, list) => {
        const children = here.map((c, k) => child(`${k}`, c.name, { externalId: c.number ?? null, dateOfBirth: c.born ?? null, classId: c.of, left: c.left ? '2026-07-03' : null })); // prettier-ignore
        const rows = list.map((c, k) => row(k + 2, c.name, { externalId: c.number ?? null, dateOfBirth: c.born, className: c.of, same: c.same })); // prettier-ignore
        const verdicts = says(school(children), ...rows);
        expect(verdicts.map((v) => v.row)).toEqual(rows.map((r) => r.row));
        const taken = verdicts.filter((v) => ['match', 'move', 'return'].includes(v.action)).map((v) => v.childId!);
        expect(new Set(taken).size).toBe(taken.length);
        for (const v of verdicts) {
          const is = children.find((c) => c.id === v.childId);
          const said = rows.find((r) => r.row === v.row)!;
          if (is && v.action !== 'ask') {
            expect(is.givenName[0] === said.givenName[0] || (said.same === true && is.externalId === said.externalId)).toBe(true);
            expect(v.action).toBe(is.left !== null ? 'return' : is.classId === said.className ? 'match' : 'move');
          }
          // a new child has nobody's number
          if (v.action === 'add' && said.externalId) expect(children.some((c) => c.externalId === said.externalId)).toBe(false);
        }
      },
    ),
    { numRuns: 400 },
  );
});
