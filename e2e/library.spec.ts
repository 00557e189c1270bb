import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { loadLexicon } from '@sapling/core';
import { gpcsOf, segment, taughtAfter, type TeachingOrder } from '@sapling/core/phonics';
import type { Page } from '@playwright/test';
import { allChildren, expect, getJson, test, go } from './support/fixtures.js';

interface ClassRow {
  id: string;
  name: string;
  orderId: string;
  taughtSteps: number;
}
async function taughtIn(
  page: Page,
  url: string,
  name: string,
): Promise<{ taught: Set<string>; wholes: Set<string>; order: TeachingOrder; row: ClassRow }> {
  const row = (await getJson<ClassRow[]>(page.request, `${url}/api/classes`)).find((c) => c.name === name)!;
  const order = (await getJson<TeachingOrder[]>(page.request, `${url}/api/orders`)).find((o) => o.id === row.orderId)!;
  const { gpcs, words } = taughtAfter(order, row.taughtSteps);
  return { taught: new Set(gpcs), wholes: new Set(words), order, row };
}

// one after another on one server: each changes what the others do not look at
test.describe.configure({ mode: 'default' });
test.use({ shared: 'library' });

test('the chart of sounds marks what is taught; a sound opens with its words; a cue is kept and shared', async ({ as, demo }) => {
  const [teacher, classTeacher] = [await as('teacher'), await as('classTeacher')];
  const { taught } = await taughtIn(teacher, demo.url, 'Wrens');
  await go(teacher, `${demo.url}/library`);
  const ay = teacher.getByRole('button', { name: /^ay as in/ });
  await expect(ay).toHaveAccessibleName(new RegExp(taught.has('ai:ay') ? 'ai \\d+ in 100, taught' : 'ai \\d+ in 100;'));
  await ay.click();
  const panel = teacher.getByRole('dialog');
  await expect(panel).toContainText('Mouth');
  await panel.getByRole('button', { name: /cue for ai$/ }).click();
  await panel.getByLabel('Key word').fill('snail');
  await panel.getByLabel('Action').fill('draw a spiral');
  await panel.getByRole('button', { name: 'Keep' }).click();
  await expect(panel).toContainText('Key word: snail · Action: draw a spiral');

  await go(classTeacher, `${demo.url}/library`);
  await classTeacher.getByRole('button', { name: /^ay as in snail/ }).click();
  await expect(classTeacher.getByRole('dialog')).toContainText('draw a spiral');
  await expect(classTeacher.getByRole('dialog').getByRole('button', { name: /our cue/ })).toHaveCount(0);
});

test('every word tool keeps to what the class was taught, plus the pair practised', async ({ as, demo }) => {
  const page = await as('teacher');
  const lexicon = await loadLexicon();
  const { taught, wholes } = await taughtIn(page, demo.url, 'Wrens');
  await go(page, `${demo.url}/library/words`);
  const tool = (name: string) =>
    page
      .getByRole('navigation', { name: 'Word tools' })
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .click();
  const readable = (word: string, focus?: string): boolean =>
    wholes.has(word) || segment(lexicon, word).some((cut) => gpcsOf(cut).every((gpc) => taught.has(gpc) || gpc === focus));
  const words = async (name: string): Promise<string[]> => {
    const region = page.getByRole('region', { name });
    await expect(region.locator('.font-child .sr-only').first()).toBeAttached();
    return region.locator('.font-child .sr-only').allTextContents();
  };
  for (const word of await words('Words')) expect(readable(word), word).toBe(true);
  const next = [...taught].length > 0 ? 'oa:oh' : '';
  await page.getByLabel('Practise').selectOption(next);
  await expect(async () => {
    for (const word of await words('Words')) expect(gpcsOf(segment(lexicon, word)[0]!), word).toContain('oa:oh');
  }).toPass();
  for (const word of await words('Words')) expect(readable(word, 'oa:oh'), word).toBe(true);

  await page.getByLabel('Practise').selectOption('');
  await tool('Made-up words');
  const made = await words('Made-up words');
  expect(made.length).toBeGreaterThan(10);
  for (const word of made) {
    expect(readable(word), word).toBe(true);
    expect(lexicon.has(word), word).toBe(false);
  }
  await tool('Word chain');
  const chain = await words('Word chain');
  expect(chain).toHaveLength(8);
  for (const word of chain) expect(readable(word), word).toBe(true);
  await page.getByLabel('starting with').fill('ship');
  await expect(page.getByRole('region', { name: 'Word chain' }).locator('.font-child .sr-only').first()).toHaveText('ship');
  await page.getByLabel('starting with').fill('zzz');
  await expect(page.getByText('is no word that can be read with what was taught')).toBeVisible();

  await tool('Listen and find');
  const rows = page.getByRole('row');
  await expect(rows).toHaveCount(9);
  const cells = await page.getByRole('cell').locator('.font-child').allTextContents();
  for (const word of cells) expect(readable(word), word).toBe(true);

  await tool('Rime families');
  await expect(page.getByRole('region', { name: 'Rime families' }).getByRole('listitem').first()).toBeVisible();
  await tool('Base and ending');
  for (const word of await words('Base and ending')) expect(readable(word), word).toBe(true);
  await tool('Sentences to dictate');
  const dictated = page.getByRole('region', { name: 'Sentences to dictate' }).locator('li .font-child');
  await expect(dictated.nth(2)).toBeVisible();
  const sentences = await dictated.allTextContents();
  expect(sentences.length).toBeGreaterThan(2);
  for (const sentence of sentences)
    for (const word of sentence.match(/[\p{L}’']+/gu)!) expect(readable(word.toLowerCase()), word).toBe(true);
});

test('a text is held against a class and each child; files open; a word cut by hand is kept and shared', async ({ as, demo }) => {
  const [page, colleague] = [await as('teacher'), await as('classTeacher')];
  await go(page, `${demo.url}/library/texts`);
  await page.getByRole('button', { name: 'A text of our own' }).click();
  const box = page.getByLabel('Type or paste a text');
  await box.fill('The rain ran to the zorgle.');
  await expect(page.getByText(/of 6 words can be read by Wrens/)).toBeVisible();
  const children = (await allChildren(page, demo.url)).filter((c) => c.line.length > 0);
  const wrens = children.filter((c) => c.classId === children[0]!.classId);
  await expect(page.getByRole('region', { name: 'For each child' }).getByRole('listitem')).toHaveCount(wrens.length);
  await page.getByRole('region', { name: 'For each child' }).getByRole('button').first().click();
  await expect(page.getByText(/can be read by Wrens/)).toHaveCount(0);
  await page.getByLabel('read by').selectOption('class');

  // opened files: a Markdown one, a Word one, and one that is no text
  const chooser = page.getByLabel('A text file');
  await chooser.setInputFiles({ name: 'pond.md', mimeType: 'text/markdown', buffer: Buffer.from('# The pond\n\nA **big** frog.\n') });
  await expect(box).toHaveValue('The pond\n\nA big frog.');
  await chooser.setInputFiles({ name: 'story.docx', mimeType: 'application/octet-stream', buffer: await docx('The hen sat on a bench.') });
  await expect(box).toHaveValue('The hen sat on a bench.');
  await chooser.setInputFiles({ name: 'bad.docx', mimeType: 'application/octet-stream', buffer: Buffer.from('no zip') });
  await expect(page.getByText('cannot be read as a .docx file')).toBeVisible();
  await chooser.setInputFiles({ name: 'x.png', mimeType: 'image/png', buffer: Buffer.from([1, 2, 3]) });
  await expect(page.getByText('is no text: open a .txt')).toBeVisible();
  await expect(box).toHaveValue('The hen sat on a bench.');

  await box.fill('again');
  await page
    .getByRole('button', { name: /^again/ })
    .first()
    .click();
  const panel = page.getByRole('dialog');
  await panel.getByRole('button', { name: 'Cut it differently' }).click();
  await panel.getByLabel('Its graphemes, with spaces between').fill('a g ai');
  await expect(panel.getByText('not “again”')).toBeVisible();
  await panel.getByLabel('Its graphemes, with spaces between').fill('a g ai n');
  await panel.getByLabel('Sound of ai').selectOption('ay');
  await panel.getByRole('button', { name: 'Keep this cut' }).click();
  await expect(panel).toContainText('Tobias Quill, for the school');
  await expect(panel).toContainText('/ay/');

  await go(colleague, `${demo.url}/library/texts?text=new`);
  await colleague.getByLabel('Type or paste a text').fill('again');
  await colleague
    .getByRole('button', { name: /^again/ })
    .first()
    .click();
  await expect(colleague.getByRole('dialog')).toContainText('Tobias Quill, for the school');
  await panel.getByRole('button', { name: 'Back to the tool’s cut' }).click();
  await expect(panel).toContainText('the dictionary');
  await expect(colleague.getByRole('dialog')).toContainText('the dictionary');
});

test('an order is copied, changed by keys, drag and typing, kept, sent out as a file and read back', async ({ as, demo }, info) => {
  const page = await as('teacher');
  await go(page, `${demo.url}/library/orders`);
  await page.getByRole('button', { name: 'Copy it' }).first().click();
  await page.getByLabel('Name of the order').fill('Our order');
  await expect(page.getByText(/words at the end/)).toBeVisible();
  const step = (n: number) => page.getByRole('listitem').filter({ has: page.getByLabel(`Name of step ${n}`, { exact: true }) });
  const chips = async (n: number): Promise<string[]> =>
    step(n)
      .locator('[data-pair]')
      .evaluateAll((list) => list.map((x) => x.getAttribute('data-pair')!));
  const [one, two] = [await chips(1), await chips(2)];

  await page.locator(`[data-pair="${one[0]}"]`).focus();
  await page.keyboard.press('Alt+ArrowRight');
  await expect.poll(() => chips(1)).toEqual([one[1], one[0], ...one.slice(2)]);
  await expect(page.locator(`[data-pair="${one[0]}"]`)).toBeFocused();
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(() => chips(2)).toEqual([one[0], ...two]);
  await page.keyboard.press('Delete');
  await expect.poll(() => chips(2)).toEqual(two);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => chips(2)).toEqual([one[0], ...two]);

  const from = (await page.locator(`[data-pair="${two[1]}"]`).boundingBox())!;
  const to = (await page.locator(`[data-pair="${one[1]}"]`).boundingBox())!;
  await page.mouse.move(from.x + 8, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(to.x + 20, to.y + 12, { steps: 8 });
  await page.mouse.up();
  await expect.poll(() => chips(1)).toEqual([two[1], ...one.slice(1)]);

  await page.getByRole('button', { name: 'Add a pair to Step 1', exact: true }).click();
  await page.getByLabel('Grapheme to add').fill('oa');
  await page
    .getByRole('listitem')
    .getByRole('button', { name: /oa.*moves here/ })
    .or(step(1).locator('button', { hasText: 'oa' }))
    .first()
    .click();
  await expect.poll(() => chips(1)).toContain('oa:oh');
  await page.getByLabel('Irregular words of Step 1', { exact: true }).fill('said');
  await page.getByLabel('Irregular words of Step 1', { exact: true }).press('Enter');
  await page.getByLabel('Name of step 1', { exact: true }).fill('To begin');
  await page.getByRole('button', { name: 'Move To begin down' }).click();
  await expect(page.getByLabel('Name of step 2', { exact: true })).toHaveValue('To begin');
  await page.getByRole('button', { name: 'Keep this order' }).click();
  await expect(page.getByText('“Our order” is kept.')).toBeVisible();

  const orders = await getJson<TeachingOrder[]>(page.request, `${demo.url}/api/orders`);
  const ours = orders.find((o) => o.name === 'Our order')!;
  expect(ours.steps[1]).toMatchObject({ name: 'To begin', words: ['said'] });
  expect(ours.steps.flatMap((s) => s.words).filter((w) => w === 'said')).toHaveLength(1);

  await page.getByRole('link', { name: 'Our order' }).click();
  for (const kind of ['CSV', 'JSON']) {
    const wait = page.waitForEvent('download');
    await page.getByRole('button', { name: kind }).click();
    const file = info.outputPath(`order.${kind.toLowerCase()}`);
    await (await wait).saveAs(file);
    const text = await readFile(file, 'utf8');
    expect(text).toContain('To begin');
    await go(page, `${demo.url}/library/orders`);
    await page.getByLabel('A teaching order as CSV or JSON').setInputFiles(file);
    await expect(page.getByLabel('Name of step 2', { exact: true })).toHaveValue('To begin');
    await expect.poll(() => chips(2)).toEqual(ours.steps[1]!.gpcs);
    await page.getByRole('link', { name: 'All orders' }).click();
    await page.getByRole('link', { name: 'Our order' }).click();
  }
  await go(page, `${demo.url}/library/orders`);
  await page
    .getByLabel('A teaching order as CSV or JSON')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"steps":1}') });
  await expect(page.getByText('is no teaching order that can be read')).toBeVisible();
});

test('two people at one order: the second sees both and chooses; a class on it is told what counts as taught; leaving asks', async ({
  as,
  demo,
}) => {
  const [one, two] = [await as('teacher'), await as('lead')];
  await go(one, `${demo.url}/library/orders`);
  await one.getByRole('button', { name: 'Copy it' }).first().click();
  await one.getByLabel('Name of the order').fill('Shared order');
  await one.getByRole('button', { name: 'Keep this order' }).click();
  await expect(one.getByText('“Shared order” is kept.')).toBeVisible();
  const id = (await getJson<TeachingOrder[]>(one.request, `${demo.url}/api/orders`)).find((o) => o.name === 'Shared order')!.id;
  await go(one, `${demo.url}/children/classes`);
  await one.getByLabel('Wrens follows').selectOption(id);
  await expect(one.getByLabel('Wrens follows')).toHaveValue(id);
  const before = await allChildren(one, demo.url);

  for (const page of [one, two]) {
    await go(page, `${demo.url}/library/orders/${id}`);
    await page.getByLabel('Name of the order').waitFor();
  }
  await one.getByRole('button', { name: 'Take Step 2 out' }).click();
  await expect(one.getByText('What counts as taught changes for classes on this order.')).toBeVisible();
  await two.getByLabel('Name of step 1', { exact: true }).fill('First');
  await two.getByRole('button', { name: 'Keep this order' }).click();
  await expect(two.getByText('“Shared order” is kept.')).toBeVisible();
  await one.getByRole('button', { name: 'Keep this order' }).click();
  const dialog = one.getByRole('dialog');
  await expect(dialog).toContainText('Both are kept until you choose');
  await dialog.getByRole('button', { name: 'Keep mine' }).click();
  await one.getByRole('link', { name: 'All orders' }).click();
  await expect(one.getByRole('dialog')).toContainText('Leave without keeping it?');
  await one.getByRole('button', { name: 'Stay here' }).click();
  await one.getByRole('button', { name: 'Keep this order' }).click();
  await expect(one.getByText('“Shared order” is kept.')).toBeVisible();

  // what was observed is as it was: every pair still on the line rests on as many observations
  const after = await allChildren(one, demo.url);
  for (const child of before) {
    const now = new Map(after.find((c) => c.id === child.id)!.line.map((p) => [p.gpc, p.basedOn]));
    for (const p of child.line) if (now.has(p.gpc)) expect(now.get(p.gpc)).toBe(p.basedOn);
  }
});

test('rules are counted at the class’s level, and a stated one stands with the others', async ({ as, demo }) => {
  const [page, colleague] = [await as('teacher'), await as('classTeacher')];
  await go(page, `${demo.url}/library/rules`);
  const rule = page.locator('details', { hasText: 'c before e, i or y says s.' });
  await expect(rule).toContainText(/\d+ in 100/);
  await page.getByLabel('counted over').selectOption('common');
  const two = page.locator('details', { hasText: 'When two vowel letters stand together' });
  await expect(two).toContainText(/[3-6]\d in 100/);
  await two.locator('summary').click();
  await expect(two).toContainText('Break it, commonest first');

  await page.getByRole('button', { name: 'State a rule' }).click();
  const panel = page.getByRole('dialog');
  await panel.getByLabel('This spelling').fill('ow');
  await panel.getByLabel('says').selectOption('oh');
  await panel.getByLabel('where it stands').selectOption('end');
  await expect(panel).toContainText(/Holds \d+ times of \d+/);
  await panel.getByRole('button', { name: 'Keep this rule' }).click();
  await go(colleague, `${demo.url}/library/rules`);
  await expect(colleague.getByRole('region', { name: 'Stated here' })).toContainText('ow at the end says oh.');
  const stated = page.getByRole('region', { name: 'Stated here' });
  await stated.locator('summary').click();
  await stated.getByRole('button', { name: 'Put this rule away' }).click();
  await expect(page.getByRole('region', { name: 'Stated here' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('region', { name: 'Stated here' })).toBeVisible();
});

/** A small .docx: a zip with one part. */
async function docx(text: string): Promise<Buffer> {
  const require = createRequire(new URL('../web/package.json', import.meta.url));
  const JSZip = createRequire(require.resolve('mammoth'))('jszip') as new () => {
    file(name: string, data: string): void;
    generateAsync(o: { type: 'nodebuffer' }): Promise<Buffer>;
  };
  const zip = new JSZip();
  zip.file(
    '[Content_Types].xml',
    '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
  );
  zip.file(
    '_rels/.rels',
    '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
  );
  zip.file(
    'word/document.xml',
    `<?xml version="1.0"?><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body><w:p><w:r><w:t>${text}</w:t></w:r></w:p></w:body></w:document>`,
  );
  return zip.generateAsync({ type: 'nodebuffer' });
}
