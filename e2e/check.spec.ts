import { uuidv7 } from '../server/src/ids.js';
import { allChildren, allSent, answer, beginCheck, getJson, now, test, expect, go } from './support/fixtures.js';

interface Stored {
  id: string;
  gpc: string;
  outcome: string;
  ms?: number;
  said?: string;
  counts: boolean;
  check?: string;
  replaces?: string;
}
interface OpenCheck {
  id: string;
  child: string;
  marked: number;
  stack: string[];
}

// one after another on one server: each changes what the others do not look at
test.describe.configure({ mode: 'default' });
test.use({ shared: 'check' });

test('a check from the second press to the summary: five marks, take back, what was said, pause, carry on, next child', async ({
  as,
  demo,
}) => {
  const page = await as('classTeacher');
  const checkId = await beginCheck(page);

  const [first, second, third, fourth] = [
    await answer(page, '1'),
    await answer(page, '2'),
    await answer(page, '3'),
    await answer(page, '4'),
  ];
  // what did they say: the second of the likely answers
  await page.keyboard.press('s');
  const said = page.getByRole('dialog', { name: 'What did they say?' });
  await expect(said).toBeVisible();
  await expect(page.locator('[data-card]')).toHaveCount(0);
  await page.keyboard.press('2');
  await expect(said).toHaveCount(0);
  const fifth = await answer(page, '5');
  const wrongly = await answer(page, '1');
  await page.keyboard.press('z');
  await expect(page.locator(`[data-card="${wrongly}"]`)).toBeVisible();
  await answer(page, '4');
  // typed, where none of the likely answers is it
  await page.keyboard.press('s');
  await said.getByRole('textbox').fill('egg');
  await page.keyboard.press('Enter');

  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'Paused' })).toBeVisible();
  await expect(page.locator('[data-card]')).toHaveCount(0);
  // by keys as well: Enter presses the button it is on
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Leave for later' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`${demo.url}/check`);
  await allSent(page);
  const { child, marked, stack } = (await getJson<OpenCheck[]>(page.request, `${demo.url}/api/checks`)).find((c) => c.id === checkId)!;
  expect(marked).toBe(6);
  const evidence = async (): Promise<Stored[]> =>
    (await getJson<Stored[]>(page.request, `${demo.url}/api/children/${child}/evidence`)).filter((o) => o.check === checkId);
  const counting = (await evidence()).filter((o) => o.counts);
  const outcome = new Map(counting.map((o) => [o.gpc, o]));
  expect([first, second, third, fourth, fifth, wrongly].map((gpc) => outcome.get(gpc)?.outcome)).toEqual([
    'right',
    'slow',
    'put right',
    'wrong',
    'no answer',
    'wrong',
  ]);
  expect(outcome.get(fourth)!.said).toBeTruthy();
  expect(outcome.get(wrongly)!.said).toBe('egg');
  // nothing was overwritten: what was taken back or replaced is still there, and does not count
  expect((await evidence()).filter((o) => !o.counts)).toHaveLength(3);

  await page.getByRole('link', { name: /^Carry on with/ }).click();
  for (let k = 6; k < stack.length; k += 1) await answer(page, '1');
  await expect(page.getByText(`All ${stack.length} cards are marked.`)).toBeVisible();
  await page.getByRole('button', { name: 'Fill in' }).first().click();
  await page.getByRole('dialog', { name: 'What did they say?' }).getByRole('button').first().click();
  await expect(page.getByText(/^said/).first()).toBeVisible();
  const next = page.getByRole('button', { name: /^Next:/ });
  await expect(next).toBeVisible();
  await next.click();
  await expect(page.locator('[data-card]')).toBeVisible();
  expect(page.url()).not.toContain(checkId);
  await expect
    .poll(async () => (await getJson<OpenCheck[]>(page.request, `${demo.url}/api/checks`)).some((c) => c.id === checkId), {
      message: 'the check is finished',
    })
    .toBe(false);
  // every card of the stack was asked once, in the stack's order and with a time
  const all = (await evidence()).filter((o) => o.counts);
  expect(new Set(all.map((o) => o.gpc)).size).toBe(stack.length);
  expect(all.every((o) => o.ms !== undefined && o.ms > 0)).toBe(true);
});

test('response time runs from the painted card, not over a pause, and a press before the card is none', async ({ as, demo }) => {
  const page = await as('classTeacher');
  await go(page, `${demo.url}/check`);
  // held against the test's own clock, so that a busy machine fails nothing
  const begun = performance.now();
  await page
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  await page.locator('[data-card]').waitFor();
  const first = (await page.locator('[data-card]').getAttribute('data-card'))!;
  await page.waitForTimeout(800);
  await page.keyboard.press('1');
  const firstDone = performance.now();
  const second = (await page.locator('[data-card]').getAttribute('data-card'))!;
  // longer than a busy machine takes to paint a card
  await page.waitForTimeout(700);
  await page.keyboard.press('Escape');
  await page.waitForTimeout(1500);
  await page.keyboard.press('Escape');
  await page.locator('[data-card]').waitFor();
  await page.waitForTimeout(1000);
  await page.keyboard.press('2');
  const secondDone = performance.now();
  // two keys in one frame: the second cannot be about a card nobody has seen
  await page.waitForTimeout(200);
  const marked = await page.evaluate(async () => {
    const left = (): number => Number(/(\d+) left/.exec(document.body.textContent ?? '')?.[1]);
    const before = left();
    for (let k = 0; k < 3; k += 1) window.dispatchEvent(new KeyboardEvent('keydown', { key: '1' }));
    await new Promise((resolve) => setTimeout(resolve, 200));
    return before - left();
  });
  expect(marked).toBe(1);
  const checkId = page.url().split('/').at(-1)!;
  await expect.poll(async () => (await getJson<{ marked: number }>(page.request, `${demo.url}/api/checks/${checkId}`)).marked).toBe(3);
  const { marks } = await getJson<{ marks: Stored[] }>(page.request, `${demo.url}/api/checks/${checkId}`);
  const ms = new Map(marks.map((m) => [m.gpc, m.ms!]));
  expect(ms.get(first)).toBeGreaterThanOrEqual(650);
  expect(ms.get(first)).toBeLessThanOrEqual(firstDone - begun);
  expect(ms.get(second)).toBeGreaterThanOrEqual(300);
  // the pause of a second and a half is not in it
  expect(ms.get(second)).toBeLessThanOrEqual(secondDone - firstDone - 1500 + 250);
});

test('big touch targets mark as keys do, and nothing on the card says right from wrong', async ({ browser, demo }) => {
  const context = await browser.newContext({
    ignoreHTTPSErrors: true,
    hasTouch: true,
    serviceWorkers: 'block',
    viewport: { width: 1024, height: 700 },
  });
  const page = await context.newPage();
  await go(page, demo.url);
  await page.getByRole('button', { name: /Leonie/ }).click();
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
  await go(page, `${demo.url}/check`);
  await page
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  const card = page.locator('[data-card]');
  await card.waitFor();
  const pictures = new Set<string>();
  for (const name of ['At once', 'Something else', 'No answer']) {
    const gpc = (await card.getAttribute('data-card'))!;
    const button = page.getByRole('button', { name: new RegExp(`^${name}`) });
    const box = (await button.boundingBox())!;
    expect(box.height).toBeGreaterThanOrEqual(60);
    expect(box.width).toBeGreaterThanOrEqual(130);
    await page.waitForTimeout(80);
    await button.tap();
    await expect(page.locator(`[data-card="${gpc}"]`)).toHaveCount(0);
    await page.waitForTimeout(50);
    pictures.add(
      await card.evaluate(
        (element) => `${getComputedStyle(element).color} ${getComputedStyle(element.closest('.h-dvh')!).backgroundColor}`,
      ),
    );
  }
  expect(pictures.size).toBe(1);
  const checkId = page.url().split('/').at(-1)!;
  await expect.poll(async () => (await getJson<{ marked: number }>(page.request, `${demo.url}/api/checks/${checkId}`)).marked).toBe(3);
  await context.close();
});

test('a check is carried on at another device where the first left it', async ({ as, demo }) => {
  const here = await as('classTeacher');
  await go(here, `${demo.url}/check`);
  await here
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  const asked = [await answer(here, '1'), await answer(here, '4'), await answer(here, '1')];
  await allSent(here);
  const there = await as('classTeacher');
  await go(there, `${demo.url}/`);
  await there.getByRole('region', { name: 'Checks to carry on' }).getByRole('link').first().click();
  await there.locator('[data-card]').waitFor();
  expect(asked).not.toContain(await there.locator('[data-card]').getAttribute('data-card'));
  // taken back there: what was made elsewhere is withdrawn too
  await there.keyboard.press('z');
  await expect(there.locator(`[data-card="${asked[2]!}"]`)).toBeVisible();
  await allSent(there);
  await here.reload();
  await expect(here.locator(`[data-card="${asked[2]!}"]`)).toBeVisible();
});

test('a quick check asks the cards that tell most, carries on after a reload, and says what it did not ask', async ({ as, demo }) => {
  const page = await as('classTeacher');
  await go(page, `${demo.url}/check`);
  await page
    .getByRole('button', { name: /^Quick check with/ })
    .first()
    .click();
  await expect(page).toHaveURL(/check\/[0-9a-f-]{36}/);
  const id = page.url().split('/').at(-1)!;
  const asked: string[] = [];
  for (let n = 0; n < 5; n += 1) asked.push(await answer(page, '1'));
  await allSent(page);
  const card = page.locator('[data-card]');
  const sixth = await card.getAttribute('data-card');
  await page.reload();
  await expect(card).toHaveAttribute('data-card', sixth!);
  // the last mark is named once the page listens to keys
  await expect(page.getByRole('button', { name: /^Take back/ })).toBeVisible();
  await page.keyboard.press('z');
  await expect(card).toHaveAttribute('data-card', asked.at(-1)!);
  for (let n = 0; n < 60 && (await card.count()) > 0; n += 1) {
    await answer(page, n % 4 === 3 ? '4' : '1');
    await page.waitForTimeout(30);
  }
  await expect(page.getByRole('heading', { name: 'Not asked' })).toBeVisible();
  const kept = (): Promise<{ stack: string[]; quick: boolean; finishedAt: string | null; marks: { gpc: string }[] }> =>
    getJson(page.request, `${demo.url}/api/checks/${id}`);
  // the last mark and the end of the check are on their way
  await expect.poll(async () => (await kept()).finishedAt).not.toBeNull();
  const check = await kept();
  expect(check.quick).toBe(true);
  expect(check.marks.length).toBeLessThanOrEqual(Math.ceil(check.stack.length / 2));
  expect(new Set(check.marks.map((m) => m.gpc)).size).toBe(check.marks.length);
  const left = check.stack.length - check.marks.length;
  await expect(page.getByRole('region', { name: 'Not asked' }).locator('dd > span')).toHaveCount(left);
});

test('a mark that arrives while the list is on its way does not lose it: the page opens', async ({ as, demo }) => {
  const other = await as('lead');
  const page = await as('teacher');
  const { me } = await getJson<{ me: { csrf: string; colleague: { id: string } } }>(other.request, `${demo.url}/api/auth/state`);
  const children = await allChildren(page, demo.url);
  // the list is held back on its way until the one child has been read again
  let release = (): void => undefined;
  const held = new Promise<void>((resolve) => (release = resolve));
  let lists = 0;
  await page.route('**/api/children-packed*', async (route) => {
    const response = await route.fetch();
    if ((lists += 1) === 1) await held;
    await route.fulfill({ response });
  });
  const hears = page.waitForResponse((r) => r.url().endsWith('/api/events'));
  await page.goto(`${demo.url}/check`);
  await expect(page.getByText('Opening the children…')).toBeVisible();
  await hears;
  const { id: child, line } = children.find((c) => c.line.length > 0)!;
  const again = page.waitForResponse((r) => r.url().endsWith(`/api/children/${child}`));
  const record = { id: uuidv7(), child, by: me.colleague.id, at: now(), kind: 'see-say', gpc: line[0]!.gpc, outcome: 'right' };
  const sent = await other.request.post(`${demo.url}/api/outbox`, {
    headers: { 'x-csrf-token': me.csrf },
    data: { entries: [{ type: 'observation', id: record.id, record }] },
  });
  expect(await sent.json()).toMatchObject({ results: [{ status: 'stored' }] });
  await again;
  release();
  await expect(page.getByRole('button', { name: /^Start with/ }).first()).toBeVisible();
});
