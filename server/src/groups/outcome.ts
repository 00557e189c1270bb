/** What a group's cycle came to: states at its start and now, the sessions between, readings before and after. */
import { eq, inArray } from 'drizzle-orm';
import { dayIn } from '@sapling/core';
import type { Gpc } from '@sapling/core/phonics';
import { workedOn } from '@sapling/core/planning';
import { fullName, type GroupOutcomeFacts } from '@sapling/contract';
import { children, groupMembers, groups } from '../db/schema.js';
import { groundsOf, judgedAt } from '../evidence/states.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { readingList } from '../readings/readings.js';
import { listSessions } from '../sessions/sessions.js';
import { endOfDay, schoolZone } from '../settings/school-day.js';
import { firstDay } from './first-day.js';

const DAY = 86_400_000;

/** The start, each week after it, and now: at most a year of them. */
function weeksBetween(start: string, now: string): string[] {
  const [from, to] = [Date.parse(start), Date.parse(now)];
  const weeks = Math.max(0, Math.min(52, Math.ceil((to - from) / (7 * DAY)) - 1));
  return [...new Set([start, ...Array.from({ length: weeks }, (_, k) => new Date(from + (k + 1) * 7 * DAY).toISOString()), now])].sort();
}

export const outcomeRoutes = [
  route(
    'groupOutcome',
    ({ params }) => ({ action: 'read group', groupId: params.id }),
    async ({ db, access, params, now }): Promise<GroupOutcomeFacts> => {
      const [group] = await db.select().from(groups).where(eq(groups.id, params.id));
      if (!group) throw new ProblemError('not-found');
      const members = (await db.select().from(groupMembers).where(eq(groupMembers.groupId, group.id))).map((m) => m.childId);
      const ids = members.filter((id) => access.childIds.has(id));
      const zone = await schoolZone(db);
      const startsOn = firstDay(group, zone);
      const [rows, sessions, readings] = await Promise.all([
        ids.length > 0 ? db.select().from(children).where(inArray(children.id, ids)) : [],
        listSessions(db, access, { from: startsOn, to: access.today, groupId: group.id }),
        readingList(db, access, { of: ids }),
      ]);
      const held = sessions.filter((s) => s.log !== null && s.log.attendance.some((a) => a.present));
      // as of the end of the first day: the check that led to the group counts as before
      const start = endOfDay(startsOn, zone);
      const grounds = await groundsOf(db, rows);
      const moments = weeksBetween(start, now());
      const judged = new Map(await Promise.all(rows.map(async (row) => [row.id, await judgedAt(db, row, grounds(row), moments)] as const)));
      return {
        startsOn,
        days: Math.max(0, Math.floor((Date.parse(now()) - Date.parse(start)) / DAY)),
        taught: [...new Set(held.flatMap((s) => workedOn({ plan: s.plan, done: s.log!.done, left: s.log!.left })))],
        hidden: members.length - ids.length,
        children: rows.map((row) => {
          const { lines, since } = judged.get(row.id)!;
          const [then, line] = [lines[0]!, lines.at(-1)!];
          const between = lines.slice(1, -1).map((l) => new Map(l.map((c) => [c.gpc, c.known])));
          const mine = held.flatMap((s) => {
            const there = s.log!.attendance.find((a) => a.child === row.id && a.present);
            return there ? [there.minutes ?? s.log!.minutes ?? s.minutes] : [];
          });
          const done = readings.filter((r) => r.child === row.id && r.done && r.score.wcpm !== null).sort((a, b) => (a.at < b.at ? -1 : 1));
          const before = done.findLast((r) => r.at <= start);
          const after = done.findLast((r) => r.at > start);
          const figures = (r: (typeof done)[number] | undefined) =>
            r ? { on: dayIn(r.at, zone), title: r.title, wcpm: r.score.wcpm!, accuracy: r.score.accuracy } : null;
          return {
            id: row.id,
            name: fullName(row),
            pairs: group.focus.flatMap((gpc: Gpc) => {
              const [a, b] = [then.find((c) => c.gpc === gpc), line.find((c) => c.gpc === gpc)];
              return a && b
                ? [
                    {
                      gpc,
                      then: { state: a.state, p: a.known },
                      between: between.map((l) => l.get(gpc) ?? a.known),
                      now: { state: b.state, p: b.known, due: b.due },
                      since: since[gpc] ?? 0,
                    },
                  ]
                : [];
            }),
            sessions: { held: held.length, attended: mine.length, minutes: mine.reduce((sum, m) => sum + m, 0) },
            before: figures(before),
            after: figures(after),
          };
        }),
      };
    },
  ),
];
