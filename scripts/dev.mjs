// npm run dev: the server on demo data with restarts, and the interface with hot reloading. /patterns shows every control.
import { spawn } from 'node:child_process';
import { at, installPackages, root } from './lib.mjs';

installPackages();
const env = { ...process.env, SAPLING_DATA: process.env.SAPLING_DATA ?? at('.data', 'dev'), SAPLING_DEMO: '1' };
const children = [
  spawn(process.execPath, ['--watch', '--import', 'tsx', 'server/src/main.ts'], { cwd: root, stdio: 'inherit', env }),
  spawn('npm', ['run', '--silent', 'dev', '-w', 'web'], { cwd: root, stdio: 'inherit', env }),
];
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => children.forEach((child) => child.kill(signal)));
for (const child of children) child.on('exit', () => children.forEach((other) => other.kill()));
