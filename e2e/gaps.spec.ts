import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { keyWordOf } from '@sapling/core/phonics';
import { allChildren, test, expect, go } from './support/fixtures.js';

/** A pair's state as it is shown: known but slow, and secure once but long unseen, have words of their own. */
const stateShown = ({ state, slow, due = false }: { state: string; slow: boolean; due?: boolean }): string =>
  due && state === 'wobbly' ? 'due for another look' : slow && (state === 'secure' || state === 'wobbly') ? 'known, slow' : state;

// nothing here changes what another test looks at
test.use({ shared: 'nothing changed' });

test('the grid is walked by keyboard; a cell says what its state rests on', async ({ as, demo }) => {
  const page = await as('classTeacher');
  await go(page, `${demo.url}/gaps`);
  const grid = page.getByRole('grid');
  await expect(grid).toBeVisible();
  const children = await allChildren(page, demo.url);
  // skill strands that were looked at come first, recall being what the pairs show
  const strands = new Set(children.flatMap((c) => c.strands.map((s) => s.strand).filter((s) => s !== 'recall'))).size;
  const pairs = strands + children[0]!.line.length;
  await expect(grid.getByRole('gridcell')).toHaveCount(children.length * pairs);

  await grid.locator('[data-at="0,0"]').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowDown');
  await expect(grid.locator('[data-at="1,2"]')).toBeFocused();
  await page.keyboard.press('End');
  await expect(grid.locator(`[data-at="1,${pairs - 1}"]`)).toBeFocused();
  await page.keyboard.press('Home');
  await expect(grid.locator('[data-at="1,0"]')).toBeFocused();
  await page.keyboard.press('End');
  // one stop for the whole grid of cells
  await expect(grid.locator('[data-at][tabindex="0"]')).toHaveCount(1);
  await page.keyboard.press('Enter');
  const panel = page.getByRole('dialog');
  await expect(panel).toContainText(/expected \d+ % of the time|Nothing has been seen/);
  await expect(panel).toContainText(/marked by|It comes up in the next check/);
  await page.keyboard.press('Escape');
  await expect(panel).toHaveCount(0);
  await expect(grid.locator(`[data-at="1,${pairs - 1}"]`)).toBeFocused();
});

test('signs on the page are the states the core worked out', async ({ as, demo }) => {
  const page = await as('classTeacher');
  await go(page, `${demo.url}/gaps`);
  await page.getByRole('grid').waitFor();
  const children = await allChildren(page, demo.url);
  const shown = await page.getByRole('grid').evaluate(
    (grid, count) =>
      [...grid.querySelectorAll('[role=rowgroup] [role=row]')].map((row) => ({
        name: row.querySelector('[role=rowheader]')!.textContent!.trim(),
        states: [...row.querySelectorAll('[data-at]')]
          .slice(-count)
          .map((cell) => /: (secure|known, slow|due for another look|wobbly|gap|unchecked)/.exec(cell.getAttribute('aria-label')!)![1]),
      })),
    children[0]!.line.length,
  );
  expect(shown).toHaveLength(children.length);
  for (const child of children) {
    const row = shown.find((r) => r.name === `${child.givenName} ${child.familyName}`)!;
    expect(row.states).toEqual(child.line.map(stateShown));
  }
});

test('everyone who needs a pair is chosen with one press and taken to Groups', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/gaps`);
  const head = page
    .getByRole('columnheader')
    .getByRole('button', { name: /Choose the [2-9] who need it/ })
    .first();
  const count = Number(/Choose the (\d+) who/.exec((await head.getAttribute('aria-label'))!)![1]);
  await head.click();
  await expect(page.getByRole('checkbox', { name: /^Choose/, checked: true })).toHaveCount(count);
  await page.getByRole('button', { name: `Make a group of these ${count}` }).click();
  await expect(page.getByRole('combobox', { name: 'From' })).toContainText(`the ${count} chosen under Gaps`);
});

test('from the command list to any child, by keyboard alone', async ({ as, demo }) => {
  const page = await as('classTeacher');
  const [child] = await allChildren(page, demo.url);
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Go to' }).waitFor();
  await page.keyboard.type(child!.familyName);
  await expect(page.getByRole('option', { name: `${child!.givenName} ${child!.familyName}` })).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: `${child!.givenName} ${child!.familyName}` })).toBeVisible();
  const states = { secure: 0, due: 0, wobbly: 0, gap: 0, unchecked: 0 };
  for (const c of child!.line) states[(c.state === 'wobbly' && c.due ? 'due' : c.state) as keyof typeof states] += 1;
  const due = states.due > 0 ? `${states.due} due for another look, ` : '';
  await expect(page.getByText(`${states.secure} secure, ${due}${states.wobbly} wobbly, ${states.gap} gap`)).toBeVisible();
});

test('like is put with like by a named measure; the table is filtered, chosen by keys, and written out as CSV', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/gaps?class=all`);
  const grid = page.getByRole('grid');
  await grid.waitFor();
  const names = async (): Promise<string[]> => grid.getByRole('rowheader').allInnerTexts();
  const plain = await names();
  await page.getByLabel('Order').selectOption('alike');
  await expect(page.getByText(/Neighbours differ \d+ % less than in the taught order/)).toBeVisible();
  const percent = Number(/differ (\d+) %/.exec(await page.getByText(/Neighbours differ/).innerText())![1]);
  expect(percent).toBeGreaterThan(5);
  const alike = await names();
  expect(alike).not.toEqual(plain);
  expect([...alike].sort()).toEqual([...plain].sort());

  // out as CSV: what it says is what the server knows
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'CSV' }).click()]);
  const rows = Papa.parse<Record<string, string>>(readFileSync((await download.path())!, 'utf8'), { header: true }).data;
  const children = await allChildren(page, demo.url);
  expect(rows).toHaveLength(children.length);
  for (const row of rows) {
    const child = children.find((c) => c.givenName === row['given name'] && c.familyName === row['family name'])!;
    for (const pair of child.line) {
      const { gpc, basedOn } = pair;
      const column = `${gpc.split(':')[0]!.replace('_', '‑')} as in ${keyWordOf(gpc)}`;
      expect(row[column], `${child.givenName} ${gpc}`).toBe(stateShown(pair));
      expect(Number(row[`${column}: observations`])).toBe(basedOn);
    }
    for (const s of child.strands.filter(({ strand }) => strand !== 'recall')) expect(row[s.strand]).toBe(stateShown(s));
  }

  // by keys alone: a child with Space, everyone who needs a column with P
  await grid.locator('[data-at="0,8"]').focus();
  await page.keyboard.press('Space');
  await expect(page.getByRole('checkbox', { name: /^Choose/, checked: true })).toHaveCount(1);
  await page.keyboard.press('p');
  const head = grid.getByRole('columnheader').nth(9).getByRole('button');
  await expect(head).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Choose none' }).click();

  // filtered to those who need a skill, and to a name
  await page.getByRole('searchbox').fill('blending');
  const needing = children.filter((c) => c.strands.some((s) => s.strand === 'blending' && (s.state === 'gap' || s.state === 'wobbly')));
  await expect(grid.getByRole('rowheader')).toHaveCount(needing.length);
  await page.getByRole('searchbox').fill(children[0]!.familyName.toLowerCase());
  await expect(grid.getByRole('rowheader').first()).toContainText(children[0]!.familyName);
});

test('who opens something and goes back finds the page as it was left: filter, class, week, and what is locked', async ({ as, demo }) => {
  const page = await as('lead');
  await go(page, `${demo.url}/gaps`);
  await page.getByRole('radio', { name: 'Otters' }).click();
  await page.getByRole('checkbox', { name: 'only what somebody needs' }).check();
  const rows = page.getByRole('grid').getByRole('rowheader');
  await rows.nth(1).waitFor();
  const name = (await rows.first().innerText()).trim();
  const find = page.getByRole('searchbox', { name: 'Filter by name, grapheme or skill' });
  await find.fill(name.split(' ')[0]!);
  await expect(rows).toHaveCount(1);
  await page.getByRole('checkbox', { name: /^Choose / }).check();
  await rows.first().getByRole('link').click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(name.split(' ')[0]!);
  await page.goBack();
  await expect(find).toHaveValue(name.split(' ')[0]!);
  await expect(page.getByRole('radio', { name: 'Otters' })).toBeChecked();
  await expect(page.getByRole('checkbox', { name: 'only what somebody needs' })).toBeChecked();
  await expect(rows).toHaveCount(1);
  await expect(page.getByRole('checkbox', { name: /^Choose / })).toBeChecked();
  await expect(page.getByRole('button', { name: 'Make a group of this child' })).toBeVisible();
  await page.getByRole('button', { name: 'Choose none' }).click();

  await go(page, `${demo.url}/sessions`);
  await page.getByRole('button', { name: 'The week before' }).click();
  await page.getByText(/^Week of /).waitFor();
  const week = await page.getByText(/^Week of /).innerText();
  await page.getByRole('main').locator('a[href*="/sessions/0"]').first().click();
  await expect(page).toHaveURL(/sessions\/[0-9a-f-]{36}$/);
  await page.goBack();
  await expect(page.getByText(week, { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'The week after' }).click();
  await expect(page.getByRole('button', { name: 'This week' })).toBeDisabled();
  await expect(page).toHaveURL(/sessions$/);

  await go(page, `${demo.url}/groups`);
  const willow = page.getByRole('region', { name: 'Willow', exact: true });
  await willow.getByRole('button', { name: 'Lock Willow' }).click();
  await willow.getByRole('link').first().click();
  await expect(page).toHaveURL(/children\//);
  await page.goBack();
  await expect(willow.getByRole('button', { name: 'Unlock Willow' })).toBeVisible();
});
