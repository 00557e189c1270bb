import { beforeAll, describe, expect, it } from 'vitest';
import { PICTURED, teachingOrder, TEXTS } from '@sapling/data';
import {
  carryOver,
  findWords,
  gpcsOf,
  homeSheet,
  keepPinned,
  loadLexicon,
  emptyPart,
  metIn,
  OWN_FIELDS,
  PART_WORDS,
  partKind,
  planCycle,
  planSession,
  type PartKind,
  type SessionPart,
  READS_FROM,
  redrawPart,
  seeded,
  segment,
  SHIPPED_STYLES,
  shuffled,
  styleFor,
  swapWord,
  taughtAfter,
  unreadable,
  withArticle,
  withContent,
  wordJudge,
  wordsOf,
  workedOn,
  YES_OR_NO,
  type Gpc,
  type Lexicon,
  type SessionPlan,
  type SessionRequest,
} from '../src/index.js';
import { everyKind, KINDS, styleOfKinds } from './support/styles.js';

let lexicon: Lexicon;
beforeAll(async () => {
  lexicon = await loadLexicon();
});
const sources = { texts: TEXTS, pictures: Object.keys(PICTURED), yesOrNo: YES_OR_NO };
/** Kinds of part as styles of seven each, so that a session of half an hour has room for all of one. */
const SOME_KINDS = Array.from({ length: Math.ceil(KINDS.length / 7) }, (_, k) => styleOfKinds(KINDS.slice(7 * k, 7 * k + 7), `all ${k}`));
const otherKinds = styleOfKinds(
  ['review', 'focus', 'yes or no', 'picture sort', 'phrase to picture', 'text', 'picture spelling', 'made-up words', 'own'],
  'rest',
);

/** A made-up group at a step of an order: who knows what, and a focus of pairs that some or all need. */
function groupAt(orderId: string, step: number, size: number, seed: number) {
  const random = seeded(seed);
  const taught = taughtAfter(teachingOrder(orderId)!, step);
  const focus = shuffled(taught.gpcs.slice(-14), random).slice(0, 1 + Math.floor(random() * 4));
  const children = Array.from({ length: size }, (_, k) => ({
    id: `child ${k}`,
    known: Object.fromEntries(
      taught.gpcs.flatMap((gpc): [Gpc, number][] => {
        if (focus.includes(gpc)) return [[gpc, random() < 0.7 ? 0.05 + random() * 0.3 : 0.95]];
        if (random() < 0.1) return []; // never checked
        const draw = random();
        return [[gpc, draw < 0.04 ? random() * 0.4 : draw < 0.15 ? 0.6 + random() * 0.3 : 0.9 + random() * 0.1]];
      }),
    ),
  }));
  return { taught, focus: [...new Set(focus)], children };
}
type Group = ReturnType<typeof groupAt>;

/** A judge for each child, children who can read the same pairs taken together; kept, as hundreds of sessions ask the same words. */
const judges = new Map<string, ReturnType<typeof wordJudge>>();
function judgesOf(group: Group, focus: readonly Gpc[]): [string, ReturnType<typeof wordJudge>][] {
  const out = new Map<string, [string, ReturnType<typeof wordJudge>]>();
  for (const child of group.children) {
    const knows = group.taught.gpcs.filter((gpc) => focus.includes(gpc) || (child.known[gpc] ?? 1) >= READS_FROM);
    const key = `${knows.join(' ')} | ${group.taught.words.join(' ')}`;
    if (!judges.has(key)) judges.set(key, wordJudge(lexicon, { gpcs: knows, words: group.taught.words }));
    out.set(key, [child.id, judges.get(key)!]);
  }
  return [...out.values()];
}
const CANNOT = /not yet|unread/;

/** Every word a child is asked to read or spell, judged by itself and for each child alone. */
function mustBeReadable(plan: SessionPlan, group: Group): void {
  const wrong: string[] = [];
  for (const [child, judge] of judgesOf(group, plan.focus))
    for (const part of plan.parts) {
      const read = [
        ...part.words.filter((w) => !w.heard).flatMap((w) => [w.word, ...(w.options ?? [])]),
        ...(part.kind === 'phrases' ? [] : (part.lines ?? []).flatMap((line) => wordsOf(line.text).map((w) => w.text))),
        ...(part.rows ?? []).filter((r) => r.picture).flatMap((r) => r.items.flatMap((i) => wordsOf(i).map((w) => w.text))),
      ];
      wrong.push(...read.filter((word) => CANNOT.test(judge(word).status)).map((word) => `${word} in ${part.title} for ${child}`));
      if (part.kind === 'read to them') continue;
      // what is out of reach in a text is told first; where gaps lie scattered, one child may be left to follow, and is named
      if (plan.remarks?.some((r) => r.kind === 'text beyond' && r.child === child)) continue;
      const text = wordsOf(part.text?.text ?? '').map((w) => w.text.toLowerCase());
      const told = new Set((part.text?.tell ?? []).map((w) => w.toLowerCase()));
      wrong.push(
        ...text.filter((word) => CANNOT.test(judge(word).status) && !told.has(word)).map((word) => `${word} in the text for ${child}`),
      );
      expect(told.size).toBeLessThanOrEqual(8);
      expect(text.filter((word) => told.has(word)).length).toBeLessThanOrEqual(0.1 * text.length);
      expect(text.filter((word) => told.has(word) && CANNOT.test(judge(word).status)).length).toBeLessThanOrEqual(0.05 * text.length);
    }
  expect(wrong).toEqual([]);
  expect((plan.remarks ?? []).filter((r) => r.kind === 'text beyond').length).toBeLessThanOrEqual(1);
}

/** Words that could have stood in place of one that was met: other words for its pair that each of these children likely reads. */
function unmet(group: Group, plan: SessionPlan, gpc: Gpc, avoid: readonly string[]): string[] {
  const gpcs = group.taught.gpcs.filter((g) => !plan.focus.includes(g) && group.children.every((c) => (c.known[g] ?? 1) >= READS_FROM));
  const here = plan.parts.flatMap(metIn);
  return findWords(lexicon, {
    taught: { gpcs, words: [] },
    mustUse: [gpc],
    limit: 12,
    seed: 1,
    maxSounds: 5,
    avoid: [...avoid, ...here],
  })
    .filter((w) =>
      group.children.every((c) => w.gpcs.reduce((p, g) => p * (plan.focus.includes(g) ? 1 : (c.known[g] ?? 1)), 1) >= READS_FROM),
    )
    .slice(0, 1)
    .map((w) => w.word);
}

describe('sessions of whole cycles', () => {
  // 18 groups here; SAPLING_GROUPS=75 plans over 500 sessions (two and a half minutes)
  const GROUPS = Number(process.env.SAPLING_GROUPS ?? 18);
  it('of many groups: minutes kept, all readable for each child apart from the focus, each own gap met, words not repeated needlessly', () => {
    let sessions = 0;
    let repeats = 0;
    let needless = 0;
    let words = 0;
    const texts = { whole: 0, sentences: 0 };
    const styles = [...SHIPPED_STYLES, ...SOME_KINDS, otherKinds];
    for (let n = 0; n < GROUPS; n += 1) {
      const orderId = ['riverbank', 'hillside', 'lantern'][n % 3]!;
      const steps = teachingOrder(orderId)!.steps.length;
      const group = groupAt(orderId, 8 + ((n * 5) % (steps - 8)), 2 + (n % 6), n);
      const days = Array.from({ length: 11 }, (_, k) => ({ id: `s${k}`, on: `2026-11-${String(k + 1).padStart(2, '0')}` }));
      const cycle = planCycle({ focus: group.focus, sessions: days, children: group.children });
      const met: string[][] = [];
      const read: string[] = [];
      /** Child and pair for which there was an item: theirs, or one for all. */
      const had = new Set<string>();
      for (const [k, day] of cycle.sessions.entries()) {
        const focus = [...new Set([...(day.fresh ? [day.fresh] : []), ...day.again.map((a) => a.gpc)])];
        if (focus.length === 0) continue;
        const minutes = 10 + ((n + 3 * k) % 21);
        const avoid = met.slice(-2).flat();
        const plan = planSession(lexicon, {
          ...group,
          focus,
          fresh: day.fresh ? [day.fresh] : [],
          contrast: day.contrast,
          recheck: day.recheck,
          minutes,
          seed: n * 100 + k,
          avoid,
          textsRead: read,
          style: styles[n % styles.length]!,
          sources,
          madeUpWords: n % 2 === 0,
        });
        sessions += 1;
        expect(plan.parts.reduce((sum, p) => sum + p.minutes, 0)).toBe(minutes);
        for (const part of plan.parts) expect(part.minutes).toBeGreaterThanOrEqual(2);
        expect(new Set(plan.parts.map((p) => p.id)).size).toBe(plan.parts.length);
        mustBeReadable(plan, group);
        expect(unreadable(lexicon, plan, group.taught)).toEqual([]);
        for (const part of plan.parts) {
          for (const w of part.words)
            for (const gpc of w.focus) for (const id of w.for ? [w.for] : group.children.map((c) => c.id)) had.add(`${id} ${gpc}`);
          if (part.kind === 'focus')
            for (const gpc of part.gpcs) for (const id of part.whose?.[gpc] ?? group.children.map((c) => c.id)) had.add(`${id} ${gpc}`);
          if (part.kind === 'read words' || part.kind === 'spell')
            for (const w of part.words) {
              words += 1;
              if (!avoid.includes(w.word)) continue;
              repeats += 1;
              // a word of two focus pairs stands in for one of either
              if (w.focus.flatMap((gpc) => unmet(group, plan, gpc, avoid)).length >= w.focus.length) needless += 1;
            }
          if (part.text) read.push(part.text.id);
          if (part.kind === 'text') texts[part.text ? 'whole' : 'sentences'] += 1;
        }
        met.push(plan.parts.flatMap(metIn));
      }
      const teaches = styles[n % styles.length]!.parts.some((p) => p.kind === 'focus');
      for (const child of teaches ? group.children : [])
        for (const gpc of group.focus)
          if ((child.known[gpc] ?? 0) < READS_FROM && !cycle.left.includes(gpc)) expect(had, `group ${n}`).toContain(`${child.id} ${gpc}`);
    }
    expect(sessions).toBeGreaterThan(6.6 * GROUPS);
    expect(words).toBeGreaterThan(15 * GROUPS);
    // words of a part that was dropped for want of minutes count as unmet again
    expect(needless / words).toBeLessThan(0.01);
    // the rare pairs at the end of an order have few words: theirs come again sooner
    expect(repeats / words).toBeLessThan(GROUPS < 75 ? 0.45 : 0.42);
    // where a child lacks an old pair no whole text may be in reach: sentences stand in
    expect(texts.whole).toBeGreaterThan(0.3 * GROUPS);
    expect(texts.sentences).toBeGreaterThan(0.25 * GROUPS);
  }, 240_000);

  it('a text practises the focus in more than 85 of 100 sessions, or the plan says which text would and when', () => {
    let [all, good] = [0, 0];
    for (const [orderId, last] of [
      ['riverbank', 39],
      ['hillside', 58],
      ['lantern', 42],
    ] as const)
      // prettier-ignore
      for (let step = 10; step <= last; step += 3) {
        const taught = taughtAfter(teachingOrder(orderId)!, step);
        const focus = shuffled(taught.gpcs.slice(-10), seeded(step)).slice(0, 1 + (step % 3));
        const known = Object.fromEntries(taught.gpcs.map((gpc) => [gpc, focus.includes(gpc) ? 0.2 : 0.95]));
        const plan = planSession(lexicon, {
          taught, focus, sources, minutes: 20, seed: step,
          children: ['a', 'b', 'c'].map((id) => ({ id, known })),
          style: { ...otherKinds, parts: otherKinds.parts.filter((p) => p.kind === 'text' || p.kind === 'review') },
        }); // prettier-ignore
        const part = plan.parts.find((p) => p.kind === 'text')!;
        const used = [...new Set(wordsOf(part.text?.text ?? '').map((w) => w.text.toLowerCase()))].filter((w) =>
          gpcsOf(segment(lexicon, w)[0]!).some((gpc) => focus.includes(gpc)),
        );
        all += 1;
        if (used.length >= 3 || part.remark?.includes('fits once')) good += 1;
      }
    expect(good / all).toBeGreaterThan(0.85);
  }, 60_000);

  it('draws words and sentences from what they surely know, as far as there are such', () => {
    const taught = taughtAfter(teachingOrder('riverbank')!, 20);
    const focus = [taught.gpcs.at(-3)!];
    const others = taught.gpcs.filter((gpc) => !focus.includes(gpc));
    // every fourth pair is a coin toss, nobody is sure of it
    const doubtful = new Set(others.filter((_, k) => k % 4 === 3));
    const known = Object.fromEntries(others.map((gpc) => [gpc, doubtful.has(gpc) ? 0.55 : 0.97]));
    const child = { id: 'a', known: { ...known, [focus[0]!]: 0.1 } };
    const request = { taught, focus, children: [child], minutes: 20, seed: 4, sources };
    const doubted = (words: readonly string[]): string[] =>
      words.filter((word) => gpcsOf(segment(lexicon, word.toLowerCase())[0]!).some((gpc) => doubtful.has(gpc)));
    const plan = planSession(lexicon, { ...request, style: everyKind });
    const read = plan.parts.filter((p) => p.kind === 'read words').flatMap((p) => p.words.map((w) => w.word));
    expect(read.length).toBeGreaterThan(3);
    expect(doubted(read)).toEqual([]);
    const practised = others.filter((gpc) => !doubtful.has(gpc)).slice(12, 14);
    const sheet = homeSheet(lexicon, { taught, known, practised, words: [], seed: 2 });
    expect(sheet.words.length).toBeGreaterThan(3);
    expect(doubted(sheet.words.map((w) => w.word))).toEqual([]);
  });

  it('names pictured things as they are said', () => {
    expect(['ant', 'bread', 'grapes', 'sun', 'van'].map(withArticle)).toEqual(['an ant', 'bread', 'grapes', 'the sun', 'a van']);
  });

  it('a word for one child is for a child who needs its pair, in turn', () => {
    const group = groupAt('riverbank', 20, 5, 3);
    const focus = [group.taught.gpcs.at(-3)!];
    const children = group.children.map((c, k) => ({ ...c, known: { ...c.known, [focus[0]!]: k < 2 ? 0.1 : 0.95 } }));
    const plan = planSession(lexicon, { ...group, children, focus, minutes: 20, seed: 1, sources });
    const reading = plan.parts.find((p) => p.kind === 'read words')!;
    expect(new Set(reading.words.map((w) => w.for))).toEqual(new Set(['child 0', 'child 1']));
    expect(plan.parts.find((p) => p.kind === 'focus')!.whose).toEqual({ [focus[0]!]: ['child 0', 'child 1'] });
  });
});

describe('changing a session', () => {
  const request = (): SessionRequest & Group => ({
    taught: taughtAfter(teachingOrder('riverbank')!, 26),
    focus: ['ee:ee', 'sh:sh'],
    children: [
      { id: 'child 0', known: { 'ee:ee': 0.1, 'sh:sh': 0.1 } },
      { id: 'child 1', known: { 'ee:ee': 0.95, 'sh:sh': 0.2 } },
    ],
    minutes: 30,
    seed: 4,
    sources,
    style: everyKind,
    madeUpWords: true,
  });

  it('a part drawn again keeps what is pinned and brings others, readable as before; a swapped word is for the same pair and child', () => {
    const asked = request();
    const plan = planSession(lexicon, asked);
    for (const part of plan.parts) {
      const [first] = part.words;
      if (first) first.pinned = true;
      let next;
      try {
        next = redrawPart(lexicon, asked, plan, part.id, 77);
      } catch (error) {
        expect((error as { code: string }).code).toBe('no-candidates');
        continue;
      }
      expect(next).toMatchObject({ id: part.id, kind: part.kind, title: part.title, minutes: part.minutes });
      if (first && next.words.length > 0) expect(next.words.map((w) => w.word)).toContain(first.word);
      mustBeReadable({ ...plan, parts: [next] }, asked);
    }
    // with words enough, all others
    const short = { ...asked, style: styleFor('cue and answer') };
    const few = planSession(lexicon, short);
    const reading = few.parts.find((p) => p.kind === 'read words')!;
    reading.words[0]!.pinned = true;
    const drawn = redrawPart(lexicon, short, few, reading.id, 5);
    expect(drawn.words[0]).toEqual(reading.words[0]);
    expect(drawn.words.slice(1).filter((w) => reading.words.some((o) => o.word === w.word))).toEqual([]);
    const old = reading.words.find((w) => w.for !== undefined)!;
    const other = swapWord(lexicon, short, few, { part: reading.id, word: old.word, seed: 9 });
    expect(other.focus).toContain(old.focus[0]);
    expect(other.for).toBe(old.for);
    expect(few.parts.flatMap((p) => p.words.map((w) => w.word))).not.toContain(other.word);
    expect(() => swapWord(lexicon, short, few, { part: 'nothing', word: 'x', seed: 1 })).toThrow(/no such part/);
    // all drawn again: the pinned word keeps its place, a pinned part stays as it was
    const spelling = few.parts.find((p) => p.kind === 'spell')!;
    spelling.pinned = true;
    const again = keepPinned(few, planSession(lexicon, { ...short, seed: 99 }));
    expect(again.parts.find((p) => p.kind === 'read words')!.words[0]).toEqual(reading.words[0]);
    expect(again.parts.find((p) => p.kind === 'spell')!.words).toEqual(spelling.words);
  });

  it('what a session left goes first into the next, as far as it can be read; what was done is what was worked on', () => {
    const asked = { ...request(), style: styleFor('cue and answer') };
    const plan = planSession(lexicon, asked);
    const reading = plan.parts.find((p) => p.kind === 'read words')!;
    const spelling = plan.parts.find((p) => p.kind === 'spell')!;
    const done = plan.parts.filter((p) => p !== reading && p !== spelling).map((p) => p.title);
    const left = [{ part: reading.id, words: reading.words.slice(-2).map((w) => w.word) }];
    const carried = carryOver({ plan, done, left });
    expect(carried.map((c) => [c.kind, c.words.length])).toEqual([
      ['read words', 2],
      ['spell', spelling.words.length],
    ]);
    const next = planSession(lexicon, { ...asked, seed: 50, carried, avoid: plan.parts.flatMap(metIn) });
    expect(next.parts.find((p) => p.kind === 'read words')!.words.slice(0, 2)).toMatchObject(
      left[0]!.words.map((word) => ({ word, carried: true })),
    );
    expect(
      next.parts
        .find((p) => p.kind === 'spell')!
        .words.map((w) => w.word)
        .slice(0, spelling.words.length),
    ).toEqual(spelling.words.map((w) => w.word));
    mustBeReadable(next, asked);
    // a word that cannot be read is not carried over
    const not = planSession(lexicon, { ...asked, carried: [{ kind: 'spell', words: ['queue'], lines: [] }] });
    expect(not.parts.flatMap((p) => p.words.map((w) => w.word))).not.toContain('queue');
    // two parts of one kind and one title are told apart by their ids, and each gets what was left of its own
    const twice = { ...styleFor('cue and answer') };
    const two = { ...twice, parts: [...twice.parts, { ...twice.parts.find((p) => p.kind === 'read words')!, id: 'read words 2' }] };
    const double = planSession(lexicon, { ...asked, style: two, minutes: 30 });
    const [one, other] = double.parts.filter((p) => p.kind === 'read words');
    expect(one!.title).toBe(other!.title);
    const both = carryOver({ plan: double, done: double.parts.filter((p) => p !== other).map((p) => p.id) });
    expect(both.map((c) => c.words)).toEqual([other!.words.map((w) => w.word)]);
    const again = planSession(lexicon, {
      ...asked,
      style: two,
      minutes: 30,
      seed: 9,
      carried: carryOver({ plan: double, done: [] }),
      avoid: double.parts.flatMap(metIn),
    });
    const firstOf = (p: SessionPart | undefined): string | undefined => p?.words[0]?.word;
    expect(again.parts.filter((p) => p.kind === 'read words').map(firstOf)).toEqual([firstOf(one), firstOf(other)]);
    expect(workedOn({ plan, done: [] })).toEqual([]);
    expect(workedOn({ plan, done: [plan.parts.find((p) => p.kind === 'focus')!.title] })).toEqual(asked.focus);
  });

  it('every part holds the fields of its kind and no others, and nothing else can be put in', () => {
    const own = (part: SessionPart): string[] => OWN_FIELDS.filter((field) => part[field] !== undefined);
    const met = new Map<PartKind, Set<string>>();
    for (const [orderId, step] of [
      ['riverbank', 14],
      ['hillside', 30],
      ['lantern', 22],
    ] as const)
      for (const style of [...SOME_KINDS, otherKinds])
        for (const part of planSession(lexicon, { ...groupAt(orderId, step, 4, step), sources, seed: step, minutes: 30, style }).parts) {
          expect(partKind(part.kind).holds, part.kind).toEqual(expect.arrayContaining(own(part)));
          met.set(part.kind, new Set([...(met.get(part.kind) ?? []), ...own(part)]));
        }
    // and what a kind says that it holds comes at least once, but for what an adult types and what only some groups have
    const unseen = [...met].flatMap(([kind, fields]) =>
      partKind(kind)
        .holds.filter((field) => !fields.has(field))
        .map((field) => `${kind}: ${field}`),
    );
    expect(unseen.filter((line) => !/: (lines|whose|ask)$/.test(line))).toEqual([]);
    const listen = emptyPart({ id: 'listen', kind: 'listen', ...PART_WORDS.listen, minutes: 3 });
    expect(() => withContent(listen, { lines: [{ text: 'It is a hat.' }] })).toThrow('has no lines');
  });

  it('every kind of part holds what it is for', () => {
    const asked = request();
    const kinds = new Map(
      [...SOME_KINDS, otherKinds].flatMap((style) => planSession(lexicon, { ...asked, minutes: 30, style }).parts).map((p) => [p.kind, p]),
    );
    for (const w of kinds.get('find')!.words) expect(w.options).toHaveLength(4);
    for (const w of kinds.get('find')!.words) expect(w.options).toContain(w.word);
    for (const w of kinds.get('stepped words')?.words ?? []) {
      expect(w.steps!.at(-1)).toBe(w.word);
      expect(w.steps!.length).toBe(w.units.length - 1);
    }
    for (const w of kinds.get('made-up words')!.words) expect(lexicon.has(w.word)).toBe(false);
    for (const w of kinds.get('endings')!.words) expect(w.base!.slice(0, 2)).toBe(w.word.slice(0, 2));
    const sort = kinds.get('sort spellings')!;
    for (const w of sort.words)
      expect(w.units.filter((u) => sort.gpcs.includes(`${u.grapheme}:${u.sound}`)).length, w.word).toBeGreaterThan(0);
    for (const l of kinds.get('yes or no')!.lines!) expect(['yes', 'no']).toContain(l.answer);
    for (const l of kinds.get('phrase to picture')!.lines!) for (const p of l.pictures!) expect(Object.keys(PICTURED)).toContain(p);
    expect(kinds.get('text')!.text!.questions.length).toBeGreaterThan(0);
    for (const row of kinds.get('phrase and picture')!.rows!) expect(row.items).toContain(row.answer);
    for (const row of kinds.get('capitals')!.rows!) expect(row.items).toContain(row.show!.toLowerCase());
    for (const row of kinds.get('find the new one')!.rows!) {
      const sought = asked.focus[0]!.split(':')[0]!;
      expect(row.answer).toBe(`${sought}: ${row.items.filter((i) => i === sought).length} times`);
    }
    for (const w of kinds.get('by syllable')!.words) expect(w.steps!.slice(0, -1).join('')).toBe(w.word);
    for (const w of kinds.get('add a sound')?.words ?? []) expect(w.word.slice(1)).toBe(w.steps![0]);
    const heard = kinds.get('lost sound')!.words;
    for (const w of heard) expect(w.heard).toBe(true);
    expect(kinds.get('phrases')!.lines![0]!.text.replaceAll(' / ', ' ')).not.toContain('/');
    expect(planSession(lexicon, { ...asked, madeUpWords: false }).parts.map((p) => p.kind)).not.toContain('made-up words');
  });
});

describe('what a child takes home', () => {
  it('holds nothing this child cannot read, whatever they know; a pair that is still a gap stays at school', () => {
    for (let n = 0; n < 60; n += 1) {
      const group = groupAt(['riverbank', 'hillside', 'lantern'][n % 3]!, 6 + (n % 20), 1, 500 + n);
      const [child] = group.children;
      const sheet = homeSheet(lexicon, {
        taught: group.taught,
        known: child!.known,
        practised: group.focus,
        words: ['rain', 'ship', 'cat', 'said'],
        seed: n,
      });
      const judge = wordJudge(lexicon, {
        gpcs: group.taught.gpcs.filter((g) => (child!.known[g] ?? 1) >= READS_FROM),
        words: group.taught.words,
      });
      const shown = [...sheet.words.map((w) => w.word), ...wordsOf(sheet.sentence ?? '').map((w) => w.text)];
      expect(
        shown.filter((w) => CANNOT.test(judge(w).status)),
        `child ${n}`,
      ).toEqual([]);
      expect(sheet.pairs.filter((g) => (child!.known[g] ?? 1) < READS_FROM)).toEqual([]);
      expect(new Set(sheet.words.map((w) => w.word)).size).toBe(sheet.words.length);
    }
  });
});
