/** A real server process with a data folder of its own, started, killed and started again by the tests. */
import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

export async function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => (address && typeof address === 'object' ? resolve(address.port) : reject(new Error('no port'))));
    });
  });
}

export class TestServer {
  #process: ChildProcess | undefined;
  readonly output: string[] = [];

  private constructor(
    readonly folder: string,
    readonly port: number,
    readonly demo: boolean,
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Starts on a copy of `template`, or on an empty folder. */
  static async start(options: { template?: string; demo: boolean }): Promise<TestServer> {
    const folder = mkdtempSync(join(tmpdir(), 'sapling-e2e-'));
    if (options.template) cpSync(options.template, folder, { recursive: true });
    const server = new TestServer(folder, await freePort(), options.demo);
    await server.run();
    return server;
  }

  async run(): Promise<void> {
    const child = spawn(
      process.execPath,
      process.env.SAPLING_SERVER ? [process.env.SAPLING_SERVER] : ['--import', 'tsx', 'server/src/main.ts'],
      {
        cwd: ROOT,
        env: {
          ...process.env,
          SAPLING_DATA: this.folder,
          SAPLING_PORT: String(this.port),
          SAPLING_HOST: '127.0.0.1',
          SAPLING_DEMO: this.demo ? '1' : '0',
          SAPLING_LOG: 'info',
        },
        stdio: ['ignore', 'pipe', 'pipe'],
      },
    );
    this.#process = child;
    child.stdout.on('data', (chunk: Buffer) => this.output.push(String(chunk)));
    child.stderr.on('data', (chunk: Buffer) => this.output.push(String(chunk)));
    const until = Date.now() + 60_000;
    while (Date.now() < until) {
      if (child.exitCode !== null) throw new Error(`The server ended: ${this.output.join('')}`);
      try {
        if ((await fetch(`${this.url}/api/health`)).ok) return;
      } catch {
        // not up yet
      }
      await new Promise((resolve) => setTimeout(resolve, 80));
    }
    throw new Error(`The server did not start: ${this.output.join('')}`);
  }

  /** Ends the process and waits until it is gone. */
  async end(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    const child = this.#process;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    await gone;
  }

  async dispose(): Promise<void> {
    await this.end('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }
}
