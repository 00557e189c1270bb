/** A PostgreSQL server of its own for tests: apt's programs, an empty folder, a free port, gone afterwards. */
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import postgres from 'postgres';

/** Where apt puts the programs of the newest version. @throws Error where there are none */
function programs(): string {
  const root = '/usr/lib/postgresql';
  const versions = existsSync(root) ? readdirSync(root).sort((a, b) => Number(b) - Number(a)) : [];
  const found = versions.map((v) => join(root, v, 'bin')).find((folder) => existsSync(join(folder, 'initdb')));
  if (!found) throw new Error('These tests need a PostgreSQL server to start: apt-get install postgresql.');
  return found;
}
const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });

export class PostgresServer {
  private constructor(
    private readonly process: ChildProcess,
    private readonly folder: string,
    private readonly port: number,
  ) {}

  static async start(): Promise<PostgresServer> {
    const bin = programs();
    const folder = mkdtempSync(join(tmpdir(), 'sapling-postgres-'));
    // PostgreSQL refuses to run as root: then it is the user that apt made for it
    const root = process.getuid?.() === 0;
    const [uid, gid] = root ? ['-u', '-g'].map((flag) => Number(execFileSync('id', [flag, 'postgres'], { encoding: 'utf8' }))) : [];
    const as = root ? { uid: uid!, gid: gid! } : {};
    if (root) chownSync(folder, uid!, gid!);
    const data = join(folder, 'data');
    execFileSync(join(bin, 'initdb'), ['-D', data, '-U', 'sapling', '--auth=trust', '--no-sync', '-E', 'UTF8', '--locale=C.UTF-8'], {
      ...as,
      stdio: 'ignore',
    });
    const port = await freePort();
    const flags = ['-D', data, '-p', String(port), '-h', '127.0.0.1', '-k', folder, '-c', 'fsync=off', '-c', 'max_connections=200'];
    const child = spawn(join(bin, 'postgres'), flags, { ...as, stdio: 'ignore' });
    const server = new PostgresServer(child, folder, port);
    for (let n = 0; n < 200; n += 1) {
      const client = postgres(server.url('postgres'), { max: 1, onnotice: () => undefined });
      const up = await client`select 1`.then(
        () => true,
        () => false,
      );
      await client.end();
      if (up) return server;
      await new Promise((next) => setTimeout(next, 50));
    }
    server.stop();
    throw new Error('PostgreSQL did not start.');
  }

  url(database: string): string {
    return `postgres://sapling@127.0.0.1:${this.port}/${database}`;
  }
  /** An empty database; its address. */
  async database(name: string): Promise<string> {
    const client = postgres(this.url('postgres'), { max: 1 });
    await client.unsafe(`create database ${name}`);
    await client.end();
    return this.url(name);
  }
  stop(): void {
    this.process.kill('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }
}
