/** Columns that many tables have. */
import { customType, integer } from 'drizzle-orm/pg-core';

/** A moment, ISO 8601 UTC on our side whatever the driver hands over. */
export const at = customType<{ data: string; driverData: string | Date }>({
  dataType: () => 'timestamp with time zone',
  fromDriver: (value) => new Date(value).toISOString(),
  toDriver: (value) => value,
});
export const bytes = customType<{ data: Buffer; driverData: Buffer | Uint8Array }>({
  dataType: () => 'bytea',
  fromDriver: (value) => Buffer.from(value),
});
export const version = () => integer('version').notNull().default(1);
