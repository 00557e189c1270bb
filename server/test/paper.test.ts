/** Paper read back: every sheet holds what it is for, in both sizes, for a session and for a week; nothing of it in colour. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { inflateSync } from 'node:zlib';
import { extractText, getDocumentProxy } from 'unpdf';
import { loadLexicon } from '@sapling/core';
import { taughtAfter } from '@sapling/core/phonics';
import { planSession, SHIPPED_STYLES, PART_WORDS, YES_OR_NO, type PartKind, type SessionPlan } from '@sapling/core/planning';
import type { SchoolSettings } from '@sapling/contract';
import { PICTURED, teachingOrder, TEXTS } from '@sapling/data';
import { School, type Person } from './support.js';

const school = new School();
let lead: Person;
let members: string[];
let group: string;
let plan: SessionPlan;
let session: string;
const KINDS: PartKind[] = [
  'review', 'focus', 'letter formation', 'read words', 'stepped words', 'word chain', 'sort spellings', 'irregular words', 'endings', 'sound boxes', 'spell', 'sentence', 'yes or no', 'phrase to picture', 'text',
]; // prettier-ignore

beforeAll(async () => {
  await school.open();
  lead = await school.setUp();
  await school.addClass('Wrens');
  members = await school.addChildren('Wrens', ['Ada', 'Łucja', 'Cleo']);
  const made = await school.ask('POST', '/api/groups', {
    as: lead,
    body: { groups: [{ name: 'Willow', adultId: lead.id, focus: ['ai:ay'], members }] },
  });
  group = (made.body as { id: string }[])[0]!.id;
  const lexicon = await loadLexicon();
  const taught = taughtAfter(teachingOrder('riverbank')!, 26);
  // more kinds than one session has time for: seven at a time, put together
  const sevens = [0, 7, 14, 21].map((from) => KINDS.slice(from, from + 7)).filter((kinds) => kinds.length > 0);
  const plans = sevens.map((kinds) =>
    planSession(lexicon, {
      taught,
      focus: ['ee:ee', 'sh:sh'],
      children: members.map((id, k) => ({ id, known: { 'ee:ee': k === 0 ? 0.1 : 0.95, 'sh:sh': 0.1 } })),
      minutes: 14,
      seed: 3,
      style: { ...SHIPPED_STYLES[0]!, parts: kinds.map((kind) => ({ id: kind, kind, minutes: 2, ...PART_WORDS[kind] })) },
      sources: { texts: TEXTS, pictures: Object.keys(PICTURED), yesOrNo: YES_OR_NO },
    }),
  );
  const parts = [...new Map(plans.flatMap((p) => p.parts).map((p) => [p.kind, p])).values()].slice(0, 20);
  plan = { ...plans[0]!, parts };
  const kept = await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group, on: '2026-11-24', adultId: lead.id, plan } });
  session = (kept.body as { id: string }).id;
  expect(kept.status, JSON.stringify(kept.body)).toBe(200);
}, 120_000);
afterAll(() => school.close());

async function pdf(path: string): Promise<{ pages: string[]; width: number; bytes: Buffer }> {
  const response = await fetch(school.running.url + path, { headers: { cookie: lead.cookie } });
  expect(response.status, path).toBe(200);
  expect(response.headers.get('content-type')).toBe('application/pdf');
  const bytes = Buffer.from(await response.arrayBuffer());
  const document = await getDocumentProxy(new Uint8Array(bytes));
  const page = await document.getPage(1);
  const { text } = await extractText(document, { mergePages: false });
  return { pages: text.map((t) => t.replace(/\s+/g, ' ')), width: page.view[2]!, bytes };
}
const squeezed = (text: string): string => text.replaceAll(' ', '');

describe('paper of a session', () => {
  it('the plan is one page with every word, child and part, on A4 and on Letter', async () => {
    for (const [size, width] of [
      ['A4', 595.28],
      ['Letter', 612],
    ] as const) {
      const { pages, width: wide } = await pdf(`/api/sessions/${session}/paper?what=plan&size=${size}`);
      expect(pages).toHaveLength(1);
      expect(wide).toBeCloseTo(width, 0);
      const page = squeezed(pages[0]!);
      for (const part of plan.parts) {
        expect(page).toContain(squeezed(part.title));
        for (const w of part.words) expect(page, part.title).toContain(w.word);
        for (const line of part.lines ?? []) expect(page).toContain(squeezed(line.text));
      }
      // names with letters that English has not
      expect(page).toContain('Łucja');
      expect(page).toContain(squeezed(plan.atError!).slice(0, 30));
    }
  });

  it('plan and cover are in the school’s own words and dates, but for what somebody typed and what children read', async () => {
    const settings = (await school.ask('GET', '/api/settings', { as: lead })).body as SchoolSettings & { version: number };
    const before = (await pdf(`/api/sessions/${session}/paper?what=plan,cover`)).pages.join(' ');
    const words = { 'irregular word': { one: 'tricky one' }, group: { one: 'set' }, session: { one: 'meeting' } };
    await school.ask('PUT', '/api/settings', { as: lead, body: { ...settings, ownWords: words, dateOrder: 'Nov 24' } });
    const after = (await pdf(`/api/sessions/${session}/paper?what=plan,cover`)).pages.join(' ');
    const now = (await school.ask('GET', '/api/settings', { as: lead })).body as { version: number };
    await school.ask('PUT', '/api/settings', { as: lead, body: { ...settings, version: now.version } });
    expect(squeezed(before)).toMatch(/irregularwords/i);
    expect(squeezed(after)).toMatch(/trickyones/i);
    expect(after).not.toMatch(/irregular\s+words?|\bsessions?\b/i);
    expect(squeezed(after)).toContain(squeezed('November 24, 2026'));
    for (const part of plan.parts) for (const w of part.words) expect(squeezed(after)).toContain(w.word);
    expect(after).toContain('Willow');
  });

  it('children’s sheets hold what is read and not what is spelled; the cover says who, when and what to do; initials where asked', async () => {
    const { pages } = await pdf(`/api/sessions/${session}/paper?what=cards,words,boxes,chain,sort,dictation,letters,pictures,text`);
    const all = squeezed(pages.join(' '));
    const words = (kind: string): string[] => plan.parts.find((p) => p.kind === kind)!.words.map((w) => w.word);
    for (const w of [...words('read words'), ...words('irregular words'), ...words('endings'), ...words('sort spellings')])
      expect(all).toContain(w);
    for (const line of plan.parts.find((p) => p.kind === 'yes or no')!.lines!) expect(all).toContain(squeezed(line.text));
    expect(all).toContain(squeezed(plan.parts.find((p) => p.kind === 'text')!.text!.title));
    const boxes = await pdf(`/api/sessions/${session}/paper?what=boxes,dictation`);
    for (const w of [...words('sound boxes'), ...words('spell')]) expect(squeezed(boxes.pages.join(' '))).not.toContain(w);
    const cover = squeezed((await pdf(`/api/sessions/${session}/paper?what=cover&names=initials`)).pages.join(' '));
    expect(cover).not.toContain('Ada');
    expect(cover).toContain('A.');
    // nobody was checked: nothing else is said of them
    expect(cover).toContain(squeezed('not checked yet on ee /ee/, sh /sh/'));
    expect(cover).not.toContain(squeezed('sure of the focus'));
    expect(cover).toContain(squeezed('Tuesday, 24 November 2026'));
    expect(cover).toContain(squeezed('Stop when a child is tired or upset'));
  });

  it('a week is one file; what is no sheet is refused by name; a week without sessions says so', async () => {
    await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group, on: '2026-11-26', adultId: null, plan } });
    const week = await pdf('/api/paper/week?from=2026-11-23&what=plan');
    expect(week.pages).toHaveLength(2);
    expect(week.pages.map((p) => /Tuesday|Thursday/.exec(p)?.[0])).toEqual(['Tuesday', 'Thursday']);
    const bad = await school.ask('GET', `/api/sessions/${session}/paper?what=poster`, { as: lead });
    expect(bad.status).toBe(400);
    expect(JSON.stringify(bad.body)).toContain('cover, plan');
    expect((await school.ask('GET', '/api/paper/week?from=2026-01-05', { as: lead })).status).toBe(404);
  });

  it('a sheet for home shows only what this child can read, and the class teacher’s list says the same', async () => {
    const [list] = [
      (await school.ask('GET', '/api/practice', { as: lead })).body as {
        id: string;
        words: { word: string }[];
        sentence: string | null;
        notYet: string[];
      }[],
    ];
    expect(list.map((p) => p.id).sort()).toEqual([...members].sort());
    for (const child of list) {
      const home = squeezed((await pdf(`/api/children/${child.id}/home-sheet`)).pages.join(' '));
      for (const { word } of child.words) expect(home).toContain(word);
      if (child.sentence) expect(home).toContain(squeezed(child.sentence));
      expect(child.words.every((w) => w.word.length > 0)).toBe(true);
    }
    expect(list[0]!.notYet).toEqual(['ai:ay']);
  });

  it('is black, white and grey only', async () => {
    const { bytes } = await pdf(`/api/sessions/${session}/paper?what=plan,cards,pictures,letters`);
    const raw = bytes.toString('latin1');
    let colours = 0;
    for (const match of raw.matchAll(/stream\r?\n/g)) {
      const from = match.index + match[0].length;
      try {
        const text = inflateSync(bytes.subarray(from, raw.indexOf('endstream', from))).toString('latin1');
        for (const [, r, g, b] of text.matchAll(/([\d.]+) ([\d.]+) ([\d.]+) (?:rg|RG|sc|SC|scn|SCN)\b/g)) {
          colours += 1;
          expect([r, g, b]).toEqual([r, r, r]);
        }
      } catch (error) {
        // fonts are other streams
        if ((error as { name?: string }).name === 'AssertionError') throw error;
      }
    }
    expect(colours).toBeGreaterThan(5);
  });
});
