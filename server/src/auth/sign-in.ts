/** Sign-ins: an HttpOnly cookie with a random token (only its hash is stored), an expiry, a token against forged writes. */
import { createHash, createHmac, randomBytes } from 'node:crypto';
import { eq, lt } from 'drizzle-orm';
import type { Request, Response } from 'express';
import { parseCookie } from 'cookie';
import type { Config } from '../config.js';
import { heldUnlessShared } from '../db/held.js';
import type { Db } from '../db/open.js';
import { sharedSecret } from '../db/shared-secret.js';
import { colleagues, schools, signIns } from '../db/schema.js';
import type { Me } from '@sapling/contract';
import { classIdsOf, toColleague } from '../team/team.js';

export const COOKIE = 'sapling';
const HOURS = 12;

export interface SignedIn {
  readonly colleague: typeof colleagues.$inferSelect;
  readonly csrf: string;
  readonly tokenHash: string;
  /** When it ends by itself, ISO 8601 UTC. */
  readonly expiresAt: string;
}

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');
const later = (now: string, hours: number): string => new Date(Date.parse(now) + hours * 3_600_000).toISOString();

export async function startSignIn(db: Db, config: Config, res: Response, colleagueId: string, now: string): Promise<SignedIn> {
  const token = randomBytes(32).toString('base64url');
  const csrf = randomBytes(24).toString('base64url');
  await db.delete(signIns).where(lt(signIns.expiresAt, now));
  const expiresAt = later(now, HOURS);
  await db.insert(signIns).values({ tokenHash: hashOf(token), colleagueId, csrf, createdAt: now, expiresAt });
  res.cookie(COOKIE, token, { httpOnly: true, sameSite: 'strict', secure: config.secure, path: '/', maxAge: HOURS * 3_600_000 });
  const [colleague] = await db.select().from(colleagues).where(eq(colleagues.id, colleagueId));
  return { colleague: colleague!, csrf, tokenHash: hashOf(token), expiresAt };
}

export async function readSignIn(db: Db, req: Request, now: string): Promise<SignedIn | null> {
  const token = parseCookie(req.headers.cookie ?? '')[COOKIE];
  if (!token) return null;
  const tokenHash = hashOf(token);
  const look = async (): Promise<Omit<SignedIn, 'tokenHash'> | null> => {
    const [found] = await db
      .select({ colleague: colleagues, csrf: signIns.csrf, expiresAt: signIns.expiresAt })
      .from(signIns)
      .innerJoin(colleagues, eq(colleagues.id, signIns.colleagueId))
      .where(eq(signIns.tokenHash, tokenHash));
    return found ?? null;
  };
  const row = await heldUnlessShared(db, `sign-in ${tokenHash}`, look);
  if (!row || !row.colleague.active || Date.parse(row.expiresAt) < Date.parse(now)) return null;
  return { colleague: row.colleague, csrf: row.csrf, tokenHash, expiresAt: row.expiresAt };
}

export async function endSignIn(db: Db, res: Response, tokenHash: string): Promise<void> {
  await db.delete(signIns).where(eq(signIns.tokenHash, tokenHash));
  res.clearCookie(COOKIE, { path: '/' });
}

export async function meOf(db: Db, signedIn: SignedIn): Promise<Me> {
  const [school] = await db.select().from(schools);
  const { dates, keys } = signedIn.colleague;
  return {
    colleague: toColleague(signedIn.colleague, await classIdsOf(db, signedIn.colleague.id)),
    dates,
    keys,
    school: { id: school!.id, name: school!.name, timeZone: school!.timeZone, demo: school!.demo },
    csrf: signedIn.csrf,
    signedInUntil: signedIn.expiresAt,
    deviceKey: await deviceKeyOf(db, signedIn.colleague.id),
  };
}

/** What this colleague's devices seal their copies with: the same for as long as the installation lives. */
async function deviceKeyOf(db: Db, colleagueId: string): Promise<string> {
  return createHmac('sha256', await sharedSecret(db, 'copies on devices'))
    .update(colleagueId)
    .digest('base64url');
}
