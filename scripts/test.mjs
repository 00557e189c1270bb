// npm test: installs what is missing, then lint, types, import directions, unit tests, build and browser tests.
// The last line is "N passed, N failed". `npm test -- --changed` is for daily work: unit tests that import what differs from the
// last commit, and browser tests whose files do; all of it is what counts.
import { spawn, spawnSync } from 'node:child_process';
import { accessSync, constants, existsSync, mkdirSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { at, installHeadlessChromium, installPackages, installServers, root } from './lib.mjs';

const changed = process.argv.includes('--changed');
installPackages();
const chromium = installHeadlessChromium();
installServers();
const results = at('test-results');
mkdirSync(results, { recursive: true });
let passed = 0;
let failed = 0;

/**
 * Folders of tests lie in memory where there is room for them: a database is a thousand small files that are written
 * through, and on a slow disk that is most of what the tests wait for.
 */
function inMemory() {
  const place = '/dev/shm';
  try {
    accessSync(place, constants.W_OK);
    const { bavail, bsize } = statfsSync(place);
    return bavail * bsize > 4e9 ? { TMPDIR: place } : {};
  } catch {
    return {};
  }
}
const scratch = inMemory();

function step(name, command, args, env = {}) {
  console.log(`\n== ${name}`);
  const began = Date.now();
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...scratch, ...env } });
  console.log(`== ${name}: ${status === 0 ? 'fine' : 'FAILED'} (${Math.round((Date.now() - began) / 1000)} s)`);
  return status === 0;
}
/** The same, beside others: what it prints is shown when it ends. */
function beside(name, command, args) {
  const began = Date.now();
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, env: process.env });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk));
    child.on('close', (status) => {
      console.log(`\n== ${name}\n${said}== ${name}: ${status === 0 ? 'fine' : 'FAILED'} (${Math.round((Date.now() - began) / 1000)} s)`);
      resolve(status === 0);
    });
  });
}
/** What failed, by name: said once more at the very end, where a cut log still shows it. */
const failures = [];
const count = (name, ok) => {
  if (ok) passed += 1;
  else {
    failed += 1;
    failures.push(name);
  }
};
/** Adds the counts of a report; a report that is missing or holds no test is a failure. */
function add(file, read, ok) {
  const seen = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : { passed: 0, failed: 0 };
  passed += seen.passed;
  failed += seen.failed;
  failures.push(...(seen.names ?? []));
  if ((seen.passed + seen.failed === 0 && !(changed && ok)) || (!ok && seen.failed === 0)) {
    failed += 1;
    failures.push(`${file}: ended badly without a failed test (an error outside a test, or a run that was cut off)`);
  }
}

const early = await Promise.all([
  beside('lint', 'npm', ['run', '--silent', 'lint']),
  beside('types', 'npm', ['run', '--silent', 'types']),
  beside('import directions', 'npm', ['run', '--silent', 'imports']),
  beside('unused files, exports and packages', 'npm', ['run', '--silent', 'unused']),
]);
['lint', 'types', 'import directions', 'unused files, exports and packages'].forEach((name, at) => count(name, early[at]));

const unit = at('test-results', 'unit.json');
rmSync(unit, { force: true });
const unitOk = step('unit tests', 'npx', [
  'vitest',
  'run',
  '--reporter=dot',
  '--reporter=json',
  `--outputFile=${unit}`,
  ...(changed ? ['--changed', '--passWithNoTests'] : []),
]);
/** Each failed test of a Vitest report with the first lines of why. */
const unitNames = (r) =>
  r.testResults.flatMap((file) =>
    file.assertionResults
      .filter((test) => test.status === 'failed')
      .map((test) => `${test.fullName}\n    ${(test.failureMessages[0] ?? '').split('\n').slice(0, 4).join('\n    ')}`),
  );
add(unit, (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests, names: unitNames(r) }), unitOk);

if (step('build', 'npm', ['run', '--silent', 'build'])) {
  passed += 1;
  const browser = at('test-results-browser.json');
  rmSync(browser, { force: true });
  const only = changed ? ['--only-changed', '--pass-with-no-tests'] : [];
  const ok = step('browser tests', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts', ...only], {
    SAPLING_REPORT: browser,
    SAPLING_CHROMIUM: chromium,
  });
  add(
    browser,
    (r) => {
      if (r.stats.flaky > 0) console.log(`${r.stats.flaky} browser tests needed a second try.`);
      return { passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected };
    },
    ok,
  );
  rmSync(browser, { force: true });
} else count('build', false);

for (const name of failures) console.log(`FAILED: ${name}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
