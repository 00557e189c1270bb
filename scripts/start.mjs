// npm start: the real thing. Data folder, address and port come from the environment (see README.md). On a checkout with the
// packages of development it builds the interface where that is old; with those of production alone it takes what was built.
import { existsSync } from 'node:fs';
import { at, buildInterface, installPackages, startServer } from './lib.mjs';

const forDevelopment = existsSync(at('node_modules', 'vite'));
if (forDevelopment || !existsSync(at('node_modules'))) {
  installPackages();
  buildInterface();
} else if (!existsSync(at('web', 'dist', 'sw.js'))) {
  console.error(
    'The interface is not built, and what builds it is not installed. Run "npm ci && npm run build" first, or bring web/dist along.',
  );
  process.exit(1);
}
const server = startServer({});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
