/** How an endpoint is written down, and what several of them are made of. */
import { z } from 'zod';
import type { Endpoint } from '../endpoint.js';
import { id } from '../model.js';
import type { Address } from '../addresses.js';

export const none = z.object({});
export const byId = z.object({ id });
export const ok = z.object({ ok: z.literal(true) });

export const password = z.string().max(200);

/** RFC 5321, 4.5.3.1.3: no address is longer. */
export const email = z
  .string()
  .max(254, 'This is not an email address.')
  .trim()
  .toLowerCase()
  .pipe(z.email('This is not an email address.'));

/** Six digits of a device, or a spare code. */
export const secondCode = z.string().trim().min(6).max(20);

export const personName = z.string().trim().min(1, 'A name is needed.').max(80);

export function define<
  P extends z.ZodType = typeof none,
  Q extends z.ZodType = typeof none,
  B extends z.ZodType = typeof none,
  R extends z.ZodType = typeof ok,
>([method, path]: Address, parts: { params?: P; query?: Q; body?: B; response?: R } = {}): Endpoint<P, Q, B, R> {
  return {
    method,
    path,
    params: (parts.params ?? none) as P,
    query: (parts.query ?? none) as Q,
    body: (parts.body ?? none) as B,
    response: (parts.response ?? ok) as R,
  };
}

/** The version a removal was decided on. */
export const atVersion = z.object({ version: z.coerce.number().int().min(-1).max(2_147_483_647) });

/** A name for work that takes its time, under which the live stream says how far it is. */
export const work = id.optional();
