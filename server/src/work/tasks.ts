/** What is done off the main thread, by name. */
import { checkBackup, packBackup } from '../backup/pack.js';
import { fitSchool } from '../progress/fit-school.js';

export const TASKS = { packBackup, checkBackup, fitSchool } as const satisfies Record<
  string,
  (data: never, tell: (done: number, of: number) => void) => Promise<unknown>
>;
export type TaskName = keyof typeof TASKS;
