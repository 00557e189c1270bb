/**
 * What a server's answers cost at 40 and at 400 children, in one run: `npm run bench:server` (about ten minutes). Times are
 * medians in milliseconds; beside them how long a ping sent every 10 ms had to wait at most meanwhile. The exponent says how
 * cost grows with the number of children: 1 is in proportion.
 */
import { rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { start, type Running } from '../src/start.js';
import { uuidv7 } from '../src/ids.js';
import { bigSchool } from './big-school.js';

const NOW = '2026-11-25T10:00:00.000Z';
const SIZES = (process.env.COPIES ?? '1,10').split(',').map(Number);
const ERAS = Number(process.env.ERAS ?? 6);

interface Row {
  ms: number;
  wait: number;
  kB: number;
}
const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

async function signIn(url: string): Promise<{ cookie: string; csrf: string; id: string }> {
  const { people } = (await (await fetch(`${url}/api/auth/state`)).json()) as { people: { id: string; role: string }[] };
  const id = people.find((p) => p.role === 'lead')!.id;
  const answer = await fetch(`${url}/api/auth/demo-sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id }),
  });
  const { csrf } = (await answer.json()) as { csrf: string };
  return {
    cookie: answer.headers
      .getSetCookie()
      .find((c) => c.startsWith('sapling='))!
      .split(';')[0]!,
    csrf,
    id,
  };
}

async function measure(running: Running, copies: number): Promise<Map<string, Row>> {
  const { url } = running;
  const { cookie, csrf, id: by } = await signIn(url);
  const rows = new Map<string, Row>();
  /** The longest that a ping waits while something runs. */
  const pinged = async (work: () => Promise<number>): Promise<Row> => {
    let wait = 0;
    let going = true;
    const pings = (async () => {
      while (going) {
        const began = performance.now();
        await (await fetch(`${url}/api/health`)).text();
        wait = Math.max(wait, performance.now() - began);
        await new Promise((next) => setTimeout(next, 10));
      }
    })();
    const began = performance.now();
    const bytes = await work();
    const ms = performance.now() - began;
    going = false;
    await pings;
    return { ms, wait, kB: bytes / 1000 };
  };
  const get = async (path: string): Promise<number> => {
    const answer = await fetch(url + path, { headers: { cookie } });
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
    return (await answer.arrayBuffer()).byteLength;
  };
  const read = async (name: string, path: string): Promise<void> => {
    rows.set(`${name}, first`, await pinged(() => get(path)));
    const later: Row[] = [];
    for (let n = 0; n < 3; n += 1) later.push(await pinged(() => get(path)));
    rows.set(`${name}, later`, { ms: median(later.map((r) => r.ms)), wait: Math.max(...later.map((r) => r.wait)), kB: later[0]!.kB });
  };
  await read('children', '/api/children');
  await read('today', '/api/today');
  await read('sessions of three weeks', '/api/sessions?from=2026-11-16&to=2026-12-06');
  await read('groups', '/api/groups');
  const children = (await (await fetch(`${url}/api/children`, { headers: { cookie } })).json()) as { id: string }[];
  const mark = async (): Promise<number> => {
    const id = uuidv7();
    const child = children[Math.floor(children.length / 2)]!.id;
    const record = { id, child, by, at: NOW, kind: 'see-say', gpc: 's:s', skill: 'recall', outcome: 'right', ms: 900 };
    const answer = await fetch(`${url}/api/outbox`, {
      method: 'POST',
      headers: { cookie, 'x-csrf-token': csrf, 'content-type': 'application/json' },
      body: JSON.stringify({ entries: [{ type: 'observation', id, record }] }),
    });
    return (await answer.arrayBuffer()).byteLength;
  };
  const times: number[] = [];
  for (let n = 0; n < 40; n += 1) {
    const began = performance.now();
    await mark();
    times.push(performance.now() - began);
  }
  rows.set('one mark', { ms: median(times), wait: 0, kB: 0 });
  const streams = await Promise.all(Array.from({ length: 6 }, () => fetch(`${url}/api/events`, { headers: { cookie } })));
  const listened: number[] = [];
  for (let n = 0; n < 40; n += 1) {
    const began = performance.now();
    await mark();
    listened.push(performance.now() - began);
  }
  for (const stream of streams) await stream.body!.cancel();
  rows.set('one mark with six listening', { ms: median(listened), wait: 0, kB: 0 });
  rows.set('children after one mark', await pinged(() => get('/api/children')));
  const [one] = (await (await fetch(`${url}/api/sessions?from=2026-11-16&to=2026-12-06`, { headers: { cookie } })).json()) as {
    id: string;
  }[];
  if (one) await read('all sheets of a session as PDF', `/api/sessions/${one.id}/paper?what=plan,cards,text`);
  rows.set('memory, MB', { ms: process.memoryUsage().rss / 1e6, wait: 0, kB: 0 });
  void copies;
  return rows;
}

const found: { copies: number; rows: Map<string, Row>; start: number }[] = [];
for (const copies of SIZES) {
  const folder = join(tmpdir(), `sapling-bench-${copies}`);
  rmSync(folder, { recursive: true, force: true });
  await bigSchool(folder, copies, ERAS, NOW);
  const config = {
    folder,
    host: '127.0.0.1',
    port: 0,
    demo: true,
    secure: false,
    proxies: 0,
    logLevel: 'silent',
    databaseUrl: undefined,
    setNow: NOW,
  };
  // once to work out every state, as a night does; then a start from a filled folder
  const first = await start(config, pino({ level: 'silent' }));
  await (await fetch(`${first.url}/api/children`, { headers: { cookie: (await signIn(first.url)).cookie } })).text();
  await first.close();
  const began = performance.now();
  const running = await start(config, pino({ level: 'silent' }));
  const started = performance.now() - began;
  found.push({ copies, rows: await measure(running, copies), start: started });
  await running.close();
  rmSync(folder, { recursive: true, force: true });
}
console.log(`\n${'answer'.padEnd(34)}${found.map(({ copies }) => `${copies * 40} children`.padStart(24)).join('')}   exponent`);
console.log(`${''.padEnd(34)}${found.map(() => 'ms / longest wait / kB'.padStart(24)).join('')}`);
const names = [...found[0]!.rows.keys()];
const line = (name: string, cells: readonly string[], ms: readonly number[]): void => {
  const growth = ms.length > 1 ? Math.log(ms.at(-1)! / ms[0]!) / Math.log(found.at(-1)!.copies / found[0]!.copies) : NaN;
  console.log(`${name.padEnd(34)}${cells.map((c) => c.padStart(24)).join('')}   ${Number.isNaN(growth) ? '' : growth.toFixed(2)}`);
};
line('start from a filled folder', found.map((f) => f.start.toFixed(0)), found.map((f) => f.start)); // prettier-ignore
for (const name of names) {
  const rows = found.map((f) => f.rows.get(name)!);
  line(name, rows.map((r) => `${r.ms.toFixed(1)} / ${r.wait.toFixed(0)} / ${r.kB.toFixed(0)}`), rows.map((r) => r.ms)); // prettier-ignore
}
process.exit(0);
