/**
 * A few threads that stand ready for short work that would hold everybody up: paper, packed files. What comes when all are busy
 * waits its turn. Long and rare work has a thread of its own instead: see `apart`.
 */
import { availableParallelism } from 'node:os';
import { MessageChannel } from 'node:worker_threads';
import { Tinypool } from 'tinypool';
import type { Db } from '../db/open.js';
import { ProblemError } from '../http/problem.js';
import { TaskError, type Said } from './apart.js';
import { POOL_WORKER } from './files.js';
import type { POOLED, PooledName } from './pooled-tasks.js';

/** As many as leave a core for answering. */
const THREADS = Math.max(1, Math.min(3, availableParallelism() - 1));
/** A thread without work ends after so long. */
const IDLE_MS = 60_000;
/** More than this waiting is refused: somebody asks in a circle. */
const MOST_WAITING = 60;

export interface Work {
  /** Ends the work: what runs is broken off, what waits is never begun. */
  readonly signal?: AbortSignal;
  /** Told how far it is. */
  readonly onStep?: (done: number, of: number) => void;
}

export class Pool {
  #threads: Tinypool | undefined;

  /** @param threads how many at most; 0 does everything here, as tests do, whose schools are small */
  constructor(readonly threads = THREADS) {}

  /**
   * Runs a task of `POOLED` in one of the threads.
   * @throws TaskError with the name and the sentence of the task's own error; Refusal `busy` where too many wait
   */
  async run<N extends PooledName>(
    task: N,
    data: Parameters<(typeof POOLED)[N]>[0],
    { signal, onStep }: Work = {},
  ): Promise<Awaited<ReturnType<(typeof POOLED)[N]>>> {
    if (this.threads === 0) {
      const { POOLED: tasks } = await import('./pooled-tasks.js');
      const run = tasks[task] as (given: unknown, tell: (done: number, of: number) => void) => Promise<unknown>;
      return (await run(data, (done, of) => onStep?.(done, of))) as Awaited<ReturnType<(typeof POOLED)[N]>>;
    }
    this.#threads ??= new Tinypool({
      filename: POOL_WORKER.href,
      runtime: 'worker_threads',
      minThreads: 0,
      maxThreads: this.threads,
      idleTimeout: IDLE_MS,
      maxQueue: MOST_WAITING,
      // what is new and short-lived is cleared away often, rather than kept
      resourceLimits: { maxYoungGenerationSizeMb: 16 },
      execArgv: [],
    });
    const { port1, port2 } = new MessageChannel();
    port1.on('message', ([done, of]: [number, number]) => onStep?.(done, of));
    try {
      const said = (await this.#threads.run({ task, data, port: port2 }, { signal, transferList: [port2] })) as Said<
        Awaited<ReturnType<(typeof POOLED)[N]>>
      >;
      if ('failed' in said) throw new TaskError(said.failed.name, said.failed.message);
      return said.result;
    } catch (error) {
      if (error instanceof Error && /queue.*limit|at limit/i.test(error.message)) throw new ProblemError('busy');
      throw error;
    } finally {
      port1.close();
    }
  }

  /** Has the work of this installation done here. */
  serve(db: Db): this {
    pools.set(db, this);
    return this;
  }

  async close(): Promise<void> {
    await this.#threads?.destroy();
    this.#threads = undefined;
  }
}

const pools = new WeakMap<Db, Pool>();
const here = new Pool(0);
/** The threads of an installation; this one where it has none: a command, a test. */
export const poolOf = (db: Db): Pool => pools.get(db) ?? here;
