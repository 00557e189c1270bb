/** Beginning a check: its items made, kept on this device at once. */
import { type ChildLine, fullName } from '@sapling/contract';
import type { Taught } from '@sapling/core/phonics';
import { post } from '../outbox/outbox.js';
import { DEFAULT_CHOICE, type Choice } from './choice.js';
import { readRecallSoFar } from './recall-so-far.js';
import { begin } from './local-check.js';
import { takePrepared } from './prepared-ahead.js';
import { clock } from '../clock.js';

/** @throws NothingToAsk where there is nothing to ask. Returns the check's id. */
export async function startCheck(child: ChildLine, chosen: Partial<Choice>, taught: Taught, by: string): Promise<string> {
  const choice = { ...DEFAULT_CHOICE, ...chosen };
  const { id, asked: made } = takePrepared(child, choice, taught);
  const asked = await made;
  const who = { id: child.id, name: fullName(child) };
  const soFar = asked.quick ? await readRecallSoFar(child.id) : undefined;
  const { check, entries } = begin(who, { ...asked, soFar }, id, { by, now: () => clock.now() });
  await post(by, entries, { check });
  return id;
}
