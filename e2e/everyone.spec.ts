import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { keyWordOf } from '@sapling/core/phonics';
import { addStyles, allChildren, getJson, hasLandmarks, newContext, signInThroughPage, test, expect, go } from './support/fixtures.js';
import { PATIENCE } from './support/patience.js';

const PLACES: [path: string, ready: RegExp | string][] = [
  // on a day without sessions the next day that has some
  ['/', /^Sessions today|^Next: /],
  ['/children', 'Known, 3 weeks'],
  ['/children/classes', /How far has/],
  ['/children/import', 'Drop the file here'],
  ['/children/left', /^In no list and no group/],
  ['/children/practise', 'For home'],
  ['/check', /^Ask/],
  ['/check/paper', /^Make \d+ sheets/],
  ['/check/enter', 'No sheet waits'],
  ['/check/reading', 'Other checks'],
  ['/gaps', 'only what somebody needs'],
  ['/groups', /^Waiting, with something to work on/],
  ['/sessions', 'This week'],
  ['/sessions/new', 'Read words'],
  ['/sessions/timetable', /^\d+ clash/],
  ['/sessions/timetable/set-up', 'Lessons not to be missed'],
  ['/progress', /^From [\d,]+ observations/],
  ['/progress/reading', 'Accurate is 95'],
  ['/progress/trust', /^From \d+ answers/],
  ['/library', 'How often each sound'],
  ['/team', 'Data and cautions'],
  ['/bin', 'The bin is empty'],
  ['/help', 'A short page for each place'],
  ['/help/groups', 'Making them'],
  ['/help/credits', 'OpenMoji'],
];
const SHELVES: [path: string, ready: RegExp | string][] = [
  ['/library/words', 'Everything else in the words'],
  ['/library/texts', 'Written for this tool'],
  ['/library/texts?text=win-and-wes-swim', 'Ask afterwards'],
  ['/library/texts?text=new', 'There is no word in it yet'],
  ['/library/orders', 'An order says what is taught when'],
  ['/library/orders/hillside', 'words at the end'],
  ['/library/rules', 'For spelling'],
  ['/library/styles', 'What to say at an error'],
];

async function accessible(page: Page, where: string): Promise<void> {
  // rows of a table or a list beyond the first few are made as those before, and hundreds of cells take the machine minutes
  await addStyles(
    page,
    'tbody tr:nth-of-type(n + 6), [role=rowgroup] > [role=row]:nth-of-type(n + 6), ul.sheet > li:nth-of-type(n + 7), div:has(> button[data-word]):nth-of-type(n + 7), ul.ruled > li:nth-of-type(n + 7), ol.ruled > li:nth-of-type(n + 7) { display: none }',
  );
  // no page has a frame, which another blank page would be opened for; what passes is told in brief
  const { violations } = await new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .setLegacyMode()
    .analyze();
  // the next place is looked at whole
  await page.evaluate(() => void document.adoptedStyleSheets.pop());
  expect(
    violations.map(
      (v) =>
        `${where}: ${v.id} ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 3)
          .join(' | ')}`,
    ),
  ).toEqual([]);
}

/** At 200 % zoom a place does not scroll sideways as a whole, and every other place can still be reached. */
async function fitsZoomed(page: Page, where: string): Promise<void> {
  await page.setViewportSize({ width: 640, height: 400 });
  // what is laid out by a media query in script follows a frame later
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), {
      message: `${where} at 200 % zoom`,
    })
    .toBeLessThanOrEqual(0);
  await expect(page.getByRole('navigation', { name: 'Places' }).getByRole('link')).toHaveCount(9);
  await page.setViewportSize({ width: 1280, height: 800 });
}

// nothing here changes what another test looks at
test.use({ shared: 'nothing changed' });

const parts = [PLACES.filter((_, k) => k % 2 === 0), PLACES.filter((_, k) => k % 2 === 1), SHELVES];
for (const [k, part] of parts.entries())
  test(`every place has its landmarks and title, fits at 200 % zoom, and breaks no rule of WCAG 2.2 AA that a machine can check (${k + 1} of ${parts.length})`, async ({
    as,
    demo,
  }) => {
    test.setTimeout(240_000 * PATIENCE);
    const page = await as('teacher');
    const titles = new Map<string, string>();
    for (const [path, ready] of part) {
      await go(page, demo.url + path);
      await page.getByText(ready).first().waitFor();
      await hasLandmarks(page, path, titles);
      await fitsZoomed(page, path);
      await accessible(page, path);
    }
  });

test('what only a lead sees, what lies over a page, and a phone break none of the rules', async ({ as, demo }) => {
  test.setTimeout(180_000 * PATIENCE);
  const page = await as('lead');
  const dialog = page.getByRole('dialog');
  await go(page, `${demo.url}/team/year`);
  await page.getByRole('button', { name: 'Close the year…' }).click();
  await accessible(page, 'closing a year, asked once more');
  await dialog.getByRole('button', { name: 'Not yet' }).click();
  await accessible(page, '/team/year');
  await go(page, `${demo.url}/team`);
  await page.getByRole('button', { name: 'Add a colleague' }).click();
  await accessible(page, 'adding a colleague');
  await page.keyboard.press('Escape');
  await page
    .getByRole('button', { name: /^Hand over the work of/ })
    .first()
    .click();
  await accessible(page, 'handing over');
  await page.keyboard.press('Escape');
  await go(page, `${demo.url}/children`);
  await page.getByRole('table').waitFor();
  await page.keyboard.press('?');
  await dialog.getByText('Keys: everywhere').waitFor();
  await accessible(page, 'help over a page');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder(/A place, a child/).fill('o');
  await accessible(page, 'the command list');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'pair' }).first().focus();
  await page.getByRole('tooltip').waitFor();
  await accessible(page, 'a word explained');
  await page.setViewportSize({ width: 390, height: 780 });
  for (const place of ['/', '/children', '/check', '/sessions']) {
    await go(page, demo.url + place);
    await page.getByRole('navigation', { name: 'At hand' }).waitFor();
    await expect(page.getByText(/^Opening/)).toHaveCount(0);
    await accessible(page, `${place} on a phone`);
  }
});

test('a child, their readings and a session break none of the rules either', async ({ as, demo }) => {
  test.setTimeout(240_000 * PATIENCE);
  const page = await as('teacher');
  const [child] = await getJson<{ id: string }[]>(page.request, `${demo.url}/api/children`);
  await go(page, `${demo.url}/children/${child!.id}`);
  await page.getByText('Step by step').waitFor();
  await accessible(page, 'child');
  await page
    .getByRole('button', { name: / as in .* Show what it rests on/ })
    .first()
    .click();
  await page.getByRole('dialog').getByText('marked by').first().waitFor();
  await accessible(page, 'evidence');
  const [reading] = await getJson<{ id: string; child: string }[]>(page.request, `${demo.url}/api/readings`);
  await go(page, `${demo.url}/children/${reading!.child}/readings`);
  await page.getByText('Later readings of one text').waitFor();
  await accessible(page, 'readings');
  await go(page, `${demo.url}/reading/${reading!.id}`);
  await page.getByRole('tab', { name: 'Fluency' }).click();
  await page.getByRole('region', { name: 'Punctuation' }).waitFor();
  await accessible(page, 'reading');
  const [group] = await getJson<{ id: string }[]>(page.request, `${demo.url}/api/groups`);
  for (const [part, ready] of [
    ['outcome', 'What this suggests'],
    ['handover', 'Taken by'],
  ] as const) {
    await go(page, `${demo.url}/groups/${group!.id}/${part}`);
    await page.getByText(ready).first().waitFor();
    await accessible(page, `group/${part}`);
  }
  const [session] = await getJson<{ id: string }[]>(page.request, `${demo.url}/api/sessions`);
  for (const part of ['', '/run', '/print']) {
    await go(page, `${demo.url}/sessions/${session!.id}${part}`);
    await page.getByText('Read words').first().waitFor();
    await accessible(page, `session${part}`);
  }
});

test('marking and its summary are accessible, and so is the page before anybody is signed in', async ({ browser, demo }) => {
  const context = await newContext(browser);
  const page = await context.newPage();
  await go(page, demo.url);
  await page.getByText('Demo school: sign in as').waitFor();
  await accessible(page, 'sign-in');
  await page.close();
  const teacher = await signInThroughPage(context, demo.url, 'classTeacher');
  await go(teacher, `${demo.url}/check`);
  await teacher
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  await teacher.locator('[data-card]').waitFor();
  await teacher.waitForTimeout(100);
  await teacher.keyboard.press('4');
  await accessible(teacher, 'marking');
  await teacher.keyboard.press('s');
  await accessible(teacher, 'said');
  await teacher.keyboard.press('Escape');
  await teacher.keyboard.press('Escape');
  await accessible(teacher, 'paused');
  await teacher.getByRole('button', { name: 'End here' }).click();
  await teacher.getByText('cards are marked').waitFor();
  await accessible(teacher, 'summary');
  await context.close();
});

test('an address that is not there, and a page that fails, both leave a way on', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/no-such-place`);
  await expect(page.getByRole('heading', { name: 'There is nothing here' })).toBeVisible();
  await page.getByRole('link', { name: 'Go to Today' }).click();
  await expect(page.getByRole('heading', { name: /^Hello/ })).toBeVisible();
  // a broken answer of the server breaks one place, not the tool
  await page.route('**/api/progress', (route) => route.fulfill({ json: [{ nonsense: true }] }));
  await page.getByRole('link', { name: 'Progress' }).click();
  await expect(page.getByRole('button', { name: 'Try again' })).toBeVisible();
  await page.getByRole('link', { name: 'Library' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Library' })).toBeVisible();
  // a failed write says so and keeps what was typed
  await page.unroute('**/api/progress');
  await page.route('**/api/sessions', (route) =>
    route.request().method() === 'POST' ? route.fulfill({ status: 500, body: '{}' }) : route.continue(),
  );
  await go(page, `${demo.url}/sessions/new`);
  await page.getByRole('button', { name: /^Keep/ }).click();
  await expect(page.getByRole('alert')).toContainText('The server cannot be reached just now.');
  await expect(page.getByRole('region', { name: 'Read words' })).toBeVisible();
});

test('whether the judgement can be trusted here is shown to leads and teachers, from this school’s own answers', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/progress`);
  await page.getByRole('link', { name: 'Can it be trusted here?' }).click();
  const found = await getJson<{ answers: number; loss: number; plain: number; adults: { name: string; answers: number }[] }>(
    page.request,
    `${demo.url}/api/progress/trust`,
  );
  expect(found.answers).toBeGreaterThan(300);
  await expect(page.getByText(`From ${found.answers} answers.`)).toBeVisible();
  const better = 1 - found.loss / found.plain;
  const verdict =
    better > 0.02 ? /better than the plain rule/ : better > -0.02 ? /about as well as the plain rule/ : /worse than the plain rule/;
  await expect(page.getByRole('region', { name: 'What was said and what came' }).getByText(verdict)).toBeVisible();
  await expect(page.getByRole('region', { name: 'By who marked' }).getByRole('row')).toHaveCount(found.adults.length + 1);
  const tutor = await as('tutor');
  await go(tutor, `${demo.url}/progress`);
  await tutor.getByRole('link', { name: 'How they read' }).click();
  // up to three readings together, and who one more may put on the other side of a line
  await expect(tutor.getByText(/^near a line · \d+ %/).first()).toHaveAttribute('title', /^(one reading|[23] readings), the last /);
  await tutor.goBack();
  await expect(tutor.getByRole('link', { name: 'Can it be trusted here?' })).toHaveCount(0);
  expect((await tutor.request.get(`${demo.url}/api/progress/trust`)).status()).toBe(403);
});

test('what is read late neither stands under the name of another, nor moves what is pressed', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/progress`);
  await page.getByText(/^From [\d,]+ observations/).waitFor();
  await page.route('**/api/progress?*', (route) => route.abort());
  await page.getByRole('radio', { name: 'Otters' }).click();
  await expect(page.getByText(/The progress cannot be shown/)).toBeVisible();
  await expect(page.getByText(/^From [\d,]+ observations/)).toHaveCount(0);
  let release = (): void => undefined;
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route('**/api/checks', async (route) => {
    await held;
    await route.continue();
  });
  const children = page.waitForResponse((r) => r.url().includes('/api/children-packed'));
  await page.goto(`${demo.url}/check`);
  await children;
  // time enough for them to be shown, were they
  await page.waitForTimeout(600);
  await expect(page.getByRole('button', { name: /^Start with/ })).toHaveCount(0);
  release();
  await expect(page.getByRole('button', { name: /^Start with/ }).first()).toBeVisible();
});

test('the numbers behind it are fitted for a lead who asks, with how far that is, and stopped without a trace', async ({ as, demo }) => {
  const page = await as('lead');
  await go(page, `${demo.url}/progress/trust`);
  const numbers = page.getByRole('region', { name: 'The numbers behind it' });
  await numbers.getByRole('button', { name: 'Fit to this school’s answers' }).click();
  await expect(numbers.getByText(/^\d+ %$/)).toBeVisible({ timeout: 60_000 });
  await numbers.getByRole('button', { name: 'Stop' }).click();
  await expect(numbers.getByRole('status')).toHaveText('Stopped. Nothing was changed.');
  const after = await getJson<{ fit: { found: unknown; used: unknown } }>(page.request, `${demo.url}/api/progress/trust`);
  expect(after.fit).toMatchObject({ found: null, used: null });
  // the thread has ended with the request: it can be begun again at once
  await numbers.getByRole('button', { name: 'Fit to this school’s answers' }).click();
  await expect(numbers.getByText(/^\d+ %$/)).toBeVisible({ timeout: 60_000 });
  await numbers.getByRole('button', { name: 'Stop' }).click();

  const teacher = await as('teacher');
  await go(teacher, `${demo.url}/progress/trust`);
  await expect(teacher.getByText('A lead can have them fitted.')).toBeVisible();
});

test('progress is drawn from what was seen, and says what it rests on', async ({ as, demo }) => {
  const page = await as('classTeacher');
  await go(page, `${demo.url}/progress`);
  const { weeks, children } = await getJson<{
    weeks: { secure: number; observations: number }[];
    children: { name: string; of: number; before: number; now: number }[];
  }>(page.request, `${demo.url}/api/progress`);
  const observed = weeks.reduce((sum, w) => sum + w.observations, 0);
  await expect(page.getByText(`From ${observed.toLocaleString('en')} observations of 14 children.`)).toBeVisible();
  await expect(page.getByRole('img', { name: new RegExp(`${weeks.at(-1)!.secure} secure`) })).toBeVisible();
  for (const child of children) {
    expect(child.before).toBeLessThanOrEqual(child.of);
    expect(child.now).toBeLessThanOrEqual(child.of);
    await expect(page.getByRole('row', { name: new RegExp(child.name) })).toContainText(`${Math.round(child.now)} of ${child.of}`);
  }
});

test('signs and graphemes are said aloud with a word, never as notation', async ({ as, demo }) => {
  const page = await as('teacher');
  const children = await allChildren(page, demo.url);
  const child = children.find((c) => c.line.some((p) => p.state === 'gap'))!;
  const groups = await getJson<{ id: string }[]>(page.request, `${demo.url}/api/groups`);
  for (const place of [`/children/${child.id}`, '/gaps', '/groups', `/groups/${groups[0]!.id}/outcome`]) {
    await go(page, demo.url + place);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForLoadState('networkidle');
    // the groups are drawn once they will not move
    await expect(page.locator('main').getByText(/^Opening .*…$/)).toHaveCount(0);
    // what has a name is said by it, whatever it shows
    const spoken = (await page.locator('main').ariaSnapshot()).replace(/^(\s*- '?[a-z]+ "(?:[^"\\]|\\.)*").*$/gm, '$1');
    expect(spoken.match(/(?<![\w/:])\/[a-z]{1,4}\/(?!\w)/g) ?? [], place).toEqual([]);
    if (!place.endsWith('outcome')) expect(spoken, place).toMatch(/\b[a-z‑]+ as in [a-z]+/);
  }
  // a sign beside its grapheme, as one name
  await go(page, `${demo.url}/children/${child.id}`);
  const { gpc } = child.line.find((p) => p.state === 'gap')!;
  const name = `${gpc.split(':')[0]!.replace('_', '‑')} as in ${keyWordOf(gpc)}: gap. Show what it rests on`;
  await expect(page.getByRole('button', { name, exact: true })).toBeVisible();
});
