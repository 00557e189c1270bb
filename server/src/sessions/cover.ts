/** Cover links: one session opened without a sign-in, with initials only, until a set time. */
import { withContent } from '@sapling/core/planning';
import { and, desc, eq, gt, inArray, isNull } from 'drizzle-orm';
import { type CoverLink, fullName, initials, type Session } from '@sapling/contract';
import { hashOfSecret, newSecret } from '../auth/secret.js';
import type { Db } from '../db/open.js';
import { children, colleagues, coverLinks, groups, sessions } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { whenInWords } from '../timetable/place-sessions.js';
import { forThese } from './for-these.js';
import { readSettings } from '../settings/settings.js';

const HOUR = 3_600_000;

async function linksOf(db: Db, session: string, now: string): Promise<CoverLink[]> {
  const rows = await db
    .select({ row: coverLinks, by: colleagues.name })
    .from(coverLinks)
    .innerJoin(colleagues, eq(colleagues.id, coverLinks.by))
    .where(and(eq(coverLinks.session, session), isNull(coverLinks.withdrawnAt), gt(coverLinks.endsAt, now)))
    .orderBy(desc(coverLinks.at));
  return rows.map(({ row, by }) => ({ id: row.id, by, endsAt: row.endsAt, openedAt: row.openedAt }));
}

/** Numbers stand in place of the children's ids, and initials in place of given names in what a colleague typed. */
function withoutNames(plan: Session['plan'], there: readonly CoverMember[]): Session['plan'] {
  const numberOf = new Map(there.map((c) => [c.id, c.number]));
  // what was drawn by the tool holds no child's name: "Will it rain?" stays as it is
  const typed = (text: string): string =>
    there.reduce(
      (now, { given, initials }) =>
        now.replace(new RegExp(`(?<!\\p{L})${given.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?!\\p{L})`, 'giu'), initials),
      text,
    );
  const numbers = (ids: readonly string[]): string[] => ids.flatMap((id) => numberOf.get(id) ?? []);
  // what it says of its group names children by number too; a child of whom this page knows nothing is not spoken of
  const remarks = (plan.remarks ?? []).flatMap((remark): NonNullable<Session['plan']['remarks']> => {
    if ('child' in remark) return numberOf.has(remark.child) ? [{ ...remark, child: numberOf.get(remark.child)! }] : [];
    if (remark.kind === 'not looked at') return [{ ...remark, children: numbers(remark.children) }];
    if ('first' in remark && remark.first) return [{ ...remark, first: { ...remark.first, children: numbers(remark.first.children) } }];
    return [remark];
  });
  const { madeFor: _madeFor, joined, ...own } = plan;
  return {
    ...own,
    ...(joined && numbers(joined).length > 0 && { joined: numbers(joined) }),
    ...(plan.remarks ? { remarks } : {}),
    parts: plan.parts.map((part) =>
      withContent(
        { ...part, title: typed(part.title), how: typed(part.how) },
        {
          ...(part.lines ? { lines: part.lines.map((l) => (l.pinned ? { ...l, text: typed(l.text) } : l)) } : {}),
          words: part.words.map(({ for: child, ...word }) => ({
            ...word,
            ...(child && numberOf.has(child) ? { for: numberOf.get(child)! } : {}),
          })),
          ...(part.whose
            ? {
                whose: Object.fromEntries(
                  Object.entries(part.whose).map(([gpc, ids]) => [gpc, ids.flatMap((id) => numberOf.get(id) ?? [])]),
                ),
              }
            : {}),
        },
      ),
    ),
  };
}
interface CoverMember {
  readonly id: string;
  readonly number: string;
  readonly given: string;
  readonly initials: string;
}

export const coverRoutes = [
  route(
    'coverLinks',
    ({ params }) => ({ action: 'change session', sessionId: params.id }),
    async ({ db, params, now }) => linksOf(db, params.id, now()),
  ),

  route(
    'addCoverLink',
    ({ params }) => ({ action: 'change session', sessionId: params.id }),
    async ({ db, params, body, me, now, live }) => {
      const secret = newSecret();
      const id = uuidv7();
      const endsAt = new Date(Date.parse(now()) + body.hours * HOUR).toISOString();
      await db.insert(coverLinks).values({ id, secretHash: hashOfSecret(secret), session: params.id, by: me.id, at: now(), endsAt });
      await live.tell({ topic: 'sessions', id: params.id, by: me.id }, { sessions: [params.id] });
      return { id, by: me.name, endsAt, openedAt: null, secret };
    },
  ),

  route(
    'removeCoverLink',
    ({ params }) => ({ action: 'change session', sessionId: params.id }),
    async ({ db, params, me, now, live }) => {
      const gone = await db
        .update(coverLinks)
        .set({ withdrawnAt: now() })
        .where(and(eq(coverLinks.id, params.link), eq(coverLinks.session, params.id), isNull(coverLinks.withdrawnAt)))
        .returning({ id: coverLinks.id });
      if (gone.length === 0) throw new ProblemError('not-found');
      await live.tell({ topic: 'sessions', id: params.id, by: me.id }, { sessions: [params.id] });
      return { ok: true as const };
    },
  ),

  route('cover', { action: 'public' }, async ({ db, params, now, req, res, tries }) => {
    const who = req.ip ?? '';
    await tries.covers.take(who);
    const [link] = await db
      .select()
      .from(coverLinks)
      .where(and(eq(coverLinks.secretHash, hashOfSecret(params.secret)), isNull(coverLinks.withdrawnAt), gt(coverLinks.endsAt, now())));
    if (!link)
      throw new ProblemError('not-found', { detail: 'This link has ended or was withdrawn. Ask whoever gave it to you for another.' });
    await tries.covers.giveBack(who);
    const [found] = await db
      .select({ row: sessions, groupName: groups.name, slot: groups.slot })
      .from(sessions)
      .innerJoin(groups, eq(groups.id, sessions.groupId))
      .where(and(eq(sessions.id, link.session), isNull(sessions.removedAt)));
    if (!found) throw new ProblemError('not-found', { detail: 'This session was taken out.' });
    if (!link.openedAt) await db.update(coverLinks).set({ openedAt: now() }).where(eq(coverLinks.id, link.id));
    const { row } = found;
    const [settings, kids, [adult]] = await Promise.all([
      readSettings(db),
      row.members.length > 0
        ? db
            .select()
            .from(children)
            .where(and(inArray(children.id, row.members), isNull(children.removedAt)))
        : [],
      row.adultId ? db.select({ name: colleagues.name }).from(colleagues).where(eq(colleagues.id, row.adultId)) : [],
    ]);
    const there = row.members
      .flatMap((id) => kids.find((k) => k.id === id) ?? [])
      .map((k, n): CoverMember => ({
        id: k.id,
        number: `${n + 1}`,
        given: k.givenName,
        initials: initials(fullName(k)),
      }));
    res.setHeader('cache-control', 'no-store');
    res.setHeader('referrer-policy', 'no-referrer');
    return {
      groupName: found.groupName,
      on: row.on,
      minutes: row.minutes,
      when: whenInWords(row, settings.slots.find((s) => s.id === found.slot)?.name),
      where: row.room,
      adult: adult?.name ?? '',
      safety: settings.coverNotes,
      endsAt: link.endsAt,
      members: there.map(({ number, initials }) => ({ id: number, initials })),
      plan: withoutNames(forThese(row.plan as Session['plan'], row.members), there),
    };
  }),
];
