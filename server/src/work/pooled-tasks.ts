/** What the pool does, by name. Each takes what can be copied to another thread, and is told whom to say how far it is. */
import type { MessagePort } from 'node:worker_threads';
import { packChild } from '../children/child-pack.js';
import { judgeChild, pairAnswers } from '../evidence/judge-child.js';
import { tallyChild } from '../progress/tally-child.js';
import { homeSheets } from '../practice/home-sheets.js';
import { printHomeSheet, printSessions } from '../paper/print.js';
import type { Said } from './apart.js';

export type Tell = (done: number, of: number) => void;
export const POOLED = {
  printSessions,
  printHomeSheet,
  packChild,
  judgeChild,
  pairAnswers,
  tallyChild,
  homeSheets,
} as const satisfies Record<string, (data: never, tell: Tell) => Promise<unknown>>;
export type PooledName = keyof typeof POOLED;

/** Runs one task, in a thread of the pool. */
export async function runPooled({ task, data, port }: { task: PooledName; data: never; port: MessagePort }): Promise<Said<unknown>> {
  try {
    return { result: await POOLED[task](data, (done, of) => port.postMessage([done, of])) };
  } catch (error) {
    return { failed: { name: (error as Error).name, message: (error as Error).message } };
  } finally {
    port.close();
  }
}
