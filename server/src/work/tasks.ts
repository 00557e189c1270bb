/** What is done off the main thread, by name. */
import { checkBackup, packBackup } from '../backup/pack.js';

export const TASKS = { packBackup, checkBackup } as const satisfies Record<string, (data: never) => Promise<unknown>>;
export type TaskName = keyof typeof TASKS;
