/** What a screen reader goes by: landmarks, headings, names and live regions, as the accessibility tree has them; and colours that are forced. */
import { allChildren, getJson, hasLandmarks, newContext, signInDemo, test, expect, go } from './support/fixtures.js';

test.use({ shared: 'nothing changed' });

test('what stands behind a place, and what only a lead sees, has one main landmark, one heading of the first rank and a title of its own', async ({
  as,
  demo,
}) => {
  const page = await as('lead');
  const sessions = await getJson<{ id: string; log: unknown }[]>(page.request, `${demo.url}/api/sessions`);
  const [child] = await getJson<{ id: string }[]>(page.request, `${demo.url}/api/children`);
  const [group] = await getJson<{ id: string }[]>(page.request, `${demo.url}/api/groups`);
  const held = sessions.find((s) => s.log !== null)!.id;
  const places = [`/children/${child!.id}`, `/children/${child!.id}/record`, `/groups/${group!.id}/outcome`, `/sessions/${held}`, '/team/year']; // prettier-ignore
  const titles = new Map<string, string>();
  for (const place of places) {
    await go(page, demo.url + place);
    await hasLandmarks(page, place, titles);
  }
  // over a slow line a child's page is first any child's: whose it is is said when it is known
  const [, other] = await allChildren(page, demo.url);
  await page.route(`**/api/children/${other!.id}`, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1_200));
    await route.continue();
  });
  await go(page, `${demo.url}/children/${other!.id}`);
  const said = page.locator('[data-place]');
  await expect(said).toHaveText('Child');
  await expect(said).toHaveText(`${other!.givenName} ${other!.familyName}`);
});

test('marking is said as it happens: the card, what was marked, that it was taken back', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/check`);
  await page
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  await expect(page.locator('[data-card]')).toBeVisible();
  await expect(page.locator('body')).toMatchAriaSnapshot(`
    - main:
      - heading /^Check of/ [level=1]
      - button /^At once/
      - button /^Slow/
      - button /^Something else/
  `);
  const live = page.locator('[aria-live], [role=status]');
  await page.keyboard.press('1');
  await expect(live.filter({ hasText: 'At once' }).first()).toBeVisible();
  await page.keyboard.press('4');
  await expect(live.filter({ hasText: 'Something else' }).first()).toBeVisible();
  await page.keyboard.press('z');
  await expect(live.filter({ hasText: 'Something else' })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'Paused' })).toBeVisible();
});

test('a dialog has its name, keeps the focus and gives it back', async ({ as, demo }) => {
  const page = await as('lead');
  await go(page, `${demo.url}/team`);
  const add = page.getByRole('button', { name: /^Add/ }).first();
  await add.click();
  await expect(page.getByRole('dialog')).toMatchAriaSnapshot(`
    - dialog:
      - heading [level=2]
      - textbox
  `);
  for (let n = 0; n < 25; n += 1) await page.keyboard.press('Tab');
  expect(await page.evaluate(() => document.activeElement?.closest('[role=dialog]') !== null)).toBe(true);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(add).toBeFocused();
});

test('with forced colours every sign can be told from the others and from the page, by its shape', async ({ browser, demo }) => {
  const context = await newContext(browser);
  const page = await signInDemo(context, demo.url, 'teacher');
  await page.emulateMedia({ forcedColors: 'active', colorScheme: 'dark' });
  const children = await getJson<{ id: string; line: { state: string }[] }[]>(page.request, `${demo.url}/api/children`);
  const most = children.toSorted((a, b) => new Set(b.line.map((p) => p.state)).size - new Set(a.line.map((p) => p.state)).size)[0]!;
  await go(page, `${demo.url}/children/${most.id}`);
  await expect(page.getByRole('region', { name: 'Step by step' }).getByRole('button').first()).toBeVisible();
  const seen = new Map<string, string>();
  for (const state of new Set(most.line.map((p) => p.state))) {
    const button = page
      .getByRole('region', { name: 'Step by step' })
      .getByRole('button', { name: new RegExp(`: ${state}\\.`) })
      .first();
    if ((await button.count()) === 0) continue;
    const drawn = await button.locator('svg').evaluate((svg) => {
      const path = svg.querySelector('path')!;
      const { fill, stroke } = getComputedStyle(path);
      return { d: path.getAttribute('d')!, ink: stroke === 'none' ? fill : stroke, page: getComputedStyle(document.body).backgroundColor };
    });
    // system colours: text on the page's own ground
    expect(drawn.ink, state).not.toBe(drawn.page);
    expect(drawn.ink, state).toBe(await page.evaluate(() => getComputedStyle(document.body).color));
    expect(seen.get(drawn.d) ?? state).toBe(state);
    seen.set(drawn.d, state);
  }
  expect(seen.size).toBeGreaterThanOrEqual(3);
  await context.close();
});
