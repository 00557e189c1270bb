import { pino } from 'pino';
import { BackupError } from './backup/pack.js';
import { CommandError, COMMANDS, runCommand, type Command } from './commands.js';
import { clockOf, readConfig } from './config.js';
import { DataFolderError } from './db/open.js';
import { start } from './start.js';
import { MoveError } from './transfer/move.js';

try {
  const config = readConfig();
  const [command, ...rest] = process.argv.slice(2);
  if (command !== undefined) {
    if (!(COMMANDS as readonly string[]).includes(command))
      throw new CommandError(`There is no command ${command}. There are: ${COMMANDS.join(', ')}.`);
    process.stdout.write(`${await runCommand(config, command as Command, rest, clockOf(config).now())}\n`);
    process.exit(0);
  }
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
  if (error instanceof DataFolderError || error instanceof CommandError || error instanceof BackupError || error instanceof MoveError)
    process.stderr.write(`${error.message}\n`);
  else process.stderr.write(`Keen Sapling could not start: ${(error as Error).message}\n`);
  process.exit(1);
}
