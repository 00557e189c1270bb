/** Passwords: scrypt (RFC 7914), memory-hard, with the parameters kept beside the hash so they can be raised. */
import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

/** log2 of N: N = 2^16 with r = 8 and p = 1 is 64 MiB a guess. Tests take less, see config.ts. */
export const PASSWORD_COST = 16;
const BLOCKS = { r: 8, p: 1 };

function derive(password: string, salt: Buffer, cost: { N: number; r: number; p: number }): Promise<Buffer> {
  return new Promise((resolve, reject) =>
    scrypt(password.normalize('NFKC'), salt, 32, { ...cost, maxmem: 256 * cost.N * cost.r }, (error, key) =>
      error ? reject(error) : resolve(key),
    ),
  );
}

/** `scrypt$N$r$p$salt$hash`, base64. `cost` is log2 of N. */
export async function hashPassword(password: string, cost = PASSWORD_COST): Promise<string> {
  const salt = randomBytes(16);
  const { N, r, p } = { N: 2 ** cost, ...BLOCKS };
  const key = await derive(password, salt, { N, r, p });
  return ['scrypt', N, r, p, salt.toString('base64'), key.toString('base64')].join('$');
}

export async function verifyPassword(password: string, stored: string): Promise<boolean> {
  const [kind, N, r, p, salt, hash] = stored.split('$');
  if (kind !== 'scrypt' || !salt || !hash) return false;
  const expected = Buffer.from(hash, 'base64');
  const key = await derive(password, Buffer.from(salt, 'base64'), { N: Number(N), r: Number(r), p: Number(p) });
  return key.length === expected.length && timingSafeEqual(key, expected);
}
