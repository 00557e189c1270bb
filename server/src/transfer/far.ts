/**
 * How far a large file is, for whoever waits for it: by how large the tables are that it is written from, which the database
 * knows without counting rows. It is about so far, never goes back, and is whole at the end.
 */
import { getTableName, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { rows } from '../db/open.js';
import type { Call } from '../http/route.js';

/** Tells so often at most, milliseconds. */
const OFTEN_MS = 250;
/** How much longer a text is than its table; chosen between CSV (0.7) and JSON (2.7), measured on a school of 400. */
const USUALLY = 1.5;
/** A table without rows is a step too. */
const LEAST = 1;

export class Far {
  #before = 0;
  #now = 0;
  #share = 0;
  #told = -Infinity;
  readonly #of: number;
  constructor(
    /** Octets of what each part is written from. */
    private readonly sizes: ReadonlyMap<string, number>,
    private readonly tell: (done: number, of: number) => void,
  ) {
    this.#of = [...sizes.values()].reduce((sum, size) => sum + size, 0);
  }
  /** The next part is begun; the one before is done. */
  begin(part: string): void {
    this.#before += this.#share;
    this.#share = this.sizes.get(part) ?? 0;
    this.#now = 0;
  }
  /** So many octets of the part have been written. */
  wrote(octets: number): void {
    this.#now += octets;
    const moment = performance.now();
    if (moment - this.#told < OFTEN_MS) return;
    this.#told = moment;
    // a text is one to three times as long as what it is written from: it nears the end of its part and never stands still
    const part = this.#share === 0 ? 0 : 1 - Math.exp(-this.#now / (USUALLY * this.#share));
    this.tell(Math.round((this.#before + this.#share * part) / 1000), Math.ceil(this.#of / 1000));
  }
  end(): void {
    this.tell(Math.ceil(this.#of / 1000), Math.ceil(this.#of / 1000));
  }
}

/** For a file of these parts, each written from a table (or none); undefined where nobody named the work. */
export async function farOf(
  { db, me, live, query }: Pick<Call<'writeRecords'>, 'db' | 'me' | 'live' | 'query'>,
  parts: Readonly<Record<string, PgTable | undefined>>,
): Promise<Far | undefined> {
  const { work: id } = query;
  if (id === undefined) return undefined;
  const names = Object.values(parts).flatMap((table) => (table ? [getTableName(table)] : []));
  const found = rows<{ name: string; size: string }>(
    await db.execute(
      sql`select relname as name, pg_table_size(oid)::text as size from pg_class where relkind = 'r' and relname in ${names}`,
    ),
  );
  const sizeOf = new Map(found.map(({ name, size }) => [name, Number(size)]));
  const sizes = new Map(Object.entries(parts).map(([part, table]) => [part, (table && sizeOf.get(getTableName(table))) ?? LEAST]));
  return new Far(sizes, (done, of) => live.say(me.id, { topic: 'work', id, done, of }));
}
