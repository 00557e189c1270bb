/** What holds of every endpoint and every record on its way: addresses, limits, and what no field may hold. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { CHECK_KINDS } from '@sapling/core/checks';
import { OBSERVATION_KINDS, OUTCOMES } from '@sapling/core/evidence';
import {
  ADDRESSES,
  day,
  DEFAULT_SETTINGS,
  endpoints,
  importRow,
  instant,
  observation,
  OUTBOX_BATCH,
  outboxEntry,
  outboxResult,
  PROBLEM_CODES,
  PROBLEM_SENTENCES,
  problemSchema,
  screenCode,
  settings,
  type EndpointName,
  type OutboxEntry,
} from '../src/index.js';

const names = Object.keys(endpoints) as EndpointName[];
const uuid = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const shapeOf = (schema: unknown): Record<string, z.ZodType> => (schema as { shape?: Record<string, z.ZodType> }).shape ?? {};

describe('every endpoint', () => {
  it('has the address that callers have, and no two have the same', () => {
    expect(names.sort()).toEqual((Object.keys(ADDRESSES) as EndpointName[]).sort());
    for (const name of names) expect([endpoints[name].method, endpoints[name].path]).toEqual([...ADDRESSES[name]]);
    // parameters by whatever name take the same place
    const places = names.map((name) => `${endpoints[name].method} ${endpoints[name].path.replace(/:\w+/g, ':')}`);
    expect(places.filter((p, k) => places.indexOf(p) !== k)).toEqual([]);
  });
  it.each(names)('%s: says of each part of its path what it may be, and of nothing else', (name) => {
    const { path, params } = endpoints[name];
    expect(Object.keys(shapeOf(params)).sort()).toEqual([...path.matchAll(/:(\w+)/g)].map((m) => m[1]!).sort());
    for (const [key, schema] of Object.entries(shapeOf(params))) {
      // a number is counted from 0 up, anything else is a word that is not empty
      const number = typeof schema.safeParse('7').data === 'number';
      for (const bad of number ? ['-1', '1.5', '9999'] : ['', ' '])
        expect(schema.safeParse(bad).success, `${key} may be "${bad}"`).toBe(false);
      expect(schema.safeParse('../../etc').success, `${key} may climb`).toBe(false);
      expect(schema.safeParse('x'.repeat(5000)).success, `${key} may be endless`).toBe(false);
    }
  });
  it.each(names.filter((name) => endpoints[name].method === 'GET'))('%s reads, and takes no body', (name) => {
    expect(Object.keys(shapeOf(endpoints[name].body))).toEqual([]);
  });
  it.each(names)('%s: every text that can be written has an end', (name) => {
    const endless: string[] = [];
    const look = (schema: z.core.JSONSchema.BaseSchema | boolean | undefined, at: string): void => {
      if (!schema || typeof schema === 'boolean') return;
      const bounded =
        schema.maxLength !== undefined ||
        schema.pattern !== undefined ||
        schema.format !== undefined ||
        schema.enum ||
        schema.const !== undefined;
      if (schema.type === 'string' && !bounded) endless.push(at);
      for (const [key, part] of Object.entries(schema.properties ?? {})) look(part as z.core.JSONSchema.BaseSchema, `${at}.${key}`);
      for (const part of [...(schema.anyOf ?? []), ...(schema.oneOf ?? []), ...(schema.allOf ?? [])])
        look(part as z.core.JSONSchema.BaseSchema, at);
      if (schema.items) look(schema.items as z.core.JSONSchema.BaseSchema, `${at}[]`);
    };
    for (const part of ['query', 'body'] as const)
      look(z.toJSONSchema(endpoints[name][part], { unrepresentable: 'any', io: 'input' }) as z.core.JSONSchema.BaseSchema, part);
    expect(endless).toEqual([]);
  });
});

describe('a refusal', () => {
  it('has a sentence for a person, whatever its code', () => {
    for (const code of PROBLEM_CODES) {
      expect(PROBLEM_SENTENCES[code]).toMatch(/^[A-Z].*[.?!]$/);
      expect(PROBLEM_SENTENCES[code]).not.toMatch(/undefined|null|\bid\b|HTTP|JSON/);
    }
    expect(new Set(Object.values(PROBLEM_SENTENCES)).size).toBe(PROBLEM_CODES.length);
  });
  it('of a code that nobody knows is no refusal of ours', () => {
    const shape = { type: 'about:blank', title: 'x', status: 400, code: 'bad-input' };
    const known = problemSchema.safeParse(shape);
    expect(problemSchema.safeParse({ ...shape, code: 'odd' }).success).toBe(false);
    if (known.success) expect(known.data.code).toBe('bad-input');
  });
});

const AT = '2026-11-24T09:00:00.000Z';
const mark = {
  id: uuid(1),
  child: uuid(2),
  by: uuid(3),
  at: AT,
  kind: 'see-say',
  gpc: 'ai:ay',
  outcome: 'right',
} as const;

describe('an observation on its way', () => {
  it('comes through as it was, whatever kind and outcome', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...OBSERVATION_KINDS),
        fc.constantFrom(...OUTCOMES),
        fc.option(fc.integer({ min: 0, max: 600_000 }), { nil: undefined }),
        fc.boolean(),
        (kind, outcome, ms, fromMemory) => {
          const sent = { ...mark, kind, outcome, ...(ms === undefined ? {} : { ms }), ...(fromMemory ? { fromMemory } : {}) };
          expect(observation.parse(JSON.parse(JSON.stringify(sent)))).toEqual(sent);
        },
      ),
    );
  });
  it.each([
    ['a kind that is none', { kind: 'staring' }],
    ['an outcome that is none', { outcome: 'maybe' }],
    ['a pair that is none', { gpc: 'ai' }],
    ['a child that is no id', { child: 'Wren' }],
    ['no moment', { at: 'yesterday' }],
    ['a moment nobody can mean', { at: '0000-01-01T00:00:00.000Z' }],
    ['a time that runs backwards', { ms: -5 }],
    ['a time that is no number', { ms: 'fast' }],
  ])('is refused with %s', (_, wrong) => {
    expect(observation.safeParse({ ...mark, ...wrong }).success).toBe(false);
  });
});

describe('a record that waits on a device', () => {
  const child = uuid(2);
  const by = uuid(3);
  const records: OutboxEntry[] = [
    { type: 'observation', id: uuid(1), record: { ...mark } },
    { type: 'withdrawal', id: uuid(5), record: { id: uuid(5), observation: uuid(1), child, by, at: AT } },
    { type: 'finish', id: uuid(6), record: { id: uuid(6), check: uuid(7), child, at: AT, reason: 'stopped' } },
  ] as OutboxEntry[];
  it.each(records.map((r) => [r.type, r] as const))('%s comes through as it was', (_, record) => {
    expect(outboxEntry.parse(JSON.parse(JSON.stringify(record)))).toEqual(record);
  });
  it('is told apart by its type: one of no type, or with the record of another, is refused', () => {
    expect(outboxEntry.safeParse({ ...records[0], type: 'rumour' }).success).toBe(false);
    expect(outboxEntry.safeParse({ ...records[1], type: 'finish' }).success).toBe(false);
    expect(outboxEntry.safeParse({ type: 'observation', id: uuid(1) }).success).toBe(false);
  });
  it('goes in batches that end, each answered by its id', () => {
    const { body } = endpoints.sendOutbox;
    const many = (n: number) => ({ entries: Array.from({ length: n }, () => records[0]) });
    expect(body.safeParse(many(OUTBOX_BATCH)).success).toBe(true);
    expect(body.safeParse(many(OUTBOX_BATCH + 1)).success).toBe(false);
    expect(outboxResult.safeParse({ results: [{ id: uuid(1), status: 'stored' }] }).success).toBe(true);
    expect(outboxResult.safeParse({ results: [{ id: uuid(1), status: 'perhaps' }] }).success).toBe(false);
  });
});

describe('small things that are typed by hand', () => {
  it('a moment and a day are ISO 8601, and can be meant', () => {
    for (const good of [AT, '1990-01-01T00:00:00Z', '2199-12-31T23:59:59.999Z']) expect(instant.safeParse(good).success).toBe(true);
    for (const bad of ['2026-11-24', '2026-11-24T09:00', '24/11/2026', '2200-01-01T00:00:00Z', '', '2026-13-01T00:00:00Z'])
      expect(instant.safeParse(bad).success).toBe(false);
    expect(day.safeParse('2026-02-29').success).toBe(false);
    expect(day.safeParse('2028-02-29').success).toBe(true);
  });
  it('a code of a second screen holds no letter that is mistaken for a digit', () => {
    for (const bad of ['AB0CD', 'AB1CD', 'ABICD', 'ABOCD', 'abcde', 'ABCD', 'ABCDEF'])
      expect(screenCode.safeParse(bad).success).toBe(false);
    expect(screenCode.safeParse('7KQ2M').success).toBe(true);
  });
  it('a row of a class list needs a given name and a class, keeps no blanks around them, and no name of half a page', () => {
    const row = { row: 2, givenName: ' Wren ', familyName: '', className: ' Wrens', year: '', externalId: null };
    expect(importRow.parse(row)).toMatchObject({ givenName: 'Wren', className: 'Wrens' });
    expect(importRow.safeParse({ ...row, givenName: '   ' }).success).toBe(false);
    expect(importRow.safeParse({ ...row, className: '' }).success).toBe(false);
    expect(importRow.safeParse({ ...row, familyName: 'x'.repeat(81) }).success).toBe(false);
    expect(importRow.safeParse({ ...row, dateOfBirth: '31/01/2020' }).success).toBe(false);
  });
});

describe('the settings of a school', () => {
  it('as they begin are settings, and come back as they were', () => {
    const there = JSON.parse(JSON.stringify(DEFAULT_SETTINGS)) as unknown;
    expect(settings.parse(there)).toEqual(there);
  });
});

it('knows every kind of check by one name', () => {
  expect(new Set(CHECK_KINDS).size).toBe(CHECK_KINDS.length);
});
