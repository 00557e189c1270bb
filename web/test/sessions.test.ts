/** A session that is run, and the next that is planned: what the records say, and what is taken over from them. */
import { describe, expect, it } from 'vitest';
import { outboxEntry, type ChildLine, type Session } from '@sapling/contract';
import { leftOf, draftOf, EMPTY_RUN, itemsOf, markKey, minutesTaken, nextMark, recordsOf } from '../src/sessions/run-draft.js';
import { planRequest } from '../src/sessions/plan-request.js';

const uuid = (n: number): string => `0193a000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const [ada, ben, cleo] = [uuid(1), uuid(2), uuid(3)];
const word = (w: string, focus: string[] = ['ai:ay']) => ({ word: w, units: [], focus });
const session = {
  id: uuid(10),
  groupId: uuid(11),
  groupName: 'Willow',
  on: '2026-11-24',
  minutes: 20,
  members: [ada, ben, cleo].map((id) => ({ id, name: `${id} X` })),
  plan: {
    focus: ['ai:ay', 'oa:oh'],
    minutes: 20,
    parts: [
      {
        id: 'review',
        kind: 'review',
        title: 'Review',
        how: '',
        minutes: 4,
        gpcs: ['s:s', 'ai:ay'],
        words: [],
        stack: ['s:s', 'ai:ay', 's:s'],
      },
      {
        id: 'read words',
        kind: 'read words',
        title: 'Read words',
        how: '',
        minutes: 8,
        gpcs: [],
        words: [word('rain'), word('tail'), word('sail')],
      },
      { id: 'irregular words', kind: 'irregular words', title: 'Irregular', how: '', minutes: 4, gpcs: [], words: [word('said', [])] },
      { id: 'sentence', kind: 'sentence', title: 'Sentence', how: '', minutes: 4, gpcs: [], words: [], lines: [{ text: 'I can sail.' }] },
    ],
  },
  log: null,
  notes: [],
  createdBy: ada,
  hidden: 0,
  adultId: ada,
  version: 1,
} as unknown as Session;
const [review, reading, irregular, sentence] = session.plan.parts as [
  Session['plan']['parts'][number],
  Session['plan']['parts'][number],
  Session['plan']['parts'][number],
  Session['plan']['parts'][number],
];
let n = 100;
const ids = (): string => uuid((n += 1));
const at = '2026-11-24T10:00:00.000Z';

describe('running a session', () => {
  it('shows a review card by card, in the stack’s order, and the same words in another order when shuffled', () => {
    expect(itemsOf(review).map((i) => i.gpc)).toEqual(['s:s', 'ai:ay', 's:s']);
    expect(new Set(itemsOf(review).map((i) => i.key)).size).toBe(3);
    expect(
      itemsOf(reading, 5)
        .map((i) => i.key)
        .sort(),
    ).toEqual(['rain', 'sail', 'tail']);
    expect(itemsOf(reading, 5)).toEqual(itemsOf(reading, 5));
    expect([nextMark(undefined), nextMark('slipped'), nextMark('right alone')]).toEqual(['slipped', 'right alone', undefined]);
  });

  it('its records fit the outbox: a log with what was left, marks as evidence for the pair practised, none for who is away', () => {
    const draft = {
      ...EMPTY_RUN,
      away: [cleo],
      done: ['review', 'irregular words'],
      left: { 'read words': leftOf(reading, 1) },
      spent: [240, 300, 60],
      childMinutes: { [ben]: 5, [cleo]: 3 },
      note: ' Start with sail. ',
      marks: {
        [markKey('review', '1 ai:ay', ada)]: 'slipped' as const,
        [markKey('read words', 'rain', ben)]: 'right alone' as const,
        [markKey('irregular words', 'said', ben)]: 'slipped' as const,
        [markKey('sentence', 'I can sail.', ben)]: 'slipped' as const,
        [markKey('review', '0 s:s', cleo)]: 'slipped' as const,
      },
    };
    const entries = recordsOf(session, draft, ada, at, ids);
    for (const entry of entries) expect(outboxEntry.safeParse(entry).error).toBeUndefined();
    const log = entries.find((e) => e.type === 'log')!.record;
    expect(log).toMatchObject({
      minutes: 10,
      done: ['review', 'irregular words'],
      left: [{ part: 'read words', words: ['tail', 'sail'] }],
      missed: ['said'],
    });
    expect(log.attendance).toEqual([
      { child: ada, present: true },
      { child: ben, present: true, minutes: 5 },
      { child: cleo, present: false },
    ]);
    expect(
      entries.flatMap((e) =>
        e.type === 'observation' ? [[e.record.child, e.record.gpc ?? e.record.skill, e.record.item, e.record.outcome]] : [],
      ),
    ).toEqual([
      [ada, 'ai:ay', undefined, 'wrong'],
      [ben, 'ai:ay', 'rain', 'right'],
      [ben, 'irregular words', 'said', 'wrong'],
    ]);
    expect(entries.find((e) => e.type === 'note')!.record).toMatchObject({ text: 'Start with sail.' });
    // a log that is changed begins from the old one and replaces it
    const logged = { ...session, log } as Session;
    expect(draftOf(logged)).toMatchObject({ away: [cleo], done: ['review', 'irregular words'], minutes: 10, childMinutes: { [ben]: 5 } });
    // what was missed comes back next time whoever changes the log, and with it what is missed besides
    expect(recordsOf(logged, draftOf(logged), ada, at, ids)[0]!.record).toMatchObject({
      replaces: log.id,
      left: log.left,
      missed: ['said'],
    });
    const more = { ...draftOf(logged), marks: { [markKey('read words', 'tail', ada)]: 'slipped' as const } };
    expect(recordsOf(logged, more, ada, at, ids)[0]!.record).toMatchObject({ missed: ['said', 'tail'] });
  });

  it('minutes are what was said, else what the clock counted, else what was planned', () => {
    expect(minutesTaken(session, EMPTY_RUN)).toBe(20);
    expect(minutesTaken(session, { ...EMPTY_RUN, spent: [30, 400] })).toBe(7);
    expect(minutesTaken(session, { ...EMPTY_RUN, spent: [400], minutes: 15 })).toBe(15);
    expect(leftOf(sentence, 0)).toEqual(['I can sail.']);
    expect(irregular.words).toHaveLength(1);
  });
});

describe('the next session', () => {
  it('takes what the last one left, brings back what was met, and leaves out its words', () => {
    const log = {
      id: uuid(50),
      by: ada,
      at,
      attendance: [],
      done: ['Review'],
      happened: '',
      left: [{ part: 'read words', words: ['sail'] }],
    };
    const request = planRequest({
      group: { id: session.groupId },
      members: [{ id: ada, line: [] } as unknown as ChildLine],
      taught: { gpcs: ['s:s', 'ai:ay', 'oa:oh', 'igh:igh'], words: [] },
      focus: ['ai:ay', 'igh:igh'],
      sessions: [
        { ...session, log } as unknown as Session,
        { ...session, id: uuid(60), on: '2026-11-30' },
        { ...session, id: uuid(61), groupId: uuid(99), on: '2026-11-20' },
      ],
      on: '2026-11-25',
      minutes: 20,
      seed: 1,
      style: undefined,
      texts: [],
      pictures: [],
      settings: { madeUpWords: 'checking only' },
    });
    expect(request.fresh).toEqual(['igh:igh']);
    expect(request.carried!.map((c) => [c.kind, c.words])).toEqual([
      ['read words', ['sail']],
      ['irregular words', ['said']],
      ['sentence', []],
    ]);
    expect(request.avoid).toContain('rain');
    expect(request.madeUpWords).toBe(false);
  });
});
