import { fullName } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { eq } from 'drizzle-orm';
import { childrenInReach } from '../access.js';
import { colleagues, looks } from '../db/schema.js';
import { openChecks } from '../evidence/checks.js';
import { statesOf } from '../evidence/states.js';
import { route } from '../http/route.js';
import { mentionsIn, remarksFor } from '../remarks/remarks.js';
import { listSessions, saidOfSessions } from '../sessions/sessions.js';

const DAY = 86_400_000;

export const todayRoutes = [
  route('today', { action: 'signed in' }, async ({ db, access, me, now }) => {
    const time = Date.parse(now());
    const { today } = access;
    // only what is said is read of the sessions of all: their plans are large
    const [sessions, said, team] = await Promise.all([
      listSessions(db, access, { from: daysAfter(today, -3), to: daysAfter(today, 7), of: me.id }).then((mine) =>
        mine.filter((s) => s.on >= today || s.log === null),
      ),
      saidOfSessions(db, access, { from: daysAfter(today, -14), to: daysAfter(today, 7) }),
      db.select().from(colleagues),
    ]);
    const entries = said.map((e) => ({ ...e, mentionsMe: e.kind === 'note' && mentionsIn(e.text, team).includes(me.id) }));
    const others = entries
      .filter((e) => e.byId !== me.id)
      .sort((a, b) => Number(b.mentionsMe) - Number(a.mentionsMe) || (a.at < b.at ? 1 : -1))
      .slice(0, 12);
    const whole = await listSessions(db, access, { ids: [...new Set(others.map((o) => o.sessionId))] });
    const left = others.flatMap(({ byId, id, ...rest }) => {
      const of = whole.find((s) => s.id === rest.sessionId);
      const entry = rest.kind === 'log' ? of?.log : of?.notes.find((n) => n.id === id);
      return entry ? [{ ...rest, entry, by: team.find((p) => p.id === byId)?.name ?? '' }] : [];
    });
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
