/** The page's side of the core worker. Started when first needed. */
import type { SchoolWords, WordCorrection } from '@sapling/core';
import { wrap, type Remote } from 'comlink';
import type { CoreWorker } from './core.worker.js';

let worker: Remote<CoreWorker> | undefined;
let corrections: readonly WordCorrection[] = [];
let school: SchoolWords = {};
export function core(): Remote<CoreWorker> {
  if (!worker) {
    worker = wrap<CoreWorker>(new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module', name: 'core' }));
    void worker.setSchool(corrections, school);
  }
  return worker;
}

/** How this school cuts words and which it offers. A worker that is not started yet is told when it is. */
export function setSchool(list: readonly WordCorrection[], words: SchoolWords): void {
  corrections = list.map(({ word, units }) => ({ word, units }));
  school = words;
  if (worker) void worker.setSchool(corrections, school);
}
