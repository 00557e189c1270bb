/** Runs what takes long in a thread of its own, so that nobody's mark waits for somebody else's file. */
import { Worker } from 'node:worker_threads';
import { WORKER } from './files.js';
import type { Work } from './pool.js';
import type { TASKS, TaskName } from './tasks.js';

/** A task that failed, by the name of its error. */
export class TaskError extends Error {
  constructor(name: string, message: string) {
    super(message);
    this.name = name;
  }
}

/** What comes back from another thread: an error of a class of ours would arrive without its name. */
export type Said<T> = { readonly result: T } | { readonly failed: { readonly name: string; readonly message: string } };

/**
 * Runs a task of `TASKS` and gives its result.
 * @throws TaskError with the name and the sentence of the task's own error; the signal's reason where it is broken off
 */
export function apart<N extends TaskName>(
  task: N,
  data: Parameters<(typeof TASKS)[N]>[0],
  { signal, onStep }: Work = {},
): Promise<Awaited<ReturnType<(typeof TASKS)[N]>>> {
  return new Promise((done, fail) => {
    const worker = new Worker(WORKER, { workerData: { task, data }, execArgv: [] });
    const stop = (): void => {
      fail(signal!.reason as Error);
      void worker.terminate();
    };
    if (signal?.aborted) return stop();
    signal?.addEventListener('abort', stop, { once: true });
    worker.on('message', (said: { step?: [number, number]; result?: never; failed?: { name: string; message: string } }) => {
      if (said.step) return onStep?.(...said.step);
      if (said.failed) fail(new TaskError(said.failed.name, said.failed.message));
      else done(said.result!);
      void worker.terminate();
    });
    worker.once('error', fail);
    worker.once('exit', (code) => {
      signal?.removeEventListener('abort', stop);
      fail(new TaskError('WorkerError', `The work ended with ${code}.`));
    });
  });
}
