/** What the school teaches with: orders, words, cues, rules, texts, styles. */
import { z } from 'zod';
import type { Endpoint } from '../endpoint.js';
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
} from '../library.js';
import { text, textBody } from '../reading.js';
import { styleBody, styleRow } from '../session.js';
import { ADDRESSES } from '../addresses.js';
import { byId, define, atVersion } from './define.js';

export const libraryEndpoints = {
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
  styles: define(ADDRESSES.styles, { response: z.array(styleRow) }),
  saveStyle: define(ADDRESSES.saveStyle, { params: byId, body: styleBody, response: styleRow }),
  removeStyle: define(ADDRESSES.removeStyle, { params: byId, query: atVersion }),
} satisfies Record<string, Endpoint>;
