/** The week: clashes, moves by mouse and key, the solver and why not, what rests on it; a group given for a time; what comes after a cycle. */
import { daysAfter } from '@sapling/core';
import type { Group, Session, Timetable } from '@sapling/contract';
import type { Page } from '@playwright/test';
import { uuidv7 } from '../server/src/ids.js';
import { allChildren, getJson, PEOPLE, test, expect, now, today, go } from './support/fixtures.js';

const meeting = (page: Page, label: RegExp) => page.getByRole('table', { name: 'The week' }).getByRole('button', { name: label });
const clashes = (page: Page) => page.getByRole('heading', { name: /clash/ });
const timetable = (page: Page, url: string): Promise<Timetable> => getJson(page.request, `${url}/api/timetable`);
const groupNamed = async (page: Page, url: string, name: string): Promise<Group> =>
  (await getJson<Group[]>(page.request, `${url}/api/groups`)).find((g) => g.name === name)!;
async function openWeek(page: Page, url: string): Promise<void> {
  await go(page, `${url}/sessions/timetable`);
  await expect(page.getByRole('button', { name: 'Place all anew' })).toBeVisible();
}
/** Carries what is at one place to another with the mouse, in steps as a hand does. */
async function carry(
  page: Page,
  from: ReturnType<Page['getByRole']>,
  to: ReturnType<Page['getByRole']>,
  before?: () => Promise<void>,
): Promise<void> {
  await from.scrollIntoViewIfNeeded();
  const [a, b] = [(await from.boundingBox())!, (await to.boundingBox())!];
  await page.mouse.move(a.x + 20, a.y + 12);
  await page.mouse.down();
  await page.mouse.move(a.x + 40, a.y + 20, { steps: 3 });
  await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 6 });
  await before?.();
  await page.mouse.up();
}

test('clashes are named, a meeting moves by key and by mouse, the rest is placed, and each change can be taken back', async ({
  as,
  demo,
}) => {
  const page = await as('teacher');
  await openWeek(page, demo.url);
  await expect(clashes(page)).toHaveText('1 clash');
  await expect(page.getByText(/would miss a lesson on Wednesday 9:10 \(Willow\)/)).toBeVisible();
  // by key, over a place that clashes too to where nothing does; the card keeps the focus
  await meeting(page, /^Willow, Wednesday 9:10/).focus();
  await page.keyboard.press('ArrowDown');
  await expect(meeting(page, /^Willow, Wednesday 10:40/)).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(meeting(page, /^Willow, Wednesday 13:15/)).toBeFocused();
  await expect(page.getByRole('heading', { name: 'Nothing clashes' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(clashes(page)).not.toHaveText('Nothing clashes');
  // by mouse: the cell says what it would do before the drop
  const empty = page.getByRole('cell', { name: 'Wednesday 9:10' });
  await carry(page, meeting(page, /^Alder, Wednesday/), empty, async () => expect(empty).toContainText('is not there'));
  await expect(meeting(page, /^Alder, Wednesday 9:10.*Clash: .*is not there/)).toBeVisible();
  // placed by the solver: what clashed is put right, what was missing is there
  await page.getByRole('button', { name: 'Place the rest' }).click();
  await expect(page.getByRole('heading', { name: 'Every group meets as often as it is to' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Nothing clashes' })).toBeVisible();
  expect((await timetable(page, demo.url)).meetings).toHaveLength(16);
  // taken out by key, opened and put in again without the mouse
  await meeting(page, /^Alder, Monday/).focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: /Alder 3 of 4/ })).toBeVisible();
  await page.getByRole('button', { name: /Alder 3 of 4/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('When').selectOption({ label: 'Tuesday 10:40 (clashes)' });
  await expect(dialog.getByText('Alder meets then already.')).toBeVisible();
  await dialog.getByLabel('When').selectOption({ label: 'Monday 10:40' });
  await dialog.getByLabel('Where').selectOption({ label: 'Small studio' });
  await dialog.getByRole('button', { name: /^Keep/ }).click();
  await expect(meeting(page, /^Alder, Monday 10:40.*Small studio/)).toBeVisible();
});

test('what makes a week impossible is named; rooms, lessons and holidays are set by the lead, and sessions follow', async ({
  as,
  demo,
}) => {
  const [lead, teacher] = [await as('lead'), await as('teacher')];
  await go(lead, `${demo.url}/sessions/timetable/set-up`);
  // a room less, a lesson more, a holiday tomorrow
  await lead.getByRole('region', { name: 'Rooms' }).getByRole('button', { name: 'Remove Small studio' }).click();
  await lead.getByRole('button', { name: 'Reading nook is free Thursday 9:10 to 9:35' }).click();
  await lead.getByRole('button', { name: 'A lesson' }).click();
  await lead.getByLabel('Name of lesson 4').fill('Choir');
  await lead.getByLabel('Class of Choir').selectOption({ label: 'every class' });
  await lead.getByLabel('Choir ends').fill('08:00');
  await expect(lead.getByText(/before it begins/)).toBeVisible();
  await lead.getByLabel('Choir begins').fill('13:00');
  await lead.getByLabel('Choir ends').fill('13:30');
  await lead.getByRole('button', { name: 'A holiday' }).click();
  const day = daysAfter(today(), 1);
  await lead.getByLabel('Name of holiday 2').fill('Staff day');
  await lead.getByLabel('Last day of Staff day').fill(day);
  await lead.getByLabel('First day of Staff day').fill(day);
  // the term began last week and ends in ten days; the next one begins a week after
  for (const [k, [from, to]] of [
    [-7, 10],
    [18, 60],
  ].entries()) {
    await lead.getByRole('button', { name: 'A term' }).click();
    await lead.getByLabel(`Name of term ${k + 1}`).fill(`Term ${k + 1}`);
    await lead.getByLabel(`Last day of Term ${k + 1}`).fill(daysAfter(today(), to!));
    await lead.getByLabel(`First day of Term ${k + 1}`).fill(daysAfter(today(), from!));
  }
  await lead.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(lead.getByRole('button', { name: 'Keep', exact: true })).toHaveCount(0);
  await go(lead, `${demo.url}/sessions`);
  await expect(lead.getByText('This week · Term 1, week 2')).toBeVisible();
  // one line that cannot be read keeps no other back
  await lead.route('**/api/retention*', (route) => route.abort());
  await lead.goto(demo.url);
  const inTheSchool = lead.getByRole('region', { name: 'In the school' });
  await expect(inTheSchool).toContainText(/Staff day from .*: no sessions until/);
  await go(teacher, `${demo.url}/sessions/new?on=${daysAfter(today(), 13)}`);
  await expect(teacher.getByText('Between Term 1 and Term 2: no group meets on this day.')).toBeVisible();

  await openWeek(teacher, demo.url);
  await expect(teacher.getByText(/Small studio/)).toHaveCount(0);
  await expect(teacher.getByRole('cell', { name: 'Monday 13:15' })).toContainText('Choir');
  await teacher.getByRole('button', { name: 'Place all anew' }).click();
  const why = teacher.getByRole('region', { name: 'Why not' });
  await expect(why).toContainText('There is no timetable in which all of this holds');
  await expect(why).toContainText(/meets? 4 times a week, once a day at most/);
  // what fits is placed, and clashes with nothing
  await why.getByRole('button', { name: /^Place the \d+ that fit/ }).click();
  await expect(teacher.getByRole('heading', { name: 'Nothing clashes' })).toBeVisible();
  // sessions say where and when
  const [meets] = (await timetable(teacher, demo.url)).meetings;
  const [slot, weekday] = meets!.slot.split('@');
  const sessions = await getJson<Session[]>(teacher.request, `${demo.url}/api/sessions`);
  const session = sessions.find((s) => s.log === null && s.groupId === meets!.group)!;
  const next = new Date(now());
  do next.setUTCDate(next.getUTCDate() + 1);
  while (next.getUTCDay() !== Number(weekday));
  await go(teacher, `${demo.url}/sessions/${session.id}`);
  await teacher.getByLabel('Day').fill(next.toISOString().slice(0, 10));
  const clock = { nine: '9:10', ten: '10:40', one: '13:15' }[slot!]!;
  await expect(teacher.getByText(new RegExp(`at ${clock}, Reading nook`))).toBeVisible();
  await go(teacher, `${demo.url}/sessions/new?group=${meets!.group}&on=${day}`);
  await expect(teacher.getByText('Staff day: no group meets on this day.')).toBeVisible();
});

test('two people move meetings at once: the second is told, sees what the first did, and can do it again on top', async ({ as, demo }) => {
  const [one, two] = [await as('teacher'), await as('lead')];
  await openWeek(one, demo.url);
  await openWeek(two, demo.url);
  // the second page has not heard of the first one's change yet
  await two.route('**/api/events', (route) => route.abort());
  await two.route('**/api/timetable', (route) => (route.request().method() === 'GET' ? route.fulfill({ status: 503 }) : route.continue()));
  await meeting(one, /^Willow, Wednesday 9:10/).focus();
  await one.keyboard.press('ArrowDown');
  await expect(meeting(one, /^Willow, Wednesday 10:40/)).toBeVisible();
  await two.unroute('**/api/timetable');
  // a change made on the version from before
  const old = await timetable(one, demo.url);
  const me = await getJson<{ me: { csrf: string } }>(two.request, `${demo.url}/api/auth/state`);
  const refused = await two.request.put(`${demo.url}/api/timetable`, {
    headers: { 'x-csrf-token': me.me.csrf },
    data: { version: old.version - 1, meetings: [] },
  });
  expect(refused.status()).toBe(409);
  await expect(meeting(two, /^Willow, Wednesday 9:10|^Willow, Wednesday 10:40/)).toBeVisible();
  await meeting(two, /^Hazel, Monday/).focus();
  await two.keyboard.press('ArrowUp');
  const again = two.getByRole('button', { name: 'Make it again' });
  await expect(again.or(meeting(two, /^Hazel, Monday 10:40/)).first()).toBeVisible();
  if (await again.isVisible()) await again.click();
  await expect(meeting(two, /^Hazel, Monday 10:40/)).toBeVisible();
  const now = await timetable(two, demo.url);
  expect(now.meetings.some((m) => m.name === 'Willow' && m.slot === 'ten@3')).toBe(true);
  expect(now.meetings.some((m) => m.name === 'Hazel' && m.slot === 'ten@1')).toBe(true);
});

test('a group is given for a time: its sessions are run by name, nothing else of the children is seen, and it comes back', async ({
  as,
  demo,
}) => {
  const page = await as('teacher');
  const willow = await groupNamed(page, demo.url, 'Willow');
  await go(page, `${demo.url}/groups`);
  await page.getByRole('button', { name: 'More for Willow' }).click();
  await page.getByRole('menuitem', { name: 'Give to a colleague for a time' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Give it' }).click();
  await expect(dialog.getByText('Choose a colleague.')).toBeVisible();
  await dialog.getByRole('combobox', { name: 'Colleague' }).selectOption({ label: PEOPLE.otherTutor });
  await dialog.getByRole('button', { name: 'Give it' }).click();
  await expect(page.getByText(new RegExp(`With ${PEOPLE.otherTutor} until`))).toBeVisible();

  const cover = await as('otherTutor');
  await expect(cover.getByRole('heading', { name: 'Willow', level: 3 })).toBeVisible();
  await go(cover, `${demo.url}/groups`);
  const card = cover.getByRole('region', { name: 'Willow', exact: true });
  await expect(card).toContainText(`Yours, given by ${PEOPLE.teacher}`);
  await expect(card).toContainText('whose records you do not see');
  const sessions = await getJson<Session[]>(cover.request, `${demo.url}/api/sessions`);
  const own = sessions.find((s) => s.groupId === willow.id && s.log === null)!;
  expect(own.members).toHaveLength(willow.members.length);
  await go(cover, `${demo.url}/sessions/${own.id}/run`);
  await expect(cover.getByText(own.members[0]!.name.split(' ')[0]!).first()).toBeVisible();
  await go(cover, `${demo.url}/children/${willow.members[0]!}`);
  await expect(cover.getByText(own.members[0]!.name)).toHaveCount(0);
  await go(cover, `${demo.url}/groups`);
  await card.getByRole('button', { name: 'Give it back now' }).click();
  await expect(cover.getByRole('region', { name: 'Willow', exact: true })).toHaveCount(0);
  // the teacher hears of it without reloading
  await expect(page.getByText(new RegExp(`With ${PEOPLE.otherTutor} until`))).toHaveCount(0);
});

test('after a cycle who knows the whole focus leaves, as suggested, and comes back by undo', async ({ as, demo }) => {
  const page = await as('teacher');
  const willow = await groupNamed(page, demo.url, 'Willow');
  const child = willow.members[0]!;
  const { me } = await getJson<{ me: { csrf: string; colleague: { id: string } } }>(page.request, `${demo.url}/api/auth/state`);
  const entries = willow.focus.flatMap((gpc) =>
    Array.from({ length: 14 }, (_, k) => {
      const id = uuidv7();
      const at = new Date(Date.parse(now()) - (k + 1) * 3_600_000).toISOString();
      return { type: 'observation', id, record: { id, child, by: me.colleague.id, at, kind: 'see-say', gpc, outcome: 'right', ms: 700 } };
    }),
  );
  for (let k = 0; k < entries.length; k += 40) {
    const sent = await page.request.post(`${demo.url}/api/outbox`, {
      headers: { 'x-csrf-token': me.csrf },
      data: { entries: entries.slice(k, k + 40) },
    });
    expect(sent.ok()).toBe(true);
  }
  const name = (await allChildren(page, demo.url)).find((c) => c.id === child)!.givenName;
  await go(page, `${demo.url}/groups/${willow.id}/outcome`);
  const next = page.getByRole('region', { name: 'What this suggests' });
  const step = next.getByRole('checkbox', { name: new RegExp(`^${name} (leaves|moves)`) });
  await expect(step).toBeVisible();
  if (!(await step.isChecked())) await step.check();
  const focus = next.getByRole('checkbox', { name: /^Willow takes up/ });
  if (await focus.isVisible()) await focus.uncheck();
  await next.getByRole('button', { name: 'Make these changes' }).click();
  await expect.poll(async () => (await groupNamed(page, demo.url, 'Willow')).members.includes(child)).toBe(false);
  expect((await groupNamed(page, demo.url, 'Willow')).focus).toEqual(willow.focus);
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect.poll(async () => (await groupNamed(page, demo.url, 'Willow')).members.includes(child)).toBe(true);
});
