/** An installation moves from its folder into PostgreSQL and back: the same answers everywhere. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { runCommand } from '../src/commands.js';
import { readConfig } from '../src/config.js';
import { DatabaseRecordings } from '../src/readings/recording-store.js';
import { uuidv7 } from '../src/ids.js';
import { PostgresServer } from './postgres-server.js';
import { now, observation, PASSWORD, PLAN, reading, School, schoolToday, type Person } from './support.js';

let server: PostgresServer;
let url: string;
const school = new School();
const back = mkdtempSync(join(tmpdir(), 'sapling-back-'));
let lead: Person;
let kids: string[];
const read = uuidv7();

beforeAll(async () => {
  server = await PostgresServer.start();
  url = await server.database('school');
  await school.open();
  lead = await school.setUp();
  const wrens = await school.addClass('Wrens');
  kids = await school.addChildren('Wrens', ['Zoë', 'Ben', '声']);
  await school.add('teacher', 'teacher', [wrens]);
  const many = Array.from({ length: 1200 }, (_, k) =>
    observation(lead.id, kids[k % 3]!, { said: k % 7 === 0 ? `“${k}” \\ é` : undefined }),
  );
  for (let at = 0; at < many.length; at += 200)
    await school.ask('POST', '/api/outbox', { as: lead, body: { entries: many.slice(at, at + 200) } });
  await school.ask('PUT', `/api/children/${kids[0]!}/recording-consent`, { as: lead, body: { consent: true } });
  await school.ask('POST', '/api/outbox', {
    as: lead,
    body: { entries: [{ type: 'reading', id: read, record: reading(lead.id, kids[0]!, read) }] },
  });
  for (const part of [0, 1])
    await school.ask('PUT', `/api/readings/${read}/recording/${part}`, {
      as: lead,
      body: { mime: 'audio/webm', base64: Buffer.from(Array.from({ length: 400 }, (_, k) => (k * 7 + part) % 256)).toString('base64') },
    });
  const made = await school.ask('POST', '/api/groups', {
    as: lead,
    body: { groups: [{ name: 'Bees', focus: ['ai:ay'], adultId: lead.id, members: kids.slice(0, 2) }] },
  });
  const [group] = made.body as { id: string }[];
  await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group!.id, on: schoolToday(), adultId: lead.id, plan: PLAN } });
});
afterAll(() => {
  server.stop();
  for (const folder of [school.folder, back]) rmSync(folder, { recursive: true, force: true });
});

const PATHS = [
  '/api/children',
  '/api/classes',
  '/api/team',
  '/api/groups',
  '/api/sessions',
  '/api/readings',
  '/api/settings',
  '/api/checks',
];
async function answers(at: School): Promise<Record<string, unknown>> {
  const out: Record<string, unknown> = {};
  for (const path of [...PATHS, ...kids.map((id) => `/api/children/${id}/evidence`), `/api/readings/${read}`])
    out[path] = (await at.ask('GET', path, { as: lead })).body;
  const sound = await fetch(`${at.running.url}/api/readings/${read}/recording`, { headers: { cookie: lead.cookie } });
  out.sound = Buffer.from(await sound.arrayBuffer()).toString('base64');
  return out;
}
const config = (folder: string) => readConfig({ SAPLING_DATA: folder, DATABASE_URL: url, NODE_ENV: 'test' });

describe('a move', () => {
  it('goes there and back, and every answer is the same, to the sign-in and the sound', async () => {
    const before = await answers(school);
    expect((before['/api/children'] as unknown[]).length).toBe(3);
    expect((before['/api/groups'] as unknown[]).length).toBe(1);
    expect((before['/api/sessions'] as unknown[]).length).toBe(1);
    expect(String(before.sound).length).toBeGreaterThan(1000);
    // not while it runs
    await expect(runCommand(config(school.folder), 'move', ['to-server'], now())).rejects.toThrow(/running process is using/);
    await school.running.close();
    expect(await runCommand(config(school.folder), 'move', ['to-server'], now())).toMatch(/^Moved: 3 children, 1200 answers, /);

    const there = new School();
    await there.open({ databaseUrl: url });
    expect(await answers(there)).toEqual(before);
    expect(await new DatabaseRecordings(there.running.db).readings()).toEqual([read]);
    // and not from under one that runs
    await expect(runCommand(config(back), 'move', ['to-folder'], now())).rejects.toThrow(/End it first/);
    // what is written there goes along
    const entry = observation(lead.id, kids[1]!);
    await there.ask('POST', '/api/outbox', { as: lead, body: { entries: [entry] } });
    const later = await answers(there);
    await there.close();

    // neither end is written over
    await expect(runCommand(config(school.folder), 'move', ['to-server'], now())).rejects.toThrow(/a school already/);
    expect(await runCommand(config(back), 'move', ['to-folder'], now())).toMatch(/^Moved: 3 children, 1201 answers, /);
    await expect(runCommand(config(back), 'move', ['to-folder'], now())).rejects.toThrow(/a school already/);
    const home = new School();
    rmSync(home.folder, { recursive: true, force: true });
    await home.open({ folder: back });
    expect(await answers(home)).toEqual(later);
    expect((await home.post('/api/auth/sign-in', { email: 'teacher@school.example', password: PASSWORD })).status).toBe(200);
    await home.running.close();
  });

  it('says what is missing', async () => {
    await expect(runCommand(config(back), 'move', ['sideways'], now())).rejects.toThrow(/move to-server, or move to-folder/);
    const alone = readConfig({ SAPLING_DATA: back, NODE_ENV: 'test' });
    await expect(runCommand(alone, 'move', ['to-server'], now())).rejects.toThrow(/DATABASE_URL/);
  });
});
