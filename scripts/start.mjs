// npm start: the real thing. Data folder, address and port come from the environment (see server/README.md).
import { buildInterface, installPackages, startServer } from './lib.mjs';

installPackages();
buildInterface();
const server = startServer({});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
