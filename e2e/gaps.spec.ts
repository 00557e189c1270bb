import { allChildren, test, expect } from './support/fixtures.js';

test('the grid is walked by keyboard; a cell says what its state rests on', async ({ as, demo }) => {
  const page = await as('classTeacher');
  await page.goto(`${demo.url}/gaps`);
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
  // one stop for the whole grid of cells
  await expect(grid.locator('[data-at][tabindex="0"]')).toHaveCount(1);
  await page.keyboard.press('Enter');
  const panel = page.getByRole('dialog');
  await expect(panel).toContainText(/chance of \d+ %|Never looked at/);
  await expect(panel).toContainText(/Wilma|Tobias|Leonie|Joss|Idris|Nothing has been marked/);
  await page.keyboard.press('Escape');
  await expect(panel).toHaveCount(0);
  await expect(grid.locator('[data-at="1,0"]')).toBeFocused();
});

test('signs on the page are the states the core worked out', async ({ as, demo }) => {
  const page = await as('classTeacher');
  await page.goto(`${demo.url}/gaps`);
  await page.getByRole('grid').waitFor();
  const children = await allChildren(page, demo.url);
  const shown = await page.getByRole('grid').evaluate(
    (grid, count) =>
      [...grid.querySelectorAll('tbody tr')].map((row) => ({
        name: row.querySelector('th')!.textContent!.trim(),
        states: [...row.querySelectorAll('[data-at]')]
          .slice(-count)
          .map((cell) => /: (secure|wobbly|gap|unchecked)/.exec(cell.getAttribute('aria-label')!)![1]),
      })),
    children[0]!.line.length,
  );
  expect(shown).toHaveLength(children.length);
  for (const child of children) {
    const row = shown.find((r) => r.name === `${child.givenName} ${child.familyName}`)!;
    expect(row.states).toEqual(child.line.map((c) => c.state));
  }
});

test('everyone who needs a pair is chosen with one press and taken to Groups', async ({ as, demo }) => {
  const page = await as('teacher');
  await page.goto(`${demo.url}/gaps`);
  const head = page
    .getByRole('columnheader')
    .getByRole('button', { name: /Choose the [2-9] who need it/ })
    .first();
  const count = Number(/Choose the (\d+) who/.exec((await head.getAttribute('aria-label'))!)![1]);
  await head.click();
  await expect(page.getByRole('checkbox', { name: /^Choose/, checked: true })).toHaveCount(count);
  await page.getByRole('button', { name: `Group these ${count}` }).click();
  await expect(page.getByRole('combobox', { name: 'From' })).toContainText(`the ${count} chosen under Gaps`);
});

test('from the command list to any child, by keyboard alone', async ({ as, demo }) => {
  const page = await as('classTeacher');
  const [child] = await allChildren(page, demo.url);
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Go to' }).waitFor();
  await page.keyboard.type(child!.familyName);
  await expect(page.getByRole('option', { name: child!.familyName })).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: `${child!.givenName} ${child!.familyName}` })).toBeVisible();
  const states = { secure: 0, wobbly: 0, gap: 0, unchecked: 0 };
  for (const c of child!.line) states[c.state as keyof typeof states] += 1;
  await expect(page.getByText(`${states.secure} secure, ${states.wobbly} wobbly, ${states.gap} gap`)).toBeVisible();
});
