/** Several processes behind a proxy: people on either see what the other does, and one that is killed takes nothing along. */
import { allChildren, allSent, answer, beginCheck, expect, getJson, newContext, signInDemo, test, go } from './support/fixtures.js';
import { SeveralServers } from './support/several.js';

test('a process is killed in the middle of a check: nothing is lost, nobody signs in again, and colleagues go on seeing what is done', async ({
  browser,
}) => {
  const school = await SeveralServers.start();
  const [mine, hers] = [await newContext(browser), await newContext(browser)];
  try {
    const page = await signInDemo(mine, school.url, 'classTeacher');
    const lead = await signInDemo(hers, school.url, 'lead');
    const check = await beginCheck(page);
    const answered = [await answer(page, '1'), await answer(page, '5'), await answer(page, '1')];
    await allSent(page);
    const { child } = (await getJson<{ id: string; child: string }[]>(page.request, `${school.url}/api/checks`)).find(
      (c) => c.id === check,
    )!;
    const name = (await allChildren(lead, school.url)).find((c) => c.id === child)!.givenName;
    await go(lead, `${school.url}/children/${child}`);
    await expect(lead.getByRole('heading', { level: 1, name: new RegExp(name) })).toBeVisible();

    const seen = async (): Promise<number> =>
      (await getJson<{ check?: string }[]>(lead.request, `${school.url}/api/children/${child}/evidence`)).filter((o) => o.check === check)
        .length;
    expect(await seen()).toBe(3);
    // whichever of the two each page is connected to: first the one goes, then, with the one back, the other
    for (const process of school.processes) {
      await process.end('SIGKILL');
      for (let n = 0; n < 3; n += 1) answered.push(await answer(page, n === 1 ? '5' : '1'));
      await allSent(page);
      expect(await seen()).toBe(answered.length);
      await process.run();
    }
    // the colleague’s page was told of it, over a line that was opened anew where it had hung on the process that went
    await expect(
      lead
        .getByText(new RegExp(`${answered.length} answers`))
        .or(lead.getByText(/today|Today/))
        .first(),
    ).toBeVisible();
    await lead.reload();
    await expect(lead.getByRole('heading', { level: 1, name: new RegExp(name) })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('navigation', { name: 'Places' }).or(page.locator('[data-card]')).first()).toBeVisible();
  } finally {
    for (const context of [mine, hers]) await context.close();
    await school.dispose();
  }
});

test('nobody comes in without TLS, and cookies never travel without it', async ({ browser }) => {
  const school = await SeveralServers.start();
  const context = await newContext(browser);
  try {
    const page = await signInDemo(context, school.url, 'tutor');
    const cookies = await context.cookies();
    expect(cookies.find((c) => c.name === 'sapling')).toMatchObject({ secure: true, httpOnly: true, sameSite: 'Strict' });
    const response = await page.request.get(`${school.url}/api/health`);
    expect(response.headers()['strict-transport-security']).toContain('max-age=31536000');
  } finally {
    await context.close();
    await school.dispose();
  }
});
