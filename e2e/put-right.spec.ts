/** A check marked under the wrong child goes to the right one; sheets for home and handwriting as the school sets them. */
import { expect, getJson, test, go } from './support/fixtures.js';

interface Child {
  id: string;
  givenName: string;
  familyName: string;
  classId: string;
}
interface Check {
  child: string;
}

test('a check done under the wrong name is moved to the right child, and back', async ({ as, demo }) => {
  const page = await as('lead');
  const children = await getJson<Child[]>(page.request, `${demo.url}/api/children`);
  const wrong = children[0]!;
  const evidence = await getJson<{ check?: string; kind: string }[]>(page.request, `${demo.url}/api/children/${wrong.id}/evidence`);
  const check = { id: evidence.find((o) => o.check !== undefined && o.kind === 'see-say')!.check! };
  const right = children.find((c) => c.id !== wrong.id && c.classId === wrong.classId)!;
  const whose = async (): Promise<string> => (await getJson<Check>(page.request, `${demo.url}/api/checks/${check.id}`)).child;
  await go(page, `${demo.url}/check/${check.id}`);
  await page.getByRole('button', { name: 'This was another child' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText(`It stands under ${wrong.givenName} ${wrong.familyName}`);
  await expect(dialog.getByRole('button', { name: 'Move it' })).toBeDisabled();
  await dialog.getByLabel('Child').selectOption({ label: `${right.givenName} ${right.familyName}` });
  await dialog.getByRole('button', { name: `Move it to ${right.givenName} ${right.familyName}` }).click();
  await expect(page.getByText(`The check is ${right.givenName} ${right.familyName}’s now.`)).toBeVisible();
  await expect(page).toHaveURL(new RegExp(`/children/${right.id}$`));
  expect(await whose()).toBe(right.id);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(whose).toBe(wrong.id);
});

test('what families and hands need is set once: a language put right, one of the school’s own, the handwriting model', async ({
  as,
  demo,
}) => {
  const page = await as('lead');
  await go(page, `${demo.url}/team`);
  await page.getByLabel('Language of sheets for home').selectOption('Polish');
  await expect(page.getByText('not proof-read by a native speaker')).toBeVisible();
  const intro = page.getByLabel('Five minutes together is enough; stop while it is still fun.');
  await expect(intro).toHaveValue(/Wystarczy/);
  await intro.fill('Pięć minut wystarczy.');
  await intro.blur();
  await page.getByLabel('Looked through by somebody who speaks it').check();
  await page.getByLabel('Another language').fill('Somali');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByLabel('Words to read').fill('Erayo');
  await page.getByLabel('Words to read').blur();
  await page.getByLabel('Handwriting model').selectOption('gb-j');
  await page.getByLabel('Lines to write on').selectOption('four lines');
  await page.getByRole('button', { name: 'Keep these settings' }).click();
  await expect(page.getByText(/settings/i).last()).toBeVisible();
  const kept = async () =>
    getJson<{ handwriting: string; ruling: { lines: string }; families: { language: string; checked: boolean; sentences: object }[] }>(
      page.request,
      `${demo.url}/api/settings`,
    );
  await expect.poll(async () => (await kept()).handwriting).toBe('gb-j');
  const { families, ruling } = await kept();
  expect(ruling.lines).toBe('four lines');
  expect(families).toEqual(
    expect.arrayContaining([
      { language: 'Polish', checked: true, sentences: { intro: 'Pięć minut wystarczy.' } },
      { language: 'Somali', checked: false, sentences: { words: 'Erayo' } },
    ]),
  );
  // the sheet itself: in English where it is asked for, else in the family's language
  await go(page, `${demo.url}/children/practise`);
  const sheet = page.getByRole('link', { name: /^Sheet for home/ }).first();
  await expect(sheet).not.toHaveAttribute('href', /English/);
  await page.getByLabel('Sheets for home').selectOption('in English');
  await expect(sheet).toHaveAttribute('href', /language=English/);
  const answer = await page.request.get(demo.url + (await sheet.getAttribute('href'))!);
  expect(answer.headers()['content-type']).toBe('application/pdf');
});
