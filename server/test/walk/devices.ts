/** What devices do besides: send again what has arrived, go on with a page that is out of date. */
import { expect } from 'vitest';
import type { Merge, SchoolSettings, Timetable } from '@sapling/contract';
import { observation, schoolToday } from '../support.js';
import { GPCS, type Steps } from './steps.js';
import { known, type World } from './world.js';

type Result = { status: 'stored' | 'already' | 'refused' };
async function send(w: World, entries: readonly unknown[]): Promise<Result['status'][]> {
  const { results } = await w.ask<{ results: Result[] }>('POST', '/api/outbox', { entries });
  return results.map((r) => r.status);
}
/** Another version than the one that stands. */
const older = (version: number): number => (version > 1 ? version - 1 : version + 1);

/** Changes that somebody asks for whose page shows what was there before a colleague's. */
const BEHIND: Readonly<Record<string, (w: World) => Promise<readonly [method: string, path: string, body: unknown] | null>>> = {
  'a name': async (w) => {
    const { id, version } = (await w.children())[0]!;
    return ['PATCH', `/api/children/${id}`, { givenName: 'Old', version: older(version) }];
  },
  'who left': async (w) => {
    const { id, version } = (await w.children())[0]!;
    return ['POST', `/api/children/${id}/leave`, { version: older(version) }];
  },
  'a group': async (w) => {
    const group = (await w.groups())[0];
    return group ? ['PATCH', `/api/groups/${group.id}`, { name: 'Old', version: older(group.version) }] : null;
  },
  'who is in a group': async (w) => {
    const group = (await w.groups()).find((g) => g.members.length > 0);
    if (!group) return null;
    const from = { ...known(group), version: older(group.version) };
    return ['POST', '/api/groups/move', { child: group.members[0], from, to: null }];
  },
  'a group’s end': async (w) => {
    const group = (await w.groups())[0];
    if (!group) return null;
    const end = [{ ...known(group), version: older(group.version) }];
    return ['POST', '/api/groups/arrange', { change: [], add: [], end, reopen: [] }];
  },
  'a plan': async (w) => {
    const session = (await w.sessions()).find((s) => s.log === null);
    return session ? ['PATCH', `/api/sessions/${session.id}`, { adultId: null, version: older(session.version) }] : null;
  },
  'what was taught': async (w) => {
    const { id, version } = (await w.classes())[0]!;
    return ['PATCH', `/api/classes/${id}`, { taughtSteps: 1, version: older(version) }];
  },
  'what the school decided': async (w) => {
    const settings = await w.get<SchoolSettings & { version: number }>('/api/settings');
    return ['PUT', '/api/settings', { ...settings, leaverDays: 90, version: older(settings.version) }];
  },
  'the week': async (w) => {
    const { version } = await w.get<Timetable>('/api/timetable');
    return ['PUT', '/api/timetable', { version: older(version), meetings: [] }];
  },
};

export const deviceSteps: Steps = {
  'what a device sent arrives once more': async (walk, w) => {
    const batch = walk.pick(w.sent);
    if (!batch) return;
    const before = await w.all();
    expect(await send(w, batch), 'what was stored once').not.toContain('stored');
    expect(await w.all(), 'what arrived twice is there once').toEqual(before);
  },
  'a page is marked on whose record has become another': async (walk, w) => {
    const here = new Set((await w.children()).map((c) => c.id));
    const merge = walk.pick((await w.get<Merge[]>('/api/merges')).filter((m) => m.undoneAt === null && here.has(m.kept)));
    if (!merge) return;
    const { record } = observation(w.lead.id, merge.gone, { gpc: walk.pick(GPCS)! });
    expect(await send(w, [{ type: 'observation', id: record.id, record }])).toEqual(['stored']);
  },
  'a session is held whose plan was taken out': async (walk, w) => {
    const session = walk.pick((await w.sessions()).filter((s) => s.log === null && s.on <= schoolToday() && s.members.length > 0));
    if (!session) return;
    await w.ask('DELETE', `/api/sessions/${session.id}?version=${session.version}`);
    await walk.hold(session);
  },
  'somebody’s page was out of date': async (walk, w) => {
    const name = walk.pick(Object.keys(BEHIND))!;
    const asked = await BEHIND[name]!(w);
    if (!asked) return;
    const before = await w.all();
    const [method, path, body] = asked;
    const answer = await w.school.ask(method, path, { as: w.lead, body });
    expect(answer.status, `${name} on an old page: ${JSON.stringify(answer.body)}`).toBe(409);
    expect(await w.all(), `${name} on an old page`).toEqual(before);
  },
};
