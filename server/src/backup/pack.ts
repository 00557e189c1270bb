/** The file of a backup: packed from a copy of the data, opened and counted, unpacked again. Runs off the main thread. */
import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { create, extract } from 'tar';
import { z } from 'zod';

/** Tables whose rows are counted. */
export const COUNTED = ['children', 'observations', 'sessions', 'readings'] as const;
/** What is in a backup. */
const CONTENT = ['manifest.json', 'database', 'recordings'];

const manifestSchema = z.object({
  product: z.literal('keen-sapling'),
  format: z.number().int(),
  writtenAt: z.string(),
  /** SHA-256 over the names and contents of all files but this one, in the order of their names. */
  sha256: z.string(),
  /** How many rows some tables have at least and at most, to be found again. */
  rows: z.record(z.string(), z.tuple([z.number().int(), z.number().int()])),
});
export type Manifest = z.infer<typeof manifestSchema>;
export class BackupError extends Error {
  override readonly name = 'BackupError';
}

export async function countRows(client: PGlite): Promise<Record<string, number>> {
  const rows: Record<string, number> = {};
  for (const table of COUNTED) rows[table] = (await client.query<{ n: number }>(`select count(*)::int as n from ${table}`)).rows[0]!.n;
  return rows;
}

/** Every file below a folder, by its path in it, sorted. */
export function filesIn(folder: string, below = ''): string[] {
  return readdirSync(join(folder, below), { withFileTypes: true })
    .flatMap((entry) => {
      const path = below ? `${below}/${entry.name}` : entry.name;
      return entry.isDirectory() ? filesIn(folder, path) : entry.isFile() ? [path] : [];
    })
    .sort();
}
async function sumOf(folder: string): Promise<string> {
  const sum = createHash('sha256');
  for (const file of filesIn(folder)) if (file !== 'manifest.json') sum.update(`${file}\n`).update(await readFile(join(folder, file)));
  return sum.digest('hex');
}

/** Packs a copy of the data into a file and opens that. @throws BackupError */
export async function packBackup({
  copy,
  file,
  manifest,
}: {
  copy: string;
  file: string;
  manifest: Omit<Manifest, 'sha256' | 'product'>;
}): Promise<void> {
  const whole: Manifest = { product: 'keen-sapling', ...manifest, sha256: await sumOf(copy) };
  writeFileSync(join(copy, 'manifest.json'), JSON.stringify(whole));
  await create({ gzip: { level: 1 }, file, cwd: copy, portable: true }, CONTENT);
  await checkBackup(file);
}

/** Unpacks a backup into a folder and holds it against its manifest. @throws BackupError */
export async function unpack(file: string, to: string): Promise<Manifest> {
  try {
    // nothing but what a backup has, and nothing outside the folder
    await extract({ file, cwd: to, strict: true, filter: (path) => CONTENT.some((c) => path === c || path.startsWith(`${c}/`)) });
  } catch {
    throw new BackupError('This file is no backup of Keen Sapling, or it is cut off.');
  }
  const manifest = join(to, 'manifest.json');
  const parsed = manifestSchema.safeParse(existsSync(manifest) ? JSON.parse(await readFile(manifest, 'utf8')) : null);
  if (!parsed.success) throw new BackupError('This file is no backup of Keen Sapling.');
  if ((await sumOf(to)) !== parsed.data.sha256) throw new BackupError('This backup is damaged: it is not what was written.');
  return parsed.data;
}

/** Opens a backup and counts what is in it. @throws BackupError */
export async function checkBackup(file: string): Promise<Manifest> {
  const folder = mkdtempSync(join(tmpdir(), 'sapling-check-'));
  try {
    const manifest = await unpack(file, folder);
    const client = new PGlite(join(folder, 'database'));
    await client.waitReady;
    const rows = await countRows(client);
    await client.close();
    for (const [table, [least, most]] of Object.entries(manifest.rows)) {
      const n = rows[table] ?? 0;
      if (n < least || n > most) throw new BackupError(`The backup holds ${n} ${table} where there were ${least}.`);
    }
    return manifest;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
