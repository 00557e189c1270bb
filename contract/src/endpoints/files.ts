/** What leaves the tool and comes back: paper, sheets for home, files, backups, calendars. */
import { z } from 'zod';
import type { Endpoint } from '../endpoint.js';
import { day, id, instant } from '../model.js';
import { coverSecret } from '../cover.js';
import { practiceRow } from '../practice.js';
import { ADDRESSES } from '../addresses.js';
import { familyKey } from '../settings.js';
import { byId, define, work } from './define.js';

const backupState = z.object({
  /** False where the database is a server of its own. */
  possible: z.boolean(),
  making: z.boolean(),
  /** The latest first. */
  backups: z.array(z.object({ name: z.string(), at: instant, bytes: z.number().int() })),
});
const paperQuery = z.object({
  size: z.enum(['A4', 'Letter']).optional(),
  what: z.string().max(200).optional(),
  names: z.enum(['full', 'initials']).optional(),
  work,
});
const familySentences = z.record(familyKey, z.string());

export const filesEndpoints = {
  /** Both answer with a PDF. `what` names sheets, with commas between. */
  sessionPaper: define(ADDRESSES.sessionPaper, { params: byId, query: paperQuery, response: z.unknown() }),
  weekPaper: define(ADDRESSES.weekPaper, { query: paperQuery.extend({ from: day, group: id.optional() }), response: z.unknown() }),
  /** Files: a ZIP of CSV, one JSON, a ZIP of OneRoster CSV. */
  writeRecords: define(ADDRESSES.writeRecords, { query: z.object({ work }), response: z.unknown() }),
  writeInstallation: define(ADDRESSES.writeInstallation, { query: z.object({ work }), response: z.unknown() }),
  writeRoster: define(ADDRESSES.writeRoster, { response: z.unknown() }),
  /** Held against the schema of the file by the reader itself, which names each place that does not fit. */
  readInstallation: define(ADDRESSES.readInstallation, {
    body: z.unknown(),
    response: z.object({ rows: z.record(z.string(), z.number().int()) }),
  }),
  backups: define(ADDRESSES.backups, { response: backupState }),
  makeBackup: define(ADDRESSES.makeBackup, { response: backupState }),
  backupFile: define(ADDRESSES.backupFile, { params: z.object({ name: z.string().regex(/^[\w.-]{1,60}$/) }), response: z.unknown() }),
  /** iCalendar (RFC 5545): one’s own sessions as a file, and addresses that a calendar program reads again and again. */
  calendar: define(ADDRESSES.calendar, { response: z.unknown() }),
  calendarLinks: define(ADDRESSES.calendarLinks, {
    response: z.array(z.object({ id, at: instant, readAt: instant.nullable() })),
  }),
  addCalendarLink: define(ADDRESSES.addCalendarLink, { response: z.object({ id, secret: coverSecret }) }),
  removeCalendarLink: define(ADDRESSES.removeCalendarLink, { params: byId }),
  subscribedCalendar: define(ADDRESSES.subscribedCalendar, { params: z.object({ secret: coverSecret }), response: z.unknown() }),
  practice: define(ADDRESSES.practice, { query: z.object({ classId: id.optional() }), response: z.array(practiceRow) }),
  /** The fixed sentences of sheets for home as they ship. */
  familyLanguages: define(ADDRESSES.familyLanguages, {
    response: z.object({
      english: familySentences,
      languages: z.array(z.object({ name: z.string(), own: z.string(), tag: z.string(), sentences: familySentences })),
    }),
  }),
  homeSheet: define(ADDRESSES.homeSheet, {
    params: byId,
    query: z.object({
      size: z.enum(['A4', 'Letter']).optional(),
      /** The family’s language; the child’s first one where left out, English where none of its sentences are there. */
      language: z.string().max(60).optional(),
    }),
    response: z.unknown(),
  }),
  /** What goes by itself until a day, because the school keeps it no longer: how many of each. */
  retention: define(ADDRESSES.retention, {
    response: z.object({ until: day, logs: z.number().int(), remarks: z.number().int(), recordings: z.number().int() }),
  }),
} satisfies Record<string, Endpoint>;
