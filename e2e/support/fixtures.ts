/** What every browser test starts from: a server of its own, and people signed in through the real page. */
import { writeFileSync } from 'node:fs';
import {
  test as base,
  expect,
  type APIRequestContext,
  type Browser,
  type BrowserContext,
  type Page,
  type TestInfo,
} from '@playwright/test';
import { PEOPLE, type Person } from './people.js';
import { TestServer, WarmHost } from './server.js';
import { SeveralServers } from './several.js';

export { now, today } from './clock.js';
export { PEOPLE, type Person };

/** What a test may do with the school it runs on. */
export type Served = Pick<TestServer, 'url' | 'folder' | 'output' | 'run' | 'end' | 'dispose'>;

interface Fixtures {
  /**
   * A name under which tests share one server a worker: for tests that change nothing another one looks at. Empty: each test
   * has its own. A worker keeps one at a time.
   */
  shared: string;
  /** Whether a school is several processes on one PostgreSQL, behind a proxy that ends TLS. */
  several: boolean;
  /** A server on a copy of the demo school. */
  demo: Served;
  /** A server on an empty folder. */
  empty: TestServer;
  /** Signs a demo person in, in a browser context of their own. */
  as: (person: Person) => Promise<Page>;
}

async function disposable(
  options: { template?: string; demo: boolean; host?: WarmHost },
  give: (server: TestServer) => Promise<void>,
): Promise<void> {
  await disposed(await TestServer.start(options), give);
}
async function disposed<S extends Served>(server: S, give: (server: S) => Promise<void>): Promise<void> {
  try {
    await give(server);
  } finally {
    await server.dispose();
  }
}

/** Gives a server to a test; what it said is kept beside the pictures of one that failed. */
const saying =
  <S extends Served>(give: (server: S) => Promise<void>, testInfo: TestInfo) =>
  async (server: S): Promise<void> => {
    await give(server);
    if (testInfo.status !== testInfo.expectedStatus) writeFileSync(testInfo.outputPath('server.log'), server.output.join(''));
  };

/** A page of a demo person who presses their name, as anybody does who opens the demo. */
export async function signInThroughPage(context: BrowserContext, url: string, person: Person): Promise<Page> {
  const page = await context.newPage();
  await page.goto(url);
  await page.getByRole('button', { name: new RegExp(PEOPLE[person]) }).click();
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
  return page;
}
/**
 * A page of a demo person: by the sign-in that every copy of the demo has, or through the page where that has ended or a school
 * of several processes never had it.
 */
export async function signInDemo(context: BrowserContext, url: string, person: Person): Promise<Page> {
  const [name, value] = (JSON.parse(process.env.SAPLING_SIGNED_IN!) as Record<string, string>)[PEOPLE[person]]!.split('=');
  await context.addCookies([{ name: name!, value: value!, url, httpOnly: true, sameSite: 'Strict' }]);
  const page = await context.newPage();
  await page.goto(url);
  const places = page.getByRole('navigation', { name: 'Places' });
  const choice = page.getByRole('button', { name: new RegExp(PEOPLE[person]) });
  await expect(places.or(choice)).toBeVisible();
  if (await choice.isVisible()) await choice.click();
  await expect(places).toBeVisible();
  return page;
}

/**
 * Goes to a place as a link in the application does, which costs a sixth of loading the page anew. A page that is not open yet,
 * stands elsewhere, or stands there already, is loaded.
 * @param url the whole address
 */
export async function go(page: Page, url: string): Promise<void> {
  const { origin, pathname, search, hash } = new URL(url);
  const to = pathname + search + hash;
  const from = await page
    .locator('[data-place]')
    .getAttribute('data-place', { timeout: 50 })
    .catch(() => null);
  if (from === null || from === to || new URL(page.url()).origin !== origin) return void (await page.goto(url));
  await page.evaluate((place) => {
    const before = history.state as { idx?: number } | null;
    history.pushState({ idx: (before?.idx ?? 0) + 1, key: crypto.randomUUID?.() ?? String(history.length), usr: null }, '', place);
    dispatchEvent(new PopStateEvent('popstate', { state: history.state }));
  }, to);
  // another address of the same place may be where it leads on to
  await page.locator(`[data-place]:not([data-place=${JSON.stringify(from)}])`).waitFor({ state: 'attached' });
}

export const test = base.extend<Fixtures, { common: { name?: string; server?: Served; host: WarmHost }; host: WarmHost }>({
  shared: ['', { option: true }],
  several: [false, { option: true }],
  common: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      // beside the one of tests with a server of their own, which some of its files have as well
      const common: { name?: string; server?: Served; host: WarmHost } = { host: new WarmHost() };
      await use(common);
      await common.server?.dispose();
      common.host.end();
    },
    { scope: 'worker' },
  ],
  host: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const host = new WarmHost();
      await use(host);
      host.end();
    },
    { scope: 'worker' },
  ],
  demo: async ({ shared, several, common, host }, give, testInfo) => {
    const told = saying(give, testInfo);
    const options = { template: process.env.SAPLING_TEMPLATE!, demo: true };
    if (shared === '' && several) return disposed(await SeveralServers.start(), told);
    if (shared === '') return disposable({ ...options, host }, told);
    if (common.name !== shared) {
      await common.server?.dispose();
      common.server = several ? await SeveralServers.start() : await TestServer.start({ ...options, host: common.host });
      common.name = shared;
    }
    await told(common.server!);
  },
  // eslint-disable-next-line no-empty-pattern
  empty: async ({}, use, testInfo) => disposable({ demo: false }, saying(use, testInfo)),
  as: async ({ browser, demo }, give) => {
    const contexts: BrowserContext[] = [];
    await give(async (person) => {
      const context = await newContext(browser);
      contexts.push(context);
      return signInDemo(context, demo.url, person);
    });
    for (const context of contexts) await context.close();
    for (const context of contexts) expect(refused.get(context), 'what the content policy refused').toEqual([]);
  },
});

/** A browser of a person's own. Only where it `keepsFiles` can its pages open without the network: that costs each a fetch of them all. */
export async function newContext(browser: Browser, keepsFiles = false): Promise<BrowserContext> {
  // the certificate of a proxy in tests is of its own making
  const context = await browser.newContext({
    ignoreHTTPSErrors: true,
    reducedMotion: 'reduce',
    serviceWorkers: keepsFiles ? 'allow' : 'block',
  });
  const heard: string[] = [];
  refused.set(context, heard);
  context.on('console', (message) => {
    if (message.text().includes('Content Security Policy')) heard.push(`${message.page()?.url() ?? ''}: ${message.text()}`);
  });
  return context;
}
/** What the pages of a context tried that the content policy does not allow. */
const refused = new WeakMap<BrowserContext, string[]>();

/** Sets the clock of the device ahead, as it is where nobody has noticed. */
export const setDeviceAhead = (context: BrowserContext, ms: number): Promise<unknown> =>
  context.addInitScript((ahead) => {
    const [now, origin] = [Date.now, performance.timeOrigin];
    Date.now = () => now() + ahead;
    Object.defineProperty(performance, 'timeOrigin', { value: origin + ahead });
  }, ms);

export async function getJson<T>(request: APIRequestContext, url: string): Promise<T> {
  // the first list of a school that was just made is judged anew, child by child
  const response = await request.get(url, { timeout: 90_000 });
  expect(response.ok(), `${url} answers`).toBe(true);
  return (await response.json()) as T;
}

export interface ChildRow {
  id: string;
  givenName: string;
  familyName: string;
  classId: string;
  line: { gpc: string; state: string; p: number; basedOn: number; slow: boolean; due: boolean }[];
  strands: { strand: string; state: string; slow: boolean; basedOn: number }[];
}
export const allChildren = (page: Page, url: string): Promise<ChildRow[]> => getJson(page.request, `${url}/api/children`);

/** The lead of a school that a test sets up itself. */
export const LEAD = { name: 'Petra Lindgarde', email: 'petra@robinsfield.example', password: 'three quiet rivers' } as const;
/** Fills in the first page of an empty installation. */
export async function setUpSchool(page: Page): Promise<void> {
  await page.getByLabel('School').fill('Robinsfield School');
  await page.getByLabel('Your name').fill(LEAD.name);
  await page.getByLabel('Email').fill(LEAD.email);
  await page.getByLabel('Password', { exact: true }).fill(LEAD.password);
  await page.getByLabel('Password once more').fill(LEAD.password);
  await page.getByRole('button', { name: 'Make the lead’s account' }).click();
  await expect(page.getByRole('heading', { name: 'Hello, Petra' })).toBeVisible();
}

/** Waits until the outbox of this page is empty. */
export async function allSent(page: Page): Promise<void> {
  await expect(page.getByText('All sent').first()).toBeVisible();
}

/** Begins the first check there is to begin. Returns its key. */
export async function beginCheck(page: Page): Promise<string> {
  await page.getByRole('link', { name: 'Check', exact: true }).click();
  await page
    .getByRole('button', { name: /^Start with/ })
    .first()
    .click();
  await expect(page).toHaveURL(/check\/[0-9a-f-]{36}/);
  return page.url().split('/').at(-1)!;
}

/** Waits until the card on screen has been painted: a press before that is none. Returns what it is about. */
export async function painted(page: Page): Promise<string> {
  const card = page.locator('[data-card]');
  await card.waitFor();
  const about = (await card.getAttribute('data-card'))!;
  await page.waitForFunction(
    (shown) => (performance.getEntriesByName('card-painted').at(-1) as PerformanceMark | undefined)?.detail === shown,
    about,
  );
  return about;
}

/** Answers the card on screen by its key, waiting until it has been painted. */
export async function answer(page: Page, key: string): Promise<string> {
  const gpc = await painted(page);
  await page.keyboard.press(key);
  await expect(page.locator(`[data-card="${gpc}"]`)).toHaveCount(0);
  return gpc;
}

export { expect };

/** Styles of a test's own, as the content policy allows them. */
export async function addStyles(page: Page, styles: string): Promise<void> {
  await page.evaluate((text) => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(text);
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
  }, styles);
}

/** One main landmark with one heading of the first rank, the places beside it, and a title that no place before had. */
export async function hasLandmarks(page: Page, place: string, titles: Map<string, string>): Promise<void> {
  await expect(page.getByRole('heading', { level: 1 })).toHaveCount(1);
  await expect(page.locator('body')).toMatchAriaSnapshot(`
    - link "Skip to the content"
    - navigation "Places":
      - list
    - main:
      - heading [level=1]
  `);
  await expect(page).toHaveTitle(/· Keen Sapling$/);
  const title = await page.title();
  expect(titles.get(title) ?? place, `${place} has the title of ${titles.get(title)}: ${title}`).toBe(place);
  titles.set(title, place);
}
