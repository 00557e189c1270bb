/** Groups, lending, sessions, the timetable, cover. */
import { z } from 'zod';
import type { Endpoint } from '../endpoint.js';
import { day, id, session, version } from '../model.js';
import {
  arrangement,
  group,
  groupBody,
  groupHistory,
  groupOutcomeFacts,
  groupRule,
  groupRuleBody,
  lending,
  lendingBody,
} from '../grouping.js';
import { coverLink, coverSecret, coverView } from '../cover.js';
import { plan } from '../session.js';
import { ADDRESSES } from '../addresses.js';
import { timetable, timetableBody } from '../timetable.js';
import { byId, define, atVersion } from './define.js';

export const planningEndpoints = {
  groups: define(ADDRESSES.groups, { response: z.array(group) }),
  addGroups: define(ADDRESSES.addGroups, { body: z.object({ groups: z.array(groupBody).min(1).max(60) }), response: z.array(group) }),
  updateGroup: define(ADDRESSES.updateGroup, { params: byId, body: groupBody.partial().extend({ version }), response: group }),
  moveChild: define(ADDRESSES.moveChild, {
    body: z.object({ child: id, from: z.object({ id, version }).nullable(), to: z.object({ id, version }).nullable() }),
    response: z.array(group),
  }),
  arrangeGroups: define(ADDRESSES.arrangeGroups, { body: arrangement, response: z.array(group) }),
  groupHistory: define(ADDRESSES.groupHistory, { response: groupHistory }),
  groupOutcome: define(ADDRESSES.groupOutcome, { params: byId, response: groupOutcomeFacts }),
  groupRules: define(ADDRESSES.groupRules, { response: z.array(groupRule) }),
  saveGroupRule: define(ADDRESSES.saveGroupRule, { params: byId, body: groupRuleBody, response: groupRule }),
  removeGroupRule: define(ADDRESSES.removeGroupRule, { params: byId, query: atVersion }),
  lendings: define(ADDRESSES.lendings, { response: z.array(lending) }),
  /** Answers with how many sessions went along. */
  addLending: define(ADDRESSES.addLending, {
    params: byId,
    body: lendingBody,
    response: lending.extend({ sessions: z.number().int() }),
  }),
  endLending: define(ADDRESSES.endLending, { params: byId, response: z.object({ sessions: z.number().int() }) }),
  sessions: define(ADDRESSES.sessions, { query: z.object({ from: day.optional(), to: day.optional() }), response: z.array(session) }),
  session: define(ADDRESSES.session, { params: byId, response: session }),
  /** `id` where a device may have to send it once more, not having heard the answer: it stays one session. */
  addSession: define(ADDRESSES.addSession, {
    body: z.object({ id: id.optional(), groupId: id, on: day, adultId: id.nullable(), plan }),
    response: session,
  }),
  /** A session of another day that is run today moves to today: by whoever runs it. */
  runToday: define(ADDRESSES.runToday, { params: byId, body: z.object({ version }), response: session }),
  /** A drawn session as its group's cycle has it now: by whoever runs the group, so that it follows a log at once. */
  redrawSession: define(ADDRESSES.redrawSession, {
    params: byId,
    body: z.object({ plan, version }),
    response: session,
  }),
  updateSession: define(ADDRESSES.updateSession, {
    params: byId,
    body: z.object({ on: day.optional(), adultId: id.nullable().optional(), plan: plan.optional(), version }),
    response: session,
  }),
  removeSession: define(ADDRESSES.removeSession, { params: byId, query: atVersion }),
  timetable: define(ADDRESSES.timetable, { response: timetable }),
  saveTimetable: define(ADDRESSES.saveTimetable, { body: timetableBody, response: timetable }),
  coverLinks: define(ADDRESSES.coverLinks, { params: byId, response: z.array(coverLink) }),
  addCoverLink: define(ADDRESSES.addCoverLink, {
    params: byId,
    body: z.object({
      hours: z
        .number()
        .int()
        .min(1)
        .max(24 * 14),
    }),
    // the secret is shown once
    response: coverLink.extend({ secret: coverSecret }),
  }),
  removeCoverLink: define(ADDRESSES.removeCoverLink, { params: z.object({ id, link: id }) }),
  cover: define(ADDRESSES.cover, { params: z.object({ secret: coverSecret }), response: coverView }),
} satisfies Record<string, Endpoint>;
