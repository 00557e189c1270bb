/** The page's side of the core worker. Started when first needed. */
import type { SchoolWords, WordCorrection } from '@sapling/core/phonics';
import { wrap, type Remote } from 'comlink';
import type { CoreWorker } from './core.worker.js';

interface Thread {
  readonly remote: Remote<CoreWorker>;
  /** Rejects when the worker could not be loaded or broke: whoever waits for it is told, and the next who asks starts another. */
  readonly broken: Promise<never>;
}
let thread: Thread | undefined;
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

function start(): Thread {
  const worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module', name: 'core' });
  const broken = new Promise<never>((_, reject) => {
    const end = (): void => {
      worker.terminate();
      if (thread?.broken === broken) thread = undefined;
      reject(new WorkerBroken());
    };
    worker.addEventListener('error', end);
    worker.addEventListener('messageerror', end);
  });
  broken.catch(() => undefined);
  const wrapped = wrap<CoreWorker>(worker);
  // no call waits for ever: each is over when the worker is
  const remote = new Proxy(wrapped, {
    get: (target, name) => {
      const own = Reflect.get(target, name) as unknown;
      if (typeof name !== 'string' || typeof own !== 'function') return own;
      return (...given: unknown[]) => Promise.race([(own as (...given: unknown[]) => Promise<unknown>)(...given), broken]);
    },
  });
  return { remote, broken };
}

export function core(): Remote<CoreWorker> {
  if (!thread) {
    thread = start();
    void thread.remote.setSchool(corrections, school).catch(() => undefined);
  }
  return thread.remote;
}

/** How this school cuts words and which it offers. A worker that is not started yet is told when it is. */
export function setSchool(list: readonly WordCorrection[], words: SchoolWords): void {
  const before = JSON.stringify([corrections, school]);
  corrections = list.map(({ word, units }) => ({ word, units }));
  school = words;
  if (JSON.stringify([corrections, school]) === before) return;
  version += 1;
  for (const tell of listeners) tell();
  if (thread) void thread.remote.setSchool(corrections, school).catch(() => undefined);
}
