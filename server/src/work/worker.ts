/** The other side of `apart`: runs one task off the main thread and says how it ended. */
import { parentPort, workerData } from 'node:worker_threads';
import { TASKS, type TaskName } from './tasks.js';

const { task, data } = workerData as { task: TaskName; data: never };
const tell = (done: number, of: number): void => parentPort!.postMessage({ step: [done, of] });
TASKS[task](data, tell).then(
  (result) => parentPort!.postMessage({ result }),
  (error: unknown) => parentPort!.postMessage({ failed: { name: (error as Error).name, message: (error as Error).message } }),
);
