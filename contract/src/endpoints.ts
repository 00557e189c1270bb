/** Every operation the server offers, used by the server to validate and by the web to call. */
import { z } from 'zod';
import { isTimeZone } from '@sapling/core';
import { OBSERVATION_KINDS } from '@sapling/core/evidence';
import { REFIT_DIRECTIONS } from '@sapling/core/judgement';
import type { Endpoint } from './endpoint.js';
import {
  checkState,
  child,
  childLine,
  packedChildren,
  colleague,
  day,
  gpc,
  id,
  instant,
  logEntry,
  me,
  note,
  observation,
  pairState,
  OWN_DATES,
  OWN_KEYS,
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
import { readingSummary, recordingConsent, RECORDING_PARTS, recordingPart, text, textBody, wholeReading } from './reading.js';
import { coverLink, coverSecret, coverView } from './cover.js';
import { remark, remarkBody } from './remark.js';
import { practiceRow } from './practice.js';
import { plan, styleBody, styleRow } from './session.js';
import { screenCard, screenCode } from './screen.js';
import { ADDRESSES, type Address } from './addresses.js';
import { rolledOver, rollOver, schoolYear } from './school-year.js';
import { familyKey, settings } from './settings.js';
import { timetable, timetableBody } from './timetable.js';
import { outboxResult } from './outbox.js';
import { OUTBOX_BATCH } from './roles.js';

const none = z.object({});
const byId = z.object({ id });
const ok = z.object({ ok: z.literal(true) });
const password = z.string().max(200);
/** RFC 5321, 4.5.3.1.3: no address is longer. */
const email = z.string().max(254, 'This is not an email address.').trim().toLowerCase().pipe(z.email('This is not an email address.'));
/** Six digits of a device, or a spare code. */
const secondCode = z.string().trim().min(6).max(20);
const personName = z.string().trim().min(1, 'A name is needed.').max(80);

function define<
  P extends z.ZodType = typeof none,
  Q extends z.ZodType = typeof none,
  B extends z.ZodType = typeof none,
  R extends z.ZodType = typeof ok,
>([method, path]: Address, parts: { params?: P; query?: Q; body?: B; response?: R } = {}): Endpoint<P, Q, B, R> {
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

/** A name for work that takes its time, under which the live stream says how far it is. */
const work = id.optional();
const paperQuery = z.object({
  size: z.enum(['A4', 'Letter']).optional(),
  what: z.string().max(200).optional(),
  names: z.enum(['full', 'initials']).optional(),
  work,
});

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
const schoolFacts = z.object({
  name: personName,
  timeZone: z.string().max(60).refine(isTimeZone, 'This is no time zone.'),
});
const inBin = z.object({ binned: z.boolean() });
const familySentences = z.record(familyKey, z.string());
const otherChild = z.object({ child: id });
const movedToChild = z.object({ child: id, was: id });
export const endpoints = {
  /** The process lives and its database answers. */
  health: define(ADDRESSES.health, { response: z.object({ ok: z.literal(true), version: z.string(), database: z.literal('up') }) }),
  /** It can be sent requests: its database answers, and it has not been told to end. 503 otherwise. */
  ready: define(ADDRESSES.ready, { response: z.object({ ok: z.literal(true), version: z.string(), database: z.literal('up') }) }),
  authState: define(ADDRESSES.authState, {
    response: z.object({
      installed: z.boolean(),
      demo: z.boolean(),
      /** Whether a link for a forgotten password can be mailed. */
      mail: z.boolean(),
      people: z.array(z.object({ id, name: z.string(), role })),
      me: me.nullable(),
    }),
  }),
  setUp: define(ADDRESSES.setUp, {
    body: z.object({ school: personName, name: personName, email, password, timeZone: z.string().max(60).optional() }),
    response: me,
  }),
  signIn: define(ADDRESSES.signIn, {
    /** The code where this colleague has a second factor. */
    body: z.object({ email, password, code: secondCode.optional() }),
    response: me,
  }),
  demoSignIn: define(ADDRESSES.demoSignIn, { body: byId, response: me }),
  signOut: define(ADDRESSES.signOut),
  /** A link that a lead gives a colleague who forgot: once, and for a day. */
  addPasswordLink: define(ADDRESSES.addPasswordLink, {
    params: byId,
    response: z.object({ secret: coverSecret, endsAt: instant }),
  }),
  /** Whoever holds the link sets a password with it. */
  setPassword: define(ADDRESSES.setPassword, {
    body: z.object({ secret: coverSecret, password }),
    response: z.object({ email: z.string() }),
  }),
  /** Where one is signed in, this device first. */
  ownSignIns: define(ADDRESSES.ownSignIns, { response: z.array(z.object({ here: z.boolean(), since: instant, until: instant })) }),
  /** Ends all but this one. */
  endOtherSignIns: define(ADDRESSES.endOtherSignIns, { body: z.object({ password }), response: z.object({ ended: z.number().int() }) }),
  /** A link by mail, where a mail server is named. The answer is the same whoever asks, and whoever is asked for. */
  forgotPassword: define(ADDRESSES.forgotPassword, { body: z.object({ email }) }),
  beginSecondFactor: define(ADDRESSES.beginSecondFactor, {
    body: z.object({ password }),
    response: z.object({ secret: z.string(), uri: z.string() }),
  }),
  confirmSecondFactor: define(ADDRESSES.confirmSecondFactor, {
    body: z.object({ code: secondCode }),
    response: z.object({ spare: z.array(z.string()) }),
  }),
  endSecondFactor: define(ADDRESSES.endSecondFactor, { body: z.object({ password }) }),
  clearSecondFactor: define(ADDRESSES.clearSecondFactor, { params: byId, body: z.object({ password }) }),
  changePassword: define(ADDRESSES.changePassword, { body: z.object({ current: password, next: password }) }),

  settings: define(ADDRESSES.settings, { response: settings.extend({ version }) }),
  saveSettings: define(ADDRESSES.saveSettings, { body: settings.extend({ version }), response: settings.extend({ version }) }),

  saveSchool: define(ADDRESSES.saveSchool, { body: schoolFacts, response: schoolFacts }),
  schoolYears: define(ADDRESSES.schoolYears, { response: z.array(schoolYear) }),
  rollOver: define(ADDRESSES.rollOver, { body: rollOver, response: rolledOver }),
  undoRollOver: define(ADDRESSES.undoRollOver, { params: byId, response: rolledOver }),

  team: define(ADDRESSES.team, { response: z.array(colleague) }),
  addColleague: define(ADDRESSES.addColleague, {
    body: z.object({ name: personName, email, role, classIds: z.array(id), password }),
    response: colleague,
  }),
  /** A colleague who sets the first password with a link, once, within a week. */
  inviteColleague: define(ADDRESSES.inviteColleague, {
    body: z.object({ name: personName, email, role, classIds: z.array(id) }),
    response: z.object({ colleague, secret: coverSecret, endsAt: instant, mailed: z.boolean() }),
  }),
  /** Groups, sessions to come and checks under way of one colleague become another's, and the first may stop. */
  handOver: define(ADDRESSES.handOver, {
    params: byId,
    body: z.object({ to: id, stop: z.boolean(), version }),
    response: z.object({ groups: z.number().int(), sessions: z.number().int(), checks: z.number().int() }),
  }),
  setOwnKeys: define(ADDRESSES.setOwnKeys, { body: z.object({ keys: z.enum(OWN_KEYS) }) }),
  setOwnDates: define(ADDRESSES.setOwnDates, { body: z.object({ dates: z.enum(OWN_DATES).nullable() }) }),
  renameSelf: define(ADDRESSES.renameSelf, { body: z.object({ name: personName, version }), response: colleague }),
  updateColleague: define(ADDRESSES.updateColleague, {
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

  orders: define(ADDRESSES.orders, { response: z.array(teachingOrder) }),
  saveOrder: define(ADDRESSES.saveOrder, { params: z.object({ id: z.uuid() }), body: orderBody, response: teachingOrder }),
  removeOrder: define(ADDRESSES.removeOrder, { params: z.object({ id: z.uuid() }), query: atVersion }),
  corrections: define(ADDRESSES.corrections, { response: z.array(correction) }),
  saveCorrection: define(ADDRESSES.saveCorrection, { params: z.object({ word }), body: correctionBody, response: correction }),
  removeCorrection: define(ADDRESSES.removeCorrection, { params: z.object({ word }), query: atVersion }),
  schoolWords: define(ADDRESSES.schoolWords, { response: z.array(schoolWord) }),
  saveSchoolWord: define(ADDRESSES.saveSchoolWord, { params: z.object({ word }), body: schoolWordBody, response: schoolWord }),
  removeSchoolWord: define(ADDRESSES.removeSchoolWord, { params: z.object({ word }), query: atVersion }),
  cues: define(ADDRESSES.cues, { response: z.array(cue) }),
  saveCue: define(ADDRESSES.saveCue, { params: z.object({ gpc: pair }), body: cueBody, response: cue }),
  rules: define(ADDRESSES.rules, { response: z.array(stated) }),
  saveRule: define(ADDRESSES.saveRule, { params: byId, body: ruleBody, response: stated }),
  removeRule: define(ADDRESSES.removeRule, { params: byId, query: atVersion }),
  texts: define(ADDRESSES.texts, { response: z.array(text) }),
  saveText: define(ADDRESSES.saveText, { params: byId, body: textBody, response: text }),
  removeText: define(ADDRESSES.removeText, { params: byId, query: atVersion }),

  classes: define(ADDRESSES.classes, { response: z.array(schoolClass) }),
  addClass: define(ADDRESSES.addClass, {
    body: z.object({ name: personName, year: z.string().max(20), orderId: z.string().max(60) }),
    response: schoolClass,
  }),
  updateClass: define(ADDRESSES.updateClass, {
    params: byId,
    body: z.object({
      name: personName.optional(),
      year: z.string().trim().max(20).optional(),
      orderId: z.string().max(60).optional(),
      taughtSteps: z.number().int().min(0).max(200).optional(),
      version,
    }),
    response: schoolClass,
  }),

  /** Ends a class that has no children any more. */
  endClass: define(ADDRESSES.endClass, { params: byId, body: z.object({ version }) }),
  /** Moves every child of a class, and the colleagues who have it, into another and ends it. */
  mergeClasses: define(ADDRESSES.mergeClasses, {
    params: byId,
    body: z.object({ into: id, version }),
    response: z.object({ moved: z.number().int() }),
  }),

  children: define(ADDRESSES.children, { query: z.object({ classId: id.optional() }), response: z.array(childLine) }),
  /** The same in a third of the room, for lists: `unpackChildren` makes it out. */
  packedChildren: define(ADDRESSES.packedChildren, { query: z.object({ classId: id.optional() }), response: packedChildren }),
  /** With what was seen of the child and is not among what was taught: an order that changes makes nothing look lost. */
  child: define(ADDRESSES.child, { params: byId, response: childLine.extend({ beyond: z.array(pairState) }) }),
  addChild: define(ADDRESSES.addChild, { body: newChildBody, response: child }),
  updateChild: define(ADDRESSES.updateChild, { params: byId, body: changedChildBody, response: child }),
  childLeaves: define(ADDRESSES.childLeaves, { params: byId, body: z.object({ version }), response: leaving }),
  childReturns: define(ADDRESSES.childReturns, { params: byId, body: z.object({ classId: id }), response: child }),
  leavers: define(ADDRESSES.leavers, { response: z.array(leaver) }),
  mergeChildren: define(ADDRESSES.mergeChildren, { params: byId, body: z.object({ other: id }), response: merge }),
  merges: define(ADDRESSES.merges, { response: z.array(merge) }),
  undoMerge: define(ADDRESSES.undoMerge, { params: byId, response: merge }),
  /** A ZIP with everything about one child: for the family, or for the next school, which can read it in. */
  childFile: define(ADDRESSES.childFile, { params: byId, response: z.unknown() }),
  readChildFile: define(ADDRESSES.readChildFile, { body: z.object({ classId: id, file: z.unknown() }), response: child }),
  childTrail: define(ADDRESSES.childTrail, { params: byId, response: z.array(trailLine) }),
  erasures: define(ADDRESSES.erasures, { response: z.array(erasure) }),
  askErasure: define(ADDRESSES.askErasure, { params: byId, body: passwordAgain, response: erasure }),
  confirmErasure: define(ADDRESSES.confirmErasure, { params: byId, body: passwordAgain, response: erasure }),
  withdrawErasure: define(ADDRESSES.withdrawErasure, { params: byId }),
  evidence: define(ADDRESSES.evidence, {
    params: byId,
    query: z.object({ gpc: gpc.optional() }),
    // what comes of a reading carries the reading's id and the word
    response: z.array(observation.extend({ id: z.string(), counts: z.boolean(), reading: id.optional() })),
  }),

  previewImport: define(ADDRESSES.previewImport, {
    body: z.object({ rows: z.array(importRow).max(5000) }),
    response: importPreview,
  }),
  runImport: define(ADDRESSES.runImport, {
    body: z.object({ id, fileName: z.string().max(200), rows: z.array(importRow).min(1).max(5000) }),
    response: importRecord,
  }),
  imports: define(ADDRESSES.imports, { response: z.array(importRecord) }),
  /** Takes the children of a list out again; those of whom something was recorded since stay, and are named. */
  undoImport: define(ADDRESSES.undoImport, {
    params: byId,
    response: importRecord.extend({ kept: z.array(z.string()).optional() }),
  }),

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
  /** A session that was held, the same; its log and its marks go with it. */
  binSession: define(ADDRESSES.binSession, { params: byId, body: inBin, response: inBin }),

  readings: define(ADDRESSES.readings, {
    query: z.object({ childId: id.optional(), latest: z.coerce.number().int().min(1).max(50).optional() }),
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
  saveConsent: define(ADDRESSES.saveConsent, { params: byId, body: recordingConsent, response: recordingConsent }),

  openScreen: define(ADDRESSES.openScreen, { response: z.object({ code: screenCode }) }),
  showScreen: define(ADDRESSES.showScreen, {
    params: z.object({ code: screenCode }),
    body: z.object({ card: screenCard.nullable() }),
    response: z.object({ watching: z.number().int() }),
  }),
  endScreen: define(ADDRESSES.endScreen, { params: z.object({ code: screenCode }) }),

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
  addSession: define(ADDRESSES.addSession, {
    body: z.object({ groupId: id, on: day, adultId: id.nullable(), plan }),
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
  /** iCalendar (RFC 5545): one’s own sessions as a file, and addresses that a calendar program reads again and again. */
  calendar: define(ADDRESSES.calendar, { response: z.unknown() }),
  calendarLinks: define(ADDRESSES.calendarLinks, {
    response: z.array(z.object({ id, at: instant, readAt: instant.nullable() })),
  }),
  addCalendarLink: define(ADDRESSES.addCalendarLink, { response: z.object({ id, secret: coverSecret }) }),
  removeCalendarLink: define(ADDRESSES.removeCalendarLink, { params: byId }),
  subscribedCalendar: define(ADDRESSES.subscribedCalendar, { params: z.object({ secret: coverSecret }), response: z.unknown() }),
  remarks: define(ADDRESSES.remarks, { query: z.object({ subject: id.optional() }), response: z.array(remark) }),
  /** Answers with whom the note names and who cannot see what it is about: they are not told. */
  addRemark: define(ADDRESSES.addRemark, { body: remarkBody, response: remark.extend({ notTold: z.array(z.string()) }) }),
  /** Says that what others left has been looked at up to now. */
  looked: define(ADDRESSES.looked, { response: z.object({ at: instant }) }),
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
  styles: define(ADDRESSES.styles, { response: z.array(styleRow) }),
  saveStyle: define(ADDRESSES.saveStyle, { params: byId, body: styleBody, response: styleRow }),
  removeStyle: define(ADDRESSES.removeStyle, { params: byId, query: atVersion }),

  today: define(ADDRESSES.today, {
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
  /** What goes by itself until a day, because the school keeps it no longer: how many of each. */
  retention: define(ADDRESSES.retention, {
    response: z.object({ until: day, logs: z.number().int(), remarks: z.number().int(), recordings: z.number().int() }),
  }),
  /** Opens a made-up school beside this one, at /try; the first time it is made up, which takes half a minute. */
  openTryIt: define(ADDRESSES.openTryIt),
  throwAwayTryIt: define(ADDRESSES.throwAwayTryIt),
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

/** What the live stream (/api/events) carries: which records changed, never their content; and how far work is that somebody waits for. */
export const liveEvent = z.object({
  topic: z.enum([
    'children',
    'groups',
    'sessions',
    'checks',
    'readings',
    'classes',
    'team',
    'library',
    'settings',
    'remarks',
    'timetable',
    'work',
  ]),
  id: id.optional(),
  by: id.optional(),
  /** Of work: so many steps of so many. */
  done: z.number().int().optional(),
  of: z.number().int().optional(),
});
export type LiveEvent = z.infer<typeof liveEvent>;
