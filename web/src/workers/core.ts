/** The page's side of the core worker. Started when first needed. */
import type { SchoolWords, WordCorrection } from '@sapling/core/phonics';
import { wrap, type Remote } from 'comlink';
import type { CoreWorker } from './core.worker.js';
import { endable } from './endable.js';

let remote: Remote<CoreWorker> | undefined;
let corrections: readonly WordCorrection[] = [];
let school: SchoolWords = {};
/** Raised whenever what the school decided about words changes: answers given before may be others now. */
let version = 0;
const listeners = new Set<() => void>();
export const schoolVersion = {
  get: (): number => version,
  listen: (tell: () => void): (() => void) => {
    listeners.add(tell);
    return () => void listeners.delete(tell);
  },
};
/** The worker could not be loaded, or broke. */
export class WorkerBroken extends Error {
  override readonly name = 'WorkerBroken';
  constructor() {
    super('What works things out on this device could not be started.');
  }
}

function start(): Remote<CoreWorker> {
  const worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module', name: 'core' });
  const { calls, end } = endable(wrap<CoreWorker>(worker));
  // whoever waits is told, and the next who asks starts another
  const broken = (): void => {
    worker.terminate();
    if (remote === calls) remote = undefined;
    end(new WorkerBroken());
  };
  worker.addEventListener('error', broken);
  worker.addEventListener('messageerror', broken);
  return calls;
}
const tellSchool = (): void => void remote?.setSchool(corrections, school).catch(() => undefined);

export function core(): Remote<CoreWorker> {
  if (!remote) {
    remote = start();
    tellSchool();
  }
  return remote;
}

/** How this school cuts words and which it offers. A worker that is not started yet is told when it is. */
export function setSchool(list: readonly WordCorrection[], words: SchoolWords): void {
  const before = JSON.stringify([corrections, school]);
  corrections = list.map(({ word, units }) => ({ word, units }));
  school = words;
  if (JSON.stringify([corrections, school]) === before) return;
  version += 1;
  // the worker first: what is asked again because of it is answered by it
  tellSchool();
  for (const tell of listeners) tell();
}
