/**
 * A made-up school beside the real one, to try things in and throw away. It is a server of its own, in a process of its own and a
 * folder of its own, so that nothing of either reaches the other; this one passes on what is asked under /try/api, for whoever
 * is signed in here. It ends when it is thrown away, when nobody has used it for some hours, and with this server.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { parseCookie, stringifySetCookie } from 'cookie';
import type { Request, Response } from 'express';
import type { Logger } from 'pino';
import { COOKIE } from './auth/sign-in.js';
import type { Config } from './config.js';
import { ProblemError } from './http/problem.js';

/** Its sign-in, kept apart from the real one by name and by place. */
const TRY_COOKIE = `${COOKIE}-try`;
export const TRY_PATH = '/try';
/** After so long without anybody it is thrown away. */
const IDLE_MS = 3 * 3_600_000;
const LOOK_MS = 60_000;
const START_MS = 180_000;

interface Running {
  readonly process: ChildProcess;
  readonly port: number;
}

export class TryIt {
  #running: Promise<Running> | undefined;
  #usedAt = 0;
  readonly #look: NodeJS.Timeout;
  readonly #folder: string;

  constructor(
    private readonly config: Config,
    private readonly now: () => string,
    private readonly log: Logger,
  ) {
    this.#folder = join(config.folder, 'try-it');
    // what a server that was cut off has left
    rmSync(this.#folder, { recursive: true, force: true });
    this.#look = setInterval(() => {
      if (this.#running && performance.now() - this.#usedAt > IDLE_MS) void this.throwAway();
    }, LOOK_MS);
    this.#look.unref();
  }

  get open(): boolean {
    return this.#running !== undefined;
  }

  /** Opens it, or waits for whoever is opening it. A first time takes as long as making up a school. @throws Error where it does not start */
  async enter(): Promise<void> {
    this.#usedAt = performance.now();
    this.#running ??= this.#begin().catch((error: unknown) => {
      this.#running = undefined;
      throw error;
    });
    await this.#running;
  }

  /** Ends it and deletes all there was of it. */
  async throwAway(): Promise<void> {
    const running = this.#running;
    this.#running = undefined;
    const found = await running?.catch(() => undefined);
    if (found && found.process.exitCode === null) {
      const ended = new Promise((done) => found.process.once('exit', done));
      found.process.kill('SIGKILL');
      await ended;
    }
    rmSync(this.#folder, { recursive: true, force: true });
  }

  async close(): Promise<void> {
    clearInterval(this.#look);
    await this.throwAway();
  }

  /** Passes on what is asked under /try/api, and its answer back. @throws Refusal where no school is open */
  async pass(req: Request, res: Response): Promise<void> {
    const running = await this.#running;
    if (!running) throw new ProblemError('not-found', { detail: 'The school to try things in has been thrown away.' });
    this.#usedAt = performance.now();
    const { cookie, ...headers } = req.headers;
    const signIn = parseCookie(cookie ?? '')[TRY_COOKIE];
    const passed = request({
      host: '127.0.0.1',
      port: running.port,
      method: req.method,
      path: `/api${req.url}`,
      headers: { ...headers, ...(signIn ? { cookie: `${COOKIE}=${signIn}` } : {}) },
    });
    await new Promise<void>((done, fail) => {
      passed.once('error', () => fail(new ProblemError('server-error', { detail: 'The school to try things in does not answer.' })));
      passed.once('response', (answer) => {
        const { 'set-cookie': set, ...given } = answer.headers;
        const named = set?.filter((line) => line.startsWith(`${COOKIE}=`)).map((line) => this.#renamed(line));
        res.writeHead(answer.statusCode ?? 502, { ...given, ...(named?.length ? { 'set-cookie': named } : {}) });
        answer.pipe(res);
        answer.once('error', () => res.destroy());
      });
      res.once('close', () => {
        passed.destroy();
        done();
      });
      req.pipe(passed);
    });
  }

  #renamed(line: string): string {
    const value = parseCookie(line.split(';')[0]!)[COOKIE] ?? '';
    return stringifySetCookie({
      name: TRY_COOKIE,
      value,
      httpOnly: true,
      sameSite: 'strict',
      secure: this.config.secure,
      path: TRY_PATH,
      ...(value === '' ? { maxAge: 0 } : {}),
    });
  }

  #begin(): Promise<Running> {
    rmSync(this.#folder, { recursive: true, force: true });
    mkdirSync(this.#folder, { recursive: true });
    const { DATABASE_URL: _ours, SAPLING_BACKUPS: _backups, ...env } = process.env;
    // as this server was started itself
    const child = spawn(process.execPath, [...process.execArgv, process.argv[1]!], {
      stdio: ['ignore', 'pipe', 'ignore'],
      env: {
        ...env,
        SAPLING_DATA: this.#folder,
        SAPLING_HOST: '127.0.0.1',
        SAPLING_PORT: '0',
        SAPLING_DEMO: '1',
        SAPLING_LOG: 'silent',
        SAPLING_THREADS: '1',
        SAPLING_TRY_IT: '0',
        ...(this.config.setNow !== undefined ? { SAPLING_NOW: this.now() } : {}),
      },
    });
    child.once('exit', (code) => {
      // one that ended by itself is opened anew when somebody asks
      this.#running = undefined;
      this.log.info({ code }, 'the school to try things in has ended');
    });
    return new Promise((done, fail) => {
      const late = setTimeout(() => {
        child.kill('SIGKILL');
        fail(new Error('The school to try things in took too long to open.'));
      }, START_MS);
      child.once('error', fail);
      child.once('exit', () => fail(new Error('The school to try things in did not open.')));
      let said = '';
      child.stdout.on('data', (part: Buffer) => {
        said += part.toString();
        const port = /:(\d+)\s*$/m.exec(said)?.[1];
        if (port === undefined) return;
        clearTimeout(late);
        done({ process: child, port: Number(port) });
      });
    });
  }
}
