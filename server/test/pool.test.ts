/** Work in other threads: done there with progress, broken off when nobody waits, its errors by name. */
import { afterAll, describe, expect, it } from 'vitest';
import { Pool } from '../src/work/pool.js';
import { DEFAULT_SETTINGS } from '@sapling/contract';
import { DEFAULT_MODEL } from '@sapling/core/judgement';
import { allGpcs, taughtAfter } from '@sapling/core/phonics';
import { TEACHING_ORDERS } from '@sapling/data';
import { judgeChild } from '../src/evidence/judge-child.js';

const pool = new Pool(1);
afterAll(() => pool.close());

const child = '01900000-0000-7000-8000-000000000001';
const mark = (n: number) => ({
  id: `01900000-0000-7000-8000-${String(n).padStart(12, '0')}`,
  child,
  by: '01900000-0000-7000-8000-0000000000aa',
  at: `2026-11-${String(1 + (n % 20)).padStart(2, '0')}T09:00:00.000Z`,
  kind: 'see-say',
  gpc: ['s:s', 'a:a', 't:t'][n % 3],
  outcome: n % 3 === 0 ? 'wrong' : 'right',
  ms: 900,
});
const asked = (marks: string[]) => ({
  facts: { marks, withdrawn: [], readings: [], steps: [], teaching: [], year: '1' },
  grounds: {
    book: { stamp: 'test', accent: '', corrections: [], words: {} },
    model: DEFAULT_MODEL,
    order: { id: 'o', name: 'o', steps: [{ gpcs: ['s:s', 'a:a', 't:t'], words: [] }] } as never,
    taughtSteps: 1,
    reading: DEFAULT_SETTINGS,
  },
  moments: ['2026-11-10T12:00:00.000Z', '2026-11-25T12:00:00.000Z'],
});
const marks = JSON.stringify(Array.from({ length: 60 }, (_, n) => mark(n)));

describe('the pool', () => {
  it('judges a child in another thread as it is judged in this one', async () => {
    expect(await pool.run('judgeChild', asked([marks]))).toEqual(await judgeChild(asked([marks])));
  });

  it('says how far a paper is, and makes the same pages whoever makes it', async () => {
    const session = { plan: { parts: [], focus: [], remarks: [] }, groupName: 'Otters', minutes: 20, members: [] };
    const facts = { session, names: new Map([['a', 'Ada A.']]), adult: 'M. Lind', day: 'Monday', when: '', where: '', watch: [], notes: [], safety: '', ruling: DEFAULT_SETTINGS.ruling, words: {}, cues: new Map() }; // prettier-ignore
    const steps: [number, number][] = [];
    const pdf = await pool.run(
      'printSessions',
      {
        facts: [facts, facts, facts] as never,
        wanted: ['cover'],
        size: 'A4',
        title: 'Week',
        footer: 'foot',
        handwriting: '',
      },
      { onStep: (done, of) => steps.push([done, of]) },
    );
    expect(Buffer.from(pdf).subarray(0, 5).toString()).toBe('%PDF-');
    expect(
      Buffer.from(pdf)
        .toString('latin1')
        .match(/\/Type \/Page\b/g),
    ).toHaveLength(3);
    expect(steps.at(-1)).toEqual([3, 3]);
  });

  it('breaks off what nobody waits for, and goes on with the next', async () => {
    const gone = new AbortController();
    const years = JSON.stringify(Array.from({ length: 60_000 }, (_, n) => mark(n)));
    const long = pool.run('judgeChild', asked([years]), { signal: gone.signal });
    setTimeout(() => gone.abort(), 100);
    await expect(long).rejects.toThrow();
    expect((await pool.run('judgeChild', asked([marks]))).lines).toHaveLength(2);
  });

  it('gives an error of its own by name and sentence', async () => {
    await expect(pool.run('judgeChild', asked(['not json']))).rejects.toMatchObject({ name: 'SyntaxError' });
  });
});

describe('a line of the whole order', () => {
  it('begins with what was taught, in every order at every step: it can be cut', () => {
    for (const order of TEACHING_ORDERS)
      for (let steps = 0; steps <= order.steps.length; steps += 1) {
        const taught = [...new Set(taughtAfter(order, steps).gpcs)];
        expect([...new Set(allGpcs(order))].slice(0, taught.length), `${order.name} ${steps}`).toEqual(taught);
      }
  });
});
