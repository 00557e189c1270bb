import { pino } from 'pino';
import { readConfig } from './config.js';
import { DataFolderError } from './db/open.js';
import { start } from './start.js';

try {
  const config = readConfig();
  const log = pino({ level: config.logLevel });
  const running = await start(config, log);
  process.stdout.write(`Keen Sapling is at ${running.url}\n`);
  let ending = false;
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.on(signal, () => {
      if (ending) return;
      ending = true;
      log.info({ signal }, 'ending');
      void running.close().then(() => process.exit(0));
    });
} catch (error) {
  if (error instanceof DataFolderError) process.stderr.write(`${error.message}\n`);
  else process.stderr.write(`Keen Sapling could not start: ${(error as Error).message}\n`);
  process.exit(1);
}
