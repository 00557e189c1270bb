/** Starts the server: opens the database, fills the demo if asked, listens, and ends cleanly. */
import { Changes } from './http/changes.js';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { pino, type Logger } from 'pino';
import { createApp } from './app.js';
import { Backups } from './backup/service.js';
import { passwordPath } from './commands.js';
import { clockOf, type Config } from './config.js';
import { shareHeld } from './db/held.js';
import { openDatabase, type Db } from './db/open.js';
import { seedDemo } from './demo/seed.js';
import { safeError } from './http/safe-error.js';
import { budgets } from './http/tries.js';
import { Screens } from './evidence/screens.js';
import { renewStates } from './evidence/states.js';
import { ALONE, postgresBus } from './live/bus.js';
import { openMail } from './mail/open-mail.js';
import { Live } from './live/live.js';
import { recordingStoreOf } from './readings/recording-store.js';
import { AuditLog } from './audit-log.js';
import { TryIt } from './try-it.js';
import { Pool } from './work/pool.js';
import { startUpkeep } from './upkeep.js';

export interface Running {
  readonly url: string;
  readonly seeded: boolean;
  readonly db: Db;
  /** The server's clock. */
  readonly now: () => string;
  close(): Promise<void>;
}

export async function start(config: Config, into: Logger = pino({ level: config.logLevel })): Promise<Running> {
  const log = into.child({}, { serializers: { err: safeError } });
  // first of all: a clock that was set goes on from the moment it was read
  const clock = clockOf(config);
  const { db, close, embedded, server: shared, alone } = await openDatabase({ folder: config.folder, url: config.databaseUrl });
  const { now } = clock;
  const seeded = config.demo ? await alone(() => seedDemo(db, now())) : false;
  const bus = shared ? await postgresBus(shared, (error) => log.error({ err: error }, 'other processes were not told')) : ALONE;
  if (shared) shareHeld(db);
  const recordingStore = await recordingStoreOf(config, db, embedded !== undefined);
  const backups = new Backups(
    embedded?.client,
    { data: config.folder, folder: config.backups ?? join(config.folder, 'backups'), keep: config.backupsKept ?? 0 },
    now,
    log,
  );
  if (embedded)
    embedded.lock.answer = async (line) => {
      const [command, argument = ''] = line.split(' ');
      if (command === 'backup') return `Written and opened: ${join(backups.folder, (await backups.make()).name)}`;
      if (command === 'new-password') return `Open this page of your installation within a day: ${await passwordPath(db, argument, now())}`;
      return 'error This version does not know the command.';
    };
  const changes = new Changes(config.databaseUrl === undefined);
  const upkeep = startUpkeep({ db, recordingStore, backups, now, log, changed: () => changes.raise() });
  const live = new Live(db, now, changes, bus);
  const screens = new Screens(clock.ms, bus);
  const pool = new Pool(config.threads).serve(db);
  const trail = new AuditLog(db, log);
  const tryIt = config.tryIt ? new TryIt(config, now, log) : undefined;
  const { mail, simulated } = await openMail(config, log);
  let ending = false;
  const server: Server = createServer(
    createApp(
      {
        db,
        live,
        changes,
        screens,
        backups,
        pool,
        recordingStore,
        mail,
        trail,
        tryIt,
        config,
        now,
        ending: () => ending,
        tries: budgets(db, clock.ms),
      },
      log,
    ),
  );
  // longer than browsers and proxies keep a line open, so that none is cut as they send on it
  server.keepAliveTimeout = 75_000;
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(config.port, config.host, resolve);
  });
  const { port } = server.address() as AddressInfo;
  log.info({ port }, 'listening');
  // a made-up school has no states yet: they are worked out while whoever opens it chooses a name. Where that fails, the first list does it
  if (seeded && pool.threads > 0) void renewStates(db, now()).catch(() => undefined);
  return {
    url: `http://${config.host.includes(':') ? `[${config.host}]` : config.host}:${port}`,
    seeded,
    db,
    now,
    close: async () => {
      ending = true;
      upkeep.stop();
      live.close();
      screens.stop();
      await new Promise<void>((resolve) => {
        server.close(() => resolve());
        server.closeIdleConnections();
        setTimeout(() => server.closeAllConnections(), 5000).unref();
      });
      await tryIt?.close();
      await trail.flush();
      await pool.close();
      await bus.close();
      mail?.close();
      await simulated?.close();
      await close();
    },
  };
}
