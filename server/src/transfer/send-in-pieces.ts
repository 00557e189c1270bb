/** Large files written to a response as they are made: as fast as whoever takes them, and broken off when they go. */
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
  // one listener for the whole file: what packs the answer keeps those it was given, whoever takes them off the answer
  let wake = (): void => undefined;
  res.on('drain', () => wake());
  res.on('close', () => wake());
  try {
    for await (const piece of pieces) {
      if (res.destroyed) throw new Gone();
      if (!res.write(piece))
        await new Promise<void>((more) => {
          wake = more;
          if (res.destroyed) more();
        });
      await breath();
    }
    res.end();
  } catch (error) {
    res.destroy();
    if (!(error instanceof Gone)) throw error;
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
