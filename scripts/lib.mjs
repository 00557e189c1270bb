// Shared by the scripts: only Node's own modules, since they also run before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync, writeFileSync, readdirSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
export const at = (...parts) => join(root, ...parts);

/** Runs a command to its end, showing what it prints; ends this script where it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error || status !== 0) {
    console.error(`\n${command} ${args.join(' ')} failed${error ? `: ${error.message}` : ''}.`);
    process.exit(status || 1);
  }
}

/** Whether a command can be run at all. */
export const has = (command) => spawnSync('sh', ['-c', `command -v ${command}`], { stdio: 'ignore' }).status === 0;

/** Installs the packages of the lock file where they are missing or older than it. */
export function installPackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const mark = at('node_modules', '.installed');
  const lock = createHash('sha256')
    .update(readFileSync(at('package-lock.json')))
    .digest('hex');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
  console.log('Installing packages…');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(mark, lock);
}

/** Has a program of Debian's, fetched with apt-get where that may be done. Returns whether it is there. */
function installWithApt(name, packages, isThere) {
  if (isThere()) return true;
  console.log(`Installing ${name} with apt-get…`);
  const sudo = process.getuid?.() === 0 ? [] : has('sudo') ? ['sudo', '-n'] : null;
  if (has('apt-get') && sudo) {
    const apt = (...args) =>
      spawnSync([...sudo, 'apt-get', ...args][0], [...sudo, 'apt-get', ...args].slice(1), {
        stdio: 'ignore',
        env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      }).status;
    apt('update', '-q');
    apt('install', '-y', '--no-install-recommends', ...packages);
  }
  return isThere();
}

/** The browser of the tests: Debian's Chromium. */
export function installChromium() {
  if (installWithApt('Chromium', ['chromium'], () => browserPath() !== null)) return browserPath();
  console.error(
    'The browser tests need Chromium, and it could not be installed here. Install it (Debian: apt-get install chromium), or name another with SAPLING_CHROMIUM=/path/to/chromium.',
  );
  process.exit(1);
}
/**
 * The same Chromium of Debian's without what draws windows, which does a page's work with a fifth less: for tests. Chromium itself
 * where there is none.
 */
export function installHeadlessChromium() {
  const chromium = installChromium();
  const shell = '/usr/bin/chromium-headless-shell';
  if (process.env.SAPLING_CHROMIUM || !installWithApt('Chromium without windows', ['chromium-headless-shell'], () => existsSync(shell)))
    return chromium;
  return shell;
}
/** What tests of several processes need: a PostgreSQL server to start, and nginx. */
export function installServers() {
  const postgres = () =>
    existsSync('/usr/lib/postgresql') &&
    readdirSync('/usr/lib/postgresql').some((v) => existsSync(join('/usr/lib/postgresql', v, 'bin', 'initdb')));
  const there = [
    installWithApt('PostgreSQL', ['postgresql'], postgres),
    installWithApt('nginx', ['nginx-light'], () => existsSync('/usr/sbin/nginx')),
    installWithApt('OpenSSL', ['openssl'], () => has('openssl')),
  ];
  if (there.every(Boolean)) return;
  console.error(
    'Tests of several processes need PostgreSQL, nginx and OpenSSL, and they could not be installed here (Debian: apt-get install postgresql nginx-light openssl).',
  );
  process.exit(1);
}
export function browserPath() {
  const wanted = process.env.SAPLING_CHROMIUM ?? '/usr/bin/chromium';
  return existsSync(wanted) ? wanted : null;
}

/** The newest change under these folders, in milliseconds. */
function newest(folder) {
  let latest = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (entry.name === 'node_modules' || entry.name === 'dist') continue;
    const path = join(folder, entry.name);
    latest = Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs);
  }
  return latest;
}

/** Whether what was built is missing or older than its sources. */
const isOld = (built, folders) =>
  !existsSync(built) || statSync(built).mtimeMs < Math.max(...folders.map((folder) => newest(at(folder))), newest(at('scripts')));

/** Builds the server and the interface where they are missing or older than their sources. */
export function buildWhatIsOld() {
  if (isOld(at('server', 'dist', 'main.mjs'), ['server', 'core', 'contract', 'data']))
    run('npm', ['run', '--silent', 'build', '-w', 'server']);
  if (!isOld(at('web', 'dist', 'sw.js'), ['web', 'core', 'contract'])) return;
  console.log('Building the interface…');
  run('npm', ['run', '--silent', 'build', '-w', 'web']);
}

/** Has ready what is run: on a checkout with the packages of development it builds what is old, with those of production alone it takes what was built. */
export function makeReady() {
  if (existsSync(at('node_modules', 'vite')) || !existsSync(at('node_modules'))) {
    installPackages();
    buildWhatIsOld();
  } else if (!existsSync(at('web', 'dist', 'sw.js')) || !existsSync(at('server', 'dist', 'main.mjs'))) {
    console.error(
      'It is not built, and what builds it is not installed. Run "npm ci && npm run build" first, or bring web/dist and server/dist along.',
    );
    process.exit(1);
  }
}

/** Starts the built server as its own process, with what it prints passed on. */
export function startServer(env, options = {}) {
  return spawn(process.execPath, [at('server', 'dist', 'main.mjs')], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
    ...options,
  });
}

/** Waits until the server answers, or says that it does not. */
export async function answers(url, ms = 60_000) {
  const until = Date.now() + ms;
  while (Date.now() < until) {
    try {
      if ((await fetch(`${url}/api/health`)).ok) return true;
    } catch {
      // not up yet
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return false;
}
