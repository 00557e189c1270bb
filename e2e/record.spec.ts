/** A child's record through the interface: corrected, added, left and back, merged and parted, taken along, asked to be erased. */
import { readFileSync } from 'node:fs';
import { allChildren, expect, getJson, test, go } from './support/fixtures.js';

test('a misspelt name is corrected, and the new one stands everywhere', async ({ as, demo }) => {
  const page = await as('teacher');
  const [child] = await allChildren(page, demo.url);
  await go(page, `${demo.url}/children/${child!.id}`);
  await page.getByRole('button', { name: 'Change the record' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Given name').fill('Zoë-Marie');
  await dialog.getByLabel('Date of birth').fill('2020-02-29');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Zoë-Marie');
  await expect(page.getByRole('region', { name: 'Record', exact: true })).toContainText('29 Feb 2020');
  await expect(page).toHaveTitle(/Zoë-Marie/);
  await go(page, `${demo.url}/children`);
  await expect(page.getByRole('link', { name: new RegExp(`Zoë-Marie ${child!.familyName}`) })).toBeVisible();
});

test('two records of one child, each in a group, become one in the group chosen, and two again by Undo', async ({ as, demo }) => {
  const page = await as('lead');
  const all = await allChildren(page, demo.url);
  const groupsNow = (): Promise<{ id: string; name: string; members: string[] }[]> => getJson(page.request, `${demo.url}/api/groups`);
  const before = await groupsNow();
  const [mine, theirs] = before.filter((g) => g.members.length > 0);
  const [stays, goes] = [mine!, theirs!].map((g) => all.find((c) => g.members.includes(c.id))!);
  await go(page, `${demo.url}/children/${stays!.id}`);
  await page.getByRole('button', { name: 'Same child twice?' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('The other record').selectOption(goes!.id);
  const group = dialog.getByLabel(`${stays!.givenName}’s group from now on`);
  await expect(group.locator('option:checked')).toContainText(mine!.name);
  await group.selectOption({ label: `${theirs!.name}, where ${goes!.givenName} ${goes!.familyName} is` });
  await dialog.getByRole('button', { name: /^Put / }).click();
  await expect(page.getByText(`The record of ${goes!.givenName} ${goes!.familyName} went into this one`, { exact: false })).toBeVisible();
  const membersOf = async (id: string): Promise<string[]> => (await groupsNow()).find((g) => g.id === id)!.members;
  expect(await membersOf(mine!.id)).not.toContain(stays!.id);
  expect(await membersOf(theirs!.id)).toContain(stays!.id);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('has a record of their own again', { exact: false })).toBeVisible();
  expect((await groupsNow()).map((g) => [g.id, g.members.toSorted()])).toEqual(before.map((g) => [g.id, g.members.toSorted()]));
});

test('two people change one record: what each wrote stands, and where both wrote in one field it is said', async ({ as, demo }) => {
  const page = await as('teacher');
  const lead = await as('lead');
  const [child] = await allChildren(page, demo.url);
  await go(page, `${demo.url}/children/${child!.id}`);
  await page.getByRole('button', { name: 'Change the record' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Given name').fill('Zoë-Marie');
  await dialog.getByLabel('Needs on record').fill('Sits in front');
  await go(lead, `${demo.url}/children/${child!.id}`);
  await lead.getByRole('button', { name: 'Change the record' }).click();
  await lead.getByRole('dialog').getByLabel('Family name').fill('Ellerby');
  await lead.getByRole('dialog').getByLabel('Needs on record').fill('Glasses');
  await lead.getByRole('dialog').getByRole('button', { name: 'Keep it' }).click();
  // it reaches the other page, where it takes nothing of what is typed there
  await expect(page.getByRole('heading', { level: 1, includeHidden: true })).toContainText('Ellerby');
  await expect(dialog.getByLabel('Given name')).toHaveValue('Zoë-Marie');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Theirs is taken over here: family name.');
  await expect(dialog.getByRole('alert')).toContainText('You both changed needs on record');
  await expect(dialog.getByText('Somebody else wrote: Glasses')).toBeVisible();
  await expect(dialog.getByLabel('Needs on record')).toHaveValue('Sits in front');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Zoë-Marie Ellerby');
  await expect(page.getByRole('region', { name: 'Record', exact: true })).toContainText('Sits in front');
});

test('a child is added by hand, leaves, and is put back', async ({ as, demo }) => {
  const page = await as('lead');
  await go(page, `${demo.url}/children`);
  await page.getByRole('button', { name: 'Add a child' }).click();
  await page.getByRole('dialog').getByLabel('Given name').fill('Ottoline');
  await page.getByRole('dialog').getByLabel('Family name').fill('Brisk');
  await page.getByRole('dialog').getByRole('button', { name: 'Add the child' }).click();
  await expect(page.getByRole('heading', { name: 'Ottoline Brisk', level: 1 })).toBeVisible();
  await page.getByRole('button', { name: 'Ottoline leaves' }).click();
  await page.getByRole('button', { name: 'Take Ottoline off the lists' }).click();
  await expect(page).toHaveURL(`${demo.url}/children`);
  await expect(page.getByRole('link', { name: 'Ottoline Brisk' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Who left' }).click();
  await page.getByRole('button', { name: 'Put Ottoline Brisk back' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Put back' }).click();
  await expect(page.getByRole('heading', { name: 'Nobody has left' })).toBeVisible();
  await go(page, `${demo.url}/children`);
  await expect(page.getByRole('link', { name: 'Ottoline Brisk' })).toBeVisible();
  // written down once more, she is found: who is here, and who left
  const again = async (): Promise<void> => {
    await go(page, `${demo.url}/children`);
    await page.getByRole('button', { name: 'Add a child' }).click();
    await page.getByRole('dialog').getByLabel('Given name').fill('Ottoline');
    await page.getByRole('dialog').getByLabel('Family name').fill('brisk');
    await page.getByRole('dialog').getByRole('button', { name: 'Add the child' }).click();
  };
  await again();
  await page.getByRole('dialog').getByRole('link', { name: 'The same child: open their page' }).click();
  await expect(page.getByRole('heading', { name: 'Ottoline Brisk', level: 1 })).toBeVisible();
  await page.getByRole('button', { name: 'Ottoline leaves' }).click();
  await page.getByRole('button', { name: 'Take Ottoline off the lists' }).click();
  await again();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('Ottoline Brisk of');
  await expect(page.getByRole('dialog').getByRole('button', { name: 'Another child: add them' })).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'The same child: put them back' }).click();
  await expect(page.getByRole('heading', { name: 'Ottoline Brisk', level: 1 })).toBeVisible();
  expect((await allChildren(page, demo.url)).filter((c) => c.givenName === 'Ottoline')).toHaveLength(1);
  // by a slip: with Undo all is as before, the group as well
  const groups = (): Promise<{ id: string; members: string[] }[]> => getJson(page.request, `${demo.url}/api/groups`);
  const { id: group, members } = (await groups()).find((g) => g.members.length > 0)!;
  const inGroup = async (): Promise<boolean> => (await groups()).find((g) => g.id === group)!.members.includes(members[0]!);
  await go(page, `${demo.url}/children/${members[0]!}`);
  await page.getByRole('button', { name: / leaves$/ }).click();
  await page.getByRole('button', { name: /^Take .* off the lists$/ }).click();
  await expect.poll(inGroup).toBe(false);
  await page.getByRole('listitem').filter({ hasText: 'and out of' }).getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('is back as before.')).toBeVisible();
  expect(await inGroup()).toBe(true);
});

test('two records that are one child’s become one, and two again', async ({ as, demo }) => {
  const page = await as('lead');
  const [kept, gone] = (await allChildren(page, demo.url)).filter(
    (c, _k, all) => c.classId === all[0]!.classId && c.line.some((p) => p.basedOn > 0),
  );
  const answers = async (id: string): Promise<number> =>
    (await getJson<unknown[]>(page.request, `${demo.url}/api/children/${id}/evidence`)).length;
  const [before, others] = [await answers(kept!.id), await answers(gone!.id)];
  // a colleague has the other record’s page open
  const teacher = await as('teacher');
  await go(teacher, `${demo.url}/children/${gone!.id}`);
  await expect(teacher.getByRole('heading', { level: 1, name: gone!.givenName })).toBeVisible();
  await go(page, `${demo.url}/children/${kept!.id}`);
  await page.getByRole('button', { name: 'Same child twice?' }).click();
  await page.getByLabel('The other record').selectOption(gone!.id);
  await expect(page.getByRole('region', { name: 'Goes into it' })).toContainText(gone!.givenName);
  await page.getByRole('button', { name: new RegExp(`^Put ${gone!.givenName}`) }).click();
  await expect(page.getByText(/went into this one/)).toBeVisible();
  expect(await answers(kept!.id)).toBe(before + others);
  await teacher
    .getByText(/went into another one of the same child/)
    .getByRole('link')
    .click();
  await expect(teacher.getByRole('heading', { level: 1, name: kept!.givenName })).toBeVisible();
  await go(page, `${demo.url}/children/left`);
  await page.getByRole('button', { name: /^Take .* out again$/ }).click();
  await expect(page.getByText('undone')).toBeVisible();
  expect([await answers(kept!.id), await answers(gone!.id)]).toEqual([before, others]);
});

test('everything about a child is taken out, and read in as another school would', async ({ as, demo }) => {
  const page = await as('lead');
  const child = (await allChildren(page, demo.url)).find((c) => c.line.some((p) => p.basedOn > 0))!;
  await go(page, `${demo.url}/children/${child.id}`);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Take everything out' }).click()]);
  expect(file.suggestedFilename()).toMatch(/-record\.zip$/);
  await go(page, `${demo.url}/children/import`);
  await page
    .getByLabel('Record of one child')
    .setInputFiles(await file.path().then((path) => ({ name: 'record.zip', mimeType: 'application/zip', buffer: readFileSync(path) })));
  await expect(page.getByRole('heading', { name: `${child.givenName} ${child.familyName}`, level: 1 })).toBeVisible();
  expect(page.url()).not.toContain(child.id);
  await go(page, `${demo.url}/children/import`);
  await page.getByLabel('Record of one child').setInputFiles({ name: 'x.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip') });
  await expect(page.getByRole('alert')).toContainText('is not the record of a child');
});

test('erasing is asked for, waits, and can be called off; who saw what is told to the lead', async ({ as, demo }) => {
  const page = await as('lead');
  const [child] = await allChildren(page, demo.url);
  await go(page, `${demo.url}/children/${child!.id}`);
  await page.getByRole('button', { name: 'Who saw and changed what' }).click();
  await expect(page.getByRole('dialog').getByText('opened the page of this child').first()).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Erase for good…' }).click();
  await page.getByRole('button', { name: 'Ask for it' }).click();
  await expect(page.getByText(/A second lead can erase it now/)).toBeVisible();
  await go(page, `${demo.url}/children/left`);
  await expect(page.getByRole('button', { name: 'Erase…' })).toBeDisabled();
  await page.getByRole('button', { name: 'Do not erase' }).click();
  await expect(page.getByRole('heading', { name: 'Erasing' })).toHaveCount(0);
  expect((await allChildren(page, demo.url)).some((c) => c.id === child!.id)).toBe(true);
});

test('a class is renamed, and its children move when it ends', async ({ as, demo }) => {
  const page = await as('lead');
  const classes = await getJson<{ id: string; name: string; children: number }[]>(page.request, `${demo.url}/api/classes`);
  await go(page, `${demo.url}/children/classes`);
  await page.getByRole('button', { name: 'Rename' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Kestrels');
  await page.getByRole('dialog').getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('region', { name: 'Kestrels' })).toBeVisible();
  await page.getByRole('button', { name: 'End or merge' }).click();
  await page.getByLabel('Everybody goes into').selectOption(classes[1]!.id);
  await page.getByRole('button', { name: 'Move them and end Kestrels' }).click();
  await expect(page.getByText(`Kestrels has become part of ${classes[1]!.name}`, { exact: false })).toBeVisible();
  const after = await getJson<{ id: string; children: number }[]>(page.request, `${demo.url}/api/classes`);
  expect(after.find((c) => c.id === classes[1]!.id)!.children).toBe(classes[0]!.children + classes[1]!.children);
});
