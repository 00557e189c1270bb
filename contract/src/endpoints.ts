/** Every operation the server offers, used by the server to validate and by the web to call. */
import { z } from 'zod';
import { isTimeZone, OBSERVATION_KINDS } from '@sapling/core';
import type { Endpoint } from './endpoint.js';
import {
  checkState,
  child,
  childLine,
  colleague,
  day,
  gpc,
  id,
  instant,
  logEntry,
  me,
  note,
  observation,
  role,
  schoolClass,
  session,
  version,
} from './model.js';
import { changedChildBody, erasure, leaver, leaving, merge, newChildBody, passwordAgain, trailLine } from './child-record.js';
import {
  correction,
  correctionBody,
  cue,
  cueBody,
  gpc as pair,
  orderBody,
  ruleBody,
  schoolWord,
  schoolWordBody,
  stated,
  teachingOrder,
  word,
} from './library.js';
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
} from './grouping.js';
import { readingSummary, recordingConsent, recordingPart, text, textBody, wholeReading } from './reading.js';
import { coverLink, coverSecret, coverView } from './cover.js';
import { remark, remarkBody } from './remark.js';
import { practiceRow } from './practice.js';
import { plan, styleBody, styleRow } from './session.js';
import { screenCard, screenCode } from './screen.js';
import { rolledOver, rollOver, schoolYear } from './school-year.js';
import { familyKey, settings } from './settings.js';
import { timetable, timetableBody } from './timetable.js';
import { OUTBOX_BATCH, outboxResult } from './outbox.js';

const none = z.object({});
const byId = z.object({ id });
const ok = z.object({ ok: z.literal(true) });
const password = z.string().max(200);
const email = z.string().trim().toLowerCase().pipe(z.email('This is not an email address.'));
const personName = z.string().trim().min(1, 'A name is needed.').max(80);

function define<
  P extends z.ZodType = typeof none,
  Q extends z.ZodType = typeof none,
  B extends z.ZodType = typeof none,
  R extends z.ZodType = typeof ok,
>(method: Endpoint['method'], path: string, parts: { params?: P; query?: Q; body?: B; response?: R } = {}): Endpoint<P, Q, B, R> {
  return {
    method,
    path,
    params: (parts.params ?? none) as P,
    query: (parts.query ?? none) as Q,
    body: (parts.body ?? none) as B,
    response: (parts.response ?? ok) as R,
  };
}

export const importRow = z.object({
  /** Line of the file, the header being 1. */
  row: z.number().int().min(2),
  givenName: personName,
  familyName: z.string().trim().max(80),
  className: z.string().trim().min(1, 'A class is needed.').max(60),
  year: z.string().trim().max(20),
  externalId: z.string().trim().max(60).nullable(),
  firstLanguage: z.string().trim().max(60).optional(),
  needs: z.string().trim().max(120).optional(),
  dateOfBirth: z.iso.date().optional(),
});
export type ImportRow = z.infer<typeof importRow>;

const importPreview = z.object({
  rows: z.array(
    z.object({
      row: z.number().int(),
      action: z.enum(['add', 'match', 'move', 'bad']),
      reason: z.string().optional(),
      childId: id.optional(),
    }),
  ),
  newClasses: z.array(z.string()),
});
export const importRecord = z.object({
  id,
  fileName: z.string(),
  at: instant,
  by: id,
  added: z.number().int(),
  moved: z.number().int(),
  undoneAt: instant.nullable(),
});

const backupState = z.object({
  /** False where the database is a server of its own. */
  possible: z.boolean(),
  making: z.boolean(),
  /** The latest first. */
  backups: z.array(z.object({ name: z.string(), at: instant, bytes: z.number().int() })),
});
const atVersion = z.object({ version: z.coerce.number().int().min(-1).max(2_147_483_647) });

const paperQuery = z.object({
  size: z.enum(['A4', 'Letter']).optional(),
  what: z.string().max(200).optional(),
  names: z.enum(['full', 'initials']).optional(),
});

const trustPart = z.object({
  answers: z.number().int(),
  loss: z.number(),
  plain: z.number(),
  /** Share that was said to come right, and that did. */
  said: z.number(),
  right: z.number(),
});
const schoolFacts = z.object({
  name: personName,
  timeZone: z.string().max(60).refine(isTimeZone, 'This is no time zone.'),
});
const inBin = z.object({ binned: z.boolean() });
const familySentences = z.record(familyKey, z.string());
const otherChild = z.object({ child: id });
const movedToChild = z.object({ child: id, was: id });
export const endpoints = {
  health: define('GET', '/api/health', { response: z.object({ ok: z.literal(true), version: z.string(), database: z.literal('up') }) }),
  authState: define('GET', '/api/auth/state', {
    response: z.object({
      installed: z.boolean(),
      demo: z.boolean(),
      people: z.array(z.object({ id, name: z.string(), role })),
      me: me.nullable(),
    }),
  }),
  setUp: define('POST', '/api/auth/set-up', {
    body: z.object({ school: personName, name: personName, email, password, timeZone: z.string().max(60).optional() }),
    response: me,
  }),
  signIn: define('POST', '/api/auth/sign-in', { body: z.object({ email, password }), response: me }),
  demoSignIn: define('POST', '/api/auth/demo-sign-in', { body: byId, response: me }),
  signOut: define('POST', '/api/auth/sign-out'),
  /** A link that a lead gives a colleague who forgot: once, and for a day. */
  addPasswordLink: define('POST', '/api/team/:id/password-link', {
    params: byId,
    response: z.object({ secret: coverSecret, endsAt: instant }),
  }),
  /** Whoever holds the link sets a password with it. */
  setPassword: define('POST', '/api/auth/set-password', {
    body: z.object({ secret: coverSecret, password }),
    response: z.object({ email: z.string() }),
  }),
  changePassword: define('POST', '/api/auth/password', { body: z.object({ current: password, next: password }) }),

  settings: define('GET', '/api/settings', { response: settings.extend({ version }) }),
  saveSettings: define('PUT', '/api/settings', { body: settings.extend({ version }), response: settings.extend({ version }) }),

  saveSchool: define('PUT', '/api/school', { body: schoolFacts, response: schoolFacts }),
  schoolYears: define('GET', '/api/years', { response: z.array(schoolYear) }),
  rollOver: define('POST', '/api/years', { body: rollOver, response: rolledOver }),
  undoRollOver: define('POST', '/api/years/:id/undo', { params: byId, response: rolledOver }),

  team: define('GET', '/api/team', { response: z.array(colleague) }),
  addColleague: define('POST', '/api/team', {
    body: z.object({ name: personName, email, role, classIds: z.array(id), password }),
    response: colleague,
  }),
  /** A colleague who sets the first password with a link, once, within a week. */
  inviteColleague: define('POST', '/api/team/invited', {
    body: z.object({ name: personName, email, role, classIds: z.array(id) }),
    response: z.object({ colleague, secret: coverSecret, endsAt: instant }),
  }),
  /** Groups, sessions to come and checks under way of one colleague become another's, and the first may stop. */
  handOver: define('POST', '/api/team/:id/hand-over', {
    params: byId,
    body: z.object({ to: id, stop: z.boolean(), version }),
    response: z.object({ groups: z.number().int(), sessions: z.number().int(), checks: z.number().int() }),
  }),
  renameSelf: define('PUT', '/api/me/name', { body: z.object({ name: personName, version }), response: colleague }),
  updateColleague: define('PATCH', '/api/team/:id', {
    params: byId,
    body: z.object({
      name: personName.optional(),
      email: email.optional(),
      role: role.optional(),
      classIds: z.array(id).optional(),
      active: z.boolean().optional(),
      version,
    }),
    response: colleague,
  }),

  orders: define('GET', '/api/orders', { response: z.array(teachingOrder) }),
  saveOrder: define('PUT', '/api/orders/:id', { params: z.object({ id: z.uuid() }), body: orderBody, response: teachingOrder }),
  removeOrder: define('DELETE', '/api/orders/:id', { params: z.object({ id: z.uuid() }), query: atVersion }),
  corrections: define('GET', '/api/words/corrections', { response: z.array(correction) }),
  saveCorrection: define('PUT', '/api/words/corrections/:word', { params: z.object({ word }), body: correctionBody, response: correction }),
  removeCorrection: define('DELETE', '/api/words/corrections/:word', { params: z.object({ word }), query: atVersion }),
  schoolWords: define('GET', '/api/words/school', { response: z.array(schoolWord) }),
  saveSchoolWord: define('PUT', '/api/words/school/:word', { params: z.object({ word }), body: schoolWordBody, response: schoolWord }),
  removeSchoolWord: define('DELETE', '/api/words/school/:word', { params: z.object({ word }), query: atVersion }),
  cues: define('GET', '/api/cues', { response: z.array(cue) }),
  saveCue: define('PUT', '/api/cues/:gpc', { params: z.object({ gpc: pair }), body: cueBody, response: cue }),
  rules: define('GET', '/api/rules', { response: z.array(stated) }),
  saveRule: define('PUT', '/api/rules/:id', { params: byId, body: ruleBody, response: stated }),
  removeRule: define('DELETE', '/api/rules/:id', { params: byId, query: atVersion }),
  texts: define('GET', '/api/texts', { response: z.array(text) }),
  saveText: define('PUT', '/api/texts/:id', { params: byId, body: textBody, response: text }),
  removeText: define('DELETE', '/api/texts/:id', { params: byId, query: atVersion }),

  classes: define('GET', '/api/classes', { response: z.array(schoolClass) }),
  addClass: define('POST', '/api/classes', {
    body: z.object({ name: personName, year: z.string().max(20), orderId: z.string() }),
    response: schoolClass,
  }),
  updateClass: define('PATCH', '/api/classes/:id', {
    params: byId,
    body: z.object({
      name: personName.optional(),
      year: z.string().trim().max(20).optional(),
      orderId: z.string().optional(),
      taughtSteps: z.number().int().min(0).max(200).optional(),
      version,
    }),
    response: schoolClass,
  }),

  /** Ends a class that has no children any more. */
  endClass: define('POST', '/api/classes/:id/end', { params: byId, body: z.object({ version }) }),
  /** Moves every child of a class, and the colleagues who have it, into another and ends it. */
  mergeClasses: define('POST', '/api/classes/:id/merge', {
    params: byId,
    body: z.object({ into: id, version }),
    response: z.object({ moved: z.number().int() }),
  }),

  children: define('GET', '/api/children', { query: z.object({ classId: id.optional() }), response: z.array(childLine) }),
  child: define('GET', '/api/children/:id', { params: byId, response: childLine }),
  addChild: define('POST', '/api/children', { body: newChildBody, response: child }),
  updateChild: define('PATCH', '/api/children/:id', { params: byId, body: changedChildBody, response: child }),
  childLeaves: define('POST', '/api/children/:id/leave', { params: byId, body: z.object({ version }), response: leaving }),
  childReturns: define('POST', '/api/children/:id/return', { params: byId, body: z.object({ classId: id }), response: child }),
  leavers: define('GET', '/api/leavers', { response: z.array(leaver) }),
  mergeChildren: define('POST', '/api/children/:id/merge', { params: byId, body: z.object({ other: id }), response: merge }),
  merges: define('GET', '/api/merges', { response: z.array(merge) }),
  undoMerge: define('POST', '/api/merges/:id/undo', { params: byId, response: merge }),
  /** A ZIP with everything about one child: for the family, or for the next school, which can read it in. */
  childFile: define('GET', '/api/children/:id/record.zip', { params: byId, response: z.unknown() }),
  readChildFile: define('POST', '/api/children/record', { body: z.object({ classId: id, file: z.unknown() }), response: child }),
  childTrail: define('GET', '/api/children/:id/trail', { params: byId, response: z.array(trailLine) }),
  erasures: define('GET', '/api/erasures', { response: z.array(erasure) }),
  askErasure: define('POST', '/api/children/:id/erasure', { params: byId, body: passwordAgain, response: erasure }),
  confirmErasure: define('POST', '/api/erasures/:id/confirm', { params: byId, body: passwordAgain, response: erasure }),
  withdrawErasure: define('DELETE', '/api/erasures/:id', { params: byId }),
  evidence: define('GET', '/api/children/:id/evidence', {
    params: byId,
    query: z.object({ gpc: gpc.optional() }),
    // what comes of a reading carries the reading's id and the word
    response: z.array(observation.extend({ id: z.string(), counts: z.boolean(), reading: id.optional() })),
  }),

  previewImport: define('POST', '/api/imports/preview', {
    body: z.object({ rows: z.array(importRow).max(5000) }),
    response: importPreview,
  }),
  runImport: define('POST', '/api/imports', {
    body: z.object({ id, fileName: z.string().max(200), rows: z.array(importRow).min(1).max(5000) }),
    response: importRecord,
  }),
  imports: define('GET', '/api/imports', { response: z.array(importRecord) }),
  /** Takes the children of a list out again; those of whom something was recorded since stay, and are named. */
  undoImport: define('POST', '/api/imports/:id/undo', {
    params: byId,
    response: importRecord.extend({ kept: z.array(z.string()).optional() }),
  }),

  sendOutbox: define('POST', '/api/outbox', {
    // each entry is held against `outboxEntry` on its own, so that one that does not fit holds up no other
    body: z.object({ entries: z.array(z.looseObject({ id })).min(1).max(OUTBOX_BATCH) }),
    response: outboxResult,
  }),
  checks: define('GET', '/api/checks', { query: z.object({ childId: id.optional() }), response: z.array(checkState) }),
  check: define('GET', '/api/checks/:id', {
    params: byId,
    response: checkState.extend({ marks: z.array(observation) }),
  }),

  /** A check in the bin, or out of it: by whoever marked it, or a lead. */
  binCheck: define('PUT', '/api/checks/:id/bin', { params: byId, body: inBin, response: inBin }),
  /** What was marked under the wrong child goes to the right one: by whoever marked it, or a lead. */
  moveCheck: define('PUT', '/api/checks/:id/child', { params: byId, body: otherChild, response: movedToChild }),
  moveReading: define('PUT', '/api/readings/:id/child', { params: byId, body: otherChild, response: movedToChild }),
  /** A mark that belongs to no check: one of a session. */
  moveMark: define('PUT', '/api/observations/:id/child', { params: byId, body: otherChild, response: movedToChild }),
  /** A session that was held, the same; its log and its marks go with it. */
  binSession: define('PUT', '/api/sessions/:id/bin', { params: byId, body: inBin, response: inBin }),

  readings: define('GET', '/api/readings', { query: z.object({ childId: id.optional() }), response: z.array(readingSummary) }),
  reading: define('GET', '/api/readings/:id', { params: byId, response: wholeReading }),
  saveRecording: define('PUT', '/api/readings/:id/recording/:part', {
    params: z.object({ id, part: z.coerce.number().int().min(0).max(2000) }),
    body: recordingPart,
  }),
  /** Answers with the sound itself. */
  recording: define('GET', '/api/readings/:id/recording', { params: byId, response: z.unknown() }),
  deleteRecording: define('DELETE', '/api/readings/:id/recording', { params: byId }),
  saveConsent: define('PUT', '/api/children/:id/recording-consent', { params: byId, body: recordingConsent, response: recordingConsent }),

  openScreen: define('POST', '/api/screens', { response: z.object({ code: screenCode }) }),
  showScreen: define('PUT', '/api/screens/:code', {
    params: z.object({ code: screenCode }),
    body: z.object({ card: screenCard.nullable() }),
    response: z.object({ watching: z.number().int() }),
  }),
  endScreen: define('DELETE', '/api/screens/:code', { params: z.object({ code: screenCode }) }),

  groups: define('GET', '/api/groups', { response: z.array(group) }),
  addGroups: define('POST', '/api/groups', { body: z.object({ groups: z.array(groupBody).min(1).max(60) }), response: z.array(group) }),
  updateGroup: define('PATCH', '/api/groups/:id', { params: byId, body: groupBody.partial().extend({ version }), response: group }),
  moveChild: define('POST', '/api/groups/move', {
    body: z.object({ child: id, from: z.object({ id, version }).nullable(), to: z.object({ id, version }).nullable() }),
    response: z.array(group),
  }),
  arrangeGroups: define('POST', '/api/groups/arrange', { body: arrangement, response: z.array(group) }),
  groupHistory: define('GET', '/api/groups/history', { response: groupHistory }),
  groupOutcome: define('GET', '/api/groups/:id/outcome', { params: byId, response: groupOutcomeFacts }),
  groupRules: define('GET', '/api/groups/rules', { response: z.array(groupRule) }),
  saveGroupRule: define('PUT', '/api/groups/rules/:id', { params: byId, body: groupRuleBody, response: groupRule }),
  removeGroupRule: define('DELETE', '/api/groups/rules/:id', { params: byId, query: atVersion }),

  lendings: define('GET', '/api/lendings', { response: z.array(lending) }),
  /** Answers with how many sessions went along. */
  addLending: define('POST', '/api/groups/:id/lendings', {
    params: byId,
    body: lendingBody,
    response: lending.extend({ sessions: z.number().int() }),
  }),
  endLending: define('DELETE', '/api/lendings/:id', { params: byId, response: z.object({ sessions: z.number().int() }) }),

  sessions: define('GET', '/api/sessions', { query: z.object({ from: day.optional(), to: day.optional() }), response: z.array(session) }),
  session: define('GET', '/api/sessions/:id', { params: byId, response: session }),
  addSession: define('POST', '/api/sessions', {
    body: z.object({ groupId: id, on: day, adultId: id.nullable(), plan }),
    response: session,
  }),
  /** A session of another day that is run today moves to today: by whoever runs it. */
  runToday: define('PUT', '/api/sessions/:id/today', { params: byId, body: z.object({ version }), response: session }),
  /** A drawn session as its group's cycle has it now: by whoever runs the group, so that it follows a log at once. */
  redrawSession: define('PUT', '/api/sessions/:id/redrawn', {
    params: byId,
    body: z.object({ plan, version }),
    response: session,
  }),
  updateSession: define('PATCH', '/api/sessions/:id', {
    params: byId,
    body: z.object({ on: day.optional(), adultId: id.nullable().optional(), plan: plan.optional(), version }),
    response: session,
  }),
  removeSession: define('DELETE', '/api/sessions/:id', { params: byId, query: atVersion }),

  timetable: define('GET', '/api/timetable', { response: timetable }),
  saveTimetable: define('PUT', '/api/timetable', { body: timetableBody, response: timetable }),

  /** Both answer with a PDF. `what` names sheets, with commas between. */
  sessionPaper: define('GET', '/api/sessions/:id/paper', { params: byId, query: paperQuery, response: z.unknown() }),
  weekPaper: define('GET', '/api/paper/week', { query: paperQuery.extend({ from: day, group: id.optional() }), response: z.unknown() }),
  /** Files: a ZIP of CSV, one JSON, a ZIP of OneRoster CSV. */
  writeRecords: define('GET', '/api/records.zip', { response: z.unknown() }),
  writeInstallation: define('GET', '/api/installation.json', { response: z.unknown() }),
  writeRoster: define('GET', '/api/roster.zip', { response: z.unknown() }),
  /** Held against the schema of the file by the reader itself, which names each place that does not fit. */
  readInstallation: define('POST', '/api/installation', {
    body: z.unknown(),
    response: z.object({ rows: z.record(z.string(), z.number().int()) }),
  }),
  backups: define('GET', '/api/backups', { response: backupState }),
  makeBackup: define('POST', '/api/backups', { response: backupState }),
  backupFile: define('GET', '/api/backups/:name', { params: z.object({ name: z.string().max(60) }), response: z.unknown() }),
  coverLinks: define('GET', '/api/sessions/:id/cover-links', { params: byId, response: z.array(coverLink) }),
  addCoverLink: define('POST', '/api/sessions/:id/cover-links', {
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
  removeCoverLink: define('DELETE', '/api/sessions/:id/cover-links/:link', { params: z.object({ id, link: id }) }),
  cover: define('GET', '/api/cover/:secret', { params: z.object({ secret: coverSecret }), response: coverView }),
  /** iCalendar (RFC 5545): one’s own sessions as a file, and addresses that a calendar program reads again and again. */
  calendar: define('GET', '/api/calendar.ics', { response: z.unknown() }),
  calendarLinks: define('GET', '/api/calendar-links', {
    response: z.array(z.object({ id, at: instant, readAt: instant.nullable() })),
  }),
  addCalendarLink: define('POST', '/api/calendar-links', { response: z.object({ id, secret: coverSecret }) }),
  removeCalendarLink: define('DELETE', '/api/calendar-links/:id', { params: byId }),
  subscribedCalendar: define('GET', '/api/calendars/:secret', { params: z.object({ secret: coverSecret }), response: z.unknown() }),
  remarks: define('GET', '/api/remarks', { query: z.object({ subject: id.optional() }), response: z.array(remark) }),
  /** Answers with whom the note names and who cannot see what it is about: they are not told. */
  addRemark: define('POST', '/api/remarks', { body: remarkBody, response: remark.extend({ notTold: z.array(z.string()) }) }),
  /** Says that what others left has been looked at up to now. */
  looked: define('POST', '/api/looked', { response: z.object({ at: instant }) }),
  practice: define('GET', '/api/practice', { query: z.object({ classId: id.optional() }), response: z.array(practiceRow) }),
  /** The fixed sentences of sheets for home as they ship. */
  familyLanguages: define('GET', '/api/family-languages', {
    response: z.object({
      english: familySentences,
      languages: z.array(z.object({ name: z.string(), own: z.string(), tag: z.string(), sentences: familySentences })),
    }),
  }),
  homeSheet: define('GET', '/api/children/:id/home-sheet', {
    params: byId,
    query: z.object({
      size: z.enum(['A4', 'Letter']).optional(),
      /** The family’s language; the child’s first one where left out, English where none of its sentences are there. */
      language: z.string().max(60).optional(),
    }),
    response: z.unknown(),
  }),
  styles: define('GET', '/api/styles', { response: z.array(styleRow) }),
  saveStyle: define('PUT', '/api/styles/:id', { params: byId, body: styleBody, response: styleRow }),
  removeStyle: define('DELETE', '/api/styles/:id', { params: byId, query: atVersion }),

  today: define('GET', '/api/today', {
    response: z.object({
      sessions: z.array(session),
      openChecks: z.array(checkState),
      /** What colleagues left: logs and notes on sessions this colleague may read, newest first. */
      left: z.array(
        z.object({
          at: instant,
          by: z.string(),
          sessionId: id,
          groupName: z.string(),
          kind: z.enum(['log', 'note']),
          text: z.string(),
          entry: z.union([logEntry, note]),
          /** A note that names this colleague. */
          mentionsMe: z.boolean(),
        }),
      ),
      /** Notes that name this colleague, or are on what they reach, newest first. */
      remarks: z.array(remark.extend({ byName: z.string(), mentionsMe: z.boolean() })),
      /** When this colleague last said that they have looked; null where never. */
      lookedAt: instant.nullable(),
      /** Children not checked for longest. */
      due: z.array(z.object({ childId: id, name: z.string(), lastCheck: instant.nullable() })),
    }),
  }),
  /** How well the judgement foretold the answers that were given here, answer by answer, beside a plain rule. */
  trust: define('GET', '/api/progress/trust', {
    query: z.object({}),
    response: z.object({
      answers: z.number().int(),
      /** Mean surprise at an answer (log loss), of the judgement and of the share of the last five; null without answers. */
      loss: z.number().nullable(),
      plain: z.number().nullable(),
      /** Answers by the chance that was said, in tenths: how many came right. */
      bins: z.array(z.object({ said: z.number(), right: z.number(), answers: z.number().int() })),
      kinds: z.array(trustPart.extend({ kind: z.enum(OBSERVATION_KINDS) })),
      adults: z.array(trustPart.extend({ id: id.nullable(), name: z.string() })),
    }),
  }),
  progress: define('GET', '/api/progress', {
    query: z.object({ classId: id.optional() }),
    response: z.object({
      weeks: z.array(
        z.object({
          on: day,
          secure: z.number(),
          wobbly: z.number(),
          gap: z.number(),
          unchecked: z.number(),
          observations: z.number().int(),
        }),
      ),
      /** How many pairs each child is expected to know, of those seen by the end of their first week with a check. */
      children: z.array(
        z.object({
          id,
          name: z.string(),
          since: day.nullable(),
          of: z.number().int(),
          before: z.number(),
          now: z.number(),
          observations: z.number().int(),
        }),
      ),
    }),
  }),
} satisfies Record<string, Endpoint>;

export type Endpoints = typeof endpoints;
export type EndpointName = keyof Endpoints;

/** What the live stream (/api/events) carries: which records changed, never their content. */
export const liveEvent = z.object({
  topic: z.enum(['children', 'groups', 'sessions', 'checks', 'readings', 'classes', 'team', 'library', 'settings', 'remarks', 'timetable']),
  id: id.optional(),
  by: id.optional(),
});
export type LiveEvent = z.infer<typeof liveEvent>;
