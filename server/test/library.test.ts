/** What a school keeps in its library: nothing is overwritten unseen, everything can be taken back, nothing observed changes. */
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { orderToJson } from '@sapling/core/phonics';
import { orderFile, orderFileSchema } from '@sapling/contract';
import { TEACHING_ORDERS } from '@sapling/data';
import { uuidv7 } from '../src/ids.js';
import { observation, School, type Person } from './support.js';

const school = new School();
let lead: Person;
let teacher: Person;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  const wrens = await school.addClass('Wrens');
  teacher = await school.add('teacher', 'teacher', [wrens]);
});
afterAll(() => school.close());

const STEPS = [
  { name: 'One', gpcs: ['s:s', 'a:a', 't:t'], words: ['the'] },
  { name: 'Two', gpcs: ['p:p', 'i:i', 'n:n'], words: [] },
];
const put = (id: string, version: number, steps: unknown = STEPS, as = lead) =>
  school.ask('PUT', `/api/orders/${id}`, { as, body: { name: 'Ours', style: 'cue and answer', steps, version } });
type Order = { id: string; version: number; steps: { gpcs: string[] }[] };

describe('teaching orders', () => {
  it('are kept, changed by version, refused with both when out of date, put away and brought back', async () => {
    const id = uuidv7();
    expect((await put(id, 0)).status).toBe(200);
    expect((await put(id, 0)).status).toBe(409);
    const second = await put(id, 1, [STEPS[1], STEPS[0]], teacher);
    expect((second.body as Order).version).toBe(2);
    const late = await put(id, 1);
    expect(late.status).toBe(409);
    expect((late.body as { code: string; current: Order }).current.steps[0]!.gpcs).toEqual(['p:p', 'i:i', 'n:n']);
    expect((await school.ask('DELETE', `/api/orders/${id}?version=1`, { as: lead })).status).toBe(409);
    expect((await school.ask('DELETE', `/api/orders/${id}?version=2`, { as: lead })).status).toBe(200);
    const ids = async () => ((await school.ask('GET', '/api/orders', { as: lead })).body as Order[]).map((o) => o.id);
    expect(await ids()).not.toContain(id);
    expect((await put(id, 3)).status).toBe(200);
    expect(await ids()).toContain(id);
  });
  it.each([
    [[{ name: 'One', gpcs: ['s:s', 's:s'], words: [] }], 'steps.0.gpcs'],
    [[{ name: 'One', gpcs: ['s:q'], words: [] }], 'steps.0.gpcs'],
    [[{ name: 'One', gpcs: [], words: [] }], 'steps'],
    [[{ name: 'One', gpcs: ['s:s'], words: ['two words'] }], 'steps.0.words'],
  ])('that do not fit are refused with where: %j', async (steps, path) => {
    const { status, body } = await put(uuidv7(), 0, steps);
    expect(status).toBe(400);
    expect((body as { errors: { path: string }[] }).errors[0]!.path).toBe(path);
  });
  it('never change what was observed, decide what counts as taught, and stay while a class follows them', async () => {
    const id = uuidv7();
    await put(id, 0);
    const classId = await school.addClass('Larks');
    const [child] = await school.addChildren('Larks', ['Ida']);
    await school.ask('PATCH', `/api/classes/${classId}`, { as: lead, body: { orderId: id, taughtSteps: 1, version: 1 } });
    const record = observation(lead.id, child!, { gpc: 's:s' });
    await school.ask('POST', '/api/outbox', { as: lead, body: { entries: [record] } });
    const line = async () =>
      ((await school.ask('GET', `/api/children/${child}`, { as: lead })).body as { line: { gpc: string; basedOn: number }[] }).line.map(
        (p) => [p.gpc, p.basedOn],
      );
    const evidence = async () => (await school.ask('GET', `/api/children/${child}/evidence`, { as: lead })).body;
    const before = await evidence();
    expect(await line()).toEqual([
      ['s:s', 1],
      ['a:a', 0],
      ['t:t', 0],
    ]);
    await put(id, 1, [STEPS[1], STEPS[0]]);
    expect(await line()).toEqual([
      ['p:p', 0],
      ['i:i', 0],
      ['n:n', 0],
    ]);
    expect(await evidence()).toEqual(before);
    expect((await school.ask('DELETE', `/api/orders/${id}?version=2`, { as: lead })).body).toMatchObject({ code: 'in-use' });
    // fewer steps than the class was taught is no error
    await put(id, 2, [STEPS[0]]);
    expect(await line()).toEqual([
      ['s:s', 1],
      ['a:a', 0],
      ['t:t', 0],
    ]);
  });
});

describe('the published schema of an order', () => {
  const published = JSON.parse(readFileSync(new URL('../../docs/teaching-order.schema.json', import.meta.url), 'utf8')) as object;
  it('is the one the code has', () => expect(published).toEqual(JSON.parse(JSON.stringify(orderFileSchema()))));
  it('fits every order that ships, as it is written to a file', () => {
    for (const order of TEACHING_ORDERS) expect(orderFile.safeParse(JSON.parse(orderToJson(order))).success).toBe(true);
  });
});

describe('words, cues and rules', () => {
  const cut = (word: string, units: [string, string][], version: number, as = lead) =>
    school.ask('PUT', `/api/words/corrections/${word}`, {
      as,
      body: { units: units.map(([grapheme, sound]) => ({ grapheme, sound })), version },
    });
  it('a cut must spell its word, is shared, and the second to set it is shown the first', async () => {
    expect(
      (
        await cut(
          'again',
          [
            ['a', 'uh'],
            ['g', 'g'],
            ['ai', 'ay'],
          ],
          0,
        )
      ).body,
    ).toMatchObject({ code: 'bad-input' });
    const units: [string, string][] = [
      ['a', 'uh'],
      ['g', 'g'],
      ['ai', 'ay'],
      ['n', 'n'],
    ];
    expect((await cut('again', units, 0)).status).toBe(200);
    const late = await cut('again', units, 0, teacher);
    expect(late.body).toMatchObject({ code: 'newer-version', current: { by: 'Lea Lead', version: 1 } });
    expect((await cut('again', units, 1, teacher)).status).toBe(200);
    expect((await school.ask('DELETE', '/api/words/corrections/again?version=2', { as: lead })).status).toBe(200);
    expect((await school.ask('GET', '/api/words/corrections', { as: teacher })).body).toEqual([]);
    expect((await cut('again', units, 0)).status).toBe(200);
    expect(
      (
        await cut(
          'paste',
          [
            ['p', 'p'],
            ['a_e', 'ay'],
            ['s', 's'],
            ['t', 't'],
          ],
          0,
        )
      ).status,
    ).toBe(200);
  });
  it('a cue keeps its version, and a rule that cannot be counted is refused with its field', async () => {
    const cue = (version: number, keyWord: string) =>
      school.ask('PUT', '/api/cues/ai:ay', { as: lead, body: { keyWord, cue: '', action: '', version } });
    expect((await cue(0, 'snail')).status).toBe(200);
    expect((await cue(0, 'train')).body).toMatchObject({ code: 'newer-version', current: { keyWord: 'snail' } });
    expect((await cue(1, 'train')).body).toMatchObject({ keyWord: 'train', version: 2 });
    // a picture and a story of the school's own: a word with a picture, or a small image, and nothing else
    const own = { keyWord: 'train', cue: '', action: '', story: 'The train has rain on its way.' };
    const draw = (picture: string, version: number) =>
      school.ask('PUT', '/api/cues/ai:ay', { as: lead, body: { ...own, picture, version } });
    expect((await draw('train', 2)).body).toMatchObject({ picture: 'train', story: own.story, version: 3 });
    const image = `data:image/webp;base64,${'A'.repeat(400)}`;
    expect((await draw(image, 3)).body).toMatchObject({ picture: image });
    for (const bad of ['data:image/svg+xml;base64,AAAA', 'https://elsewhere.example/x.png', `data:image/png;base64,${'A'.repeat(70_000)}`])
      expect((await draw(bad, 4)).status).toBe(400);
    const rule = (id: string, version: number, sounds: string[]) =>
      school.ask('PUT', `/api/rules/${id}`, {
        as: lead,
        body: { rule: { says: 'ea says ee', about: 'reading', graphemes: ['ea'], sounds, where: 'anywhere' }, version },
      });
    const id = uuidv7();
    expect((await rule(id, 0, ['zz'])).body).toMatchObject({ code: 'bad-input', errors: [{ path: 'sounds' }] });
    expect((await rule(id, 0, ['ee'])).status).toBe(200);
    expect((await school.ask('DELETE', `/api/rules/${id}?version=1`, { as: lead })).status).toBe(200);
    expect((await rule(id, 2, ['ee'])).status).toBe(200);
    expect((await school.ask('GET', '/api/rules', { as: teacher })).body).toHaveLength(1);
  });
});
