/** Two server processes on one PostgreSQL behind nginx, with the configuration that ships in deploy/: TLS, streams, the lot. */
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { get } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import postgres from 'postgres';
import { freePort, TestServer } from './server.js';

/** The database that each test gets a copy of. */
export const TEMPLATE = 'demo_template';
const CONF = new URL('../../deploy/nginx.conf', import.meta.url);

async function copyOfTemplate(): Promise<string> {
  const name = `school_${process.pid}_${Math.random().toString(36).slice(2, 10)}`;
  const client = postgres(`${process.env.SAPLING_POSTGRES}postgres`, { max: 1, onnotice: () => undefined });
  try {
    await client.unsafe(`create database ${name} template ${TEMPLATE}`);
  } finally {
    await client.end();
  }
  return `${process.env.SAPLING_POSTGRES}${name}`;
}

export class SeveralServers {
  private constructor(
    readonly processes: readonly TestServer[],
    private readonly proxy: ChildProcess,
    private readonly proxyFolder: string,
    readonly url: string,
  ) {}

  get folder(): string {
    return this.processes[0]!.folder;
  }
  get output(): string[] {
    return this.processes.flatMap((p) => p.output);
  }

  static async start(): Promise<SeveralServers> {
    const env = { DATABASE_URL: await copyOfTemplate(), SAPLING_SECURE: '1', SAPLING_PROXIES: '1' };
    const processes = await Promise.all([0, 1].map(() => TestServer.start({ demo: true, env })));
    const folder = mkdtempSync(join(tmpdir(), 'sapling-nginx-'));
    const [secure, plain] = [await freePort(), await freePort()];
    execFileSync(
      'openssl',
      [
        'req',
        '-x509',
        '-newkey',
        'ec',
        '-pkeyopt',
        'ec_paramgen_curve:P-256',
        '-nodes',
        '-days',
        '2',
        '-subj',
        '/CN=localhost',
        '-keyout',
        join(folder, 'key.pem'),
        '-out',
        join(folder, 'fullchain.pem'),
      ],
      { stdio: 'ignore' },
    );
    const site = readFileSync(CONF, 'utf8')
      .replace('server 127.0.0.1:4180', `server 127.0.0.1:${processes[0]!.port}`)
      .replace('# server 127.0.0.1:4181', `server 127.0.0.1:${processes[1]!.port}`)
      .replace('listen 443', `listen 127.0.0.1:${secure}`)
      .replace('listen 80', `listen 127.0.0.1:${plain}`)
      .replaceAll('/etc/ssl/sapling', folder)
      .replaceAll('sapling.school.example', 'localhost')
      // a port of a test has to come back with the address
      .replaceAll('$host;', '$http_host;');
    writeFileSync(join(folder, 'site.conf'), site);
    writeFileSync(
      join(folder, 'nginx.conf'),
      [
        ...(process.getuid?.() === 0 ? ['user root;'] : []),
        'daemon off; worker_processes 1; error_log stderr warn;',
        `pid ${join(folder, 'pid')};`,
        'events {}',
        'http {',
        '  include /etc/nginx/mime.types; access_log off;',
        ...['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map((kind) => `  ${kind}_temp_path ${join(folder, kind)};`),
        `  include ${join(folder, 'site.conf')};`,
        '}',
      ].join('\n'),
    );
    const proxy = spawn('/usr/sbin/nginx', ['-c', join(folder, 'nginx.conf')], { stdio: ['ignore', 'ignore', 'pipe'] });
    const said: string[] = [];
    proxy.stderr.on('data', (chunk: Buffer) => said.push(String(chunk)));
    const url = `https://127.0.0.1:${secure}`;
    for (let n = 0; n < 100; n += 1) {
      if (await answers(`${url}/api/health`)) return new SeveralServers(processes, proxy, folder, url);
      if (proxy.exitCode !== null) break;
      await new Promise((next) => setTimeout(next, 50));
    }
    proxy.kill('SIGKILL');
    for (const process of processes) await process.dispose();
    rmSync(folder, { recursive: true, force: true });
    throw new Error(`nginx did not start: ${said.join('')}`);
  }

  async run(at?: string): Promise<void> {
    await Promise.all(this.processes.map((p) => p.run(at)));
  }
  async end(signal?: 'SIGTERM' | 'SIGKILL'): Promise<void> {
    await Promise.all(this.processes.map((p) => p.end(signal)));
  }
  async dispose(): Promise<void> {
    this.proxy.kill('SIGKILL');
    await Promise.all(this.processes.map((p) => p.dispose()));
    rmSync(this.proxyFolder, { recursive: true, force: true });
  }
}

const answers = (url: string): Promise<boolean> =>
  new Promise((done) => {
    get(url, { rejectUnauthorized: false }, (res) => {
      res.resume();
      done(res.statusCode === 200);
    }).on('error', () => done(false));
  });
