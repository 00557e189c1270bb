import { allChildren, test, expect, getJson, go } from './support/fixtures.js';

interface ClassRow {
  id: string;
  name: string;
  taughtSteps: number;
  version: number;
}

// one after another on one server: each changes what the others do not look at
test.describe.configure({ mode: 'default' });
test.use({ shared: 'taught' });

test('how far a class is taught is set with one press, undone, and decides what is asked and what counts', async ({ as, demo }) => {
  const page = await as('classTeacher');
  const [wrens] = await getJson<ClassRow[]>(page.request, `${demo.url}/api/classes`);
  const before = (await allChildren(page, demo.url))[0]!.line.length;
  await go(page, `${demo.url}/children/classes`);
  await expect(page.getByLabel('Wrens follows')).toHaveValue('riverbank');
  await page.getByRole('button', { name: 'Taught up to Step 14' }).click();
  await expect(page.getByText('Wrens: taught up to step 14')).toBeVisible();
  const longer = (await allChildren(page, demo.url))[0]!;
  expect(longer.line.length).toBeGreaterThan(before);
  // what was not asked yet is no gap; words read in checks may have told of some already
  expect(longer.line.slice(before).some((c) => c.state === 'unchecked')).toBe(true);

  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Taught up to Step 12', exact: true })).toHaveAttribute('aria-pressed', 'true');
  expect((await allChildren(page, demo.url))[0]!.line.length).toBe(before);
  const [back] = await getJson<ClassRow[]>(page.request, `${demo.url}/api/classes`);
  expect(back!.taughtSteps).toBe(wrens!.taughtSteps);

  // another order: as far as it comes to the same, said pair by pair, and back in one press
  const states = (await allChildren(page, demo.url))[0]!.line.map((c) => c.gpc);
  await page.getByLabel('Wrens follows').selectOption('hillside');
  await expect(page.getByText(/^Wrens follows Hillside order now, taught up to step \d+$/)).toBeVisible();
  await expect(page.getByText(/is nearest to what was taught before: look whether it is so/)).toBeVisible();
  const [there] = await getJson<ClassRow[]>(page.request, `${demo.url}/api/classes`);
  expect(there!.taughtSteps).toBeGreaterThan(wrens!.taughtSteps);
  const now = (await allChildren(page, demo.url))[0]!.line.map((c) => c.gpc);
  expect(now.filter((gpc) => states.includes(gpc)).length / states.length).toBeGreaterThan(0.75);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Wrens follows')).toHaveValue('riverbank');
  expect((await allChildren(page, demo.url))[0]!.line.map((c) => c.gpc)).toEqual(states);
});

test('two people at one class: the second is told and shown what is there', async ({ as, demo }) => {
  const [teacher, classTeacher] = [await as('teacher'), await as('classTeacher')];
  await go(teacher, `${demo.url}/children/classes`);
  await expect(teacher.getByRole('button', { name: 'Taught up to Step 12', exact: true })).toHaveAttribute('aria-pressed', 'true');
  // the teacher's page does not hear of the change until it has written
  let deaf = true;
  teacher.on('request', (request) => {
    if (request.method() === 'PATCH') deaf = false;
  });
  await teacher.route('**/api/classes', (route) => (deaf ? route.abort() : route.continue()));
  await go(classTeacher, `${demo.url}/children/classes`);
  await classTeacher.getByRole('button', { name: 'Taught up to Step 13', exact: true }).click();
  await expect(classTeacher.getByText('Wrens: taught up to step 13')).toBeVisible();
  await teacher.getByRole('button', { name: 'Taught up to Step 15', exact: true }).click();
  await expect(teacher.getByText('Somebody else changed this class just now.')).toBeVisible();
  await expect(teacher.getByRole('button', { name: 'Taught up to Step 13', exact: true })).toHaveAttribute('aria-pressed', 'true');
});

test('a tutor sees how far a class is but cannot set it', async ({ as, demo }) => {
  const page = await as('tutor');
  await go(page, `${demo.url}/children/classes`);
  await expect(page.getByText('Set by the class teacher, the intervention teacher or the lead.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Taught up to Step 14' })).toBeDisabled();
});
