/** What groups were: those that ended, who moved when, and for whom two cycles changed little. */
import { desc, eq, inArray } from 'drizzle-orm';
import type { GroupHistory } from '@sapling/contract';
import { dayIn, daysBetween } from '@sapling/core';
import { changeBetween } from '@sapling/core/judgement';
import { childrenInReach } from '../access.js';
import { colleagues, groupMembers, groupMoves, groups } from '../db/schema.js';
import { tenth } from '../evidence/evidence.js';
import { PerChild } from '../evidence/per-child.js';
import { route } from '../http/route.js';
import { endOfDay, schoolZone } from '../settings/school-day.js';
import { poolOf } from '../work/pool.js';
import { firstDay } from './first-day.js';

/** What changed for children in a group after group, since the first of them began. */
const changesSince = new PerChild<ReturnType<typeof changeBetween>>('change since');
const CYCLES = 2;
const LATEST_MOVES = 200;

type Row = typeof groups.$inferSelect;
/** A group that ended on the day it began was taken back, and nobody was taught in it. */
const wasACycle = (row: Row, zone: string): boolean => row.removedAt === null || firstDay(row, zone) < dayIn(row.removedAt, zone);

export const groupHistoryRoutes = [
  route('groupHistory', { action: 'form groups', childIds: [] }, async ({ db, access, now }): Promise<GroupHistory> => {
    const zone = await schoolZone(db);
    const [every, members, team, moves] = await Promise.all([
      db.select().from(groups),
      db.select().from(groupMembers),
      db.select({ id: colleagues.id, name: colleagues.name }).from(colleagues),
      db
        .select({ move: groupMoves, groupName: groups.name })
        .from(groupMoves)
        .innerJoin(groups, eq(groups.id, groupMoves.groupId))
        .where(inArray(groupMoves.childId, [...access.childIds]))
        .orderBy(desc(groupMoves.at), desc(groupMoves.id))
        .limit(LATEST_MOVES),
    ]);
    const nameOf = (id: string | null): string | null => team.find((c) => c.id === id)?.name ?? null;
    const lasted = new Map(every.filter((g) => wasACycle(g, zone)).map((g) => [g.id, g]));
    const ended = [...lasted.values()].filter((g) => g.removedAt !== null).sort((a, b) => (a.removedAt! < b.removedAt! ? 1 : -1));
    const past = ended.flatMap((row): GroupHistory['past'] => {
      const all = members.filter((m) => m.groupId === row.id).map((m) => m.childId);
      const visible = all.filter((child) => access.childIds.has(child)).sort();
      if (visible.length === 0) return [];
      const { id, name, adultId, focus, skills, slot, meets, endsOn, version } = row;
      const about = { id, name, adultId, focus, skills, slot, meets, endsOn, version };
      const startsOn = firstDay(row, zone);
      const endedOn = dayIn(row.removedAt!, zone);
      return [{ ...about, members: visible, hidden: all.length - visible.length, startsOn, endedOn, adultName: nameOf(adultId) }];
    });
    // children in a group now who were in others before
    const since = new Map<string, { from: string; cycles: number; now: boolean }>();
    for (const { groupId, childId } of members) {
      const row = lasted.get(groupId);
      if (!row) continue;
      const from = firstDay(row, zone);
      const seen = since.get(childId) ?? { from, cycles: 0, now: false };
      since.set(childId, { from: from < seen.from ? from : seen.from, cycles: seen.cycles + 1, now: seen.now || row.removedAt === null });
    }
    const long = (await childrenInReach(db, access)).filter((c) => {
      const seen = since.get(c.id);
      return seen !== undefined && seen.now && seen.cycles >= CYCLES;
    });
    // as of the end of the first day: the check that led to the group counts as before
    const startOf = (id: string): string => endOfDay(since.get(id)!.from, zone);
    const changes = await changesSince.of(
      db,
      long,
      (row) => `${startOf(row.id)} ${access.today}`,
      async (facts, grounds, row) => {
        const { lines } = await poolOf(db).run('judgeChild', { facts, grounds, moments: [startOf(row.id), now()].sort() });
        return changeBetween(lines[0]!, lines[1]!, Math.max(0, daysBetween(since.get(row.id)!.from, access.today)));
      },
    );
    const flat = long.flatMap((child): GroupHistory['flat'] => {
      const { from, cycles } = since.get(child.id)!;
      const { of, before, now: after, says } = changes.get(child.id)!;
      return says === 'little change' ? [{ child: child.id, cycles, since: from, of, before: tenth(before), now: tenth(after) }] : [];
    });
    return {
      past,
      moves: moves.map(({ move, groupName }) => ({
        at: move.at,
        by: nameOf(move.by) ?? 'somebody',
        child: move.childId,
        groupId: move.groupId,
        groupName,
        what: move.what,
      })),
      flat,
    };
  }),
];
