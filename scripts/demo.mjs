// npm run demo [-- --fresh]: installs what is missing, builds, fills an empty demo folder, starts, says who can sign in.
import { rmSync } from 'node:fs';
import { answers, at, buildWhatIsOld, installPackages, startServer } from './lib.mjs';

const folder = process.env.SAPLING_DATA ?? at('.data', 'demo');
const port = process.env.SAPLING_PORT ?? '4180';
const host = process.env.SAPLING_HOST ?? '127.0.0.1';
const url = `http://${host}:${port}`;

installPackages();
buildWhatIsOld();
if (process.argv.includes('--fresh')) {
  // only a folder this command made is ever cleared
  if (process.env.SAPLING_DATA) {
    console.error('With SAPLING_DATA set, --fresh does not clear the folder: empty it yourself if that is meant.');
    process.exit(1);
  }
  rmSync(folder, { recursive: true, force: true });
}
const server = startServer({
  SAPLING_DATA: folder,
  SAPLING_PORT: port,
  SAPLING_HOST: host,
  SAPLING_DEMO: '1',
  SAPLING_HOLD_ANSWERS: process.env.SAPLING_HOLD_ANSWERS ?? '1',
  SAPLING_LOG: process.env.SAPLING_LOG ?? 'warn',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
if (await answers(url)) {
  const { people } = await (await fetch(`${url}/api/auth/state`)).json();
  console.log(`\nKeen Sapling, demo school: ${url}\n\nSign in with one press as:`);
  for (const person of people) console.log(`  ${person.name.padEnd(18)} ${person.role}`);
  console.log('\nAll people and children are made up. Ctrl+C ends it; npm run demo -- --fresh starts over.');
}
