/** What a group's cycle came to: states at its start and now, the sessions between, readings before and after. */
import { eq, inArray } from 'drizzle-orm';
import { dayIn } from '@sapling/core';
import type { Gpc } from '@sapling/core/phonics';
import { workedOn } from '@sapling/core/planning';
import { fullName, type GroupOutcomeFacts } from '@sapling/contract';
import { children, groupMembers, groupMoves, groups } from '../db/schema.js';
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

/** Out of a group for so many days and back is a slip, or an absence: no new start. */
const BACK_SOON = 7 * DAY;
/**
 * When each child's own time in a group began, of those who came after it was made.
 * @param moves of one group, in order of time
 */
export function startOf(
  moves: readonly { readonly childId: string; readonly what: string; readonly at: string }[],
  createdAt: string,
): Map<string, string> {
  const began = new Map<string, string>();
  const left = new Map<string, string>();
  for (const { childId, what, at } of moves) {
    if (what !== 'joined') left.set(childId, at);
    else if (left.has(childId) ? Date.parse(at) - Date.parse(left.get(childId)!) > BACK_SOON : at > createdAt) began.set(childId, at);
  }
  return began;
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
      const began = startOf(
        await db.select().from(groupMoves).where(eq(groupMoves.groupId, group.id)).orderBy(groupMoves.at),
        group.createdAt,
      );
      /** The first day of a child's own time in the group. */
      const firstOf = (child: string): string => {
        const joined = began.get(child);
        const on = joined === undefined ? startsOn : dayIn(joined, zone);
        return on > startsOn ? on : startsOn;
      };
      const judged = new Map(
        await Promise.all(
          rows.map(async (row) => {
            const moments = weeksBetween(endOfDay(firstOf(row.id), zone), now());
            return [row.id, await judgedAt(db, row, grounds(row), moments)] as const;
          }),
        ),
      );
      const taughtIn = (some: typeof held): Gpc[] => [
        ...new Set(some.flatMap((s) => workedOn({ plan: s.plan, done: s.log!.done, left: s.log!.left }))),
      ];
      const daysSince = (moment: string): number => Math.max(0, Math.floor((Date.parse(now()) - Date.parse(moment)) / DAY));
      return {
        startsOn,
        days: daysSince(start),
        taught: taughtIn(held),
        hidden: members.length - ids.length,
        children: rows.map((row) => {
          const { lines, since } = judged.get(row.id)!;
          const [then, line] = [lines[0]!, lines.at(-1)!];
          const between = lines.slice(1, -1).map((l) => new Map(l.map((c) => [c.gpc, c.known])));
          // of whoever joined later, what was before is not theirs
          const first = firstOf(row.id);
          const from = endOfDay(first, zone);
          const theirs = held.filter((s) => s.members.some((m) => m.id === row.id) || s.log!.attendance.some((a) => a.child === row.id));
          const mine = theirs.flatMap((s) => {
            const there = s.log!.attendance.find((a) => a.child === row.id && a.present);
            return there ? [there.minutes ?? s.log!.minutes ?? s.minutes] : [];
          });
          const done = readings.filter((r) => r.child === row.id && r.done && r.score.wcpm !== null).sort((a, b) => (a.at < b.at ? -1 : 1));
          const before = done.findLast((r) => r.at <= from);
          const after = done.findLast((r) => r.at > from);
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
            startsOn: first,
            days: daysSince(from),
            taught: taughtIn(theirs),
            sessions: { held: theirs.length, attended: mine.length, minutes: mine.reduce((sum, m) => sum + m, 0) },
            before: figures(before),
            after: figures(after),
          };
        }),
      };
    },
  ),
];
