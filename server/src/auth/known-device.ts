/**
 * A mark that a colleague has signed in on a device before, kept there as a cookie. It opens nothing by itself: whoever has it
 * is only not counted among strangers when a password is wrong.
 *
 * @see OWASP, Slow Down Online Guessing Attacks with Device Cookies
 */
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { parseCookie } from 'cookie';
import type { Request, Response } from 'express';
import type { Config } from '../config.js';
import type { Db } from '../db/open.js';
import { sharedSecret } from '../db/shared-secret.js';

const COOKIE = 'sapling-device';
const DAYS = 180;
const tagOf = async (db: Db, email: string, nonce: string): Promise<Buffer> =>
  createHmac('sha256', await sharedSecret(db, 'known devices'))
    .update(`${nonce} ${email}`)
    .digest();

/** Marks this device as known to an account. */
export async function markDevice(db: Db, config: Config, res: Response, email: string): Promise<void> {
  const nonce = randomBytes(16).toString('base64url');
  const value = `${nonce}.${(await tagOf(db, email, nonce)).toString('base64url')}`;
  res.cookie(COOKIE, value, { httpOnly: true, sameSite: 'strict', secure: config.secure, path: '/api/auth', maxAge: DAYS * 86_400_000 });
}

/** The key of the device, where it is known to this account; undefined for a stranger. */
export async function knownDevice(db: Db, req: Request, email: string): Promise<string | undefined> {
  const [nonce = '', tag = ''] = (parseCookie(req.headers.cookie ?? '')[COOKIE] ?? '').split('.');
  const given = Buffer.from(tag, 'base64url');
  const right = await tagOf(db, email, nonce);
  return given.length === right.length && timingSafeEqual(given, right) ? nonce : undefined;
}
