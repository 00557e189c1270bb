/** Every kind of check through the real interface: begun in two presses, marked, and kept as what was answered. */
import type { Page } from '@playwright/test';
import { uuidv7 } from '../server/src/ids.js';
import { allChildren, allSent, expect, getJson, newContext, test, type ChildRow, now, painted, go } from './support/fixtures.js';

interface Seen {
  id: string;
  kind: string;
  skill?: string;
  item?: string;
  gpc?: string;
  outcome: string;
  said?: string;
  options?: number;
  ms?: number;
  fromMemory?: boolean;
  check?: string;
  counts: boolean;
}
const evidence = (page: Page, url: string, child: string): Promise<Seen[]> =>
  getJson<Seen[]>(page.request, `${url}/api/children/${child}/evidence`);

/** Two presses: what, and with whom. */
async function start(page: Page, url: string, title: string, child: ChildRow): Promise<string> {
  await go(page, `${url}/check`);
  await page.getByRole('radio', { name: title, exact: true }).click();
  await page.getByRole('button', { name: `Start with ${child.givenName} ${child.familyName}` }).click();
  await expect(page.locator('[data-card]')).toBeVisible();
  return page.url().split('/').at(-1)!;
}
/** Presses a key for the card on screen and waits until it is gone. */
async function mark(page: Page, key: string, timed = true): Promise<void> {
  const now = timed ? await painted(page) : (await page.locator('[data-card]').getAttribute('data-card'))!;
  // pressed again only where nothing came of it: on a busy machine a key may come before the page counts the card as painted
  await expect(async () => {
    if ((await page.locator(`[data-card="${now}"]`).count()) > 0) await page.keyboard.press(key);
    await expect(page.locator(`[data-card="${now}"]`)).toHaveCount(0, { timeout: 4000 });
  }).toPass({ timeout: 25_000 });
}
async function endHere(page: Page): Promise<void> {
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'End here' }).click();
  await expect(page.getByText('the rest stays unasked')).toBeVisible();
}
const toApi = (page: Page, url: string, child: string, check: string, count: number): Promise<void> =>
  expect.poll(async () => (await evidence(page, url, child)).filter((o) => o.check === check && o.counts).length).toBe(count);

// one after another on one server: each changes what the others do not look at
test.describe.configure({ mode: 'default' });
test.use({ shared: 'kinds' });

test('recall the other ways and listening: pointing marks by itself, every answer is kept with what it was about', async ({ as, demo }) => {
  const page = await as('classTeacher');
  const child = (await allChildren(page, demo.url)).find((c) => c.line.length > 20)!;
  const made: string[] = [];
  for (const [title, keys] of [
    ['Hear it, point to it', ['1', '2', '0']],
    ['Push together', ['1', '3', '0']],
    ['Where is it?', ['1', '2', '3']],
    ['Is it this?', ['1', '2', '1']],
    ['Hear it, write it', ['1', '4', '5']],
    ['See it, say a key word', ['1', '2', 'a']],
    ['Stretch and count', ['1', '3', '4']],
  ] as const) {
    made.push(await start(page, demo.url, title, child));
    for (const key of keys) await mark(page, key);
    await endHere(page);
    await toApi(page, demo.url, child.id, made.at(-1)!, keys.length);
  }
  const all = await evidence(page, demo.url, child.id);
  const of = (k: number): Seen[] => all.filter((o) => o.check === made[k]);
  for (const o of of(0)) expect(o).toMatchObject({ kind: 'hear-point', skill: 'recall', options: 4 });
  for (const o of [...of(1), ...of(2), ...of(3), ...of(6)]) {
    expect(o.skill).toBe('listening');
    expect(o.item).toMatch(/^[a-z]+$/);
  }
  // what was pressed decides: a right option is right, another is wrong and says which
  for (const k of [0, 1, 2, 3]) {
    const check = await getJson<{
      items: { key: string; options: string[]; accept: string[] }[];
      stack: string[];
      marks: (Seen & { card?: string })[];
    }>(page.request, `${demo.url}/api/checks/${made[k]!}`);
    check.marks.forEach((m, n) => {
      const item = check.items.find((i) => i.key === check.stack[n])!;
      if (m.outcome === 'no answer') return;
      const chosen = m.said ?? item.accept[0]!;
      expect(item.options).toContain(chosen);
      expect(m.outcome === 'right').toBe(item.accept.includes(chosen));
    });
  }
  expect(of(5).some((o) => o.outcome === 'accent')).toBe(true);
});

test('words: at sight, sounded, sounds only and something else are told apart, and the answers are named', async ({ as, demo }) => {
  const page = await as('classTeacher');
  const child = (await allChildren(page, demo.url)).find((c) => c.line.length > 20)!;
  const check = await start(page, demo.url, 'Read made-up words', child);
  await mark(page, '1');
  await mark(page, '2');
  await mark(page, '6');
  await mark(page, '4');
  await page.keyboard.press('s');
  const said = page.getByRole('dialog', { name: 'What did they say?' });
  // the likeliest slips for this word, on number keys
  await expect(said.getByRole('button', { name: /^1 / })).toBeVisible();
  await page.keyboard.press('1');
  await expect(said).toHaveCount(0);
  await endHere(page);
  await expect(page.getByRole('region', { name: 'What the answers say' })).toContainText('Sounds said, not pushed together');
  await expect(page.getByRole('region', { name: 'Step by step' })).toContainText('two sounds');
  await toApi(page, demo.url, child.id, check, 4);
  const answers = async () => (await evidence(page, demo.url, child.id)).filter((o) => o.check === check && o.counts).reverse();
  // what was said comes after the mark that it amends
  await expect.poll(async () => (await answers())[3]?.said).toBeTruthy();
  const kept = await answers();
  expect(kept.map((o) => o.outcome)).toEqual(['right', 'slow', 'wrong', 'wrong']);
  expect(kept[2]!.said).toMatch(/^[a-z]+(-[a-z]+)+$/);

  // an irregular word, and the part that went wrong
  const irregular = await start(page, demo.url, 'Read irregular words', child);
  // to a word of more than one part
  let before = 0;
  for (; (await page.locator('[data-card]').innerText()).trim().length < 4; before += 1) await mark(page, '1');
  await mark(page, '4');
  await page.keyboard.press('s');
  await said.getByRole('group', { name: 'Which part went wrong' }).getByRole('button').last().click();
  await said.getByRole('button', { name: 'Keep' }).click();
  await endHere(page);
  await toApi(page, demo.url, child.id, irregular, before + 1);
  const part = (await evidence(page, demo.url, child.id)).find(
    (o) => o.check === irregular && o.counts && o.outcome === 'wrong',
  ) as Seen & { parts?: number[] };
  expect(part.parts).toHaveLength(1);
  // the child’s strands follow
  await go(page, `${demo.url}/children/${child.id}`);
  await expect(page.getByRole('region', { name: 'Strands' })).toContainText('irregular words');
});

test('spelling is typed from the paper, word by word and a sentence, and laid against what was said', async ({ as, demo }) => {
  const page = await as('classTeacher');
  const child = (await allChildren(page, demo.url)).find((c) => c.line.length > 30)!;
  await start(page, demo.url, 'Spell words and a sentence', child);
  const field = page.getByRole('textbox', { name: /^What the child wrote for/ });
  let sentence = '';
  for (let n = 0; n < 40 && (await field.count()) > 0; n += 1) {
    await painted(page);
    const word = (await field.getAttribute('aria-label'))!.replace('What the child wrote for ', '');
    // the word to be written is nowhere on the card
    const shown = (await page.locator('[data-card]').innerText()).replace('Listen, then write.', '');
    expect(shown.toLowerCase()).not.toContain(word.toLowerCase());
    if (word.includes(' ')) {
      sentence = word;
      await field.fill(word.toLowerCase().replace(/[.!?]$/, ''));
      await page.keyboard.press('Enter');
    } else if (n === 1) await page.keyboard.press('0');
    else if (n === 2) {
      await field.fill(`${word.slice(0, -1)}q`);
      await page.keyboard.press('Enter');
    } else await page.keyboard.press('=');
    await expect(page.getByRole('textbox', { name: `What the child wrote for ${word}`, exact: true })).toHaveCount(0);
  }
  const written = page.getByRole('region', { name: 'What was written' });
  // how a last letter q is named depends on the letter it stands for
  await expect(written.getByText(/another sound|letter turned round|another grapheme/).first()).toBeVisible();
  expect(sentence).not.toBe('');
  await expect(written).toContainText('Capital: not there. Stop: not there.');
});

test('a grapheme with two sounds answered with the other one: one key keeps it, and the first is asked again', async ({ as, demo }) => {
  const page = await as('teacher');
  const child = (await allChildren(page, demo.url)).find((c) => {
    const spelled = c.line.map((p) => p.gpc.split(':')[0]!);
    return new Set(spelled).size < spelled.length;
  })!;
  const check = await start(page, demo.url, 'See it, say its sound', child);
  const card = page.locator('[data-card]');
  const other = page.getByRole('button', { name: /^Its other sound/ });
  for (let n = 0; n < 120 && (await other.count()) === 0; n += 1) await mark(page, '1');
  const asked = await painted(page);
  await page.keyboard.press('7');
  await expect(page.getByText('and another sound?')).toBeVisible();
  await expect(card).toHaveAttribute('data-card', asked);
  await mark(page, '4');
  await allSent(page);
  const marks = (await getJson<{ marks: Seen[] }>(page.request, `${demo.url}/api/checks/${check}`)).marks.slice(-2);
  expect(marks[0]).toMatchObject({ outcome: 'right' });
  expect(marks[1]).toMatchObject({ gpc: asked, outcome: 'wrong' });
  expect(marks[0]!.gpc!.split(':')[0]).toBe(asked.split(':')[0]);
  expect(marks[0]!.gpc).not.toBe(asked);
});

test('a second screen shows the card and nothing else, follows each mark, and comes back after the line was lost', async ({
  as,
  demo,
  browser,
}) => {
  const page = await as('teacher');
  const child = (await allChildren(page, demo.url))[3]!;
  await start(page, demo.url, 'See it, say its sound', child);
  await page.getByRole('button', { name: 'Second screen' }).click();
  const code = page.getByText(/^[2-9A-HJ-NP-Z]{5}$/);
  await expect(code).toBeVisible();
  const context = await newContext(browser);
  const screen = await context.newPage();
  await go(screen, `${demo.url}/screen`);
  const field = screen.getByRole('textbox', { name: /The code/ });
  await field.fill('22222');
  await screen.keyboard.press('Enter');
  await expect(screen.getByRole('alert')).toContainText('No screen has this code');
  await field.fill((await code.innerText()).toLowerCase());
  await screen.keyboard.press('Enter');
  const shown = screen.locator('[data-card]');
  const here = page.locator('[data-card]');
  await expect(shown).toHaveText(await here.innerText());
  await expect(page.getByText('is shown')).toBeVisible();
  // no name, no mark, no button
  expect(await screen.locator('body').innerText()).not.toContain(child.givenName);
  await expect(screen.getByRole('button')).toHaveCount(0);
  await mark(page, '1');
  await expect(shown).toHaveText(await here.innerText());
  await context.setOffline(true);
  await mark(page, '2');
  await context.setOffline(false);
  await expect(shown).toHaveText(await here.innerText());
  // paused, the child sees nothing; closed, the screen says so
  await page.keyboard.press('Escape');
  await expect(shown).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(screen.getByText('This screen has been closed.')).toBeVisible();
  await context.close();
});

test('sheets on paper: printed with a code, typed in by the code at one key a mark; from memory is kept as such', async ({ as, demo }) => {
  const page = await as('lead');
  const children = (await allChildren(page, demo.url)).filter((c) => c.line.length > 20);
  const [first, other] = [children[0]!, children.find((c) => c.classId !== children[0]!.classId)!];
  await go(page, `${demo.url}/check/paper?kind=${encodeURIComponent('find in row')}`);
  // of one class at first; of all on purpose
  await page.getByRole('radio', { name: 'All' }).click();
  await page.getByRole('button', { name: 'Choose none' }).click();
  for (const c of [first, other]) await page.getByRole('checkbox', { name: `${c.givenName} ${c.familyName}` }).check();
  await page.getByRole('button', { name: 'Make 2 sheets' }).click();
  await expect(page.getByRole('button', { name: 'Print' })).toBeVisible();
  await expect(page.getByRole('article')).toHaveCount(4);
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g)).toHaveLength(4);
  await expect(page.getByRole('article').first()).toContainText('not a diagnosis');
  const head = await page.getByRole('article').first().locator('header').innerText();
  const code = /[2-9A-HJ-NP-Z]{5}$/.exec(head.trim())![0];
  await allSentAnywhere(page, demo.url);

  await go(page, `${demo.url}/check`);
  await page.getByRole('link', { name: /2 sheets wait/ }).click();
  await page.getByRole('textbox', { name: 'Code' }).fill(code);
  await expect(page.getByRole('link', { name: 'Type in' })).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: new RegExp(`Sheet ${code}`) })).toBeVisible();
  const id = page.url().split('/').at(-1)!;
  const rows = (await getJson<{ stack: string[] }>(page.request, `${demo.url}/api/checks/${id}`)).stack.length;
  for (let n = 0; n < rows; n += 1) await mark(page, String(1 + (n % 4)), false);
  await expect(page.getByText('entered from paper')).toBeVisible();
  // rows are scored by where the slip is
  await expect(page.getByRole('region', { name: 'Where the slips are' })).toContainText('first sound');
  const child = (await getJson<{ child: string }>(page.request, `${demo.url}/api/checks/${id}`)).child;
  await toApi(page, demo.url, child, id, rows);
  const typed = (await evidence(page, demo.url, child)).filter((o) => o.check === id);
  for (const o of typed) expect(o).toMatchObject({ kind: 'find in row', options: 4 });
  for (const o of typed) expect(o.ms).toBeUndefined();

  await go(page, `${demo.url}/check`);
  await page.getByRole('button', { name: 'From memory' }).click();
  await page.getByRole('radio', { name: 'See it, say its sound', exact: true }).click();
  await page.getByRole('button', { name: `Start with ${children[0]!.givenName} ${children[0]!.familyName}` }).click();
  await expect(page.getByRole('heading', { name: /from memory$/ })).toBeVisible();
  await mark(page, '1', false);
  await mark(page, '4', false);
  const memory = page.url().split('/').at(-1)!;
  await toApi(page, demo.url, children[0]!.id, memory, 2);
  for (const o of (await evidence(page, demo.url, children[0]!.id)).filter((e) => e.check === memory)) expect(o.fromMemory).toBe(true);
});
async function allSentAnywhere(page: Page, url: string): Promise<void> {
  await expect
    .poll(async () => (await getJson<{ late?: string }[]>(page.request, `${url}/api/checks`)).filter((c) => c.late === 'paper').length)
    .toBe(2);
}

test.describe('as the demo has it', () => {
  test.use({ shared: '' });
  test('a mark corrected later: found in the child’s time order, changed, kept beside what it corrects', async ({ as, demo }) => {
    const page = await as('classTeacher');
    const child = (await allChildren(page, demo.url)).find((c) => c.line.some((p) => p.basedOn > 1))!;
    const before = await evidence(page, demo.url, child.id);
    await go(page, `${demo.url}/children/${child.id}`);
    await page.getByRole('button', { name: /^Show, newest first/ }).click();
    const list = page.getByRole('region', { name: 'All that was marked' });
    await expect(list.getByRole('listitem')).toHaveCount(Math.min(60, before.length));
    for (let shown = 60; shown < before.length; shown += 60) await list.getByRole('button', { name: /^Older/ }).click();
    // a check of recall, where each mark is one of five
    await list.getByRole('listitem').filter({ hasText: 'See it, say its sound' }).first().getByRole('link', { name: 'the check' }).click();
    await page.getByRole('button', { name: /cards, to look over or correct/ }).click();
    const cards = page.getByRole('region', { name: 'All cards' });
    const first = cards.getByRole('combobox').first();
    const was = await first.inputValue();
    const now = was === 'accent' ? 'right' : 'accent';
    await first.selectOption(now);
    await expect.poll(async () => (await evidence(page, demo.url, child.id)).length).toBe(before.length + 1);
    const after = await evidence(page, demo.url, child.id);
    expect(after.filter((o) => !o.counts).length).toBe(before.filter((o) => !o.counts).length + 1);
    expect(after.filter((o) => o.outcome === now).length).toBe(before.filter((o) => o.outcome === now).length + 1);
  });
});

test('thirty children in a row in one sitting, without a reload: each with their own marks', async ({ as, demo }) => {
  const page = await as('teacher');
  const children = await allChildren(page, demo.url);
  const before = now();
  await go(page, `${demo.url}/check`);
  await page.evaluate(() => ((window as unknown as { sitting: boolean }).sitting = true));
  await page.getByRole('radio', { name: 'See it, say its sound', exact: true }).click();
  const done: string[] = [];
  for (let n = 0; n < 30; n += 1) {
    const next = page.getByRole('button', { name: /^Next: / });
    if (n === 0 || (await next.count()) === 0) {
      if (n > 0) await page.getByRole('link', { name: 'Back to Check' }).click();
      const left = children.find((c) => !done.includes(`${c.givenName} ${c.familyName}`))!;
      await page.getByRole('button', { name: `Start with ${left.givenName} ${left.familyName}` }).click();
    } else await next.click();
    await expect(page.locator('[data-card]')).toBeVisible();
    await mark(page, String(1 + (n % 5)));
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'End here' }).click();
    await expect(page.getByText('the rest stays unasked')).toBeVisible();
    done.push(await page.getByRole('heading', { level: 1 }).innerText());
  }
  expect(new Set(done).size).toBe(30);
  expect(await page.evaluate(() => (window as unknown as { sitting?: boolean }).sitting)).toBe(true);
  const marksOf = async (): Promise<number[]> =>
    Promise.all(
      children
        .filter((c) => done.includes(`${c.givenName} ${c.familyName}`))
        .map(
          async (c) =>
            (await getJson<{ at: string; counts: boolean }[]>(page.request, `${demo.url}/api/children/${c.id}/evidence`)).filter(
              (o) => o.counts && o.at > before,
            ).length,
        ),
    );
  await expect.poll(marksOf).toEqual(Array.from({ length: 30 }, () => 1));
});

test('words that only went wrong leave open whether letters or blending are missing, and a few cards tell which', async ({ as, demo }) => {
  const page = await as('teacher');
  // somebody of whom nothing is known, in a class that has been taught a while
  const beside = (await allChildren(page, demo.url)).find((c) => c.line.length > 20)!;
  const { me } = await getJson<{ me: { csrf: string } }>(page.request, `${demo.url}/api/auth/state`);
  const id = uuidv7();
  const record = { externalId: null, firstLanguage: '', needs: '', dateOfBirth: null, classId: beside.classId };
  const made = await page.request.post(`${demo.url}/api/children`, {
    headers: { 'x-csrf-token': me.csrf },
    data: { id, givenName: 'Ottoline', familyName: 'Fen', ...record },
  });
  expect(made.status(), await made.text()).toBe(200);
  const child = (await allChildren(page, demo.url)).find((c) => c.id === id)!;
  const check = await start(page, demo.url, 'Read words', child);
  for (let k = 0; k < 12; k += 1) await mark(page, '4');
  await endHere(page);
  const offer = page.getByRole('region', { name: 'Letters, or pushing together?' });
  await expect(offer).toContainText('12 words went wrong with nothing noted');
  await toApi(page, demo.url, child.id, check, 12);
  // the record says the same as the device did
  const asked = await offer.locator('.font-child').allInnerTexts();
  await go(page, `${demo.url}/children/${child.id}`);
  await expect(offer).toContainText('12 words went wrong');
  expect(await offer.locator('.font-child').allInnerTexts()).toEqual(asked);
  await offer.getByRole('button', { name: `Ask these ${asked.length}` }).click();
  await expect(page.locator('[data-card]')).toBeVisible();
  const cards = page.url().split('/').at(-1)!;
  for (let k = 0; k < asked.length; k += 1) await mark(page, '1');
  await expect(page.getByText(`All ${asked.length} cards are marked`)).toBeVisible();
  await expect(page.getByText('Sounds are not pushed together yet: these pairs came right.')).toBeVisible();
  await toApi(page, demo.url, child.id, cards, asked.length);
  await go(page, `${demo.url}/children/${child.id}`);
  await expect(page.getByRole('region', { name: 'Strands' }).getByRole('button', { name: /^blending: Gap/i })).toBeVisible();
  await expect(offer).toHaveCount(0);
});

test('a check in which nothing comes right is taken for a bad day of a child who showed these pairs before', async ({ as, demo }) => {
  const page = await as('teacher');
  const shown = (c: ChildRow): number => c.line.filter((p) => p.state === 'secure').length / c.line.length;
  const [child] = (await allChildren(page, demo.url)).filter((c) => c.line.length > 20).sort((a, b) => shown(b) - shown(a));
  const check = await start(page, demo.url, 'See it, say its sound', child!);
  for (let k = 0; k < 8; k += 1) await mark(page, '5');
  await endHere(page);
  await expect(page.getByText('Nothing came right, and most of these pairs did before.')).toBeVisible();
  // nothing was said: there is nothing to fill in
  await expect(page.getByText('No answer to:')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Fill in' })).toHaveCount(0);
  await toApi(page, demo.url, child!.id, check, 8);
  const after = (await allChildren(page, demo.url)).find((c) => c.id === child!.id)!;
  const gaps = (c: ChildRow): number => c.line.filter((p) => p.state === 'gap').length;
  expect(gaps(after)).toBe(gaps(child!));
  // and that way is there
  await expect(page.getByRole('button', { name: 'This was another child' })).toBeVisible();

  // words alike
  const words = await start(page, demo.url, 'Read words', child!);
  for (let k = 0; k < 6; k += 1) await mark(page, '5');
  await endHere(page);
  await expect(page.getByText('No word came right, and most did before.')).toBeVisible();
  await toApi(page, demo.url, child!.id, words, 6);
  const skill = (await allChildren(page, demo.url)).find((c) => c.id === child!.id)!.strands.find((s) => s.strand === 'blending')!;
  expect(skill.state).not.toBe('gap');
});
