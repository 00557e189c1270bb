import { daysAfter } from '@sapling/core';
import { eq } from 'drizzle-orm';
import { childrenInReach } from '../access.js';
import { fullName } from '../children/children.js';
import { colleagues, looks } from '../db/schema.js';
import { openChecks } from '../evidence/checks.js';
import { statesOf } from '../evidence/states.js';
import { route } from '../http/route.js';
import { mentionsIn, remarksFor } from '../remarks/remarks.js';
import { listSessions } from '../sessions/sessions.js';

const DAY = 86_400_000;

export const todayRoutes = [
  route('today', { action: 'signed in' }, async ({ db, access, me, now }) => {
    const time = Date.parse(now());
    const { today } = access;
    const all = await listSessions(db, access, { from: daysAfter(today, -14), to: daysAfter(today, 7) });
    const sessions = all.filter(
      (s) => (s.adultId === me.id || s.createdBy === me.id) && (s.on >= today || (s.log === null && s.on >= daysAfter(today, -3))),
    );
    const team = await db.select().from(colleagues);
    const entries = all.flatMap((s) => [
      ...(s.log
        ? [
            {
              at: s.log.at,
              byId: s.log.by,
              sessionId: s.id,
              groupName: s.groupName,
              kind: 'log' as const,
              text: s.log.happened,
              entry: s.log,
              mentionsMe: false,
            },
          ]
        : []),
      ...s.notes.map((n) => ({
        at: n.at,
        byId: n.by,
        sessionId: s.id,
        groupName: s.groupName,
        kind: 'note' as const,
        text: n.text,
        entry: n,
        mentionsMe: mentionsIn(n.text, team).includes(me.id),
      })),
    ]);
    const others = entries
      .filter((e) => e.byId !== me.id)
      .sort((a, b) => Number(b.mentionsMe) - Number(a.mentionsMe) || (a.at < b.at ? 1 : -1))
      .slice(0, 12);
    const left = others.map(({ byId, ...rest }) => ({ ...rest, by: team.find((p) => p.id === byId)?.name ?? '' }));
    const rows = await childrenInReach(db, access);
    const states = await statesOf(db, rows, now());
    const due = rows
      .map((row) => ({
        childId: row.id,
        name: fullName(row),
        lastCheck: states.get(row.id)!.lastCheck,
      }))
      .sort((a, b) => ((a.lastCheck ?? '') < (b.lastCheck ?? '') ? -1 : 1))
      .slice(0, 6);
    const [noted, [look]] = await Promise.all([
      remarksFor(db, access, { from: new Date(time - 14 * DAY).toISOString() }),
      db.select().from(looks).where(eq(looks.colleague, me.id)),
    ]);
    const remarks = noted
      .filter((r) => r.by !== me.id)
      .map((r) => ({ ...r, byName: team.find((w) => w.id === r.by)?.name ?? '', mentionsMe: r.mentions.includes(me.id) }))
      .sort((a, b) => Number(b.mentionsMe) - Number(a.mentionsMe) || (a.at < b.at ? 1 : -1))
      .slice(0, 10);
    return { remarks, lookedAt: look?.at ?? null, sessions, openChecks: await openChecks(db, access, { by: me.id }), left, due };
  }),
];
