/** Three people at one moment: each does what is theirs to do, and at most is told that the other was quicker. */
import { STEPS, THERE_AND_BACK } from './all-steps.js';
import type { Walk } from './steps.js';
import { Refused, type World } from './world.js';

/** Steps that look at the whole school before and after, and so can be no part of it. */
const ALONE = new Set([
  'a child leaves by a slip',
  'what a device sent arrives once more',
  'somebody’s page was out of date',
  'a page is marked on whose record has become another',
  'a check goes into the bin',
  'a reading is set aside',
]);
const names = (steps: object): string[] => Object.keys(steps).filter((name) => !ALONE.has(name));
const [ONCE, TWICE] = [names(STEPS), names(THERE_AND_BACK)];

/** What somebody does: a third of it is taken back while the others are still at theirs. */
function doing(walk: Walk, w: World): { name: string; does: () => Promise<unknown> } {
  if (walk.roll(3) > 0) {
    const name = walk.pick(ONCE)!;
    return { name, does: () => STEPS[name]!(walk, w) };
  }
  const name = walk.pick(TWICE)!;
  return { name: `${name}, and back`, does: async () => (await THERE_AND_BACK[name]!(walk, w))?.() };
}

/** @returns what was done, and what of it was refused. @throws whatever else went wrong in any of them */
export async function atOnce(walk: Walk, w: World): Promise<string> {
  const three = [doing(walk, w), doing(walk, w), doing(walk, w)];
  w.atOnce = true;
  const ended = await Promise.allSettled(three.map((one) => one.does()));
  w.atOnce = false;
  const said = three.map(({ name }) => name).join(' and ');
  for (const one of ended)
    if (one.status === 'rejected' && !(one.reason instanceof Refused))
      throw new Error(`${said}: ${String(one.reason)}`, { cause: one.reason });
  await walk.lookAgain();
  return three
    .map(({ name }, k) => `${name}${ended[k]!.status === 'rejected' ? ` (refused: ${(ended[k] as PromiseRejectedResult).reason})` : ''}`)
    .join(' and ');
}
