import type { Page } from '@playwright/test';
import { allChildren, allSent, answer, getJson, newContext, setUpSchool, test, expect, go } from './support/fixtures.js';
import { PATIENCE } from './support/patience.js';

const NAMES = ['Ada Brook', 'Ben Castor', 'Cai Dunne', 'Dot Elmer', 'Eno Farid', 'Fay Gorse', 'Gil Hart', 'Hew Ibbot'];
const LIST = ['First name,Family name,Class,Year', ...NAMES.map((n) => `${n.replace(' ', ',')},Robins,Year 1`)].join('\n');
/** What these children miss, by half of the class: graphemes as a card shows them. */
const MISSED: readonly (readonly string[])[] = [
  ['f', 'd', 'm', 'h', 'b', 'g', 'v', 'e', 'w'],
  ['p', 'o', 'r', 'l', 'c', 'a', 'm', 'z', 'd'],
];

/** How often a person pressed, on every page of a context since it was opened. */
async function counted(page: Page): Promise<() => number> {
  let presses = 0;
  await page.exposeFunction('pressed', () => (presses += 1));
  await page.addInitScript(() => {
    const note = (event: Event): void => {
      if (event.isTrusted && !(event as KeyboardEvent).repeat) (window as unknown as { pressed: () => void }).pressed();
    };
    addEventListener('click', note, true);
    addEventListener('keydown', note, true);
  });
  return () => presses;
}

test('from an empty installation to the first groups, in the order of Today’s list', async ({ empty, browser }) => {
  test.setTimeout(240_000 * PATIENCE);
  const page = await (await newContext(browser)).newPage();
  const presses = await counted(page);
  await go(page, empty.url);
  await setUpSchool(page);

  // two questions pick an order; classes that come in follow it
  const steps = page.getByRole('region', { name: /^To begin with/ });
  await expect(steps).toContainText('0 of 7 done');
  await steps.getByRole('link', { name: 'Choose a teaching order' }).click();
  await page.getByRole('radio', { name: /^We go back over the old/ }).check();
  await page.getByRole('radio', { name: 'four or more' }).check();
  await expect(page.getByText(/Riverbank order: it is built for this way of working, and brings \d\.\d new pairs a step/)).toBeVisible();
  await page.getByRole('button', { name: 'Follow this order' }).click();
  await expect(page.getByRole('button', { name: 'Followed by new classes' })).toBeDisabled();

  await page.getByRole('link', { name: 'Today' }).click();
  await expect(steps).toContainText('1 of 7 done');
  await steps.getByRole('link', { name: 'Bring in a class list' }).click();
  await page
    .getByLabel('Class list: CSV, Excel or OneRoster ZIP')
    .setInputFiles({ name: 'robins.csv', mimeType: 'text/csv', buffer: Buffer.from(LIST) });
  await page.getByRole('button', { name: 'Bring in 8' }).click();
  await expect(page.getByText('8 children added.')).toBeVisible();
  const [robins] = await getJson<{ name: string; orderId: string }[]>(page.request, `${empty.url}/api/classes`);
  expect(robins).toMatchObject({ name: 'Robins', orderId: 'riverbank' });

  await page.getByRole('link', { name: 'Today' }).click();
  await steps.getByRole('link', { name: 'Say how far each class was taught' }).click();
  await page.getByRole('button', { name: 'Taught up to Step 5', exact: true }).click();
  await expect(page.getByText('Robins: taught up to step 5')).toBeVisible();

  // a check with nobody: ten cards, and nothing of it is kept
  await page.getByRole('link', { name: 'Today' }).click();
  await steps.getByRole('link', { name: 'Try a check with nobody' }).click();
  for (let card = 0; card < 10; card += 1) {
    const says = page.getByRole('status').filter({ hasText: 'Practice.' });
    await expect(says).toContainText('Mark it below.');
    const text = await says.innerText();
    await page.keyboard.press(/says nothing/.test(text) ? '5' : /no, /.test(text) ? '3' : /thinks/.test(text) ? '2' : '1');
  }
  // the slip was marked as right on purpose, and is named at the end
  await expect(page.getByRole('heading', { name: '9 of 10 marked as it was said' })).toBeVisible();
  await expect(page.getByRole('row').filter({ hasText: 'Something else' })).toHaveCount(1);
  expect(await getJson<unknown[]>(page.request, `${empty.url}/api/checks`)).toEqual([]);
  expect(await allChildren(page, empty.url)).toHaveLength(8);
  await page.getByRole('link', { name: 'To Today' }).click();
  await expect(steps).toContainText('4 of 7 done');

  // everybody once, by keys: the halves miss different graphemes
  await steps.getByRole('link', { name: 'Check the first child' }).click();
  for (const name of NAMES) {
    await go(page, `${empty.url}/check`);
    await page.getByRole('button', { name: `Start with ${name}` }).click();
    const missed = MISSED[NAMES.indexOf(name) % 2]!;
    const card = page.locator('[data-card]');
    await expect(card).toBeVisible();
    while ((await card.count()) > 0) {
      const shown = (await card.getAttribute('data-card'))!.split(':')[0]!;
      await answer(page, missed.includes(shown) ? '4' : '1');
    }
    // what was missed is asked once more: half a minute that makes a gap of a miss
    await page.getByRole('button', { name: 'Ask once more' }).click();
    await expect(card).toBeVisible();
    while ((await card.count()) > 0) await answer(page, '4');
    await expect(page.getByRole('heading', { level: 1 })).toContainText(name);
  }
  await go(page, empty.url);
  await allSent(page);
  await expect(steps).toContainText('5 of 7 done');
  await steps.getByRole('link', { name: 'Make the first groups' }).click();
  await page.getByRole('button', { name: 'Suggest groups' }).first().click();
  const panel = page.getByRole('region', { name: 'Suggest groups' });
  await panel.getByRole('button', { name: 'Suggest', exact: true }).click();
  await panel.getByRole('button', { name: /^Make (these \d groups|this group)$/ }).click();
  await expect.poll(async () => (await getJson<unknown[]>(page.request, `${empty.url}/api/groups`)).length).toBeGreaterThan(0);
  test.info().annotations.push({ type: 'presses', description: `${presses()} clicks and keys, of which answers to cards are most` });
});
