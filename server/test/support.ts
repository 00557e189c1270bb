/** A server in this process, on an empty folder, with people of every part. */
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Role } from '@sapling/contract';
import { clockFrom, dayIn } from '@sapling/core';
import { pino } from 'pino';
import { inject } from 'vitest';
import type { Config } from '../src/config.js';
import { start, type Running } from '../src/start.js';
import { uuidv7 } from '../src/ids.js';

/** The moment tests take place at, another with SAPLING_NOW. It runs on, as the server's does. */
export const TEST_NOW = process.env.SAPLING_NOW ?? '2026-11-25T10:00:00.000Z';
const clock = clockFrom(Date.now, TEST_NOW);
export const now = (): string => clock.now();
/** The school's day. */
export const schoolToday = (): string => dayIn(now(), 'Europe/London');

export interface Person {
  readonly id: string;
  readonly role: Role;
  readonly cookie: string;
  readonly csrf: string;
}
export interface Answer {
  readonly status: number;
  readonly body: never;
  readonly type: string;
}

export class School {
  readonly people = new Map<string, Person>();
  readonly log: string[] = [];
  running!: Running;
  readonly folder = mkdtempSync(join(tmpdir(), 'sapling-unit-'));

  /** @param change settings other than those of most tests */
  async open(change: Partial<Config> = {}): Promise<this> {
    // opened again, it goes on with what it has
    if (change.databaseUrl === undefined && !existsSync(join(this.folder, 'database')))
      cpSync(inject('emptyFolder'), this.folder, { recursive: true });
    this.running = await start(
      {
        folder: this.folder,
        host: '127.0.0.1',
        port: 0,
        demo: false,
        secure: false,
        proxies: 0,
        logLevel: 'info',
        databaseUrl: undefined,
        setNow: now(),
        passwordCost: 12,
        holdAnswers: true,
        threads: 0,
        ...change,
      },
      pino({ level: 'info' }, { write: (line: string) => void this.log.push(line) }),
    );
    return this;
  }
  async close(): Promise<void> {
    await this.running.close();
    rmSync(this.folder, { recursive: true, force: true });
  }

  async ask(
    method: string,
    path: string,
    options: { as?: Person; body?: unknown; headers?: Record<string, string> } = {},
  ): Promise<Answer> {
    const headers: Record<string, string> = { ...(method === 'GET' ? {} : { 'content-type': 'application/json' }) };
    if (options.as) {
      headers.cookie = options.as.cookie;
      headers['x-csrf-token'] = options.as.csrf;
    }
    const response = await fetch(this.running.url + path, {
      method,
      headers: { ...headers, ...options.headers },
      ...(method === 'GET' || method === 'DELETE' ? {} : { body: JSON.stringify(options.body ?? {}) }),
    });
    const text = await response.text();
    return {
      status: response.status,
      body: (text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : text) as never,
      type: response.headers.get('content-type') ?? '',
    };
  }

  private async remember(name: string, role: Role, response: Response): Promise<Person> {
    const body = (await response.json()) as { colleague: { id: string }; csrf: string };
    if (!response.ok) throw new Error(`${name} could not sign in: ${JSON.stringify(body)}`);
    const person = { id: body.colleague.id, role, csrf: body.csrf, cookie: response.headers.get('set-cookie')!.split(';')[0]! };
    this.people.set(name, person);
    return person;
  }
  post(path: string, body: unknown): Promise<Response> {
    return fetch(this.running.url + path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
  }
  async setUp(): Promise<Person> {
    return this.remember(
      'lead',
      'lead',
      await this.post('/api/auth/set-up', { school: 'Test school', name: 'Lea Lead', email: 'lead@school.example', password: PASSWORD }),
    );
  }
  async add(name: string, role: Role, classIds: readonly string[] = []): Promise<Person> {
    const email = `${name.replace(/\W/g, '')}@school.example`;
    const added = await this.ask('POST', '/api/team', {
      as: this.people.get('lead')!,
      body: { name, email, role, classIds, password: PASSWORD },
    });
    if (added.status !== 200) throw new Error(JSON.stringify(added.body));
    return this.remember(name, role, await this.post('/api/auth/sign-in', { email, password: PASSWORD }));
  }
  async signIn(email: string): Promise<Person> {
    return this.remember('lead', 'lead', await this.post('/api/auth/sign-in', { email, password: PASSWORD }));
  }
  async addClass(name: string): Promise<string> {
    const made = await this.ask('POST', '/api/classes', { as: this.people.get('lead')!, body: { name, year: '1', orderId: 'riverbank' } });
    return (made.body as { id: string }).id;
  }
  async addChildren(className: string, names: readonly string[]): Promise<string[]> {
    const rows = names.map((givenName, k) => ({ row: k + 2, givenName, familyName: 'Test', className, year: '1', externalId: null }));
    const lead = this.people.get('lead')!;
    await this.ask('POST', '/api/imports', { as: lead, body: { id: uuidv7(), fileName: 'list.csv', rows } });
    const all = (await this.ask('GET', '/api/children', { as: lead })).body as { id: string; givenName: string }[];
    return names.map((name) => all.find((c) => c.givenName === name)!.id);
  }
}

export const PASSWORD = 'a long enough password';
export const PLAN = {
  focus: ['ai:ay'],
  minutes: 20,
  parts: [{ id: 'focus', kind: 'focus', title: 'Focus', how: 'Say it.', minutes: 20, gpcs: ['ai:ay'], words: [] }],
};

/** An observation as a device makes it. */
export function observation(
  by: string,
  child: string,
  change: Record<string, unknown> = {},
): { type: 'observation'; id: string; record: Record<string, unknown> & { id: string } } {
  const id = uuidv7();
  return {
    type: 'observation',
    id,
    record: {
      id,
      child,
      by,
      at: now(),
      kind: 'see-say',
      gpc: 's:s',
      skill: 'recall',
      outcome: 'right',
      ms: 900,
      ...change,
    },
  };
}

export const READING_TEXT = 'The rain ran. A pin is in the tin.';
/** A reading as a device makes it. */
export function reading(
  by: string,
  child: string,
  id: string,
  change: Record<string, unknown> = {},
): Record<string, unknown> & { id: string } {
  return {
    id,
    child,
    by,
    at: now(),
    textId: 'own',
    title: 'The rain',
    kind: 'story',
    text: READING_TEXT,
    words: READING_TEXT.match(/\w+/g)!,
    questions: [{ ask: 'Where is the pin?', answer: 'in the tin', place: 'in the tin' }],
    ...change,
  };
}
