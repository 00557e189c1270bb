/** Who may come in: signing in and out, passwords, second factors, the team, the school and its years. */
import { z } from 'zod';
import { isTimeZone } from '@sapling/core';
import type { Endpoint } from '../endpoint.js';
import { OWN_DATES, OWN_KEYS, colleague, id, instant, me, role, version } from '../model.js';
import { coverSecret } from '../cover.js';
import { ADDRESSES } from '../addresses.js';
import { rollOver, rolledOver, schoolYear } from '../school-year.js';
import { settings } from '../settings.js';
import { byId, password, email, secondCode, personName, define } from './define.js';

const schoolFacts = z.object({
  name: personName,
  timeZone: z.string().max(60).refine(isTimeZone, 'This is no time zone.'),
});

export const peopleEndpoints = {
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
  /** Opens a made-up school beside this one, at /try; the first time it is made up, which takes half a minute. */
  openTryIt: define(ADDRESSES.openTryIt),
  throwAwayTryIt: define(ADDRESSES.throwAwayTryIt),
} satisfies Record<string, Endpoint>;
