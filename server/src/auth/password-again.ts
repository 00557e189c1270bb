/** The password once more, from somebody who is signed in: before what guards an account or takes away for good. */
import { schools } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import type { Call } from '../http/route.js';
import { verifyPassword } from './password.js';

type Asked = Pick<Call<'beginSecondFactor'>, 'db' | 'me' | 'tries'>;

/** Whether this is a school in which nobody has a password: people are signed in by one press there. */
export async function isDemo({ db }: Pick<Asked, 'db'>): Promise<boolean> {
  const [school] = await db.select({ demo: schools.demo }).from(schools);
  return school?.demo ?? false;
}

/** Whether it is theirs; so many wrong ones and no more are looked at. @throws Refusal `too-many-tries` */
export async function isTheirPassword({ me, tries }: Asked, password: string): Promise<boolean> {
  await tries.again.take(me.id);
  const right = await verifyPassword(password, me.passwordHash);
  if (right) await tries.again.giveBack(me.id);
  return right;
}

/** @throws Refusal `wrong-password`, `too-many-tries` */
export async function requirePassword(asked: Asked, password: string): Promise<void> {
  if (await isTheirPassword(asked, password)) return;
  throw new ProblemError('wrong-password', { errors: [{ path: 'password', message: 'This is not your password.' }] });
}
