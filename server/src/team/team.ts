import { and, eq, inArray, isNull } from 'drizzle-orm';
import { uuidv7 } from '../ids.js';
import type { Colleague } from '@sapling/contract';
import { hashPassword } from '../auth/password.js';
import { requireStrong } from '../auth/password-strength.js';
import { INVITED_HOURS, makePasswordLink } from '../auth/password-link.js';
import { hasSecondFactor } from '../auth/second-factor.js';
import { oneAtATime } from '../db/one-at-a-time.js';
import type { Db } from '../db/open.js';
import { classColleagues, classes, colleagues, passwordLinks, schools, signIns } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';

/** Which classes there are whose colleague is whose. Those of a year that was closed keep theirs, for when it is opened again. */
function classLinks(db: Db, colleagueId?: string): Promise<{ classId: string; colleagueId: string }[]> {
  return db
    .select({ classId: classColleagues.classId, colleagueId: classColleagues.colleagueId })
    .from(classColleagues)
    .innerJoin(classes, eq(classes.id, classColleagues.classId))
    .where(and(isNull(classes.removedAt), colleagueId === undefined ? undefined : eq(classColleagues.colleagueId, colleagueId)));
}
export async function classIdsOf(db: Db, colleagueId: string): Promise<string[]> {
  return (await classLinks(db, colleagueId)).map((row) => row.classId);
}

/** A row as it travels: neither password nor secret with it. */
export const toColleague = (row: typeof colleagues.$inferSelect, classIds: string[]): Colleague => ({
  id: row.id,
  name: row.name,
  email: row.email,
  role: row.role,
  active: row.active,
  version: row.version,
  invited: row.passwordHash === '',
  secondFactor: hasSecondFactor(row),
  classIds,
});

async function listColleagues(db: Db): Promise<Colleague[]> {
  const [people, links] = await Promise.all([db.select().from(colleagues).orderBy(colleagues.name), classLinks(db)]);
  return people.map((person) =>
    toColleague(
      person,
      links.filter((l) => l.colleagueId === person.id).map((l) => l.classId),
    ),
  );
}

async function oneColleague(db: Db, id: string): Promise<Colleague> {
  const found = (await listColleagues(db)).find((c) => c.id === id);
  if (!found) throw new ProblemError('not-found');
  return found;
}

/** @throws Refusal `in-use` */
async function requireFreeEmail(db: Db, email: string): Promise<void> {
  const [taken] = await db.select({ id: colleagues.id }).from(colleagues).where(eq(colleagues.email, email));
  if (taken)
    throw new ProblemError('in-use', {
      detail: 'A colleague with this email is already here.',
      errors: [{ path: 'email', message: 'Already in use.' }],
    });
}

/** Adds a colleague with their classes. Returns the key. @throws Refusal `in-use` */
async function add(
  db: Db,
  { name, email, role, classIds }: Pick<Colleague, 'name' | 'email' | 'role' | 'classIds'>,
  passwordHash: string,
): Promise<string> {
  const id = uuidv7();
  await db.transaction(async (transaction) => {
    const tx = transaction as unknown as Db;
    await oneAtATime(tx, 'who is at the school');
    await requireFreeEmail(tx, email);
    await tx.insert(colleagues).values({ id, name, email, role, passwordHash });
    for (const classId of new Set(classIds)) await tx.insert(classColleagues).values({ classId, colleagueId: id });
  });
  return id;
}

/** Ends every sign-in and link of a colleague. */
export async function endSignIns(tx: Db, id: string): Promise<void> {
  await tx.delete(signIns).where(eq(signIns.colleagueId, id));
  await tx.delete(passwordLinks).where(eq(passwordLinks.colleagueId, id));
}

export const teamRoutes = [
  route('team', { action: 'signed in' }, { restsOn: 'all but marks' }, async ({ db, me }) => {
    const all = await listColleagues(db);
    // addresses are for the lead and oneself; the rest need a name to hand work to
    return me.role === 'lead' ? all : all.filter((c) => c.active).map((c) => (c.id === me.id ? c : { ...c, email: '' }));
  }),

  route('addColleague', { action: 'manage team' }, async ({ db, body, live, config }) => {
    const [school] = await db.select({ name: schools.name }).from(schools);
    await requireStrong(body.password, [school!.name, body.name, body.email], 'password');
    const id = await add(db, body, await hashPassword(body.password, config.passwordCost));
    await live.tell({ topic: 'team' }, { everyone: true });
    return oneColleague(db, id);
  }),

  route('inviteColleague', { action: 'manage team' }, async ({ db, body, live, me, now, mail }) => {
    // no password fits until one is set with the link
    const id = await add(db, body, '');
    const link = await makePasswordLink(db, id, me.id, now(), INVITED_HOURS);
    await live.tell({ topic: 'team' }, { everyone: true });
    if (mail) {
      const [school] = await db.select({ name: schools.name }).from(schools);
      mail.beside(mail.invite(body.email, body.name, school!.name, link.secret));
    }
    return { colleague: await oneColleague(db, id), ...link, mailed: mail !== undefined };
  }),

  route('setOwnKeys', { action: 'signed in' }, async ({ db, body, me }) => {
    await db.update(colleagues).set({ keys: body.keys }).where(eq(colleagues.id, me.id));
    return { ok: true as const };
  }),
  route('setOwnDates', { action: 'signed in' }, async ({ db, body, me }) => {
    await db.update(colleagues).set({ dates: body.dates }).where(eq(colleagues.id, me.id));
    return { ok: true as const };
  }),

  route('renameSelf', { action: 'signed in' }, async ({ db, body, me, live }) => {
    const changed = await db
      .update(colleagues)
      .set({ name: body.name, version: body.version + 1 })
      .where(and(eq(colleagues.id, me.id), eq(colleagues.version, body.version)))
      .returning({ id: colleagues.id });
    const current = await oneColleague(db, me.id);
    if (changed.length === 0) throw new ProblemError('newer-version', { current });
    await live.tell({ topic: 'team', id: me.id }, { everyone: true });
    return current;
  }),

  route('updateColleague', { action: 'manage team' }, async ({ db, params, body, me, live }) => {
    const current = await oneColleague(db, params.id);
    if (current.version !== body.version) throw new ProblemError('newer-version', { current });
    if (params.id === me.id && (body.active === false || (body.role && body.role !== 'lead')))
      throw new ProblemError('bad-input', { detail: 'You cannot take the lead’s part away from yourself. Another lead can.' });
    if (body.email !== undefined && body.email !== current.email) await requireFreeEmail(db, body.email);
    await db.transaction(async (transaction) => {
      const tx = transaction as unknown as Db;
      const changed = await tx
        .update(colleagues)
        .set({
          name: body.name ?? current.name,
          email: body.email ?? current.email,
          role: body.role ?? current.role,
          active: body.active ?? current.active,
          version: current.version + 1,
        })
        .where(and(eq(colleagues.id, params.id), eq(colleagues.version, body.version)))
        .returning({ id: colleagues.id });
      if (changed.length === 0) throw new ProblemError('newer-version', { current: await oneColleague(tx, params.id) });
      if (body.classIds) {
        const before = await classIdsOf(tx, params.id);
        if (before.length > 0)
          await tx.delete(classColleagues).where(and(eq(classColleagues.colleagueId, params.id), inArray(classColleagues.classId, before)));
        for (const classId of new Set(body.classIds))
          await tx.insert(classColleagues).values({ classId, colleagueId: params.id }).onConflictDoNothing();
      }
      if (body.active === false) await endSignIns(tx, params.id);
    });
    // in another part they are told of other things: their pages listen anew
    if (body.active === false || (body.role ?? current.role) !== current.role) live.drop(params.id);
    await live.tell({ topic: 'team', id: params.id }, { everyone: true });
    if (body.classIds) await live.tellOfPeople({ colleagues: [params.id] });
    return oneColleague(db, params.id);
  }),

  route('addPasswordLink', { action: 'manage team' }, async ({ db, params, me, now }) => {
    const { active, invited } = await oneColleague(db, params.id);
    if (!active) throw new ProblemError('in-use', { detail: 'This colleague cannot sign in. Let them in again first.' });
    return makePasswordLink(db, params.id, me.id, now(), ...(invited ? [INVITED_HOURS] : []));
  }),
];
