/** Reading a text through the real interface: marked at pace, offline, from paper and from a recording, by one and by two; and what comes of it. */
import type { Page } from '@playwright/test';
import { allChildren, allSent, expect, getJson, newContext, signInDemo, test, type ChildRow, go } from './support/fixtures.js';

interface Step {
  marking: string;
  step: { what: string; word?: number; mark?: string; said?: string; ms?: number; taps?: [number, number][] };
}
interface Whole {
  id: string;
  words: string[];
  text: string;
  steps: Step[];
  recording: { parts: number } | null;
}
interface Summary {
  id: string;
  child: string;
  textId: string;
  title: string;
  done: boolean;
  score: { errors: number; correct: number; attempted: number; wcpm: number; selfCorrections: number };
}
const whole = (page: Page, url: string): Promise<Whole> =>
  getJson<Whole>(page.request, `${url}/api/readings/${page.url().split('/').at(-1)!}`);
const summary = async (page: Page, url: string, id: string): Promise<Summary> =>
  (await getJson<Summary[]>(page.request, `${url}/api/readings`)).find((r) => r.id === id)!;

/** From the list to the reading screen: a child, a text, start. */
async function begin(page: Page, url: string, child: ChildRow, press = 'reads this now'): Promise<void> {
  await go(page, `${url}/check/reading?child=${child.id}`);
  await page.getByRole('button', { name: new RegExp(press) }).click();
  await expect(page).toHaveURL(/\/reading\/[0-9a-f-]{36}$/);
}

// one after another on one server: each changes what the others do not look at
test.describe.configure({ mode: 'default' });
test.use({ shared: 'reading' });

test('a reading at more than 140 words a minute is followed word by word, and no mark is lost, offline and with the tab closed', async ({
  browser,
  demo,
}) => {
  const context = await newContext(browser, true);
  const page = await signInDemo(context, demo.url, 'teacher');
  const child = (await allChildren(page, demo.url)).find((c) => c.line.filter((p) => p.state === 'secure').length > 90)!;
  await begin(page, demo.url, child);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await expect(page.getByRole('button', { name: /Start as the child begins/ })).toBeVisible();
  const texts = (await page.locator('[data-word]').allInnerTexts()).length;
  expect(texts).toBeGreaterThan(40);
  const last = Math.min(texts - 1, 59);
  // a word each 415 ms is 145 a minute; marks fall between
  const gap = 415;
  const marks: Record<number, string> = { 4: 's', 9: 'o', 13: 't', 14: 'p', 21: 'r', 22: 's', 28: 'w', 33: 'a', 34: 'i', 38: 's' };
  const kinds: Record<string, string> = {
    s: 'substitution',
    o: 'omission',
    t: 'told',
    p: 'self-correction',
    r: 'repetition',
    w: 'hesitation',
    a: 'accent',
    i: 'insertion',
  };
  await page.keyboard.press('Enter');
  const began = performance.now();
  const at: number[] = [];
  for (let word = 0; word <= last; word += 1) {
    await page.waitForTimeout(Math.max(0, began + gap * word - performance.now()));
    at.push(performance.now() - began);
    await page.keyboard.press('Space');
    if (word === 12) await context.setOffline(true);
    if (marks[word]) await page.keyboard.press(marks[word]!);
  }
  await page.keyboard.press('Enter');
  const pace = (60_000 * last) / at.at(-1)!;
  expect(pace).toBeGreaterThan(138);
  await expect(page.getByText(/Offline: \d+ kept on this device/)).toBeVisible();
  await expect(page.getByText('The bar after a word shows where they stopped.')).toBeVisible();
  const address = page.url();
  // the tab is closed; what was marked is on the device, and comes up again without the network
  await page.close();
  const again = await context.newPage();
  await go(again, address);
  await expect(again.getByText('The bar after a word shows where they stopped.')).toBeVisible();
  await again.getByRole('button', { name: /See how it went/ }).click();
  await context.setOffline(false);
  await expect(again.getByText('right words a minute')).toBeVisible();
  const id = address.split('/').at(-1)!;
  await expect.poll(async () => (await summary(again, demo.url, id))?.done ?? false).toBe(true);
  const stored = await whole(again, demo.url);
  const made = stored.steps.filter((s) => s.step.what === 'mark').map((s) => [s.step.word, s.step.mark]);
  expect(made).toEqual(Object.entries(marks).map(([word, key]) => [Number(word), kinds[key]]));
  const taps = stored.steps.flatMap((s) => s.step.taps ?? []);
  expect(taps.map(([word]) => word)).toEqual(Array.from({ length: last + 1 }, (_, k) => k));
  // each time belongs to its own press, not to the one before or after
  const off = taps.map(([word, ms]) => Math.abs(ms - at[word]!)).sort((a, b) => a - b);
  expect(off[off.length >> 1]!).toBeLessThan(gap / 2);
  const score = (await summary(again, demo.url, id)).score;
  expect(score).toMatchObject({ attempted: last + 1, errors: 5, correct: last + 1 - 5, selfCorrections: 1 });
  await context.close();
});

test('touch marks and changes; the child’s screen shows the text alone; what was said becomes evidence on the child’s page', async ({
  browser,
  as,
  demo,
}) => {
  const page = await as('teacher');
  const child = (await allChildren(page, demo.url)).find((c) => c.line.filter((p) => p.state === 'secure').length > 90)!;
  await begin(page, demo.url, child);
  await page.getByRole('button', { name: 'Second screen' }).click();
  const code = (await page.locator('.tracking-widest').innerText()).trim();
  const small = await (await newContext(browser)).newPage();
  await go(small, `${demo.url}/screen?code=${code}`);
  const text = (await page.locator('[data-word]').allInnerTexts()).map((w) => w.trim());
  await expect(small.locator('[data-word]').first()).toHaveText(text[0]!);
  await page.getByRole('button', { name: /Start as the child begins/ }).click();
  // a word with a digraph or the like, read otherwise
  const word = text.findIndex((w, k) => k > 3 && /^[a-z]{4,}$/.test(w));
  const target = page.locator(`[data-word="${word}"]`);
  await target.click();
  await expect(target).toHaveAccessibleName(`${text[word]}, said otherwise`);
  await page.getByRole('button', { name: /^Told/ }).click();
  await expect(target).toHaveAccessibleName(`${text[word]}, told`);
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(target).toHaveAccessibleName(`${text[word]}, said otherwise`);
  await page.getByRole('button', { name: /What did they say/ }).click();
  await page.getByRole('dialog', { name: 'What did they say?' }).getByRole('button', { name: /^1 / }).click();
  await expect(target).toHaveAccessibleName(new RegExp(`${text[word]}, said otherwise \\S+`));
  // nothing of it is on the child's screen, and with the child at this one, marks are dots and figures are gone
  await expect(small.getByText('said otherwise')).toHaveCount(0);
  await page.getByRole('button', { name: 'Only I look here' }).click();
  await expect(page.getByRole('complementary', { name: 'Figures' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Child looks here' }).click();
  // the server is killed in the middle: what is marked meanwhile is kept here and arrives when it is back
  await demo.end('SIGKILL');
  await page.locator('[data-word="0"]').click();
  await page.getByRole('button', { name: /^Put right/ }).click();
  await demo.run();
  await page.getByRole('button', { name: /^Stop/ }).click();
  await expect(page.getByText('Touch the last word they read.')).toBeVisible();
  await page.getByRole('button', { name: 'They read to the end' }).click();
  await expect(page.getByRole('tab', { name: 'Teach' })).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'What it tells' }).getByText(/^said/)).toBeVisible();
  await page.getByRole('tab', { name: 'Understanding' }).click();
  const first = page.getByRole('group', { name: /How “/ }).first();
  await first.getByRole('button', { name: 'looked back' }).click();
  await expect(first.getByRole('button', { name: 'looked back' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'show the place' }).first().click();
  await page.getByRole('tab', { name: 'Fluency' }).click();
  await page.getByRole('group', { name: 'Phrases' }).getByRole('button', { name: /^3/ }).click();
  await expect(page.getByText('3: mostly in phrases')).toBeVisible();
  await page.getByRole('region', { name: 'Punctuation' }).getByRole('button').first().click();
  await page.getByRole('tab', { name: 'Next' }).click();
  await expect(page.getByText(/cold, /)).toBeVisible();
  const reading = page.url().split('/').at(-1)!;
  await expect.poll(async () => (await summary(page, demo.url, reading))?.score.errors ?? -1).toBe(1);
  expect((await summary(page, demo.url, reading)).score.selfCorrections).toBe(1);
  const seen = await getJson<{ reading?: string; item?: string; said?: string }[]>(
    page.request,
    `${demo.url}/api/children/${child.id}/evidence`,
  );
  expect(seen.some((o) => o.reading === reading && o.item === text[word] && o.said)).toBe(true);
  await page.getByRole('link', { name: `${child.givenName} ${child.familyName}` }).click();
  await expect(page.getByRole('table').getByRole('link').first()).toBeVisible();
  await go(page, `${demo.url}/reading/${reading}`);
  await page.getByRole('button', { name: 'Set aside' }).click();
  await expect(page.getByText('Set aside: it counts for nothing and is in no list.')).toBeVisible();
  await expect.poll(() => summary(page, demo.url, reading)).toBeUndefined();
  await page.getByRole('button', { name: 'Undo' }).press('Enter');
  await expect.poll(async () => (await summary(page, demo.url, reading))?.id).toBe(reading);
  // without the message, too, there is a way back
  await go(page, `${demo.url}/reading/${reading}`);
  await page.getByRole('button', { name: 'Set aside' }).click();
  await page.getByRole('region', { name: 'Set aside' }).getByRole('link').click();
  await page.getByRole('button', { name: 'Let it count again' }).click();
  await expect(page.getByRole('button', { name: 'Set aside' })).toBeVisible();
  await expect.poll(async () => (await summary(page, demo.url, reading))?.id).toBe(reading);
});

test('a reading is recorded with consent, heard again with its marks, marked by a second person unseen, and settled', async ({
  as,
  demo,
}) => {
  const page = await as('teacher');
  const children = await getJson<(ChildRow & { recordingConsent: boolean })[]>(page.request, `${demo.url}/api/children`);
  const child = children.find((c) => !c.recordingConsent && c.line.length > 60)!;
  await begin(page, demo.url, child);
  await expect(page.getByRole('button', { name: /Start as the child begins/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Record a made-up voice' })).toHaveCount(0);
  await go(page, `${demo.url}/children/${child.id}`);
  await page.getByRole('checkbox', { name: /readings may be recorded/ }).check();
  await expect(page.getByText(`Readings of ${child.givenName} can be recorded.`)).toBeVisible();
  await begin(page, demo.url, child);
  // this machine has no microphone: it is said, the keys still work, and the made-up voice stands in
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText('There is no microphone, or it may not be used here. Everything else works.')).toBeVisible();
  await page.getByRole('button', { name: 'Record a made-up voice' }).click();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Recording', { exact: true })).toBeVisible();
  await page.waitForTimeout(2500);
  await page.locator('[data-word="3"]').click();
  await page.waitForTimeout(2500);
  await page.keyboard.press('Enter');
  await page.locator('[data-word="8"]').click();
  await page.getByRole('button', { name: /See how it went/ }).click();
  const sound = page.getByRole('region', { name: 'Recording' });
  await expect(sound.getByRole('button', { name: 'Play' })).toBeVisible();
  const stored = await whole(page, demo.url);
  expect(stored.recording!.parts).toBeGreaterThanOrEqual(1);
  await sound.getByRole('button', { name: '×0.75' }).click();
  await sound.getByRole('button', { name: /said otherwise, at/ }).click();
  await sound.getByRole('button', { name: 'Play' }).click();
  await expect(sound.getByText(/^[1-9]\.\d of/)).toBeVisible();
  expect(await page.locator('audio').evaluate((audio) => (audio as HTMLAudioElement).playbackRate)).toBe(0.75);
  await sound.getByRole('button', { name: 'Find the words in the sound' }).click();
  await expect(page.getByText(/words laid along the sound/)).toBeVisible();
  await page.getByRole('tab', { name: 'Fluency' }).click();
  await expect(page.getByText('No times of single words')).toHaveCount(0);
  await allStored(page, demo.url);

  const lead = await as('lead');
  await go(lead, page.url());
  await lead.getByRole('tab', { name: 'Second marking' }).click();
  await lead.getByRole('button', { name: 'Mark it myself' }).click();
  await expect(lead.getByText('You mark this reading unseen.')).toBeVisible();
  await expect(lead.locator('[data-word="3"]')).not.toHaveAccessibleName(/said otherwise/);
  await lead.locator('[data-word="5"]').click();
  await lead.getByRole('button', { name: 'Left out' }).click();
  await lead.getByRole('button', { name: 'My marking is finished' }).click();
  await lead.getByRole('tab', { name: 'Second marking' }).click();
  const panel = lead.getByRole('complementary', { name: 'What it tells' });
  await expect(panel.getByText(/of 9 words judged alike/)).toBeVisible();
  await expect(panel.getByText('77 %')).toBeVisible();
  await panel.getByRole('button', { name: 'said otherwise' }).click();
  await panel.getByRole('button', { name: /Settle on what is picked/ }).click();
  const id = page.url().split('/').at(-1)!;
  await expect.poll(async () => (await summary(lead, demo.url, id)).score.errors).toBe(2);
  // consent taken back: the sound is gone, the marks are there
  await go(lead, `${demo.url}/children/${child.id}`);
  await lead.getByRole('checkbox', { name: /readings may be recorded/ }).click();
  await lead.getByRole('dialog', { name: 'Take the consent back?' }).getByRole('button', { name: 'Take it back and delete' }).click();
  await expect(lead.getByText(/Recordings of .* are deleted/)).toBeVisible();
  expect((await lead.request.get(`${demo.url}/api/readings/${id}/recording`)).status()).toBe(404);
  expect((await summary(lead, demo.url, id)).score.errors).toBe(2);
});
const allStored = async (page: Page, url: string): Promise<void> => {
  await expect.poll(async () => (await whole(page, url)).steps.some((s) => s.step.what === 'along')).toBe(true);
};

test('a text of the school’s own is kept with its questions, sent out and read as Markdown, printed, and typed in from paper', async ({
  as,
  demo,
}, info) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/library/texts?text=new`);
  await page
    .getByRole('textbox', { name: 'Type or paste a text' })
    .fill('A cat sat on a log. The log did not stop. The cat got a fish and had a nap in the sun.');
  await page.getByLabel('Title').fill('The Log');
  await page.getByText('0 questions').click();
  await page.getByRole('button', { name: 'A question' }).click();
  await page.getByLabel('Question 1', { exact: true }).fill('Where did the cat sit?');
  await page.getByLabel('Answer 1', { exact: true }).fill('on a log');
  await page.getByLabel('Place of answer 1').fill('on a tree');
  await expect(page.getByText('These words do not stand in the text.')).toBeVisible();
  await page.getByLabel('Place of answer 1').fill('sat on a log');
  await expect(page.getByText('These words do not stand in the text.')).toHaveCount(0);
  await expect(page.getByText(/of 23 words can be read/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('“The Log” is kept')).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Markdown' }).click()]);
  const file = info.outputPath('log.md');
  await download.saveAs(file);
  await page.locator('input[type=file]').setInputFiles(file);
  await expect(page.getByText('1 question,')).toBeVisible();
  await expect(page.getByLabel('Title')).toHaveValue('The Log');
  const own = (
    await getJson<{ id: string; title: string; version: number | null; offered: unknown[] }[]>(page.request, `${demo.url}/api/texts`)
  ).find((t) => t.title === 'The Log')!;
  expect(own.version).toBe(1);
  expect(own.offered.length).toBe(3);

  // the file over it was not kept
  await page.goto(`${demo.url}/reading/print?text=${own.id}`);
  await expect(page.getByRole('article', { name: 'The child’s copy' })).toContainText('A cat sat on a log.');
  await expect(page.getByRole('article', { name: 'The adult’s sheet' })).toContainText('Where did the cat sit?');
  await page.evaluate(() => document.fonts.ready);
  const pdf = (await page.pdf({ format: 'A4' })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(2);

  const child = (await allChildren(page, demo.url)).find((c) => c.line.length > 60)!;
  await go(page, `${demo.url}/check/reading?child=${child.id}&text=${own.id}`);
  await expect(page.getByRole('heading', { name: 'The Log' })).toBeVisible();
  await page.getByRole('button', { name: 'Type in from paper' }).click();
  await page.locator('[data-word="7"]').click();
  await page.getByRole('region', { name: 'Marks of log' }).getByRole('button', { name: 'Said otherwise' }).click();
  await page.getByLabel('What they said for log').fill('lot');
  await page.getByLabel('What they said for log').press('Enter');
  await page.locator('[data-word="20"]').click();
  await page.getByRole('button', { name: 'They stopped here' }).click();
  await page.getByLabel('Seconds it took').fill('30');
  await page.getByLabel('Seconds it took').press('Enter');
  await page.getByRole('button', { name: 'My marking is finished' }).click();
  await allSent(page).catch(() => undefined);
  const id = page.url().split('/').at(-1)!;
  await expect.poll(async () => (await summary(page, demo.url, id))?.score.wcpm).toBe(40);
  // the text is changed: the reading keeps the words it was read in
  await go(page, `${demo.url}/library/texts?text=${own.id}`);
  // paper leads back to where it was asked for
  await page.getByRole('link', { name: 'Print it' }).click();
  await page.getByRole('link', { name: 'Back' }).click();
  await expect(page).toHaveURL(new RegExp(`/library/texts\\?text=${own.id}`));
  await page.getByRole('tab', { name: 'Change it' }).click();
  await page.getByRole('textbox', { name: 'Type or paste a text' }).fill('Quite another text about a fox.');
  await page.getByRole('button', { name: 'Keep the change' }).click();
  await expect(page.getByText('“The Log” is kept')).toBeVisible();
  // taken out of the Library it comes back with one press
  await page.getByRole('button', { name: 'Take The Log out' }).click();
  const there = async (): Promise<boolean> =>
    (await getJson<{ id: string }[]>(page.request, `${demo.url}/api/texts`)).some((t) => t.id === own.id);
  await expect.poll(there).toBe(false);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(there).toBe(true);
  await go(page, `${demo.url}/reading/${id}`);
  await expect(page.locator('[data-word="7"]')).toHaveAccessibleName('log, said otherwise lot');
});

test('readings over time are read by stated rules; who is accurate and who is quick is a picture that can be pressed', async ({
  as,
  demo,
}) => {
  const page = await as('lead');
  const readings = await getJson<Summary[]>(page.request, `${demo.url}/api/readings`);
  const count = new Map<string, number>();
  for (const r of readings) count.set(r.child, (count.get(r.child) ?? 0) + 1);
  const [most] = [...count].sort((a, b) => b[1] - a[1])[0]!;
  await go(page, `${demo.url}/children/${most}/readings`);
  await expect(page.getByRole('img', { name: /readings, the newest with/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'What it says' })).toContainText(/first readings/);
  await expect(page.getByRole('table').getByRole('row')).toHaveCount(count.get(most)! + 1);
  // where a text is chosen, one that was read long ago is not offered as new
  const own = readings.filter((r) => r.child === most && r.done);
  const newest = own.slice(0, 4).map((r) => r.textId);
  const longAgo = own.findLast((r) => !newest.includes(r.textId))!;
  const times = own.filter((r) => r.textId === longAgo.textId).length;
  await go(page, `${demo.url}/check/reading?child=${most}`);
  const offered = page.getByRole('region', { name: 'Texts' }).getByRole('button', { name: longAgo.title });
  await expect(offered).toContainText(times === 1 ? 'read once' : `read ${times} times`);
  await go(page, `${demo.url}/progress/reading`);
  await expect(page.getByRole('img', { name: /children by accuracy and speed/ })).toBeVisible();
  const quarter = page.getByRole('region', { name: 'accurate, slow' });
  const inIt = await quarter.getByRole('listitem').count();
  await expect(quarter.getByRole('button')).toContainText(String(inIt));
  await quarter.getByRole('button').click();
  await expect(quarter.getByRole('button')).toHaveAttribute('aria-pressed', 'true');
  // one group alone: nobody of another is in any quarter
  const [group] = await getJson<{ name: string; members: string[] }[]>(page.request, `${demo.url}/api/groups`);
  await page.getByLabel('Group').selectOption({ label: group!.name });
  const linked = await page
    .getByRole('region')
    .getByRole('listitem')
    .getByRole('link')
    .evaluateAll((links) => links.map((a) => a.getAttribute('href')!.split('/')[2]!));
  expect(linked.length).toBeGreaterThan(0);
  for (const id of linked) expect(group!.members).toContain(id);
  await page.getByLabel('Group').selectOption('');
  await page.getByRole('region', { name: 'neither' }).getByRole('link').first().click();
  await expect(page).toHaveURL(/\/children\/[0-9a-f-]{36}\/readings$/);
  // every reading counts as set by the school: a self-correction as wrong takes words off
  const before = readings.find((r) => r.done && r.score.selfCorrections > 0)!;
  await go(page, `${demo.url}/team`);
  await page.getByLabel('A self-correction counts').selectOption('wrong');
  await page.getByRole('button', { name: 'Keep these settings' }).click();
  await expect(page.getByText('Kept. What rests on it is worked out again.')).toBeVisible();
  expect((await summary(page, demo.url, before.id)).score.errors).toBe(before.score.errors + before.score.selfCorrections);
});
