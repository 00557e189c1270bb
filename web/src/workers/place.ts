/** Asks for a timetable; the answer can be given up at any time. */
import type { TimetableRequest, TimetableResult } from '@sapling/core/planning';
import { wrap } from 'comlink';
import type { TimetableWorker } from './timetable.js';

/** Resolves with null where it was stopped. */
export function placeMeetings(request: TimetableRequest): { readonly result: Promise<TimetableResult | null>; readonly stop: () => void } {
  const worker = new Worker(new URL('./timetable.ts', import.meta.url), { type: 'module', name: 'timetable' });
  let stop = (): void => undefined;
  const stopped = new Promise<null>((resolve) => {
    stop = () => resolve(null);
  });
  const result = Promise.race([wrap<TimetableWorker>(worker).timetable(request), stopped]).finally(() => worker.terminate());
  return { result, stop };
}
