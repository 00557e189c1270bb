import { expect, getJson, test, go } from './support/fixtures.js';
import type { TeachingOrder } from '@sapling/core/phonics';

interface Text {
  id: string;
  title: string;
  kind: string;
  text: string;
  measured: number | null;
  offered: { order: string; step: number }[];
}

test.describe.configure({ mode: 'default' });
test.use({ shared: 'shelf' });

test('texts are found by pair, kind, length and step; a card opens the text as a child sees it, with its questions and its report', async ({
  as,
  demo,
}) => {
  const page = await as('teacher');
  const texts = await getJson<Text[]>(page.request, `${demo.url}/api/texts`);
  const [schoolClass] = await getJson<{ orderId: string; taughtSteps: number }[]>(page.request, `${demo.url}/api/classes`);
  const order = (await getJson<TeachingOrder[]>(page.request, `${demo.url}/api/orders`)).find((o) => o.id === schoolClass!.orderId)!;
  await go(page, `${demo.url}/library/texts`);
  const shelf = page.getByRole('region', { name: 'Shelf of texts' });
  await expect(shelf.getByRole('status')).toContainText(`${texts.length} texts`);
  await page.locator('label', { hasText: /^Kind/ }).locator('select').selectOption('play');
  await expect(shelf.getByRole('status')).toContainText(`${texts.filter((t) => t.kind === 'play').length} of ${texts.length} texts`);
  await page.locator('label', { hasText: /^Kind/ }).locator('select').selectOption('');
  await page.getByLabel('for timing').check();
  await expect(shelf.getByRole('status')).toContainText(`${texts.filter((t) => t.measured !== null).length} of`);
  await page.getByLabel('for timing').uncheck();
  await page.getByLabel('Readable').selectOption('taught');
  const taught = texts.filter((t) => (t.offered.find((o) => o.order === order.id)?.step ?? 1000) <= schoolClass!.taughtSteps);
  await expect(shelf.getByRole('status')).toContainText(`${taught.length} of`);
  await page.getByRole('button', { name: 'Show all' }).click();
  // the choice stands in the address, so that a link keeps it
  await page.getByLabel('Practises').selectOption('igh:igh');
  await expect(page).toHaveURL(/pair=igh/);
  await page.reload();
  await expect(page.getByLabel('Practises')).toHaveValue('igh:igh');
  const card = shelf.getByRole('button', { name: 'Open A Bright Light' });
  await card.click();
  const found = texts.find((t) => t.title === 'A Bright Light')!;
  await expect(page.getByRole('article', { name: 'As a child sees it' })).toContainText(found.text.slice(0, 40));
  await expect(page.getByRole('region', { name: 'Questions' }).getByRole('listitem').first()).toBeVisible();
  await page.getByRole('tab', { name: 'What it needs' }).click();
  await expect(page.getByText(/of \d+ words can be read by/)).toBeVisible();
  await page.getByRole('button', { name: 'The shelf' }).click();
  await expect(card).toBeVisible();
  await page.getByLabel('A word of the text or the title').fill('no such word anywhere');
  await expect(shelf.getByText('No text is all of this at once')).toBeVisible();
});

test('the same shelf gives a child a text to read, and a session another text with what must be told first', async ({ as, demo }) => {
  const page = await as('teacher');
  const children = await getJson<{ id: string; givenName: string; line: unknown[] }[]>(page.request, `${demo.url}/api/children`);
  const child = children.find((c) => c.line.length > 40)!;
  await go(page, `${demo.url}/check/reading?child=${child.id}`);
  await page.getByRole('button', { name: 'The shelf' }).click();
  const dialog = page.getByRole('dialog', { name: 'Choose a text' });
  await dialog.getByLabel('A word of the text or the title').fill('Fish Shop');
  await dialog.getByRole('button', { name: 'Choose Josh at the Fish Shop' }).click();
  await expect(page.getByRole('heading', { name: 'Josh at the Fish Shop' })).toBeVisible();

  await go(page, `${demo.url}/sessions/new`);
  await expect(page.getByRole('region', { name: 'Read words' })).toBeVisible();
  if ((await page.getByRole('button', { name: /^Another text for/ }).count()) === 0) {
    await page.getByRole('button', { name: 'Add a part' }).click();
    await page.getByRole('menuitem', { name: /text/i }).first().click();
  }
  const another = page.getByRole('button', { name: /^Another text for/ }).first();
  await another.click();
  await dialog.getByRole('button', { name: 'Show all' }).click();
  await dialog.getByLabel('A word of the text or the title').fill('Captain Certain');
  await dialog.getByRole('button', { name: 'Choose Captain Certain' }).click();
  await expect(page.getByText('Captain Certain')).toBeVisible();
  await expect(page.getByText(/^Tell first:.*captain/)).toBeVisible();
});

test('“Never offer this word” takes a word out for everybody, and is taken back', async ({ as, demo }) => {
  const [page, colleague] = [await as('teacher'), await as('classTeacher')];
  await go(page, `${demo.url}/library/words`);
  const offered = page.getByRole('button', { name: /, more$/ });
  const word = (await offered.first().getAttribute('aria-label'))!.replace(', more', '');
  await offered.first().click();
  await page.getByRole('menuitem', { name: 'Never offer this word' }).click();
  await expect(page.getByRole('button', { name: `${word}, more`, exact: true })).toHaveCount(0);
  const out = await getJson<{ word: string }[]>(page.request, `${demo.url}/api/words/school`);
  expect(out.map((w) => w.word)).toContain(word);
  await go(colleague, `${demo.url}/library/words`);
  await expect(
    colleague
      .getByRole('button', { name: /, more$/ })
      .or(colleague.getByText('Everything else in the words'))
      .first(),
  ).toBeVisible();
  await expect(colleague.getByText(word, { exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect.poll(async () => (await getJson<{ word: string }[]>(page.request, `${demo.url}/api/words/school`)).length).toBe(0);
});
