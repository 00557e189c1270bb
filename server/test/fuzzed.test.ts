/**
 * Every route asked with what nobody would send: a short form here, `npm run bench:fuzz` for 100,000 requests with memory and
 * statuses on the way.
 */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { askFuzzed, fuzzedSchool, type FuzzedSchool } from './fuzzed-school.js';

const REQUESTS = Number(process.env.FUZZED ?? 1200);
const STRETCH = 5000;
const heapMB = (): number => {
  (globalThis as { gc?: () => void }).gc?.();
  return Math.round(process.memoryUsage().heapUsed / 1e6);
};
let open: FuzzedSchool;
beforeAll(async () => {
  open = await fuzzedSchool();
}, 60_000);
afterAll(() => open.school.close());

describe('requests that nobody would send', () => {
  it(
    'are answered, none with a fault of the server’s, and leave a server that works and holds no more',
    async () => {
      const byStatus = new Map<number, number>();
      const memory: number[] = [];
      let asked = 0;
      for (let from = 0; from < REQUESTS; from += STRETCH) {
        const found = await askFuzzed(open, from, Math.min(STRETCH, REQUESTS - from));
        expect(found.faults.slice(0, 12)).toEqual([]);
        asked += found.asked;
        for (const [status, n] of found.byStatus) byStatus.set(status, (byStatus.get(status) ?? 0) + n);
        memory.push(Math.round(process.memoryUsage().rss / 1e6));
        if (REQUESTS > STRETCH)
          process.stdout.write(
            `${asked} asked, ${[...byStatus]
              .sort(([a], [b]) => a - b)
              .map(([s, n]) => `${s}: ${n}`)
              .join(', ')}; ${memory.at(-1)} MB, of it ${heapMB()} of JavaScript and the log of the test\n`,
          );
      }
      expect(asked).toBe(REQUESTS);
      // both what fits and what does not was among them
      expect(byStatus.get(200) ?? 0).toBeGreaterThan(REQUESTS / 10);
      expect(byStatus.get(400) ?? 0).toBeGreaterThan(REQUESTS / 10);
      const { school } = open;
      expect((await school.ask('GET', '/api/children', { as: school.people.get('lead')! })).status).toBe(200);
      // once it has warmed up: the second half adds less than a fifth to what the first came to
      if (memory.length >= 8) expect(memory.at(-1)!).toBeLessThan(1.2 * memory[Math.floor(memory.length / 2)]!);
    },
    2 * 3_600_000,
  );
});
