import { readFileSync } from 'node:fs';
import { getJson, newContext, now, signInThroughPage, test, expect } from './support/fixtures.js';

test('an empty installation asks for the first lead, who adds a colleague that signs in', async ({ empty, browser }) => {
  const page = await (await newContext(browser)).newPage();
  await page.goto(empty.url);
  await expect(page.getByRole('heading', { name: 'Set up your school' })).toBeVisible();

  await page.getByLabel('School').fill('Millbrook School');
  await page.getByLabel('Your name').fill('Petra Lindgarde');
  await page.getByLabel('Email').fill('petra@millbrook.example');
  await page.getByLabel('Password', { exact: true }).fill('short');
  await page.getByLabel('Password once more').fill('other');
  await page.getByRole('button', { name: 'Make the lead’s account' }).click();
  await expect(page.locator('p', { hasText: 'At least 10 characters.' })).toBeVisible();
  await expect(page.getByText('The two are not the same.')).toBeVisible();

  await page.getByLabel('Password', { exact: true }).fill('three quiet rivers');
  await page.getByLabel('Password once more').fill('three quiet rivers');
  await page.getByRole('button', { name: 'Make the lead’s account' }).click();
  await expect(page.getByRole('heading', { name: 'Hello, Petra' })).toBeVisible();
  // nothing is there yet, and the page says what to do
  await expect(page.getByRole('link', { name: 'Bring in a class list' })).toBeVisible();

  await page.getByRole('link', { name: 'Team' }).click();
  await page.getByRole('button', { name: 'Add a colleague' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Anselm Okoro');
  await dialog.getByLabel('Email').fill('not an address');
  await dialog.getByLabel('Part').selectOption('tutor');
  await dialog.getByRole('radio', { name: /with a first password/ }).check();
  await dialog.getByRole('textbox', { name: 'First password' }).fill('willow by the lane');
  await dialog.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(dialog.getByText('This is not an email address.')).toBeVisible();
  await dialog.getByLabel('Email').fill('anselm@millbrook.example');
  await dialog.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Anselm Okoro' }).filter({ hasText: 'sees' })).toContainText('Tutor');

  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await page.getByLabel('Email').fill('anselm@millbrook.example');
  await page.getByLabel('Password').fill('wrong password');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toHaveText('The email and password do not go together.');
  await page.getByLabel('Password').fill('willow by the lane');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Hello, Anselm' })).toBeVisible();
  await expect(page.getByText('Nothing has been shared with you yet.')).toBeVisible();

  // a second set-up is refused once there is a lead
  const again = await page.request.post(`${empty.url}/api/auth/set-up`, {
    data: { school: 'X', name: 'X', email: 'x@x.example', password: 'long enough for it' },
  });
  expect(again.status()).toBe(409);
  expect(again.headers()['content-type']).toContain('application/problem+json');
});

test('sign-in attempts are limited, with a plain sentence', async ({ demo, browser }) => {
  const page = await (await newContext(browser)).newPage();
  await page.goto(demo.url);
  for (let k = 0; k < 11; k += 1) {
    await page.getByRole('textbox', { name: 'Email' }).fill('tobias@fernhollow.example');
    await page.getByRole('textbox', { name: 'Password' }).fill(`guess number ${k}`);
    const answered = page.waitForResponse(/sign-in/);
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await answered;
    await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeEnabled();
  }
  await expect(page.getByRole('alert')).toHaveText(/^Too many tries\. Wait \d+ minutes/);
});

test('the sign-in cookie is HttpOnly, strict and expires; signing out ends it on the server', async ({ browser, demo }) => {
  const context = await newContext(browser);
  const page = await signInThroughPage(context, demo.url, 'teacher');
  const cookie = (await page.context().cookies()).find((c) => c.name === 'sapling')!;
  expect(cookie.httpOnly).toBe(true);
  expect(cookie.sameSite).toBe('Strict');
  // the browser lets cookies go by the machine's own time
  // eslint-disable-next-line no-restricted-syntax
  const hours = (cookie.expires * 1000 - (await page.evaluate(() => performance.timeOrigin + performance.now()))) / 3_600_000;
  expect(hours).toBeGreaterThan(1);
  expect(hours).toBeLessThan(24);
  expect(await page.evaluate(() => document.cookie)).toBe('');

  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByText('Demo school: sign in as')).toBeVisible();
  const replayed = await page.request.get(`${demo.url}/api/children`, { headers: { cookie: `sapling=${cookie.value}` } });
  expect(replayed.status()).toBe(401);
  // and nothing that was read stays on the device
  const left = await page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const open = indexedDB.open('sapling');
        open.onsuccess = () => {
          const count = open.result.transaction('kept').objectStore('kept').count();
          count.onsuccess = () => resolve(count.result);
        };
      }),
  );
  expect(left).toBe(0);
  await context.close();
});

test('each part sees what its work needs', async ({ as, demo }) => {
  const tutor = await as('tutor');
  const seen = (await (await tutor.request.get(`${demo.url}/api/children`)).json()) as { id: string }[];
  expect(seen.length).toBeGreaterThan(0);
  expect(seen.length).toBeLessThan(20);
  await expect(tutor.getByRole('link', { name: 'Groups' })).toBeVisible();
  await tutor.goto(`${demo.url}/children`);
  await expect(tutor.getByRole('table')).toBeVisible();
  await expect(tutor.getByRole('link', { name: 'Bring in a class list' })).toHaveCount(0);

  const classTeacher = await as('classTeacher');
  await expect(classTeacher.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Groups' })).toHaveCount(0);
  const own = (await (await classTeacher.request.get(`${demo.url}/api/children`)).json()) as { id: string; classId: string }[];
  expect(new Set(own.map((c) => c.classId)).size).toBe(1);
  expect(own).toHaveLength(14);

  const lead = await as('lead');
  const all = (await (await lead.request.get(`${demo.url}/api/children`)).json()) as { id: string; classId: string }[];
  expect(all).toHaveLength(40);
  await lead.goto(`${demo.url}/team`);
  await expect(lead.getByRole('button', { name: 'Add a colleague' })).toBeVisible();

  // a child of another class is not there for the class teacher, by address either
  const stranger = all.find((c) => !own.some((o) => o.id === c.id))!;
  await classTeacher.goto(`${demo.url}/children/${stranger.id}`);
  await expect(classTeacher.getByRole('alert')).toContainText('This is not here, or not shared with you.');
});

test('what schools differ over is decided by the lead, seen by all, and moves what rests on it', async ({ as, demo }) => {
  const lead = await as('lead');
  const tutor = await as('tutor');
  await tutor.goto(`${demo.url}/team`);
  await expect(tutor.getByText('The lead decides these.')).toBeVisible();
  await expect(tutor.getByRole('combobox', { name: 'Made-up words' })).toBeDisabled();

  const secure = async (): Promise<number> =>
    (await getJson<{ line: { state: string }[] }[]>(lead.request, `${demo.url}/api/children`))
      .flatMap((c) => c.line)
      .filter((p) => p.state === 'secure').length;
  const before = await secure();
  await lead.goto(`${demo.url}/team`);
  // typed as a person types: the field is held to its range when it is left
  const from = lead.getByRole('spinbutton', { name: 'Secure from, percent', exact: true });
  await from.click({ clickCount: 3 });
  await lead.keyboard.type('70');
  await expect(from).toHaveValue('70');
  await from.fill('995');
  await from.blur();
  await expect(from).toHaveValue('95');
  const skill = lead.getByRole('spinbutton', { name: 'A skill is secure from, percent' });
  await skill.fill('10');
  await skill.blur();
  await expect(skill).toHaveValue('70');
  await lead.getByRole('combobox', { name: 'Made-up words' }).selectOption('not at all');
  await lead.getByRole('checkbox', { name: 'bath as in father' }).check();
  await lead.getByRole('button', { name: 'Keep these settings' }).click();
  await expect(lead.getByText('Kept. What rests on it is worked out again.')).toBeVisible();
  expect(await secure()).toBeLessThan(before);
  // a colleague sees it without reloading, and the kind is gone from Check
  await expect(tutor.getByRole('combobox', { name: 'Made-up words' })).toHaveValue('not at all');
  await lead.goto(`${demo.url}/check`);
  await expect(lead.getByRole('radio', { name: 'Read words', exact: true })).toBeVisible();
  await expect(lead.getByRole('radio', { name: 'Read made-up words' })).toHaveCount(0);
});

test('an installation goes to another machine as one file, and records come out as CSV and as OneRoster, which reads back', async ({
  as,
  demo,
  empty,
  browser,
}) => {
  const lead = await as('lead');
  await lead.goto(`${demo.url}/team`);
  const download = async (name: string): Promise<string> => {
    const [made] = await Promise.all([
      lead.waitForEvent('download'),
      lead.getByRole('link', { name }).or(lead.getByRole('button', { name })).click(),
    ]);
    return made.path();
  };
  const roster = await download('Class lists as OneRoster 1.2');
  const whole = await download('The whole installation');
  const records = await download('All records as CSV');
  expect(readFileSync(records).subarray(0, 2).toString()).toBe('PK');
  // read into an empty installation on its first page; a file of something else is refused by name
  const context = await newContext(browser);
  const page = await context.newPage();
  await page.goto(empty.url);
  const input = page.getByLabel('Read the file of an installation');
  await input.setInputFiles({ name: 'other.json', mimeType: 'application/json', buffer: Buffer.from('{"a":1}') });
  await expect(page.getByRole('alert')).toContainText('Nothing was written');
  await input.setInputFiles(whole);
  await expect(page.getByText(/records read. Sign in to go on/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await context.close();
  // the roster’s ZIP is a class list like any other
  const back = await as('teacher');
  await back.goto(`${demo.url}/children/import`);
  await back
    .getByLabel('Class list: CSV, Excel or OneRoster ZIP')
    .setInputFiles({ name: 'roster.zip', mimeType: 'application/zip', buffer: readFileSync(roster) });
  await expect(back.getByRole('combobox', { name: 'First name' })).toHaveValue('0');
  await expect(back.getByText(/already here/).first()).toBeVisible();
});

test('a colleague reads dates in another language, and nobody else does', async ({ as, demo }) => {
  const page = await as('tutor');
  await page.goto(`${demo.url}/team`);
  await page.getByLabel('Dates, as you read them').selectOption({ label: 'Polski' });
  await page.goto(demo.url);
  const day = (language: string): string =>
    new Intl.DateTimeFormat(language, { weekday: 'long', timeZone: 'Europe/London' }).format(new Date(now()));
  await expect(page.getByText(new RegExp(`^${day('pl')} \\d`))).toBeVisible();
  const other = await as('teacher');
  await expect(other.getByText(new RegExp(`^${day('en-GB')} \\d`))).toBeVisible();
});

test('a colleague marks with the letters of one hand, on every device', async ({ as, demo }) => {
  const page = await as('tutor');
  await page.goto(`${demo.url}/team`);
  await page.getByRole('radio', { name: /the right hand/ }).check();
  await expect(page.getByRole('radio', { name: /the right hand/ })).toBeChecked();
  const again = await as('tutor');
  await again.goto(`${demo.url}/check/practice`);
  const says = again.getByRole('status').filter({ hasText: 'Practice.' });
  await expect(says).toContainText('Mark it below.');
  await expect(again.getByRole('button', { name: /^At once J$/ })).toBeVisible();
  const [first] = await again.locator('[data-card]').evaluateAll((cards) => cards.map((card) => card.getAttribute('data-card')));
  await again.keyboard.press('j');
  await expect(again.locator(`[data-card="${first}"]`)).toHaveCount(0);
  await expect(says).toContainText('Mark it below.');
  // numbers go on working
  const [second] = await again.locator('[data-card]').evaluateAll((cards) => cards.map((card) => card.getAttribute('data-card')));
  await again.keyboard.press('1');
  await expect(again.locator(`[data-card="${second}"]`)).toHaveCount(0);
});
