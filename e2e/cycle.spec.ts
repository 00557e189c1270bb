/** A whole cycle in one press, a session for a skill, one run on another day, and the bin. */
import { getJson, test, expect, today, go } from './support/fixtures.js';

interface Row {
  id: string;
  groupId: string;
  groupName: string;
  on: string;
  plan: {
    drawn?: { again?: string; after?: string };
    focus: string[];
    skill?: string;
    parts: { kind: string; title: string; minutes: number; words: { word: string }[] }[];
  };
  log: { happened: string } | null;
}

test('every session of a cycle is drafted in one press, looked through, changed singly, kept together and undone', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/groups`);
  await page.getByRole('region', { name: 'Willow', exact: true }).getByRole('link', { name: 'The cycle' }).click();
  const before = await getJson<Row[]>(page.request, `${demo.url}/api/sessions`);
  const links = page.getByRole('link', { name: /^Make the session of/ });
  await expect(links.first()).toBeVisible();
  const open = await links.count();
  expect(open).toBeGreaterThan(1);
  await page.getByRole('link', { name: 'Make the whole cycle' }).click();
  await page.getByRole('button', { name: `Draft ${open} sessions` }).click();
  const drafts = page.getByRole('listitem', { name: /^Session of/ });
  await expect(drafts).toHaveCount(open);
  await expect(page.getByRole('button', { name: `Keep and share all ${open}` })).toBeVisible();
  // one is drawn again, one is taken out
  const first = drafts.first();
  const words = await first.innerText();
  await first.getByRole('button', { name: /again$/ }).click();
  await expect.poll(() => first.innerText()).not.toBe(words);
  await drafts.last().getByRole('button', { name: /out$/ }).click();
  await page.getByRole('button', { name: `Keep and share all ${open - 1}` }).click();
  await expect(page.getByText(`${open - 1} sessions are kept and shared.`)).toBeVisible();
  await expect(page).toHaveURL(/\/cycle$/);
  const after = await getJson<Row[]>(page.request, `${demo.url}/api/sessions`);
  const made = after.filter((s) => !before.some((b) => b.id === s.id));
  expect(made).toHaveLength(open - 1);
  expect(new Set(made.map((s) => s.on)).size).toBe(open - 1);
  for (const s of made) for (const part of s.plan.parts) expect(part.minutes).toBeGreaterThanOrEqual(2);
  // what the cycle showed is what was made: no day that was just made is said to be out of step
  const stale = page.getByText(/made before this was so/);
  await expect(page.getByRole('table', { name: 'Sessions of the cycle' })).toBeVisible();
  const said = (await stale.count()) > 0 ? await stale.innerText() : '';
  for (const s of made) expect(said).not.toContain(` ${Number(s.on.slice(8))} `);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await getJson<Row[]>(page.request, `${demo.url}/api/sessions`)).length).toBe(before.length);
});

test('a session is made for a skill without any pair, and run as it stands', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/sessions/new`);
  await expect(page.getByRole('region', { name: 'Read words' })).toBeVisible();
  await page.getByLabel('Skill').selectOption('blending');
  await page.getByRole('button', { name: 'No pairs, only blending' }).click();
  await expect(page.getByRole('region', { name: 'Say it fast' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Two, three, four sounds' })).toBeVisible();
  await page.getByLabel('Day').fill(today());
  await expect(page.getByRole('region', { name: 'Say it fast' })).toBeVisible();
  await page.getByRole('button', { name: /^Keep/ }).click();
  await expect(page).toHaveURL(/sessions\/[0-9a-f-]{36}$/);
  const id = page.url().split('/').at(-1)!;
  const kept = await getJson<Row>(page.request, `${demo.url}/api/sessions/${id}`);
  expect(kept.plan).toMatchObject({ focus: [], skill: 'blending' });
  await page.getByRole('link', { name: 'Run it' }).click();
  await page
    .getByRole('navigation', { name: 'Parts' })
    .getByRole('button', { name: /^Say it fast/ })
    .click();
  await page.keyboard.press('a');
  // the adult reads the pieces; the child's side shows no word
  const word = kept.plan.parts.find((p) => p.kind === 'say it fast')!.words[0]!.word;
  await expect(page.getByText(`→ ${word}`)).toBeVisible();
  await expect(page.locator('[data-run-item]')).not.toContainText(word);
  await page.keyboard.press('e');
  await expect(page.getByText(new RegExp(`“Listen: .*${word}. Now you.”`))).toBeVisible();
});

test('a session of another day is run today only knowingly and moves to today; held, it goes into the bin and comes back', async ({
  as,
  demo,
}) => {
  const page = await as('lead');
  const all = await getJson<Row[]>(page.request, `${demo.url}/api/sessions`);
  const later = all.find((s) => s.log === null && s.on > today())!;
  await go(page, `${demo.url}/sessions/${later.id}/run`);
  await expect(page.getByRole('heading', { name: 'This session is planned for a later day' })).toBeVisible();
  await page.getByRole('button', { name: 'Run it today' }).click();
  await expect(page.getByRole('navigation', { name: 'Parts' })).toBeVisible();
  expect((await getJson<Row>(page.request, `${demo.url}/api/sessions/${later.id}`)).on).toBe(today());
  // one press too many at the end of a part ends nothing
  await page.keyboard.press('a');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 2, name: later.plan.parts[0]!.title })).toBeVisible();
  await page.getByRole('button', { name: 'What happened' }).click();
  await page.getByLabel('For the record').fill('A word here.');
  await page.getByRole('button', { name: 'Log this session' }).click();
  await expect
    .poll(async () => (await getJson<Row>(page.request, `${demo.url}/api/sessions/${later.id}`)).log?.happened)
    .toBe('A word here.');
  await go(page, `${demo.url}/sessions/${later.id}`);
  await page.getByRole('button', { name: 'Put in the bin' }).click();
  await expect(page.getByText('The session is in the bin')).toBeVisible();
  const ids = async (): Promise<string[]> => (await getJson<Row[]>(page.request, `${demo.url}/api/sessions`)).map((s) => s.id);
  expect(await ids()).not.toContain(later.id);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(ids).toContain(later.id);
  // the message gone, it is found in the bin; a plan the same
  await go(page, `${demo.url}/sessions/${later.id}`);
  await page.getByRole('button', { name: 'Put in the bin' }).click();
  await expect(page).toHaveURL(/sessions$/);
  const other = all.find((s) => s.log === null && s.on > today() && s.id !== later.id)!;
  await go(page, `${demo.url}/sessions/${other.id}`);
  // whoever goes elsewhere while it is on its way is not pulled back
  await page.route(`**/api/sessions/${other.id}?*`, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 900));
    await route.continue();
  });
  await page.getByRole('button', { name: 'Remove' }).click();
  await go(page, `${demo.url}/gaps`);
  await expect(page.getByText('The session is in the bin')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Gaps', level: 1 })).toBeVisible();
  await expect(page).toHaveURL(/gaps$/);
  await go(page, `${demo.url}/sessions`);
  await page.getByRole('main').getByRole('link', { name: 'The bin' }).click();
  const inBin = page.getByRole('region', { name: 'Sessions' }).getByRole('listitem');
  await expect(inBin).toHaveCount(2);
  await inBin.filter({ hasText: 'held ' }).getByRole('button', { name: 'Take out' }).click();
  await expect(inBin).toHaveCount(1);
  await inBin.getByRole('button', { name: 'Take out' }).click();
  await expect(page.getByRole('heading', { name: 'The bin is empty' })).toBeVisible();
  expect(await ids()).toEqual(expect.arrayContaining([later.id, other.id]));
});

test('later sessions of a cycle draw themselves again after a log and say so; one changed by hand is left', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/groups`);
  await page.getByRole('region', { name: 'Willow', exact: true }).getByRole('link', { name: 'The cycle' }).click();
  const before = await getJson<Row[]>(page.request, `${demo.url}/api/sessions`);
  await page.getByRole('link', { name: 'Make the whole cycle' }).click();
  await page.getByRole('button', { name: /^Draft \d+ sessions/ }).click();
  await page.getByRole('button', { name: /^Keep and share all/ }).click();
  await expect(page).toHaveURL(/\/cycle$/);
  const all = await getJson<Row[]>(page.request, `${demo.url}/api/sessions`);
  const made = all.filter((s) => !before.some((b) => b.id === s.id)).sort((a, b) => (a.on < b.on ? -1 : 1));
  expect(made.every((s) => s.plan.drawn !== undefined)).toBe(true);
  const first = made.find((s) => s.plan.focus.length > 0)!;
  const byHand = made.at(-1)!;
  await go(page, `${demo.url}/sessions/${byHand.id}/edit`);
  await page
    .getByRole('button', { name: /^Draw .* again$/ })
    .first()
    .click();
  await page.getByRole('button', { name: /^Keep/ }).click();
  await expect(page).toHaveURL(new RegExp(`${byHand.id}$`));
  // run by the group's own tutor without reaching anything: what was new there is still to come
  await page.goto('about:blank');
  const tutor = await as('tutor');
  await go(tutor, `${demo.url}/sessions/${first.id}/run`);
  await tutor.getByRole('button', { name: 'Run it today' }).click();
  await expect(tutor.getByRole('navigation', { name: 'Parts' })).toBeVisible();
  expect((await getJson<Row>(tutor.request, `${demo.url}/api/sessions/${first.id}`)).on).toBe(today());
  await tutor.getByRole('button', { name: 'What happened' }).click();
  await tutor.getByRole('button', { name: 'Log this session' }).click();
  await expect(tutor.getByText(/drawn again, as the last log moved the cycle/)).toBeVisible();
  const now = async (): Promise<Row[]> => getJson<Row[]>(page.request, `${demo.url}/api/sessions`);
  const again = (await now()).filter((s) => s.plan.drawn?.again !== undefined);
  expect(again.length).toBeGreaterThan(0);
  expect(again.map((s) => s.id)).not.toContain(byHand.id);
  expect(again.every((s) => made.some((m) => m.id === s.id) && s.plan.drawn!.after === today())).toBe(true);
  await go(page, `${demo.url}/sessions/${again[0]!.id}`);
  await expect(page.getByText(/^Drawn again (on )?.*, after the session of .* was logged: the cycle had moved\.$/)).toBeVisible();
});
