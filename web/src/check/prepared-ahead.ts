/**
 * The items of a check are made while the adult still chooses the child: the first words take the lexicon and some texts apart,
 * and a child beside the adult does not wait for that.
 */
import type { ChildLine } from '@sapling/contract';
import { seedFrom } from '@sapling/core';
import { checkKind } from '@sapling/core/checks';
import type { Taught } from '@sapling/core/phonics';
import { v7 as uuidv7 } from 'uuid';
import { schoolVersion } from '../workers/core.js';
import { itemsFor, type Asked, type Choice } from './choice.js';

interface Prepared {
  /** The check's id, from which its words are drawn. */
  readonly id: string;
  readonly key: string;
  readonly asked: Promise<Asked>;
}
/** One check at a time: a list of children that is passed over prepares nothing that nobody asked for. */
let ready: Prepared | undefined;

/** All that the items rest on. A child who was checked meanwhile, a class that was taught more, a word the school took out is another key. */
const keyOf = (child: ChildLine, choice: Choice, taught: Taught): string =>
  JSON.stringify([child.id, child.line, choice, taught.gpcs, taught.words, schoolVersion.get()]);

/** Makes the items for this child now, unless they are there or there is nothing to wait for. */
export function prepare(child: ChildLine, choice: Choice, taught: Taught): void {
  if (checkKind(choice.kind).from === 'pairs') return;
  const key = keyOf(child, choice, taught);
  if (ready?.key === key) return;
  const id = uuidv7();
  const asked = itemsFor(child, choice, taught, seedFrom(id));
  const prepared = { id, key, asked };
  ready = prepared;
  // nothing to ask, or out of reach: asked again when the check is begun, and said then
  asked.catch(() => {
    if (ready === prepared) ready = undefined;
  });
}

/** The check that was made ahead for just this child and choice, once; a new one where there is none. */
export function takePrepared(child: ChildLine, choice: Choice, taught: Taught): { id: string; asked: Promise<Asked> } {
  const there = ready?.key === keyOf(child, choice, taught) ? ready : undefined;
  ready = undefined;
  if (there) return there;
  const id = uuidv7();
  return { id, asked: itemsFor(child, choice, taught, seedFrom(id)) };
}
