/** Words a school takes out and puts in, and the clock that only a demo or a test may set. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { offerableWords } from '@sapling/core/phonics';
import { readConfig } from '../src/config.js';
import { wordBook } from '../src/library/word-book.js';
import { School, type Person } from './support.js';

const school = new School();
let lead: Person;
beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
});
afterAll(() => school.close());

const offered = async (): Promise<Set<string>> =>
  new Set(offerableWords(await (await wordBook(school.running.db)).lexicon()).map((w) => w.word));
const decide = (word: string, offer: 'also' | 'never', version = 0) =>
  school.ask('PUT', `/api/words/school/${word}`, { as: lead, body: { offer, version } });

describe('words of a school’s own', () => {
  it('are taken out for everybody, and come back when that is undone', async () => {
    expect((await offered()).has('rain')).toBe(true);
    expect((await decide('rain', 'never')).status).toBe(200);
    expect((await offered()).has('rain')).toBe(false);
    expect((await decide('rain', 'never')).status).toBe(409);
    expect((await school.ask('DELETE', '/api/words/school/rain?version=1', { as: lead })).status).toBe(200);
    expect((await offered()).has('rain')).toBe(true);
    expect((await decide('rain', 'never')).status).toBe(200);
  });
  it('are put in where the tool can read them and they are fit for a child', async () => {
    expect((await offered()).has('zorbing')).toBe(false);
    expect((await decide('zorbing', 'also')).status).toBe(200);
    expect((await offered()).has('zorbing')).toBe(true);
    expect((await decide('shit', 'also')).status).toBe(400);
  });
  it('are in the export of the installation', async () => {
    const file = (await school.ask('GET', '/api/installation.json', { as: lead })).body as {
      tables: Record<string, { word: string; offer: string }[]>;
    };
    const rows = file.tables.schoolWords!;
    expect(rows.map((r) => [r.word, r.offer]).sort()).toEqual([
      ['rain', 'never'],
      ['zorbing', 'also'],
    ]);
  });
});

describe('SAPLING_NOW', () => {
  it('is refused where real records are kept', () => {
    const SAPLING_NOW = '2027-02-06T11:00:00Z';
    expect(() => readConfig({ SAPLING_NOW })).toThrow(/only the demo and tests/);
    expect(readConfig({ SAPLING_NOW, SAPLING_DEMO: '1' }).setNow).toBe(SAPLING_NOW);
    expect(readConfig({ SAPLING_NOW, NODE_ENV: 'test' }).setNow).toBe(SAPLING_NOW);
  });
});
