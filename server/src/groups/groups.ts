import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { Group } from '@sapling/contract';
import type { Access } from '../access.js';
import type { Db } from '../db/open.js';
import { colleagues, groupMembers, groups } from '../db/schema.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';

export async function listGroups(db: Db, access: Access, only?: readonly string[]): Promise<Group[]> {
  const ids = (only ?? [...access.groupIds]).filter((id) => access.groupIds.has(id) || only !== undefined);
  if (ids.length === 0) return [];
  const [rows, members] = await Promise.all([
    db
      .select()
      .from(groups)
      .where(and(inArray(groups.id, ids), isNull(groups.removedAt)))
      .orderBy(groups.createdAt, groups.id),
    db.select().from(groupMembers).where(inArray(groupMembers.groupId, ids)),
  ]);
  return rows.map((row) => {
    const all = members.filter((m) => m.groupId === row.id).map((m) => m.childId);
    const visible = all.filter((child) => access.childIds.has(child)).sort();
    return {
      id: row.id,
      name: row.name,
      adultId: row.adultId,
      focus: row.focus,
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
  if (!adult) throw new Refusal('bad-input', { errors: [{ path: 'adultId', message: 'No such colleague.' }] });
}

async function membersOf(db: Db, groupId: string): Promise<string[]> {
  return (await db.select({ id: groupMembers.childId }).from(groupMembers).where(eq(groupMembers.groupId, groupId))).map((m) => m.id);
}

export const groupRoutes = [
  route('groups', { action: 'signed in' }, async ({ db, access }) => listGroups(db, access)),

  route(
    'addGroups',
    ({ body }) => ({ action: 'form groups', childIds: body.groups.flatMap((g) => g.members) }),
    async ({ db, body, me, access, now, live }) => {
      for (const g of body.groups) await requireAdult(db, g.adultId);
      const made: string[] = [];
      await db.transaction(async (tx) => {
        for (const g of body.groups) {
          const id = uuidv7();
          made.push(id);
          await tx.insert(groups).values({ id, name: g.name, adultId: g.adultId, focus: g.focus, createdBy: me.id, createdAt: now() });
          for (const childId of new Set(g.members)) await tx.insert(groupMembers).values({ groupId: id, childId });
        }
      });
      await live.tell({ topic: 'groups', by: me.id }, { groups: made, children: body.groups.flatMap((g) => g.members) });
      return listGroups(db, access, made);
    },
  ),

  route(
    'updateGroup',
    ({ params, body }) => ({ action: 'change group', groupIds: [params.id], childIds: body.members ?? [] }),
    async ({ db, params, body, me, access, live }) => {
      const [current] = await listGroups(db, access, [params.id]);
      if (!current) throw new Refusal('not-found');
      await requireAdult(db, body.adultId);
      const before = await membersOf(db, params.id);
      await db.transaction(async (tx) => {
        const changed = await tx
          .update(groups)
          .set({
            name: body.name ?? current.name,
            adultId: body.adultId === undefined ? current.adultId : body.adultId,
            focus: body.focus ?? current.focus,
            version: body.version + 1,
          })
          .where(and(eq(groups.id, params.id), eq(groups.version, body.version)))
          .returning({ id: groups.id });
        if (changed.length === 0) throw new Refusal('newer-version', { current });
        if (body.members) {
          // members out of this colleague's sight stay as they are
          const visible = before.filter((m) => access.childIds.has(m));
          if (visible.length > 0)
            await tx.delete(groupMembers).where(and(eq(groupMembers.groupId, params.id), inArray(groupMembers.childId, visible)));
          for (const childId of new Set(body.members)) await tx.insert(groupMembers).values({ groupId: params.id, childId });
        }
      });
      await live.tell(
        { topic: 'groups', id: params.id, by: me.id },
        { groups: [params.id], children: [...before, ...(body.members ?? [])], colleagues: current.adultId ? [current.adultId] : [] },
      );
      return (await listGroups(db, access, [params.id]))[0]!;
    },
  ),

  route(
    'moveChild',
    ({ body }) => ({
      action: 'change group',
      groupIds: [body.from?.id, body.to?.id].filter((id): id is string => id !== undefined),
      childIds: [body.child],
    }),
    async ({ db, body, me, access, live }) => {
      const ids = [body.from, body.to].flatMap((g) => (g ? [g.id] : []));
      await db.transaction(async (tx) => {
        for (const side of [body.from, body.to]) {
          if (!side) continue;
          const changed = await tx
            .update(groups)
            .set({ version: side.version + 1 })
            .where(and(eq(groups.id, side.id), eq(groups.version, side.version)))
            .returning({ id: groups.id });
          if (changed.length === 0) throw new Refusal('newer-version', { current: await listGroups(tx as unknown as Db, access, ids) });
        }
        if (body.from)
          await tx.delete(groupMembers).where(and(eq(groupMembers.groupId, body.from.id), eq(groupMembers.childId, body.child)));
        if (body.to) await tx.insert(groupMembers).values({ groupId: body.to.id, childId: body.child }).onConflictDoNothing();
      });
      await live.tell({ topic: 'groups', by: me.id }, { groups: ids, children: [body.child] });
      return listGroups(db, access, ids);
    },
  ),

  route(
    'removeGroup',
    ({ params }) => ({ action: 'change group', groupIds: [params.id], childIds: [] }),
    async ({ db, params, query, access, me, now, live }) => {
      const [current] = await listGroups(db, access, [params.id]);
      const changed = await db
        .update(groups)
        .set({ removedAt: now(), version: query.version + 1 })
        .where(and(eq(groups.id, params.id), eq(groups.version, query.version)))
        .returning({ id: groups.id });
      if (changed.length === 0) throw new Refusal('newer-version', { current });
      await live.tell(
        { topic: 'groups', id: params.id, by: me.id },
        { groups: [params.id], children: current?.members ?? [], colleagues: current?.adultId ? [current.adultId] : [] },
      );
      return { ok: true as const };
    },
  ),
];
