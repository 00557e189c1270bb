/** The page's side of the core worker. Started when first needed. */
import type { WordCorrection } from '@sapling/core';
import { wrap, type Remote } from 'comlink';
import type { CoreWorker } from './core.worker.js';

let worker: Remote<CoreWorker> | undefined;
let corrections: readonly WordCorrection[] = [];
export function core(): Remote<CoreWorker> {
  if (!worker) {
    worker = wrap<CoreWorker>(new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module', name: 'core' }));
    void worker.setCorrections(corrections);
  }
  return worker;
}

/** How this school cuts words. A worker that is not started yet is told when it is. */
export function setCorrections(list: readonly WordCorrection[]): void {
  corrections = list.map(({ word, units }) => ({ word, units }));
  if (worker) void worker.setCorrections(corrections);
}
