/**
 * Recordings in a store that speaks S3: signed requests (AWS Signature Version 4, by the package aws4fetch) to one bucket, at
 * `recordings/<reading>/<part>`.
 *
 * @see https://docs.aws.amazon.com/AmazonS3/latest/API/API_Operations.html PutObject, GetObject, DeleteObject, ListObjectsV2
 */
import { AwsClient } from 'aws4fetch';
import type { RecordingStore } from './recording-store.js';

export interface S3Store {
  /** Address of the store, with https: in earnest. */
  readonly endpoint: string;
  readonly bucket: string;
  readonly key: string;
  readonly secret: string;
  readonly region: string;
}

/** The store answered otherwise than it should; its answer may name what it keeps and is not repeated. */
export class StoreError extends Error {
  override readonly name = 'StoreError';
  constructor(
    readonly doing: string,
    readonly status: number,
  ) {
    super(`The store of recordings refused to ${doing} (${status}).`);
  }
}

export class S3Recordings implements RecordingStore {
  readonly #client: AwsClient;
  readonly #bucket: string;
  constructor({ endpoint, bucket, key, secret, region }: S3Store) {
    this.#client = new AwsClient({ accessKeyId: key, secretAccessKey: secret, region, service: 's3', retries: 3 });
    this.#bucket = `${endpoint.replace(/\/$/, '')}/${bucket}`;
  }
  #at = (reading: string, part: number): string => `${this.#bucket}/recordings/${reading}/${String(part).padStart(5, '0')}`;

  async #ask(doing: string, url: string, init: RequestInit, ...fine: readonly number[]): Promise<Response> {
    const answer = await this.#client.fetch(url, init);
    if (!answer.ok && !fine.includes(answer.status)) {
      await answer.body?.cancel();
      throw new StoreError(doing, answer.status);
    }
    return answer;
  }

  async put(reading: string, part: number, sound: Uint8Array): Promise<void> {
    await this.#ask('keep a part', this.#at(reading, part), { method: 'PUT', body: Buffer.from(sound) });
  }
  async get(reading: string, part: number): Promise<Buffer | undefined> {
    const answer = await this.#ask('give a part', this.#at(reading, part), {}, 404);
    const sound = Buffer.from(await answer.arrayBuffer());
    return answer.status === 404 ? undefined : sound;
  }
  async forget(reading: string): Promise<void> {
    for (const key of await this.#keys(`recordings/${reading}/`))
      await this.#ask('delete a part', `${this.#bucket}/${key}`, { method: 'DELETE' }, 404);
  }
  async readings(): Promise<string[]> {
    return [...new Set((await this.#keys('recordings/')).map((key) => key.split('/')[1]!))];
  }

  /** Every key under a prefix: a list comes in pages. */
  async #keys(prefix: string): Promise<string[]> {
    const keys: string[] = [];
    let token: string | undefined;
    do {
      const query = new URLSearchParams({ 'list-type': '2', prefix, ...(token === undefined ? {} : { 'continuation-token': token }) });
      const text = await (await this.#ask('list what it keeps', `${this.#bucket}?${query}`, {})).text();
      keys.push(...[...text.matchAll(/<Key>([^<]*)<\/Key>/g)].map((m) => decoded(m[1]!)));
      token = /<NextContinuationToken>([^<]*)</.exec(text)?.[1];
      if (token !== undefined) token = decoded(token);
    } while (token !== undefined);
    return keys;
  }
}
/** The five characters that XML writes otherwise. */
const ENTITIES: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };
const decoded = (text: string): string => text.replace(/&(amp|lt|gt|quot|apos);/g, (_all, name: string) => ENTITIES[name]!);
