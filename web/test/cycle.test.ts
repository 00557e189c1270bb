/** A cycle's request from a group's records: days to come are school days, no more a week than set, and what was held counts. */
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETTINGS, type ChildLine, type Group, type Session } from '@sapling/contract';
import { planCycle } from '@sapling/core/planning';
import { outOfStep, redrawAll, type Materials } from '../src/sessions/draft-cycle.js';
import type { Plan } from '../src/sessions/part-view.js';
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

describe('sessions that were drawn for a cycle', () => {
  const today = '2026-11-25';
  const drawnFor = (on: string, focus: string[], drawn: object): Session =>
    ({ id: `s${on}`, groupId: 'g', on, minutes: 20, plan: { focus, parts: [], drawn }, log: null }) as unknown as Session;
  const members = [child('a'), child('b')];
  const inCycle = (past: readonly Session[]) => {
    const request = cycleRequest(group, past, members, settings, today)!;
    return { request, plan: planCycle(request) };
  };
  /** The session of this day as the cycle has it, kept with its own pairs. */
  const kept = (on: string, drawn: object): Session => {
    const bare = drawnFor(on, [], drawn);
    const { plan } = inCycle([bare]);
    const wanted = plan.sessions.find((s) => s.id === bare.id)!;
    return drawnFor(on, [...(wanted.fresh ? [wanted.fresh] : []), ...wanted.again.map((a) => a.gpc)], drawn);
  };
  it('are out of step where a child joined the group since, and drawn again for that, which the plan says', async () => {
    const [still, joined] = [kept('2026-11-26', {}), kept('2026-11-26', { joined: true })];
    const stale = (session: Session) => {
      const { request, plan } = inCycle([session]);
      return outOfStep(plan, [session], request);
    };
    expect(stale(still)).toEqual([]);
    expect(stale(joined).map((s) => s.id)).toEqual([joined.id]);
    const written: Plan[] = [];
    const materials = {
      group,
      members,
      past: [joined],
      taught: { gpcs: [], words: [] },
      texts: [],
      pictures: [],
      settings,
    } as unknown as Materials;
    const done = await redrawAll(
      materials,
      stale(joined),
      today,
      async (request) => Promise.resolve({ focus: [...request.focus], minutes: request.minutes, parts: [] }),
      async (_session, plan) => Promise.resolve(written.push(plan)),
    );
    expect(written[0]!.drawn).toEqual({ again: today, forWhoJoined: true });
    expect(done).toMatchObject([{ id: joined.id, was: joined.plan }]);
    // drawn, it is in step again
    expect(stale({ ...joined, plan: written[0]! })).toEqual([]);
  });
});
