/** The search for a timetable in a worker of its own, so that it can be stopped at once. */
import type { timetable } from '@sapling/core/planning';
import { expose } from 'comlink';
import { timetable as search } from '@sapling/core/planning';

const api = { timetable: (request: Parameters<typeof timetable>[0]) => search(request) };
export type TimetableWorker = typeof api;
expose(api);
