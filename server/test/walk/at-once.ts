/** Three people at one moment: each does what is theirs to do, and at most is told that the other was quicker. */
import { STEPS, type Walk } from './steps.js';
import { Refused, type World } from './world.js';

/** Steps that look at the whole school before and after, and so can be no part of it. */
const ALONE = new Set(['a child leaves by a slip']);
const NAMES = Object.keys(STEPS).filter((name) => !ALONE.has(name));

/** @returns what was done, and what of it was refused. @throws whatever else went wrong in any of them */
export async function atOnce(walk: Walk, w: World): Promise<string> {
  const names = [walk.pick(NAMES)!, walk.pick(NAMES)!, walk.pick(NAMES)!];
  w.atOnce = true;
  const ended = await Promise.allSettled(names.map((name) => STEPS[name]!(walk, w)));
  w.atOnce = false;
  for (const one of ended)
    if (one.status === 'rejected' && !(one.reason instanceof Refused))
      throw new Error(`${names.join(' and ')}: ${String(one.reason)}`, { cause: one.reason });
  await walk.lookAgain();
  return names
    .map((name, k) => `${name}${ended[k]!.status === 'rejected' ? ` (refused: ${(ended[k] as PromiseRejectedResult).reason})` : ''}`)
    .join(' and ');
}
