/** Reading the body of a request: after its route, method and sign-in are known, and never more than that route takes. */
import express, { type Request, type Response } from 'express';
import type { About } from './route.js';

/** Octets, after anything packed is unpacked, where a route says nothing else. */
const USUAL = 256_000;
type Reader = ReturnType<typeof express.json>;
const readers = new Map<number, Reader>();
/** What is large is taken as it is: a small packed body that unpacks to a very large one is an attack. */
const UNPACKED_FROM = 4_000_001;

function readerOf(limit: number): Reader {
  let reader = readers.get(limit);
  if (!reader) readers.set(limit, (reader = express.json({ limit, inflate: limit < UNPACKED_FROM })));
  return reader;
}

/** Reads the body into `req.body`. @throws what body-parser says: `entity.too.large`, `entity.parse.failed` and the like */
export function readBody({ mostOctets = USUAL }: About, req: Request, res: Response): Promise<void> {
  return new Promise((done, fail) => readerOf(mostOctets)(req, res, (error?: unknown) => (error ? fail(error as Error) : done())));
}

/** Where a value holds a text that no database keeps (a NUL, half of a surrogate pair); undefined where none does. */
export function unstorable(value: unknown, path = ''): string | undefined {
  if (typeof value === 'string')
    return value.includes('\0') || !(value as string & { isWellFormed(): boolean }).isWellFormed() ? path || 'text' : undefined;
  if (value === null || typeof value !== 'object') return undefined;
  for (const [key, inner] of Object.entries(value)) {
    const at = unstorable(key) === undefined ? unstorable(inner, path ? `${path}.${key}` : key) : path || 'text';
    if (at !== undefined) return at;
  }
  return undefined;
}
