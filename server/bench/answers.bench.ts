/**
 * What a server's answers cost at 40 and at 400 children, in one run: `npm run bench:server` (about twenty minutes;
 * `COPIES=1,10,30x18` for 1,200 children over three school years too, which takes hours). The server is a process of its own. Times
 * are medians in milliseconds; beside them how long a ping sent every 10 ms had to wait at most meanwhile. The exponent says how
 * cost grows with the number of children: 1 is in proportion.
 */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { uuidv7 } from '../src/ids.js';
import { buildServer } from '../build.js';
import { bareMarks } from './bare-marks.js';
import { bigSchool } from './big-school.js';

const NOW = '2026-11-25T10:00:00.000Z';
/** How many times 40 children, and over how many times six weeks: six are a school year, eighteen are three. */
const SIZES = (process.env.COPIES ?? '1,10').split(',').map((size) => {
  const [copies = '1', eras = '6'] = size.split('x');
  return { copies: Number(copies), eras: Number(eras) };
});
/** Folders that were made before, by number of copies: `FOLDERS=10=/somewhere`. What is measured is written into them. */
const FOLDERS = new Map((process.env.FOLDERS ?? '').split(',').map((pair) => pair.split('=') as [string, string]));
const MARKS = 300;
/** Large files are broken off after so long. */
const FILE_MS = Number(process.env.FILE_SECONDS ?? 3600) * 1000;
/** Measured is what runs at a school: the built server. */
const OUT = fileURLToPath(new URL('../dist/bench', import.meta.url));

interface Row {
  ms: number;
  wait: number;
  kB: number;
}
const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

interface Process {
  readonly url: string;
  readonly started: number;
  /** The most memory it has had, MB; without the threads' code it is all of the process. */
  peak(): number;
  close(): Promise<void>;
}
async function serve(folder: string, port: number): Promise<Process> {
  const began = performance.now();
  const child = spawn(process.execPath, [join(OUT, 'main.mjs')], {
    env: {
      ...process.env,
      SAPLING_DATA: folder,
      SAPLING_PORT: String(port),
      SAPLING_DEMO: '1',
      SAPLING_NOW: NOW,
      SAPLING_LOG: 'error',
      NODE_ENV: 'test',
    },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const url = `http://127.0.0.1:${port}`;
  for (;;) {
    if (await fetch(`${url}/api/health`).catch(() => undefined)) break;
    if (child.exitCode !== null) throw new Error('The server did not start.');
    await new Promise((next) => setTimeout(next, 20));
  }
  return {
    url,
    started: performance.now() - began,
    peak: () => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))![1]) / 1000,
    close: async () => {
      child.kill('SIGTERM');
      await once(child, 'exit');
    },
  };
}

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

async function measure({ url, peak }: Process): Promise<Map<string, Row>> {
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
  await read('children', '/api/children-packed');
  await read('today', '/api/today');
  await read('sessions of three weeks', '/api/sessions?from=2026-11-16&to=2026-12-06');
  await read('groups', '/api/groups');
  await read('readings, twelve of each child', '/api/readings?latest=12');
  await read('progress', '/api/progress');
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
  const marked = async (): Promise<number> => {
    const began = performance.now();
    for (let n = 0; n < MARKS; n += 1) await mark();
    return (performance.now() - began) / MARKS;
  };
  await marked();
  const bare = await bareMarks(MARKS);
  const alone = await marked();
  rows.set('one mark', { ms: alone, wait: 0, kB: 0 });
  rows.set('… of a bare insert over HTTP, share', { ms: bare / alone, wait: 0, kB: 0 });
  const streams = await Promise.all(Array.from({ length: 6 }, () => fetch(`${url}/api/events`, { headers: { cookie } })));
  rows.set('one mark with six listening', { ms: await marked(), wait: 0, kB: 0 });
  for (const stream of streams) await stream.body!.cancel();
  let reading = true;
  const readers = Array.from({ length: 10 }, async () => {
    while (reading) {
      await get('/api/sessions?from=2026-11-23&to=2026-11-27');
      await new Promise((next) => setTimeout(next, 500));
    }
  });
  const beside = await marked();
  reading = false;
  await Promise.all(readers);
  rows.set('one mark beside ten who read lists', { ms: beside, wait: 0, kB: 0 });
  rows.set('… of a bare insert, share', { ms: bare / beside, wait: 0, kB: 0 });
  rows.set('children after one mark', await pinged(() => get('/api/children-packed')));
  const [one] = (await (await fetch(`${url}/api/sessions?from=2026-11-16&to=2026-12-06`, { headers: { cookie } })).json()) as {
    id: string;
  }[];
  if (one) await read('all sheets of a session as PDF', `/api/sessions/${one.id}/paper?what=plan,cards,text`);
  rows.set('a week on paper', await pinged(() => get('/api/paper/week?from=2026-11-23&what=plan')));
  /** A large file, or as much of it as comes in the time there is. */
  const file = async (path: string): Promise<number> => {
    let bytes = 0;
    const signal = AbortSignal.timeout(FILE_MS);
    try {
      const answer = await fetch(url + path, { headers: { cookie }, signal });
      for await (const piece of answer.body as unknown as AsyncIterable<Uint8Array>) bytes += piece.byteLength;
    } catch (error) {
      if (!signal.aborted) throw error;
    }
    return bytes;
  };
  rows.set('all records as ZIP', await pinged(() => file('/api/records.zip')));
  rows.set('the installation as a file', await pinged(() => file('/api/installation.json')));
  rows.set('most memory, MB', { ms: peak(), wait: 0, kB: 0 });
  return rows;
}

/** Asks for a list until all states have been worked out: far longer than anybody waits, in a school that nobody asked for yet. */
async function workedOut(url: string): Promise<void> {
  const { cookie } = await signIn(url);
  for (;;) {
    const answer = await fetch(`${url}/api/progress`, { headers: { cookie } }).catch(() => undefined);
    if (answer?.ok) return void (await answer.text());
  }
}

await buildServer(OUT);
const found: { copies: number; rows: Map<string, Row>; start: number }[] = [];
for (const { copies, eras } of SIZES) {
  const made = FOLDERS.get(String(copies));
  const folder = made ?? join(tmpdir(), `sapling-bench-${copies}`);
  if (made === undefined) {
    rmSync(folder, { recursive: true, force: true });
    await bigSchool(folder, copies, eras, NOW);
  }
  const port = 4300 + copies;
  // once to work out every state, as a night does; then a start from a filled folder
  const night = await serve(folder, port);
  await workedOut(night.url);
  await night.close();
  const running = await serve(folder, port);
  found.push({ copies, rows: await measure(running), start: running.started });
  await running.close();
  if (made === undefined && !process.env.KEEP) rmSync(folder, { recursive: true, force: true });
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
