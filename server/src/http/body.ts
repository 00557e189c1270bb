/** Reading the body of a request: after its route, method and sign-in are known, and never more than that route takes. */
import type { EndpointName } from '@sapling/contract';
import express, { type Request, type Response } from 'express';

/** Octets, after anything packed is unpacked. What is not named takes the usual. */
const USUAL = 256_000;
const SMALL = 16_000;
const LIMITS: Partial<Record<EndpointName, number>> = {
  setUp: SMALL,
  signIn: SMALL,
  demoSignIn: SMALL,
  setPassword: SMALL,
  forgotPassword: SMALL,
  fitJudgement: SMALL,
  chooseFit: SMALL,
  openTryIt: SMALL,
  sendOutbox: 4_000_000,
  previewImport: 4_000_000,
  runImport: 4_000_000,
  saveRecording: 2_500_000,
  saveText: 1_000_000,
  saveOrder: 1_000_000,
  addSession: 1_000_000,
  updateSession: 1_000_000,
  redrawSession: 1_000_000,
  arrangeGroups: 1_000_000,
  saveTimetable: 1_000_000,
  saveSettings: 1_000_000,
  readChildFile: 60_000_000,
  readInstallation: 250_000_000,
};
type Reader = ReturnType<typeof express.json>;
const readers = new Map<number, Reader>();
/** What is large is taken as it is: a small packed body that unpacks to a very large one is an attack. */
const UNPACKED_FROM = 4_000_001;

function readerOf(name: EndpointName): Reader {
  const limit = LIMITS[name] ?? USUAL;
  let reader = readers.get(limit);
  if (!reader) readers.set(limit, (reader = express.json({ limit, inflate: limit < UNPACKED_FROM })));
  return reader;
}

/** Reads the body into `req.body`. @throws what body-parser says: `entity.too.large`, `entity.parse.failed` and the like */
export function readBody(name: EndpointName, req: Request, res: Response): Promise<void> {
  return new Promise((done, fail) => readerOf(name)(req, res, (error?: unknown) => (error ? fail(error as Error) : done())));
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
