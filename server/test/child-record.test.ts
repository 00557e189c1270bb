/** A child's record over the years: added, corrected, left and returned, merged, taken along, erased. Nothing lost, nothing left. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { daysAfter } from '@sapling/core';
import type { SchoolSettings } from '@sapling/contract';
import { eq, getTableName } from 'drizzle-orm';
import { unzipSync, strFromU8 } from 'fflate';
import { extractText, getDocumentProxy } from 'unpdf';
import { dueLeavers } from '../src/children/leavers.js';
import { eraseChild, nameless } from '../src/children/erase.js';
import { sessions } from '../src/db/schema.js';
import { uuidv7 } from '../src/ids.js';
import { TABLES } from '../src/transfer/tables.js';
import { FolderRecordings } from '../src/readings/recording-store.js';
import { readingWords } from '../src/children/child-sheet.js';
import { now, observation, PASSWORD, PLAN, reading, School, schoolToday, type Person } from './support.js';

const school = new School();
let lead: Person;
let second: Person;
let teacher: Person;
let wrens: string;
let otters: string;
const NEW = { familyName: 'Okafor-Lindqvist', externalId: null, firstLanguage: '', needs: '', dateOfBirth: null };
interface Row {
  id: string;
  givenName: string;
  familyName: string;
  externalId: string | null;
  firstLanguage: string;
  needs: string;
  version: number;
  classId: string;
  line: { gpc: string; basedOn: number }[];
}

beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  wrens = await school.addClass('Wrens');
  otters = await school.addClass('Otters');
  await school.ask('PATCH', `/api/classes/${wrens}`, { as: lead, body: { taughtSteps: 6, version: 1 } });
  teacher = await school.add('teacher', 'teacher', [wrens]);
  second = await school.add('second', 'lead');
});
afterAll(() => school.close());

async function add(givenName: string, change: Record<string, unknown> = {}): Promise<Row> {
  const body = { ...NEW, id: uuidv7(), givenName, classId: wrens, ...change };
  const made = await school.ask('POST', '/api/children', { as: lead, body });
  expect(made.status).toBe(200);
  return made.body;
}
const get = async (id: string, as = lead): Promise<Row> => (await school.ask('GET', `/api/children/${id}`, { as })).body;
const send = (entries: unknown[], as = lead) => school.ask('POST', '/api/outbox', { as, body: { entries } });
const total = (row: Row): number => row.line.reduce((sum, c) => sum + c.basedOn, 0);
/** Every row of the installation that holds a text. */
async function wherever(text: string): Promise<string[]> {
  const found: string[] = [];
  for (const table of Object.values(TABLES))
    for (const row of await school.running.db.select().from(table)) if (JSON.stringify(row).includes(text)) found.push(getTableName(table));
  return found;
}

describe('a record', () => {
  it('is added once for one id, corrected, and moved to another class', async () => {
    const id = uuidv7();
    const body = { ...NEW, id, givenName: 'Zoë', classId: wrens, dateOfBirth: '2020-02-29' };
    const made = await Promise.all([1, 2].map(() => school.ask('POST', '/api/children', { as: teacher, body })));
    expect(made.map((m) => m.status).sort()[0]).toBe(200);
    const corrected = await school.ask('PATCH', `/api/children/${id}`, {
      as: teacher,
      body: { givenName: 'Zoé', needs: 'glasses', version: 1 },
    });
    expect(corrected.body).toMatchObject({ givenName: 'Zoé', needs: 'glasses', dateOfBirth: '2020-02-29', version: 2 });
    // somebody else was faster: told so, with what stands now
    const late = await school.ask('PATCH', `/api/children/${id}`, { as: lead, body: { givenName: 'Zoe', version: 1 } });
    expect(late.status).toBe(409);
    expect((late.body as { current: Row }).current.givenName).toBe('Zoé');
    // into a class out of reach
    expect((await school.ask('PATCH', `/api/children/${id}`, { as: teacher, body: { classId: otters, version: 2 } })).status).toBe(404);
    const moved = await school.ask('PATCH', `/api/children/${id}`, { as: lead, body: { classId: otters, version: 2 } });
    expect(moved.body).toMatchObject({ classId: otters, version: 3 });
    expect((await school.ask('GET', `/api/children/${id}`, { as: teacher })).status).toBe(404);
  });

  it('leaves every list, its groups and sessions to come, keeps what it showed, and comes back', async () => {
    const leaver = await add('Lior');
    const stays = await add('Mina');
    await send([observation(lead.id, leaver.id)]);
    const [group] = (
      await school.ask('POST', '/api/groups', {
        as: lead,
        body: { groups: [{ name: 'Birch', adultId: lead.id, focus: ['ai:ay'], members: [leaver.id, stays.id] }] },
      })
    ).body as { id: string }[];
    const plan = async (on: string): Promise<string> =>
      (
        (await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group!.id, on, adultId: lead.id, plan: PLAN } })).body as {
          id: string;
        }
      ).id;
    const [past, coming] = [await plan(daysAfter(schoolToday(), -7)), await plan(daysAfter(schoolToday(), 1))];
    const attendance = [leaver, stays].map((c) => ({ child: c.id, present: true }));
    const logId = uuidv7();
    await send([
      {
        type: 'log',
        id: logId,
        record: { id: logId, session: past, by: lead.id, at: now(), attendance, done: ['Focus'], happened: 'Fine.' },
      },
    ]);
    const left = await school.ask('POST', `/api/children/${leaver.id}/leave`, { as: lead, body: { version: 1 } });
    expect((left.body as { groups: string[] }).groups).toEqual(['Birch']);
    expect(((await school.ask('GET', '/api/children', { as: lead })).body as Row[]).some((c) => c.id === leaver.id)).toBe(false);
    const members = async (id: string): Promise<string[]> =>
      ((await school.ask('GET', `/api/sessions/${id}`, { as: lead })).body as { members: { id: string }[] }).members.map((m) => m.id);
    expect(await members(coming)).toEqual([stays.id]);
    // what was stands: the session that was held knows who was in it
    const [row] = await school.running.db.select().from(sessions).where(eq(sessions.id, past));
    expect(row!.members).toContain(leaver.id);
    const leavers = (await school.ask('GET', '/api/leavers', { as: teacher })).body as {
      id: string;
      className: string;
      erasedOn: string;
    }[];
    expect(leavers.find((l) => l.id === leaver.id)).toMatchObject({ className: 'Wrens', erasedOn: daysAfter(schoolToday(), 730) });
    // and back, with everything
    expect((await school.ask('POST', `/api/children/${leaver.id}/return`, { as: lead, body: { classId: wrens } })).status).toBe(200);
    expect(total(await get(leaver.id))).toBe(1);
    expect((await school.ask('POST', `/api/children/${leaver.id}/return`, { as: lead, body: { classId: wrens } })).status).toBe(404);
  });

  it('has a number of its own: another child’s is refused, and whose it is said where that may be known', async () => {
    const [one, other] = [await add('Nina', { externalId: 'N-77' }), await add('Nora')];
    const give = (version: number, externalId: string) =>
      school.ask('PATCH', `/api/children/${other.id}`, { as: teacher, body: { externalId, version } });
    const refused = await give(other.version, 'n-77');
    expect(refused.status).toBe(400);
    expect(JSON.stringify(refused.body)).toContain(`This is the number of ${one.givenName}`);
    expect((await give(other.version, 'N-78')).status).toBe(200);
    // kept with what else is changed, a child's own number is none of another's
    expect((await give(other.version + 1, 'N-78')).status).toBe(200);
    const twice = await school.ask('POST', '/api/children', { as: lead, body: { id: uuidv7(), givenName: 'Nell', familyName: '', classId: wrens, externalId: 'N-78', firstLanguage: '', needs: '', dateOfBirth: null } }); // prettier-ignore
    expect(twice.status).toBe(400);
  });

  it('of one child kept twice becomes one, with all that both showed, and two again', async () => {
    const [kept, gone] = [await add('Noor', { needs: '' }), await add('Nour', { needs: 'glasses' })];
    await send([
      observation(lead.id, kept.id),
      observation(lead.id, gone.id, { gpc: 'a:a' }),
      observation(lead.id, gone.id, { gpc: 't:t', outcome: 'wrong' }),
    ]);
    await school.ask('PUT', `/api/children/${gone.id}/recording-consent`, { as: teacher, body: { consent: true } });
    const made = await school.ask('POST', `/api/children/${kept.id}/merge`, { as: teacher, body: { other: gone.id } });
    expect(made.status).toBe(200);
    const one = await get(kept.id);
    expect(total(one)).toBe(3);
    // the family agreed for the child, under whichever record it was noted
    expect(one).toMatchObject({ givenName: 'Noor', needs: 'glasses', recordingConsent: true });
    expect((await school.ask('GET', `/api/children/${gone.id}`, { as: lead })).status).toBe(404);
    expect(((await school.ask('GET', '/api/leavers', { as: lead })).body as Row[]).some((l) => l.id === gone.id)).toBe(false);
    // marked since, under the kept record: that stays with it
    await send([observation(lead.id, kept.id, { gpc: 'p:p' })]);
    const undone = await school.ask('POST', `/api/merges/${(made.body as { id: string }).id}/undo`, { as: lead });
    expect((undone.body as { undoneAt: string | null }).undoneAt).not.toBeNull();
    expect([total(await get(kept.id)), total(await get(gone.id))]).toEqual([2, 2]);
    // what the one took from the other is the other's alone again
    expect(await get(kept.id)).toMatchObject({ needs: '', recordingConsent: false });
    expect(await get(gone.id)).toMatchObject({ needs: 'glasses', recordingConsent: true });
  });

  it('of one child kept twice, parted again after much has happened: what was changed since stands', async () => {
    const [kept, gone, friend] = [await add('Liv', { needs: '' }), await add('Live', { needs: 'glasses', firstLanguage: 'Frisian' }), await add('Max')]; // prettier-ignore
    const form = async (name: string, members: string[]): Promise<{ id: string; version: number; members: string[] }> =>
      ((await school.ask('POST', '/api/groups', { as: lead, body: { groups: [{ name, adultId: null, focus: ['ai:ay'], members }] } })).body as [{ id: string; version: number; members: string[] }])[0]; // prettier-ignore
    const [hers, theirs] = [await form('Larch', [kept.id]), await form('Maple', [gone.id, friend.id])];
    const one = (group?: string) => school.ask('POST', `/api/children/${kept.id}/merge`, { as: teacher, body: { other: gone.id, group } });
    const two = async (made: { body: unknown }): Promise<void> => {
      expect((await school.ask('POST', `/api/merges/${(made.body as { id: string }).id}/undo`, { as: lead })).status).toBe(200);
    };
    const all = async () => (await school.ask('GET', '/api/groups', { as: lead })).body as (typeof hers)[];
    const membersOf = async (id: string): Promise<string[]> => (await all()).find((g) => g.id === id)!.members.toSorted();
    const movesOf = async () => ((await school.ask('GET', '/api/groups/history', { as: lead })).body as { moves: { child: string; groupName: string; what: string }[] }).moves; // prettier-ignore
    const moves = await movesOf();
    expect(moves.length).toBeGreaterThan(2);
    // one child is in one group: in the one chosen, and where none is, in that of the record that stays
    expect((await one(uuidv7())).status).toBe(400);
    const first = await one();
    expect([await membersOf(hers.id), await membersOf(theirs.id)]).toEqual([[kept.id], [friend.id]]);
    await two(first);
    expect([await membersOf(hers.id), await membersOf(theirs.id)]).toEqual([[kept.id], [gone.id, friend.id].sort()]);
    const second = await one(theirs.id);
    expect([await membersOf(hers.id), await membersOf(theirs.id)]).toEqual([[], [kept.id, friend.id].sort()]);
    await two(second);
    expect([await membersOf(hers.id), await membersOf(theirs.id)]).toEqual([[kept.id], [gone.id, friend.id].sort()]);
    expect(await movesOf()).toEqual(moves);
    // her needs are written anew, and she is taken out of the group chosen
    const made = await one(theirs.id);
    const { version } = await get(kept.id);
    const written = await school.ask('PATCH', `/api/children/${kept.id}`, { as: lead, body: { needs: 'glasses, front row', version } });
    expect(written.status).toBe(200);
    await school.ask('POST', '/api/groups/move', { as: lead, body: { child: kept.id, from: { id: theirs.id, version: (await all()).find((g) => g.id === theirs.id)!.version }, to: null } }); // prettier-ignore
    await two(made);
    expect(await get(kept.id)).toMatchObject({ needs: 'glasses, front row', firstLanguage: '' });
    expect([await membersOf(hers.id), await membersOf(theirs.id)]).toEqual([[], [friend.id]]);
  });
});

describe('the file of one child', () => {
  it('says of a reading what it came to, and of what was taken back that it counts for nothing', () => {
    const one = { id: 'r', title: 'Milk on the Map', words: ['milk', 'is', 'on'] };
    const score = { attempted: 33, correct: 31, errors: 2, accuracy: 31 / 33, wcpm: 48.2, selfCorrections: 0, selfCorrectionShare: null };
    const came = { seconds: 40, score, scale: {}, answers: { right: 0, partly: 0, asked: 0 }, markings: 1, done: true, setAside: false };
    const says = (outcome?: Partial<typeof came>) => readingWords({ outcomes: outcome ? { r: { ...came, ...outcome } } : {} }, one);
    expect(says({})).toBe('Milk on the Map (3 words): 94 % right, 48 right words a minute');
    expect(says({ score: { ...score, wcpm: null as never } })).toBe('Milk on the Map (3 words): 94 % right');
    expect(says({ setAside: true })).toContain('taken back: it counts for nothing');
    for (const open of [says({ done: false }), says()]) expect(open).toBe('Milk on the Map (3 words), not marked to its end');
  });

  it('counts each session once, as its log stands, and none that lies in the bin; another school’s number is no second child’s', async () => {
    const child = await add('Orla', { externalId: 'O-1' });
    const [group] = (await school.ask('POST', '/api/groups', { as: lead, body: { groups: [{ name: 'Elder', adultId: lead.id, focus: ['ai:ay'], members: [child.id] }] } })).body as { id: string }[]; // prettier-ignore
    const held = async (on: string, ...present: boolean[]): Promise<string> => {
      const { id: session } = (await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group!.id, on, adultId: lead.id, plan: PLAN } })).body as { id: string }; // prettier-ignore
      let replaces: string | undefined;
      for (const there of present) {
        const id = uuidv7();
        const attendance = [{ child: child.id, present: there }];
        await send([{ type: 'log', id, record: { id, session, by: lead.id, at: now(), attendance, done: ['f'], happened: '', replaces } }]);
        replaces = id;
      }
      return session;
    };
    await held('2026-11-18', true, false, true);
    await school.ask('PUT', `/api/sessions/${await held('2026-11-19', true)}/bin`, { as: lead, body: { binned: true } });
    await held('2026-11-17', true, false);
    const answer = await fetch(`${school.running.url}/api/children/${child.id}/record.zip`, { headers: { cookie: lead.cookie } });
    const files = unzipSync(new Uint8Array(await answer.arrayBuffer()));
    const [, ...rows] = strFromU8(files['sessions.csv']!).trim().split(/\r?\n/);
    expect(rows).toEqual(['2026-11-17,Elder,false,0', `2026-11-18,Elder,true,${PLAN.minutes}`]);
    const file = JSON.parse(strFromU8(files['child.json']!)) as unknown;
    const copy = await school.ask('POST', '/api/children/record', { as: lead, body: { classId: otters, file } });
    expect(copy.body).toMatchObject({ givenName: 'Orla', externalId: null });
  });
  it('holds everything and is read in elsewhere as that child’s history', async () => {
    const child = await add('Oona', { dateOfBirth: '2020-05-01', firstLanguage: 'Finnish' });
    const readingId = uuidv7();
    const marks = [observation(lead.id, child.id), observation(lead.id, child.id, { gpc: 'a:a', outcome: 'wrong', said: '=cmd' })];
    await send([...marks, { type: 'reading', id: readingId, record: reading(lead.id, child.id, readingId) }]);
    const slip = uuidv7();
    await send([{ type: 'check', id: slip, record: { id: slip, child: child.id, by: lead.id, startedAt: marks[0]!.record.at, kind: 'see-say', stack: ['s:s'] } }]); // prettier-ignore
    await school.ask('PUT', `/api/checks/${slip}/bin`, { as: lead, body: { binned: true } });
    await school.ask('POST', '/api/remarks', {
      as: lead,
      body: { id: uuidv7(), about: 'child', subject: child.id, text: 'Likes trains.' },
    });
    const answer = await fetch(`${school.running.url}/api/children/${child.id}/record.zip`, { headers: { cookie: lead.cookie } });
    expect(answer.headers.get('cache-control')).toBe('no-store');
    const files = unzipSync(new Uint8Array(await answer.arrayBuffer()));
    expect(Object.keys(files)).toEqual(
      expect.arrayContaining(['read me first.pdf', 'child.json', 'answers.csv', 'states.csv', 'notes.csv']),
    );
    expect(strFromU8(files['read me first.pdf']!.subarray(0, 5))).toBe('%PDF-');
    expect(strFromU8(files['answers.csv']!)).toContain(`'=cmd`);
    const file = JSON.parse(strFromU8(files['child.json']!)) as unknown;
    const read = await school.ask('POST', '/api/children/record', { as: lead, body: { classId: otters, file } });
    expect(read.status).toBe(200);
    const copy = await get((read.body as Row).id);
    expect(copy).toMatchObject({ givenName: 'Oona', firstLanguage: 'Finnish', dateOfBirth: '2020-05-01', classId: otters });
    const evidence = async (id: string) =>
      (await school.ask('GET', `/api/children/${id}/evidence`, { as: lead })).body as { gpc?: string; outcome: string }[];
    expect((await evidence(copy.id)).map((o) => `${o.gpc} ${o.outcome}`).sort()).toEqual(
      (await evidence(child.id)).map((o) => `${o.gpc} ${o.outcome}`).sort(),
    );
    expect(((await school.ask('GET', `/api/readings?childId=${copy.id}`, { as: lead })).body as unknown[]).length).toBe(1);
    // the first child's own rows are untouched
    expect(total(await get(child.id))).toBe(2);
    // the sheet to read is in the school's words and dates; what machines read is not
    const settings = (await school.ask('GET', '/api/settings', { as: lead })).body as SchoolSettings & { version: number };
    const ownWords = { group: { one: 'set' }, session: { one: 'meeting' }, class: { one: 'form' } };
    await school.ask('PUT', '/api/settings', { as: lead, body: { ...settings, ownWords, dateOrder: 'Nov 24' } });
    const again = await fetch(`${school.running.url}/api/children/${child.id}/record.zip`, { headers: { cookie: lead.cookie } });
    const said = unzipSync(new Uint8Array(await again.arrayBuffer()));
    const { text } = await extractText(await getDocumentProxy(said['read me first.pdf']!.slice()), { mergePages: true });
    expect(text).toContain('Small set meetings');
    expect(text).toMatch(/taken back: it counts for nothing, by/);
    expect(text).toMatch(/words\), not marked to its end/);
    expect(text).toMatch(/Form \w+; born May 1, 2020/);
    expect(text).not.toMatch(/session|class/i);
    expect(strFromU8(said['sessions.csv']!)).toBe(strFromU8(files['sessions.csv']!));
    const now = (await school.ask('GET', '/api/settings', { as: lead })).body as SchoolSettings & { version: number };
    await school.ask('PUT', '/api/settings', { as: lead, body: { ...settings, version: now.version } });
    const broken = await school.ask('POST', '/api/children/record', { as: lead, body: { classId: otters, file: { format: 'other' } } });
    expect(broken.status).toBe(400);
  });
});

describe('erasing', () => {
  it('takes two leads or a day’s wait and a password, and leaves nothing of the child', async () => {
    const [child, friend] = [await add('Quillon', { familyName: 'Ashgrove' }), await add('Rafi')];
    const [group] = (
      await school.ask('POST', '/api/groups', {
        as: lead,
        body: { groups: [{ name: 'Alder', adultId: lead.id, focus: [], members: [child.id, friend.id] }] },
      })
    ).body as { id: string }[];
    const plan = {
      ...PLAN,
      parts: [{ ...PLAN.parts[0]!, words: [{ word: 'rain', units: [], focus: [], for: child.id }] }],
    };
    const session = (
      (await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group!.id, on: schoolToday(), adultId: lead.id, plan } }))
        .body as { id: string }
    ).id;
    const [logId, noteId, readingId] = [uuidv7(), uuidv7(), uuidv7()];
    await send([
      observation(lead.id, child.id, { said: 'Quillon said so' }),
      {
        type: 'log',
        id: logId,
        record: {
          id: logId, session, by: lead.id, at: now(), done: [], happened: 'QUILLON read well, Rafi too.',
          attendance: [child, friend].map((c) => ({ child: c.id, present: true })),
        }, // prettier-ignore
      },
      { type: 'note', id: noteId, record: { id: noteId, session, by: lead.id, at: now(), text: 'Ask Quillon’s family.' } },
      { type: 'reading', id: readingId, record: reading(lead.id, child.id, readingId) },
    ]);
    for (const [about, subject] of [
      ['child', child.id],
      ['group', group!.id],
    ] as const)
      await school.ask('POST', '/api/remarks', {
        as: lead,
        body: { id: uuidv7(), about, subject, text: 'Quillon Ashgrove needs glasses.' },
      });
    await school.ask('PUT', `/api/groups/rules/${uuidv7()}`, {
      as: lead,
      body: { kind: 'apart', children: [child.id, friend.id], slots: [], why: 'Quillon', version: 0 },
    });
    expect((await school.ask('POST', `/api/children/${child.id}/erasure`, { as: lead, body: { password: 'wrong' } })).status).toBe(400);
    const asked = (await school.ask('POST', `/api/children/${child.id}/erasure`, { as: lead, body: { password: PASSWORD } })).body as {
      id: string;
      name: string;
    };
    expect(asked.name).toBe('Quillon Ashgrove');
    const confirm = (as: Person) => school.ask('POST', `/api/erasures/${asked.id}/confirm`, { as, body: { password: PASSWORD } });
    expect((await confirm(lead)).status).toBe(403);
    expect(await wherever(child.id)).not.toEqual([]);
    const done = await confirm(second);
    expect(done.status).toBe(200);
    const receipt = done.body as { name: null; doneAt: string; counts: Record<string, number> };
    expect(receipt.name).toBeNull();
    expect(receipt.counts).toMatchObject({ marks: 1, readings: 1, sessions: 1, notes: 1 });
    // the key stays in the receipt alone, the name nowhere
    expect(await wherever(child.id)).toEqual(['erasures']);
    for (const word of ['Quillon', 'QUILLON', 'Ashgrove']) expect(await wherever(word)).toEqual([]);
    // what is the friend's stands
    const kept = (await school.ask('GET', `/api/sessions/${session}`, { as: lead })).body as {
      members: { id: string }[];
      log: { attendance: unknown[]; happened: string };
    };
    expect(kept.members.map((m) => m.id)).toEqual([friend.id]);
    expect(kept.log).toMatchObject({ attendance: [{ child: friend.id }], happened: '(name erased) read well, Rafi too.' });
  });

  it('takes whole names only', () => {
    expect(nameless('Sam and Samira, sam’s hat; SAM.', ['Sam'])).toBe('(name erased) and Samira, (name erased)’s hat; (name erased).');
    expect(nameless('Zoë and Zoe', ['Zoë'])).toBe('(name erased) and Zoe');
    expect(nameless('a.b', ['a.b', ''])).toBe('(name erased)');
  });

  it('happens by itself when a leaver’s days are over, and not a day before', async () => {
    const child = await add('Sunniva');
    await school.ask('POST', `/api/children/${child.id}/leave`, { as: lead, body: { version: 1 } });
    const after = (days: number): string => new Date(Date.parse(now()) + days * 86_400_000).toISOString();
    expect(await dueLeavers(school.running.db, after(729))).not.toContain(child.id);
    expect(await dueLeavers(school.running.db, after(730))).toContain(child.id);
    await eraseChild(school.running.db, new FolderRecordings(school.folder), child.id);
    expect(await wherever(child.id)).toEqual([]);
  });
});

describe('who saw what', () => {
  it('is told to leads, with marks of a day as one line', async () => {
    const child = await add('Tomasz');
    await send([observation(lead.id, child.id), observation(lead.id, child.id)]);
    await get(child.id, teacher);
    const lines = (await school.ask('GET', `/api/children/${child.id}/trail`, { as: lead })).body as { by: string; what: string }[];
    expect(lines).toEqual(expect.arrayContaining([expect.objectContaining({ by: 'teacher', what: 'opened the page of this child' })]));
    expect(lines).toEqual(expect.arrayContaining([expect.objectContaining({ by: 'Lea Lead', what: 'marked 2 answers' })]));
  });
});

describe('classes', () => {
  it('are renamed, merged and ended, and none that has children ends', async () => {
    const name = async (id: string): Promise<{ id: string; version: number; name: string; children: number } | undefined> =>
      (
        (await school.ask('GET', '/api/classes', { as: lead })).body as { id: string; version: number; name: string; children: number }[]
      ).find((c) => c.id === id);
    const [a, b] = [await school.addClass('Larks'), await school.addClass('Finches')];
    const child = await add('Uli', { classId: a });
    expect((await school.ask('PATCH', `/api/classes/${a}`, { as: lead, body: { name: 'Finches', version: 1 } })).status).toBe(409);
    await school.ask('PATCH', `/api/classes/${a}`, { as: lead, body: { name: 'Skylarks', year: '2', version: 1 } });
    expect(await name(a)).toMatchObject({ name: 'Skylarks', year: '2' });
    expect((await school.ask('POST', `/api/classes/${a}/end`, { as: lead, body: { version: 2 } })).status).toBe(409);
    expect((await school.ask('POST', `/api/classes/${a}/merge`, { as: lead, body: { into: b, version: 2 } })).body).toEqual({ moved: 1 });
    expect(await name(a)).toBeUndefined();
    expect((await get(child.id)).classId).toBe(b);
    const empty = await school.addClass('Rooks');
    expect((await school.ask('POST', `/api/classes/${empty}/end`, { as: lead, body: { version: 1 } })).status).toBe(200);
    expect(await name(empty)).toBeUndefined();
  });
});

describe('undoing a class list', () => {
  it('keeps and names the children of whom something has been recorded', async () => {
    const id = uuidv7();
    const rows = ['Vera', 'Wim'].map((givenName, k) => ({
      row: k + 2,
      givenName,
      familyName: 'Y',
      className: 'Wrens',
      year: '',
      externalId: null,
    }));
    await school.ask('POST', '/api/imports', { as: lead, body: { id, fileName: 'x.csv', rows } });
    const vera = ((await school.ask('GET', '/api/children', { as: lead })).body as Row[]).find((c) => c.givenName === 'Vera')!;
    await send([observation(lead.id, vera.id)]);
    const undone = await school.ask('POST', `/api/imports/${id}/undo`, { as: lead });
    expect(undone.body).toMatchObject({ added: 1, kept: ['Vera Y'] });
    const left = ((await school.ask('GET', '/api/children', { as: lead })).body as Row[]).map((c) => c.givenName);
    expect(left).toContain('Vera');
    expect(left).not.toContain('Wim');
  });

  it('takes back what it wrote of a child who was here, and not what somebody has written since', async () => {
    const child = await add('Xenia', { needs: '', firstLanguage: 'English' });
    const id = uuidv7();
    const row = { row: 2, givenName: 'Xenia', familyName: child.familyName, className: 'Wrens', year: '', externalId: null };
    const rows = [{ ...row, firstLanguage: 'Greek', needs: 'Glasses' }];
    expect((await school.ask('POST', '/api/imports', { as: lead, body: { id, fileName: 'x.csv', rows } })).status).toBe(200);
    const listed = await get(child.id);
    expect(listed).toMatchObject({ firstLanguage: 'Greek', needs: 'Glasses' });
    // whoever had the record open before is told that it is another one by now
    const late = await school.ask('PATCH', `/api/children/${child.id}`, { as: lead, body: { needs: 'x', version: child.version } });
    expect(late.status).toBe(409);
    await school.ask('PATCH', `/api/children/${child.id}`, { as: lead, body: { needs: 'Glasses for far', version: listed.version } });
    await school.ask('POST', `/api/imports/${id}/undo`, { as: lead });
    expect(await get(child.id)).toMatchObject({ firstLanguage: 'English', needs: 'Glasses for far' });
  });

  it('sends those who came back by it off again, but for whoever was worked with since; a number it gave goes', async () => {
    const [early, late, here] = [await add('Yara'), await add('Yuri'), await add('Yves')];
    for (const { id, version } of [early, late]) await school.ask('POST', `/api/children/${id}/leave`, { as: lead, body: { version } });
    const id = uuidv7();
    const rows = [early, late, here].map((c, k) => ({
      row: k + 2,
      givenName: c.givenName,
      familyName: c.familyName,
      className: 'Wrens',
      year: '',
      externalId: `Y${k}`,
    }));
    const list = (same?: boolean) => school.ask('POST', '/api/imports', { as: lead, body: { id, fileName: 'x.csv', rows: rows.map((r) => ({ ...r, same })) } }); // prettier-ignore
    // whether it is they has to be said first: nothing is written
    const unsaid = await list();
    expect([unsaid.status, (unsaid.body as { errors: unknown[] }).errors]).toMatchObject([400, [{ path: 'row 2' }, { path: 'row 3' }]]);
    expect((await get(here.id)).externalId).toBeNull();
    expect((await list(true)).body).toMatchObject({ added: 0, returned: 2, changed: 3 });
    expect([(await get(early.id)).externalId, (await get(here.id)).externalId]).toEqual(['Y0', 'Y2']);
    await send([observation(lead.id, early.id)]);
    const undone = await school.ask('POST', `/api/imports/${id}/undo`, { as: lead });
    expect(undone.body).toMatchObject({ kept: [`Yara ${early.familyName}`] });
    expect((await school.ask('GET', `/api/children/${late.id}`, { as: lead })).status).toBe(404);
    expect(((await school.ask('GET', '/api/leavers', { as: lead })).body as Row[]).some((l) => l.id === late.id)).toBe(true);
    expect([(await get(early.id)).externalId, (await get(here.id)).externalId]).toEqual([null, null]);
  });
});
