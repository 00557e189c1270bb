/** What lies in the bin and this colleague could take out of it again: checks, sessions that were held, and plans for days to come. */
import { and, desc, eq, inArray, isNotNull } from 'drizzle-orm';
import type { Binned } from '@sapling/contract';
import { namesOf } from '../children/children.js';
import { byIds } from '../db/by-ids.js';
import { checks, colleagues, groups, logs, sessions } from '../db/schema.js';
import { route } from '../http/route.js';

export const binnedRoute = route('binned', { action: 'signed in' }, async ({ db, me, access }): Promise<Binned> => {
  const lead = me.role === 'lead';
  const [found, removed, people] = await Promise.all([
    byIds([...access.childIds], (some) =>
      db
        .select()
        .from(checks)
        .where(and(inArray(checks.child, some), isNotNull(checks.binnedAt))),
    ),
    db
      .select({ row: sessions, groupName: groups.name, ended: groups.removedAt })
      .from(sessions)
      .innerJoin(groups, eq(groups.id, sessions.groupId))
      .where(isNotNull(sessions.removedAt))
      .orderBy(desc(sessions.removedAt)),
    db.select({ id: colleagues.id, name: colleagues.name }).from(colleagues),
  ]);
  const held = await byIds(
    removed.map((r) => r.row.id),
    (some) => db.select({ session: logs.session, by: logs.by }).from(logs).where(inArray(logs.session, some)),
  );
  const heldBy = new Map<string, string[]>();
  for (const { session, by } of held) heldBy.set(session, [...(heldBy.get(session) ?? []), by]);
  const nameOf = (id: string | undefined): string => people.find((p) => p.id === id)?.name ?? '';
  const mine = found.filter((c) => lead || c.by === me.id).sort((a, b) => (a.binnedAt! < b.binnedAt! ? 1 : -1));
  const names = await namesOf(
    db,
    access,
    mine.map((c) => c.child),
  );
  return {
    checks: mine.map((c) => ({
      id: c.id,
      child: c.child,
      childName: names.get(c.child) ?? '',
      kind: c.kind,
      startedAt: c.startedAt,
      by: nameOf(c.by),
      binnedAt: c.binnedAt!,
    })),
    sessions: removed.flatMap(({ row, groupName, ended }) => {
      const by = heldBy.get(row.id);
      const may = by
        ? lead || by.includes(me.id)
        : // a plan that never came about is of use again only before its day, and to a group there still is
          (lead || me.role === 'teacher') && row.on >= access.today && ended === null && access.groupIds.has(row.groupId);
      if (!may) return [];
      return [
        { id: row.id, groupName, on: row.on, held: by !== undefined, by: nameOf(by?.at(-1) ?? row.createdBy), binnedAt: row.removedAt! },
      ];
    }),
  };
});
