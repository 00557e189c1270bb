// npm run screenshots [-- name …]: one current PNG of each main view, from fresh demo data, at 1280x800, on the story's own
// day, so that they come out the same whenever they are taken.
import { mkdtempSync, mkdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { answers, at, buildWhatIsOld, installChromium, installPackages, startServer } from './lib.mjs';

const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--force-color-profile=srgb',
];
const only = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const out = process.env.SHOTS ?? at('docs', 'screenshots');
const port = 4186;
const url = `http://127.0.0.1:${port}`;

installPackages();
const executablePath = installChromium();
buildWhatIsOld();
mkdirSync(out, { recursive: true });
const folder = mkdtempSync(join(tmpdir(), 'sapling-shots-'));
const server = startServer(
  { SAPLING_DATA: folder, SAPLING_PORT: String(port), SAPLING_DEMO: '1', SAPLING_LOG: 'error', SAPLING_NOW: '2026-11-25T10:00:00.000Z' },
  { stdio: ['ignore', 'ignore', 'inherit'] },
);
if (!(await answers(url))) throw new Error('The server did not start.');
const browser = await chromium.launch({ executablePath, args: FLAGS });

async function as(name) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
  const page = await context.newPage();
  await page.goto(url);
  await page.getByRole('button', { name }).click();
  await page.getByRole('navigation', { name: 'Places' }).waitFor();
  return page;
}
const wanted = (name) => only.length === 0 || only.includes(name);
async function shoot(page, name, ready) {
  if (ready) await ready();
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(500);
  await page.screenshot({ path: join(out, `${name}.png`) });
  console.log(name);
}

try {
  if (wanted('sign-in')) {
    const front = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await front.goto(url);
    await shoot(front, 'sign-in', () => front.getByRole('button', { name: /Maren/ }).waitFor());
  }
  const tutor = await as(/Wilma Sandoval/);
  if (wanted('today')) await shoot(tutor, 'today', () => tutor.getByRole('heading', { name: /Sessions today/ }).waitFor());
  if (wanted('run')) {
    await tutor.goto(`${url}/`);
    await tutor.getByRole('link', { name: 'Run it' }).first().click();
    await tutor.getByRole('button', { name: /Read words/ }).click();
    await tutor.keyboard.press('e');
    await shoot(tutor, 'run');
  }
  const page = await as(/Tobias Quill/);
  const place = async (name, path, ready) => {
    if (!wanted(name)) return;
    await page.goto(url + path);
    await shoot(page, name, ready);
  };
  await place('today-teacher', '/', () => page.getByRole('heading', { name: /Left by/ }).waitFor());
  await place('children', '/children', () => page.getByRole('table').waitFor());
  await place('classes', '/children/classes', () => page.getByText('How far has').waitFor());
  if (wanted('child')) {
    await page.goto(`${url}/children`);
    await page.getByRole('rowheader').first().getByRole('link').click();
    await shoot(page, 'child', async () => {
      await page.getByText('Step by step').waitFor();
      await page
        .getByText(/^It comes right about|^Known sounds are|^Sounds in spoken/)
        .first()
        .waitFor();
    });
  }
  await place('check', '/check', () =>
    page
      .getByRole('button', { name: /Start with/ })
      .first()
      .waitFor(),
  );
  if (wanted('marking') || wanted('summary')) {
    await page.goto(`${url}/check`);
    await page
      .getByRole('button', { name: /Start with/ })
      .first()
      .click();
    await page.locator('[data-card]').waitFor();
    for (let k = 0; ; k += 1) {
      if (k === 6 && wanted('marking')) await shoot(page, 'marking');
      if ((await page.locator('[data-card]').count()) === 0) break;
      await page.waitForTimeout(60);
      await page.keyboard.press(k % 9 === 5 ? '4' : k % 11 === 3 ? '2' : k % 13 === 7 ? '5' : '1');
    }
    if (wanted('summary')) await shoot(page, 'summary', () => page.getByText('cards are marked').waitFor());
  }
  await place('gaps', '/gaps', () => page.getByRole('grid').waitFor());
  await place('groups', '/groups', () =>
    page
      .getByText(/for \d+ children in \d+ weeks?/)
      .first()
      .waitFor(),
  );
  if (wanted('suggest')) {
    await page.goto(`${url}/groups`);
    await page.getByRole('button', { name: 'Suggest groups' }).click();
    await page.getByLabel('New cycle: these groups end').check();
    await page.getByRole('button', { name: 'Suggest', exact: true }).click();
    await shoot(page, 'suggest', () => page.getByRole('button', { name: /Make these/ }).waitFor());
  }
  if (wanted('cycle')) {
    await page.goto(`${url}/groups`);
    await page.getByRole('region', { name: 'Hazel', exact: true }).getByRole('link', { name: 'The cycle' }).click();
    await page.getByRole('link', { name: 'Make the whole cycle' }).click();
    await page.getByRole('button', { name: /^Draft \d+ sessions/ }).click();
    await shoot(page, 'cycle', () => page.getByRole('button', { name: /^Keep and share all/ }).waitFor());
  }
  await place('sessions', '/sessions', () => page.getByText('This week').first().waitFor());
  await place('timetable', '/sessions/timetable', () => page.getByRole('button', { name: 'Place the rest' }).waitFor());
  await place('plan', '/sessions/new', () => page.getByRole('heading', { name: 'Boxes for sounds' }).waitFor());
  if (wanted('session') || wanted('print')) {
    const sessions = await (await page.request.get(`${url}/api/sessions`)).json();
    const logged = sessions.find((s) => s.notes.length > 0) ?? sessions[0];
    await place('session', `/sessions/${logged.id}`, () => page.getByRole('heading', { name: 'What happened' }).waitFor());
    await place('print', `/sessions/${logged.id}/print`, () => page.getByRole('heading', { name: 'What happened' }).waitFor());
  }
  if (wanted('reading') || wanted('reading-after')) {
    const children = await (await page.request.get(`${url}/api/children`)).json();
    const child = children.find((c) => c.line.filter((p) => p.state === 'secure').length > 90);
    await page.goto(`${url}/check/reading?child=${child.id}`);
    await page.getByRole('button', { name: /reads this now/ }).click();
    await page.getByRole('button', { name: /Start as the child begins/ }).waitFor();
    await page.keyboard.press('Enter');
    const marks = { 6: 's', 11: 'p', 17: 't', 23: 'a', 29: 's', 36: 'o' };
    for (let k = 0; k < 52; k += 1) {
      await page.waitForTimeout(420);
      await page.keyboard.press('Space');
      if (marks[k]) await page.keyboard.press(marks[k]);
      if (marks[k] === 's') {
        await page.keyboard.press('e');
        await page.getByRole('dialog').getByRole('button', { name: /^1 / }).click();
      }
    }
    if (wanted('reading')) await shoot(page, 'reading');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /See how it went/ }).click();
    await shoot(page, 'reading-after', () => page.getByText('words like it').first().waitFor());
  }
  if (wanted('readings')) {
    const readings = await (await page.request.get(`${url}/api/readings`)).json();
    const count = (id) => readings.filter((r) => r.child === id && r.score.accuracy >= 0.9).length;
    const most = readings.reduce((a, b) => (count(b.child) > count(a.child) ? b : a)).child;
    await page.goto(`${url}/children/${most}/readings`);
    await shoot(page, 'readings', () => page.getByRole('img', { name: /the newest with/ }).waitFor());
  }
  await place('quadrants', '/progress/reading', () => page.getByText('Accurate is 95').waitFor());
  await place('progress', '/progress', () => page.getByText(/^From [0-9]/).waitFor());
  await place('library', '/library', () => page.getByText('Short vowels').waitFor());
  await place('shelf', '/library/texts', () =>
    page
      .getByText(/, \d+ words/)
      .first()
      .waitFor(),
  );
  await place('text', '/library/texts?text=ralph-and-the-elephant', () => page.getByText('Ask afterwards').waitFor());
  await place('words', '/library/words?tool=spellings', () => page.getByText('in 100').first().waitFor());
  await place('order', '/library/orders/lantern', () => page.getByText('words at the end').waitFor());
  await place('rules', '/library/rules', () => page.getByText('For spelling').waitFor());
  if (wanted('import')) {
    await page.goto(`${url}/children/import`);
    await page.getByLabel('Class list: CSV, Excel or OneRoster ZIP').setInputFiles({
      name: 'finches.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(
        'First name,Surname,Class,Year,Pupil no\nAmadi,Fenwick,Finches,Year 1,F101\nBrisa,Holloway,Finches,Year 1,F102\n,Kestrel,Finches,Year 1,F103\nDov,Marlow,Finches,Year 1,F104\nAmadi,Fenwick,Finches,Year 1,F101\nAdaeze,Abara,Wrens,Year 1,\n',
      ),
    });
    await shoot(page, 'import', () => page.getByText('does not fit').first().waitFor());
  }
  if (wanted('team')) {
    const lead = await as(/Maren/);
    await lead.goto(`${url}/team`);
    await shoot(lead, 'team', () => lead.getByText('Data and cautions').waitFor());
  }
  if (wanted('year')) {
    const lead = await as(/Maren/);
    await lead.goto(`${url}/team/year`);
    await shoot(lead, 'year', () => lead.getByRole('button', { name: 'Close the year…' }).waitFor());
  }
  if (wanted('help')) {
    await page.goto(`${url}/gaps`);
    await page.getByRole('grid').waitFor();
    await page.keyboard.press('?');
    await shoot(page, 'help', () => page.getByRole('dialog').getByRole('img').waitFor());
  }
  if (wanted('phone')) {
    await tutor.setViewportSize({ width: 390, height: 800 });
    await tutor.goto(url);
    await shoot(tutor, 'phone', () => tutor.getByRole('heading', { name: /Sessions today/ }).waitFor());
  }
} finally {
  await browser.close();
  server.kill('SIGTERM');
  await new Promise((resolve) => server.on('exit', resolve));
  rmSync(folder, { recursive: true, force: true });
}
