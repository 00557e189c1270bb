/** Help and the command list: from any screen, beside a check too. */
import { test, expect, go } from './support/fixtures.js';

test('? shows the keys and the page of where one is; Ctrl K finds children, texts, settings, help, and acts', async ({ demo, as }) => {
  const page = await as('lead');
  await go(page, `${demo.url}/gaps`);
  await expect(page.getByRole('grid')).toBeVisible();
  await page.keyboard.press('?');
  const panel = page.getByRole('dialog', { name: 'Gaps' });
  await expect(panel.getByText('what this rests on').first()).toBeVisible();
  await expect(panel.getByRole('img')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(panel).toHaveCount(0);

  // typed into a field it is a letter
  await go(page, `${demo.url}/team`);
  await page.getByRole('textbox', { name: 'Name', exact: true }).first().press('?');
  await expect(page.getByRole('dialog')).toHaveCount(0);

  const find = async (typed: string, line: RegExp): Promise<void> => {
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder(/A place, a child/).fill(typed);
    await page.getByRole('option', { name: line }).first().click();
  };
  await page.getByRole('heading', { name: 'Team' }).click();
  await find('hana', /^Hana/);
  await expect(page).toHaveURL(/\/children\/.+/);
  await find('year', /^The school year/);
  await expect(page.getByRole('heading', { name: 'The school year' })).toBeVisible();
  await find('backups', /^Backups/);
  await expect(page.getByRole('heading', { name: 'Data and cautions' })).toBeInViewport();
  await find('network', /^Without the network/);
  await expect(page.getByRole('heading', { name: 'Without the network' })).toBeVisible();
  await find('shell', /look at this word/);
  await expect(page.getByRole('region', { name: 'The word shell' })).toContainText('can be read');
  await expect(page).toHaveTitle(/Keen Sapling/);
});

test('beside a check, help opens over it and the check waits', async ({ demo, as }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/check`);
  await page
    .getByRole('button', { name: /^Quick check with/ })
    .first()
    .click();
  await expect(page.locator('[data-card]')).toBeVisible();
  await expect(page).toHaveTitle(/^Check of /);
  const before = await page.locator('[data-card]').getAttribute('data-card');
  await page.keyboard.press('?');
  const panel = page.getByRole('dialog', { name: 'Check' });
  await expect(panel.getByText('what did they say?')).toBeVisible();
  // keys that mark do nothing while it is read
  await page.keyboard.press('1');
  await page.keyboard.press('Escape');
  await expect(panel).toHaveCount(0);
  await expect(page.getByRole('heading', { name: 'Paused' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-card]')).toHaveAttribute('data-card', before!);
});

test('a word of the trade explains itself on focus', async ({ demo, as }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/children`);
  await page.getByRole('button', { name: 'pair' }).first().focus();
  await expect(page.getByRole('tooltip')).toContainText('A grapheme with the sound it spells');
});
