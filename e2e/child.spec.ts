import { allChildren, allSent, answer, expect, getJson, test, go } from './support/fixtures.js';

test('a child’s page says what to teach next and what is mixed up, and follows what was just marked', async ({ as, demo }) => {
  const page = await as('classTeacher');
  const children = await allChildren(page, demo.url);
  const child = children.find((c) => c.line.filter((p) => p.state === 'gap').length > 3)!;
  await go(page, `${demo.url}/children/${child.id}`);
  const next = page.getByRole('region', { name: 'Teach next' });
  // what is probably known is looked at again, not taught
  const open = child.line.filter((p) => p.state !== 'secure' && p.state !== 'unchecked' && p.p < 0.35).length;
  await expect(next.getByRole('listitem')).toHaveCount(Math.min(4, open));
  const notSecure = new Set(child.line.filter((p) => p.state !== 'secure').map((p) => p.gpc.split(':')[0]));
  for (const name of await next.getByRole('button').evaluateAll((list) => list.map((b) => b.getAttribute('aria-label')!)))
    expect(notSecure.has(/^(\S+) as in/.exec(name)![1]!.replace('‑', '_')), name).toBe(true);
  await next.getByRole('button').first().click();
  await expect(page.getByRole('dialog')).toContainText(/A right answer is expected|never/i);
  await page.keyboard.press('Escape');

  // what is listed as mixed up is what was marked
  const evidence = await getJson<{ gpc?: string; said?: string; counts: boolean; outcome: string }[]>(
    page.request,
    `${demo.url}/api/children/${child.id}/evidence`,
  );
  const said = evidence.filter((o) => o.counts && o.gpc && o.said && ['wrong', 'put right', 'no answer'].includes(o.outcome));
  const kinds = new Set(said.map((o) => `${o.gpc} ${o.said}`)).size;
  const mixed = page.getByRole('region', { name: 'Mixed up' });
  await expect(mixed.getByRole('listitem')).toHaveCount(Math.min(8, kinds));

  await page.getByRole('button', { name: 'Quick check' }).click();
  const first = await answer(page, '4');
  await page.keyboard.press('s');
  await page.getByRole('dialog', { name: 'What did they say?' }).getByRole('textbox').fill('zzz');
  await page.keyboard.press('Enter');
  await expect(page.getByText('/zzz/')).toBeVisible();
  await allSent(page);
  await go(page, `${demo.url}/children/${child.id}`);
  // “All sent” may still be that of the mark before
  const saidOf = async (): Promise<(string | undefined)[]> =>
    (
      await getJson<{ said?: string }[]>(page.request, `${demo.url}/api/children/${child.id}/evidence?gpc=${encodeURIComponent(first)}`)
    ).map((o) => o.said);
  await expect.poll(saidOf).toContain('zzz');
  await expect(mixed.getByRole('listitem')).toHaveCount(Math.min(8, kinds + 1));
});

test.describe('leaving all as it was', () => {
  test.use({ shared: 'nothing changed' });

  test('a child on one page of paper, on A4 and on Letter, with the cautions; strands open what they rest on', async ({ as, demo }) => {
    const page = await as('classTeacher');
    const child = (await allChildren(page, demo.url)).sort((a, b) => b.strands.length - a.strands.length)[0]!;
    await go(page, `${demo.url}/children/${child.id}`);
    const strands = page.getByRole('region', { name: 'Strands' });
    await expect(strands.getByRole('listitem')).toHaveCount(child.strands.length);
    await strands.getByRole('button').last().click();
    await expect(page.getByRole('dialog')).toContainText(
      /Gets a plain one right with a chance of \d+ % \(from \d+ % to \d+ %\), from \d+ answer/,
    );
    await page.keyboard.press('Escape');
    await page.getByRole('link', { name: 'One page' }).click();
    const sheet = page.getByRole('article');
    await expect(sheet.getByRole('heading', { name: 'Teach next' })).toBeVisible();
    await expect(sheet).toContainText('It is not a test for dyslexia');
    await expect(sheet).toContainText('is not an error');
    for (const format of ['A4', 'Letter'])
      expect((await page.pdf({ format })).toString('latin1').match(/\/Type\s*\/Page[^s]/g), format).toHaveLength(1);
    await page.getByRole('checkbox', { name: 'initials instead of the name' }).check();
    await expect(sheet).not.toContainText(child.familyName);
  });
});
