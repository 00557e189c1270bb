/** A cycle's request from a group's records: days to come are school days, no more a week than set, and what was held counts. */
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETTINGS, type ChildLine, type Group, type Session } from '@sapling/contract';
import { planCycle } from '@sapling/core/planning';
import { asPlanned, cycleRequest, meetingDays, nextDay, TO_COME } from '../src/sessions/cycle-request.js';

const group = {
  id: 'g',
  name: 'Willow',
  members: ['a', 'b'],
  focus: ['ai:ay', 'oa:oh'],
  skills: [],
  startsOn: '2026-11-16',
  endsOn: '2026-12-11',
} as unknown as Group;
const child = (id: string): ChildLine => ({ id, givenName: id, line: [{ gpc: 'ai:ay', p: 0.3, basedOn: 3 }] }) as unknown as ChildLine;
const session = (on: string, present: string[] | null): Session =>
  ({
    id: `s${on}`,
    groupId: 'g',
    on,
    plan: { focus: ['ai:ay'], parts: [{ id: 'focus', title: 'Teach', gpcs: ['ai:ay'], words: [] }] },
    log: present && { done: ['Teach'], attendance: ['a', 'b'].map((c) => ({ child: c, present: present.includes(c) })) },
  }) as unknown as Session;
const settings = { ...DEFAULT_SETTINGS, cycleWeeks: 4, sessionsAWeek: 3 };

const meeting = (slot: string) => ({ group: 'g', slot, adultId: null, room: '', name: 'Willow', adult: null });

describe('a cycle of a group', () => {
  const request = cycleRequest(
    group,
    [session('2026-11-17', ['a']), session('2026-11-18', null), session('2026-11-26', null)],
    [child('a'), child('b'), child('x')],
    settings,
    '2026-11-25',
  )!;
  it('counts what was held, leaves out what lies behind without a log, and fills school days until the cycle ends', () => {
    expect(request.children.map((c) => c.id)).toEqual(['a', 'b']);
    expect(request.sessions.filter((s) => s.held).map((s) => s.held!.present)).toEqual([['a']]);
    expect(request.sessions.some((s) => s.on === '2026-11-18')).toBe(false);
    const filled = request.sessions.filter((s) => s.id.startsWith(TO_COME)).map((s) => s.on);
    expect(filled).toEqual([
      '2026-11-25',
      '2026-11-27',
      '2026-11-30',
      '2026-12-01',
      '2026-12-02',
      '2026-12-07',
      '2026-12-08',
      '2026-12-09',
    ]);
    expect(filled.every((on) => on <= '2026-12-11' && ![0, 6].includes(new Date(on).getUTCDay()))).toBe(true);
  });
  it('keeps to the days of the timetable and leaves holidays out, and so does the day suggested for a new session', () => {
    const school = {
      ...settings,
      slots: [{ id: 'nine', name: 'Nine', rooms: 1, days: [1, 4], start: 540, minutes: 25 }],
      holidays: [{ name: 'Closed', from: '2026-11-30', to: '2026-12-01' }],
    };
    const table = { version: 1, savedBy: null, savedAt: null, meetings: ['nine@1', 'nine@4', 'gone@2'].map(meeting) };
    expect(meetingDays(group, table, school)).toEqual([1, 4]);
    const days = cycleRequest(group, [], [child('a')], school, '2026-11-25', meetingDays(group, table, school))!.sessions.map((s) => s.on);
    expect(days).toEqual(['2026-11-26', '2026-12-03', '2026-12-07', '2026-12-10']);
    expect(nextDay(group, [], school, table, '2026-11-27')).toBe('2026-12-03');
    expect(nextDay(group, [session('2026-12-03', null)], school, table, '2026-11-27')).toBe('2026-12-07');
    expect(nextDay(group, [], school, undefined, '2026-11-28')).toBe('2026-12-02');
  });
  it('owes the child who was away what the group met, and can be held against the plan as it would have gone', () => {
    const plan = planCycle(request);
    expect(plan.sessions.find((s) => s.state === 'ahead')!.again).toContainEqual({ gpc: 'ai:ay', for: ['b'] });
    expect(planCycle(asPlanned(request)).sessions.every((s) => s.state === 'ahead')).toBe(true);
  });
  it('is none without focus, children or days', () => {
    expect(cycleRequest({ ...group, focus: [] }, [], [child('a')], settings, '2026-11-25')).toBeNull();
    expect(cycleRequest(group, [], [child('x')], settings, '2026-11-25')).toBeNull();
    expect(cycleRequest(group, [], [child('a')], settings, '2027-01-25')).toBeNull();
  });
});
