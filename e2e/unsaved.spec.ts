/** Typed and not kept: asked before it is lost, and never left on another child, session or text. */
import { type ChildRow, PEOPLE, allChildren, expect, getJson, go, test } from './support/fixtures.js';

test.use({ shared: 'unsaved' });

test('a note on a child is asked after on the way to another one, stays where one stays, and is never left on the other', async ({
  as,
  demo,
}) => {
  const page = await as('teacher');
  const [one, other] = (await allChildren(page, demo.url)).slice(0, 2) as [ChildRow, ChildRow];
  await go(page, `${demo.url}/children/${one.id}`);
  const note = page.getByRole('textbox', { name: /^A note on/ });
  await note.fill('Reads with a finger under each word.');
  const toOther = async (): Promise<void> => {
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder(/A place, a child/).fill(other.givenName);
    await page
      .getByRole('option', { name: new RegExp(other.givenName) })
      .first()
      .click();
  };
  await toOther();
  const asked = page.getByRole('dialog', { name: 'Leave without keeping it?' });
  await expect(asked).toContainText('Not kept yet: a note on ');
  await asked.getByRole('button', { name: 'Stay here' }).click();
  await expect(page).toHaveURL(new RegExp(one.id));
  await expect(note).toHaveValue('Reads with a finger under each word.');
  // closing the window asks as well
  const closing = page.waitForEvent('dialog');
  await page.close({ runBeforeUnload: true });
  const dialog = await closing;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  await expect(note).toHaveValue('Reads with a finger under each word.');
  await toOther();
  await asked.getByRole('button', { name: 'Leave, and lose it' }).click();
  await expect(page).toHaveURL(new RegExp(other.id));
  await expect(note).toHaveValue('');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(other.givenName);
  // a screen reader hears where it came to
  await expect(page.locator('[data-place]')).toHaveText(new RegExp(other.givenName));
  // what was left is kept, and nobody is asked
  await note.fill('Reads well aloud.');
  await page.getByRole('button', { name: 'Leave the note' }).click();
  await expect(note).toHaveValue('');
  await expect(page.getByText('Reads well aloud.')).toBeVisible();
  await go(page, `${demo.url}/children/${one.id}`);
  await expect(page.getByText('Reads well aloud.')).toHaveCount(0);
});

test('a plan that was changed is asked after, kept or left on purpose it is not', async ({ as, demo }) => {
  const page = await as('lead');
  const [first, second] = (await getJson<{ id: string; on: string; log: unknown }[]>(page.request, `${demo.url}/api/sessions`)).filter(
    (s) => s.log === null,
  );
  await go(page, `${demo.url}/sessions/${first!.id}/edit`);
  const remove = page.getByRole('button', { name: /^Take .* out$/ }).first();
  await remove.click();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Gaps' }).click();
  const asked = page.getByRole('dialog', { name: 'Leave without keeping it?' });
  await expect(asked).toContainText('Not kept yet: the plan of ');
  await page.keyboard.press('Escape');
  await expect(page).toHaveURL(/edit$/);
  await page.getByRole('button', { name: /^Sign out/ }).click();
  await expect(page.getByRole('dialog')).toContainText('It is lost when you sign out.');
  await page.getByRole('button', { name: 'Stay signed in' }).click();
  await page.getByRole('link', { name: 'Leave it as it was' }).click();
  await expect(page).toHaveURL(new RegExp(`${first!.id}$`));
  await go(page, `${demo.url}/sessions/${second!.id}/edit`);
  await remove.click();
  await page.getByRole('button', { name: /^Save|^Keep/ }).click();
  await expect(page).toHaveURL(new RegExp(`${second!.id}$`));
});

test('a plan changed by hand comes back when another focus was looked at, and is asked after before another group', async ({
  as,
  demo,
}) => {
  const page = await as('lead');
  await go(page, `${demo.url}/sessions/new`);
  const words = page.getByRole('region', { name: 'Read words' });
  const keep = page.getByRole('button', { name: /^Keep/ });
  await words.getByRole('textbox', { name: 'Add a word to Read words' }).fill('queue');
  await words.getByRole('button', { name: 'Add', exact: true }).click();
  const mine = words.getByRole('button', { name: 'Change queue', exact: true });
  await expect(mine).toBeVisible();
  await page.getByLabel('Skill').selectOption({ index: 1 });
  await expect(page.getByText('The plan you changed comes back with Undo.')).toBeVisible();
  await expect(mine).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(mine).toBeVisible();
  await expect(page.getByLabel('Skill')).toHaveValue('');
  await expect(keep).toBeEnabled();
  await expect(mine).toBeVisible();

  // while one part is being drawn, another is changed: neither takes the other's change away
  const chip = page.getByRole('region').getByRole('button', { name: /^Take \S+ out$/ });
  const pairs = await chip.count();
  const before = await words.innerText();
  await page.evaluate(() => {
    const button = (label: RegExp) => [...document.querySelectorAll('button')].find((b) => label.test(b.getAttribute('aria-label') ?? ''))!;
    button(/^Draw Read words again$/).click();
    button(/^Take \S+ out$/).click();
  });
  await expect.poll(() => words.innerText()).not.toBe(before);
  await expect(chip).toHaveCount(pairs - 1);

  const group = page.getByLabel('Group', { exact: true });
  const [was, other] = [await group.inputValue(), await group.locator('option').last().getAttribute('value')];
  await group.selectOption(other!);
  const asked = page.getByRole('dialog', { name: 'Leave without keeping it?' });
  await asked.getByRole('button', { name: 'Stay here' }).click();
  await expect(group).toHaveValue(was);
  await expect(mine).toBeVisible();
  await group.selectOption(other!);
  await asked.getByRole('button', { name: 'Leave, and lose it' }).click();
  await expect(group).toHaveValue(other!);
  await expect(keep).toBeEnabled();
  await expect(mine).toHaveCount(0);
  // one step back in the browser is the first group's, with what it is for
  await page.goBack();
  await expect(group).toHaveValue(was);
});

test('a text being written is asked after, and another text opens without it', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/library/texts?text=win-and-wes-swim`);
  await page.getByRole('tab', { name: 'Change it' }).click();
  await page.getByLabel('Title').fill('Changed and not kept');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Today' }).click();
  const asked = page.getByRole('dialog', { name: 'Leave without keeping it?' });
  await expect(asked).toContainText('the text “Changed and not kept”');
  await asked.getByRole('button', { name: 'Stay here' }).click();
  await page.goBack();
  await asked.getByRole('button', { name: 'Leave, and lose it' }).click();
  await go(page, `${demo.url}/library/texts?text=win-and-wes-swim`);
  await page.getByText('Ask afterwards').waitFor();
  await go(page, `${demo.url}/library/texts?text=new`);
  await expect(page.getByLabel('Title')).toHaveValue('');
});

test('a sign-in that ends while something is written is taken up over the page by the same person only', async ({ as, demo }) => {
  const page = await as('teacher');
  const [one] = (await allChildren(page, demo.url)).slice(0, 1) as [ChildRow];
  await go(page, `${demo.url}/children/${one.id}`);
  const note = page.getByRole('textbox', { name: /^A note on/ });
  const leave = page.getByRole('button', { name: 'Leave the note' });
  const again = page.getByRole('dialog', { name: 'Sign in again' });
  await note.fill('Written late in the evening.');
  await page.context().clearCookies();
  // what the page asks for by itself may learn of it first, and then lies over the button
  await leave.dispatchEvent('click');
  await expect(again).toContainText('Not kept yet, and still here: a note on ');
  await again.getByRole('button', { name: new RegExp(PEOPLE.teacher) }).click();
  await expect(again).toHaveCount(0);
  await expect(note).toHaveValue('Written late in the evening.');
  await leave.click();
  await expect(note).toHaveValue('');
  await expect(page.getByText('Written late in the evening.')).toBeVisible();

  await note.fill('Not for everybody.');
  await page.context().clearCookies();
  // what the page asks for by itself may learn of it first, and then lies over the button
  await leave.dispatchEvent('click');
  await again.getByRole('button', { name: new RegExp(PEOPLE.tutor) }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`Hello, ${PEOPLE.tutor.split(' ')[0]}`);
  await expect(page.getByText('Not for everybody.')).toHaveCount(0);
});
