/** The page's side of the core worker. Started when first needed. */
import type { SchoolWords, WordCorrection } from '@sapling/core/phonics';
import { wrap, type Remote } from 'comlink';
import type { CoreWorker } from './core.worker.js';

let worker: Remote<CoreWorker> | undefined;
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
export function core(): Remote<CoreWorker> {
  if (!worker) {
    worker = wrap<CoreWorker>(new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module', name: 'core' }));
    void worker.setSchool(corrections, school);
  }
  return worker;
}

/** How this school cuts words and which it offers. A worker that is not started yet is told when it is. */
export function setSchool(list: readonly WordCorrection[], words: SchoolWords): void {
  const before = JSON.stringify([corrections, school]);
  corrections = list.map(({ word, units }) => ({ word, units }));
  school = words;
  if (JSON.stringify([corrections, school]) === before) return;
  version += 1;
  for (const tell of listeners) tell();
  if (worker) void worker.setSchool(corrections, school);
}
