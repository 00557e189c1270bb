/** Large files written to a response as they are made: as fast as whoever takes them, and broken off when they go. */
import { once } from 'node:events';
import type { Response } from 'express';
import { strToU8, Zip, ZipDeflate } from 'fflate';
import { breathing } from '../http/breathing.js';

/** Thrown inside of what is being written when nobody takes it any more. */
class Gone extends Error {
  override readonly name = 'Gone';
}

/** Writes pieces one after another. What fails or is broken off ends the connection: half a file must not look like a whole one. */
export async function sendPieces(res: Response, pieces: AsyncIterable<Uint8Array | string>): Promise<void> {
  const breath = breathing();
  try {
    for await (const piece of pieces) {
      if (res.destroyed) throw new Gone();
      if (!res.write(piece)) await taken(res);
      await breath();
    }
    res.end();
  } catch (error) {
    res.destroy();
    if (!(error instanceof Gone)) throw error;
  }
}

/** Waits until more can be written, or nobody takes it any more; leaves no listener behind. */
async function taken(res: Response): Promise<void> {
  const done = new AbortController();
  try {
    await Promise.race([once(res, 'drain', { signal: done.signal }), once(res, 'close', { signal: done.signal })]);
  } finally {
    done.abort();
  }
}

/** Writes a ZIP of files, each made in pieces of text. */
export async function sendZip(
  res: Response,
  files: readonly (readonly [name: string, pieces: () => AsyncIterable<string>])[],
): Promise<void> {
  await sendPieces(res, zipped(files));
}

async function* zipped(files: readonly (readonly [name: string, pieces: () => AsyncIterable<string>])[]): AsyncGenerator<Uint8Array> {
  const made: Uint8Array[] = [];
  let failed: Error | undefined;
  const zip = new Zip((error, data) => {
    if (error) failed = error;
    else made.push(data);
  });
  function* ready(): Generator<Uint8Array> {
    if (failed) throw failed;
    yield* made.splice(0);
  }
  for (const [name, pieces] of files) {
    const file = new ZipDeflate(name, { level: 6 });
    zip.add(file);
    for await (const piece of pieces()) {
      file.push(strToU8(piece));
      yield* ready();
    }
    file.push(new Uint8Array(), true);
    yield* ready();
  }
  zip.end();
  yield* ready();
}
