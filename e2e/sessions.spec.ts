import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadLexicon } from '@sapling/core';
import { outcomeOf } from '@sapling/core/judgement';
import { wordJudge } from '@sapling/core/phonics';
import { getJson, newContext, signInDemo, test, expect, now, today, go } from './support/fixtures.js';

interface SessionRow {
  id: string;
  groupId: string;
  groupName: string;
  minutes: number;
  adultId: string | null;
  members: { id: string; name: string }[];
  plan: { focus: string[]; parts: { title: string; kind: string; minutes: number; gpcs: string[]; words: { word: string }[] }[] };
  log: { happened: string; attendance: { present: boolean }[]; done: string[] } | null;
  notes: { text: string }[];
}
interface Order {
  id: string;
  steps: { gpcs: string[]; words: string[] }[];
}

test('from plan to print to the colleague’s Today, and the log comes back without reloading', async ({ as, demo }) => {
  const [teacher, tutor] = [await as('teacher'), await as('tutor')];
  await go(teacher, `${demo.url}/groups`);
  await teacher.getByRole('region', { name: 'Willow', exact: true }).getByRole('link', { name: 'Make a session' }).click();
  await expect(teacher.getByRole('heading', { name: 'Read words' })).toBeVisible();
  // today has a session of this group already, so another day was suggested
  const day = today();
  await expect(teacher.getByLabel('Day')).not.toHaveValue(day);
  await teacher.getByLabel('Day').fill(day);
  await teacher.getByLabel('Length').selectOption('15');
  await expect(teacher.locator('p', { hasText: '15 minutes' })).toBeVisible();

  // a word these children cannot read is said to be so, with the pair it lacks
  const words = teacher.getByRole('region', { name: 'Read words' });
  await words.getByRole('textbox', { name: 'Add a word to Read words' }).fill('queue');
  await words.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(words.getByText(/not taught: /)).toBeVisible();
  await expect(teacher.getByText(/1 word uses pairs these children have not been taught/)).toBeVisible();
  await words.getByRole('button', { name: 'Change queue', exact: true }).click();
  await teacher.getByRole('menuitem', { name: 'Take out' }).click();
  await expect(words.getByText(/not taught: /)).toHaveCount(0);

  await teacher.getByLabel('Run by').selectOption({ label: 'Wilma Sandoval' });
  await teacher.getByRole('button', { name: 'Keep and share' }).click();
  await expect(teacher.getByText('Shared with Wilma Sandoval.')).toBeVisible();
  await expect(teacher).toHaveURL(/sessions\/[0-9a-f-]{36}$/);
  const id = teacher.url().split('/').at(-1)!;
  const session = await getJson<SessionRow>(teacher.request, `${demo.url}/api/sessions/${id}`);
  expect(session.plan.parts.reduce((sum, p) => sum + p.minutes, 0)).toBe(15);

  // every word to read or spell uses only taught pairs and the focus
  const orders = await getJson<Order[]>(teacher.request, `${demo.url}/api/orders`);
  const classes = await getJson<{ id: string; orderId: string; taughtSteps: number }[]>(teacher.request, `${demo.url}/api/classes`);
  const children = await getJson<{ id: string; classId: string }[]>(teacher.request, `${demo.url}/api/children`);
  const lexicon = await loadLexicon();
  for (const member of session.members) {
    const schoolClass = classes.find((c) => c.id === children.find((child) => child.id === member.id)!.classId)!;
    const steps = orders.find((o) => o.id === schoolClass.orderId)!.steps.slice(0, schoolClass.taughtSteps);
    const judge = wordJudge(lexicon, {
      gpcs: [...steps.flatMap((s) => s.gpcs), ...session.plan.focus],
      words: steps.flatMap((s) => s.words),
    });
    for (const part of session.plan.parts) for (const { word } of part.words) expect(judge(word).status, word).not.toBe('not yet');
  }

  // the server's PDF of what was chosen
  await teacher.getByRole('button', { name: 'Paper', exact: true }).click();
  await teacher.getByLabel(/^Cards to cut/).check();
  await teacher.getByRole('combobox', { name: /^Paper/ }).selectOption('Letter');
  const [made] = await Promise.all([
    teacher.waitForResponse((r) => r.url().includes('/paper?')),
    teacher.getByRole('button', { name: 'Make the PDF' }).click(),
  ]);
  expect(made.headers()['content-type']).toBe('application/pdf');
  const again = await teacher.request.get(made.url());
  expect((await again.body()).toString('latin1').match(/\/Type\s*\/Page[^s]/g)!.length).toBeGreaterThan(1);
  const open = teacher.getByRole('link', { name: 'Open the PDF' });
  await expect(open).toBeFocused();
  expect(await open.getAttribute('href')).toMatch(/^blob:/);
  await teacher.keyboard.press('Escape');
  // on paper: one A4 page with every word and every child
  await teacher.getByRole('link', { name: 'Print' }).click();
  await expect(teacher.getByRole('heading', { name: 'What happened' })).toBeVisible();
  // the page is set smaller once its fonts are there
  await teacher.evaluate(async () => {
    await document.fonts.ready;
    await new Promise((resolve) => setTimeout(resolve, 300));
  });
  const pdf = await teacher.pdf({ format: 'A4' });
  const file = join(mkdtempSync(join(tmpdir(), 'sapling-pdf-')), 'plan.pdf');
  writeFileSync(file, pdf);
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
  expect(pdf.toString('latin1')).toMatch(/\/MediaBox\s*\[\s*0 0 59[45](\.\d+)? 84[12](\.\d+)?\s*\]/);
  const article = (await teacher.getByRole('article').innerText()).replace(/\s+/g, ' ');
  for (const part of session.plan.parts) for (const { word } of part.words) expect(article).toContain(word);
  for (const member of session.members) expect(article).toContain(member.name.split(' ')[0]!);
  try {
    const text = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
    expect(text).toContain('What happened');
  } catch (error) {
    // poppler is not everywhere; the page itself was read above
    expect((error as NodeJS.ErrnoException).code).toBe('ENOENT');
  }
  await go(teacher, `${demo.url}/sessions/${id}`);
  await expect(teacher.getByText('Not run yet.')).toBeVisible();

  // the colleague finds it under Today, without reloading, and runs down it
  const card = tutor.getByRole('listitem').filter({ hasText: '15 minutes with you' });
  await expect(card).toBeVisible();
  await card.getByRole('link', { name: 'Run it' }).click();
  await tutor.getByRole('button', { name: `${session.members[0]!.name.split(' ')[0]!}, there` }).click();
  for (const part of session.plan.parts) {
    await expect(tutor.getByRole('heading', { level: 2, name: part.title })).toBeVisible();
    await tutor.getByRole('button', { name: part.kind === 'sound boxes' ? 'Leave it out' : 'Done, next' }).click();
  }
  await tutor.getByLabel('For the record').fill('Sounds were quick, spelling did not fit in.');
  await tutor.getByLabel('A note to whoever plans this group').fill('Start with spelling next time?');
  // what was typed survives the tab
  await tutor.reload();
  await expect(tutor.getByLabel('For the record')).toHaveValue('Sounds were quick, spelling did not fit in.');
  await tutor.getByRole('button', { name: 'Log this session' }).click();

  // the teacher's page, open all the while, shows it
  await expect(teacher.getByText('Sounds were quick, spelling did not fit in.')).toBeVisible();
  await expect(teacher.getByText('Start with spelling next time?')).toBeVisible();
  await expect(teacher.getByText(`Away: ${session.members[0]!.name.split(' ')[0]!}`)).toBeVisible();
  await expect(teacher.getByText('Not done: Boxes for sounds')).toBeVisible();
  await go(teacher, `${demo.url}/`);
  await expect(teacher.getByRole('region', { name: 'Left by colleagues' }).getByRole('listitem').first()).toContainText(/Wilma Sandoval/);
  const logged = await getJson<SessionRow>(teacher.request, `${demo.url}/api/sessions/${id}`);
  expect(logged.log!.attendance.filter((a) => !a.present)).toHaveLength(1);
  expect(logged.notes).toHaveLength(1);
});

test('a plan on paper says all that the plan says: words, sentences, rows and the text with what is told first', async ({ as, demo }) => {
  const page = await as('teacher');
  type Whole = {
    id: string;
    plan: { parts: { lines?: { text: string }[]; text?: { title: string; tell: string[] }; words: { word: string }[] }[] };
  };
  const rows = await getJson<Whole[]>(page.request, `${demo.url}/api/sessions?from=2026-11-16&to=2026-12-06`);
  const whole = rows.find(({ plan: { parts } }) => parts.some((p) => p.lines?.length) && parts.some((p) => p.text))!;
  await go(page, `${demo.url}/sessions/${whole.id}/print`);
  await expect(page.getByRole('heading', { name: 'What happened' })).toBeVisible();
  for (const { lines, text, words } of whole.plan.parts) {
    for (const line of lines ?? []) await expect(page.getByText(line.text, { exact: true })).toBeVisible();
    for (const { word } of words) await expect(page.getByText(word).first()).toBeAttached();
    if (text) await expect(page.getByText(text.title).first()).toBeVisible();
  }
});

test('a session run without the network is logged on the device and sent later, once, though its plan was taken out meanwhile', async ({
  browser,
  as,
  demo,
}) => {
  const context = await newContext(browser, true);
  const page = await signInDemo(context, demo.url, 'tutor');
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.reload();
  await page.getByRole('link', { name: 'Run it' }).first().click();
  await page.getByRole('button', { name: 'Done, next' }).click();
  const id = page.url().split('/').at(-2)!;
  await context.setOffline(true);
  await page.getByRole('button', { name: 'What happened' }).click();
  await page.getByLabel('For the record').fill('Network was down; it went well.');
  await page.getByRole('button', { name: 'Log this session' }).click();
  await expect(page.getByText(/kept on this device/).first()).toBeVisible();
  const lead = await as('lead');
  const { me } = await getJson<{ me: { csrf: string } }>(lead.request, `${demo.url}/api/auth/state`);
  const { version } = await getJson<{ version: number }>(lead.request, `${demo.url}/api/sessions/${id}`);
  const taken = await lead.request.delete(`${demo.url}/api/sessions/${id}?version=${version}`, { headers: { 'x-csrf-token': me.csrf } });
  expect(taken.ok()).toBe(true);
  await context.setOffline(false);
  // what was held is back with its log
  const logged = async (): Promise<string | undefined> => {
    const answer = await page.request.get(`${demo.url}/api/sessions/${id}`);
    return answer.ok() ? ((await answer.json()) as SessionRow).log?.happened : undefined;
  };
  await expect.poll(logged).toBe('Network was down; it went well.');
  // a log is corrected by a new one, and the new one is shown
  await go(page, `${demo.url}/sessions/${id}`);
  await page.getByRole('link', { name: 'Change the log' }).click();
  await page.getByLabel('For the record').fill('Network was down; two words were left.');
  await page.getByRole('button', { name: 'Keep the changed log' }).click();
  await expect
    .poll(async () => (await getJson<SessionRow>(page.request, `${demo.url}/api/sessions/${id}`)).log?.happened)
    .toBe('Network was down; two words were left.');
  await context.close();
});

test('other words are drawn, minutes add up or say so, the same draw gives the same words', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/sessions/new`);
  const words = page.getByRole('region', { name: 'Read words' });
  const drawn = async (): Promise<string[]> => {
    await words
      .getByRole('button', { name: /^Change .*$/ })
      .first()
      .waitFor();
    return words.getByRole('button', { name: /^Change .*$/ }).evaluateAll((buttons) => buttons.map((b) => b.getAttribute('aria-label')!));
  };
  const first = await drawn();
  await page.getByRole('button', { name: 'Other words' }).click();
  await expect.poll(drawn).not.toEqual(first);
  await page.reload();
  expect(await drawn()).toEqual(first);
  await page.getByLabel('Minutes for Boxes for sounds').fill('9');
  await expect(page.getByText(/more than the 20 planned/)).toBeVisible();
  await page.getByLabel('Group', { exact: true }).selectOption({ label: 'Rowan' });
  // the minutes were changed by hand
  await page.getByRole('button', { name: 'Leave, and lose it' }).click();
  await expect.poll(drawn).not.toEqual(first);
});

test('a plan is given to somebody else: it leaves one Today and comes to the other', async ({ as, demo }) => {
  const [teacher, wilma, idris] = [await as('teacher'), await as('tutor'), await as('otherTutor')];
  const sessions = await getJson<SessionRow[]>(wilma.request, `${demo.url}/api/sessions`);
  const mine = sessions.find((s) => s.log === null && s.groupName === 'Willow')!;
  await expect(wilma.getByRole('listitem').filter({ hasText: 'Willow' }).filter({ hasText: 'with you' })).toHaveCount(1);
  await go(teacher, `${demo.url}/sessions/${mine.id}`);
  await teacher.getByRole('combobox', { name: 'Given to' }).selectOption({ label: 'Idris Penhale' });
  await expect(idris.getByRole('listitem').filter({ hasText: 'Willow' }).filter({ hasText: 'with you' })).toHaveCount(1);
  await expect(wilma.getByRole('listitem').filter({ hasText: 'Willow' }).filter({ hasText: 'with you' })).toHaveCount(0);
});

test('a group’s cycle says what comes when and for whom, and a session is made from it with its pairs', async ({ as, demo }) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/groups`);
  await page.getByRole('region', { name: 'Willow', exact: true }).getByRole('link', { name: 'The cycle' }).click();
  const table = page.getByRole('table', { name: 'Sessions of the cycle' });
  await expect(table.getByRole('row').nth(2)).toBeVisible();
  await expect(page.getByRole('region', { name: 'By the end' }).getByRole('row').nth(2)).toBeVisible();
  // and what it came to so far: the figures are those of the core, with their interval
  await page.getByRole('link', { name: 'Did it work?' }).click();
  await expect(page.getByRole('table', { name: 'What it came to for each child' })).toBeVisible();
  const group = page.url().split('/').at(-2)!;
  const facts = await getJson<{
    taught: string[];
    days: number;
    children: (Parameters<typeof outcomeOf>[0]['children'][number] & { name: string })[];
  }>(page.request, `${demo.url}/api/groups/${group}/outcome`);
  const came = outcomeOf(facts);
  const tenth = (x: number): string => (Math.round(x * 10) / 10).toFixed(1).replace('-', '−');
  await expect(page.getByText(`between ${tenth(came.gain.low)} and ${tenth(came.gain.high)} with 90 % confidence`)).toBeVisible();
  for (const [k, child] of facts.children.entries()) {
    const row = page.getByRole('row').filter({ hasText: child.name });
    await expect(row).toContainText(`${child.sessions.attended} of ${child.sessions.held}`);
    for (const gpc of came.children[k]!.closed)
      await expect(row.getByRole('cell').nth(0)).toContainText(gpc.split(':')[0]!.replace('_', '‑'));
  }
  await page.goBack();
  // a session of the cycle that has pairs of its own
  const links = table.getByRole('link', { name: /Make the session of/ });
  const asked = await links.evaluateAll((all) => all.map((a) => new URL((a as HTMLAnchorElement).href).searchParams.get('focus') ?? ''));
  const make = links.nth(asked.findIndex((f) => f !== ''));
  const focus = new URL((await make.getAttribute('href'))!, demo.url).searchParams.get('focus')!.split(' ');
  expect(focus.length).toBeGreaterThan(0);
  await make.click();
  await expect(page.getByRole('heading', { name: 'Read words' })).toBeVisible();
  const on = new URL(page.url()).searchParams.get('on')!;
  await page.getByRole('button', { name: 'Keep and share' }).click();
  await expect(page).toHaveURL(/sessions\/[0-9a-f-]{36}$/);
  const session = await getJson<{ on: string; plan: { focus: string[] } }>(
    page.request,
    `${demo.url}/api/sessions/${page.url().split('/').at(-1)!}`,
  );
  expect(session.on).toBe(on);
  expect(session.plan.focus).toEqual(focus);
});

test('a style of the school’s own, a part drawn again, a word pinned and one for a child; two people at one plan', async ({ as, demo }) => {
  const [teacher, lead] = [await as('teacher'), await as('lead')];
  await go(teacher, `${demo.url}/library/styles`);
  await teacher.getByRole('button', { name: /^Cue and answer/ }).click();
  await teacher.getByRole('button', { name: 'Copy it' }).click();
  await teacher.getByLabel('Name', { exact: true }).fill('Quick and short');
  await teacher.getByLabel('Minutes for Story, three times').fill('4');
  await teacher.getByLabel('Add a part').selectOption('yes or no');
  await teacher.getByRole('button', { name: 'Take Irregular words out' }).click();
  await teacher.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(teacher.getByText('Kept. New sessions can be made in it.')).toBeVisible();

  await go(teacher, `${demo.url}/sessions/new`);
  await teacher.getByLabel('Style').selectOption({ label: 'Quick and short' });
  const words = teacher.getByRole('region', { name: 'Read words' });
  const yesNo = teacher.getByRole('region', { name: 'Yes or no?' });
  // for a group whose children can all read some question, whichever that is
  const group = teacher.getByLabel('Group', { exact: true });
  await expect
    .poll(
      async () => {
        for (const label of await group.locator('option').allInnerTexts()) {
          await group.selectOption({ label });
          await expect(words.getByRole('button', { name: /^Change / }).first()).toBeVisible();
          await teacher.waitForTimeout(1500);
          if ((await yesNo.getByRole('listitem').count()) > 0) return true;
        }
        return false;
      },
      { timeout: 60_000 },
    )
    .toBe(true);
  await expect(teacher.getByRole('region', { name: 'Irregular words' })).toHaveCount(0);
  const drawn = (): Promise<string[]> =>
    words.getByRole('button', { name: /^Change / }).evaluateAll((all) => all.map((b) => b.getAttribute('aria-label')!.slice(7)));
  // a word may be drawn again in its place by chance: all but the pinned one are looked at together
  const rest = async (): Promise<string> => (await drawn()).slice(1).join();
  const [first, second] = (await drawn()) as [string, string];
  const others = await rest();
  await words.getByRole('button', { name: `Change ${first}`, exact: true }).click();
  await teacher.getByRole('menuitem', { name: 'Pin' }).click();
  await words.getByRole('button', { name: 'Draw Read words again' }).click();
  await expect.poll(rest).not.toBe(others);
  expect((await drawn())[0]).toBe(first);
  await teacher.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(rest).toBe(others);
  await words.getByRole('button', { name: `Change ${second}`, exact: true }).click();
  await teacher.getByRole('menuitem', { name: 'Another in its place' }).click();
  await expect.poll(async () => (await drawn())[1]).not.toBe(second);
  await words.getByRole('button', { name: `Change ${first}`, exact: true }).click();
  await teacher.getByRole('menuitemcheckbox').first().click();
  await teacher.getByRole('button', { name: /^Keep/ }).click();
  await expect(teacher).toHaveURL(/sessions\/[0-9a-f-]{36}$/);
  const url = teacher.url();
  const kept = await getJson<{ plan: { style: string; parts: { kind: string; words: { word: string; for?: string }[] }[] } }>(
    teacher.request,
    url.replace('/sessions/', '/api/sessions/'),
  );
  expect(kept.plan.style).toBe('Quick and short');
  expect(kept.plan.parts.find((p) => p.kind === 'read words')!.words[0]!.for).toBeDefined();

  // both change it: the second to keep is shown what the first kept, and chooses
  await go(lead, `${url}/edit`);
  await lead.getByLabel('Minutes for Read words').fill('7');
  await go(teacher, `${url}/edit`);
  await teacher.getByLabel('Minutes for Spell').fill('4');
  await teacher.getByRole('button', { name: /^Keep/ }).click();
  await expect(lead.getByRole('region', { name: 'Changed meanwhile' })).toBeVisible();
  await expect(lead.getByRole('button', { name: /^Keep,|^Keep$/ })).toBeDisabled();
  await lead.getByRole('button', { name: /^Take theirs/ }).click();
  await expect(lead.getByLabel('Minutes for Spell')).toHaveValue('4');
  await lead.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(lead.getByLabel('Minutes for Read words')).toHaveValue('7');
  await lead.getByRole('button', { name: /^Keep,|^Keep$/ }).click();
  await expect(teacher.getByText('7 min', { exact: true })).toBeVisible();
});

test('cards by key, marks become evidence, what is left is carried over to the next session', async ({ as, demo }) => {
  const tutor = await as('tutor');
  // a session of today with words enough to leave some
  const todays = (await getJson<(SessionRow & { on: string })[]>(tutor.request, `${demo.url}/api/sessions`)).filter(
    (s) => s.log === null && s.on === today(),
  );
  const session = todays.find((s) => (s.plan.parts.find((p) => p.kind === 'read words')?.words.length ?? 0) >= 3)!;
  const { id } = session;
  await go(tutor, `${demo.url}/sessions/${id}/run`);
  await expect(tutor.locator('[data-run-item]')).toBeVisible();
  const first = await tutor.locator('[data-run-item]').innerText();
  await tutor.keyboard.press('ArrowRight');
  await expect(tutor.locator('[data-run-item]')).not.toHaveText(first, { useInnerText: true });
  await tutor.keyboard.press('ArrowLeft');
  await expect(tutor.locator('[data-run-item]')).toHaveText(first, { useInnerText: true });
  const child = session.members[0]!;
  const before = now();
  await tutor.keyboard.press('1');
  await expect(tutor.getByRole('button', { name: `${child.name.split(' ')[0]!}: slipped` })).toBeVisible();
  await tutor.keyboard.press('h');
  await expect(tutor.getByText('Hidden. H shows it again.')).toBeVisible();
  await tutor.keyboard.press('h');
  await tutor.getByRole('button', { name: 'Done, next' }).click();
  // the word list is begun and not ended
  const reading = session.plan.parts.find((p) => p.kind === 'read words')!;
  await tutor
    .getByRole('navigation', { name: 'Parts' })
    .getByRole('button', { name: new RegExp(`^${reading.title}`) })
    .click();
  await tutor.keyboard.press('ArrowRight');
  await tutor.getByRole('button', { name: 'Leave the rest for next time' }).click();
  await tutor.getByRole('button', { name: 'What happened' }).click();
  await expect(tutor.getByText(/1 mark kept as evidence/)).toBeVisible();
  await expect(tutor.getByText(new RegExp(`Carried over to the next session:.*${reading.title}`))).toBeVisible();
  await tutor.getByLabel('Minutes', { exact: true }).fill('17');
  await tutor.getByRole('button', { name: 'Log this session' }).click();
  await expect
    .poll(async () => (await getJson<{ log: { minutes: number } | null }>(tutor.request, `${demo.url}/api/sessions/${id}`)).log?.minutes)
    .toBe(17);
  const evidence = await getJson<{ kind: string; outcome: string; at: string; gpc: string }[]>(
    tutor.request,
    `${demo.url}/api/children/${child.id}/evidence`,
  );
  expect(evidence.filter((o) => o.kind === 'session' && o.at > before)).toMatchObject([{ outcome: 'wrong' }]);
  // the next plan for the same pairs starts with the words that were left
  const teacher = await as('teacher');
  await go(teacher, `${demo.url}/sessions/new?group=${session.groupId}&focus=${encodeURIComponent(session.plan.focus.join(' '))}`);
  await expect(teacher.getByRole('region', { name: 'Read words' }).getByText('from last time').first()).toBeVisible();
});

test('a cover link opens one session with initials only, and nothing once it is withdrawn; the class teacher sees what to practise', async ({
  as,
  demo,
  browser,
}) => {
  const [teacher, classTeacher] = [await as('teacher'), await as('classTeacher')];
  const sessions = await getJson<SessionRow[]>(teacher.request, `${demo.url}/api/sessions`);
  const session = sessions.find((s) => s.log === null && s.members.length > 2)!;
  await go(teacher, `${demo.url}/sessions/${session.id}`);
  await teacher.getByRole('button', { name: 'Make a link' }).click();
  const address = await teacher.getByLabel('Cover link').inputValue();
  const context = await newContext(browser);
  const cover = await context.newPage();
  const seen: string[] = [];
  cover.on(
    'response',
    (response) =>
      void response.text().then(
        (text) => seen.push(text),
        () => undefined,
      ),
  );
  await go(cover, address);
  await expect(cover.getByRole('heading', { level: 1, name: session.groupName })).toBeVisible();
  for (const part of session.plan.parts) await expect(cover.getByRole('heading', { name: part.title })).toBeVisible();
  const shown = await cover.getByRole('main').innerText();
  // no name and no key of a child, neither on the page nor in anything that was sent
  for (const member of session.members) {
    expect(shown).toContain(
      member.name
        .split(' ')
        .map((n) => `${n[0]!}.`)
        .join(''),
    );
    for (const text of [shown, ...seen.filter((s) => s.startsWith('{'))]) {
      expect(text).not.toContain(member.name.split(' ')[0]!);
      expect(text).not.toContain(member.id);
    }
  }
  await expect(teacher.getByText(/opened/).first())
    .toBeVisible({ timeout: 1000 })
    .catch(() => teacher.reload());
  await teacher.getByRole('button', { name: 'Withdraw' }).click();
  await expect(teacher.getByText('Withdrawn. It opens nothing any more.')).toBeVisible();
  await cover.reload();
  await expect(cover.getByRole('heading', { name: 'This link opens nothing' })).toBeVisible();
  await context.close();

  // what to practise: this class teacher's children and nobody else's, each with a sheet for home
  await go(classTeacher, `${demo.url}/children/practise`);
  const rows = await getJson<{ id: string; name: string; words: { word: string }[] }[]>(classTeacher.request, `${demo.url}/api/practice`);
  const mine = await getJson<{ id: string }[]>(classTeacher.request, `${demo.url}/api/children`);
  expect(rows.length).toBeGreaterThan(3);
  for (const row of rows) expect(mine.map((c) => c.id)).toContain(row.id);
  await expect(classTeacher.getByRole('link', { name: /^Sheet for home/ })).toHaveCount(rows.length);
  const home = await classTeacher.request.get(
    demo.url +
      (await classTeacher
        .getByRole('link', { name: /^Sheet for home/ })
        .first()
        .getAttribute('href'))!,
  );
  expect(home.headers()['content-type']).toBe('application/pdf');
});

test('a group is handed over with a summary from its records; a note names a colleague, who finds it as new', async ({ as, demo }) => {
  const [teacher, tutor] = [await as('teacher'), await as('otherTutor')];
  await go(teacher, `${demo.url}/groups`);
  await teacher.getByRole('region', { name: 'Willow', exact: true }).getByRole('link', { name: 'Hand over' }).click();
  await expect(teacher.getByRole('region', { name: 'The group' })).toContainText(/Willow meets since .* sessions? (has|have) been held/);
  await teacher.getByRole('combobox', { name: 'Taken by' }).selectOption({ label: 'Idris Penhale' });
  await expect(teacher.getByText('Idris Penhale has this group now.')).toBeVisible();
  const note = teacher.getByRole('textbox', { name: 'A note on Willow' });
  await note.fill('They like to begin with the chain. @Idr');
  await teacher.getByRole('button', { name: 'Idris Penhale', exact: true }).click();
  await teacher.getByRole('button', { name: 'Leave the note' }).click();
  await expect(teacher.getByText(/for Idris Penhale/)).toBeVisible();
  // it is on the colleague’s Today without reloading, first, for them and new; seen, it is new no more
  const left = tutor.getByRole('region', { name: 'Left by colleagues' });
  await expect(left.getByRole('listitem').first()).toContainText('They like to begin with the chain.');
  await expect(left.getByRole('listitem').first()).toContainText('for you');
  // nothing is put aside as seen that was not shown
  await expect(left.getByText(/^\d+ new$/)).toBeVisible();
  await expect(left.getByRole('button', { name: /I have seen the/ })).toHaveCount(0);
  await left.getByRole('button', { name: /Show \d+ more/ }).click();
  await left
    .getByRole('button', { name: /I have seen the/ })
    .last()
    .click();
  await expect(left.getByRole('button', { name: /I have seen the/ })).toHaveCount(0);
  await expect(left.getByText('new', { exact: true })).toHaveCount(0);
  await left.getByRole('link', { name: 'Willow: note' }).first().click();
  await expect(tutor.getByRole('heading', { name: 'Willow: hand over' })).toBeVisible();
});
