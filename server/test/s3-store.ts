/**
 * A small stand-in for a store that speaks S3: one bucket in memory, signatures checked, lists in short pages. What it does not
 * know it refuses.
 *
 * @see https://docs.aws.amazon.com/AmazonS3/latest/API/sig-v4-header-based-auth.html
 */
import { createHash, createHmac } from 'node:crypto';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { S3Store } from '../src/readings/s3-recordings.js';

const PAGE = 3;
const hmac = (key: Buffer | string, text: string): Buffer => createHmac('sha256', key).update(text).digest();
const sha = (data: Buffer | string): string => createHash('sha256').update(data).digest('hex');

export class SimulatedS3 {
  readonly kept = new Map<string, Buffer>();
  /** The next so many requests are answered with 503, as stores do when they are busy. */
  busy = 0;
  #server: Server | undefined;
  store!: S3Store;

  async open(): Promise<this> {
    this.#server = createServer((req, res) => {
      const parts: Buffer[] = [];
      req.on('data', (part: Buffer) => parts.push(part));
      req.on('end', () => {
        const { status, body = '' } = this.#answer(req, Buffer.concat(parts));
        res.writeHead(status, { 'content-type': typeof body === 'string' ? 'application/xml' : 'application/octet-stream' }).end(body);
      });
    });
    await new Promise<void>((done) => this.#server!.listen(0, '127.0.0.1', done));
    const { port } = this.#server.address() as AddressInfo;
    this.store = {
      endpoint: `http://127.0.0.1:${port}`,
      bucket: 'sounds',
      key: 'school',
      secret: 'not a real secret',
      region: 'us-east-1',
    };
    return this;
  }
  async close(): Promise<void> {
    this.#server!.closeAllConnections();
    await new Promise((done) => this.#server!.close(done));
  }

  #answer(req: IncomingMessage, body: Buffer): { status: number; body?: string | Buffer } {
    if (this.busy > 0) {
      this.busy -= 1;
      return { status: 503, body: '<Error><Code>SlowDown</Code></Error>' };
    }
    if (!this.#isSigned(req, body)) return { status: 403, body: '<Error><Code>SignatureDoesNotMatch</Code></Error>' };
    const url = new URL(req.url!, this.store.endpoint);
    const key = decodeURIComponent(url.pathname).replace(`/${this.store.bucket}`, '').replace(/^\//, '');
    if (req.method === 'PUT' && key) {
      this.kept.set(key, body);
      return { status: 200 };
    }
    if (req.method === 'DELETE' && key) {
      this.kept.delete(key);
      return { status: 204 };
    }
    if (req.method === 'GET' && key) {
      const found = this.kept.get(key);
      return found ? { status: 200, body: found } : { status: 404, body: '<Error><Code>NoSuchKey</Code></Error>' };
    }
    if (req.method === 'GET' && url.searchParams.get('list-type') === '2') {
      const after = url.searchParams.get('continuation-token') ?? '';
      const keys = [...this.kept.keys()].filter((k) => k.startsWith(url.searchParams.get('prefix') ?? '') && k > after).sort();
      const page = keys.slice(0, PAGE);
      const more = keys.length > PAGE ? `<NextContinuationToken>${page.at(-1)}</NextContinuationToken>` : '';
      return {
        status: 200,
        body: `<ListBucketResult>${page.map((k) => `<Contents><Key>${k}</Key></Contents>`).join('')}${more}</ListBucketResult>`,
      };
    }
    return { status: 400 };
  }

  #isSigned(req: IncomingMessage, body: Buffer): boolean {
    const said = /Credential=([^/]+)\/([^,]+), ?SignedHeaders=([^,]+), ?Signature=(\w+)/.exec(req.headers.authorization ?? '');
    if (said?.[1] !== this.store.key) return false;
    const [, , scope, names, signature] = said;
    const hash = String(req.headers['x-amz-content-sha256'] ?? '');
    if (hash !== 'UNSIGNED-PAYLOAD' && hash !== sha(body)) return false;
    const url = new URL(req.url!, this.store.endpoint);
    const coded = (text: string): string =>
      encodeURIComponent(text).replace(/[!'()*]/g, (c) => `%${c.charCodeAt(0).toString(16).toUpperCase()}`);
    const query = [...url.searchParams].map(([k, v]) => `${coded(k)}=${coded(v)}`).sort();
    const canonical = [
      req.method,
      url.pathname,
      query.join('&'),
      ...names!.split(';').map((n) => `${n}:${String(req.headers[n] ?? '').trim()}`),
      '',
      names,
      hash,
    ].join('\n');
    const toSign = ['AWS4-HMAC-SHA256', req.headers['x-amz-date'], scope, sha(canonical)].join('\n');
    const key = scope!.split('/').reduce<Buffer | string>((k, part) => hmac(k, part), `AWS4${this.store.secret}`);
    return hmac(key, toSign).toString('hex') === signature;
  }
}
