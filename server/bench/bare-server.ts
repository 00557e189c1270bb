/** The least that a mark can cost: one row written to the same kind of database by a route of Express and nothing else. Prints its port. */
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import express from 'express';
import { openDurable } from '../src/db/durable.js';

const client = await openDurable(join(process.argv[2]!, 'database'));
await client.exec('create table marks (id uuid primary key, record jsonb not null)');
const app = express().use(express.json());
app.post('/', (req, res, next) => {
  const { id } = req.body as { id: string };
  client.query('insert into marks values ($1, $2)', [id, req.body]).then(() => res.json({ id }), next);
});
const server = app.listen(0, () => process.stdout.write(`${(server.address() as AddressInfo).port}\n`));
process.on('SIGTERM', () => void client.close().then(() => process.exit(0)));
