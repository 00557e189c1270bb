import { fullName } from '@sapling/contract';
import { dayIn, daysAfter } from '@sapling/core';
import { eq } from 'drizzle-orm';
import { childrenInReach } from '../access.js';
import { colleagues, looks } from '../db/schema.js';
import { openChecks } from '../evidence/checks.js';
import { statesOf } from '../evidence/states.js';
import { route } from '../http/route.js';
import { mentionsIn, remarksFor } from '../remarks/remarks.js';
import { listSessions, saidSince } from '../sessions/sessions.js';
import { schoolZone } from '../settings/school-day.js';

/** What was not logged, and what colleagues left, stands here for so long. */
const DAYS_BACK = 14;
/** So many children are named to be checked next. */
const NEXT = 6;
/** Of what was looked at already, no more than so many are shown. */
const SEEN_TOO = 12;

/** What names the colleague first, then the newest: all that came since they last looked, and of the rest only some. */
function newAndSome<T extends { readonly at: string; readonly mentionsMe: boolean }>(left: readonly T[], lookedAt: string | null): T[] {
  const sorted = [...left].sort((a, b) => Number(b.mentionsMe) - Number(a.mentionsMe) || (a.at < b.at ? 1 : -1));
  return sorted.filter((entry, k) => k < SEEN_TOO || lookedAt === null || entry.at > lookedAt);
}

export const todayRoutes = [
  route('today', { action: 'signed in' }, async ({ db, access, me, now }) => {
    const { today } = access;
    const from = new Date(Date.parse(now()) - DAYS_BACK * 86_400_000).toISOString();
    // only what is said is read of the sessions of all: their plans are large
    const [missing, coming, said, noted, team, [look]] = await Promise.all([
      listSessions(db, access, { from: daysAfter(today, -DAYS_BACK), to: daysAfter(today, -1), of: me.id, unlogged: true }),
      listSessions(db, access, { from: today, to: daysAfter(today, 7), of: me.id }),
      saidSince(db, access, from),
      remarksFor(db, access, { from }),
      db.select().from(colleagues),
      db.select().from(looks).where(eq(looks.colleague, me.id)),
    ]);
    const nameOf = (id: string): string => team.find((p) => p.id === id)?.name ?? '';
    const lookedAt = look?.at ?? null;
    const left = said
      .filter((e) => e.byId !== me.id)
      .map(({ byId, ...e }) => ({ ...e, by: nameOf(byId), mentionsMe: e.kind === 'note' && mentionsIn(e.text, team).includes(me.id) }));
    const remarks = noted
      .filter((r) => r.by !== me.id)
      .map((r) => ({ ...r, byName: nameOf(r.by), mentionsMe: r.mentions.includes(me.id) }));
    const rows = await childrenInReach(db, access);
    const states = await statesOf(db, rows, now());
    const zone = await schoolZone(db);
    // whose class was taught nothing yet has no card to be asked; who was checked today has had enough
    const asked = rows.filter((row) => {
      const { line, lastCheck } = states.get(row.id)!;
      return line.length > 0 && (lastCheck === null || dayIn(lastCheck, zone) < today);
    });
    const due = asked
      .map((row) => ({
        childId: row.id,
        name: fullName(row),
        lastCheck: states.get(row.id)!.lastCheck,
      }))
      .sort((a, b) => ((a.lastCheck ?? '') < (b.lastCheck ?? '') ? -1 : 1))
      .slice(0, NEXT);
    return {
      remarks: newAndSome(remarks, lookedAt),
      lookedAt,
      sessions: [...missing, ...coming],
      openChecks: await openChecks(db, access, { by: me.id }),
      left: newAndSome(left, lookedAt),
      due,
    };
  }),
];
