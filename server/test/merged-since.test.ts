/** What a device sends of a record that has become another one meanwhile, and where it goes when the two are taken apart. */
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Session } from '@sapling/contract';
import { uuidv7 } from '../src/ids.js';
import { now, observation, reading, schoolToday, type Person } from './support.js';
import { aReading, planFor, readingStep } from './walk/records.js';
import { World, type ChildRow } from './walk/world.js';

const w = new World();
beforeAll(async () => {
  await w.open();
  for (const { id, version } of await w.classes()) await w.ask('PATCH', `/api/classes/${id}`, { taughtSteps: 12, version });
});
afterAll(() => w.school.close());

const sessionOf = (id: string): Promise<Session> => w.get(`/api/sessions/${id}`);
const there = (s: Session): string[] => s.log!.attendance.filter((a) => a.present).map((a) => a.child);
/** What is seen of each of these: looks at pairs, and readings. */
async function figures(...ids: string[]): Promise<[looks: number, readings: number][]> {
  const [kids, texts] = [await w.children(), await w.readings()];
  const looks = ({ line }: ChildRow): number => line.reduce((sum, p) => sum + p.basedOn, 0);
  return ids.map((id) => [looks(kids.find((c) => c.id === id)!), texts.filter((r) => r.child === id).length]);
}
const newChild = async (givenName: string): Promise<string> => {
  const record = { familyName: 'Sando', externalId: null, firstLanguage: '', needs: '', dateOfBirth: null };
  const classId = (await w.classes())[0]!.id;
  return (await w.ask<{ id: string }>('POST', '/api/children', { id: uuidv7(), givenName, classId, ...record })).id;
};

interface Open {
  readonly check: string;
  readonly first: string;
  readonly reading: string;
}
/** A check that is begun, and a text that was read. */
async function begun(child: string): Promise<Open> {
  const [check, by] = [uuidv7(), w.lead.id];
  const { record } = observation(by, child, { check, gpc: 's:s', outcome: 'wrong' });
  await w.send(['check', { id: check, child, by, startedAt: now(), kind: 'see-say', stack: ['s:s', 't:t'] }], ['observation', record]);
  return { check, first: record.id, reading: await aReading(w, child, 2) };
}
/** The page of the check stands open: it is marked on, one mark put right, another taken back, and ended; a text is gone into, another begun. */
async function goneOn(child: string, { check, first, reading: text }: Open): Promise<void> {
  const by = w.lead.id;
  const slip = observation(by, child, { gpc: 'a:a' }).record;
  await w.send(
    ['observation', observation(by, child, { check, gpc: 't:t' }).record],
    ['observation', observation(by, child, { check, gpc: 's:s', replaces: first }).record],
    ['observation', slip],
    ['withdrawal', { id: uuidv7(), observation: slip.id, child, by, at: now() }],
    ['finish', { id: uuidv7(), check, child, by, at: now(), reason: 'done' }],
  );
  await readingStep(w, child, text, 5, { what: 'answer', question: 0, answered: 'right' });
  await w.send(['reading', reading(by, child, uuidv7())]);
}

it('is kept under the record that stayed, and goes back with the one that went', async () => {
  const [kept, gone, apart] = [await newChild('Noa'), await newChild('Noah'), await newChild('Lev')];
  const by = w.lead.id;
  const [open, other] = [await begun(gone), await begun(apart)];
  const [group] = await w.ask<[{ id: string }]>('POST', '/api/groups', { groups: [{ name: 'Ash', adultId: by, focus: ['ai:ay'], members: [kept, gone] }] }); // prettier-ignore
  const plan = planFor([gone], () => 0);
  const { id: session } = await w.ask<Session>('POST', '/api/sessions', { groupId: group.id, on: schoolToday(), adultId: by, plan });

  const merge = await w.merge(kept, gone);
  await goneOn(gone, open);
  await goneOn(apart, other);
  // the session is held, with the names that stood in its plan
  const attendance = [{ child: kept, present: false }, { child: gone, present: true }]; // prettier-ignore
  await w.send(['log', { id: uuidv7(), session, by, at: now(), attendance, done: ['w'], happened: 'Well.' }]);

  // as of a child who has one record
  const [[looks, texts]] = (await figures(apart)) as [[number, number]];
  expect([looks > 10, texts]).toEqual([true, 2]);
  expect(await figures(kept)).toEqual([[looks, texts]]);
  expect(there(await sessionOf(session))).toEqual([kept]);
  expect(await w.get<{ child: string }>(`/api/checks/${open.check}`)).toMatchObject({ child: kept, finishedAt: expect.any(String) });
  expect((await w.children()).some((c) => c.id === gone)).toBe(false);

  await w.ask('POST', `/api/merges/${merge.id}/undo`);
  expect(await figures(kept, gone)).toEqual([[0, 0], [looks, texts]]); // prettier-ignore
  expect(there(await sessionOf(session))).toEqual([gone]);
  expect(await w.get<{ child: string }>(`/api/checks/${open.check}`)).toMatchObject({ child: gone });
});

it('finds its way through two merges, and back through both', async () => {
  const [a, b, c] = [await newChild('Ana'), await newChild('Anna'), await newChild('Annah')];
  const one = await w.merge(b, a);
  const two = await w.merge(c, b);
  await w.send(['observation', observation(w.lead.id, a).record], ['observation', observation(w.lead.id, b, { gpc: 't:t' }).record]);
  expect(await figures(c)).toEqual([[2, 0]]);
  await w.ask('POST', `/api/merges/${two.id}/undo`);
  expect(await figures(b, c)).toEqual([[2, 0], [0, 0]]); // prettier-ignore
  await w.ask('POST', `/api/merges/${one.id}/undo`);
  expect((await figures(a, b, c)).map(([looks]) => looks)).toEqual([1, 1, 0]);
});

it('is refused of whoever does not reach the record that stayed, and kept of whoever does', async () => {
  const [kept, gone] = [await newChild('Ian'), await newChild('Iain')];
  await w.merge(kept, gone);
  const results = async (as: Person): Promise<string[]> => {
    const { record } = observation(as.id, gone);
    const { body } = await w.school.ask('POST', '/api/outbox', { as, body: { entries: [{ type: 'observation', id: record.id, record }] } });
    return (body as { results: { status: string }[] }).results.map((r) => r.status);
  };
  expect(await results(w.tutor)).toEqual(['refused']);
  expect(await results(w.teacher)).toEqual(['stored']);
});
