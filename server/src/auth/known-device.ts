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

const COOKIE = 'sapling-device';
const DAYS = 180;
/** Lasts as long as the process: after a start everybody is a stranger until the next sign-in, which costs nothing. */
const key = randomBytes(32);

const tagOf = (email: string, nonce: string): Buffer => createHmac('sha256', key).update(`${nonce} ${email}`).digest();

/** Marks this device as known to an account. */
export function markDevice(config: Config, res: Response, email: string): void {
  const nonce = randomBytes(16).toString('base64url');
  const value = `${nonce}.${tagOf(email, nonce).toString('base64url')}`;
  res.cookie(COOKIE, value, { httpOnly: true, sameSite: 'strict', secure: config.secure, path: '/api/auth', maxAge: DAYS * 86_400_000 });
}

/** The key of the device, where it is known to this account; undefined for a stranger. */
export function knownDevice(req: Request, email: string): string | undefined {
  const [nonce = '', tag = ''] = (parseCookie(req.headers.cookie ?? '')[COOKIE] ?? '').split('.');
  const given = Buffer.from(tag, 'base64url');
  const right = tagOf(email, nonce);
  return given.length === right.length && timingSafeEqual(given, right) ? nonce : undefined;
}
