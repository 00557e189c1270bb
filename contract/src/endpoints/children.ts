/** Classes and children: lists, leaving and coming back, merging, erasing, bringing in a list. */
import { REFIT_DIRECTIONS } from '@sapling/core/judgement';
import { z } from 'zod';
import type { Endpoint } from '../endpoint.js';
import { child, childLine, gpc, id, instant, observation, packedChildren, pairState, schoolClass, version } from '../model.js';
import { changedChildBody, erasure, leaver, leaving, merge, newChildBody, passwordAgain, trailLine } from '../child-record.js';
import { recordingConsent } from '../reading.js';
import { ADDRESSES } from '../addresses.js';
import { byId, personName, define } from './define.js';

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
  /** The answer where it was asked whether this is the child of that name, or of that number, who is here or was. */
  same: z.boolean().optional(),
});
export type ImportRow = z.infer<typeof importRow>;

const recallSoFar = z.object({
  /** In order of time, the newest; an answer about a word stands as what it says of its pairs. */
  observations: z.array(
    observation
      .pick({ child: true, by: true, at: true, kind: true, outcome: true, ms: true, options: true, fromMemory: true })
      .extend({ id: z.string(), gpc }),
  ),
  /** What logged sessions worked on, in order of time. */
  teaching: z.array(z.object({ gpc, at: z.string() })),
  /** The numbers a lead has fitted to this school's answers and has used; null where the shipped ones count. */
  numbers: z
    .object({
      steps: z.record(z.enum(REFIT_DIRECTIONS), z.number()),
      /** How the colleague who asks hears, as far as it was learned. How others do is nobody else's business. */
      ear: z.object({ guess: z.number(), lapse: z.number() }).nullable(),
    })
    .nullable(),
});
export type RecallSoFar = z.infer<typeof recallSoFar>;

const importPreview = z.object({
  rows: z.array(
    z.object({
      row: z.number().int(),
      /** `return`: a child who left comes back. `ask`: whether it is the one in `here` has to be said first (`same` of the row). */
      action: z.enum(['add', 'match', 'move', 'return', 'ask', 'bad']),
      reason: z.string().optional(),
      childId: id.optional(),
      /** Whom it means, or may mean, where name, class or number are not as the list has them. */
      here: z.object({ name: z.string(), className: z.string(), left: z.iso.date().nullable(), by: z.enum(['name', 'number']) }).optional(),
      /** What of the record the list changes. */
      writes: z.array(z.enum(['givenName', 'familyName', 'externalId', 'firstLanguage', 'needs', 'dateOfBirth'])),
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
  /** Children who had left and came back by it. */
  returned: z.number().int(),
  /** Children who were here and of whom it wrote something. */
  changed: z.number().int(),
  undoneAt: instant.nullable(),
});

export const childrenEndpoints = {
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
  /** `groups`: also into the groups the child left with that, as where it was a slip; those that are over stay so. */
  childReturns: define(ADDRESSES.childReturns, {
    params: byId,
    body: z.object({ classId: id, groups: z.boolean().optional() }),
    response: child,
  }),
  leavers: define(ADDRESSES.leavers, { response: z.array(leaver) }),
  mergeChildren: define(ADDRESSES.mergeChildren, {
    params: byId,
    /** `group`: where both are in a group, in which of the two the one child is from now on; of the record that stays if not said. */
    body: z.object({ other: id, group: id.optional() }),
    response: merge,
  }),
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
  /** What logged sessions worked on with a child, newest first: evidence beside answers. */
  childTeaching: define(ADDRESSES.childTeaching, {
    params: byId,
    query: z.object({ gpc: gpc.optional() }),
    response: z.array(z.object({ gpc, at: z.string(), on: z.iso.date() })),
  }),
  /** All that a quick check chooses its cards by: what the child's state rests on, as far as it speaks of pairs. */
  recallSoFar: define(ADDRESSES.recallSoFar, { params: byId, response: recallSoFar }),
  previewImport: define(ADDRESSES.previewImport, {
    body: z.object({ rows: z.array(importRow).max(5000), names: z.boolean().optional() }),
    response: importPreview,
  }),
  runImport: define(ADDRESSES.runImport, {
    /** `names`: children who are here are called as the list calls them from now on. */
    body: z.object({ id, fileName: z.string().max(200), rows: z.array(importRow).min(1).max(5000), names: z.boolean().optional() }),
    response: importRecord,
  }),
  imports: define(ADDRESSES.imports, { response: z.array(importRecord) }),
  /** Takes the children of a list out again; those of whom something was recorded since stay, and are named. */
  undoImport: define(ADDRESSES.undoImport, {
    params: byId,
    response: importRecord.extend({
      /** Names of children who stay, because something has been recorded of them since. */
      kept: z.array(z.string()).optional(),
      /** Names of children who stay in the class the list put them into, because the one they came from has ended. */
      stayed: z.array(z.string()).optional(),
    }),
  }),
  saveConsent: define(ADDRESSES.saveConsent, { params: byId, body: recordingConsent, response: recordingConsent }),
} satisfies Record<string, Endpoint>;
