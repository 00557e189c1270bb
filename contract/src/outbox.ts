/** What a device sends when it can: records made there, each with its own id, stored once however often sent. */
import { z } from 'zod';
import { check, id, instant, logEntry, note, observation } from './model.js';
import { readingRecord, readingStepRecord } from './reading.js';

export const outboxEntry = z.discriminatedUnion('type', [
  z.object({ type: z.literal('check'), id, record: check }),
  z.object({ type: z.literal('observation'), id, record: observation }),
  z.object({ type: z.literal('withdrawal'), id, record: z.object({ id, observation: id, child: id, by: id, at: instant }) }),
  z.object({
    type: z.literal('finish'),
    id,
    record: z.object({ id, check: id, child: id, at: instant, reason: z.enum(['done', 'stopped']) }),
  }),
  z.object({ type: z.literal('reading'), id, record: readingRecord }),
  z.object({ type: z.literal('reading step'), id, record: readingStepRecord }),
  z.object({ type: z.literal('log'), id, record: logEntry }),
  z.object({ type: z.literal('note'), id, record: note }),
]);
export type OutboxEntry = z.infer<typeof outboxEntry>;

export const outboxResult = z.object({
  results: z.array(z.object({ id, status: z.enum(['stored', 'already', 'refused']), reason: z.string().optional() })),
});
