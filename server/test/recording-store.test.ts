/** Wherever the sound of recordings lies, it is kept, given and forgotten alike. */
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase, type OpenDatabase } from '../src/db/open.js';
import { S3Recordings } from '../src/readings/s3-recordings.js';
import { DatabaseRecordings, FolderRecordings, wholeRecording, type RecordingStore } from '../src/readings/recording-store.js';
import { SimulatedS3 } from './s3-store.js';

const folder = mkdtempSync(join(tmpdir(), 'sapling-recordingStore-'));
const s3 = new SimulatedS3();
let database: OpenDatabase;
const places: Record<string, RecordingStore> = {};
beforeAll(async () => {
  database = await openDatabase({ folder });
  await s3.open();
  Object.assign(places, {
    folder: new FolderRecordings(folder),
    database: new DatabaseRecordings(database.db),
    store: new S3Recordings(s3.store),
  });
});
afterAll(async () => {
  await database.close();
  await s3.close();
  rmSync(folder, { recursive: true, force: true });
});

const [one, two] = ['0195e0a0-0000-7000-8000-000000000001', '0195e0a0-0000-7000-8000-000000000002'];
const sound = (n: number): Buffer => Buffer.from(Array.from({ length: 3000 }, (_, k) => (k * n) % 256));

describe.each(['folder', 'database', 'store'])('sound in the %s', (place) => {
  it('is what was put in, part by part, and nothing is left of what is forgotten', async () => {
    const recordingStore = places[place]!;
    expect(await recordingStore.readings()).toEqual([]);
    for (const part of [1, 0, 2, 4]) await recordingStore.put(one, part, sound(part + 1));
    await recordingStore.put(one, 1, sound(9));
    await recordingStore.put(two, 0, sound(7));
    expect(await recordingStore.get(one, 1)).toEqual(sound(9));
    expect(await recordingStore.get(one, 3)).toBeUndefined();
    // the part that is missing ends what can be played
    expect(await wholeRecording(recordingStore, one, 5)).toEqual(Buffer.concat([sound(1), sound(9), sound(3)]));
    expect((await recordingStore.readings()).sort()).toEqual([one, two]);
    await recordingStore.forget(one);
    await recordingStore.forget(one);
    expect(await recordingStore.get(one, 0)).toBeUndefined();
    expect(await recordingStore.readings()).toEqual([two]);
    await recordingStore.forget(two);
    expect(await recordingStore.readings()).toEqual([]);
  });
});

describe('a store that speaks S3', () => {
  it('is asked again while it is busy, and refuses a wrong secret with a sentence that names nothing', async () => {
    s3.busy = 2;
    await places.store!.put(one, 0, sound(1));
    expect(await places.store!.get(one, 0)).toEqual(sound(1));
    const stranger = new S3Recordings({ ...s3.store, secret: 'guessed' });
    await expect(stranger.get(one, 0)).rejects.toThrow('The store of recordings refused to give a part (403).');
    await expect(stranger.put(one, 0, sound(2))).rejects.toMatchObject({ name: 'StoreError', status: 403 });
    expect(await places.store!.get(one, 0)).toEqual(sound(1));
    await places.store!.forget(one);
  });
});

describe('the folder', () => {
  it('holds no half of a part', async () => {
    await places.folder!.put(two, 0, sound(3));
    expect(readdirSync(join(folder, 'recordings', two))).toEqual(['00000.part']);
  });
});
