/** A code besides the password, from setting it up to the lost phone; and a forgotten password, by letter. */
import { CLOCK_HEADER } from '@sapling/contract';
import { Secret, TOTP } from 'otpauth';
import { SimulatedMailServer, textOf } from '../server/src/mail/simulated-server.js';
import { expect, LEAD, newContext, setUpSchool, test } from './support/fixtures.js';
import { TestServer } from './support/server.js';

test('a lead sets up a code, keeps spare ones, signs in with each, and ends it', async ({ browser, empty }) => {
  const context = await newContext(browser);
  const page = await context.newPage();
  await page.goto(empty.url);
  await setUpSchool(page);
  await page.getByRole('link', { name: 'Team' }).click();
  await page.getByRole('region', { name: 'A code besides the password' }).getByRole('button', { name: 'Set it up' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Your password').fill('not my password');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('This is not your password.')).toBeVisible();
  await dialog.getByLabel('Your password').fill(LEAD.password);
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('img', { name: 'Code for an app' })).toBeVisible();
  const secret = (await dialog.locator('.font-mono').first().textContent())!.replace(/\s/g, '');
  // the server's clock is the tests'
  const code = async (steps = 0): Promise<string> => {
    const { headers } = await page.evaluate(async () => {
      const answer = await fetch('/api/health');
      return { headers: Object.fromEntries(answer.headers) };
    });
    return new TOTP({ secret: Secret.fromBase32(secret), digits: 6, period: 30 }).generate({
      timestamp: Number(headers[CLOCK_HEADER]) + steps * 30_000,
    });
  };
  await dialog.getByLabel('The code it shows now').fill('000000');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('This code is not right.').first()).toBeVisible();
  await dialog.getByLabel('The code it shows now').fill(await code(-1));
  await page.keyboard.press('Enter');
  const list = dialog.getByRole('list', { name: 'Spare codes' }).getByRole('listitem');
  await expect(list).toHaveCount(10);
  const spare = await list.allTextContents();
  await dialog.getByRole('button', { name: 'I have kept them' }).click();
  await expect(page.getByText('Signing in asks for a code from your device as well.')).toBeVisible();

  const signIn = async (given: () => Promise<string>): Promise<void> => {
    await page.getByRole('button', { name: 'Sign out' }).click();
    await page.getByLabel('Email').fill(LEAD.email);
    await page.getByLabel('Password').fill(LEAD.password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('heading', { name: 'Now the code from your device' })).toBeVisible();
    await page.getByLabel('Code').fill(await given());
    await page.keyboard.press('Enter');
  };
  await signIn(() => code());
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
  await signIn(async () => '123123');
  await expect(page.getByText('This code is not right.')).toBeVisible();
  await page.getByLabel('Code').fill(spare[0]!);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
  await page.getByRole('link', { name: 'Team' }).click();
  await page.getByRole('region', { name: 'A code besides the password' }).getByRole('button', { name: 'End it' }).click();
  await dialog.getByLabel('Your password').fill(LEAD.password);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'A code besides the password' }).getByRole('button', { name: 'Set it up' })).toBeVisible();
  await context.close();
});

test('a forgotten password: a letter, its link, and the new one opens', async ({ browser }) => {
  const mail = new SimulatedMailServer();
  const env = {
    SAPLING_SMTP: await mail.open(),
    SAPLING_MAIL_FROM: 'sapling@robinsfield.example',
    SAPLING_ADDRESS: 'https://sapling.example',
  };
  const server = await TestServer.start({ demo: false, env });
  const context = await newContext(browser);
  try {
    const page = await context.newPage();
    await page.goto(server.url);
    await setUpSchool(page);
    await page.getByRole('button', { name: 'Sign out' }).click();
    await page.getByRole('button', { name: 'Forgotten your password?' }).click();
    await page.getByLabel('Email').fill(LEAD.email);
    await page.getByRole('button', { name: 'Send me a link' }).click();
    await expect(page.getByText('a letter with a link is on its way')).toBeVisible();
    await expect.poll(() => mail.letters.length).toBe(1);
    const [, path] = /https:\/\/sapling\.example(\/\S+)/.exec(textOf(mail.letters[0]!))!;
    await page.goto(server.url + path!);
    await page.getByLabel('New password').fill('four loud mountains');
    await page.getByLabel('Once more').fill('four loud mountains');
    await page.getByRole('button', { name: 'Set it' }).click();
    await page.getByRole('link', { name: 'Sign in' }).click();
    await page.getByLabel('Email').fill(LEAD.email);
    await page.getByLabel('Password').fill('four loud mountains');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
  } finally {
    await context.close();
    await server.dispose();
    await mail.close();
  }
});
