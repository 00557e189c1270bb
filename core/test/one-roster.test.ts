import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readRoster, rosterFiles, type Roster } from '../src/index.js';
import { rosterFaults } from './support/one-roster-rules.js';

const name = fc.constantFrom('Ada', 'Zoë', 'Ng', 'O’Neil', 'van der Berg', 'Łukasz', 'মায়া', ' Ben ', 'Ana, María', '"Bee"');
const id = fc.uuid();
const roster: fc.Arbitrary<Roster> = fc
  .record({
    school: fc.record({ id, name: fc.constantFrom('Fernhollow', 'St. Bee, the “first”') }),
    classes: fc.uniqueArray(fc.record({ id, name, year: fc.constantFrom('Year 1', 'Reception', '2', 'P3', 'Mixed', '', 'Year 14') }), {
      selector: (c) => c.id,
      minLength: 1,
      maxLength: 5,
    }),
    children: fc.uniqueArray(
      fc.record({ id, givenName: name, familyName: fc.oneof(name, fc.constant('')), externalId: fc.constantFrom(null, '0042', 'A/7') }),
      { selector: (c) => c.id, maxLength: 12 },
    ),
    colleagues: fc.uniqueArray(fc.record({ id, name: fc.constantFrom('Maren Oyelaran', 'Prince', 'Ana de la Cruz') }), {
      selector: (c) => c.id,
      maxLength: 4,
    }),
  })
  .chain((r) =>
    fc.infiniteStream(fc.nat()).map((random) => {
      const pick = (): string => r.classes[random.next().value! % r.classes.length]!.id;
      return {
        ...r,
        children: r.children.map((c) => ({ ...c, classId: pick() })),
        colleagues: r.colleagues.map((c) => ({ ...c, classIds: [...new Set([pick(), pick()])] })),
        year: { from: '2026-09-01', to: '2027-08-31' },
      };
    }),
  );

describe('class lists as OneRoster 1.2', () => {
  it('hold to the published field lists, whoever is in them', () => {
    fc.assert(
      fc.property(roster, (r) => {
        expect(rosterFaults(rosterFiles(r))).toEqual([]);
      }),
    );
  });

  it('the validator finds a fault in each kind of column', () => {
    const files = rosterFiles({
      school: { id: 's', name: 'S' },
      classes: [{ id: 'c', name: 'Oak', year: '1' }],
      children: [{ id: 'k', givenName: 'Ada', familyName: 'B', classId: 'c', externalId: null }],
      colleagues: [],
      year: { from: '2026-09-01', to: '2027-08-31' },
    });
    const spoilt = (file: string, column: string, value: string): string[] => {
      const [header, ...rows] = files[file]!;
      const k = header!.indexOf(column);
      return rosterFaults({ ...files, [file]: [header!, ...rows.map((row) => row.map((cell, n) => (n === k ? value : cell)))] });
    };
    for (const [file, column, value] of [
      ['users.csv', 'familyName', ''],
      ['users.csv', 'enabledUser', 'yes'],
      ['users.csv', 'status', 'active'],
      ['classes.csv', 'classType', 'group'],
      ['classes.csv', 'grades', 'Year 1'],
      ['enrollments.csv', 'classSourcedId', 'nobody'],
      ['academicSessions.csv', 'startDate', '1.9.2026'],
      ['roles.csv', 'role', 'pupil'],
    ] as const)
      expect(spoilt(file, column, value), `${file} ${column}`).not.toEqual([]);
    expect(rosterFaults({ ...files, 'roles.csv': undefined as never })).not.toEqual([]);
  });

  it('come back as the children they were, one class each', () => {
    fc.assert(
      fc.property(roster, (r) => {
        const read = readRoster(rosterFiles(r));
        expect(read).toHaveLength(r.children.length);
        expect(read.map((x) => [x.givenName, x.familyName, x.externalId]).sort()).toEqual(
          r.children.map((c) => [c.givenName.trim(), c.familyName.trim(), c.externalId ?? c.id]).sort(),
        );
      }),
    );
  });
});
