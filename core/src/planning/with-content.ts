/** Making and changing parts of a session, so that each holds the fields of its kind and no others. */
import { CoreError } from '../errors.js';
import { OWN_FIELDS, type PartContent } from './part-content.js';
import { partKind, type PartKind } from './parts/index.js';
import type { SessionPart } from './session-plan.js';

/**
 * The same part with other content.
 * @throws CoreError `bad-input` with the field, where parts of its kind have none of that name
 * @example withContent(part, { lines: [{ text: 'It is a hat.' }] })
 */
export function withContent(part: SessionPart, content: Partial<PartContent>): SessionPart {
  const { holds } = partKind(part.kind);
  const foreign = OWN_FIELDS.find((field) => content[field] !== undefined && !holds.includes(field));
  if (foreign) throw new CoreError('bad-input', foreign, `A part of the kind “${part.kind}” has no ${foreign}.`);
  return { ...part, ...content } as SessionPart;
}

/** A part with nothing in it yet. */
export const emptyPart = (head: {
  readonly id: string;
  readonly kind: PartKind;
  readonly title: string;
  readonly how: string;
  readonly minutes: number;
}): SessionPart =>
  ({ id: head.id, kind: head.kind, title: head.title, how: head.how, minutes: head.minutes, gpcs: [], words: [] }) as SessionPart;
