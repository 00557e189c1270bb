/** What goes on over some time: checks that were begun, readings heard a second time and recorded, sessions lent by a link. */
import type { CheckState, CoverView, ReadingSummary, WholeReading } from '@sapling/contract';
import { expect } from 'vitest';
import { uuidv7 } from '../../src/ids.js';
import { now, observation, schoolToday, type Person } from '../support.js';
import { aReading } from './records.js';
import { GPCS, type Steps } from './steps.js';
import type { ThereAndBack } from './there-and-back.js';
import type { World } from './world.js';

const underWay = async (w: World): Promise<CheckState[]> =>
  (await w.get<CheckState[]>('/api/checks')).filter((c) => !c.finishedAt && !c.binned);
/** Readings that were gone through to the end. */
const heard = async (w: World): Promise<ReadingSummary[]> => (await w.readings()).filter((r) => r.done);
const SOUND = { mime: 'audio/webm', base64: Buffer.from('a short sound').toString('base64') };

const checkSteps: Steps = {
  'a check is begun': async (walk, w) => {
    const child = walk.pick(await w.children())!.id;
    const [id, by] = [uuidv7(), w.lead.id];
    const kind = walk.pick(['see-say', 'hear-point'])!;
    await w.send(
      ['check', { id, child, by, startedAt: now(), kind, stack: GPCS, ...(walk.roll(3) === 0 && { late: 'memory' }) }],
      ['observation', observation(by, child, { check: id, kind, gpc: GPCS[0], outcome: walk.pick(['right', 'wrong']) }).record],
    );
  },
  'a check goes on': async (walk, w) => {
    const check = walk.pick(await underWay(w));
    if (!check) return;
    const { id, child, kind } = check;
    const next = check.stack[check.marked];
    if (next) {
      const outcome = walk.pick(['right', 'wrong', 'slow'])!;
      return w.send(['observation', observation(w.lead.id, child, { check: id, kind, gpc: next, outcome }).record]);
    }
    return w.send(['finish', { id: uuidv7(), check: id, child, by: w.lead.id, at: now(), reason: 'done' }]);
  },
  'a check is stopped': async (walk, w) => {
    const check = walk.pick(await underWay(w));
    if (check) await w.send(['finish', { id: uuidv7(), check: check.id, child: check.child, by: w.lead.id, at: now(), reason: 'stopped' }]);
  },
  'the last mark of a check is taken back': async (walk, w) => {
    const check = walk.pick(await underWay(w));
    const { marks } = check ? await w.get<{ marks: { id: string }[] }>(`/api/checks/${check.id}`) : { marks: [] };
    const last = marks.at(-1);
    if (check && last) await w.send(['withdrawal', { id: uuidv7(), observation: last.id, child: check.child, by: w.lead.id, at: now() }]);
  },
};

/** A second marking of a reading, by another lead, that goes to the end. Returns its key. */
async function secondMarking(w: World, reading: ReadingSummary, wrong: number): Promise<string> {
  const marking = uuidv7();
  const steps = [
    { what: 'start' },
    { what: 'mark', word: wrong, mark: 'omission', ms: 1200 },
    { what: 'stop', ms: 15_000 },
    { what: 'last', word: 7 },
    { what: 'done' },
  ];
  const [head, by] = [{ reading: reading.id, child: reading.child, marking }, w.second.id];
  await w.sendAs(w.second, ...steps.map((step, n) => ['reading step', { id: uuidv7(), ...head, by, at: now(), n, step }] as const));
  return marking;
}
/** Whoever marked says that their marking counts. */
const settle = (w: World, as: Person, reading: ReadingSummary, marking: string): Promise<void> => {
  const head = { reading: reading.id, child: reading.child, marking, by: as.id };
  return w.sendAs(as, ['reading step', { id: uuidv7(), ...head, at: now(), n: 50, step: { what: 'settled' } }]);
};

const readingSteps: Steps = {
  'a reading is heard a second time': async (walk, w) => {
    const reading = walk.pick((await heard(w)).filter((r) => r.markings === 1));
    if (!reading) return;
    const marking = await secondMarking(w, reading, walk.roll(8));
    const whole = (): Promise<WholeReading> => w.get(`/api/readings/${reading.id}`);
    const first = (await whole()).counts;
    if (walk.roll(2) === 0) return;
    await settle(w, w.second, reading, marking);
    if (!w.atOnce) expect((await whole()).counts, 'which marking counts').toBe(marking);
    // and then the first after all
    if (walk.roll(2) === 0) await settle(w, w.lead, reading, first!);
  },
  'a family agrees to recordings': async (walk, w) => {
    const child = walk.pick((await w.children()).filter((c) => !c.recordingConsent));
    if (child) await w.ask('PUT', `/api/children/${child.id}/recording-consent`, { consent: true });
  },
  'a reading is recorded': async (walk, w) => {
    const child = walk.pick((await w.children()).filter((c) => c.recordingConsent));
    if (!child) return;
    const reading = await aReading(w, child.id, walk.roll(8));
    for (const part of [0, 1]) await w.ask('PUT', `/api/readings/${reading}/recording/${part}`, SOUND);
  },
  'a recording is deleted': async (walk, w) => {
    const reading = walk.pick((await w.readings()).filter((r) => r.recorded));
    if (reading) await w.ask('DELETE', `/api/readings/${reading.id}/recording`);
  },
};

/** Whoever has the link sees the session of today's group, and initials. */
async function coverShows(w: World, session: string, secret: string): Promise<void> {
  const shown = await w.get<CoverView>(`/api/cover/${secret}`);
  const kids = await w.children();
  const { members, plan } = (await w.sessions()).find((s) => s.id === session)!;
  expect(shown.members, 'whom a link shows').toHaveLength(members.length);
  const text = JSON.stringify(shown);
  for (const c of kids) {
    expect(text, 'a key of a child on a page without a sign-in').not.toContain(c.id);
    expect(text, 'a name on a page without a sign-in').not.toContain(`"${c.givenName}`);
  }
  expect(shown.plan.parts.map((p) => p.id)).toEqual(plan.parts.map((p) => p.id));
}
const sessionSteps: Steps = {
  'a session is run on another day': async (walk, w) => {
    const session = walk.pick((await w.sessions()).filter((s) => s.log === null && s.on !== schoolToday() && s.members.length > 0));
    if (session) await w.ask('PUT', `/api/sessions/${session.id}/today`, { version: session.version });
  },
};

export const markingSteps: Steps = { ...checkSteps, ...readingSteps, ...sessionSteps };

export const markingThereAndBack: ThereAndBack = {
  'a session is lent by a link': async (walk, w) => {
    const session = walk.pick(await w.sessions());
    if (!session) return null;
    const { id, secret } = await w.ask<{ id: string; secret: string }>('POST', `/api/sessions/${session.id}/cover-links`, { hours: 4 });
    if (!w.atOnce) await coverShows(w, session.id, secret);
    return async () => {
      await w.ask('DELETE', `/api/sessions/${session.id}/cover-links/${id}`);
      expect((await w.school.ask('GET', `/api/cover/${secret}`)).status, 'a link that was withdrawn').toBe(404);
    };
  },
  'a family agrees, and does not': async (walk, w) => {
    const child = walk.pick((await w.children()).filter((c) => !c.recordingConsent));
    if (!child) return null;
    await w.ask('PUT', `/api/children/${child.id}/recording-consent`, { consent: true });
    return () => w.ask('PUT', `/api/children/${child.id}/recording-consent`, { consent: false });
  },
  'a second marking counts, and the first': async (walk, w) => {
    const reading = walk.pick((await heard(w)).filter((r) => r.markings === 1));
    if (!reading) return null;
    const { counts } = await w.get<WholeReading>(`/api/readings/${reading.id}`);
    const marking = await secondMarking(w, reading, walk.roll(8));
    await settle(w, w.second, reading, marking);
    return () => settle(w, w.lead, reading, counts!);
  },
};
