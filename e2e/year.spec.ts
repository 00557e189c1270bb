/** A whole year of one school on a moved clock, September to September, through the interface: nothing is lost, and what is to go goes. */
import type { Browser, Page } from '@playwright/test';
import { LEAD, allChildren, allSent, answer, getJson, newContext, setUpSchool, test, expect, type ChildRow } from './support/fixtures.js';
import { PATIENCE } from './support/patience.js';
import { TestServer } from './support/server.js';

const LIST = [
  'First name,Family name,Class,Year',
  ...['Ada Brook', 'Ben Castor', 'Cai Dunne', 'Hew Ibbot'].map((n) => `${n.replace(' ', ',')},Robins,Year 1`),
  ...['Ida Jessup', 'Kit Lorne'].map((n) => `${n.replace(' ', ',')},Larks,Year 2`),
].join('\n');

/** The same school on another day: the server is started anew there, and the lead signs in. */
async function on(server: TestServer, at: string, browser: Browser): Promise<Page> {
  await server.end();
  await server.run(at);
  const page = await (await newContext(browser)).newPage();
  await page.goto(server.url);
  await page.getByLabel('Email').fill(LEAD.email);
  await page.getByLabel('Password').fill(LEAD.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Hello, Petra' })).toBeVisible();
  return page;
}

/** One child through a check by keys; these graphemes are missed. @returns how many cards */
async function check(page: Page, url: string, name: string, missed: readonly string[]): Promise<number> {
  await page.goto(`${url}/check`);
  await page.getByRole('button', { name: `Start with ${name}` }).click();
  const card = page.locator('[data-card]');
  await expect(card).toBeVisible();
  let cards = 0;
  for (; (await card.count()) > 0; cards += 1) {
    const shown = (await card.getAttribute('data-card'))!.split(':')[0]!;
    await answer(page, missed.includes(shown) ? '4' : '1');
  }
  await page.goto(url);
  await allSent(page);
  return cards;
}

const evidenceOf = async (page: Page, url: string, id: string): Promise<number> =>
  (await getJson<unknown[]>(page.request, `${url}/api/children/${id}/evidence`)).length;
const named = (children: readonly ChildRow[], name: string): ChildRow => children.find((c) => `${c.givenName} ${c.familyName}` === name)!;

test('a year: children come and go, two are one, the year is closed, and one is erased', async ({ browser }) => {
  test.setTimeout(400_000 * PATIENCE);
  const server = await TestServer.start({ demo: false, at: '2026-09-07T09:00:00.000Z' });
  try {
    const { url } = server;

    await test.step('September: set up, two classes, a first check', async () => {
      const page = await (await newContext(browser)).newPage();
      await page.goto(url);
      await setUpSchool(page);
      await expect(page.getByText('Monday 7 September')).toBeVisible();
      await page.goto(`${url}/children/import`);
      await page
        .getByLabel('Class list: CSV, Excel or OneRoster ZIP')
        .setInputFiles({ name: 'all.csv', mimeType: 'text/csv', buffer: Buffer.from(LIST) });
      await page.getByRole('button', { name: 'Bring in 6' }).click();
      await expect(page.getByText('6 children added.')).toBeVisible();
      await page.goto(`${url}/children/classes`);
      await page.getByRole('button', { name: /Robins/ }).click();
      await page.getByRole('button', { name: 'Taught up to Step 4', exact: true }).click();
      await expect(page.getByText('Robins: taught up to step 4')).toBeVisible();
      for (const name of ['Ada Brook', 'Hew Ibbot']) expect(await check(page, url, name, ['t', 's', 'o'])).toBeGreaterThan(5);
    });

    await test.step('October: a child comes; somebody typed Ada in a second time, and checked her', async () => {
      const page = await on(server, '2026-10-05T09:00:00.000Z', browser);
      for (const [given, family] of [
        ['Otolin', 'Brisk'],
        ['Ada', 'Brooke'],
      ] as const) {
        await page.goto(`${url}/children`);
        await page.getByRole('button', { name: 'Add a child' }).click();
        const dialog = page.getByRole('dialog');
        await dialog.getByLabel('Given name').fill(given);
        await dialog.getByLabel('Family name').fill(family);
        await dialog.getByLabel('Class').selectOption('Robins');
        await dialog.getByRole('button', { name: 'Add the child' }).click();
        await expect(page.getByRole('heading', { name: `${given} ${family}`, level: 1 })).toBeVisible();
      }
      await check(page, url, 'Ada Brooke', ['t']);
      // misspelt, and put right
      await page.goto(`${url}/children/${named(await allChildren(page, url), 'Otolin Brisk').id}`);
      await page.getByRole('button', { name: 'Change the record' }).click();
      await page.getByRole('dialog').getByLabel('Given name').fill('Ottoline');
      await page.getByRole('dialog').getByRole('button', { name: 'Keep it' }).click();
      await expect(page.getByRole('heading', { level: 1 })).toContainText('Ottoline Brisk');
    });

    const ada = await test.step('November: the two become one, with all that was seen of either', async () => {
      const page = await on(server, '2026-11-02T09:00:00.000Z', browser);
      const all = await allChildren(page, url);
      const [kept, gone] = [named(all, 'Ada Brook'), named(all, 'Ada Brooke')];
      const sum = (await evidenceOf(page, url, kept.id)) + (await evidenceOf(page, url, gone.id));
      await page.goto(`${url}/children/${kept.id}`);
      await page.getByRole('button', { name: 'Same child twice?' }).click();
      await page.getByLabel('The other record').selectOption(gone.id);
      await page.getByRole('button', { name: /^Put Ada/ }).click();
      await expect(page.getByText(/went into this one/)).toBeVisible();
      expect(await evidenceOf(page, url, kept.id)).toBe(sum);
      // what was missed on two days is no slip
      expect(named(await allChildren(page, url), 'Ada Brook').line.find((c) => c.gpc === 't:t')!.state).not.toBe('secure');
      return { id: kept.id, evidence: sum };
    });

    await test.step('January: one moves away', async () => {
      const page = await on(server, '2027-01-11T09:00:00.000Z', browser);
      await page.goto(`${url}/children/${named(await allChildren(page, url), 'Hew Ibbot').id}`);
      await page.getByRole('button', { name: 'Hew leaves' }).click();
      await page.getByRole('button', { name: 'Take Hew off the lists' }).click();
      await expect(page).toHaveURL(`${url}/children`);
      expect((await allChildren(page, url)).map((c) => c.givenName).sort()).toEqual(['Ada', 'Ben', 'Cai', 'Ida', 'Kit', 'Ottoline']);
      // the merge of November can be undone for thirty days and no longer
      await page.goto(`${url}/children/left`);
      await expect(page.getByText(/could be undone until 2 Dec 2026/)).toBeVisible();
    });

    await test.step('July: the year is closed on one page', async () => {
      const page = await on(server, '2027-07-19T09:00:00.000Z', browser);
      await page.goto(`${url}/team/year`);
      await page.getByLabel('What becomes of Robins').selectOption('goes up as');
      await page.getByLabel('Name of Robins next year').fill('Larks');
      await page.getByLabel('What becomes of Larks').selectOption('leaves the school');
      await page.getByRole('button', { name: 'Close the year…' }).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Close the year' }).click();
      await expect(page.getByText('4 children moved up, 2 left')).toBeVisible();
    });

    await test.step('September again: everybody is where they belong, and nothing that was seen is lost', async () => {
      const page = await on(server, '2027-09-06T09:00:00.000Z', browser);
      const all = await allChildren(page, url);
      expect(all.map((c) => c.givenName).sort()).toEqual(['Ada', 'Ben', 'Cai', 'Ottoline']);
      expect(await evidenceOf(page, url, ada.id)).toBe(ada.evidence);
      const classes = await getJson<{ id: string; name: string }[]>(page.request, `${url}/api/classes`);
      expect(classes.map((c) => c.name)).toEqual(['Larks']);
      expect(all.every((c) => c.classId === classes[0]!.id)).toBe(true);
      await page.goto(`${url}/team/year`);
      const past = page.getByRole('region', { name: 'Years that were' });
      await past.getByText('Who was where').click();
      await expect(past.getByText(/Robins/).first()).toBeVisible();
      // the family of a leaver wants everything gone: asked for today
      await page.goto(`${url}/children/left`);
      await page.getByRole('button', { name: 'Erase Hew Ibbot' }).click();
      await page.getByLabel('Your password').fill(LEAD.password);
      await page.getByRole('button', { name: 'Ask for it' }).click();
      await expect(page.getByText(/Another lead can do it now; you can from/)).toBeVisible();
      await expect(page.getByRole('button', { name: 'Erase…' })).toBeDisabled();
    });

    await test.step('a day later it is done, and nothing of him is left', async () => {
      const page = await on(server, '2027-09-07T12:00:00.000Z', browser);
      const before = await (await page.request.get(`${url}/api/installation.json`)).text();
      expect(before).toContain('Ibbot');
      await page.goto(`${url}/children/left`);
      await page.getByRole('button', { name: 'Erase…' }).click();
      await page.getByLabel('Your password').fill(LEAD.password);
      await page.getByRole('button', { name: 'Erase it for good' }).click();
      await expect(page.getByText(/Receipt:/)).toBeVisible();
      const after = await (await page.request.get(`${url}/api/installation.json`)).text();
      expect(after).not.toContain('Ibbot');
      expect(after).not.toContain('Hew');
      // and of the others everything
      expect(await evidenceOf(page, url, ada.id)).toBe(ada.evidence);
    });
    expect(server.output.join('')).not.toContain('Ibbot');
  } finally {
    await server.dispose();
  }
});
