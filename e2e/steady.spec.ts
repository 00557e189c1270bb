/** Nothing that can be pressed moves once it is there: a press on what moves meanwhile presses nothing, or something else. */
import { allChildren, expect, getJson, test } from './support/fixtures.js';

test.use({ shared: 'nothing changed' });

/** How far what can be pressed has moved by itself since it was first drawn, worst first. */
interface Moved {
  readonly what: string;
  readonly by: number;
}

test('what can be pressed stays where it is while the parts of a page arrive one after the other', async ({ as, demo }) => {
  const page = await as('lead');
  const child = (await allChildren(page, demo.url)).find((c) => c.line.some((p) => p.basedOn > 0))!;
  await page.addInitScript(() => {
    // what a page does on a device so slow that it waits no longer is not looked at here, however slow the tests' machine is
    const later = window.setTimeout.bind(window) as (act: () => void, ms?: number) => number;
    window.setTimeout = ((act: () => void, ms?: number) => later(act, ms === 4000 ? 60_000 : ms)) as typeof window.setTimeout;
    const first = new Map<Element, { y: number; at: number }>();
    const moved = new Map<Element, number>();
    let last = 0;
    const look = (): void => {
      const now = performance.now();
      for (const one of document.querySelectorAll('main button, main a, main select, main input')) {
        const box = one.getBoundingClientRect();
        if (box.height === 0) continue;
        const y = box.top + scrollY;
        const was = first.get(one);
        if (!was) {
          first.set(one, { y, at: now });
          last = now;
        }
        // some pixels, as letters of another face come, or at once, do not matter
        if (was && now - was.at > 100 && Math.abs(y - was.y) > 12) moved.set(one, y - was.y);
      }
      requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
    Object.assign(window, {
      moved: () => [...moved].map(([one, by]) => ({ what: one.getAttribute('aria-label') ?? one.textContent.trim(), by: Math.round(by) })),
      filled: () => first.size > 4 && performance.now() - last > 1500,
    });
  });
  // answers come one after the other, each in its own time
  let asked = 0;
  await page.route('**/api/**', async (route) => {
    if (route.request().url().includes('/events')) return route.continue();
    const wait = 150 * ((asked += 1) % 7);
    await new Promise((done) => setTimeout(done, wait));
    await route.continue().catch(() => undefined);
  });
  const [group] = await getJson<{ id: string }[]>(page.request, `${demo.url}/api/groups`);
  for (const place of [
    `/children/${child.id}`,
    '/groups',
    `/groups/${group!.id}/outcome`,
    '/progress',
    '/children/classes',
    '/children',
    '/library/texts',
    '/team',
  ]) {
    await page.goto(demo.url + place);
    await page.waitForFunction(() => (window as unknown as { filled: () => boolean }).filled());
    const moved = await page.evaluate(() => (window as unknown as { moved: () => Moved[] }).moved());
    expect(moved, place).toEqual([]);
  }
});
