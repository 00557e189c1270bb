/** A real server process with a data folder of its own, started, killed and started again by the tests. */
import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { now } from './clock.js';

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

/** A process that runs one server after another: see host.ts. */
export class WarmHost {
  #process: ChildProcess | undefined;

  get alive(): boolean {
    return this.#process !== undefined && this.#process.exitCode === null && this.#process.signalCode === null;
  }
  async open(order: { folder: string; port: number; demo: boolean }, output: string[]): Promise<ChildProcess> {
    if (!this.alive)
      this.#process = spawn(process.execPath, [process.env.SAPLING_HOST_FILE!], { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe', 'ipc'] });
    const child = this.#process!;
    const keep = (chunk: Buffer): void => void output.push(String(chunk));
    for (const stream of [child.stdout!, child.stderr!]) {
      stream.removeAllListeners('data');
      stream.on('data', keep);
    }
    await new Promise<void>((resolve, reject) => {
      const done = (said: { up?: number; failed?: string }): void => {
        child.off('exit', gone);
        if (said.failed === undefined) resolve();
        else reject(new Error(`The server did not start: ${said.failed} ${output.join('')}`));
      };
      const gone = (): void => reject(new Error(`The server ended: ${output.join('')}`));
      child.once('message', done);
      child.once('exit', gone);
      child.send(order);
    });
    return child;
  }
  end(): void {
    this.#process?.kill('SIGKILL');
  }
}

export class TestServer {
  #process: ChildProcess | undefined;
  readonly output: string[] = [];

  private constructor(
    readonly folder: string,
    readonly port: number,
    readonly demo: boolean,
    /** Where it is first run; once it was ended, it is run by itself. */
    private host: WarmHost | undefined,
    private readonly env: Readonly<Record<string, string>> = {},
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Starts on a copy of `template`, or on an empty folder. */
  static async start(options: {
    template?: string;
    demo: boolean;
    host?: WarmHost;
    at?: string;
    env?: Readonly<Record<string, string>>;
  }): Promise<TestServer> {
    const folder = mkdtempSync(join(tmpdir(), 'sapling-e2e-'));
    if (options.template) cpSync(options.template, folder, { recursive: true });
    const server = new TestServer(folder, await freePort(), options.demo, options.host, options.env);
    await server.run(options.at);
    return server;
  }

  /** @param at the moment it stands on; where none is said, the tests' own */
  async run(at?: string): Promise<void> {
    if (this.host) {
      this.#process = await this.host.open({ folder: this.folder, port: this.port, demo: this.demo }, this.output);
      return;
    }
    // the database's code is compiled once, quickly: a server of a test ends before what it would win is won
    const child = spawn(process.execPath, ['--liftoff-only', process.env.SAPLING_SERVER!], {
      cwd: ROOT,
      env: {
        ...process.env,
        SAPLING_DATA: this.folder,
        SAPLING_PORT: String(this.port),
        SAPLING_HOST: '127.0.0.1',
        SAPLING_DEMO: this.demo ? '1' : '0',
        SAPLING_LOG: 'info',
        SAPLING_NOW: at ?? now(),
        SAPLING_PASSWORD_COST: '12',
        SAPLING_HOLD_ANSWERS: '1',
        NODE_ENV: 'test',
        ...this.env,
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.#process = child;
    child.stdout.on('data', (chunk: Buffer) => this.output.push(String(chunk)));
    child.stderr.on('data', (chunk: Buffer) => this.output.push(String(chunk)));
    const until = Date.now() + 120_000;
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
    this.host = undefined;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    await gone;
  }

  async dispose(): Promise<void> {
    // a warm host goes on with the next folder, and lets go of this one then
    if (!this.host) await this.end('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }
}
