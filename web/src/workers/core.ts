/** The page's side of the core worker. Started when first needed. */
import { wrap, type Remote } from 'comlink';
import type { CoreWorker } from './core.worker.js';

let worker: Remote<CoreWorker> | undefined;
export function core(): Remote<CoreWorker> {
  worker ??= wrap<CoreWorker>(new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module', name: 'core' }));
  return worker;
}
