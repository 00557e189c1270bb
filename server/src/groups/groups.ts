import { and, eq, inArray, isNotNull, isNull, ne } from 'drizzle-orm';
import type { Group, GroupBody } from '@sapling/contract';
import { readable, type Access } from '../access.js';
import type { Db } from '../db/open.js';
import { children, colleagues, groupMembers, groupMoves, groups } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import {
  endSessionsToCome,
  followGroup,
  handSessionsToCome,
  inSessionsToCome,
  membersOf,
  reopenSessionsToCome,
} from './sessions-to-come.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { schoolZone } from '../settings/school-day.js';
import { firstDay } from './first-day.js';

export async function listGroups(db: Db, access: Access, only?: readonly string[]): Promise<Group[]> {
  const ids = (only ?? [...readable(access)]).filter((id) => readable(access).has(id) || only !== undefined);
  if (ids.length === 0) return [];
  const [rows, members, zone] = await Promise.all([
    db
      .select()
      .from(groups)
      .where(and(inArray(groups.id, ids), isNull(groups.removedAt)))
      .orderBy(groups.createdAt, groups.id),
    db.select().from(groupMembers).where(inArray(groupMembers.groupId, ids)),
    schoolZone(db),
  ]);
  return rows.map((row) => {
    const all = members.filter((m) => m.groupId === row.id).map((m) => m.childId);
    const visible = all.filter((child) => access.childIds.has(child)).sort();
    return {
      id: row.id,
      name: row.name,
      adultId: row.adultId,
      focus: row.focus,
      skills: row.skills,
      slot: row.slot,
      meets: row.meets,
      startsOn: firstDay(row, zone),
      endsOn: row.endsOn,
      members: visible,
      hidden: all.length - visible.length,
      version: row.version,
    };
  });
}

async function requireAdult(db: Db, adultId: string | null | undefined): Promise<void> {
  if (!adultId) return;
  const [adult] = await db
    .select()
    .from(colleagues)
    .where(and(eq(colleagues.id, adultId), eq(colleagues.active, true)));
  if (!adult) throw new ProblemError('bad-input', { errors: [{ path: 'adultId', message: 'No such colleague.' }] });
}

export interface Actor {
  readonly access: Access;
  readonly by: string;
  readonly now: string;
}

/** Makes a group, as of today where no first day is named. Returns it with who joined it. */
async function make(tx: Db, body: GroupBody, { access, by, now }: Actor): Promise<{ id: string; joined: string[] }> {
  const id = uuidv7();
  await tx.insert(groups).values({
    id,
    name: body.name,
    adultId: body.adultId,
    focus: body.focus,
    skills: body.skills ?? [],
    slot: body.slot ?? null,
    meets: body.meets ?? null,
    startsOn: body.startsOn ?? access.today,
    endsOn: body.endsOn ?? null,
    createdBy: by,
    createdAt: now,
  });
  return { id, joined: await joinGroup(tx, id, body.members, { access, by, now }) };
}

/** Puts children into a group and into its sessions to come, and says so in its history. Returns who was not in it before. */
export async function joinGroup(tx: Db, groupId: string, childIds: readonly string[], { access, by, now }: Actor): Promise<string[]> {
  const here = new Set(await membersOf(tx, groupId));
  const fresh = [...new Set(childIds)].filter((id) => !here.has(id));
  for (const childId of fresh) {
    await tx.insert(groupMembers).values({ groupId, childId });
    await tx.insert(groupMoves).values({ id: uuidv7(), at: now, by, groupId, childId, what: 'joined' });
  }
  if (fresh.length > 0)
    await inSessionsToCome(tx, groupId, access.today, (members) => [...members, ...fresh.filter((id) => !members.includes(id))]);
  return fresh;
}

/**
 * Refuses what would leave a child in two groups that meet, or in one after they left, because a colleague was quicker. Asked last,
 * when all of a change is in: whoever changes the same children at the same moment waits for it, and sees what came of it.
 * @param joined who has come into a group by this change
 * @throws ProblemError `in-use`, saying who and where they are
 */
export async function requireOneGroupEach(tx: Db, joined: readonly string[]): Promise<void> {
  if (joined.length === 0) return;
  const rows = await tx
    .select({ id: children.id, name: children.givenName, left: children.removedAt })
    .from(children)
    .where(inArray(children.id, [...joined]))
    .orderBy(children.id)
    // membership rows hold on to their child with a weaker lock than this, which does not stand in its way
    .for('no key update');
  const memberships = await tx
    .select({ child: groupMembers.childId, group: groups.name })
    .from(groupMembers)
    .innerJoin(groups, and(eq(groups.id, groupMembers.groupId), isNull(groups.removedAt)))
    .where(inArray(groupMembers.childId, [...joined]))
    .orderBy(groups.createdAt, groups.id);
  const says = rows.flatMap(({ id, name, left }) => {
    if (left !== null) return [`${name} is not here any more.`];
    const theirs = memberships.filter((m) => m.child === id).map((m) => m.group);
    return theirs.length > 1 ? [`${name} is in a group by now: ${theirs[0]}.`] : [];
  });
  if (says.length > 0) throw new ProblemError('in-use', { detail: `${says.join(' ')} Nothing was changed.` });
}
/** Takes children out of a group and out of its sessions to come, and says so in its history. Returns the keys of what it said. */
export async function leaveGroup(tx: Db, groupId: string, childIds: readonly string[], { access, by, now }: Actor): Promise<string[]> {
  const here = new Set(await membersOf(tx, groupId));
  const gone = [...new Set(childIds)].filter((id) => here.has(id));
  const moves: string[] = [];
  for (const childId of gone) {
    const id = uuidv7();
    moves.push(id);
    await tx.delete(groupMembers).where(and(eq(groupMembers.groupId, groupId), eq(groupMembers.childId, childId)));
    await tx.insert(groupMoves).values({ id, at: now, by, groupId, childId, what: 'left' });
  }
  if (gone.length > 0) await inSessionsToCome(tx, groupId, access.today, (members) => members.filter((id) => !gone.includes(id)));
  return moves;
}

/** Changes a group of just this version. Returns who joined it. @throws ProblemError `newer-version` with the group as it is */
async function alter(tx: Db, id: string, body: Partial<GroupBody> & { version: number }, doing: Actor): Promise<string[]> {
  const [current] = await listGroups(tx, doing.access, [id]);
  if (!current) throw new ProblemError('not-found');
  await requireAdult(tx, body.adultId);
  const kept = <K extends keyof GroupBody>(key: K): Group[K] => (body[key] === undefined ? current[key] : (body[key] as Group[K]));
  const changed = await tx
    .update(groups)
    .set({
      name: kept('name'),
      adultId: kept('adultId'),
      focus: kept('focus'),
      skills: kept('skills'),
      slot: kept('slot'),
      meets: kept('meets'),
      startsOn: kept('startsOn'),
      endsOn: kept('endsOn'),
      version: body.version + 1,
    })
    .where(and(eq(groups.id, id), eq(groups.version, body.version)))
    .returning({ id: groups.id });
  if (changed.length === 0) throw new ProblemError('newer-version', { current });
  if (body.adultId !== undefined && body.adultId !== current.adultId)
    await handSessionsToCome(tx, id, doing.access.today, current.adultId, body.adultId);
  if (!body.members) return [];
  // members out of this colleague's sight stay as they are
  await leaveGroup(
    tx,
    id,
    current.members.filter((m) => !body.members!.includes(m)),
    doing,
  );
  return joinGroup(tx, id, body.members, doing);
}

/** Children of a group who have left the school, or have come into another group, since it ended. */
async function elsewhereOf(tx: Db, groupId: string): Promise<string[]> {
  const was = await membersOf(tx, groupId);
  if (was.length === 0) return [];
  const left = tx
    .select({ id: children.id })
    .from(children)
    .where(and(inArray(children.id, was), isNotNull(children.removedAt)));
  const others = tx
    .select({ id: groupMembers.childId })
    .from(groupMembers)
    .innerJoin(groups, and(eq(groups.id, groupMembers.groupId), isNull(groups.removedAt)))
    .where(and(inArray(groupMembers.childId, was), ne(groupMembers.groupId, groupId)));
  return [...(await left), ...(await others)].map(({ id }) => id);
}

/** Ends a group with its sessions to come, or lets one that was ended go on with them. Who was in it stays on record. */
async function endOrReopen(tx: Db, { id, version }: { id: string; version: number }, end: boolean, doing: Actor): Promise<void> {
  const [was] = await tx.select({ removedAt: groups.removedAt }).from(groups).where(eq(groups.id, id));
  const changed = await tx
    .update(groups)
    .set({ removedAt: end ? doing.now : null, version: version + 1 })
    .where(and(eq(groups.id, id), eq(groups.version, version), end ? isNull(groups.removedAt) : isNotNull(groups.removedAt)))
    .returning({ id: groups.id });
  if (changed.length > 0) {
    if (end) await endSessionsToCome(tx, id, doing.access.today, doing.now);
    else if (was?.removedAt) {
      await reopenSessionsToCome(tx, id, was.removedAt);
      await leaveGroup(tx, id, await elsewhereOf(tx, id), doing);
      await followGroup(tx, id, doing.access.today);
    }
    return;
  }
  const [current] = await listGroups(tx, doing.access, [id]);
  throw new ProblemError('newer-version', { current });
}

/** The week shows whoever forms groups what is taken by others as well: when, where and by whom. */
const WEEK = { everyone: true } as const;

export const groupRoutes = [
  route('groups', { action: 'signed in' }, async ({ db, access }) => listGroups(db, access)),

  route(
    'addGroups',
    ({ body }) => ({ action: 'form groups', childIds: body.groups.flatMap((g) => g.members) }),
    async ({ db, body, me, access, now, live }) => {
      for (const g of body.groups) await requireAdult(db, g.adultId);
      const made: string[] = [];
      const doing = { access, by: me.id, now: now() };
      await db.transaction(async (tx) => {
        const joined: string[] = [];
        for (const g of body.groups) {
          const one = await make(tx as unknown as Db, g, doing);
          made.push(one.id);
          joined.push(...one.joined);
        }
        await requireOneGroupEach(tx as unknown as Db, joined);
      });
      await live.tell({ topic: 'groups', by: me.id }, { groups: made, children: body.groups.flatMap((g) => g.members) });
      return listGroups(db, access, made);
    },
  ),

  route(
    'updateGroup',
    ({ params, body }) => ({ action: 'change group', groupIds: [params.id], childIds: body.members ?? [] }),
    async ({ db, params, body, me, access, now, live }) => {
      const before = await membersOf(db, params.id);
      const [current] = await listGroups(db, access, [params.id]);
      await db.transaction(async (transaction) => {
        const tx = transaction as unknown as Db;
        await requireOneGroupEach(tx, await alter(tx, params.id, body, { access, by: me.id, now: now() }));
      });
      await live.tell(
        { topic: 'groups', id: params.id, by: me.id },
        { groups: [params.id], children: [...before, ...(body.members ?? [])], colleagues: current?.adultId ? [current.adultId] : [] },
      );
      if (body.adultId !== undefined) await live.tell({ topic: 'timetable', by: me.id }, WEEK);
      return (await listGroups(db, access, [params.id]))[0]!;
    },
  ),

  route(
    'arrangeGroups',
    ({ body }) => ({
      action: 'arrange groups',
      groupIds: [...body.change, ...body.end].map((g) => g.id),
      endedIds: body.reopen.map((g) => g.id),
      childIds: [...body.change.flatMap((g) => g.members ?? []), ...body.add.flatMap((g) => g.members)],
    }),
    { mostOctets: 1_000_000 },
    async ({ db, body, me, access, now, live }) => {
      const doing = { access, by: me.id, now: now() };
      const touched = [...body.change, ...body.end, ...body.reopen].map((g) => g.id);
      const before = touched.length === 0 ? [] : await db.select().from(groupMembers).where(inArray(groupMembers.groupId, touched));
      for (const g of body.add) await requireAdult(db, g.adultId);
      await db.transaction(async (tx) => {
        const t = tx as unknown as Db;
        const joined: string[] = [];
        for (const { id, ...change } of body.change) joined.push(...(await alter(t, id, change, doing)));
        for (const g of body.end) await endOrReopen(t, g, true, doing);
        for (const g of body.reopen) await endOrReopen(t, g, false, doing);
        for (const g of body.add) {
          const one = await make(t, g, doing);
          touched.push(one.id);
          joined.push(...one.joined);
        }
        await requireOneGroupEach(t, joined);
      });
      const children = [...before.map((m) => m.childId), ...[...body.change, ...body.add].flatMap((g) => g.members ?? [])];
      await live.tell({ topic: 'groups', by: me.id }, { groups: touched, children });
      if (body.end.length > 0 || body.reopen.length > 0 || body.change.some((g) => g.adultId !== undefined))
        await live.tell({ topic: 'timetable', by: me.id }, WEEK);
      return listGroups(db, access, touched);
    },
  ),

  route(
    'moveChild',
    ({ body }) => ({
      action: 'change group',
      groupIds: [body.from?.id, body.to?.id].filter((id): id is string => id !== undefined),
      childIds: [body.child],
    }),
    async ({ db, body, me, access, now, live }) => {
      const doing = { access, by: me.id, now: now() };
      const ids = [body.from, body.to].flatMap((g) => (g ? [g.id] : []));
      await db.transaction(async (tx) => {
        for (const side of [body.from, body.to]) {
          if (!side) continue;
          const changed = await tx
            .update(groups)
            .set({ version: side.version + 1 })
            .where(and(eq(groups.id, side.id), eq(groups.version, side.version)))
            .returning({ id: groups.id });
          if (changed.length === 0)
            throw new ProblemError('newer-version', { current: await listGroups(tx as unknown as Db, access, ids) });
        }
        if (body.from) await leaveGroup(tx as unknown as Db, body.from.id, [body.child], doing);
        if (body.to) await requireOneGroupEach(tx as unknown as Db, await joinGroup(tx as unknown as Db, body.to.id, [body.child], doing));
      });
      await live.tell({ topic: 'groups', by: me.id }, { groups: ids, children: [body.child] });
      return listGroups(db, access, ids);
    },
  ),
];
