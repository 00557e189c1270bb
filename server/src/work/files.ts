/** Where the code of the threads lies: beside this module, from its sources and built alike (build.mjs leaves this one as it is). */
export const WORKER = new URL('./worker.mjs', import.meta.url);
export const POOL_WORKER = new URL('./pool-worker.mjs', import.meta.url);
