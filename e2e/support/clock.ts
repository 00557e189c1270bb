/**
 * The day the browser tests take place on: servers and pages stand on it, whatever day it is. Another with SAPLING_NOW. The
 * clock runs on from there, the same in every worker.
 */
import { clockAhead, clockFrom, dayIn } from '@sapling/core';

process.env.SAPLING_CLOCK_AHEAD ??= String(clockFrom(Date.now, process.env.SAPLING_NOW ?? '2026-11-25T10:00:00.000Z').ahead);
const clock = clockAhead(Date.now, Number(process.env.SAPLING_CLOCK_AHEAD));

/** The present moment of servers and pages, ISO 8601 UTC. */
export const now = (): string => clock.now();
/** The school's day. */
export const today = (): string => dayIn(now(), 'Europe/London');
