/**
 * A second factor: a code of six digits that a device makes from a shared secret every half minute (RFC 6238, by the package
 * otpauth), besides the password. No code opens twice. Ten spare codes, kept as hashes, are for the day the device is lost.
 *
 * @see https://www.rfc-editor.org/rfc/rfc6238
 */
import { createHash, randomInt } from 'node:crypto';
import { and, eq, sql } from 'drizzle-orm';
import { Secret, TOTP } from 'otpauth';
import type { Db } from '../db/open.js';
import { colleagues, type SecondFactor } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route, type Call } from '../http/route.js';
import { isDemo, requirePassword } from './password-again.js';

const PERIOD = 30;
/** A device’s clock may be off by so many steps, either way. */
const STEPS_OFF = 1;
const SPARE_CODES = 10;
const LETTERS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';

type Colleague = typeof colleagues.$inferSelect;
const hashOf = (code: string): string => createHash('sha256').update(code).digest('hex');
const totp = (secret: string, label = ''): TOTP =>
  new TOTP({ issuer: 'Keen Sapling', label, secret: Secret.fromBase32(secret), digits: 6, period: PERIOD, algorithm: 'SHA1' });
/** As people type them: spaces, dashes and small letters are no fault. */
const plain = (code: string): string => code.replace(/[\s-]/g, '').toUpperCase();

/** Whether this colleague has confirmed one. */
export const hasSecondFactor = ({ secondFactor }: Pick<Colleague, 'secondFactor'>): boolean => (secondFactor?.since ?? null) !== null;

/** The step a code is of; undefined where it is none of now, or one that opened before. */
function stepOf({ secret, lastStep }: SecondFactor, code: string, now: string): number | undefined {
  const off = totp(secret).validate({ token: code, window: STEPS_OFF, timestamp: Date.parse(now) });
  if (off === null) return undefined;
  const step = Math.floor(Date.parse(now) / 1000 / PERIOD) + off;
  return step > lastStep ? step : undefined;
}

/** Uses up a code of the device, or a spare one. Of two at the same moment one is refused. @returns whether it was right */
async function takeCode(db: Db, { id, secondFactor }: Colleague, given: string, now: string): Promise<boolean> {
  if (!secondFactor) return false;
  const code = plain(given);
  const step = /^\d{6}$/.test(code) ? stepOf(secondFactor, code, now) : undefined;
  const hash = hashOf(code);
  const left =
    step !== undefined
      ? { ...secondFactor, lastStep: step }
      : secondFactor.since !== null && secondFactor.spare.includes(hash)
        ? { ...secondFactor, spare: secondFactor.spare.filter((s) => s !== hash) }
        : undefined;
  if (!left) return false;
  const used = await db
    .update(colleagues)
    .set({ secondFactor: left })
    .where(and(eq(colleagues.id, id), sql`${colleagues.secondFactor} = ${JSON.stringify(secondFactor)}::jsonb`))
    .returning({ id: colleagues.id });
  return used.length > 0;
}

/**
 * Asks for the code besides a password that was right.
 * @throws Refusal `code-needed` where none was given, `wrong-code`, `too-many-tries`
 */
export async function requireCode(
  { db, tries, now }: Pick<Call<'signIn'>, 'db' | 'tries' | 'now'>,
  who: Colleague,
  code: string | undefined,
): Promise<void> {
  if (!hasSecondFactor(who)) return;
  if (code === undefined) throw new ProblemError('code-needed');
  await tries.codes.take(who.id);
  if (!(await takeCode(db, who, code, now())))
    throw new ProblemError('wrong-code', { errors: [{ path: 'code', message: 'This code is not right.' }] });
  await tries.codes.giveBack(who.id);
}

/** The password once more; in the demo there is none, and nothing to guard. */
async function requireOwnPassword(call: Pick<Call<'beginSecondFactor'>, 'db' | 'me' | 'tries'>, password: string): Promise<void> {
  if (await isDemo(call)) throw new ProblemError('not-allowed', { detail: 'In the demo, people are signed in by one press.' });
  await requirePassword(call, password);
}

export const secondFactorRoutes = [
  /** A new secret; nothing is asked of anybody until a first code has shown that the device has it. */
  route('beginSecondFactor', { action: 'signed in' }, async (call) => {
    const { db, me, body } = call;
    await requireOwnPassword(call, body.password);
    if (hasSecondFactor(me)) throw new ProblemError('in-use', { detail: 'You have a second factor already. End that one first.' });
    const secret = new Secret({ size: 20 }).base32;
    await db
      .update(colleagues)
      .set({ secondFactor: { secret, since: null, spare: [], lastStep: 0 } })
      .where(eq(colleagues.id, me.id));
    return { secret, uri: totp(secret, me.email).toString() };
  }),

  route('confirmSecondFactor', { action: 'signed in' }, async ({ db, me, body, now, tries, live }) => {
    const { secondFactor } = me;
    if (!secondFactor || secondFactor.since !== null)
      throw new ProblemError('not-found', { detail: 'Begin again: there is nothing to confirm.' });
    await tries.codes.take(me.id);
    const step = stepOf(secondFactor, plain(body.code), now());
    if (step === undefined)
      throw new ProblemError('wrong-code', {
        detail: 'This code is not right. Look whether the clock of the device is, and give the code that is on now.',
        errors: [{ path: 'code', message: 'This code is not right.' }],
      });
    await tries.codes.giveBack(me.id);
    const codes = Array.from({ length: SPARE_CODES }, () => Array.from({ length: 10 }, () => LETTERS[randomInt(LETTERS.length)]).join(''));
    await db
      .update(colleagues)
      .set({ secondFactor: { ...secondFactor, since: now(), lastStep: step, spare: codes.map(hashOf) } })
      .where(eq(colleagues.id, me.id));
    await live.tell({ topic: 'team', id: me.id }, { everyone: true });
    return { spare: codes.map((c) => `${c.slice(0, 5)}-${c.slice(5)}`) };
  }),

  route('endSecondFactor', { action: 'signed in' }, async (call) => {
    const { db, me, body, live } = call;
    await requireOwnPassword(call, body.password);
    await db.update(colleagues).set({ secondFactor: null }).where(eq(colleagues.id, me.id));
    await live.tell({ topic: 'team', id: me.id }, { everyone: true });
    return { ok: true as const };
  }),

  /** For a colleague who lost the device and the spare codes: their sign-ins end, and the password alone opens until they set up another. */
  route('clearSecondFactor', { action: 'manage team' }, async (call) => {
    const { db, params, body, live } = call;
    await requireOwnPassword(call, body.password);
    const gone = await db
      .update(colleagues)
      .set({ secondFactor: null })
      .where(eq(colleagues.id, params.id))
      .returning({ id: colleagues.id });
    if (gone.length === 0) throw new ProblemError('not-found');
    await live.tell({ topic: 'team', id: params.id }, { everyone: true });
    return { ok: true as const };
  }),
];
