/** Every kind of check, in the order of the work. A new one is a file beside this one and a line here (docs/adding.md). */
import { findInRow } from './find-in-row.js';
import { hearPoint } from './hear-point.js';
import { hearWrite } from './hear-write.js';
import { irregularWord } from './irregular-word.js';
import { isItThis } from './is-it-this.js';
import { keyWord } from './key-word.js';
import { madeUpWord } from './made-up-word.js';
import { pushTogether } from './push-together.js';
import { seeName } from './see-name.js';
import { seeSay } from './see-say.js';
import { spelling } from './spelling.js';
import { stretch } from './stretch.js';
import { where } from './where.js';
import { word } from './word.js';
import { CHECK_AREAS, type CheckArea, type CheckKindDescriptor, type ChildView, type CheckSetting, type ItemRequest } from './kind.js';

export { CHECK_AREAS, type CheckArea, type CheckKindDescriptor, type ChildView, type CheckSetting, type ItemRequest };

const KINDS = {
  'see-say': seeSay,
  'hear-point': hearPoint,
  'hear-write': hearWrite,
  'see-name': seeName,
  'key word': keyWord,
  'push together': pushTogether,
  stretch,
  where,
  'is it this': isItThis,
  word,
  'made-up word': madeUpWord,
  'irregular word': irregularWord,
  'find in row': findInRow,
  spelling,
} as const satisfies Readonly<Record<string, CheckKindDescriptor>>;

export type CheckKind = keyof typeof KINDS;
export const CHECK_KINDS = Object.keys(KINDS) as [CheckKind, ...CheckKind[]];

/** The descriptor of a kind, with every field that descriptors may have. */
export const checkKind = (kind: CheckKind): CheckKindDescriptor => KINDS[kind];
/** The same for what may be something else than a check: an answer in a text or in a session has none. */
export const checkKindOf = (kind: string): CheckKindDescriptor | undefined =>
  Object.hasOwn(KINDS, kind) ? KINDS[kind as CheckKind] : undefined;
