// npm run backup, restore, check-backup, new-password: the server's own commands, from what was built.
import { spawnSync } from 'node:child_process';
import { at, makeReady } from './lib.mjs';

makeReady();
const { status } = spawnSync(process.execPath, [at('server', 'dist', 'main.mjs'), ...process.argv.slice(2)], { stdio: 'inherit' });
process.exit(status ?? 1);
