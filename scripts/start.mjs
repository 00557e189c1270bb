// npm start: the real thing. Data folder, address and port come from the environment (see README.md).
import { makeReady, startServer } from './lib.mjs';

makeReady();
const server = startServer({});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
