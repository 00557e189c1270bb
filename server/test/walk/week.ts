/** What the week rests on changes: its times and rooms, who is there, who comes from another school. */
import type { Child, Colleague, Session, SchoolSettings } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { strFromU8, unzipSync } from 'fflate';
import { expect } from 'vitest';
import { uuidv7 } from '../../src/ids.js';
import { PASSWORD, schoolToday } from '../support.js';
import { planFor } from './records.js';
import type { Steps } from './steps.js';
import { Refused, type World } from './world.js';

const TIME = { name: 'another time', rooms: 1, days: [1, 2, 3, 4, 5], minutes: 25 };
const ROOM = { name: 'Another room', busy: [] };
let comers = 0;

/** Takes the last of a list out, or puts one in. */
const turned = <T extends { id: string }>(list: readonly T[], more: T): T[] =>
  list.some((e) => e.id === more.id) ? list.filter((e) => e.id !== more.id) : [...list, more];

export const weekSteps: Steps = {
  'a time comes or goes': async (walk, w) => {
    const settings = await w.get<SchoolSettings & { version: number }>('/api/settings');
    const own = settings.slots.find((s) => s.id === 'ten');
    // what met then has lost its time, and stands beside the week until somebody moves it
    const slots = walk.roll(2) ? turned(settings.slots, own ?? { id: 'ten', ...TIME, start: 640 }) : turned(settings.slots, { id: 'noon', ...TIME, start: 720 }); // prettier-ignore
    const rooms = walk.roll(2) ? turned(settings.rooms, { id: 'den', ...ROOM }) : settings.rooms;
    await w.ask('PUT', '/api/settings', { ...settings, slots, rooms });
  },
  'a session is kept twice, for want of an answer': async (walk, w) => {
    const group = walk.pick(await w.groups());
    if (!group || group.members.length === 0) return;
    const body = {
      id: uuidv7(),
      groupId: group.id,
      on: daysAfter(schoolToday(), walk.roll(6)),
      adultId: null,
      plan: planFor(group.members, walk.roll),
    };
    const twice = [w.ask<Session>('POST', '/api/sessions', body), w.ask<Session>('POST', '/api/sessions', body)];
    const made = await Promise.allSettled(twice);
    for (const one of made) if (one.status === 'rejected' && !(one.reason instanceof Refused)) throw one.reason as Error;
    const kept = (await w.sessions()).filter((s) => s.id === body.id);
    if (made.every((one) => one.status === 'fulfilled')) expect(kept.length, 'one session').toBe(w.atOnce ? kept.length : 1);
    expect(kept.length, 'one session').toBeLessThan(2);
  },
  'a colleague comes, is given a group, and leaves their work to another': async (walk, w) => {
    const group = walk.pick(await w.groups());
    if (!group || group.members.length === 0) return;
    comers += 1;
    const email = `comer${comers}@school.example`;
    const comer = await w.ask<Colleague>('POST', '/api/team', {
      name: `Comer ${comers}`,
      email,
      role: 'tutor',
      classIds: [],
      password: PASSWORD,
    });
    try {
      await w.ask('PATCH', `/api/groups/${group.id}`, { adultId: comer.id, version: group.version });
      await w.ask('POST', '/api/sessions', {
        groupId: group.id,
        on: daysAfter(schoolToday(), 2),
        adultId: comer.id,
        plan: planFor(group.members, walk.roll),
      });
    } finally {
      const { version } = (await w.get<Colleague[]>('/api/team')).find((c) => c.id === comer.id)!;
      await w.ask('POST', `/api/team/${comer.id}/hand-over`, { to: walk.pick([w.lead.id, w.second.id])!, stop: true, version });
    }
  },
  'a child comes with a record': async (walk, w) => {
    const [kids, rooms] = [await w.children(), await w.classes()];
    const of = walk.pick(kids)!;
    if (kids.length > 14) return;
    const zip = await fetch(`${w.school.running.url}/api/children/${of.id}/record.zip`, { headers: { cookie: w.lead.cookie } });
    // who left at this moment has no page any more
    if (w.atOnce && !zip.ok) throw new Refused('the record is not there');
    const file = JSON.parse(strFromU8(unzipSync(new Uint8Array(await zip.arrayBuffer()))['child.json']!)) as unknown;
    const came = await w.ask<Child>('POST', '/api/children/record', { classId: walk.pick(rooms)!.id, file });
    expect(came.id, 'another child').not.toBe(of.id);
  },
};

/** Nobody who is not there any more has work to come. */
export async function nobodyGoneHasWork(w: World, after: string): Promise<void> {
  const there = new Set((await w.get<Colleague[]>('/api/team')).filter((c) => c.active).map((c) => c.id));
  const gone = (id: string | null): boolean => id !== null && !there.has(id);
  for (const g of await w.groups()) expect(gone(g.adultId), `${after}: ${g.name} is taught by somebody who is not there`).toBe(false);
  for (const s of await w.sessions())
    if (!s.log && s.on >= schoolToday())
      expect(gone(s.adultId), `${after}: the session of ${s.on} is for somebody who is not there`).toBe(false);
  for (const l of await w.get<{ colleagueId: string; until: string }[]>('/api/lendings'))
    if (l.until >= schoolToday()) expect(gone(l.colleagueId), `${after}: a group is lent to somebody who is not there`).toBe(false);
}
