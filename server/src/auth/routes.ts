import { isTimeZone } from '@sapling/core';
import { and, desc, eq, gt, ne } from 'drizzle-orm';
import type { Tries } from '../http/tries.js';
import { knownDevice, markDevice } from './known-device.js';
import { makePasswordLink, usePasswordLink } from './password-link.js';
import { hashPassword, verifyPassword } from './password.js';
import { requireStrong } from './password-strength.js';
import { isTheirPassword, requirePassword } from './password-again.js';
import { requireCode } from './second-factor.js';
import { endSignIn, meOf, startSignIn } from './sign-in.js';
import type { Db } from '../db/open.js';
import { colleagues, schools, signIns } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { SMALL_BODY, route } from '../http/route.js';
import { uuidv7 } from '../ids.js';

/** Compared against when no such colleague exists, so that the answer takes as long either way. */
const nobody = hashPassword('nobody has this password');

const schoolName = async (db: Db): Promise<string> => (await db.select({ name: schools.name }).from(schools))[0]?.name ?? '';

export const authRoutes = [
  route('authState', { action: 'public' }, async ({ db, signedIn, mail }) => {
    const [school] = await db.select().from(schools);
    const people = school?.demo
      ? (await db.select().from(colleagues).where(eq(colleagues.active, true)).orderBy(colleagues.name)).map(({ id, name, role }) => ({
          id,
          name,
          role,
        }))
      : [];
    return {
      installed: school !== undefined,
      demo: school?.demo ?? false,
      mail: mail !== undefined,
      people,
      me: signedIn ? await meOf(db, signedIn) : null,
    };
  }),

  route('setUp', { action: 'public' }, { mostOctets: SMALL_BODY }, async ({ db, body, config, res, req, now, tries }) => {
    // looked at before a password is hashed: that is work, and a stranger's to ask for
    const [already] = await db.select({ id: schools.id }).from(schools);
    if (already) throw new ProblemError('already-set-up');
    await tries.setUp.take(req.ip ?? '');
    await requireStrong(body.password, [body.school, body.name, body.email], 'password');
    const passwordHash = await hashPassword(body.password, config.passwordCost);
    const id = uuidv7();
    await db.transaction(async (tx) => {
      const [school] = await tx.select().from(schools);
      if (school) throw new ProblemError('already-set-up');
      await tx
        .insert(schools)
        .values({ id: uuidv7(), name: body.school, ...(body.timeZone && isTimeZone(body.timeZone) ? { timeZone: body.timeZone } : {}) });
      await tx.insert(colleagues).values({ id, name: body.name, email: body.email, role: 'lead', passwordHash });
    });
    return meOf(db, await startSignIn(db, config, res, id, now()));
  }),

  route('signIn', { action: 'public' }, { mostOctets: SMALL_BODY }, async ({ db, body, config, req, res, now, tries }) => {
    const device = await knownDevice(db, req, body.email);
    const counted: [Tries, string][] = device
      ? [[tries.device, device]]
      : [
          [tries.strangers, req.ip ?? ''],
          [tries.account, body.email],
        ];
    for (const [budget, key] of counted) await budget.take(key);
    const [found] = await db.select().from(colleagues).where(eq(colleagues.email, body.email));
    const right = await verifyPassword(body.password, found?.passwordHash ?? (await nobody));
    if (!found || !found.active || !right) throw new ProblemError('wrong-sign-in');
    for (const [budget, key] of counted) await budget.giveBack(key);
    await requireCode({ db, tries, now }, found, body.code);
    if (device) await tries.device.clear(device);
    const started = await startSignIn(db, config, res, found.id, now());
    await markDevice(db, config, res, found.email);
    return meOf(db, started);
  }),

  route('demoSignIn', { action: 'public' }, { mostOctets: SMALL_BODY }, async ({ db, body, config, res, now }) => {
    const [school] = await db.select().from(schools);
    if (!config.demo || !school?.demo) throw new ProblemError('not-found');
    const [found] = await db.select().from(colleagues).where(eq(colleagues.id, body.id));
    if (!found) throw new ProblemError('not-found');
    return meOf(db, await startSignIn(db, config, res, found.id, now()));
  }),

  route('signOut', { action: 'signed in' }, async ({ db, res, signedIn, live }) => {
    await endSignIn(db, res, signedIn!.tokenHash);
    live.dropSignIn(signedIn!.tokenHash);
    return { ok: true as const };
  }),

  route('ownSignIns', { action: 'signed in' }, async ({ db, me, signedIn, now }) => {
    const rows = await db
      .select()
      .from(signIns)
      .where(and(eq(signIns.colleagueId, me.id), gt(signIns.expiresAt, now())))
      .orderBy(desc(signIns.createdAt));
    const all = rows.map((r) => ({ here: r.tokenHash === signedIn!.tokenHash, since: r.createdAt, until: r.expiresAt }));
    return [...all.filter((r) => r.here), ...all.filter((r) => !r.here)];
  }),

  route('endOtherSignIns', { action: 'signed in' }, async (call) => {
    const { db, me, body, signedIn, live } = call;
    await requirePassword(call, body.password);
    const gone = await db
      .delete(signIns)
      .where(and(eq(signIns.colleagueId, me.id), ne(signIns.tokenHash, signedIn!.tokenHash)))
      .returning({ tokenHash: signIns.tokenHash });
    for (const { tokenHash } of gone) live.dropSignIn(tokenHash);
    return { ended: gone.length };
  }),

  route('changePassword', { action: 'signed in' }, async ({ db, body, me, config, res, now, tries, live }) => {
    if (!(await isTheirPassword({ db, me, tries }, body.current)))
      throw new ProblemError('wrong-sign-in', { detail: 'The present password is not right.' });
    await requireStrong(body.next, [await schoolName(db), me.name, me.email], 'next');
    const passwordHash = await hashPassword(body.next, config.passwordCost);
    await db.update(colleagues).set({ passwordHash }).where(eq(colleagues.id, me.id));
    await db.delete(signIns).where(eq(signIns.colleagueId, me.id));
    live.drop(me.id);
    await startSignIn(db, config, res, me.id, now());
    return { ok: true as const };
  }),

  route('forgotPassword', { action: 'public' }, { mostOctets: SMALL_BODY }, async ({ db, body, req, now, tries, mail }) => {
    if (!mail) throw new ProblemError('not-found', { detail: 'No mail is sent from here. Ask a lead for a link.' });
    // each letter counts, whoever asked for it
    await tries.letters.take(req.ip ?? '');
    const few = await tries.letterTo.take(body.email).then(
      () => true,
      () => false,
    );
    const [found] = few ? await db.select().from(colleagues).where(eq(colleagues.email, body.email)) : [];
    if (found?.active) {
      const [school] = await db.select({ name: schools.name }).from(schools);
      const { secret } = await makePasswordLink(db, found.id, null, now());
      mail.beside(mail.forgotten(found.email, found.name, school!.name, secret));
    }
    return { ok: true as const };
  }),

  route('setPassword', { action: 'public' }, { mostOctets: SMALL_BODY }, async ({ db, body, config, req, now, tries, live }) => {
    const who = req.ip ?? '';
    await requireStrong(body.password, [await schoolName(db)], 'password');
    await tries.covers.take(who);
    const { id, email } = await usePasswordLink(db, body.secret, await hashPassword(body.password, config.passwordCost), now());
    await tries.covers.giveBack(who);
    live.drop(id);
    await live.tell({ topic: 'team', id }, { everyone: true });
    return { email };
  }),
];
