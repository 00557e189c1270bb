/** What is marked: the outbox, checks, readings with their sound, the second screen, and what was marked wrongly put right. */
import { z } from 'zod';
import type { Endpoint } from '../endpoint.js';
import { checkState, id, instant, observation } from '../model.js';
import { RECORDING_PARTS, readingSummary, recordingPart, wholeReading } from '../reading.js';
import { screenCard, screenCode } from '../screen.js';
import { ADDRESSES } from '../addresses.js';
import { outboxResult } from '../outbox.js';
import { OUTBOX_BATCH } from '../roles.js';
import { byId, define } from './define.js';

const inBin = z.object({ binned: z.boolean() });
const binned = z.object({
  checks: z.array(
    checkState.pick({ id: true, child: true, childName: true, kind: true, startedAt: true }).extend({ by: z.string(), binnedAt: instant }),
  ),
  sessions: z.array(
    z.object({
      id,
      groupName: z.string(),
      on: z.iso.date(),
      /** Whether it was held: then its log and marks come back with it. */
      held: z.boolean(),
      /** Who held it, or planned it. */
      by: z.string(),
      binnedAt: instant,
    }),
  ),
});
export type Binned = z.infer<typeof binned>;
const otherChild = z.object({ child: id });
const movedToChild = z.object({ child: id, was: id });

export const evidenceEndpoints = {
  sendOutbox: define(ADDRESSES.sendOutbox, {
    // each entry is held against `outboxEntry` on its own, so that one that does not fit holds up no other
    body: z.object({ entries: z.array(z.looseObject({ id })).min(1).max(OUTBOX_BATCH) }),
    response: outboxResult,
  }),
  checks: define(ADDRESSES.checks, { query: z.object({ childId: id.optional() }), response: z.array(checkState) }),
  check: define(ADDRESSES.check, {
    params: byId,
    response: checkState.extend({ marks: z.array(observation) }),
  }),
  /** A check in the bin, or out of it: by whoever marked it, or a lead. */
  binCheck: define(ADDRESSES.binCheck, { params: byId, body: inBin, response: inBin }),
  /** What was marked under the wrong child goes to the right one: by whoever marked it, or a lead. */
  moveCheck: define(ADDRESSES.moveCheck, { params: byId, body: otherChild, response: movedToChild }),
  moveReading: define(ADDRESSES.moveReading, { params: byId, body: otherChild, response: movedToChild }),
  /** A mark that belongs to no check: one of a session. */
  moveMark: define(ADDRESSES.moveMark, { params: byId, body: otherChild, response: movedToChild }),
  /** A session that was held, the same; its log and its marks go with it. A plan that was removed comes back the same way, and goes by `removeSession`. */
  binSession: define(ADDRESSES.binSession, { params: byId, body: inBin, response: inBin }),
  /** What lies in the bin, as far as this colleague could take it out. */
  binned: define(ADDRESSES.binned, { response: binned }),
  readings: define(ADDRESSES.readings, {
    query: z.object({
      childId: id.optional(),
      latest: z.coerce.number().int().min(1).max(50).optional(),
      /** Those that were set aside, and no others. */
      aside: z.literal('only').optional(),
    }),
    response: z.array(readingSummary),
  }),
  reading: define(ADDRESSES.reading, { params: byId, response: wholeReading }),
  saveRecording: define(ADDRESSES.saveRecording, {
    params: z.object({
      id,
      part: z.coerce
        .number()
        .int()
        .min(0)
        .max(RECORDING_PARTS - 1),
    }),
    body: recordingPart,
  }),
  /** Answers with the sound itself. */
  recording: define(ADDRESSES.recording, { params: byId, response: z.unknown() }),
  deleteRecording: define(ADDRESSES.deleteRecording, { params: byId }),
  openScreen: define(ADDRESSES.openScreen, { response: z.object({ code: screenCode }) }),
  showScreen: define(ADDRESSES.showScreen, {
    params: z.object({ code: screenCode }),
    body: z.object({ card: screenCard.nullable() }),
    response: z.object({ watching: z.number().int() }),
  }),
  endScreen: define(ADDRESSES.endScreen, { params: z.object({ code: screenCode }) }),
} satisfies Record<string, Endpoint>;
