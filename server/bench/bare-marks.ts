/** The least that a mark can cost: one row written to the same kind of database by a route of Express and nothing else. */
import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { openDurable } from '../src/db/durable.js';
import { uuidv7 } from '../src/ids.js';

/** Milliseconds a mark, asked for one after another. */
export async function bareMarks(marks: number): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), 'sapling-bare-'));
  const client = await openDurable(join(folder, 'database'));
  await client.exec('create table marks (id uuid primary key, record jsonb not null)');
  const app = express().use(express.json());
  app.post('/', (req, res, next) => {
    const { id } = req.body as { id: string };
    client.query('insert into marks values ($1, $2)', [id, req.body]).then(() => res.json({ id }), next);
  });
  const server = app.listen(0);
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const one = async (): Promise<void> => {
    await (
      await fetch(url, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ id: uuidv7(), kind: 'see-say', gpc: 's:s', outcome: 'right', ms: 900 }),
      })
    ).text();
  };
  for (let n = 0; n < marks; n += 1) await one();
  const began = performance.now();
  for (let n = 0; n < marks; n += 1) await one();
  const each = (performance.now() - began) / marks;
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
  await client.close();
  rmSync(folder, { recursive: true, force: true });
  return each;
}
