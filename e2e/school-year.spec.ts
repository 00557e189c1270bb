/** People come and go, and the year is closed: through the real pages of a lead. */
import { getJson, go, newContext, test, expect } from './support/fixtures.js';

test('an invited colleague sets a password with the link and signs in', async ({ demo, as, browser }) => {
  const lead = await as('lead');
  await go(lead, `${demo.url}/team`);
  await lead.getByRole('button', { name: 'Add a colleague' }).click();
  const dialog = lead.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Ines Varga');
  await dialog.getByLabel('Email').fill('ines@fernhollow.example');
  await dialog.getByRole('button', { name: 'Make the invitation' }).click();
  const link = await dialog.getByLabel('Invitation link').inputValue();
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(lead.getByRole('listitem').filter({ hasText: 'Ines Varga' })).toContainText('invited, has not come in yet');

  const page = await (await newContext(browser)).newPage();
  await go(page, link);
  await page.getByLabel('New password').fill('nine small boats');
  await page.getByLabel('Once more').fill('nine small boats');
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByText('ines@fernhollow.example')).toBeVisible();
  await expect(lead.getByRole('listitem').filter({ hasText: 'Ines Varga' })).not.toContainText('invited');
});

test('a colleague’s work goes to another in one go', async ({ demo, as }) => {
  const lead = await as('lead');
  const groups = await getJson<{ adultId: string }[]>(lead.request, `${demo.url}/api/groups`);
  const team = await getJson<{ id: string; name: string }[]>(lead.request, `${demo.url}/api/team`);
  const from = team.find((c) => c.id === groups.find((g) => g.adultId)!.adultId)!;
  const to = team.find((c) => groups.some((g) => g.adultId === c.id) && c.id !== from.id)!;
  const theirs = groups.filter((g) => g.adultId === from.id).length;
  await go(lead, `${demo.url}/team`);
  await lead.getByRole('button', { name: `Hand over the work of ${from.name}` }).click();
  const dialog = lead.getByRole('dialog');
  await dialog.getByLabel('To', { exact: true }).selectOption(to.name);
  await dialog.getByLabel(/they stop signing in/).check();
  await dialog.getByRole('button', { name: `Give it to ${to.name}` }).click();
  await expect(lead.getByText(`${to.name} has ${theirs} group`)).toBeVisible();
  await expect(lead.getByRole('listitem').filter({ hasText: from.name })).toContainText('cannot sign in');
  const after = await getJson<{ adultId: string }[]>(lead.request, `${demo.url}/api/groups`);
  expect(after.filter((g) => g.adultId === from.id)).toHaveLength(0);
});

test('the year is closed on one page, looked at afterwards, and opened again', async ({ demo, as }) => {
  const lead = await as('lead');
  const children = async (): Promise<string[]> =>
    (await getJson<{ id: string; classId: string }[]>(lead.request, `${demo.url}/api/children`)).map((c) => `${c.id} ${c.classId}`).sort();
  const before = await children();
  const groups = (await getJson<unknown[]>(lead.request, `${demo.url}/api/groups`)).length;
  await go(lead, `${demo.url}/team`);
  await lead.getByRole('link', { name: 'The school year' }).click();
  await expect(lead.getByRole('heading', { name: 'The school year' })).toBeVisible();
  const becomes = lead.getByRole('combobox', { name: /What becomes of/ });
  await expect(becomes.first()).toBeVisible();
  const n = await becomes.count();
  for (let k = 0; k < n; k += 1) await becomes.nth(k).selectOption('goes up as');
  // the highest year has to be told what it is called, and is not put into another class unsaid
  await expect(lead.getByRole('button', { name: 'Close the year…' })).toBeDisabled();
  await lead.getByRole('textbox', { name: /^Name of Hares/ }).fill('Kites');
  // one child goes another way
  await lead.getByText('All of them together; change single children').first().click();
  await lead
    .getByRole('combobox', { name: /Next year of/ })
    .first()
    .selectOption('leaves the school');
  await expect(lead.getByRole('status').filter({ hasText: '1 leave' })).toBeVisible();
  // leaving it half chosen is asked after
  await lead.getByRole('link', { name: 'Gaps', exact: true }).click();
  await expect(lead.getByRole('dialog')).toContainText('Not kept yet: who goes where next year');
  await lead.getByRole('button', { name: 'Stay here' }).click();
  await lead.getByRole('button', { name: 'Close the year…' }).click();
  await lead.getByRole('dialog').getByRole('button', { name: 'Close the year' }).click();
  await expect(lead.getByText('39 children moved up, 1 left')).toBeVisible();
  expect(await getJson(lead.request, `${demo.url}/api/groups`)).toEqual([]);
  const past = lead.getByRole('region', { name: 'Years that were' });
  await past.getByText('Who was where').click();
  await expect(past.getByRole('listitem').filter({ hasText: 'has left' }).first()).toBeVisible();

  await past.getByRole('button', { name: 'Open it again' }).click();
  await expect(lead.getByText('is open again, as it was')).toBeVisible();
  expect(await children()).toEqual(before);
  expect(await getJson<unknown[]>(lead.request, `${demo.url}/api/groups`)).toHaveLength(groups);
  // done, and nobody is asked any more
  await go(lead, `${demo.url}/gaps`);
});
