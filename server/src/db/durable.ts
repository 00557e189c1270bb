/**
 * The embedded database with its writes on the disk before a commit is answered. PGlite starts PostgreSQL with fsync off, and
 * its file system hands no sync on to Node; both are mended here, so that one commit is one fsync of the write-ahead log, and
 * what was acknowledged outlives a power cut. `server/test/durable.test.ts` holds it against the installed version.
 *
 * @see https://www.postgresql.org/docs/current/wal-reliability.html
 */
import fs from 'node:fs';
import { PGlite } from '@electric-sql/pglite';

interface Stream {
  readonly nfd?: number;
}
interface Files {
  lookupPath(path: string): { node: { stream_ops: { fsync?: (stream: Stream) => number } } };
}
/** Where PGlite mounts the data folder. */
const MOUNTED = '/pglite/data/global';

/**
 * PostgreSQL's own memory for pages. Without a word PGlite takes 160 MB at once, whatever the school; pages that fall out are read
 * from the system's memory again. With 400 children every list took as long with 24 MB as with 160.
 */
const SHARED_BUFFERS = '32MB';

/**
 * Opens a folder so that a commit is on the disk before it is answered.
 * @throws Error where this version of PGlite has no place to sync from: rather no start than marks that are not kept
 */
export async function openDurable(folder: string): Promise<PGlite> {
  const client = new PGlite(folder, {
    // fdatasync is no call that reaches the file system of the module; fsync is
    startParams: [
      ...PGlite.defaultStartParams.filter((p) => p !== '-F'),
      ...['-c', 'wal_sync_method=fsync'],
      ...['-c', `shared_buffers=${SHARED_BUFFERS}`],
    ],
  });
  await client.waitReady;
  const files = (client as unknown as { Module?: { FS?: Files } }).Module?.FS;
  if (!files) throw new Error('This version of the embedded database cannot sync to the disk.');
  // one object serves every file of the folder
  const operations = files.lookupPath(MOUNTED).node.stream_ops;
  operations.fsync = ({ nfd }) => {
    // a folder has no descriptor of its own here
    if (nfd === undefined || nfd === null) return 0;
    fs.fsyncSync(nfd);
    return 0;
  };
  // what was written while it opened
  await client.exec('checkpoint');
  return client;
}
