/** On a phone: every place used beside a child or on the way fits the width, and the marks are under a thumb. */
import { getJson, newContext, test, expect, go } from './support/fixtures.js';

test('a phone shows the day without moving sideways', async ({ demo, browser }) => {
  const page = await (await newContext(browser)).newPage();
  await page.setViewportSize({ width: 390, height: 780 });
  await go(page, demo.url);
  await page.getByRole('button', { name: /Wilma/ }).click();
  await expect(page.getByRole('navigation', { name: 'At hand' })).toBeVisible();
  const sessions = await getJson<{ id: string; log: unknown }[]>(page.request, `${demo.url}/api/sessions`);
  const [child] = await getJson<{ id: string }[]>(page.request, `${demo.url}/api/children`);
  const ahead = sessions.find((s) => s.log === null)!.id;
  const held = sessions.find((s) => s.log !== null)!.id;
  const fits = async (what: string): Promise<void> => {
    const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(over, what).toBeLessThanOrEqual(0);
  };
  const places = ['/', '/children', `/children/${child!.id}`, `/children/${child!.id}/readings`, '/check', '/check/reading', '/sessions', `/sessions/${ahead}`, `/sessions/${held}`, `/sessions/${ahead}/run`, '/groups', '/library', '/library/styles', '/progress/trust', '/help']; // prettier-ignore
  for (const place of places) {
    await go(page, demo.url + place);
    await expect(page.getByRole('main').first()).toBeVisible();
    await expect(page.getByText(/^Opening/)).toHaveCount(0);
    await fits(place);
  }
  await go(page, `${demo.url}/check`);
  await page
    .getByRole('button', { name: /^Quick check with/ })
    .first()
    .click();
  await expect(page.locator('[data-card]')).toBeVisible();
  await fits('a check');
  for (const mark of ['At once', 'Slow', 'Second try', 'Something else', 'No answer', 'Accent']) {
    const box = (await page.getByRole('button', { name: mark, exact: true }).boundingBox())!;
    expect(Math.min(box.width, box.height), mark).toBeGreaterThanOrEqual(56);
    expect(box.x + box.width, mark).toBeLessThanOrEqual(390);
  }
});
