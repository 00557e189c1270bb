/**
 * Walks every route with every part and without a session. The table says what each should be answered; a route that is missing
 * from it fails the test.
 */
import { endpoints, problemSchema, ROLES, type EndpointName } from '@sapling/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { routes } from '../../src/routes.js';
import type { Person } from '../support.js';
import { schoolOfTwo, type SchoolOfTwo } from './school-of-two.js';
import { FINE, none, tableOf } from './table.js';

const s = {} as SchoolOfTwo;
const table = tableOf(s);
beforeAll(async () => void Object.assign(s, await schoolOfTwo()));
afterAll(() => s.school.close());

describe('access', () => {
  it('has a row for every route, and a route for every operation of the contract', () => {
    expect(routes.map((r) => r.name).sort()).toEqual(Object.keys(table).sort());
    expect(Object.keys(endpoints).sort()).toEqual(Object.keys(table).sort());
  });

  for (const name of Object.keys(table) as EndpointName[]) {
    const row = table[name];
    const { method } = endpoints[name];
    it(`${name}: without a session`, async () => {
      const { status, body, type } = await s.school.ask(method, row.path(), { body: row.body?.({ id: none } as Person) });
      if (row.open) return expect([200, ...(FINE[name] ?? [])]).toContain(status);
      expect(status).toBe(401);
      expect(type).toContain('application/problem+json');
      expect(problemSchema.parse(body).code).toBe('not-signed-in');
    });

    for (const role of ROLES) {
      it(`${name}: ${role}`, async () => {
        // signing out ends the session, so it is tried with one that is not needed again
        const person = name === 'signOut' ? await s.school.add(`leaving ${role}`, role, [s.wrens]) : s.school.people.get(role)!;
        const { status, body } = await s.school.ask(method, row.path(), { as: person, body: row.body?.(person) });
        if (row.may.includes(role)) expect([200, ...(FINE[name] ?? [])], JSON.stringify(body)).toContain(status);
        else {
          expect([403, 404]).toContain(status);
          expect(['not-allowed', 'not-found']).toContain(problemSchema.parse(body).code);
        }
        if (!row.far || role === 'lead') return;
        const far = await s.school.ask(method, row.far(), { as: person, body: (row.farBody ?? row.body)?.(person) });
        expect([403, 404], `${role} reached ${row.far()}`).toContain(far.status);
      });
    }
  }
});
