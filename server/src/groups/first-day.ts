/** The first day of a group, by the school's own calendar. */
import { dayIn } from '@sapling/core';
import type { groups } from '../db/schema.js';

type Row = Pick<typeof groups.$inferSelect, 'startsOn' | 'createdAt'>;

/** YYYY-MM-DD: as it was set, or when the group was made. */
export const firstDay = (row: Row, timeZone: string): string => row.startsOn || dayIn(row.createdAt, timeZone);
