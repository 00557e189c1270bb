/** What is done and undone: each does something and returns what takes it back, or null where there is nothing to do it with. */
import { expect } from 'vitest';
import { daysAfter } from '@sapling/core';
import { uuidv7 } from '../../src/ids.js';
import { observation, schoolToday } from '../support.js';
import { aCheck, aReading, readingStep } from './records.js';
import { eachName, GPCS, type Walk } from './steps.js';
import { known, type World } from './world.js';

export type Undo = () => Promise<unknown>;
export type ThereAndBack = Readonly<Record<string, (walk: Walk, w: World) => Promise<Undo | null>>>;

const ofGroups: ThereAndBack = {
  'a group ends and goes on': async (walk, w) => {
    const group = walk.pick(await w.groups());
    if (!group) return null;
    await w.ask('POST', '/api/groups/arrange', { change: [], add: [], end: [known(group)], reopen: [] });
    const again = { id: group.id, version: group.version + 1 };
    return () => w.ask('POST', '/api/groups/arrange', { change: [], add: [], end: [], reopen: [again] });
  },
  'a group has another focus': async (walk, w) => {
    const group = walk.pick(await w.groups());
    if (!group) return null;
    const { version } = await w.ask<{ version: number }>('PATCH', `/api/groups/${group.id}`, { focus: ['t:t'], version: group.version });
    return () => w.ask('PATCH', `/api/groups/${group.id}`, { focus: group.focus, version });
  },
  'a group is lent and comes back': async (walk, w) => {
    const taken = await w.get<{ groupId: string }[]>('/api/lendings');
    const group = walk.pick((await w.groups()).filter((g) => g.adultId !== w.tutor.id && !taken.some((l) => l.groupId === g.id)));
    if (!group) return null;
    const body = { colleagueId: w.tutor.id, from: schoolToday(), until: daysAfter(schoolToday(), walk.roll(4)) };
    const { id } = await w.ask<{ id: string }>('POST', `/api/groups/${group.id}/lendings`, body);
    return () => w.ask('DELETE', `/api/lendings/${id}`);
  },
  'a rule is made and dropped': async (walk, w) => {
    const two = await walk.twoChildren();
    if (!two) return null;
    const id = uuidv7();
    const body = { kind: 'apart', children: two.map((c) => c.id), slots: [], why: '', version: 0 };
    await w.ask('PUT', `/api/groups/rules/${id}`, body);
    return () => w.ask('DELETE', `/api/groups/rules/${id}?version=1`);
  },
};

const ofChildren: ThereAndBack = {
  'two records become one': async (walk, w) => {
    const two = await walk.twoChildren();
    if (!two) return null;
    const merge = await w.merge(two[0].id, two[1].id, await walk.groupOf(...two));
    return () => w.ask('POST', `/api/merges/${merge.id}/undo`);
  },
  'a class list is brought in': async (walk, w) => {
    const [kids, rooms] = [await w.children(), await w.classes()];
    const row = (k: number, givenName: string, familyName: string) => {
      const { name: className, year } = walk.pick(rooms)!;
      return { row: k + 2, givenName, familyName, className, year, externalId: null, same: walk.roll(2) === 0 };
    };
    // some of them are here, and some of these in another class
    const rows = [
      ...eachName(kids)
        .slice(0, 3)
        .map((c, k) => row(k, c.givenName, c.familyName)),
      row(3, 'Zed', 'New'),
      row(4, 'Yan', 'New'),
    ];
    const id = uuidv7();
    await w.ask('POST', '/api/imports', { id, fileName: 'list.csv', rows });
    if (!w.atOnce) expect((await w.children()).filter((c) => c.familyName === 'New')).toHaveLength(2);
    return () => w.ask('POST', `/api/imports/${id}/undo`);
  },
  'a class was not taught so much': async (walk, w) => {
    const { id, taughtSteps, version } = walk.pick(await w.classes())!;
    await w.ask('PATCH', `/api/classes/${id}`, { taughtSteps: walk.roll(30), version });
    return () => w.ask('PATCH', `/api/classes/${id}`, { taughtSteps, version: version + 1 });
  },
  'a class follows another order': async (walk, w) => {
    const { id, orderId, taughtSteps, version } = walk.pick(await w.classes())!;
    const other = walk.pick(['riverbank', 'hillside', 'lantern'].filter((o) => o !== orderId))!;
    await w.ask('PATCH', `/api/classes/${id}`, { orderId: other, taughtSteps: walk.roll(20), version });
    return () => w.ask('PATCH', `/api/classes/${id}`, { orderId, taughtSteps, version: version + 1 });
  },
  'a year is closed and opened again': async (walk, w) => {
    if (w.closes <= 0) return null;
    w.closes -= 1;
    const [rooms, kids] = [await w.classes(), await w.children()];
    const body = {
      ending: '2026/27',
      classes: rooms.map(({ id, name }, k) => ({ id, next: k === 0 && kids.length > 6 ? null : { name: `${name} 2`, year: '2' } })),
      others: [],
      adults: walk.pick(['with the name', 'with the children'])!,
    };
    const { year } = await w.ask<{ year: string }>('POST', '/api/years', body);
    if (!w.atOnce) expect(await w.groups()).toEqual([]);
    return () => w.ask('POST', `/api/years/${year}/undo`);
  },
};

const ofSessions: ThereAndBack = {
  'a held session goes into the bin': async (walk, w) => {
    const session = walk.pick((await w.sessions()).filter((s) => s.log !== null));
    if (!session) return null;
    await w.ask('PUT', `/api/sessions/${session.id}/bin`, { binned: true });
    return () => w.ask('PUT', `/api/sessions/${session.id}/bin`, { binned: false });
  },
  'a session is taken out': async (walk, w) => {
    const session = walk.pick((await w.sessions()).filter((s) => s.log === null));
    if (!session) return null;
    await w.ask('DELETE', `/api/sessions/${session.id}?version=${session.version}`);
    return () => w.ask('PUT', `/api/sessions/${session.id}/bin`, { binned: false });
  },
};

const ofEvidence: ThereAndBack = {
  'a check was another child’s': async (walk, w) => {
    const two = await walk.twoChildren();
    if (!two) return null;
    const [child, other] = two.map((c) => c.id);
    const check = await aCheck(w, child!, 's:s', 'wrong');
    walk.settled = await w.all();
    await w.ask('PUT', `/api/checks/${check}/child`, { child: other });
    return () => w.ask('PUT', `/api/checks/${check}/child`, { child });
  },
  'a mark was another child’s': async (walk, w) => {
    const two = await walk.twoChildren();
    if (!two) return null;
    const [child, other] = two.map((c) => c.id);
    const { record } = observation(w.lead.id, child!, { gpc: walk.pick(GPCS)!, outcome: 'wrong' });
    await w.send(['observation', record]);
    walk.settled = await w.all();
    await w.ask('PUT', `/api/observations/${record.id}/child`, { child: other });
    return () => w.ask('PUT', `/api/observations/${record.id}/child`, { child });
  },
  'a reading was another child’s': async (walk, w) => {
    const two = await walk.twoChildren();
    if (!two) return null;
    const [child, other] = two.map((c) => c.id);
    const reading = await aReading(w, child!, walk.roll(8));
    walk.settled = await w.all();
    await w.ask('PUT', `/api/readings/${reading}/child`, { child: other });
    return () => w.ask('PUT', `/api/readings/${reading}/child`, { child });
  },
  'a check goes into the bin': async (walk, w) => {
    const child = walk.pick(await w.children())!.id;
    const before = await w.all();
    const check = await aCheck(w, child, 't:t', 'right');
    walk.settled = await w.all();
    await w.ask('PUT', `/api/checks/${check}/bin`, { binned: true });
    expect({ ...(await w.all()), bin: null }, 'in the bin it is as if it had never been').toEqual({ ...before, bin: null });
    return () => w.ask('PUT', `/api/checks/${check}/bin`, { binned: false });
  },
  'a reading is set aside': async (walk, w) => {
    const child = walk.pick(await w.children())!.id;
    const before = await w.all();
    const reading = await aReading(w, child, walk.roll(8));
    walk.settled = await w.all();
    await readingStep(w, child, reading, 5, { what: 'set aside', aside: true });
    expect(await w.all(), 'set aside it is as if it had never been').toEqual(before);
    return () => readingStep(w, child, reading, 6, { what: 'set aside', aside: false });
  },
};
export const PEOPLES_THERE_AND_BACK: ThereAndBack = { ...ofGroups, ...ofChildren, ...ofSessions, ...ofEvidence };
