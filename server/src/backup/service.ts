/** The backups of a running server: one at a time, each day by itself, on a press, or on a command. */
import type { PGlite } from '@electric-sql/pglite';
import type { Logger } from 'pino';
import { ProblemError } from '../http/problem.js';
import { backupFile, listBackups, makeBackup, type Backup } from './backup.js';

const DAY_MS = 24 * 3_600_000;

export class Backups {
  #making: Promise<Backup> | undefined;

  constructor(
    /** Undefined where the database is a server of its own: its backups are made with its own tools. */
    private readonly client: PGlite | undefined,
    private readonly where: { readonly data: string; readonly folder: string; readonly keep: number },
    private readonly now: () => string,
    private readonly log: Logger,
  ) {}

  get possible(): boolean {
    return this.client !== undefined;
  }
  get making(): boolean {
    return this.#making !== undefined;
  }
  get folder(): string {
    return this.where.folder;
  }
  list(): Backup[] {
    return listBackups(this.where.folder);
  }
  file(name: string): string {
    try {
      return backupFile(this.where.folder, name);
    } catch {
      throw new ProblemError('not-found', { detail: 'There is no such backup any more.' });
    }
  }
  /** Makes one, or waits for the one that is being made. */
  make(): Promise<Backup> {
    if (!this.client)
      throw new ProblemError('not-allowed', { detail: 'The database is a PostgreSQL server: back it up with its own tools (pg_dump).' });
    this.#making ??= makeBackup(this.client, this.where, this.now()).finally(() => (this.#making = undefined));
    return this.#making;
  }
  /** Makes one where the last is a day old. */
  async makeDaily(): Promise<void> {
    if (!this.client || this.where.keep === 0) return;
    const [last] = this.list();
    if (last && Date.parse(this.now()) - Date.parse(last.at) < DAY_MS) return;
    const made = await this.make();
    this.log.info({ backup: made.name, bytes: made.bytes }, 'backup');
  }
}
