/**
 * A server process that stays warm: told to, it ends the server it runs and starts the next on another data folder. What a
 * process learns once (compiled code, the lexicon) is not learned anew for each test; what it keeps of children it keeps by
 * database, so nothing of one folder is seen in the next.
 */
import { pino } from 'pino';
import { start, type Running } from '../../server/src/start.js';
import { now } from './clock.js';

export interface Order {
  readonly folder: string;
  readonly port: number;
  readonly demo: boolean;
}
let running: Running | undefined;
let doing: Promise<void> = Promise.resolve();

async function next(order: Order): Promise<void> {
  await running?.close();
  running = undefined;
  running = await start(
    {
      ...order,
      host: '127.0.0.1',
      secure: false,
      proxies: 0,
      logLevel: 'info',
      databaseUrl: undefined,
      setNow: now(),
      passwordCost: 12,
      threads: 0,
    },
    pino({ level: 'info' }),
  );
}

process.on('message', (order: Order) => {
  doing = doing.then(
    () => next(order).then(() => void process.send!({ up: order.port })),
    () => undefined,
  );
  doing.catch((error: unknown) => void process.send!({ failed: String(error) }));
});
process.on('disconnect', () => process.exit(0));
