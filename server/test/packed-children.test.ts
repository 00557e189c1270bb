/** Lists of children travel packed: what a page makes out of them is what the server says in full. */
import { packLine, STATES, unpackChildren, type ChildLine, type PackedChildren, type PairStateRow } from '@sapling/contract';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { observation, School, type Person } from './support.js';

const thousandth = fc.integer({ min: 0, max: 1000 }).map((n) => n / 1000);
const pair: fc.Arbitrary<PairStateRow> = fc.record({
  gpc: fc.constantFrom('s:s', 'ai:ay', 'c:k', 'é:e', 'x,y;z:"q"'),
  state: fc.constantFrom(...STATES),
  p: thousandth,
  low: thousandth,
  high: thousandth,
  basedOn: fc.nat(5000),
  lastSeen: fc.option(
    fc.date({ min: new Date('1990-01-02'), max: new Date('2199-12-30'), noInvalidDate: true }).map((d) => d.toISOString()),
  ),
  known: thousandth,
  slow: fc.boolean(),
  due: fc.boolean(),
});

describe('a line, packed', () => {
  it('comes back as it was', () => {
    fc.assert(
      fc.property(fc.array(fc.array(pair, { maxLength: 12 }), { maxLength: 5 }), (lines) => {
        const pairs: string[] = [];
        const numberOf = (gpc: string): number => (pairs.includes(gpc) ? pairs.indexOf(gpc) : pairs.push(gpc) - 1);
        const children = lines.map((line) => ({ line: packLine(line, numberOf) })) as PackedChildren['children'];
        expect(unpackChildren(JSON.parse(JSON.stringify({ pairs, children })) as PackedChildren).map((c) => c.line)).toEqual(lines);
      }),
    );
  });
});

describe('the list of a school, packed', () => {
  const school = new School();
  let lead: Person;
  beforeAll(async () => {
    await school.open();
    lead = await school.setUp();
    const [wrens] = [await school.addClass('Wrens'), await school.addClass('Larks')];
    const kids = await school.addChildren('Wrens', ['Ada', 'Ben', 'Zoë']);
    await school.addChildren('Larks', ['Éva']);
    const { version } = ((await school.ask('GET', '/api/classes', { as: lead })).body as { id: string; version: number }[]).find(
      (c) => c.id === wrens,
    )!;
    await school.ask('PATCH', `/api/classes/${wrens}`, { as: lead, body: { taughtSteps: 9, version } });
    const entries = ['s:s', 'a:a', 't:t'].flatMap((gpc) =>
      [0, 1].map((k) => observation(lead.id, kids[k]!, { gpc, outcome: k === 0 ? 'right' : 'no-answer' })),
    );
    await school.ask('POST', '/api/outbox', { as: lead, body: { entries } });
  });
  afterAll(() => school.close());

  it.each(['', '?classId='])('says the same as in full %s', async (query) => {
    const classes = (await school.ask('GET', '/api/classes', { as: lead })).body as { id: string; name: string }[];
    const which = query && query + classes.find((c) => c.name === 'Wrens')!.id;
    const full = (await school.ask('GET', `/api/children${which}`, { as: lead })).body as ChildLine[];
    const packed = (await school.ask('GET', `/api/children-packed${which}`, { as: lead })).body as PackedChildren;
    expect(full.length).toBe(query ? 3 : 4);
    expect(full.find((c) => c.givenName === 'Ada')!.line.filter((p) => p.basedOn > 0)).toHaveLength(3);
    expect(unpackChildren(packed)).toEqual(full);
  });
});
