import { getJson, newContext, setUpSchool, test, expect } from './support/fixtures.js';
import { PATIENCE } from './support/patience.js';

test('a made-up school stands beside the real one, keeps to itself, and is thrown away', async ({ empty, browser }) => {
  test.setTimeout(240_000 * PATIENCE);
  const context = await newContext(browser);
  const page = await context.newPage();
  await page.goto(empty.url);
  await setUpSchool(page);
  // nobody who is not signed in here gets in
  const stranger = await newContext(browser);
  expect((await stranger.request.get(`${empty.url}/try/api/auth/state`)).status()).toBe(401);
  await stranger.close();

  await page.getByRole('button', { name: 'Open a made-up school' }).click();
  const [tried] = await Promise.all([
    context.waitForEvent('page', { timeout: 150_000 * PATIENCE }),
    page.getByRole('link', { name: 'Go into the made-up school' }).click({ timeout: 150_000 * PATIENCE }),
  ]);
  await tried.getByRole('button', { name: /Maren Oyelaran/ }).click();
  await expect(tried.getByRole('navigation', { name: 'Places' })).toBeVisible();
  expect(new URL(tried.url()).pathname).toBe('/try/');

  // something is changed there; the live stream, a link and a reload work under its own address
  await tried.getByRole('link', { name: 'Children', exact: true }).click();
  await expect(tried).toHaveURL(/\/try\/children$/);
  const there = await getJson<{ id: string; givenName: string }[]>(tried.request, `${empty.url}/try/api/children`);
  expect(there.length).toBeGreaterThan(30);
  await tried.reload();
  await expect(tried.getByRole('link', { name: new RegExp(there[0]!.givenName) }).first()).toBeVisible();

  // the real school is signed in beside it, and has nobody
  expect(await getJson<unknown[]>(page.request, `${empty.url}/api/children`)).toEqual([]);
  await page.reload();
  await expect(page.getByRole('region', { name: /^To begin with/ })).toContainText('0 of 7 done');

  await tried.getByRole('button', { name: 'Throw this one away' }).click();
  await tried.getByRole('button', { name: 'Throw it away', exact: true }).click();
  await expect(tried).toHaveURL(`${empty.url}/`);
  await expect(tried.getByRole('region', { name: /^To begin with/ })).toBeVisible();
  expect((await context.request.get(`${empty.url}/try/api/auth/state`)).status()).toBe(404);
  await context.close();
});
