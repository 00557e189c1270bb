/** Backups: made while marks come in, checked by opening, restored into an empty folder, thrown away when there are too many. */
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listBackups, restoreBackup } from '../src/backup/backup.js';
import { checkBackup } from '../src/backup/pack.js';
import { runCommand } from '../src/commands.js';
import { openDatabase } from '../src/db/open.js';
import { children, observations } from '../src/db/schema.js';
import { now, observation, PASSWORD, School, type Person } from './support.js';

const school = new School();
const elsewhere = mkdtempSync(join(tmpdir(), 'sapling-restored-'));
let lead: Person;
let kid: string;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Wrens');
  [kid] = (await school.addChildren('Wrens', ['Ada'])) as [string];
});
afterAll(async () => {
  await school.close();
  rmSync(elsewhere, { recursive: true, force: true });
});
const config = (folder: string) => ({
  folder,
  host: '',
  port: 0,
  demo: false,
  secure: false,
  proxies: 0,
  logLevel: 'silent',
  databaseUrl: undefined,
});

describe('a backup', () => {
  it('is made while marks come in, opens, and is restored with all of them and the recordings', async () => {
    const sound = join(school.folder, 'recordings', '0195e0a0-0000-7000-8000-000000000001');
    mkdirSync(sound, { recursive: true });
    writeFileSync(join(sound, '00000.part'), 'sound');
    let sent = 0;
    let going = true;
    const marking = (async () => {
      while (going) {
        await school.ask('POST', '/api/outbox', { as: lead, body: { entries: [observation(lead.id, kid)] } });
        sent += 1;
      }
    })();
    while (sent < 5) await new Promise((wait) => setTimeout(wait, 10));
    const before = sent;
    const made = await school.ask('POST', '/api/backups', { as: lead });
    going = false;
    await marking;
    expect(made.status).toBe(200);
    const { backups } = made.body as { backups: { name: string; bytes: number }[] };
    expect(backups).toHaveLength(1);
    expect(sent).toBeGreaterThan(before);
    const file = join(school.folder, 'backups', backups[0]!.name);
    const target = join(elsewhere, 'data');
    await restoreBackup(file, target);
    expect(readFileSync(join(target, 'recordings', '0195e0a0-0000-7000-8000-000000000001', '00000.part'), 'utf8')).toBe('sound');
    const { db, close } = await openDatabase({ folder: target });
    const rows = await db.select().from(observations);
    expect(rows.length).toBeGreaterThanOrEqual(before);
    expect(rows.length).toBeLessThanOrEqual(sent);
    expect((await db.select().from(children))[0]!.givenName).toBe('Ada');
    await close();
    // and not over what is there
    await expect(restoreBackup(file, target)).rejects.toThrow(/not empty/);
    // as a file, for the lead
    const download = await fetch(`${school.running.url}/api/backups/${backups[0]!.name}`, { headers: { cookie: lead.cookie } });
    expect((await download.arrayBuffer()).byteLength).toBe(backups[0]!.bytes);
  });

  it('that is damaged or something else is not taken', async () => {
    const [made] = listBackups(join(school.folder, 'backups'));
    const whole = readFileSync(join(school.folder, 'backups', made!.name));
    const bad = join(elsewhere, 'bad.tar.gz');
    for (const content of [
      whole.subarray(0, whole.length / 2),
      Buffer.from('no archive'),
      Buffer.concat([whole.subarray(0, 2000), Buffer.alloc(2000), whole.subarray(4000)]),
    ]) {
      writeFileSync(bad, content);
      await expect(checkBackup(bad)).rejects.toMatchObject({ name: 'BackupError' });
    }
    expect(readdirSync(elsewhere).sort()).toEqual(['bad.tar.gz', 'data']);
  });

  it('is made on a command, by the server that runs or without one', async () => {
    expect(await runCommand(config(school.folder), 'backup', [], now())).toMatch(/^Written and opened: .*\.tar\.gz$/);
    expect(await runCommand(config(join(elsewhere, 'data')), 'backup', [], now())).toMatch(/^Written and opened: /);
    expect(
      await runCommand(
        config(''),
        'check-backup',
        [join(elsewhere, 'data/backups', listBackups(join(elsewhere, 'data/backups'))[0]!.name)],
        now(),
      ),
    ).toMatch(/1 children/);
  });
});

describe('a password that was forgotten', () => {
  it('is set anew with a link made on the server, for the last lead as well', async () => {
    const said = await runCommand(config(school.folder), 'new-password', ['lead@school.example'], now());
    const secret = said.split('#')[1]!;
    expect((await school.post('/api/auth/set-password', { secret, password: 'a brand new password' })).status).toBe(200);
    expect((await school.post('/api/auth/sign-in', { email: 'lead@school.example', password: PASSWORD })).status).toBe(401);
    expect((await school.post('/api/auth/sign-in', { email: 'lead@school.example', password: 'a brand new password' })).status).toBe(200);
    await expect(runCommand(config(school.folder), 'new-password', ['nobody@school.example'], now())).rejects.toThrow(/Nobody here/);
  });
});
