/** The judgement fitted to a school: begun by a lead, changing nothing until it is used, and put back. */
import { drawPupil } from '@sapling/data';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { keepJudgement, keptJudgement } from '../src/settings/judgement-here.js';
import { now, observation, School } from './support.js';

const school = new School();
let ids: string[];
beforeAll(async () => {
  await school.open();
  const lead = await school.setUp();
  await school.add('teacher', 'teacher');
  const oak = await school.addClass('Oak');
  await school.ask('PATCH', `/api/classes/${oak}`, { as: lead, body: { taughtSteps: 14, version: 1 } });
  ids = await school.addChildren(
    'Oak',
    Array.from({ length: 12 }, (_, k) => `Child${String.fromCharCode(65 + k)}`),
  );
  for (const [k, child] of ids.entries()) {
    const entries = drawPupil('spacing', 95_001 + k)
      .observations.slice(0, 90)
      .map(({ at, kind, gpc, outcome, ms }) => observation(lead.id, child, { at, kind, gpc, outcome, ms: ms && Math.round(ms) }));
    const sent = await school.ask('POST', '/api/outbox', { as: lead, body: { entries } });
    expect(sent.status).toBe(200);
  }
});
afterAll(() => school.close());

interface Fit {
  readonly found: {
    readonly better: boolean;
    readonly answers: number;
    readonly by: string;
    readonly steps: Record<string, number>;
  } | null;
  readonly used: Fit['found'];
  readonly lessSure: boolean;
}
const ask = async (method: string, path: string, body?: unknown, who = 'lead') =>
  school.ask(method, path, { as: school.people.get(who)!, body });
const fitNow = async (): Promise<Fit> => ((await ask('GET', '/api/progress/trust')).body as { fit: Fit }).fit;
/** Changes what is kept as a night's work does: with word that answers given before hold no longer. */
const keep = async (change: Parameters<typeof keepJudgement>[1]): Promise<void> => {
  await keepJudgement(school.running.db, change);
  await ask('POST', '/api/looked', { at: now() });
};
interface Figures {
  readonly gpc: string;
  readonly p: number;
  readonly low: number;
  readonly high: number;
  readonly known: number;
  readonly basedOn: number;
}
/** Every child's figures. */
const line = async (): Promise<Figures[]> =>
  ((await ask('GET', '/api/children')).body as { line: Figures[] }[]).flatMap((c) =>
    c.line.map(({ gpc, p, low, high, known, basedOn }) => ({ gpc, p, low, high, known, basedOn })),
  );
/** By how much a figure differs at most: the clock runs on, so that a last digit may turn. */
const apart = (a: readonly Figures[], b: readonly Figures[]): number => {
  expect(a.map(({ gpc, basedOn }) => [gpc, basedOn])).toEqual(b.map(({ gpc, basedOn }) => [gpc, basedOn]));
  return Math.max(...a.flatMap((f, k) => (['p', 'low', 'high', 'known'] as const).map((of) => Math.abs(f[of] - b[k]![of]))));
};
const TURNED = 0.0021;

describe('fitting', () => {
  it('is found from the answers there are, changes nothing by itself, is used when a lead says so, and goes back', async () => {
    const before = await line();
    expect(await fitNow()).toMatchObject({ found: null, used: null, lessSure: false });
    const found = (await ask('POST', '/api/progress/fit')).body as Fit;
    expect(found.found).toMatchObject({ answers: 12 * 90, by: 'Lea Lead' });
    expect(apart(await line(), before)).toBeLessThan(TURNED);

    // whatever came of so few, it is used only where it is better
    await keepJudgement(school.running.db, (kept) => ({ ...kept, found: { ...kept.found!, better: false } }));
    expect((await ask('PUT', '/api/progress/fit', { use: 'fitted' })).status).toBe(400);
    const steps = { ...found.found!.steps, known: 1.5 };
    await keepJudgement(school.running.db, (kept) => ({ ...kept, found: { ...kept.found!, better: true, steps: steps as never } }));
    expect((await ask('PUT', '/api/progress/fit', { use: 'fitted' })).body).toMatchObject({ found: null, used: { steps } });
    const fitted = await line();
    expect(apart(fitted, before)).toBeGreaterThan(0.02);

    expect((await ask('PUT', '/api/progress/fit', { use: 'shipped' })).body).toMatchObject({ found: { steps }, used: null });
    expect(apart(await line(), before)).toBeLessThan(TURNED);
    await ask('PUT', '/api/progress/fit', { use: 'nothing new' });
    expect(await fitNow()).toMatchObject({ found: null, used: null });
  }, 120_000);

  it('numbers that an update of the program has replaced are set aside', async () => {
    const before = await line();
    const fit = { steps: { known: 1.5 }, base: 'an older one', at: '2026-11-01T09:00:00.000Z', by: school.people.get('lead')!.id };
    await keep((kept) => ({ ...kept, used: fit as never }));
    expect(apart(await line(), before)).toBeLessThan(TURNED);
    await keep(({ used: _used, ...rest }) => rest);
  });

  it('where the plain rule foretells better, everything is said less surely', async () => {
    const widths = async (): Promise<number> =>
      ((await ask('GET', '/api/children')).body as { line: { low: number; high: number; basedOn: number }[] }[])
        .flatMap((c) => c.line.filter((p) => p.basedOn > 0))
        .reduce((sum, p) => sum + p.high - p.low, 0);
    const before = await widths();
    await keep((kept) => ({ ...kept, score: { answers: 1000, loss: 0.6, plain: 0.5 } }));
    expect(await widths()).toBeGreaterThan(1.1 * before);
    expect((await fitNow()).lessSure).toBe(true);
    await keep(({ score: _score, ...rest }) => rest);
    expect(await widths()).toBeCloseTo(before, 0);
    expect(await keptJudgement(school.running.db)).toEqual({});
  });
});
