/**
 * Answers as they were sent, packed, for whoever asks the same again before anything of it has changed: bounded, the longest unused
 * go first.
 */
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import type { Request, Response } from 'express';

const pack = promisify(gzip);
const unpack = promisify(gunzip);
/** Higher levels take much longer for little. */
const LEVEL = 2;

/** On zlib's own threads. */
export const packed = (text: string): Promise<Buffer> => pack(text, { level: LEVEL });

/** Sends a packed JSON text as it is, or unpacked to the few who cannot read it so. */
export async function sendPacked(req: Request, res: Response, bytes: Buffer): Promise<void> {
  res.vary('Accept-Encoding').type('json');
  if (req.acceptsEncodings('gzip')) res.setHeader('content-encoding', 'gzip').send(bytes);
  else res.send(await unpack(bytes));
}

export class KeptAnswers {
  readonly #kept = new Map<string, { readonly stamp: string; readonly bytes: Buffer }>();
  #size = 0;

  /** @param most bytes that are kept in all */
  constructor(private readonly most = 8_000_000) {}

  get(key: string, stamp: string): Buffer | undefined {
    const found = this.#kept.get(key);
    if (!found) return undefined;
    this.#kept.delete(key);
    if (found.stamp !== stamp) {
      this.#size -= found.bytes.length;
      return undefined;
    }
    this.#kept.set(key, found);
    return found.bytes;
  }

  readonly #making = new Map<string, Promise<Buffer>>();
  /**
   * What was kept, or what is being made at this moment for the same question, or else made now: many who ask the same at once
   * are one piece of work.
   * @param still whether nothing was written while it was made: only then it is kept
   */
  async of(key: string, stamp: string, make: () => Promise<Buffer>, still: () => boolean): Promise<Buffer> {
    const kept = this.get(key, stamp);
    if (kept) return kept;
    const one = `${stamp} ${key}`;
    const begun = this.#making.get(one);
    if (begun) return begun;
    const making = make().finally(() => this.#making.delete(one));
    this.#making.set(one, making);
    const bytes = await making;
    if (still()) this.keep(key, stamp, bytes);
    return bytes;
  }

  clear(): void {
    this.#kept.clear();
    this.#size = 0;
  }

  keep(key: string, stamp: string, bytes: Buffer): void {
    this.#size -= this.#kept.get(key)?.bytes.length ?? 0;
    this.#kept.delete(key);
    // one that would push out half of the others is not worth it
    if (bytes.length > this.most / 2) return;
    this.#kept.set(key, { stamp, bytes });
    this.#size += bytes.length;
    for (const [other, { bytes: gone }] of this.#kept) {
      if (this.#size <= this.most) break;
      this.#kept.delete(other);
      this.#size -= gone.length;
    }
  }
}
