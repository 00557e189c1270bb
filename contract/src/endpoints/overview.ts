/** What is looked at together: today, progress, how far the judgement can be trusted, what colleagues wrote. */
import { z } from 'zod';
import { OBSERVATION_KINDS } from '@sapling/core/evidence';
import { REFIT_DIRECTIONS } from '@sapling/core/judgement';
import type { Endpoint } from '../endpoint.js';
import { checkState, day, id, instant, session } from '../model.js';
import { remark, remarkBody } from '../remark.js';
import { ADDRESSES } from '../addresses.js';
import { define, work } from './define.js';

const trustPart = z.object({
  answers: z.number().int(),
  loss: z.number(),
  plain: z.number(),
  /** Share that was said to come right, and that did. */
  said: z.number(),
  right: z.number(),
});
const fitRow = z.object({
  /** How far each number was moved from the shipped one, 0 where it stays: see core/src/judgement/refit.ts. */
  steps: z.record(z.enum(REFIT_DIRECTIONS), z.number()),
  children: z.number().int(),
  answers: z.number().int(),
  /** Mean surprise at answers of children who were not fitted on. */
  shipped: z.number(),
  fitted: z.number(),
  plain: z.number(),
  gain: z.number(),
  error: z.number(),
  better: z.boolean(),
  /** How colleagues hear: by what guesses that pass and slips that are marked are multiplied, and from how many answers that is known. */
  adults: z.array(z.object({ name: z.string(), guess: z.number(), lapse: z.number(), answers: z.number().int() })),
  at: instant,
  by: z.string().nullable(),
});
const fitted = z.object({
  /** Fitted and not used. */
  found: fitRow.nullable(),
  used: fitRow.nullable(),
  /** What is used moves numbers that an update has replaced, so the shipped ones count. */
  outdated: z.boolean(),
  /** Everything is said less surely, because a plain rule foretells better here. */
  lessSure: z.boolean(),
});

export const overviewEndpoints = {
  remarks: define(ADDRESSES.remarks, { query: z.object({ subject: id.optional() }), response: z.array(remark) }),
  /** Answers with whom the note names and who cannot see what it is about: they are not told. */
  addRemark: define(ADDRESSES.addRemark, { body: remarkBody, response: remark.extend({ notTold: z.array(z.string()) }) }),
  /** Says that what others left has been looked at up to now. */
  looked: define(ADDRESSES.looked, { response: z.object({ at: instant }) }),
  today: define(ADDRESSES.today, {
    response: z.object({
      sessions: z.array(session),
      openChecks: z.array(checkState),
      /**
       * What colleagues left in a fortnight: logs and notes on sessions this colleague may read. Those that name them first, then the
       * newest: all that came since they last looked, and some before.
       */
      left: z.array(
        z.object({
          /** Of the log or the note. */
          id,
          at: instant,
          by: z.string(),
          sessionId: id,
          groupName: z.string(),
          kind: z.enum(['log', 'note']),
          text: z.string(),
          /** A note that names this colleague. */
          mentionsMe: z.boolean(),
        }),
      ),
      /** Notes that name this colleague, or are on what they reach, the same way. */
      remarks: z.array(remark.extend({ byName: z.string(), mentionsMe: z.boolean() })),
      /** When this colleague last said that they have looked; null where never. */
      lookedAt: instant.nullable(),
      /** Children not checked for longest. */
      due: z.array(z.object({ childId: id, name: z.string(), lastCheck: instant.nullable() })),
    }),
  }),
  /** How well the judgement foretold the answers that were given here, answer by answer, beside a plain rule. */
  trust: define(ADDRESSES.trust, {
    query: z.object({ work }),
    response: z.object({
      answers: z.number().int(),
      /** Mean surprise at an answer (log loss), of the judgement and of the share of the last five; null without answers. */
      loss: z.number().nullable(),
      plain: z.number().nullable(),
      /** Answers by the chance that was said, in tenths: how many came right. */
      bins: z.array(z.object({ said: z.number(), right: z.number(), answers: z.number().int() })),
      kinds: z.array(trustPart.extend({ kind: z.enum(OBSERVATION_KINDS) })),
      adults: z.array(trustPart.extend({ id: id.nullable(), name: z.string() })),
      fit: fitted,
    }),
  }),
  /** Fits the numbers to the answers of this school, for minutes; `found` is null where there are too few. */
  fitJudgement: define(ADDRESSES.fitJudgement, { query: z.object({ work }), response: fitted }),
  /** Has the fitted numbers used, or the shipped ones; or lets go of what was fitted. */
  chooseFit: define(ADDRESSES.chooseFit, { body: z.object({ use: z.enum(['fitted', 'shipped', 'nothing new']) }), response: fitted }),
  progress: define(ADDRESSES.progress, {
    query: z.object({ classId: id.optional() }),
    response: z.object({
      weeks: z.array(
        z.object({
          on: day,
          secure: z.number(),
          /** Secure when last seen, and due for another look: of no other state. */
          due: z.number(),
          wobbly: z.number(),
          gap: z.number(),
          unchecked: z.number(),
          observations: z.number().int(),
        }),
      ),
      /** How many pairs each child knew and knows, of those seen by the end of their first week with a check and since. */
      children: z.array(
        z.object({
          id,
          name: z.string(),
          since: day.nullable(),
          of: z.number().int(),
          before: z.number(),
          now: z.number(),
          /** Whether it is clear that there is a change. */
          clear: z.boolean(),
          observations: z.number().int(),
        }),
      ),
    }),
  }),
} satisfies Record<string, Endpoint>;
