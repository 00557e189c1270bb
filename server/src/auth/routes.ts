import { eq } from 'drizzle-orm';
import { hashPassword, isLongEnough, verifyPassword } from './password.js';
import { endSignIn, meOf, startSignIn } from './sign-in.js';
import { colleagues, schools, signIns } from '../db/schema.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';
import { uuidv7 } from '../ids.js';

/** Compared against when no such colleague exists, so that the answer takes as long either way. */
const nobody = hashPassword('nobody has this password');

export const authRoutes = [
  route('authState', { action: 'public' }, async ({ db, signedIn }) => {
    const [school] = await db.select().from(schools);
    const people = school?.demo
      ? (await db.select().from(colleagues).where(eq(colleagues.active, true)).orderBy(colleagues.name)).map(({ id, name, role }) => ({
          id,
          name,
          role,
        }))
      : [];
    return { installed: school !== undefined, demo: school?.demo ?? false, people, me: signedIn ? await meOf(db, signedIn) : null };
  }),

  route('setUp', { action: 'public' }, async ({ db, body, config, res, now }) => {
    if (!isLongEnough(body.password))
      throw new Refusal('weak-password', { errors: [{ path: 'password', message: 'At least 10 characters.' }] });
    const passwordHash = await hashPassword(body.password, config.passwordCost);
    const id = uuidv7();
    await db.transaction(async (tx) => {
      const [school] = await tx.select().from(schools);
      if (school) throw new Refusal('already-set-up');
      await tx.insert(schools).values({ id: uuidv7(), name: body.school });
      await tx.insert(colleagues).values({ id, name: body.name, email: body.email, role: 'lead', passwordHash });
    });
    return meOf(db, await startSignIn(db, config, res, id, now()));
  }),

  route('signIn', { action: 'public' }, async ({ db, body, config, res, now }) => {
    const [found] = await db.select().from(colleagues).where(eq(colleagues.email, body.email));
    const right = await verifyPassword(body.password, found?.passwordHash ?? (await nobody));
    if (!found || !found.active || !right) throw new Refusal('wrong-sign-in');
    return meOf(db, await startSignIn(db, config, res, found.id, now()));
  }),

  route('demoSignIn', { action: 'public' }, async ({ db, body, config, res, now }) => {
    const [school] = await db.select().from(schools);
    if (!config.demo || !school?.demo) throw new Refusal('not-found');
    const [found] = await db.select().from(colleagues).where(eq(colleagues.id, body.id));
    if (!found) throw new Refusal('not-found');
    return meOf(db, await startSignIn(db, config, res, found.id, now()));
  }),

  route('signOut', { action: 'signed in' }, async ({ db, res, signedIn }) => {
    await endSignIn(db, res, signedIn!.tokenHash);
    return { ok: true as const };
  }),

  route('changePassword', { action: 'signed in' }, async ({ db, body, me, config, res, now }) => {
    if (!(await verifyPassword(body.current, me.passwordHash)))
      throw new Refusal('wrong-sign-in', { detail: 'The present password is not right.' });
    if (!isLongEnough(body.next)) throw new Refusal('weak-password');
    const passwordHash = await hashPassword(body.next, config.passwordCost);
    await db.update(colleagues).set({ passwordHash }).where(eq(colleagues.id, me.id));
    await db.delete(signIns).where(eq(signIns.colleagueId, me.id));
    await startSignIn(db, config, res, me.id, now());
    return { ok: true as const };
  }),
];
