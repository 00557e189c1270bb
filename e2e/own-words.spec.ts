import type { Page } from '@playwright/test';
import { test, expect, go } from './support/fixtures.js';
import { PATIENCE } from './support/patience.js';

/** What is read on a page, without what children read and what people typed. */
const read = (page: Page): Promise<string> => page.locator('main').innerText();

/** Types in what the school says for one of the words. */
async function call(page: Page, term: string, one: string, many?: string): Promise<void> {
  await page.getByRole('combobox', { name: 'A word that schools name differently' }).selectOption(term);
  for (const [label, word] of [
    ['here it is called', one],
    ['and several', many],
  ] as const) {
    if (word === undefined) continue;
    await page.getByLabel(label).fill(word);
    await page.getByLabel(label).blur();
  }
}

test('a school’s own words stand on every screen, in files and on paper; names and words children read stay', async ({ as, demo }) => {
  test.setTimeout(180_000 * PATIENCE);
  const page = await as('lead');
  await go(page, `${demo.url}/team`);
  await call(page, 'gap', 'target');
  await expect(page.getByText('A target is taught first. Targets of the group: four.')).toBeVisible();
  await call(page, 'group', 'crew', 'crew teams');
  await expect(page.getByText('A crew of four. Crew teams meet in the library.')).toBeVisible();
  await call(page, 'irregular word', 'heart word');
  await page.getByRole('button', { name: 'Keep these settings' }).click();

  // the page is opened anew in the words
  await expect(page.getByRole('navigation', { name: 'Places' })).toContainText('Crew teams');
  await expect(page.getByRole('navigation', { name: 'Places' })).toContainText('Targets');

  for (const path of ['/', '/children', '/gaps', '/groups', '/sessions', '/progress', '/check', '/help/groups']) {
    await go(page, demo.url + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForLoadState('networkidle');
    await expect(page.locator('main').getByText(/^Opening .*…$/)).toHaveCount(0);
    const text = await read(page);
    expect(text, path).not.toMatch(/\b(gaps?|groups?|irregular words?)\b/i);
  }
  await go(page, `${demo.url}/gaps`);
  await expect(page.getByRole('gridcell', { name: /: target, from \d+/ }).first()).toBeVisible();
  await expect(
    page
      .getByRole('columnheader')
      .getByRole('button', { name: /targets\. Choose the/ })
      .first(),
  ).toBeVisible();

  // a key word a child hears is no word of the trade
  await go(page, `${demo.url}/library`);
  await expect(page.getByRole('button', { name: /^g as in gap/ })).toBeVisible();

  // back to the words that ship
  await go(page, `${demo.url}/team`);
  await page.getByRole('button', { name: 'Back to the words that ship' }).click();
  await page.getByRole('button', { name: 'Keep these settings' }).click();
  await expect(page.getByRole('navigation', { name: 'Places' })).toContainText('Gaps');
});

test('the interface speaks American English with the spelling, and German as far as it is translated', async ({ as, demo }) => {
  const page = await as('lead');
  await go(page, `${demo.url}/team`);
  await page.getByLabel('Language of the interface').selectOption('German');
  await page.getByRole('button', { name: 'Keep these settings' }).click();
  await expect(page.getByRole('navigation', { name: 'Orte' })).toContainText('Lücken');
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  await go(page, `${demo.url}/gaps`);
  await expect(page.getByRole('gridcell', { name: /: Lücke, aus \d+/ }).first()).toBeVisible();
  // what is missing stays English
  await go(page, `${demo.url}/library/texts`);
  await expect(page.getByText('Written for this tool').first()).toBeVisible();

  await go(page, `${demo.url}/team`);
  await page.getByLabel('Language of the interface').selectOption('English');
  await page.getByLabel('How this school spells').selectOption('American');
  await page.getByRole('button', { name: 'Keep these settings' }).click();
  await expect(page.locator('html')).toHaveAttribute('lang', 'en-US');
  await go(page, `${demo.url}/sessions`);
  await expect(page.getByRole('link', { name: 'Schedule' })).toBeVisible();
});
