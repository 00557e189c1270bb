/**
 * Kills a server with SIGKILL at moments of chance, over and over: while marks come in, at its first start, in a migration, in a
 * restore, while an import is undone. After each it is started again, and what was acknowledged is there. `npm run bench:kills`
 * (200 kills, about a quarter of an hour); `KILLS=marks=5,starts=2` for fewer.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { buildServer } from '../build.js';
import { openDurable } from '../src/db/durable.js';
import { uuidv7 } from '../src/ids.js';

const OUT = fileURLToPath(new URL('../dist/bench', import.meta.url));
const MIGRATIONS = fileURLToPath(new URL('../migrations', import.meta.url));
const NOW = '2026-11-25T10:00:00.000Z';
const WANTED = new Map(
  (process.env.KILLS ?? 'marks=80,starts=40,migrations=40,restores=20,undos=20').split(',').map((pair) => {
    const [kind = '', n = '0'] = pair.split('=');
    return [kind, Number(n)] as const;
  }),
);
const root = mkdtempSync(join(tmpdir(), 'sapling-kills-'));
const PASSWORD = 'three quiet rivers';
const wait = (ms: number): Promise<void> => new Promise((next) => setTimeout(next, ms));
const between = (least: number, most: number): number => least + Math.random() * (most - least);

/** How long something takes on this machine now, in milliseconds, so that kills fall before, in and after it. */
async function taken(work: () => Promise<unknown>): Promise<number> {
  const begin = performance.now();
  await work();
  return performance.now() - begin;
}

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });

class Server {
  said = '';
  private constructor(
    readonly process: ChildProcess,
    readonly url: string,
  ) {
    process.stderr!.on('data', (text: Buffer) => (this.said += text.toString()));
  }
  static async spawn(folder: string, command: readonly string[] = []): Promise<Server> {
    const port = await freePort();
    const env = { ...process.env, SAPLING_DATA: folder, SAPLING_PORT: String(port), SAPLING_NOW: NOW, NODE_ENV: 'test' };
    const child = spawn(process.execPath, [join(OUT, 'main.mjs'), ...command], {
      env: { ...env, SAPLING_LOG: 'silent', SAPLING_THREADS: '0', SAPLING_PASSWORD_COST: '12', SAPLING_BACKUPS_KEPT: '0' },
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    return new Server(child, `http://127.0.0.1:${port}`);
  }
  /** @throws Error where it ends instead */
  async up(): Promise<this> {
    while (!(await fetch(`${this.url}/api/health`).catch(() => undefined))) {
      if (this.process.exitCode !== null) throw new Error(`It did not start: ${this.said}`);
      await wait(15);
    }
    return this;
  }
  async kill(): Promise<void> {
    if (this.process.exitCode !== null || this.process.signalCode !== null) return;
    const gone = once(this.process, 'exit');
    this.process.kill('SIGKILL');
    await gone;
  }
  ended(): Promise<unknown> {
    return this.process.exitCode !== null ? Promise.resolve() : once(this.process, 'exit');
  }
}

interface Person {
  readonly id: string;
  readonly cookie: string;
  readonly csrf: string;
}
async function ask<T>(server: Server, method: string, path: string, as?: Person, body?: unknown): Promise<{ status: number; body: T }> {
  const answer = await fetch(server.url + path, {
    method,
    headers: { 'content-type': 'application/json', ...(as ? { cookie: as.cookie, 'x-csrf-token': as.csrf } : {}) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: answer.status, body: (await answer.json()) as T };
}
async function signIn(server: Server, path: string, body: object): Promise<Person> {
  const answer = await fetch(server.url + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  const me = (await answer.json()) as { colleague: { id: string }; csrf: string };
  if (!answer.ok) throw new Error(JSON.stringify(me));
  return {
    id: me.colleague.id,
    csrf: me.csrf,
    cookie: answer.headers
      .getSetCookie()
      .find((c) => c.startsWith('sapling='))!
      .split(';')[0]!,
  };
}
const setUp = (server: Server): Promise<Person> =>
  signIn(server, '/api/auth/set-up', { school: 'Killed school', name: 'Lea', email: 'lea@school.example', password: PASSWORD });
const again = (server: Server): Promise<Person> => signIn(server, '/api/auth/sign-in', { email: 'lea@school.example', password: PASSWORD });

async function school(server: Server, children: number): Promise<{ lead: Person; kids: string[]; importId: string }> {
  const lead = await setUp(server);
  await ask(server, 'POST', '/api/classes', lead, { name: 'Wrens', year: '1', orderId: 'riverbank' });
  const importId = uuidv7();
  const rows = Array.from({ length: children }, (_, k) => ({
    row: k + 2,
    givenName: `Child ${k}`,
    familyName: 'Test',
    className: 'Wrens',
    year: '1',
    externalId: null,
  }));
  await ask(server, 'POST', '/api/imports', lead, { id: importId, fileName: 'list.csv', rows });
  const kids = (await ask<{ id: string }[]>(server, 'GET', '/api/children', lead)).body.map((c) => c.id);
  return { lead, kids, importId };
}

interface Found {
  kills: number;
  /** Things acknowledged that were not there, or half there, or a start that failed. */
  lost: string[];
  /** What a kill met, by name. */
  met: Record<string, number>;
}
const none = (): Found => ({ kills: 0, lost: [], met: {} });
const meet = (found: Found, what: string): void => void (found.met[what] = (found.met[what] ?? 0) + 1);

async function marks(kills: number): Promise<Found> {
  const found = none();
  const folder = join(root, 'marks');
  let server = await (await Server.spawn(folder)).up();
  const { lead, kids } = await school(server, 6);
  const acknowledged: string[] = [];
  for (; found.kills < kills; found.kills += 1) {
    const device = async (): Promise<void> => {
      for (;;) {
        const entries = Array.from({ length: Math.ceil(between(0, 4)) }, () => {
          const id = uuidv7();
          const child = kids[Math.floor(between(0, kids.length))]!;
          const record = { id, child, by: lead.id, at: NOW, kind: 'see-say', gpc: 's:s', skill: 'recall', outcome: 'right' };
          return { type: 'observation', id, record };
        });
        const said = await ask<{ results: { id: string; status: string }[] }>(server, 'POST', '/api/outbox', lead, { entries }).catch(
          () => undefined,
        );
        if (!said) return;
        for (const { id, status } of said.body.results) if (status === 'stored') acknowledged.push(id);
      }
    };
    const devices = [device(), device(), device()];
    await wait(between(20, 500));
    await server.kill();
    await Promise.all(devices);
    server = await (await Server.spawn(folder)).up();
    const there = new Set<string>();
    for (const kid of kids)
      for (const { id } of (await ask<{ id: string }[]>(server, 'GET', `/api/children/${kid}/evidence`, lead)).body) there.add(id);
    const gone = acknowledged.filter((id) => !there.has(id));
    if (gone.length > 0) found.lost.push(`${gone.length} marks after kill ${found.kills + 1}`);
  }
  found.met['marks acknowledged'] = acknowledged.length;
  await server.kill();
  return found;
}

async function starts(kills: number): Promise<Found> {
  const found = none();
  const once = join(root, 'start-once');
  const whole = await taken(async () => (await (await Server.spawn(once)).up()).kill());
  for (; found.kills < kills; found.kills += 1) {
    const folder = join(root, `start-${found.kills}`);
    const server = await Server.spawn(folder);
    await wait(between(0.1, 1.2) * whole);
    await server.kill();
    meet(
      found,
      existsSync(join(folder, 'sapling.json'))
        ? 'once it was ready'
        : existsSync(join(folder, 'database'))
          ? 'while the database was made'
          : 'before',
    );
    try {
      const next = await (await Server.spawn(folder)).up();
      await school(next, 2);
      await next.kill();
      const last = await (await Server.spawn(folder)).up();
      const lead = await again(last);
      if ((await ask<unknown[]>(last, 'GET', '/api/children', lead)).body.length !== 2)
        found.lost.push(`children after start ${found.kills}`);
      await last.kill();
    } catch (error) {
      found.lost.push(`start ${found.kills}: ${(error as Error).message.slice(0, 200)}`);
    }
    rmSync(folder, { recursive: true, force: true });
  }
  return found;
}

/** A folder as a version of some migrations ago left it, with rows of then. */
async function oldFolder(of: number): Promise<string> {
  const folder = join(root, `old-${of}`);
  if (existsSync(folder)) return folder;
  const migrations = join(root, `migrations-${of}`);
  cpSync(MIGRATIONS, migrations, { recursive: true });
  const journal = join(migrations, 'meta/_journal.json');
  const whole = JSON.parse(readFileSync(journal, 'utf8')) as { entries: unknown[] };
  writeFileSync(journal, JSON.stringify({ ...whole, entries: whole.entries.slice(0, of) }));
  mkdirSync(folder, { recursive: true });
  const client = await openDurable(join(folder, 'database'));
  await migrate(drizzle(client), { migrationsFolder: migrations });
  await client.exec(`insert into schools (id, name) values ('${uuidv7()}', 'Old school')`);
  for (let n = 0; n < 50; n += 1)
    await client.exec(
      `insert into colleagues (id, name, email, role, password_hash) values ('${uuidv7()}', 'Old ${n}', 'old${n}@school.example', 'tutor', '')`,
    );
  await client.close();
  writeFileSync(join(folder, 'sapling.json'), JSON.stringify({ format: of }));
  return folder;
}
async function migrations(kills: number): Promise<Found> {
  const found = none();
  const known = readdirSync(MIGRATIONS).filter((name) => name.endsWith('.sql')).length;
  const once = join(root, 'migrating-once');
  cpSync(await oldFolder(known - 12), once, { recursive: true });
  const whole = await taken(async () => (await (await Server.spawn(once)).up()).kill());
  for (; found.kills < kills; found.kills += 1) {
    const folder = join(root, 'migrating');
    cpSync(await oldFolder(known - 1 - (found.kills % 12)), folder, { recursive: true });
    const server = await Server.spawn(folder);
    await wait(between(0.2, 1.1) * whole);
    await server.kill();
    const { format } = JSON.parse(readFileSync(join(folder, 'sapling.json'), 'utf8')) as { format: number };
    meet(found, format === known ? 'once it was done' : 'before or while it was done');
    try {
      const next = await (await Server.spawn(folder)).up();
      await next.kill();
      const client = await openDurable(join(folder, 'database'));
      const counted = await client.query<{ n: number; m: number }>(
        'select (select count(*)::int from colleagues) as n, (select count(*)::int from drizzle.__drizzle_migrations) as m',
      );
      await client.close();
      const { n, m } = counted.rows[0]!;
      if (n !== 50 || m !== known) found.lost.push(`migration ${found.kills}: ${n} colleagues, ${m} migrations`);
    } catch (error) {
      found.lost.push(`migration ${found.kills}: ${(error as Error).message.slice(0, 200)}`);
    }
    rmSync(folder, { recursive: true, force: true });
  }
  return found;
}

async function restores(kills: number): Promise<Found> {
  const found = none();
  const folder = join(root, 'backed-up');
  const server = await (await Server.spawn(folder)).up();
  const { lead, kids } = await school(server, 40);
  for (const child of kids)
    await ask(server, 'POST', '/api/outbox', lead, {
      entries: Array.from({ length: 50 }, () => {
        const id = uuidv7();
        return { type: 'observation', id, record: { id, child, by: lead.id, at: NOW, kind: 'see-say', gpc: 's:s', outcome: 'right' } };
      }),
    });
  const made = await ask<{ backups: { name: string }[] }>(server, 'POST', '/api/backups', lead, {});
  const file = join(folder, 'backups', made.body.backups[0]!.name);
  await server.kill();
  const whole = await taken(async () => (await Server.spawn(join(root, 'restored-once'), ['restore', file])).ended());
  for (; found.kills < kills; found.kills += 1) {
    const to = join(root, 'restored');
    const restoring = await Server.spawn(to, ['restore', file]);
    await Promise.race([wait(between(0.2, 1.1) * whole), restoring.ended()]);
    await restoring.kill();
    const done = existsSync(join(to, 'sapling.json')) && !existsSync(join(to, '.restoring'));
    meet(found, done ? 'once it was done' : existsSync(to) ? 'while it was done' : 'before');
    try {
      if (!done && existsSync(join(to, '.restoring'))) {
        // what is half there is never served
        const half = await Server.spawn(to);
        await half.ended();
        if (!half.said.includes('broken off')) found.lost.push(`restore ${found.kills}: half of it was started on: ${half.said}`);
      }
      if (!done) {
        const once = await Server.spawn(to, ['restore', file]);
        await once.ended();
        if (once.process.exitCode !== 0) found.lost.push(`restore ${found.kills}, again: ${once.said}`);
      }
      const next = await (await Server.spawn(to)).up();
      const who = await again(next);
      const children = (await ask<{ id: string }[]>(next, 'GET', '/api/children', who)).body;
      const answers = (await ask<unknown[]>(next, 'GET', `/api/children/${children.at(-1)!.id}/evidence`, who)).body.length;
      if (children.length !== 40 || answers !== 50)
        found.lost.push(`restore ${found.kills}: ${children.length} children, ${answers} answers`);
      await next.kill();
    } catch (error) {
      found.lost.push(`restore ${found.kills}: ${(error as Error).message.slice(0, 200)}`);
    }
    rmSync(to, { recursive: true, force: true });
  }
  return found;
}

async function undos(kills: number): Promise<Found> {
  const found = none();
  const first = join(root, 'imported');
  const server = await (await Server.spawn(first)).up();
  const { importId } = await school(server, 120);
  const copy = join(root, 'undone-once');
  server.process.kill('SIGTERM');
  await server.ended();
  cpSync(first, copy, { recursive: true });
  const unhindered = await (await Server.spawn(copy)).up();
  const leader = await again(unhindered);
  const whole = await taken(() => ask(unhindered, 'POST', `/api/imports/${importId}/undo`, leader, {}));
  await unhindered.kill();
  for (; found.kills < kills; found.kills += 1) {
    const folder = join(root, 'undoing');
    cpSync(first, folder, { recursive: true });
    const running = await (await Server.spawn(folder)).up();
    const lead = await again(running);
    const asked = ask(running, 'POST', `/api/imports/${importId}/undo`, lead, {}).catch(() => undefined);
    await wait(between(0, 1.5) * whole);
    await running.kill();
    const answered = (await asked)?.status === 200;
    const next = await (await Server.spawn(folder)).up();
    const who = await again(next);
    const children = (await ask<unknown[]>(next, 'GET', '/api/children', who)).body.length;
    const open = (await ask<{ undoneAt: string | null }[]>(next, 'GET', '/api/imports', who)).body;
    const undone = JSON.stringify(open).includes('"undoneAt":"') || (open.length > 0 && children === 0);
    meet(found, answered ? 'once it was answered' : children === 0 ? 'done and not answered' : 'not done');
    if (children !== 0 && children !== 120) found.lost.push(`undo ${found.kills}: ${children} of 120 children`);
    if (answered && children !== 0) found.lost.push(`undo ${found.kills}: answered, and ${children} children are there`);
    if (children === 0 && !undone) found.lost.push(`undo ${found.kills}: the list is not said to be undone`);
    await next.kill();
    rmSync(folder, { recursive: true, force: true });
  }
  return found;
}

await buildServer(OUT);
const KINDS = { marks, starts, migrations, restores, undos };
let kills = 0;
let lost = 0;
for (const [name, kind] of Object.entries(KINDS)) {
  const began = performance.now();
  const found = await kind(WANTED.get(name) ?? 0);
  kills += found.kills;
  lost += found.lost.length;
  const met = Object.entries(found.met).map(([what, n]) => `${what} ${n}`);
  console.log(
    `${name.padEnd(12)} ${String(found.kills).padStart(4)} kills, ${found.lost.length} lost; ${met.join(', ')} (${Math.round((performance.now() - began) / 1000)} s)`,
  );
  for (const line of found.lost) console.log(`   ${line}`);
}
console.log(`${kills} kills, ${lost} lost`);
rmSync(root, { recursive: true, force: true });
process.exit(lost > 0 ? 1 : 0);
