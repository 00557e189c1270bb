/** Cycles of sessions: one new thing at a time, what was met comes back, what happened re-plans the rest. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  confusability,
  isCoreError,
  movedBetween,
  planCycle,
  SESSIONS_FOR_A_PAIR,
  type CycleRequest,
  type CycleSession,
} from '../src/index.js';

const PAIRS = ['ai:ay', 'igh:igh', 'oa:oh', 'ee:ee', 'b:b', 'd:d', 'sh:sh', 'ch:ch', 'ow:ow', 'ow:oh'];
const day = (k: number): string => new Date(Date.UTC(2026, 10, 2 + k)).toISOString().slice(0, 10);
const ahead = (n: number): CycleSession[] => Array.from({ length: n }, (_, k) => ({ id: `s${k}`, on: day(k) }));
/** School days from a Monday on, four a week. */
const weekdays = (n: number): CycleSession[] =>
  Array.from({ length: n }, (_, k) => ({ id: `s${k}`, on: day(7 * Math.floor(k / 4) + (k % 4)) }));
const kids = (n: number, p = 0.3) =>
  Array.from({ length: n }, (_, k) => ({
    id: `c${k}`,
    known: Object.fromEntries(PAIRS.map((g, i) => [g, (p + 0.07 * ((i + k) % 5)) % 1])),
  }));

const request = fc
  .record({
    focus: fc.uniqueArray(fc.constantFrom(...PAIRS), { minLength: 1, maxLength: 6 }),
    sessions: fc.integer({ min: 1, max: 20 }),
    children: fc.integer({ min: 1, max: 6 }),
    held: fc.array(fc.record({ away: fc.nat(7), took: fc.boolean() }), { maxLength: 8 }),
  })
  .map(({ focus, sessions, children, held }): CycleRequest => {
    const all = kids(children);
    // what was held followed the plan, less who was away and what did not take place
    let list = ahead(sessions);
    held.slice(0, sessions).forEach(({ away, took }, k) => {
      const plan = planCycle({ focus, sessions: list, children: all }).sessions[k]!;
      const present = took ? all.map((c) => c.id).filter((_, n) => n !== away) : [];
      list = list.map((s, n) =>
        n === k ? { ...s, held: { present, pairs: [...(plan.fresh ? [plan.fresh] : []), ...plan.again.map((a) => a.gpc)] } } : s,
      );
    });
    return { focus, sessions: list, children: all };
  });

describe('a cycle', () => {
  it('has one new pair a session at most, each pair once, none before it is far enough from what it is mixed up with', () => {
    fc.assert(
      fc.property(request, (given) => {
        const plan = planCycle(given);
        const fresh = plan.sessions.flatMap((s, k) => (s.fresh && s.state === 'ahead' ? [[s.fresh, k] as const] : []));
        const names = plan.sessions.flatMap((s) => (s.fresh ? [s.fresh] : []));
        expect(new Set(names).size).toBe(names.length);
        expect([...names, ...plan.left].sort()).toEqual([...given.focus].sort());
        const first = new Map(plan.sessions.flatMap((s, k) => (s.fresh ? [[s.fresh, k] as const] : [])));
        for (const [gpc, at] of fresh)
          for (const [other, when] of first) if (when < at && confusability(gpc, other) > 0) expect(at - when).toBeGreaterThanOrEqual(3);
        for (const session of plan.sessions) {
          if (session.state !== 'ahead') continue;
          for (const { gpc } of session.again) expect(first.get(gpc)!).toBeLessThan(plan.sessions.indexOf(session));
          for (const gpc of session.recheck) expect(session.again.some((a) => a.gpc === gpc)).toBe(false);
        }
      }),
      { numRuns: 300 },
    );
  });
  it('lets every child meet each of their own gaps that is begun, and come back to it; who was away is owed it first', () => {
    fc.assert(
      fc.property(request, (given) => {
        const plan = planCycle(given);
        const last = plan.sessions.length - 1;
        for (const child of given.children)
          for (const gpc of given.focus) {
            const met = plan.met[child.id]![gpc]!;
            const began = plan.sessions.findIndex((s) => s.fresh === gpc);
            expect(met.byEnd).toBeGreaterThanOrEqual(met.soFar);
            if (began < 0) continue;
            const toCome = plan.sessions.filter((s) => s.state === 'ahead' && plan.sessions.indexOf(s) > began).length;
            // with room after it was begun, at least once, and after three sessions more at least twice
            if (toCome >= 2 || plan.sessions[began]!.state === 'ahead')
              expect(met.byEnd, `${gpc} of ${child.id}`).toBeGreaterThanOrEqual(1);
            if (plan.sessions[began]!.state === 'ahead' && last - began >= SESSIONS_FOR_A_PAIR && given.focus.length <= 4)
              expect(met.byEnd).toBeGreaterThanOrEqual(2);
          }
      }),
      { numRuns: 300 },
    );
    const sessions: CycleSession[] = [{ id: 's0', on: day(0), held: { present: ['c0', 'c1'], pairs: ['ai:ay'] } }, ...ahead(8).slice(1)];
    const plan = planCycle({ focus: ['ai:ay', 'oa:oh'], sessions, children: kids(3) });
    expect(plan.met.c2!['ai:ay']!.soFar).toBe(0);
    const next = plan.sessions[1]!.again.find((a) => a.gpc === 'ai:ay')!;
    expect(next.for).toEqual(['c2']);
  });
  it('comes back at growing distances, rests a week, is asked again, and is met six times where there is room', () => {
    const plan = planCycle({ focus: ['ai:ay'], sessions: ahead(16), children: kids(2) });
    const at = plan.sessions.flatMap((s, k) => (s.fresh === 'ai:ay' || s.again.some((a) => a.gpc === 'ai:ay') ? [k] : []));
    expect(at.slice(0, 4)).toEqual([0, 1, 3, 6]);
    const asked = plan.sessions.findIndex((s) => s.recheck.includes('ai:ay'));
    expect(asked).toBeGreaterThanOrEqual(6 + 7);
    expect(asked).toBeLessThanOrEqual(13);
    for (const pairs of [2, 3, 4]) {
      const full = planCycle({ focus: PAIRS.slice(0, pairs), sessions: weekdays(16), children: kids(3) });
      for (const child of Object.values(full.met)) for (const { byEnd } of Object.values(child)) expect(byEnd).toBeGreaterThanOrEqual(6);
      expect(full.left).toEqual([]);
    }
  });
  it('made session by session as it was planned, goes on as it was planned', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...PAIRS), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 3, max: 20 }),
        fc.integer({ min: 1, max: 4 }),
        (focus, n, children) => {
          const all = kids(children);
          const shown = planCycle({ focus, sessions: weekdays(n), children: all });
          let list = weekdays(n);
          for (let k = 0; k < n; k += 1) {
            const now = planCycle({ focus, sessions: list, children: all }).sessions;
            // the rest is what was shown at first
            expect(now.slice(k)).toEqual(shown.sessions.slice(k));
            const s = now[k]!;
            const pairs = [...(s.fresh ? [s.fresh] : []), ...s.again.map((a) => a.gpc)];
            const held = { present: all.map((c) => c.id), pairs, asked: s.recheck };
            list = list.map((x, i) => (i === k ? { ...x, held } : x));
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('has no session for nothing, and asks again no later than can still change something', () => {
    fc.assert(
      fc.property(request, (given) => {
        const plan = planCycle(given);
        plan.sessions.forEach((s, k) => {
          if (s.state !== 'ahead') return;
          expect(
            s.fresh !== null || s.again.length > 0 || s.skill !== undefined || plan.sessions.slice(0, k).every((x) => x.fresh === null),
            `session ${k}`,
          ).toBe(true);
          if (s.recheck.length > 0) expect(plan.sessions.length - 1 - k).toBeGreaterThanOrEqual(2);
        });
        const asked = new Set(plan.sessions.flatMap((s) => s.recheck));
        for (const gpc of plan.askAfter) expect(asked).not.toContain(gpc);
      }),
      { numRuns: 200 },
    );
  });
  it('a group for a skill has a cycle of its own; beside pairs the skill takes the sessions without a new one', () => {
    const skill = planCycle({ focus: [], skills: ['blending'], sessions: ahead(6), children: kids(3) });
    expect(skill.sessions.every((s) => s.skill === 'blending' && s.purpose === 'skill')).toBe(true);
    const both = planCycle({ focus: ['ai:ay', 'oa:oh'], skills: ['blending'], sessions: ahead(12), children: kids(3) });
    for (const s of both.sessions) expect(s.skill).toBe(s.fresh ? undefined : 'blending');
  });
  it('sets side by side, once, what is mixed up, after both were met', () => {
    const plan = planCycle({ focus: ['b:b', 'd:d'], sessions: ahead(12), children: kids(3) });
    const contrast = plan.sessions.findIndex((s) => s.contrast.length > 0);
    expect(plan.sessions.filter((s) => s.contrast.length > 0)).toHaveLength(1);
    expect(contrast).toBeGreaterThan(plan.sessions.findIndex((s) => s.fresh === 'd:d'));
  });
  it('a session that did not take place moves what it was for, keeps the past, and says what moved', () => {
    const given = { focus: ['ai:ay', 'oa:oh', 'sh:sh'], sessions: ahead(12), children: kids(3) };
    const before = planCycle(given);
    const first = before.sessions[0]!.fresh!;
    const after = planCycle({
      ...given,
      sessions: given.sessions.map((s, k) => (k === 0 ? { ...s, held: { present: [], pairs: [first] } } : s)),
    });
    expect(after.sessions[0]).toMatchObject({ state: 'missed', fresh: null, again: [] });
    const moved = movedBetween(before, after);
    expect(moved.find((m) => m.gpc === first)).toMatchObject({ from: 's0' });
    expect(movedBetween(before, before)).toEqual([]);
  });
  it('says what does not fit, and refuses what is no request', () => {
    const plan = planCycle({ focus: PAIRS.slice(0, 6), sessions: ahead(4), children: kids(2) });
    expect(plan.left.length).toBeGreaterThan(0);
    for (const bad of [
      { focus: [], sessions: ahead(3), children: kids(1) },
      { focus: ['ai:ay'], sessions: [], children: kids(1) },
      { focus: ['ai:ay'], sessions: ahead(3), children: [] },
      { focus: ['ai:ay', 'ai:ay'], sessions: ahead(3), children: kids(1) },
    ])
      try {
        planCycle(bad);
        expect.fail('it was taken');
      } catch (error) {
        expect(isCoreError(error)).toBe(true);
      }
  });
});
