/** Large files written to a response as they are made: as fast as whoever takes them, and broken off when they go. */
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Response } from 'express';
import { ZipFile } from 'yazl';
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

/** Writes a ZIP of files, each made in pieces of text as it is its turn. It is packed by zlib, in threads of its own. */
export async function sendZip(
  res: Response,
  files: readonly (readonly [name: string, pieces: () => AsyncIterable<string>])[],
): Promise<void> {
  const zip = new ZipFile();
  let reading: Readable | undefined;
  let failed: Error | undefined;
  const output = zip.outputStream as Readable;
  for (const [name, pieces] of files)
    zip.addReadStreamLazy(name, { compressionLevel: LEVEL }, (give) => {
      reading = Readable.from(inBytes(pieces()), { objectMode: false });
      reading.once('error', (error) => {
        failed = error;
        output.destroy(error);
      });
      give(null, reading);
    });
  zip.end();
  try {
    await pipeline(output, res);
  } catch (error) {
    // nobody takes it any more, or a piece could not be made: nothing more is read
    reading?.destroy();
    res.destroy();
    if (failed) throw failed;
    if ((error as NodeJS.ErrnoException).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
  }
}
/** A tenth larger than the smallest, in half the time. */
const LEVEL = 4;

async function* inBytes(pieces: AsyncIterable<string>): AsyncGenerator<Buffer> {
  const breath = breathing();
  for await (const piece of pieces) {
    if (piece !== '') yield Buffer.from(piece);
    await breath();
  }
}
