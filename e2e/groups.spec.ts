import type { Page } from '@playwright/test';
import { getJson, test, expect } from './support/fixtures.js';

interface GroupRow {
  id: string;
  name: string;
  adultId: string | null;
  focus: string[];
  members: string[];
  version: number;
}
const groupsOf = (page: Page, url: string): Promise<GroupRow[]> => getJson(page.request, `${url}/api/groups`);
const card = (page: Page, name: string) => page.getByRole('region', { name, exact: true });

test('groups are suggested from the gaps, looked at, taken, and undone', async ({ as, demo }) => {
  const page = await as('teacher');
  await page.goto(`${demo.url}/groups`);
  const before = await groupsOf(page, demo.url);
  await page.getByRole('button', { name: 'Suggest groups' }).click();
  const panel = page.getByRole('region', { name: 'Suggest groups' });
  await panel.getByLabel('Groups').fill('3');
  // what cannot be is said before it is tried
  await panel.getByLabel('of', { exact: true }).fill('12');
  await expect(panel.getByText(/children do not make 3 groups of 12 to 12/)).toBeVisible();
  await expect(panel.getByRole('button', { name: 'Suggest', exact: true })).toBeDisabled();
  await panel.getByLabel('Groups').fill('2');
  await panel.getByLabel('of', { exact: true }).fill('3');
  await panel.getByLabel('to', { exact: true }).fill('5');
  await panel.getByRole('button', { name: 'Suggest', exact: true }).click();
  await expect(panel.getByRole('button', { name: 'Make these 2 groups' })).toBeVisible();
  // nothing is made by asking
  expect(await groupsOf(page, demo.url)).toHaveLength(before.length);
  await panel.getByRole('button', { name: 'Make these 2 groups' }).click();
  await expect(page.getByText('2 groups made. Give each an adult.')).toBeVisible();
  const made = (await groupsOf(page, demo.url)).filter((g) => !before.some((b) => b.id === g.id));
  expect(made).toHaveLength(2);
  for (const group of made) {
    expect(group.members.length).toBeGreaterThanOrEqual(3);
    expect(group.members.length).toBeLessThanOrEqual(5);
    expect(group.focus.length).toBeGreaterThan(0);
    expect(new Set(group.members).size).toBe(group.members.length);
  }
  expect(made[0]!.members.filter((m) => made[1]!.members.includes(m))).toEqual([]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await groupsOf(page, demo.url)).length).toBe(before.length);
});

test('a child is dragged to another group with the mouse, and back with undo', async ({ as, demo }) => {
  const page = await as('teacher');
  await page.goto(`${demo.url}/groups`);
  const grip = card(page, 'Willow')
    .getByRole('button', { name: /, move$/ })
    .first();
  const name = (await grip.getAttribute('aria-label'))!.replace(', move', '');
  const from = (await grip.boundingBox())!;
  const to = (await card(page, 'Hazel').boundingBox())!;
  await page.mouse.move(from.x + 20, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y + 30, { steps: 4 });
  await page.mouse.move(to.x + 150, to.y + 120, { steps: 8 });
  await page.mouse.up();
  await expect(card(page, 'Hazel').getByRole('button', { name: `${name}, move` })).toBeVisible();
  await expect(card(page, 'Willow').getByRole('button', { name: `${name}, move` })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(card(page, 'Willow').getByRole('button', { name: `${name}, move` })).toBeVisible();
  const groups = await groupsOf(page, demo.url);
  const everyone = groups.flatMap((g) => g.members);
  expect(new Set(everyone).size).toBe(everyone.length);
});

test('a child is moved by keyboard alone: lifted with space, carried with arrows, and from a menu', async ({ as, demo }) => {
  const page = await as('teacher');
  await page.goto(`${demo.url}/groups`);
  const grip = card(page, 'Willow')
    .getByRole('button', { name: /, move$/ })
    .first();
  const name = (await grip.getAttribute('aria-label'))!.replace(', move', '');
  await grip.focus();
  await page.keyboard.press('Space');
  await expect(page.getByRole('status').filter({ hasText: /lifted|Over/ })).toHaveCount(1);
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('status').filter({ hasText: 'Over Hazel' })).toHaveCount(1);
  await page.keyboard.press('Space');
  await expect(card(page, 'Hazel').getByRole('button', { name: `${name}, move` })).toBeVisible();

  await card(page, 'Hazel')
    .getByRole('button', { name: `Move ${name.split(' ')[0]!} to…` })
    .focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menuitem', { name: 'Move to Rowan' })).toBeVisible();
  await page.getByRole('menuitem', { name: 'Move to Rowan' }).focus();
  await page.keyboard.press('Enter');
  await expect(card(page, 'Rowan').getByRole('button', { name: `${name}, move` })).toBeVisible();
});

test('a group is named, given an adult and a focus; the adult sees it without reloading', async ({ as, demo }) => {
  const [page, tutor] = [await as('teacher'), await as('tutor')];
  await tutor.goto(`${demo.url}/groups`);
  await expect(card(tutor, 'Willow')).toBeVisible();
  await expect(card(tutor, 'Hazel')).toHaveCount(0);
  await page.goto(`${demo.url}/groups`);

  await card(page, 'Hazel').getByRole('combobox').selectOption({ label: 'Wilma Sandoval' });
  await expect(card(tutor, 'Hazel')).toBeVisible();
  // the tutor reads; moving and naming are not for that part
  await expect(card(tutor, 'Hazel').getByRole('textbox')).toHaveCount(0);
  await expect(card(tutor, 'Hazel').getByRole('button', { name: /, move$/ })).toHaveCount(0);

  const title = card(page, 'Hazel').getByRole('textbox');
  await title.fill('Early birds');
  await title.press('Enter');
  await expect(card(page, 'Early birds')).toBeVisible();
  await expect(card(tutor, 'Early birds')).toBeVisible();

  await card(page, 'Early birds').getByRole('button', { name: 'More for Early birds' }).click();
  await page.getByRole('menuitem', { name: 'Choose the focus' }).click();
  const dialog = page.getByRole('dialog');
  const chosen = dialog.getByRole('button', { pressed: true });
  await expect(chosen).toHaveCount(4);
  for (let left = 4; left > 0; left -= 1) {
    await chosen.first().click();
    await expect(chosen).toHaveCount(left - 1);
  }
  await dialog
    .getByRole('button', { name: /^\S+ ?\/.+\// })
    .first()
    .click();
  await dialog.getByRole('button', { name: 'Take this focus' }).click();
  await expect.poll(async () => (await groupsOf(page, demo.url)).find((g) => g.name === 'Early birds')!.focus.length).toBe(1);
  await page.getByRole('listitem').filter({ hasText: 'focus changed' }).getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await groupsOf(page, demo.url)).find((g) => g.name === 'Early birds')!.focus.length).toBe(4);
});

test('two people change one group: both versions are shown and nothing is overwritten in silence', async ({ as, demo }) => {
  const [first, second] = [await as('teacher'), await as('lead')];
  await first.goto(`${demo.url}/groups`);
  await expect(card(first, 'Willow')).toBeVisible();
  // the first does not hear of the second's change in time
  await first.route('**/api/groups', (route) => (route.request().method() === 'GET' ? route.abort() : route.continue()));
  await second.goto(`${demo.url}/groups`);
  const theirs = card(second, 'Willow').getByRole('textbox');
  await theirs.fill('Willow at ten');
  await theirs.press('Enter');
  await expect(card(second, 'Willow at ten')).toBeVisible();
  const mine = card(first, 'Willow').getByRole('textbox');
  await mine.fill('Morning group');
  await mine.press('Enter');
  const dialog = first.getByRole('dialog');
  await expect(dialog).toContainText('Somebody else changed this group too');
  await expect(dialog).toContainText('Willow at ten');
  await expect(dialog).toContainText('Morning group');
  expect((await groupsOf(second, demo.url)).some((g) => g.name === 'Willow at ten')).toBe(true);
  await first.unroute('**/api/groups');
  await dialog.getByRole('button', { name: 'Put my change on top' }).click();
  await expect(card(first, 'Morning group')).toBeVisible();
  await expect(card(second, 'Morning group')).toBeVisible();
});

test('a group can be added empty, filled from those in none, and removed with a way back', async ({ as, demo }) => {
  const page = await as('teacher');
  await page.goto(`${demo.url}/groups`);
  await page.getByRole('button', { name: 'Add an empty group' }).click();
  await expect(card(page, 'Group 5')).toContainText('No children yet.');
  const loose = page.getByRole('region', { name: 'In no group' });
  await loose
    .getByRole('button', { name: /^Move .* to…$/ })
    .first()
    .click();
  await page.getByRole('menuitem', { name: 'Move to Group 5' }).click();
  await expect(card(page, 'Group 5').getByRole('button', { name: /, move$/ })).toHaveCount(1);
  await card(page, 'Group 5').getByRole('button', { name: 'Take the focus that fits best' }).click();
  await expect(card(page, 'Group 5')).toContainText('1 of 1');
  await card(page, 'Group 5').getByRole('button', { name: 'More for Group 5' }).click();
  await page.getByRole('menuitem', { name: 'Remove this group' }).click();
  await expect(card(page, 'Group 5')).toHaveCount(0);
  await page.getByRole('listitem').filter({ hasText: 'Group 5 removed' }).getByRole('button', { name: 'Undo' }).click();
  await expect(card(page, 'Group 5').getByRole('button', { name: /, move$/ })).toHaveCount(1);
});
