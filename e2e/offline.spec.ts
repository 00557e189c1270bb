import type { Page } from '@playwright/test';
import { allSent, answer, getJson, newContext, now, PEOPLE, setDeviceAhead, signInDemo, test, expect } from './support/fixtures.js';
import { PATIENCE } from './support/patience.js';

interface Check {
  id: string;
  child: string;
  marked: number;
  marks: { id: string; gpc: string; outcome: string }[];
}
const KEYS = ['1', '4', '1', '2', '5', '3', '1', '1', '4', '2'];
const OUTCOMES: Record<string, string> = { 1: 'right', 2: 'slow', 3: 'put right', 4: 'wrong', 5: 'no answer' };

test('ten cards marked offline, the tab closed and opened again: ten observations, no more, no fewer', async ({ browser, demo }) => {
  const context = await newContext(browser, true);
  // this tablet is three days ahead, and nobody has noticed
  await setDeviceAhead(context, 3 * 86_400_000);
  let page = await signInDemo(context, demo.url, 'classTeacher');
  // the page keeps its own files on the device
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.reload();
  await page.goto(`${demo.url}/check`);
  await page
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  await page.locator('[data-card]').waitFor();
  const address = page.url();
  const checkId = address.split('/').at(-1)!;
  await allSent(page);

  await context.setOffline(true);
  const asked = new Map<string, string>();
  for (const key of KEYS) asked.set(await answer(page, key), OUTCOMES[key]!);
  await expect(page.getByText('Offline: 10 kept on this device')).toBeVisible();
  await page.close();

  // opened again, still without a network: the next card, not one that was answered
  page = await context.newPage();
  await page.goto(address);
  await page.locator('[data-card]').waitFor();
  expect([...asked.keys()]).not.toContain(await page.locator('[data-card]').getAttribute('data-card'));
  await expect(page.getByText(/Offline: 10 kept/)).toBeVisible();

  await context.setOffline(false);
  await allSent(page);
  const check = await getJson<Check>(page.request, `${demo.url}/api/checks/${checkId}`);
  expect(check.marks).toHaveLength(10);
  expect(new Map(check.marks.map((m) => [m.gpc, m.outcome]))).toEqual(asked);
  const evidence = await getJson<{ at: string; check?: string }[]>(page.request, `${demo.url}/api/children/${check.child}/evidence`);
  const made = evidence.filter((o) => o.check === checkId);
  expect(made).toHaveLength(10);
  // dated by the school's clock, not by the tablet's
  for (const { at } of made) expect(Math.abs(Date.parse(at) - Date.parse(now()))).toBeLessThan(600_000);
  await context.close();
});

test('a whole check can be begun and ended offline; lists show what was last read', async ({ browser, demo }) => {
  const context = await newContext(browser, true);
  const page = await signInDemo(context, demo.url, 'classTeacher');
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.reload();
  await page.getByRole('link', { name: 'Check', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Start with/ })).toHaveCount(14);
  await context.setOffline(true);
  await page.reload();
  await page
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  await page.locator('[data-card]').waitFor();
  const checkId = page.url().split('/').at(-1)!;
  for (let k = 0; k < 3; k += 1) await answer(page, '1');
  await page.keyboard.press('z');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'End here' }).click();
  await expect(page.getByText(/^2 of \d+ cards are marked; the rest stays unasked/)).toBeVisible();
  await page.getByRole('link', { name: 'Back to Check' }).click();
  await expect(page.getByText(/Offline\. \d+ kept on this device/)).toBeVisible();
  await context.setOffline(false);
  await allSent(page);
  const check = await getJson<Check & { finishedAt: string | null }>(page.request, `${demo.url}/api/checks/${checkId}`);
  expect(check.marks).toHaveLength(2);
  expect(check.finishedAt).not.toBeNull();
  await context.close();
});

test('answers lost on the way back are sent again and stored once', async ({ as, demo }) => {
  const page = await as('classTeacher');
  await page.goto(`${demo.url}/check`);
  await page
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  await page.locator('[data-card]').waitFor();
  const checkId = page.url().split('/').at(-1)!;
  await allSent(page);
  // the server takes each batch, and its answer never arrives, three times over
  let lost = 0;
  await page.route('**/api/outbox', async (route) => {
    if (lost >= 3) return route.continue();
    lost += 1;
    await route.fetch();
    await route.abort('connectionreset');
  });
  for (const key of ['1', '4', '2', '1']) await answer(page, key);
  await expect.poll(() => lost, { timeout: 25_000 * PATIENCE }).toBe(3);
  await allSent(page);
  const check = await getJson<Check>(page.request, `${demo.url}/api/checks/${checkId}`);
  expect(check.marks).toHaveLength(4);
  expect(new Set(check.marks.map((m) => m.id)).size).toBe(4);
});

test('the server is killed in the middle of a check: what it acknowledged is there, the rest arrives', async ({ browser, demo }) => {
  const context = await newContext(browser, true);
  const page = await signInDemo(context, demo.url, 'classTeacher');
  await page.goto(`${demo.url}/check`);
  await page
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  await page.locator('[data-card]').waitFor();
  const checkId = page.url().split('/').at(-1)!;
  const acknowledged = new Set<string>();
  page.on('response', (response) => {
    if (!response.url().endsWith('/api/outbox') || !response.ok()) return;
    void response.json().then(
      (body: { results: { id: string; status: string }[] }) => {
        for (const result of body.results) if (result.status !== 'refused') acknowledged.add(result.id);
      },
      () => undefined,
    );
  });
  const asked: string[] = [];
  for (let k = 0; k < 12; k += 1) {
    asked.push(await answer(page, k % 3 === 2 ? '4' : '1'));
    // in the middle, while marks are on their way
    if (k === 5) await demo.end('SIGKILL');
  }
  await expect(page.getByText(/Offline: \d+ kept on this device/)).toBeVisible();
  const before = new Set(acknowledged);
  await demo.run();
  const right = await getJson<Check>(page.request, `${demo.url}/api/checks/${checkId}`).catch(() => null);
  const there = new Set(right?.marks.map((m) => m.id) ?? []);
  // the check itself is among the acknowledged, and is no mark
  expect([...before].filter((id) => id !== checkId && !there.has(id))).toEqual([]);
  await allSent(page);
  const after = await getJson<Check>(page.request, `${demo.url}/api/checks/${checkId}`);
  expect(after.marks.map((m) => m.gpc).sort()).toEqual([...asked].sort());
  await context.close();
});

/** What lies in the browser's store as it is: all of its text, how many keys and waiting records, and how many of these the keys open. */
async function onDevice(page: Page): Promise<{ text: string; keys: number; waiting: number; opened: number }> {
  return page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>((done) => {
      const asked = indexedDB.open('sapling');
      asked.onsuccess = () => done(asked.result);
    });
    const all = (store: string): Promise<Record<string, unknown>[]> =>
      new Promise((done) => {
        const asked = db.transaction(store).objectStore(store).getAll() as IDBRequest<Record<string, unknown>[]>;
        asked.onsuccess = () => done(asked.result);
      });
    const readable = (_name: string, value: unknown): unknown =>
      value instanceof ArrayBuffer ? new TextDecoder('latin1').decode(value) : value;
    const rows = await Promise.all([...db.objectStoreNames].map(all));
    const keys = (await all('keys')) as { key: CryptoKey }[];
    const waiting = (await all('outbox')) as { sealed?: { nonce: Uint8Array<ArrayBuffer>; data: ArrayBuffer } }[];
    let opened = 0;
    for (const { sealed } of waiting)
      for (const { key } of keys)
        if (!sealed) opened += 1;
        else
          await crypto.subtle.decrypt({ name: 'AES-GCM', iv: sealed.nonce }, key, sealed.data).then(
            () => (opened += 1),
            () => undefined,
          );
    db.close();
    return { text: JSON.stringify(rows, readable), keys: keys.length, waiting: waiting.length, opened };
  });
}

test('signed out in the middle: marks stay on the device and go out under the same person only', async ({ browser, demo }) => {
  const context = await newContext(browser, true);
  const page = await signInDemo(context, demo.url, 'classTeacher');
  await page.goto(`${demo.url}/check`);
  await page
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  await answer(page, '1');
  await allSent(page);
  const checkId = page.url().split('/').at(-1)!;
  const children = await getJson<{ givenName: string; familyName: string }[]>(page.request, `${demo.url}/api/children`);
  const names = children.flatMap((c) => [c.givenName, c.familyName]).filter((name) => name.length > 4);
  await context.clearCookies();
  for (const key of ['4', '1']) await answer(page, key);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Leave for later' }).click();
  // as long as the sign-in goes on nothing stands on the device in the clear either
  const before = await onDevice(page);
  expect(before.keys).toBe(1);
  expect(before.waiting).toBe(2);
  expect(before.opened).toBe(2);
  expect(before.text.length).toBeGreaterThan(10_000);
  // names of fields and of children that are in nearly every record and copy
  expect(names.length).toBeGreaterThan(5);
  for (const plain of ['givenName', 'observation', 'outcome', ...names]) expect(before.text).not.toContain(plain);
  await page.getByRole('button', { name: /Signed out: 2 kept here/ }).click();
  // the sign-in has ended: the key is gone, and what waits is open to nobody
  await expect.poll(async () => (await onDevice(page)).keys).toBe(0);
  expect((await onDevice(page)).waiting).toBe(2);
  // somebody else at the same laptop sends nothing of it
  await page.getByRole('button', { name: new RegExp(PEOPLE.teacher) }).click();
  await expect(page.getByText('All sent').first()).toBeVisible();
  expect((await getJson<Check>(page.request, `${demo.url}/api/checks/${checkId}`)).marks).toHaveLength(1);
  // with the key of the second one alone, the two marks of the first are sealed still
  const between = await onDevice(page);
  expect([between.keys, between.waiting]).toEqual([1, 2]);
  expect(between.opened).toBe(0);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.getByRole('button', { name: new RegExp(PEOPLE.classTeacher) }).click();
  await allSent(page);
  await expect.poll(async () => (await getJson<Check>(page.request, `${demo.url}/api/checks/${checkId}`)).marks.length).toBe(3);
  await context.close();
});

test('a record the server refuses is kept and shown with its reason, and holds up no other', async ({ as, demo }) => {
  const page = await as('tutor');
  await page.goto(`${demo.url}/check`);
  await page
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  await page.locator('[data-card]').waitFor();
  await allSent(page);
  // of one answer all is refused: two marks at least stand there then
  let refusing = 2;
  await page.route('**/api/outbox', async (route) => {
    const response = await route.fetch();
    const body = (await response.json()) as { results: { id: string; status: string; reason?: string }[] };
    body.results = body.results.map((result) =>
      refusing-- > 0 ? { ...result, status: 'refused', reason: 'This child is no longer shared with you.' } : result,
    );
    await route.fulfill({ response, json: body });
  });
  for (let k = 0; k < 3; k += 1) await answer(page, '1');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Leave for later' }).click();
  await page.getByRole('button', { name: '2 not taken' }).click();
  const dialog = page.getByRole('dialog');
  const kept = dialog.getByRole('listitem');
  await expect(kept).toHaveCount(2);
  await expect(kept.first()).toContainText('This child is no longer shared with you.');
  // thrown away in two presses; a press elsewhere between them keeps it
  await kept.first().getByRole('button', { name: 'Throw this one away' }).click();
  await expect(kept).toHaveCount(2);
  await kept.nth(1).getByRole('button').focus();
  await kept.first().getByRole('button', { name: 'Throw this one away' }).click();
  await kept.first().getByRole('button', { name: 'Throw it away for good' }).click();
  await expect(kept).toHaveCount(1);
  await dialog.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('button', { name: '1 not taken' })).toHaveCount(0);
  await allSent(page);
  await page.unrouteAll({ behavior: 'ignoreErrors' });
});

test('a page of the version before goes on with the new one, by itself', async ({ as }) => {
  const page = await as('lead');
  // what a new version replaced is no longer there: the first asking fails, after that the page knows the new names
  let asked = 0;
  await page.route(/\/assets\/board-[^/]*\.js/, (route) => {
    asked += 1;
    return asked === 1 ? route.fulfill({ status: 404, body: '' }) : route.continue();
  });
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Groups' }).click();
  await expect(page.getByRole('heading', { name: 'Groups', level: 1 })).toBeVisible();
  expect(asked).toBeGreaterThan(1);
});

test('a minute after signing in the day can go on without the network: nothing of it was opened before', async ({ browser, demo }) => {
  const context = await newContext(browser, true);
  const page = await signInDemo(context, demo.url, 'tutor');
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.reload();
  await expect(page.getByText('ready without the network')).toBeVisible({ timeout: 60_000 });
  const sessions = await getJson<{ id: string; on: string; log: unknown; plan: { parts: { title: string }[] } }[]>(
    page.request,
    `${demo.url}/api/sessions`,
  );
  const next = sessions.find((s) => s.log === null)!;
  await context.setOffline(true);
  await page.goto(`${demo.url}/sessions/${next.id}/run`);
  await expect(page.getByRole('heading', { name: next.plan.parts[0]!.title })).toBeVisible();
  await page.goto(`${demo.url}/children`);
  await expect(page.getByRole('rowheader').first()).toBeVisible();
  await page.goto(`${demo.url}/check`);
  await page
    .getByRole('combobox', { name: 'What to find out' })
    .or(page.getByRole('radio', { name: 'Read words' }))
    .last()
    .click();
  await page
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  await page.locator('[data-card]').waitFor();
  await answer(page, '1');
  await expect(page.getByText(/Offline: \d+ kept on this device/)).toBeVisible();
  await context.setOffline(false);
  await allSent(page);
  await context.close();
});

test('“Try again” without the network leaves the page standing, and reads it once the network is back', async ({ as }) => {
  const page = await as('teacher');
  await page.context().setOffline(true);
  // a part of the tool that was not loaded before
  await page.getByRole('link', { name: 'Library' }).click();
  await expect(page.getByRole('heading', { name: 'This part could not be loaded' })).toBeVisible();
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('The server is still out of reach.')).toBeVisible();
  await page.getByRole('link', { name: 'Go to Today' }).click();
  await expect(page.getByRole('heading', { name: /^Hello/ })).toBeVisible();
  await page.getByRole('link', { name: 'Library' }).click();
  // told before the network is back: else it is read at once, and there is nothing to try again
  await expect(page.getByRole('heading', { name: 'This part could not be loaded' })).toBeVisible();
  await page.context().setOffline(false);
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Library' })).toBeVisible();
  // a list that was not read before
  await page.route('**/api/progress**', (route) => route.abort());
  await page.getByRole('link', { name: 'Progress' }).click();
  await page.getByRole('button', { name: 'Try again' }).first().click();
  await expect(page.getByText('Tried again: it is the same still.').first()).toBeVisible();
  await page.unroute('**/api/progress**');
  await page.getByRole('button', { name: 'Try again' }).first().click();
  await expect(page.getByRole('button', { name: 'Try again' })).toHaveCount(0);
  await expect(page.getByRole('heading', { level: 1, name: 'Progress' })).toBeVisible();
});
