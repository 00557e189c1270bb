/**
 * Where the sound of recordings lies, one piece for each part as the browser sent it: in the data folder beside the embedded
 * database; with a PostgreSQL server that several processes share in a table there, or in any store that speaks S3.
 */
import { mkdir, open, readdir, readFile, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { and, eq } from 'drizzle-orm';
import type { Config } from '../config.js';
import type { Db } from '../db/open.js';
import { recordingParts } from '../db/schema.js';

export interface RecordingStore {
  /** Keeps a part, whole or not at all; it is on disk when this returns. */
  put(reading: string, part: number, sound: Uint8Array): Promise<void>;
  /** A part; undefined where it is not there. */
  get(reading: string, part: number): Promise<Buffer | undefined>;
  /** Deletes all parts of a reading. */
  forget(reading: string): Promise<void>;
  /** Readings of which there is sound. */
  readings(): Promise<string[]>;
}

const partName = (part: number): string => `${String(part).padStart(5, '0')}.part`;

export class FolderRecordings implements RecordingStore {
  readonly #folder: string;
  constructor(data: string) {
    this.#folder = join(data, 'recordings');
  }
  async put(reading: string, part: number, sound: Uint8Array): Promise<void> {
    const folder = join(this.#folder, reading);
    await mkdir(folder, { recursive: true });
    const file = join(folder, partName(part));
    // written aside first: a part is there whole or not at all
    const aside = await open(`${file}.new`, 'w');
    try {
      await aside.writeFile(sound);
      await aside.sync();
    } finally {
      await aside.close();
    }
    await rename(`${file}.new`, file);
  }
  async get(reading: string, part: number): Promise<Buffer | undefined> {
    return readFile(join(this.#folder, reading, partName(part))).catch(absent);
  }
  async forget(reading: string): Promise<void> {
    // a part may be on its way into it
    await rm(join(this.#folder, reading), { recursive: true, force: true, maxRetries: 5, retryDelay: 20 });
  }
  async readings(): Promise<string[]> {
    return (await readdir(this.#folder).catch(absent)) ?? [];
  }
}
function absent(error: unknown): undefined {
  if ((error as NodeJS.ErrnoException).code === 'ENOENT') return undefined;
  throw error;
}

export class DatabaseRecordings implements RecordingStore {
  constructor(private readonly db: Db) {}
  async put(reading: string, part: number, sound: Uint8Array): Promise<void> {
    const bytes = Buffer.from(sound);
    await this.db
      .insert(recordingParts)
      .values({ reading, part, sound: bytes })
      .onConflictDoUpdate({ target: [recordingParts.reading, recordingParts.part], set: { sound: bytes } });
  }
  async get(reading: string, part: number): Promise<Buffer | undefined> {
    const [row] = await this.db
      .select({ sound: recordingParts.sound })
      .from(recordingParts)
      .where(and(eq(recordingParts.reading, reading), eq(recordingParts.part, part)));
    return row?.sound;
  }
  async forget(reading: string): Promise<void> {
    await this.db.delete(recordingParts).where(eq(recordingParts.reading, reading));
  }
  async readings(): Promise<string[]> {
    return (await this.db.selectDistinct({ reading: recordingParts.reading }).from(recordingParts)).map((r) => r.reading);
  }
}

/** Where this installation keeps recordings. What speaks to a store is loaded only where one is named. */
export async function recordingStoreOf(
  { folder, store }: Pick<Config, 'folder' | 'store'>,
  db: Db,
  embedded: boolean,
): Promise<RecordingStore> {
  if (store) return new (await import('./s3-recordings.js')).S3Recordings(store);
  return embedded ? new FolderRecordings(folder) : new DatabaseRecordings(db);
}

/** All there is of a recording, part by part: one that has not arrived yet ends what can be played. */
export async function* partsOf(recordingStore: RecordingStore, reading: string, parts: number): AsyncGenerator<Buffer> {
  for (let part = 0; part < parts; part += 1) {
    const sound = await recordingStore.get(reading, part);
    if (!sound) return;
    yield sound;
  }
}
export async function wholeRecording(recordingStore: RecordingStore, reading: string, parts: number): Promise<Buffer> {
  const found: Buffer[] = [];
  for await (const sound of partsOf(recordingStore, reading, parts)) found.push(sound);
  return Buffer.concat(found);
}
