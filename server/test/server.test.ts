import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { hashPassword, verifyPassword } from '../src/auth/password.js';
import { knownFormat, openDatabase } from '../src/db/open.js';
import { uuidv7 } from '../src/ids.js';
import { PASSWORD, PLAN, School, now, observation, type Person } from './support.js';

const school = new School();
let lead: Person;
let tutor: Person;
let children: string[];
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Wrens');
  children = await school.addChildren('Wrens', ['Ada', 'Ben', 'Cleo']);
  tutor = await school.add('tutor', 'tutor');
});
afterAll(() => school.close());

const send = (person: Person, entries: unknown[]) => school.ask('POST', '/api/outbox', { as: person, body: { entries } });
const statuses = (answer: { body: unknown }): string[] => (answer.body as { results: { status: string }[] }).results.map((r) => r.status);
const evidence = async (child: string): Promise<{ id: string; counts: boolean; gpc: string }[]> =>
  (await school.ask('GET', `/api/children/${child}/evidence`, { as: lead })).body;

describe('the outbox', () => {
  it('stores each record once however it is sent: any batches, any repeats, any order', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.array(fc.nat(7), { minLength: 1, maxLength: 12 }), { minLength: 1, maxLength: 5 }), async (batches) => {
        const entries = Array.from({ length: 8 }, () => observation(lead.id, children[0]!));
        for (const batch of batches)
          await send(
            lead,
            batch.map((k) => entries[k]!),
          );
        const sent = new Set(batches.flat().map((k) => entries[k]!.id));
        const stored = (await evidence(children[0]!)).filter((o) => entries.some((e) => e.id === o.id)).map((o) => o.id);
        expect(stored.sort()).toEqual([...sent].sort());
      }),
      { numRuns: 12 },
    );
  });

  it('a withdrawal may come before what it takes back; a correction replaces, and taking it back restores', async () => {
    const first = observation(lead.id, children[1]!);
    const correction = observation(lead.id, children[1]!, { outcome: 'wrong', replaces: first.id });
    const withdrawal = (of: string) => {
      const id = uuidv7();
      return { type: 'withdrawal', id, record: { id, observation: of, child: children[1]!, by: lead.id, at: now() } };
    };
    const later = observation(lead.id, children[1]!, { gpc: 't:t' });
    expect(statuses(await send(lead, [withdrawal(later.id), later, first, correction]))).toEqual(['stored', 'stored', 'stored', 'stored']);
    const counting = async (): Promise<string[]> => (await evidence(children[1]!)).filter((o) => o.counts).map((o) => o.id);
    expect(await counting()).toEqual([correction.id]);
    await send(lead, [withdrawal(correction.id)]);
    expect(await counting()).toEqual([first.id]);
  });

  it('what is read is fresh after each kind of record', async () => {
    const basedOn = async (): Promise<number> => {
      const { body } = await school.ask('GET', `/api/children/${children[2]!}`, { as: lead });
      return (body as { line: { gpc: string; basedOn: number }[] }).line.find((c) => c.gpc === 's:s')?.basedOn ?? 0;
    };
    const [schoolClass] = (await school.ask('GET', '/api/classes', { as: lead })).body as { id: string; version: number }[];
    await school.ask('PATCH', `/api/classes/${schoolClass!.id}`, { as: lead, body: { taughtSteps: 3, version: schoolClass!.version } });
    expect(await basedOn()).toBe(0);
    const one = observation(lead.id, children[2]!);
    await send(lead, [one]);
    expect(await basedOn()).toBe(1);
    const id = uuidv7();
    await send(lead, [{ type: 'withdrawal', id, record: { id, observation: one.id, child: children[2]!, by: lead.id, at: now() } }]);
    expect(await basedOn()).toBe(0);
  });

  it('refuses another’s name, a clock a day ahead, and ids that differ, each with a reason', async () => {
    const forged = observation(tutor.id, children[0]!);
    const ahead = observation(lead.id, children[0]!, { at: new Date(Date.parse(now()) + 2 * 86_400_000).toISOString() });
    const twisted = { ...observation(lead.id, children[0]!), id: uuidv7() };
    const { body } = await send(lead, [forged, ahead, twisted]);
    const { results } = body as { results: { status: string; reason: string }[] };
    expect(results.map((r) => r.status)).toEqual(['refused', 'refused', 'refused']);
    expect(results.every((r) => r.reason.length > 10)).toBe(true);
  });

  it('refuses what does not fit the contract, naming the field: an entry alone, a batch as a whole', async () => {
    const { status, body } = await send(lead, [observation(lead.id, children[0]!, { outcome: 'brilliant' })]);
    expect(status).toBe(200);
    expect((body as { results: { status: string; reason: string }[] }).results[0]).toMatchObject({
      status: 'refused',
      reason: expect.stringContaining('outcome') as unknown,
    });
    const whole = await send(lead, []);
    expect(whole.status).toBe(400);
    expect(whole.type).toContain('application/problem+json');
    expect((whole.body as { errors: { path: string }[] }).errors[0]!.path).toBe('entries');
  });
});

describe('writes', () => {
  it('need the token of the sign-in, our own origin and JSON', async () => {
    const path = '/api/classes';
    const body = { name: 'Forged', year: '', orderId: 'riverbank' };
    const refused = async (headers: Record<string, string>): Promise<number> =>
      (await school.ask('POST', path, { as: lead, body, headers })).status;
    expect(await refused({ 'x-csrf-token': 'guess' })).toBe(403);
    expect(await refused({ origin: 'https://elsewhere.example' })).toBe(403);
    expect(await refused({ 'sec-fetch-site': 'cross-site' })).toBe(403);
    expect(await refused({ 'content-type': 'text/plain' })).toBe(403);
    // the token of one colleague is none for another
    expect(await refused({ 'x-csrf-token': tutor.csrf })).toBe(403);
    const names = ((await school.ask('GET', path, { as: lead })).body as { name: string }[]).map((c) => c.name);
    expect(names).not.toContain('Forged');
  });

  it('of an older version are refused with what is there now', async () => {
    const [made] = (
      await school.ask('POST', '/api/groups', {
        as: lead,
        body: { groups: [{ name: 'One', adultId: null, focus: [], members: [children[0]!] }] },
      })
    ).body as {
      id: string;
      version: number;
    }[];
    const change = (name: string) => school.ask('PATCH', `/api/groups/${made!.id}`, { as: lead, body: { name, version: made!.version } });
    const [first, second] = await Promise.all([change('Two'), change('Three')]);
    expect([first.status, second.status].sort()).toEqual([200, 409]);
    const lost = first.status === 409 ? first : second;
    expect((lost.body as { code: string }).code).toBe('newer-version');
    const current = (lost.body as { current: { version: number } }).current;
    expect(current.version).toBeGreaterThanOrEqual(made!.version);
  });

  it('of a logged session keep its record', async () => {
    const end = ((await school.ask('GET', '/api/groups', { as: lead })).body as { id: string; version: number }[]).map(({ id, version }) => ({ id, version })); // prettier-ignore
    await school.ask('POST', '/api/groups/arrange', { as: lead, body: { change: [], add: [], end, reopen: [] } });
    const [made] = (
      await school.ask('POST', '/api/groups', {
        as: lead,
        body: { groups: [{ name: 'Log', adultId: tutor.id, focus: [], members: children }] },
      })
    ).body as { id: string }[];
    const session = (
      await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: made!.id, on: '2026-11-24', adultId: tutor.id, plan: PLAN } })
    ).body as { id: string; version: number };
    const id = uuidv7();
    const record = {
      id,
      session: session.id,
      by: tutor.id,
      at: now(),
      attendance: [{ child: children[0]!, present: true }],
      done: ['Focus'],
      happened: 'Went well.',
    };
    expect(statuses(await send(tutor, [{ type: 'log', id, record }]))).toEqual(['stored']);
    const removed = await school.ask('DELETE', `/api/sessions/${session.id}?version=${session.version}`, { as: lead });
    expect(removed.status).toBe(409);
    expect((removed.body as { code: string }).code).toBe('cannot-undo');
  });

  it('of an import happen once for one id and undo wholly', async () => {
    const id = uuidv7();
    const rows = ['Ida', 'Jon'].map((givenName, k) => ({
      row: k + 2,
      givenName,
      familyName: 'X',
      className: 'Larks',
      year: '',
      externalId: `L${k}`,
    }));
    const run = () => school.ask('POST', '/api/imports', { as: lead, body: { id, fileName: 'larks.csv', rows } });
    const before = ((await school.ask('GET', '/api/children', { as: lead })).body as unknown[]).length;
    await run();
    await run();
    expect(((await school.ask('GET', '/api/children', { as: lead })).body as unknown[]).length).toBe(before + 2);
    await school.ask('POST', `/api/imports/${id}/undo`, { as: lead });
    expect(((await school.ask('GET', '/api/children', { as: lead })).body as unknown[]).length).toBe(before);
  });
});

describe('passwords', () => {
  it('are hashed with scrypt, a salt each, and never stored plainly', async () => {
    const [a, b] = [await hashPassword(PASSWORD), await hashPassword(PASSWORD)];
    expect(a).not.toBe(b);
    expect(a).toContain('scrypt');
    expect(a).not.toContain(PASSWORD);
    expect(await verifyPassword(PASSWORD, a)).toBe(true);
    expect(await verifyPassword(`${PASSWORD}!`, a)).toBe(false);
  });
});

describe('logs and health', () => {
  it('hold no child’s name, no colleague’s address, no text', async () => {
    await school.ask('GET', '/api/children?classId=x', { as: lead });
    await school.ask('GET', '/api/today', { as: lead });
    const all = school.log.join('');
    expect(all).toContain('"path":"/api/children"');
    for (const word of ['Ada', 'Cleo', 'school.example', 'Went well', 'Lea Lead']) expect(all).not.toContain(word);
    for (const line of school.log) expect(() => JSON.parse(line) as unknown).not.toThrow();
  });
  it('says that the database is up', async () => {
    const { status, body } = await school.ask('GET', '/api/health');
    expect(status).toBe(200);
    expect(body).toMatchObject({ ok: true, database: 'up' });
    expect((await school.ask('GET', '/api/ready')).status).toBe(200);
  });
  it('an unknown address is a problem too, not a page', async () => {
    const { status, type } = await school.ask('GET', '/api/no-such-thing');
    expect(status).toBe(404);
    expect(type).toContain('application/problem+json');
  });
});

describe('the data folder', () => {
  it('of a newer version is refused and left as it was', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'sapling-newer-'));
    const opened = await openDatabase({ folder });
    await opened.close();
    const marker = join(folder, 'sapling.json');
    const stored = JSON.parse(readFileSync(marker, 'utf8')) as { format: number };
    expect(stored.format).toBe(knownFormat());
    const copy = `${folder}-copy`;
    cpSync(folder, copy, { recursive: true });
    writeFileSync(marker, JSON.stringify({ ...stored, format: stored.format + 1 }));
    const before = readFileSync(marker, 'utf8');
    await expect(openDatabase({ folder })).rejects.toMatchObject({ name: 'DataFolderError', code: 'newer-version' });
    expect(readFileSync(marker, 'utf8')).toBe(before);
    // undamaged: with its own version it opens again
    writeFileSync(marker, JSON.stringify(stored));
    await (await openDatabase({ folder })).close();
    rmSync(folder, { recursive: true });
    rmSync(copy, { recursive: true });
  });
  it('in use is refused', async () => {
    await expect(openDatabase({ folder: school.folder })).rejects.toMatchObject({ name: 'DataFolderError', code: 'in-use' });
  });
});
