/** Groups on the server: changed all together or not at all, kept when they end, and raised where two cycles changed little. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Group, GroupHistory, GroupRule } from '@sapling/contract';
import { uuidv7 } from '../src/ids.js';
import { School, now, observation, type Person } from './support.js';

const school = new School();
let lead: Person;
let teacher: Person;
let children: string[];
let others: string[];
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  const wrens = await school.addClass('Wrens');
  await school.addClass('Otters');
  children = await school.addChildren('Wrens', ['Ada', 'Ben', 'Cleo', 'Dov', 'Eli', 'Fay']);
  others = await school.addChildren('Otters', ['Gus']);
  teacher = await school.add('teacher', 'teacher', [wrens]);
});
afterAll(() => school.close());

/** The moment so many days ago (to come where negative), ISO 8601 UTC. */
const at = (ago: number): string => new Date(Date.parse(now()) - ago * 86_400_000).toISOString();
const day = (ago: number): string => at(ago).slice(0, 10);
const groups = async (as = lead): Promise<Group[]> => (await school.ask('GET', '/api/groups', { as })).body;
const history = async (as = lead): Promise<GroupHistory> => (await school.ask('GET', '/api/groups/history', { as })).body;
const body = (name: string, members: string[], more = {}) => ({ name, adultId: null, focus: ['ai:ay'], members, ...more });
const arrange = (parts: object, as = lead) =>
  school.ask('POST', '/api/groups/arrange', { as, body: { change: [], add: [], end: [], reopen: [], ...parts } });

describe('an arrangement', () => {
  it('is done all together, and not at all where one group was changed meanwhile', async () => {
    const startsOn = day(51);
    await arrange({
      add: [
        body('Willow', children.slice(0, 3), { startsOn }),
        body('Hazel', children.slice(3, 5), { startsOn, skills: ['blending'], slot: 'nine' }),
      ],
    });
    const [willow, hazel] = (await groups()) as [Group, Group];
    expect(hazel).toMatchObject({ skills: ['blending'], slot: 'nine', endsOn: null });
    await school.ask('PATCH', `/api/groups/${hazel.id}`, { as: lead, body: { name: 'Hazelnut', version: hazel.version } });
    const late = await arrange({
      change: [
        { id: willow.id, version: willow.version, members: [children[5]!] },
        { id: hazel.id, version: hazel.version, members: [children[0]!] },
      ],
      add: [body('New', [])],
    });
    expect(late.status).toBe(409);
    expect(await groups()).toEqual([willow, { ...hazel, name: 'Hazelnut', version: hazel.version + 1 }]);
    // nobody out of reach, whichever part it stands in
    expect((await arrange({ change: [{ id: willow.id, version: willow.version, members: others }] }, teacher)).status).toBe(404);
  });

  it('ends a cycle and begins the next, keeps who was where and who moved, and can be taken back', async () => {
    const before = await groups();
    const started = await arrange({
      add: [body('Rowan', [children[0]!, children[3]!], { startsOn: day(23), endsOn: day(-9) })],
      end: before.map((g) => ({ id: g.id, version: g.version })),
    });
    expect(started.status).toBe(200);
    expect((await groups()).map((g) => [g.name, g.startsOn, g.endsOn])).toEqual([['Rowan', day(23), day(-9)]]);
    const { past, moves } = await history(teacher);
    expect(past.map((g) => [g.name, [...g.members].sort()])).toEqual(
      expect.arrayContaining([
        ['Willow', children.slice(0, 3).sort()],
        ['Hazelnut', children.slice(3, 5).sort()],
      ]),
    );
    expect(moves.filter((m) => m.child === children[0]).map((m) => [m.groupName, m.what])).toEqual([
      ['Rowan', 'joined'],
      ['Willow', 'joined'],
    ]);
    const [rowan] = await groups();
    const back = await arrange({
      end: [{ id: rowan!.id, version: rowan!.version }],
      reopen: before.map((g) => ({ id: g.id, version: g.version + 1 })),
    });
    expect(back.status).toBe(200);
    expect((await groups()).map((g) => [g.id, g.members])).toEqual(before.map((g) => [g.id, g.members]));
    // what was taken back on its first day was no cycle
    await arrange({ end: (await groups()).map((g) => ({ id: g.id, version: g.version })) });
    const short = (
      (await school.ask('POST', '/api/groups', { as: lead, body: { groups: [body('Short', [children[0]!])] } })).body as Group[]
    )[0]!;
    await arrange({ end: [{ id: short.id, version: short.version }] });
    expect((await history()).past.map((g) => g.name)).not.toContain('Short');
    // an ended group nobody of whose children is in reach stays ended
    const far = (await school.ask('POST', '/api/groups', { as: lead, body: { groups: [body('Far', others)] } })).body as Group[];
    await arrange({ end: [{ id: far[0]!.id, version: far[0]!.version }] });
    expect((await arrange({ reopen: [{ id: far[0]!.id, version: far[0]!.version + 1 }] }, teacher)).status).toBe(404);
  });
});

describe('rules about children', () => {
  const save = (rule: object, as = teacher) =>
    school.ask('PUT', `/api/groups/rules/${uuidv7()}`, { as, body: { slots: [], why: '', version: 0, ...rule } });

  it('need the children they are about, are seen by who reaches them all, and go with their version', async () => {
    expect((await save({ kind: 'apart', children: [children[0]!] })).status).toBe(400);
    expect((await save({ kind: 'busy', children: [children[0]!] })).status).toBe(400);
    const apart = (await save({ kind: 'apart', children: children.slice(0, 2), why: 'agreed' })).body as GroupRule;
    await save({ kind: 'apart', children: [children[2]!, others[0]!] }, lead);
    const list = async (as: Person): Promise<GroupRule[]> => (await school.ask('GET', '/api/groups/rules', { as })).body;
    expect((await list(teacher)).map((r) => r.id)).toEqual([apart.id]);
    expect(await list(lead)).toHaveLength(2);
    expect((await school.ask('DELETE', `/api/groups/rules/${apart.id}?version=7`, { as: teacher })).status).toBe(409);
    expect((await school.ask('DELETE', `/api/groups/rules/${apart.id}?version=1`, { as: teacher })).status).toBe(200);
    expect(await list(teacher)).toEqual([]);
  });
});

describe('first language and needs', () => {
  it('come with a class list, stay where it is silent, and go back with its undo', async () => {
    const list = async (id: string, more: object): Promise<void> => {
      const rows = [{ row: 2, givenName: 'Ada', familyName: 'Test', className: 'Wrens', year: '1', externalId: null, ...more }];
      expect((await school.ask('POST', '/api/imports', { as: lead, body: { id, fileName: 'list.csv', rows } })).status).toBe(200);
    };
    const recorded = async (): Promise<unknown> => {
      const { firstLanguage, needs } = (await school.ask('GET', `/api/children/${children[0]}`, { as: lead })).body as Record<
        string,
        string
      >;
      return [firstLanguage, needs];
    };
    await list(uuidv7(), { firstLanguage: 'Polish', needs: 'glasses' });
    const second = uuidv7();
    await list(second, { firstLanguage: 'Urdu' });
    expect(await recorded()).toEqual(['Urdu', 'glasses']);
    expect((await school.ask('POST', `/api/imports/${second}/undo`, { as: lead })).status).toBe(200);
    expect(await recorded()).toEqual(['Polish', 'glasses']);
  });
});

describe('two cycles', () => {
  it('raise a child for whom little changed, and not one who learned, nor one in a first group', async () => {
    const [flat, learner] = children.slice(0, 2) as [string, string];
    const classes = (await school.ask('GET', '/api/classes', { as: lead })).body as { id: string; name: string; version: number }[];
    const schoolClass = classes.find((c) => c.name === 'Wrens');
    await school.ask('PATCH', `/api/classes/${schoolClass!.id}`, { as: lead, body: { taughtSteps: 6, version: schoolClass!.version } });
    const line = ((await school.ask('GET', `/api/children/${flat}`, { as: lead })).body as { line: { gpc: string }[] }).line.map(
      (p) => p.gpc,
    );
    const seen = (child: string, ago: number, outcome: 'right' | 'wrong') =>
      line.slice(0, 10).map((gpc) => observation(lead.id, child, { gpc, at: at(ago), outcome }));
    const entries = [
      ...seen(flat, 70, 'wrong'),
      ...seen(flat, 5, 'wrong'),
      ...seen(learner, 70, 'wrong'),
      ...[6, 5, 4].flatMap((ago) => seen(learner, ago, 'right')),
    ];
    expect(line.length).toBeGreaterThanOrEqual(10);
    const sent = await school.ask('POST', '/api/outbox', { as: lead, body: { entries } });
    expect(sent.status, JSON.stringify(sent.body).slice(0, 300)).toBe(200);
    const old = await groups();
    await arrange({ end: old.map((g) => ({ id: g.id, version: g.version })) });
    await arrange({ add: [body('First', [flat, learner], { startsOn: day(65) })] });
    expect((await history()).flat.map((f) => f.child)).not.toContain(children[5]);
    const [first] = await groups();
    await arrange({ end: [{ id: first!.id, version: first!.version }], add: [body('Second', [flat, learner, children[5]!])] });
    const raised = (await history(teacher)).flat;
    expect(raised.map((f) => f.child)).toEqual([flat]);
    expect(raised[0]).toMatchObject({ since: day(65), of: 10 });
    expect(raised[0]!.cycles).toBeGreaterThanOrEqual(2);
  });
});
