/** Hard cases of checks through the server: two adults at once, corrections, moved children, changed settings, a whole class in a row, second screens. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { eq } from 'drizzle-orm';
import { DEFAULT_SETTINGS, type ChildLine, type SchoolSettings } from '@sapling/contract';
import { childStates } from '../src/db/schema.js';
import { forgetHeld } from '../src/evidence/states.js';
import { Screens } from '../src/evidence/screens.js';
import { uuidv7 } from '../src/ids.js';
import { School, now, observation, type Person } from './support.js';

const school = new School();
let lead: Person;
let teacher: Person;
let other: Person;
let classes: string[];
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  classes = [await school.addClass('Wrens'), await school.addClass('Owls')];
  for (const id of classes) await school.ask('PATCH', `/api/classes/${id}`, { as: lead, body: { taughtSteps: 14, version: 1 } });
  teacher = await school.add('teacher', 'teacher', classes);
  other = await school.add('other', 'class teacher', [classes[0]!]);
});
afterAll(() => school.close());

const send = (as: Person, entries: unknown[]) => school.ask('POST', '/api/outbox', { as, body: { entries } });
const childOf = async (id: string): Promise<ChildLine> =>
  (await school.ask('GET', `/api/children/${id}`, { as: teacher })).body as ChildLine;
const pair = (child: ChildLine, gpc: string) => child.line.find((c) => c.gpc === gpc)!;
const begin = (by: string, child: string, kind: string, stack: string[], items?: unknown) => {
  const id = uuidv7();
  return { type: 'check', id, record: { id, child, by, startedAt: now(), kind, stack, ...(items ? { items } : {}) } };
};
const daysAgo = (n: number, second = 0): string => new Date(Date.parse(now()) - n * 86_400_000 + second * 1000).toISOString();

describe('checks', () => {
  it('two adults at one child at the same time on two machines: both checks stand whole, every mark counts once', async () => {
    const [child] = await school.addChildren('Wrens', ['Ada']);
    const checks = [teacher, other].map((by) => begin(by.id, child!, 'see-say', ['s:s', 'a:a', 't:t']));
    const marks = [teacher, other].map((by, k) =>
      ['s:s', 'a:a', 't:t'].map((gpc, n) =>
        observation(by.id, child!, { gpc, check: checks[k]!.id, outcome: n === k ? 'wrong' : 'right' }),
      ),
    );
    await Promise.all([send(teacher, [checks[0], ...marks[0]!]), send(other, [checks[1], ...marks[1]!]), send(teacher, marks[0]!)]);
    for (const check of checks) {
      const body = (await school.ask('GET', `/api/checks/${check.id}`, { as: teacher })).body as { marks: unknown[]; marked: number };
      expect(body.marks).toHaveLength(3);
      expect(body.marked).toBe(3);
    }
    const now = await childOf(child!);
    expect(pair(now, 't:t').basedOn).toBe(2);
    expect(pair(now, 't:t').p).toBeGreaterThan(pair(now, 's:s').p);
  });

  it('an answer about a word speaks of its pairs and its strand, and follows a correction made a week later', async () => {
    const [child] = await school.addChildren('Wrens', ['Bea']);
    const item = { key: 'rain', skill: 'blending', word: 'rain' };
    const check = begin(teacher.id, child!, 'word', ['rain'], [item]);
    const first = observation(teacher.id, child!, {
      kind: 'word',
      gpc: undefined,
      skill: 'blending',
      item: 'rain',
      card: 'rain',
      outcome: 'wrong',
      said: 'ran',
      check: check.id,
      at: daysAgo(8),
    });
    expect((await send(teacher, [check, first])).body).toMatchObject({ results: [{ status: 'stored' }, { status: 'stored' }] });
    const before = await childOf(child!);
    expect(pair(before, 'ai:ay').basedOn).toBe(1);
    expect(pair(before, 'ai:ay').p).toBeLessThan(pair(before, 'r:r').p);
    expect(before.strands.map((s) => s.strand)).toEqual(['blending']);

    const corrected = observation(other.id, child!, {
      ...first.record,
      by: other.id,
      id: undefined,
      outcome: 'right',
      said: undefined,
      replaces: first.record.id,
      at: daysAgo(1),
    });
    corrected.record.id = corrected.id;
    await send(other, [corrected]);
    const after = await childOf(child!);
    expect(pair(after, 'ai:ay').p).toBeGreaterThan(pair(before, 'ai:ay').p);
    // it stands at the time it was first marked
    expect(pair(after, 'ai:ay').lastSeen).toBe(first.record.at);
    const evidence = (await school.ask('GET', `/api/children/${child!}/evidence?gpc=ai:ay`, { as: teacher })).body as {
      item: string;
      outcome: string;
    }[];
    expect(evidence).toEqual([expect.objectContaining({ item: 'rain', outcome: 'right' })]);
  });

  it('one record that does not fit is refused with where, and holds up no other', async () => {
    const [child] = await school.addChildren('Wrens', ['Gus']);
    const bad = observation(teacher.id, child!, { gpc: 'end of bus' });
    const good = observation(teacher.id, child!, { gpc: 'a:a' });
    const { status, body } = await send(teacher, [bad, good]);
    expect(status).toBe(200);
    expect(body).toMatchObject({
      results: [
        { id: bad.id, status: 'refused', reason: expect.stringContaining('gpc') as unknown },
        { id: good.id, status: 'stored' },
      ],
    });
  });

  it('a child who moves class keeps all that was seen, held against what the new class was taught', async () => {
    const list = (className: string) => ({
      id: uuidv7(),
      fileName: 'list.csv',
      rows: [{ row: 2, givenName: 'Cy', familyName: 'Test', className, year: '1', externalId: 'W-7' }],
    });
    await school.ask('POST', '/api/imports', { as: lead, body: list('Wrens') });
    const child = ((await school.ask('GET', '/api/children', { as: lead })).body as ChildLine[]).find((c) => c.externalId === 'W-7')?.id;
    await send(teacher, [
      observation(teacher.id, child!, { gpc: 's:s', at: daysAgo(9) }),
      observation(teacher.id, child!, { gpc: 's:s', at: daysAgo(3) }),
    ]);
    const before = await childOf(child!);
    await school.ask('PATCH', `/api/classes/${classes[1]!}`, { as: lead, body: { taughtSteps: 3, version: 2 } });
    await school.ask('POST', '/api/imports', { as: lead, body: list('Owls') });
    const after = await childOf(child!);
    expect(after.classId).toBe(classes[1]);
    expect(after.line.length).toBeLessThan(before.line.length);
    expect(pair(after, 's:s')).toMatchObject({ basedOn: 2, lastSeen: pair(before, 's:s').lastSeen });
  });

  it('a teaching order changed between two checks: each check keeps its stack, the pairs their evidence', async () => {
    const order = uuidv7();
    const steps = [{ name: 'One', gpcs: ['s:s', 'a:a', 't:t'], words: [] }];
    await school.ask('PUT', `/api/orders/${order}`, { as: lead, body: { name: 'Ours', style: 'cue and answer', steps, version: 0 } });
    const classId = await school.addClass('Larks');
    await school.ask('PATCH', `/api/classes/${classId}`, { as: lead, body: { orderId: order, taughtSteps: 1, version: 1 } });
    const [child] = await school.addChildren('Larks', ['Dot']);
    const read = async (): Promise<ChildLine> => (await school.ask('GET', `/api/children/${child!}`, { as: lead })).body as ChildLine;
    const check = begin(lead.id, child!, 'see-say', ['s:s', 'a:a', 't:t']);
    await send(lead, [check, observation(lead.id, child!, { gpc: 'a:a', check: check.id })]);
    await school.ask('PUT', `/api/orders/${order}`, {
      as: lead,
      body: { name: 'Ours', style: 'cue and answer', steps: [{ name: 'One', gpcs: ['a:a', 'm:m'], words: [] }], version: 1 },
    });
    expect((await read()).line.map((c) => [c.gpc, c.basedOn])).toEqual([
      ['a:a', 1],
      ['m:m', 0],
    ]);
    await send(lead, [observation(lead.id, child!, { gpc: 't:t', check: check.id })]);
    // what the order has no longer, and what is taught no longer, is shown as seen and not taught: nothing looks lost
    type Whole = ChildLine & { beyond: { gpc: string; basedOn: number }[] };
    const beyond = async (): Promise<unknown> => ((await read()) as Whole).beyond.map((p) => [p.gpc, p.basedOn]);
    expect(await beyond()).toEqual([['t:t', 1]]);
    await school.ask('PATCH', `/api/classes/${classId}`, { as: lead, body: { taughtSteps: 0, version: 2 } });
    expect((await read()).line).toEqual([]);
    expect(await beyond()).toEqual([
      ['a:a', 1],
      ['t:t', 1],
    ]);
    await school.ask('PATCH', `/api/classes/${classId}`, { as: lead, body: { taughtSteps: 1, version: 3 } });
    const kept = (await school.ask('GET', `/api/checks/${check.id}`, { as: lead })).body as { stack: string[]; marked: number };
    expect(kept).toMatchObject({ stack: ['s:s', 'a:a', 't:t'], marked: 2 });
  });

  it('thirty children in a row in one sitting: everything stored, each child’s own', async () => {
    const names = Array.from({ length: 30 }, (_, k) => `Row${String.fromCharCode(65 + (k % 26))}${k}`);
    const children = await school.addChildren('Wrens', names);
    for (const [k, child] of children.entries()) {
      const check = begin(teacher.id, child, 'see-say', ['s:s', 'a:a', 't:t', 'p:p']);
      const marks = ['s:s', 'a:a', 't:t', 'p:p'].map((gpc, n) =>
        observation(teacher.id, child, { gpc, check: check.id, outcome: (k + n) % 4 === 0 ? 'wrong' : 'right' }),
      );
      const finish = {
        type: 'finish',
        id: uuidv7(),
        record: { id: '', check: check.id, child, at: now(), reason: 'done' },
      };
      finish.record.id = finish.id;
      const { body } = await send(teacher, [check, ...marks, finish]);
      expect((body as { results: { status: string }[] }).results.map((r) => r.status)).toEqual(Array.from({ length: 6 }, () => 'stored'));
    }
    const all = (await school.ask('GET', '/api/children', { as: teacher })).body as ChildLine[];
    for (const [k, id] of children.entries()) {
      const child = all.find((c) => c.id === id)!;
      const low = ['s:s', 'a:a', 't:t', 'p:p'][(4 - (k % 4)) % 4]!;
      const seen = ['s:s', 'a:a', 't:t', 'p:p'].sort((a, b) => pair(child, a).p - pair(child, b).p);
      expect(seen[0], `${k}`).toBe(low);
      expect(pair(child, seen[1]!).p).toBeGreaterThan(0.5);
    }
    expect(
      ((await school.ask('GET', '/api/checks', { as: teacher })).body as { child: string }[]).filter((c) => children.includes(c.child)),
    ).toEqual([]);
  });
});

describe('what the school decides', () => {
  it('moves the thresholds of every state, is refused when out of date, and says which accent it does not know', async () => {
    const [child] = await school.addChildren('Wrens', ['Eve']);
    for (let n = 0; n < 2; n += 1) await send(teacher, [observation(teacher.id, child!, { gpc: 's:s', at: daysAgo(12 - 4 * n) })]);
    const read = async (): Promise<SchoolSettings & { version: number }> =>
      (await school.ask('GET', '/api/settings', { as: teacher })).body as never;
    const put = (change: Partial<SchoolSettings>, version: number) =>
      school.ask('PUT', '/api/settings', { as: lead, body: { ...DEFAULT_SETTINGS, ...change, version } });
    const { version } = await read();
    expect((await put({ secureFrom: 0.6 }, version)).status).toBe(200);
    expect(pair(await childOf(child!), 's:s').state).toBe('secure');
    expect((await put({ secureFrom: 0.95 }, version)).status).toBe(409);
    expect((await put({ secureFrom: 0.95 }, version + 1)).status).toBe(200);
    expect(pair(await childOf(child!), 's:s').state).toBe('wobbly');
    const bad = await put({ accent: 'r not sounded, martian' }, version + 2);
    expect(bad.status).toBe(400);
    expect(JSON.stringify(bad.body)).toContain('martian');
    await put({}, version + 2);
  });

  it('moves the thresholds of the skills apart from those of the pairs', async () => {
    const [child] = await school.addChildren('Wrens', ['Gil']);
    const words = ['vab', 'mip', 'tob', 'sut', 'nad', 'pif', 'hom', 'gan', 'lub', 'ked', 'dap', 'wug'];
    for (const [n, item] of words.entries())
      await send(teacher, [
        observation(teacher.id, child!, {
          kind: 'made-up word',
          gpc: undefined,
          skill: 'blending',
          item,
          ms: 1800,
          at: daysAgo(4 + (n % 2)),
        }),
      ]);
    const { version } = (await school.ask('GET', '/api/settings', { as: teacher })).body as { version: number };
    const statesWith = async (change: Partial<SchoolSettings>, at: number): Promise<string[]> => {
      await school.ask('PUT', '/api/settings', { as: lead, body: { ...DEFAULT_SETTINGS, ...change, version: at } });
      const found = await childOf(child!);
      return [found.strands.find((s) => s.strand === 'blending')!.state, pair(found, 'v:v').state];
    };
    const [, atFirst] = await statesWith({ skillSecureFrom: 0.7 }, version);
    expect(await statesWith({ skillSecureFrom: 0.7 }, version + 1)).toEqual(['secure', atFirst]);
    expect(await statesWith({ skillSecureFrom: 0.95 }, version + 2)).toEqual(['wobbly', atFirst]);
    await statesWith({}, version + 3);
  });

  it('works a child out anew for what judgement rests on, and for nothing else a school decides', async () => {
    const [child] = await school.addChildren('Wrens', ['Hal']);
    await send(teacher, [observation(teacher.id, child!, { gpc: 's:s', at: daysAgo(3) })]);
    const restsOn = async (change: Partial<SchoolSettings>): Promise<string> => {
      const { version } = (await school.ask('GET', '/api/settings', { as: lead })).body as { version: number };
      expect((await school.ask('PUT', '/api/settings', { as: lead, body: { ...DEFAULT_SETTINGS, ...change, version } })).status).toBe(200);
      await childOf(child!);
      const [kept] = await school.running.db.select().from(childStates).where(eq(childStates.child, child!));
      return kept!.stamp;
    };
    const before = await restsOn({});
    const day = now().slice(0, 10);
    expect(await restsOn({ holidays: [{ name: 'Staff day', from: day, to: day }], cycleWeeks: 7, coverNotes: 'Ring the office.' })).toBe(
      before,
    );
    for (const change of [
      { secureFrom: 0.9 },
      { gapBelow: 0.7 },
      { skillSecureFrom: 0.9 },
      { skillGapBelow: 0.5 },
      { selfCorrectionIsRight: false },
      { readAlone: 0.9 },
      { readingAims: [{ year: '1', season: 'spring' as const, wcpm: 60 }] },
      { accent: 'bath as in father' },
      { spelling: 'American' as const },
    ])
      expect(await restsOn(change), JSON.stringify(change)).not.toBe(before);
    expect(await restsOn({})).toBe(before);
  });

  it('shows what an older version of the program worked out until it is renewed, unless something was seen since', async () => {
    const [child] = await school.addChildren('Wrens', ['Ivo']);
    await send(teacher, [observation(teacher.id, child!, { gpc: 's:s', at: daysAgo(3) })]);
    const now = pair(await childOf(child!), 's:s').p;
    const kept = school.running.db;
    const [state] = await kept.select().from(childStates).where(eq(childStates.child, child!));
    const older = { day: '2026-09-01 older 14', stamp: `${state!.stamp.split(' ')[0]!} by other rules` };
    const line = (state!.line as { gpc: string; p: number }[]).map((c) => (c.gpc === 's:s' ? { ...c, p: 0.123 } : c));
    const asOlder = () => kept.update(childStates).set({ ...older, line: line as never }).where(eq(childStates.child, child!)); // prettier-ignore
    const listed = async (): Promise<number> =>
      pair(
        ((await school.ask('GET', '/api/children', { as: teacher })).body as ChildLine[]).find((c) => c.id === child)!,
        's:s',
      ).p;
    forgetHeld(kept);
    await asOlder();
    expect(await listed()).toBe(0.123);
    await expect.poll(listed, { timeout: 20_000 }).toBeCloseTo(now, 2);
    forgetHeld(kept);
    await asOlder();
    await send(teacher, [observation(teacher.id, child!, { gpc: 's:s', outcome: 'wrong', at: daysAgo(1) })]);
    expect(await listed()).not.toBe(0.123);
  });

  it('nobody waits for a school whose words are cut otherwise: what was known is given and renewed beside; what is never offered moves nothing', async () => {
    const [child] = await school.addChildren('Wrens', ['Jo']);
    const read = { kind: 'word', gpc: undefined, skill: 'blending', item: 'rain', at: daysAgo(1) };
    await send(teacher, [observation(teacher.id, child!, read)]);
    const looks = async (gpc: string): Promise<number> =>
      pair(
        ((await school.ask('GET', '/api/children', { as: teacher })).body as ChildLine[]).find((c) => c.id === child)!,
        gpc,
      ).basedOn;
    const day = async (): Promise<string> =>
      (await school.running.db.select().from(childStates).where(eq(childStates.child, child!)))[0]!.day;
    expect(await looks('ai:ay')).toBe(1);
    const before = await day();
    const never = await school.ask('PUT', '/api/words/school/rain', { as: lead, body: { offer: 'never', version: 0 } });
    expect(never.status).toBe(200);
    expect(await looks('ai:ay')).toBe(1);
    const units = [...'rain'].map((letter) => ({ grapheme: letter, sound: letter }));
    expect((await school.ask('PUT', '/api/words/corrections/rain', { as: lead, body: { units, version: 0 } })).status).toBe(200);
    // what never being offered had started would be there by now, as the cut has not changed it yet
    expect(await day()).toBe(before);
    expect(await looks('ai:ay')).toBe(1);
    await expect.poll(() => looks('ai:ay'), { timeout: 20_000 }).toBe(0);
    expect(await looks('i:i')).toBe(1);
    expect(await day()).not.toBe(before);
    for (const made of ['corrections', 'school'])
      expect((await school.ask('DELETE', `/api/words/${made}/rain?version=1`, { as: lead })).status).toBe(200);
  });

  it('an accent that was set makes an answer right that was laid as wrong before', async () => {
    const [child] = await school.addChildren('Wrens', ['Fay']);
    await send(teacher, [
      observation(teacher.id, child!, {
        kind: 'word',
        gpc: undefined,
        skill: 'blending',
        item: 'bath',
        outcome: 'wrong',
        said: 'barth',
        at: daysAgo(1),
      }),
    ]);
    const p = async (): Promise<number> => pair(await childOf(child!), 'a:a').p;
    const before = await p();
    const { version } = (await school.ask('GET', '/api/settings', { as: lead })).body as { version: number };
    await school.ask('PUT', '/api/settings', { as: lead, body: { ...DEFAULT_SETTINGS, accent: 'bath as in father', version } });
    expect(await p()).toBeGreaterThan(before);
  });
});

describe('second screens', () => {
  const card = {
    kind: 'where',
    item: {
      key: 's in bus',
      skill: 'listening',
      word: 'bus',
      sound: 's',
      options: ['beginning', 'middle', 'end'],
      accept: ['end'],
      level: 'end',
      parts: ['/b/'],
    },
  } as const;

  it('show a card without its answer, to whoever has the code, until the adult ends it', async () => {
    const { code } = (await school.ask('POST', '/api/screens', { as: teacher })).body as { code: string };
    expect((await school.ask('PUT', `/api/screens/${code}`, { as: teacher, body: { card } })).body).toEqual({ watching: 0 });
    expect((await school.ask('PUT', `/api/screens/${code}`, { as: other, body: { card } })).status).toBe(404);
    const stream = await fetch(`${school.running.url}/api/screens/${code}/events`);
    const reader = stream.body!.getReader();
    let text = '';
    while (!text.includes('data:')) text += new TextDecoder().decode((await reader.read()).value);
    const state = JSON.parse(/data: (.*)/.exec(text)![1]!) as { open: boolean; card: { item: Record<string, unknown> } };
    expect(state.open).toBe(true);
    expect(Object.keys(state.card.item).sort()).toEqual(['key', 'options', 'skill', 'word']);
    expect(text).not.toContain('accept');
    expect((await school.ask('DELETE', `/api/screens/${code}`, { as: other })).status).toBe(404);
    expect((await school.ask('DELETE', `/api/screens/${code}`, { as: teacher })).status).toBe(200);
    let rest = '';
    for (let chunk = await reader.read(); !chunk.done; chunk = await reader.read()) rest += new TextDecoder().decode(chunk.value);
    expect(rest).toContain('"open":false');
    expect((await fetch(`${school.running.url}/api/screens/${code}/events`)).status).toBe(404);
  });

  it('what is only to be heard never leaves: spelling and hearing cards carry no word; they end by themselves', () => {
    let time = 0;
    const screens = new Screens(() => time);
    const code = screens.open('a');
    const sent: string[] = [];
    const res = { writeHead: () => undefined, write: (text: string) => sent.push(text), on: () => undefined, end: () => sent.push('END') };
    expect(screens.listen(code, res as never)).toBe(true);
    for (const kind of ['spelling', 'hear-write', 'push together', 'find in row'] as const)
      screens.show(code, 'a', {
        kind,
        item: { key: 'frog', skill: 'spelling', word: 'frog', options: ['fog', 'flog'], accept: ['x'], units: [] },
      });
    for (const line of sent.slice(2)) expect(line).not.toMatch(/frog|accept/);
    time = 5 * 3_600_000;
    expect(screens.listen(code, res as never)).toBe(false);
    screens.open('b');
    expect(sent.at(-1)).toBe('END');
    screens.stop();
  });
});
