/** A summary written from the records says what they say, and nothing of what they do not hold. */
import { describe, expect, it } from 'vitest';
import type { Group, GroupOutcomeFacts, Session } from '@sapling/contract';
import { outcomeOf } from '@sapling/core/judgement';
import { handoverOf } from '../src/groups/handover.js';

const pair = (gpc: string, then: number, now: number, since = 2): GroupOutcomeFacts['children'][number]['pairs'][number] => {
  const state = (p: number) => (p > 0.9 ? 'secure' : p < 0.2 ? 'gap' : 'wobbly') as 'secure' | 'gap' | 'wobbly';
  return { gpc, then: { state: state(then), p: then }, between: [], now: { state: state(now), p: now, due: false }, since };
};
const child = (id: string, name: string, pairs: ReturnType<typeof pair>[]): GroupOutcomeFacts['children'][number] => ({
  id,
  name,
  pairs,
  startsOn: id === 'a' ? '2026-11-10' : '2026-11-12',
  days: id === 'a' ? 20 : 18,
  taught: ['ai:ay'],
  sessions: { held: 2, attended: id === 'a' ? 2 : 1, minutes: 40 },
  before: null,
  after: null,
});
const facts: GroupOutcomeFacts = {
  startsOn: '2026-11-10',
  days: 20,
  taught: ['ai:ay'],
  hidden: 1,
  children: [
    child('a', 'Ada Lund', [pair('ai:ay', 0.1, 0.97), pair('oa:oh', 0.1, 0.1, 0)]),
    child('b', 'Ben Osei', [pair('ai:ay', 0.1, 0.4), pair('oa:oh', 0.96, 0.97)]),
  ],
};
const group = { id: 'g', name: 'Willow', focus: ['ai:ay', 'oa:oh'], endsOn: '2026-12-11' } as unknown as Group;
const session = (on: string, log: object | null, notes: object[] = [], groupId = 'g'): Session =>
  ({
    id: on,
    groupId,
    on,
    log,
    notes,
    plan: {
      focus: ['ai:ay'],
      style: 'Ours',
      parts: [
        {
          id: 'r',
          kind: 'read words',
          title: 'Read words',
          gpcs: [],
          words: [
            { word: 'rain', focus: ['ai:ay'] },
            { word: 'tail', focus: ['ai:ay'] },
          ],
        },
        { id: 's', kind: 'spell', title: 'Spell', gpcs: [], words: [{ word: 'sail', focus: ['ai:ay'] }] },
      ],
    },
  }) as unknown as Session;
const given = {
  group,
  facts,
  outcome: outcomeOf({ children: facts.children, taught: facts.taught, days: facts.days }),
  who: (id: string) => ({ w: 'Wilma' })[id] ?? 'somebody',
  sessions: [
    session('2026-11-24', { done: ['Read words'], by: 'w', at: '2026-11-24T10:00:00Z', happened: 'Spelling did not fit in.' }),
    session('2026-11-17', { done: ['Read words', 'Spell'], by: 'w', at: '2026-11-17T10:00:00Z', happened: '' }, [
      { at: '2026-11-17T11:00:00Z', by: 'w', text: 'Short gaps help.' },
    ]),
    session('2026-11-30', null),
    session('2026-11-23', { done: [], by: 'x', at: '', happened: 'Another group' }, [], 'other'),
  ],
};

describe('a group handed over', () => {
  const summary = handoverOf(given);
  it('says what was held, what is sure, what is not begun, what was left and what comes next', () => {
    const text = summary.group.join(' ');
    expect(text).toContain('2 sessions have been held, the last on 24 November by Wilma, in the style “Ours”.');
    expect(text).toContain('Not begun yet: oa /oh/.');
    expect(text).toContain('Left over from the last session: spell (sail).');
    expect(text).toContain('The next session, on 30 November, is planned.');
    expect(text).toContain('1 child of another class is not described here.');
    expect(text).not.toContain('Everybody is sure');
  });
  it('says of each child what the records say, and hands on the notes, newest first, of this group only', () => {
    expect(summary.children[0]!.lines).toEqual(['Was in 2 of 2 sessions.', 'Has got ai /ay/.', 'Has still to meet oa /oh/.']);
    expect(summary.children[1]!.lines).toEqual(['In the group since 12 November.', 'Was in 1 of 2 sessions.', 'Not sure yet of ai /ay/.']);
    expect(summary.notes.map((n) => n.text)).toEqual(['Spelling did not fit in.', 'Short gaps help.']);
  });
  it('without a session says so', () => {
    expect(handoverOf({ ...given, sessions: [] }).group.join(' ')).toContain(
      'No session has been held yet. Not begun yet: oa /oh/. No session is planned ahead.',
    );
  });
});
