/** Runs what takes long in a thread of its own, so that nobody's mark waits for somebody else's file. */
import { Worker } from 'node:worker_threads';
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

/** Runs a task of `TASKS` and gives its result. @throws TaskError with the name and the sentence of the task's own error */
export function apart<N extends TaskName>(
  task: N,
  data: Parameters<(typeof TASKS)[N]>[0],
): Promise<Awaited<ReturnType<(typeof TASKS)[N]>>> {
  const file = new URL('./worker.mjs', import.meta.url);
  return new Promise((done, fail) => {
    const worker = new Worker(file, { workerData: { task, data }, execArgv: [] });
    worker.once('message', (said: { result?: never; failed?: { name: string; message: string } }) => {
      if (said.failed) fail(new TaskError(said.failed.name, said.failed.message));
      else done(said.result!);
      void worker.terminate();
    });
    worker.once('error', fail);
    worker.once('exit', (code) => fail(new TaskError('WorkerError', `The work ended with ${code}.`)));
  });
}
